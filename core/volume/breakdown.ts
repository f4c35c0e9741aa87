/** Totals of smaller parts: each set and each round of a session. On demand, beside the session's own totals. */
import type { Muscle } from "../exercise";
import { entryAt, valueAt } from "../lists";
import { isWork, type Timeline } from "../time";
import { creditsWithin, hardPartsOf, muscleAt, visitWork } from "./hard-sets";
import { type Amounts, emptyAmounts, repsEachSide, type TotalsContext } from "./totals";

interface Breakdown {
  readonly bySet: ReadonlyMap<string, Amounts>;
  /** By `blockId:round`, rounds counted from 0. */
  readonly byRound: ReadonlyMap<string, Amounts>;
}

/** Seconds, reps and volume load by set and by round. A set's rest is what lies inside it; a round's also its transitions. */
export function breakDown(timeline: Timeline, context: TotalsContext): Breakdown {
  const bySet = new Map<string, Amounts>();
  const byRound = new Map<string, Amounts>();
  const at = (map: Map<string, Amounts>, key: string): Amounts => {
    const known = map.get(key) ?? emptyAmounts();
    map.set(key, known);
    return known;
  };
  for (const { timeline: block } of timeline.blocks) {
    let lastSet = "";
    for (const span of block.spans) {
      if (span.round < 0) continue;
      const round = at(byRound, `${block.block.id}:${span.round}`);
      if (!isWork(span)) {
        if (span.reason === "round") continue;
        round.restSeconds += span.seconds;
        if (span.reason !== "transition") at(bySet, lastSet).restSeconds += span.seconds;
        continue;
      }
      lastSet = span.setId;
      const partial = span.segment !== null && span.segment.rom !== "full";
      const effective = context.effectiveKg?.(span.segmentId) ?? 0;
      for (const amounts of [at(bySet, span.setId), round]) {
        amounts.workSeconds += span.seconds;
        if (!span.working) continue;
        if (span.segmentIndex === 0 && span.side !== "right") amounts.sets++;
        if (partial) amounts.partialReps += span.reps;
        else {
          amounts.reps += span.reps;
          amounts.repsEachSide += repsEachSide(span);
        }
        amounts.volumeLoadKg += effective * span.reps * (partial ? context.settings.partialRepShare : 1);
      }
    }
  }
  return { bySet, byRound };
}

/** What each lift of a session has of a muscle's hard sets, by slot; they sum to the muscle's in the session's totals. */
export function hardSetsBySlot(timeline: Timeline, context: TotalsContext, muscle: Muscle): Map<string, number> {
  const slotOf = new Map(
    timeline.blocks.flatMap(({ timeline: { block } }) =>
      block.slots.flatMap((slot) =>
        slot.sets.flatMap((set) => (set?.segments ?? []).map(({ id }) => [id, slot.id] as const)),
      ),
    ),
  );
  const sums = new Map<string, number>();
  visitWork(hardPartsOf(timeline, context).parts, context.settings, (place, links) => {
    if (muscleAt(place) !== muscle) return;
    for (const [index, credit] of creditsWithin(links, context.settings.chain).entries()) {
      const slotId = valueAt(slotOf, entryAt(links, index).part.segment.id);
      sums.set(slotId, (sums.get(slotId) ?? 0) + credit);
    }
  });
  return sums;
}
