/** Which lifts fall short of what is asked, and the load or the rest at which they would not. */

import type { BlockTimeline, Timeline } from "../time";
import {
  type Changes,
  type ForecastContext,
  fallsShort,
  Run,
  type SessionForecast,
  UNCHANGED,
  type WorkForecast,
} from "./forecast";
import type { Reserve } from "./reserve";

/** A slot that falls short of what is asked. */
interface ShortSlot {
  readonly slotId: string;
  readonly blockId: string;
  /** The set or part of it whose expected reps are furthest below what is asked. */
  readonly worst: WorkForecast;
}

/** Both ways out of a slot that falls short: a lighter load, or a longer rest after each round. */
export interface Remedies extends ShortSlot {
  /** The share of the present loads at which every set of the slot makes its reps and RIR; null: a coach would not cut so far. */
  readonly loadShare: number | null;
  /** The rest after each round, in whole 5 s, at which this load holds; null: none that work in such reps is given. */
  readonly roundRestSeconds: number | null;
}

/** A load is not cut further than to this share: fewer reps are asked then. */
const LEAST_LOAD_SHARE = 0.75;

/** The longest rest between rounds that work in so many reps is given (docs/handbook.md#methods). */
const longestRestSeconds = (reps: number): number => (reps <= 6 ? 300 : reps <= 15 ? 150 : 90);

/** The slots that fall short, the earliest first. */
export function shortSlots({ blocks }: Timeline, { work }: SessionForecast): ShortSlot[] {
  const worst = new Map<string, WorkForecast>();
  for (const one of work) {
    const known = worst.get(one.span.slotId);
    if (fallsShort(one) && (!known || one.shortBy > known.shortBy)) worst.set(one.span.slotId, one);
  }
  return blocks.flatMap(({ timeline: { block } }) =>
    block.slots.flatMap(({ id }) => {
      const one = worst.get(id);
      return one ? [{ slotId: id, blockId: block.id, worst: one }] : [];
    }),
  );
}

/** A slot that falls short with both ways out. They are searched for, which takes far longer than to say that it falls short. */
export function remediesOf(timeline: Timeline, context: ForecastContext, short: ShortSlot): Remedies {
  const ways = waysAt(timeline, context, short.slotId);
  const share = ways?.loadShare(1) ?? null;
  return {
    ...short,
    loadShare: share !== null && share >= LEAST_LOAD_SHARE ? share : null,
    roundRestSeconds: ways?.rest(longestRestSeconds(short.worst.askedReps ?? 10)) ?? null,
  };
}

/**
 * The heaviest multiple of a slot's present loads at which every set makes its reps and RIR at these rests, 0.5–1.5; null
 * where not even half does. Multiply and round to what can be built.
 */
export const heaviestLoadShare = (timeline: Timeline, context: ForecastContext, slotId: string): number | null =>
  waysAt(timeline, context, slotId)?.loadShare(1.5) ?? null;

/** Where a slot's block begins, as tired as what comes before it leaves the client. */
function waysAt(timeline: Timeline, context: ForecastContext, slotId: string): Ways | null {
  const run = new Run(context);
  let clock = 0;
  for (const { startSeconds, timeline: block } of timeline.blocks) {
    run.reserve.rest(startSeconds - clock);
    if (block.block.slots.some((slot) => slot.id === slotId))
      return new Ways(context, run.reserve.copy(), block, slotId);
    run.block(block);
    clock = startSeconds + block.seconds;
  }
  return null;
}

class Ways {
  constructor(
    private readonly context: ForecastContext,
    private readonly before: Reserve,
    private readonly block: BlockTimeline,
    private readonly slotId: string,
  ) {}

  private holds(changes: Changes): boolean {
    const work = new Run(this.context, this.before.copy(), changes).block(this.block);
    return work.every((one) => one.span.slotId !== this.slotId || one.shortBy < 0.25);
  }

  loadShare(most: number): number | null {
    const at = (by: number) => this.holds({ ...UNCHANGED, scale: { slotId: this.slotId, by } });
    if (at(most)) return most;
    let low = 0.5;
    let high = most;
    if (!at(low)) return null;
    for (let i = 0; i < 9; i++) {
      const middle = (low + high) / 2;
      if (at(middle)) low = middle;
      else high = middle;
    }
    return low;
  }

  rest(longestSeconds: number): number | null {
    const rests = this.block.spans.filter((span) => span.kind === "rest" && span.reason === "round");
    if (rests.length === 0) return null;
    const at = (roundRestSeconds: number) => this.holds({ ...UNCHANGED, roundRestSeconds });
    let low = Math.floor(Math.min(...rests.map((span) => span.seconds)) / 5);
    let high = longestSeconds / 5;
    if (high <= low || !at(longestSeconds)) return null;
    while (high - low > 1) {
      const middle = Math.floor((low + high) / 2);
      if (at(middle * 5)) high = middle;
      else low = middle;
    }
    return high * 5;
  }
}
