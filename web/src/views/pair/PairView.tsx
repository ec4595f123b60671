import { useMutation } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { client, Failure, take } from "../../api/client";
import { fieldId, Row } from "../../parts/Row";
import "./pair.css";

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
    <main id="view" className="page pair acts">
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
          <input
            id={fieldId("pair-code")}
            className="row-input"
            value={code}
            autoComplete="off"
            autoCapitalize="characters"
            spellCheck={false}
            placeholder="ABCD-EFGH"
            onChange={(e) => setCode(e.target.value)}
          />
        </Row>
        <Row id={fieldId("pair-name")} label="This device is called" error={errors.name}>
          <input
            id={fieldId("pair-name")}
            className="row-input"
            value={name}
            autoComplete="off"
            onChange={(e) => setName(e.target.value)}
          />
        </Row>
        <p>
          <button type="submit" disabled={pair.isPending || code.trim() === ""}>
            Pair
          </button>
        </p>
        {pair.error && Object.keys(errors).length === 0 && (
          <p className="row-error" role="alert">
            {pair.error.message}
          </p>
        )}
      </form>
    </main>
  );
}
