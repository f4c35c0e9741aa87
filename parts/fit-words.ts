/** Changes that make a session fit a time, and what they cost, in a coach's words. */

import {
  allBlocks,
  blockLetter,
  type Catalogue,
  decimal,
  exerciseOrThrow,
  firstOf,
  type LongerKind,
  type Muscle,
  muscleName,
  type SessionDocument,
  type ShorterKind,
  slotById,
  slotLabels,
} from "@/core";
import type { ChangeCost } from "@/views";

/**
 * "costs 1 hard set of chest (12 → 11 this week), 0.5 of triceps (9 → 8.5 this week); about 2 reps more fall short". That sets become hard only for want of rest is no
 * gain: what is won is said of what fills a time.
 */
export function priceWords(
  { sets, repsShort }: ChangeCost,
  of: "shorter" | "longer",
  /** The hard sets of a muscle in the week as it is planned; left out where the week is not known. */
  ofWeek?: (muscle: Muscle) => number,
): string {
  const lost = sets.filter((one) => one.sets > 0).slice(0, 3);
  const won = sets.filter((one) => one.sets < 0).slice(0, 3);
  const list = (some: typeof sets) =>
    some
      .map(
        (one, index) =>
          `${decimal(Math.abs(one.sets), 1)}${index > 0 ? "" : Math.abs(one.sets) === 1 ? " hard set" : " hard sets"} of ${muscleName(one.muscle)}${weekWords(one)}`,
      )
      .join(", ");
  const weekWords = ({ muscle, sets: lost }: (typeof sets)[number]) =>
    ofWeek ? ` (${decimal(ofWeek(muscle), 1)} → ${decimal(ofWeek(muscle) - lost, 1)} this week)` : "";
  const parts = [
    lost.length > 0 ? `costs ${list(lost)}` : "",
    of === "longer" && won.length > 0 ? `adds ${list(won)}` : "",
    repsShort > 0.5 ? `about ${decimal(repsShort, 1)} reps more fall short` : "",
  ].filter(Boolean);
  return parts.length > 0 ? parts.join("; ") : "costs no hard set";
}

/** The changes of a session, by the lifts and blocks they touch. */
export function fitWords(document: SessionDocument, catalogue: Catalogue) {
  const labels = slotLabels(document);
  const lift = (slotId: string) => {
    const slot = slotById(document, slotId);
    return `${labels.get(slotId) ?? ""} ${slot ? exerciseOrThrow(catalogue, slot.exerciseId).name : ""}`.trim();
  };
  const blocks = allBlocks(document);
  const block = (blockId: string) => {
    const at = blocks.findIndex(({ id }) => id === blockId);
    const first = blocks[at]?.slots[0];
    return `${blockLetter(at)}${first ? ` (${exerciseOrThrow(catalogue, first.exerciseId).name})` : ""}`;
  };
  const words = {
    shorter: (change: ShorterKind, times = 1): string => {
      switch (change.kind) {
        case "roundFewer":
          return `${times === 1 ? "One round" : `${times} rounds`} fewer of ${block(change.blockId)}`;
        case "pair":
          return `${block(change.blockId)} and ${block(change.withBlockId)} as a superset`;
        case "plainTempo":
          return `${lift(change.slotId)} at its plain tempo`;
        case "trimRest":
          return `${change.seconds} s rest in ${block(change.blockId)}`;
        case "lastTwoAsDrop":
          return `The last two sets of ${lift(change.slotId)} as one drop set`;
        case "dropLift":
          return `Without ${lift(change.slotId)}`;
      }
    },
    longer: (change: LongerKind): string => {
      switch (change.kind) {
        case "roundsMore":
          return `${change.rounds} rounds of ${block(change.blockId)}`;
        case "restLonger":
          return `${change.seconds} s rest in ${block(change.blockId)}`;
      }
    },
  };
  return {
    ...words,
    /** Several after one another; rounds of one block that go one by one are said once. */
    steps: (changes: readonly ShorterKind[]): string[] =>
      changes.flatMap((change, index) => {
        if (change.kind !== "roundFewer") return [words.shorter(change)];
        const alike = changes.filter((one) => one.kind === "roundFewer" && one.blockId === change.blockId);
        return changes.indexOf(firstOf(alike)) === index ? [words.shorter(change, alike.length)] : [];
      }),
  };
}
