// When the last cast of a rod landed. Within a page it goes by a clock that does not jump; after a reload by the one on
// the wall.
import { keepAs, keptAs, letGoOf } from "./kept";

interface Splash {
  origin: number;
  ran: number;
  wall: number;
}

const name = (trip: number, rod: number) => `dunvel.log.splash.${trip}.${rod}`;

export function noteSplash(trip: number, rod: number) {
  const splash: Splash = { origin: performance.timeOrigin, ran: performance.now(), wall: Date.now() };
  keepAs(name(trip, rod), splash);
}

export const forgetSplash = (trip: number, rod: number) => letGoOf(name(trip, rod));

/** Seconds since the splash; 0 where there was none, or too long ago to be of this cast. */
export function sinceSplash(trip: number, rod: number): number {
  const splash = keptAs<Splash>(name(trip, rod));
  if (!splash) return 0;
  const ms =
    splash.origin === performance.timeOrigin ? performance.now() - splash.ran : Date.now() - splash.wall;
  return ms > 0 && ms < 3600_000 ? ms / 1000 : 0;
}
