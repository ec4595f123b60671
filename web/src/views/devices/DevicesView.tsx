import { Box, Button, Checkbox, FormControlLabel } from "@mui/material";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { client, Failure, take } from "../../api/client";
import type { components } from "../../api/schema.gen";
import * as looks from "../../parts/looks";
import { Square } from "../../parts/Square";
import { useSay } from "../../parts/Undo";
import { View } from "../../parts/View";
import { atTime, onDay, onTheWall } from "../../parts/when";

type Device = Awaited<ReturnType<typeof all>>[number];

const all = (signal?: AbortSignal) => take(client.GET("/devices", { signal }));

/** Who is let in beyond this machine, and how another device is. */
export default function DevicesView() {
  const { data: devices, error } = useQuery({ queryKey: ["devices"], queryFn: ({ signal }) => all(signal) });
  return (
    <View title="Devices" className="page devices" sx={looks.page}>
      <h1>Devices</h1>
      <Code />
      {error && <p role="alert">{error.message}</p>}
      {devices?.length === 0 && <p>No device is paired.</p>}
      {devices && devices.length > 0 && (
        <Box
          component="ul"
          className="devices-list"
          sx={{
            padding: 0,
            listStyle: "none",
            "& li": {
              display: "flex",
              flexWrap: "wrap",
              alignItems: "center",
              gap: "4px 16px",
              padding: "4px 0",
              borderBottom: looks.rule,
            },
            "& li > span": { flex: "1 1 260px" },
            "& label": { display: "flex", alignItems: "center", gap: "8px", minHeight: "48px" },
          }}
        >
          {devices.map((d) => (
            <One key={d.id} device={d} />
          ))}
        </Box>
      )}
    </View>
  );
}

/** The code that is good now, and the same as a square to be scanned; told at the computer alone. */
function Code() {
  const { data, error } = useQuery({
    queryKey: ["pairing"],
    queryFn: ({ signal }) => take(client.GET("/pairing", { signal })),
    refetchInterval: 5000, // it is another once it was used
    retry: false,
  });
  if (error)
    return (
      <p role="status">
        {error instanceof Failure && error.problem.status === 403
          ? "Devices are paired, changed and revoked at the computer on which Dunvel runs."
          : error.message}
      </p>
    );
  if (!data) return <p aria-busy="true">Looking…</p>;
  const until = atTime(onTheWall(new Date(data.until)));
  if (data.addresses.length === 0)
    return (
      <p>
        This Dunvel answers to this machine alone. To let a phone in on a network that you trust, start it
        with <code>dunvel serve --address 0.0.0.0:4780</code>.
      </p>
    );
  if (data.waits) return <p role="status">Too many codes were wrong: the next one is made at {until}.</p>;
  return (
    <section aria-label="Pair a device">
      {data.secured && <Secured by={data.secured} trust={data.addresses.filter((a) => a.trust !== "")} />}
      <p>
        Scan a square with the device, or open its address there and type the code. It is good until {until},
        for one device. One that is not paired reaches what this page is made of, and nothing that is kept.{" "}
        {!data.secured &&
          "What is sent is not encrypted: use it on a network that you trust, or start Dunvel with --tls."}
      </p>
      <Box
        component="p"
        className="devices-code"
        sx={{ margin: "8px 0", fontSize: "2.5rem", fontWeight: 750, letterSpacing: "0.06em" }}
      >
        {data.code.slice(0, 4)}-{data.code.slice(4)}
      </Box>
      <Box component="ul" className="devices-squares" sx={devicesSquaresLook}>
        {data.addresses.map((a) => (
          <li key={a.address}>
            <Square rows={a.square} label={`Pair at ${a.address}`} />
            {a.address}/pair
          </li>
        ))}
      </Box>
    </section>
  );
}

type Pairing = NonNullable<components["schemas"]["Pairing"]>;

/** By what it is encrypted, and how a device is told to trust an own authority. */
function Secured({ by, trust }: { by: NonNullable<Pairing["secured"]>; trust: Pairing["addresses"] }) {
  const until = onDay(onTheWall(new Date(by.until)));
  if (by.fingerprint === "")
    return by.ranOut ? (
      <p role="alert">
        The certificate ran out on {until}: devices warn of this server until the file is a newer one.
      </p>
    ) : (
      <p>What is sent is encrypted, by your certificate, which is good until {until}.</p>
    );
  return (
    <details>
      <summary>
        What is sent is encrypted. Before it is paired, a device is to trust this Dunvel, once
      </summary>
      <p>
        Scan a square with the device, or open its address there, and do as it says. What it shows of the
        authority then is to be
      </p>
      <Box component="p" sx={{ overflowWrap: "anywhere" }}>
        {by.fingerprint}
      </Box>
      <Box component="ul" className="devices-squares" sx={devicesSquaresLook}>
        {trust.map((a) => (
          <li key={a.trust}>
            <Square rows={a.trustSquare} label={`Trust at ${a.trust}`} />
            {a.trust}
          </li>
        ))}
      </Box>
    </details>
  );
}

function One({ device }: { device: Device }) {
  const queries = useQueryClient();
  const say = useSay();
  const refresh = () => queries.invalidateQueries({ queryKey: ["devices"] });
  const path = { path: { id: device.id } };
  const told = { onSuccess: refresh, onError: (e: Error) => say(e.message) };
  const change = useMutation({
    mutationFn: (reads: boolean) =>
      take(client.PATCH("/devices/{id}", { params: path, body: { name: device.name, reads } })),
    ...told,
  });
  const back = useMutation({
    mutationFn: () => take(client.POST("/devices/{id}/restore", { params: path })),
    ...told,
  });
  const revoke = useMutation({
    mutationFn: () => take(client.DELETE("/devices/{id}", { params: path })),
    onSuccess: async () => {
      await refresh();
      say(`“${device.name}” is let in no more.`, () => back.mutate());
    },
    onError: told.onError,
  });
  return (
    <li>
      <span>
        <b>{device.name}</b>, paired {onDay(onTheWall(new Date(device.paired)))}, used last{" "}
        {onDay(onTheWall(new Date(device.used)))} {atTime(onTheWall(new Date(device.used)))}
      </span>
      <FormControlLabel
        control={
          <Checkbox
            size="small"
            checked={device.reads}
            disabled={change.isPending}
            onChange={(e) => change.mutate(e.target.checked)}
          />
        }
        label="may only read"
      />
      <Button variant="outlined" aria-label={`Revoke ${device.name}`} onClick={() => revoke.mutate()}>
        Revoke
      </Button>
    </li>
  );
}

const devicesSquaresLook = {
  display: "flex",
  flexWrap: "wrap",
  gap: "24px",
  padding: 0,
  listStyle: "none",
  "& li": { display: "grid", gap: "4px" },
} as const;
