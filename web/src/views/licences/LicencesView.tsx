import { Box } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import * as looks from "../../parts/looks";
import { View } from "../../parts/View";

/** The licences of everything that is shipped. */
export default function LicencesView() {
  const { data, error } = useQuery({
    queryKey: ["licences"],
    queryFn: async ({ signal }) => {
      const response = await fetch("/licences.txt", { signal });
      if (!response.ok) throw new Error("They are not there: Dunvel was built without them.");
      return response.text();
    },
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
  });
  return (
    <View title="Licences" className="page" sx={looks.page}>
      <h1>Licences</h1>
      <p>Dunvel is made with these, with thanks to those who wrote them.</p>
      {error && <p role="alert">{error.message}</p>}
      {!error && !data && <p aria-busy="true">Opening…</p>}
      {data && (
        <Box
          component="pre"
          className="licences"
          sx={{
            maxWidth: "80ch",
            overflowX: "auto",
            fontSize: "0.8rem",
            whiteSpace: "pre-wrap",
            overflowWrap: "anywhere",
          }}
        >
          {data}
        </Box>
      )}
    </View>
  );
}
