import { Box, Button } from "@mui/material";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { client, take } from "../../api/client";
import * as looks from "../../parts/looks";
import { Aside, Wrong } from "../../parts/Said";
import { useSay } from "../../parts/Undo";
import { useUnreadable } from "../../parts/Unread";
import { atTime, onDay, onTheWall } from "../../parts/when";

/** What is kept and cannot be read: it is on no list, and can be taken away. */
export function Unreadable() {
  const queries = useQueryClient();
  const say = useSay();
  const { data: found } = useUnreadable();
  const path = ({ table, id }: { table: string; id: number }) => ({ params: { path: { table, id } } });
  const refresh = () => queries.invalidateQueries({ queryKey: ["unreadable"] });
  const putBack = useMutation({
    mutationFn: (of: { table: string; id: number }) =>
      take(client.POST("/unreadable/{table}/{id}/restore", path(of))),
    onSuccess: refresh,
  });
  const remove = useMutation({
    mutationFn: (of: { table: string; id: number }) =>
      take(client.DELETE("/unreadable/{table}/{id}", path(of))),
    onSuccess: refresh,
  });
  if (!found?.length) return null;
  return (
    <section aria-label="Cannot be read">
      <h2>Cannot be read</h2>
      <Aside>
        These are kept and cannot be read, so they are on no list. Nothing else is concerned, and they go out
        with “Everything” as they stand.
      </Aside>
      <Box component="ul" className="copies" sx={copiesLook}>
        {found.map((u) => (
          <li key={`${u.table}${u.id}`}>
            <span>
              {u.table.replace("_", " ")} “{u.name}”
            </span>
            <span title={u.why}>not readable</span>
            <Button
              variant="outlined"
              onClick={() =>
                remove.mutate(u, { onSuccess: () => say(`“${u.name}” is removed.`, () => putBack.mutate(u)) })
              }
            >
              Remove it
            </Button>
          </li>
        ))}
      </Box>
    </section>
  );
}

/** What was deleted lately, which can be put back. */
export function Bin() {
  const queries = useQueryClient();
  const say = useSay();
  const { data: bin } = useQuery({
    queryKey: ["bin"],
    queryFn: ({ signal }) => take(client.GET("/bin", { signal })),
  });
  const putBack = useMutation({
    mutationFn: ({ table, id }: { table: string; id: number }) =>
      take(client.POST("/bin/{table}/{id}/restore", { params: { path: { table, id } } })),
    onSuccess: () => queries.invalidateQueries(),
    onError: (e) => say(e.message),
  });
  return (
    <section aria-label="Bin">
      <h2>Deleted in the last 30 days</h2>
      {bin?.length === 0 && <p>Nothing was deleted.</p>}
      <Box component="ul" className="copies" sx={copiesLook}>
        {bin?.slice(0, mostBinned).map((b) => (
          <li key={`${b.table}${b.id}`}>
            <span>
              {b.table.replace("_", " ")} “{b.name}”
            </span>
            <span>
              {onDay(onTheWall(new Date(b.deleted)))} {atTime(onTheWall(new Date(b.deleted)))}
            </span>
            <Button variant="outlined" aria-label={`Put ${b.name} back`} onClick={() => putBack.mutate(b)}>
              Put back
            </Button>
          </li>
        ))}
      </Box>
      {bin && bin.length > mostBinned && <p>and {bin.length - mostBinned} more before that.</p>}
    </section>
  );
}

const mostBinned = 50;

/** Copies of the database: made by themselves every hour, or now; any of them can be gone back to. */
export function Copies() {
  const queries = useQueryClient();
  const say = useSay();
  const { data: copies, error } = useQuery({
    queryKey: ["copies"],
    queryFn: ({ signal }) => take(client.GET("/copies", { signal })),
  });
  const refresh = () => queries.invalidateQueries();
  const make = useMutation({ mutationFn: () => take(client.POST("/copies")), onSuccess: refresh });
  const restore = useMutation({
    mutationFn: (name: string) => take(client.POST("/copies/{name}/restore", { params: { path: { name } } })),
    onSuccess: refresh,
  });
  const failure = error ?? make.error ?? restore.error;
  const when = (iso: string) =>
    new Date(iso).toLocaleString(undefined, {
      day: "numeric",
      month: "long",
      hour: "2-digit",
      minute: "2-digit",
    });
  return (
    <section aria-label="Copies">
      <h2>Copies</h2>
      <Aside>
        A copy of everything is made at the start, every hour in which something was kept, and before a file
        is taken in. The last ten stay beside the database, with one of each of the last days and weeks.
      </Aside>
      {failure && <Wrong>{failure.message}</Wrong>}
      <p>
        <Button variant="outlined" disabled={make.isPending} onClick={() => make.mutate()}>
          Make one now
        </Button>
      </p>
      <Box component="ul" className="copies" sx={copiesLook}>
        {copies?.map((c) => (
          <li key={c.name}>
            <span>{when(c.time)}</span>
            <span>{Math.ceil(c.size / 1024)} kB</span>
            <Button
              variant="outlined"
              onClick={() =>
                restore.mutate(c.name, {
                  onSuccess: (before) =>
                    say(`Everything is as it was on ${when(c.time)}.`, () => restore.mutate(before.name)),
                })
              }
            >
              Go back to it
            </Button>
          </li>
        ))}
      </Box>
    </section>
  );
}

const copiesLook = {
  margin: 0,
  padding: 0,
  listStyle: "none",
  "& li": {
    display: "grid",
    gridTemplateColumns: "1fr auto auto",
    gap: "16px",
    alignItems: "center",
    padding: "3px 0",
    borderBottom: looks.rule,
  },
} as const;
