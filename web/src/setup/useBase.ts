import type { Setup } from "../api/client";
import { useDefinitions } from "../parts/definitions";
import { useAddressNumber, useAddressText } from "./useSetup";
import { useSavedSetup } from "./useSetups";

/** What the setup of the page was begun with: a kept one, a kind of fishing, or an example. */
export function useBase(): { setup: Setup; name?: string; example: boolean } {
  const { defaults, begins } = useDefinitions();
  const [open] = useAddressNumber("open");
  const [from] = useAddressText("from");
  const { data: kept } = useSavedSetup(open);
  const kind = begins.find((b) => b.key === from);
  if (kept) return { setup: kept.setup, name: kept.name, example: false };
  if (kind) return { setup: kind.setup, name: kind.name, example: false };
  return { setup: defaults, example: true };
}
