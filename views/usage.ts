/** How usual each exercise is for a client, by how lately it was trained. A page needs it at once, so that it stands apart from the offers. */

import { daysBetween, type UsageCounts } from "../core";
import type { KnownLift } from "./views";

/** A lift is as usual as ever for so many weeks after it was trained; then half as much after each so many more. */
const WEEKS_USUAL = 2;
const HALF_AS_USUAL_WEEKS = 6;

/** How usual each exercise is for a client: by how lately each of its set-ups was trained, seen from a day. */
export function usageCounts(known: readonly Pick<KnownLift, "exerciseId" | "lastDate">[], date: string): UsageCounts {
  const usual = new Map<string, number>();
  for (const { exerciseId, lastDate } of known) {
    const weeks = Math.max(0, daysBetween(lastDate, date) / 7 - WEEKS_USUAL);
    usual.set(exerciseId, (usual.get(exerciseId) ?? 0) + 0.5 ** (weeks / HALF_AS_USUAL_WEEKS));
  }
  return usual;
}
