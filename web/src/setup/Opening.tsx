import { Box } from "@mui/material";
import { type ReactNode, useRef } from "react";
import { useSearchParams } from "react-router";
import * as looks from "../parts/looks";
import { keptIn } from "./useSetup";
import { useSavedSetup } from "./useSetups";

/**
 * Draws a view once the kept setup is there that the address names, and nothing more, so that no view draws or asks
 * for the water that everybody begins with first. Where there is none of that number any more, the view says so.
 */
export function Opening({ children }: { children: ReactNode }) {
  const [params] = useSearchParams();
  const id = keptIn(params);
  const { isPending } = useSavedSetup(id);
  /** The one that was waited for: the view asks for it again where it is not to be had. */
  const settled = useRef<number>(undefined);
  if (id === undefined || !isPending) settled.current = id;
  if (settled.current === id) return children;
  return <Box component="main" id="view" className="page" sx={looks.page} aria-busy="true" />;
}
