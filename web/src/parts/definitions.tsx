import { Box, Button } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { createContext, type ReactNode, useContext } from "react";
import { client, type Definitions, type Field, take } from "../api/client";
import * as looks from "./looks";

const DefinitionsContext = createContext<Definitions | null>(null);

/** Loads fields, units and limits once, and shows nothing else before they are there. */
export function DefinitionsProvider({ children }: { children: ReactNode }) {
  const { data, error, refetch } = useQuery({
    queryKey: ["definitions"],
    queryFn: ({ signal }) => take(client.GET("/definitions", { signal })),
    staleTime: Number.POSITIVE_INFINITY,
  });
  if (error) {
    return (
      <Box component="main" className="page" sx={looks.page} role="alert">
        <p>{error.message}</p>
        <Button variant="outlined" onClick={() => refetch()}>
          Try again
        </Button>
      </Box>
    );
  }
  if (!data) {
    return (
      <Box component="main" className="page" sx={looks.page} aria-busy="true">
        <p>Opening…</p>
      </Box>
    );
  }
  return <DefinitionsContext value={data}>{children}</DefinitionsContext>;
}

export function useDefinitions(): Definitions {
  const definitions = useContext(DefinitionsContext);
  if (!definitions) throw new Error("useDefinitions outside its provider");
  return definitions;
}

export function useField(path: string): Field {
  const field = useDefinitions().fields.find((f) => f.path === path);
  if (!field) throw new Error(`no field ${path}`);
  return field;
}
