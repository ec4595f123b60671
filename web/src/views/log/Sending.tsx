import { useSending } from "../../log/useLog";
import { useEvents } from "../../parts/live";

/** Sends what was tapped, and hears what is new, whatever view is open. */
export default function Sending() {
  useSending();
  useEvents();
  return null;
}
