import { Box, Button } from "@mui/material";
import { useMutation } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { client, Failure, take } from "../../api/client";
import { Entry } from "../../parts/Entry";
import * as looks from "../../parts/looks";
import { fieldId, Row } from "../../parts/Row";
import { Wrong } from "../../parts/Said";

/** A device that is not let in yet asks to be, by the code that is shown at the computer. */
export default function PairView() {
  const [code, setCode] = useState(() => decodeURIComponent(window.location.hash.slice(1)));
  const [name, setName] = useState("Phone");
  useEffect(() => {
    document.title = "Pair – Dunvel";
  }, []);
  const pair = useMutation({
    mutationFn: () => take(client.POST("/pairings", { body: { code, name } })),
    onSuccess: () => window.location.replace("/"),
  });
  const errors = pair.error instanceof Failure ? pair.error.fields : {};
  return (
    <Box
      component="main"
      id="view"
      className="page pair"
      sx={[
        looks.page,
        {
          maxWidth: "480px",
          "& .row": { gridTemplateColumns: "minmax(0, 1fr)", border: 0 },
          "& #field-pair-code": { fontSize: "1.5rem", letterSpacing: "0.08em" },
        },
      ]}
    >
      <h1>Pair this device</h1>
      <p>
        This Dunvel lets in devices that were paired. A code is shown at the computer on which it runs, under
        Devices; it is good for ten minutes, and for one device.
      </p>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          pair.mutate();
        }}
      >
        <Row id={fieldId("pair-code")} label="Code">
          <Entry
            boxed
            id={fieldId("pair-code")}
            value={code}
            autoComplete="off"
            autoCapitalize="characters"
            spellCheck={false}
            placeholder="ABCD-EFGH"
            onChange={(e) => setCode(e.target.value)}
          />
        </Row>
        <Row id={fieldId("pair-name")} label="This device is called" error={errors.name}>
          <Entry
            boxed
            id={fieldId("pair-name")}
            value={name}
            autoComplete="off"
            onChange={(e) => setName(e.target.value)}
          />
        </Row>
        <p>
          <Button variant="outlined" type="submit" disabled={pair.isPending || code.trim() === ""}>
            Pair
          </Button>
        </p>
        {pair.error && Object.keys(errors).length === 0 && <Wrong>{pair.error.message}</Wrong>}
      </form>
    </Box>
  );
}
