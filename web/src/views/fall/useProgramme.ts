import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { client, type Programme, type SavedProgramme, take } from "../../api/client";
import { useDefinitions } from "../../parts/definitions";
import { useAddressText } from "../../setup/useSetup";

const list = ["programmes"];
const noProgramme: Programme = { start: [], work: [], times: 1 };

/** What is done after the splash: a technique by its key, or the actions themselves, as the address has it. */
export function useProgramme() {
  const { techniques } = useDefinitions();
  const [text, setText] = useAddressText("do");
  const first = techniques[0];
  const technique = techniques.find((t) => t.key === (text ?? first?.key));
  const programme = technique?.programme ?? written(text) ?? first?.programme ?? noProgramme;
  const setProgramme = (next: Programme) => {
    const same = techniques.find((t) => JSON.stringify(t.programme) === JSON.stringify(next));
    setText(same ? same.key : JSON.stringify(next));
  };
  return { programme, technique, setProgramme };
}

/** A programme written out in the address; its values are the server's to judge. */
function written(text: string | undefined): Programme | undefined {
  try {
    const value = JSON.parse(text ?? "") as Partial<Programme>;
    if (!Array.isArray(value.start) || !Array.isArray(value.work) || typeof value.times !== "number") return;
    return { start: value.start, work: value.work, times: value.times };
  } catch {
    return undefined;
  }
}

export function useProgrammes() {
  const queries = useQueryClient();
  const refresh = () => queries.invalidateQueries({ queryKey: list });
  const kept = useQuery({
    queryKey: list,
    queryFn: ({ signal }) => take(client.GET("/programmes", { signal })),
  });
  const action = <A, R>(run: (argument: A) => Promise<R>) => ({ mutationFn: run, onSuccess: refresh });
  const path = (id: number) => ({ path: { id } });
  return {
    kept: kept.data ?? [],
    create: useMutation(
      action((body: { name: string; programme: Programme }) => take(client.POST("/programmes", { body }))),
    ),
    change: useMutation(
      action(({ of, ...change }: { of: SavedProgramme; name?: string; programme?: Programme }) =>
        take(
          client.PATCH("/programmes/{id}", { params: path(of.id), body: { version: of.version, ...change } }),
        ),
      ),
    ),
    remove: useMutation(
      action((id: number) => take(client.DELETE("/programmes/{id}", { params: path(id) }))),
    ),
    restore: useMutation(
      action((id: number) => take(client.POST("/programmes/{id}/restore", { params: path(id) }))),
    ),
  };
}
