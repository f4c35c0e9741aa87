/** The rests that are written in a session, and what is assumed where none is. docs/handbook.md#time. */

import { entryAt } from "../lists";
import type { Settings } from "../settings";
import { type RestAmount, restSecondsForTime, type Slot } from "./grammar";

/** A rest and its reason: written by the coach, assumed where nothing is written, or as long as the partner works. */
export interface RunRest {
  readonly seconds: number;
  readonly why: "written" | "assumed" | "partner's work";
}

/** One rest for every round, or one each. */
type Rests =
  | { readonly kind: "each"; readonly rest: RestAmount }
  | { readonly kind: "list"; readonly rests: readonly RestAmount[] };

/** The rest of a list that belongs to a round; the last one goes on. */
export const ofRound = (rests: Rests, round: number): RestAmount =>
  rests.kind === "each" ? rests.rest : entryAt(rests.rests, Math.min(round, rests.rests.length - 1));

/** From a lift to the next one of its round. */
export function transitionAfter(slot: Slot, round: number, settings: Settings): RunRest {
  const said = slot.restAfter && ofRound(slot.restAfter, round);
  return said
    ? { seconds: restSecondsForTime(said), why: "written" }
    : { seconds: settings.assumed.handoverSeconds, why: "assumed" };
}
