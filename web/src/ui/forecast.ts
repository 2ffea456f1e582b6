import type { Call } from "../api/client";

/** Minutes from one house to the next. */
export const DRIVE = 20;
/** Minutes by which one may be behind before it is said. */
const GRACE = 15;

/** When one would start and be done, in minutes after midnight, and whether that is later than was promised. */
export type Forecast = { start: number; end: number; late: boolean };

const clock = (time: string) => Number(time.slice(0, 2)) * 60 + Number(time.slice(3, 5));

/** Minutes after midnight as a clock shows them. */
export const hourOf = (minutes: number) =>
  `${String(Math.floor(minutes / 60) % 24).padStart(2, "0")}:${String(Math.round(minutes) % 60).padStart(2, "0")}`;

/**
 * The calls of today one after the other: each starts at its time, or when one gets there from the one before.
 * @param calls open calls in the order they are worked off
 * @param now minutes after midnight
 */
export function forecast(calls: Call[], now: number): Map<number, Forecast> {
  const found = new Map<number, Forecast>();
  let free = now;
  calls.forEach((call, at) => {
    const promised = call.time ? clock(call.time) : null;
    const there = at === 0 || call.state === "open" ? free : free + DRIVE;
    const start = Math.max(there, promised ?? 0);
    const end = start + Math.round(call.minutes ?? 0);
    found.set(call.id, { start, end, late: promised !== null && there > promised + GRACE });
    free = end;
  });
  return found;
}
