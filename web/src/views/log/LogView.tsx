import { Button } from "@mui/material";
import { useEffect } from "react";
import { numberOf } from "../../log/queue";
import { Tap } from "../../log/Tap";
import { useTrips } from "../../log/useLog";
import * as looks from "../../parts/looks";
import { Parts } from "../../parts/Parts";
import { View } from "../../parts/View";
import { SaveBar } from "../../setup/SaveBar";
import { useAddressNumber, useAddressText, useSetup } from "../../setup/useSetup";
import { Exchange } from "./Exchange";
import { Lessons } from "./Lessons";
import { Over } from "./Over";
import { Places } from "./Places";
import { Reminder } from "./Reminder";
import { Timeline } from "./Timeline";
import { About } from "./TripPage";
import { Trips } from "./Trips";
import { Where } from "./Where";

const ofTrip = [
  { key: "tap", label: "Log it" },
  { key: "timeline", label: "What happened" },
  { key: "where", label: "Where" },
  { key: "teaches", label: "What it teaches" },
  { key: "about", label: "Trip and rods" },
];
const ofAll = [
  { key: "trips", label: "Trips" },
  { key: "teaches", label: "What they teach" },
  { key: "places", label: "Places" },
  { key: "exchange", label: "In, out and copies" },
];

/** The log: trips, the taps on the water, and what they teach. */
export default function LogView() {
  const { setup, replace } = useSetup();
  const [id, setId] = useAddressNumber("trip");
  const [part, setPart] = useAddressText("part");
  const { data: trips } = useTrips();
  const trip = trips?.find((t) => t.id === id);
  const sent = id !== undefined && id < 0 ? numberOf(id) : undefined;
  useEffect(() => {
    if (sent !== undefined && !trip) setId(sent); // it was begun here, and has a number by now
  }, [sent, trip, setId]);
  const parts = !trip ? ofAll : trip.id > 0 ? ofTrip : ofTrip.slice(0, 1); // of one that waits here there is no more
  const usual = trip ? (trip.trip.end ? "timeline" : "tap") : "trips";
  const shown = parts.some((p) => p.key === part) ? part : usual;
  return (
    <View
      title={trip ? trip.name : "Log"}
      bar={!trip && <SaveBar setup={setup} onOpen={replace} />}
      className="page log"
      sx={[
        looks.page,
        {
          maxWidth: "1100px",
          "& > h1": { margin: "8px 0 12px" },
          "& h2": { margin: "16px 0 4px", fontSize: "0.9375rem" },
          [looks.thumb]: {
            paddingTop: "8px",
            "& > h1": { margin: "0 0 8px", fontSize: "1.25rem" },
          },
        },
      ]}
    >
      <h1>{trip ? trip.name : "Log"}</h1>
      <Parts
        label="Parts of the log"
        parts={parts}
        shown={shown ?? usual}
        onShow={setPart}
        before={
          trip && (
            <Button
              variant="outlined"
              onClick={() => {
                setId(undefined);
                setPart(undefined);
              }}
            >
              All trips
            </Button>
          )
        }
      />
      {id !== undefined && trips && !trip && <p>This trip is gone.</p>}
      {trip && shown === "tap" && (trip.trip.end ? <Over of={trip} /> : <Tap trip={trip} setup={setup} />)}
      {trip && shown === "timeline" && <Timeline trip={trip} />}
      {trip && shown === "where" && <Where trip={trip} />}
      {!trip && shown === "places" && <Places />}
      {!trip && shown === "exchange" && <Exchange />}
      {shown === "teaches" && <Lessons trip={trip?.id} />}
      {trip && shown === "about" && <About key={trip.version} trip={trip} setup={setup} />}
      {!trip && shown === "trips" && (
        <Reminder trips={trips?.filter((t) => t.id > 0).length ?? 0} onShow={setPart} />
      )}
      {!trip && shown === "trips" && (
        <Trips
          setup={setup}
          onOpen={(t) => {
            setId(t.id);
            setPart(undefined);
          }}
        />
      )}
    </View>
  );
}
