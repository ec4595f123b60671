import { useSending } from "./useLog";

/** Sends what was tapped, whatever view is open. */
export default function Sending() {
  useSending();
  return null;
}
