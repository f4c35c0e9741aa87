/** What each lift of a session has of a muscle's hard sets. On demand, beside the session's own totals. */
import type { Muscle } from "../exercise";
import { entryAt, valueAt } from "../lists";
import type { Timeline } from "../time";
import { creditsWithin, hardPartsOf, muscleAt, visitWork } from "./hard-sets";
import type { TotalsContext } from "./totals";

/** By slot; they sum to the muscle's in the session's totals. */
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
