/**
 * What is expected of every set of a session at its loads and rests, compared with the reps and the RIR asked; and the two
 * solvers: the heaviest load at which every set makes its reps, and the rest at which this load holds. docs/handbook.md#forecast.
 */
import { type Catalogue, exerciseOrThrow } from "../exercise";
import { valueAt } from "../lists";
import { type FittedCurve, loadDoubt, populationCurve, type RepCurve, repsAtLoad } from "../load";
import { identityCache } from "../memo";
import type { Slot } from "../session";
import type { Settings } from "../settings";
import { type BlockTimeline, isWork, type RestSpan, type Timeline, type WorkSpan } from "../time";
import { clamp } from "../units";
import { Reserve, type ReserveConstants, type WorkedSide } from "./reserve";
import type { ObservedCorrection } from "./seen";

export interface ForecastContext {
  readonly catalogue: Catalogue;
  readonly settings: Settings;
  readonly constants: ReserveConstants;
  /** The load of a segment in curve kg, for the exercise done in it; null where unknown. */
  readonly loadKg: (segmentId: string, exerciseId: string, setup: Slot["setup"]) => number | null;
  /** Fresh maximum and curve of the exercise done in a slot; null without a record. */
  readonly strengthOf: (slot: Slot, exerciseId: string) => LiftStrength | null;
  /** Reps aimed at inside a range, where progression says so. */
  readonly aimReps: (segmentId: string) => number | null;
  /** Seconds that are really rested after a round, where a partner's work makes them others than planned; else null. */
  readonly restedSeconds?: (blockId: string, round: number) => number | null;
}

export interface LiftStrength {
  readonly e1rmKg: number;
  readonly curve: RepCurve;
  readonly fitted: FittedCurve | null;
  /** How this lift went before against what was foretold; null or left out: nothing was seen. */
  readonly seen?: ObservedCorrection | null;
}

/** One piece of work, foretold. */
export interface WorkForecast {
  readonly span: WorkSpan;
  /** Reps in all that could be done before the end; null where load or record is unknown, or the work counts no reps. */
  readonly possibleReps: number | null;
  /** 80 % band of `possibleReps`. */
  readonly bandReps: readonly [number, number] | null;
  /** Reps that are expected to be done: asked, or as many as possible. */
  readonly expectedReps: number | null;
  /** Reps in reserve after them; negative: reps short of those asked. */
  readonly expectedRir: number | null;
  readonly askedReps: number | null;
  readonly askedRir: number | null;
  /** By how many reps the set falls short of the reps and the RIR asked; 0: it does not. */
  readonly shortBy: number;
}

export interface SessionForecast {
  readonly work: readonly WorkForecast[];
  /** The hardest forecast of each segment over its sides and rounds. */
  readonly bySegment: ReadonlyMap<string, WorkForecast>;
  /** Of rep goals: the reps possible in each of a segment's mini-sets. */
  readonly miniSets: ReadonlyMap<string, readonly number[]>;
}

/** A set is said to fall short from this many reps on. */
const SHORT_FROM_REPS = 0.75;

/** Whether a set is worth a warning: the reps and reserve asked lie beyond what is likely, and not only beyond its middle. */
export function fallsShort({ shortBy, askedReps, askedRir, bandReps }: WorkForecast): boolean {
  if (shortBy < SHORT_FROM_REPS) return false;
  return !bandReps || askedReps === null || askedReps + (askedRir ?? 0) > bandReps[1];
}

/** Seconds of a hold that cost as much as one rep. */
const HOLD_SECONDS_PER_REP = 3;

const EIGHTY_PERCENT = 1.2816;

/** Standard deviation of the reps of a set that is foretold rightly, and its growth with the reps lost to fatigue. */
const REP_NOISE = 0.6;

const FATIGUE_DOUBT = 0.2;

/** How tired a client is at one moment of a session. What was the same before it has the same moment, and nothing else has. */
interface Moment {
  readonly reserve: Reserve;
  readonly afterCount: boolean;
}

/** A block as it was foretold. */
interface ForetoldBlock {
  readonly work: readonly WorkForecast[];
  readonly after: Moment;
}

const foretoldBlocks = identityCache<ForetoldBlock>();

const foretoldSoFar = { blocks: 0 };

/** How many blocks have been foretold so far in this process; for tests of what an edit touches. */
export const forecastCount = (): number => foretoldSoFar.blocks;

/** Foretells every set. Blocks before the first that changed are as they were foretold last. */
export function forecastSession(timeline: Timeline, context: ForecastContext): SessionForecast {
  const { catalogue, settings, constants } = context;
  const work: WorkForecast[] = [];
  let run: Run | null = null;
  let before: Moment | null = null;
  let clock = 0;
  for (const { startSeconds, timeline: block } of timeline.blocks) {
    const restSeconds = startSeconds - clock;
    const momentBefore = before;
    const inputs = [catalogue, settings, constants, before, restSeconds, ...forecastCacheKey(block, context)];
    const known: ForetoldBlock = foretoldBlocks(block, inputs, () => {
      run ??= Run.from(context, momentBefore);
      run.reserve.rest(restSeconds);
      foretoldSoFar.blocks++;
      return { work: run.block(block), after: run.moment() };
    });
    work.push(...known.work);
    before = known.after;
    clock = startSeconds + block.seconds;
  }
  const bySegment = new Map<string, WorkForecast>();
  for (const one of work) {
    if (one.span.segmentId === "") continue;
    const known = bySegment.get(one.span.segmentId);
    if (!known || (one.possibleReps ?? 99) < (known.possibleReps ?? 99)) bySegment.set(one.span.segmentId, one);
  }
  return { work, bySegment, miniSets: miniSetsOf(work) };
}

/** Loads, strengths and aims of a block's work, in its order. */
function forecastCacheKey({ block, spans }: BlockTimeline, context: ForecastContext): unknown[] {
  const slots = new Map(block.slots.map((slot) => [slot.id, slot]));
  return spans.flatMap((span) => {
    if (!isWork(span)) return span.reason === "round" ? [context.restedSeconds?.(block.id, span.round) ?? null] : [];
    if (!span.segment) return [];
    const slot = valueAt(slots, span.slotId);
    return [
      context.loadKg(span.segmentId, span.exerciseId, span.segment.setup ?? slot.setup),
      context.strengthOf(slot, span.exerciseId),
      context.aimReps(span.segmentId),
    ];
  });
}

function miniSetsOf(work: readonly WorkForecast[]): Map<string, number[]> {
  const miniSets = new Map<string, number[]>();
  for (const { span, possibleReps } of work) {
    if (span.set?.stop.kind !== "repTotal" || possibleReps === null) continue;
    const known = miniSets.get(span.segmentId) ?? [];
    const place = Math.floor(span.segmentIndex / span.set.segments.length);
    known[place] = Math.min(known[place] ?? possibleReps, possibleReps);
    miniSets.set(span.segmentId, known);
  }
  return miniSets;
}

/**
 * The reps that a segment without a figure of its own is expected to have, for each mini-set of a rep goal; later mini-sets go
 * like the last. Null where nothing is known.
 */
export function openSeriesOf(forecast: SessionForecast, segmentId: string): number[] | null {
  const possible = forecast.bySegment.get(segmentId)?.possibleReps ?? null;
  const series = forecast.miniSets.get(segmentId) ?? (possible === null ? null : [possible]);
  return series?.map((reps) => Math.max(1, Math.floor(reps))) ?? null;
}

export interface Changes {
  /** Multiplies one slot's loads. */
  readonly scale: { readonly slotId: string; readonly by: number } | null;
  /** Replaces the block's rests after rounds. */
  readonly roundRestSeconds: number | null;
}

export const UNCHANGED: Changes = { scale: null, roundRestSeconds: null };

export class Run {
  readonly reserve: Reserve;
  /** Whether the part before ended at a count of reps. */
  private afterCount = false;

  /** Goes on from a moment; null: from the start of a session. */
  static from(context: ForecastContext, moment: Moment | null): Run {
    const run = new Run(context, moment?.reserve.copy());
    run.afterCount = moment?.afterCount ?? false;
    return run;
  }

  moment(): Moment {
    return { reserve: this.reserve.copy(), afterCount: this.afterCount };
  }

  constructor(
    private readonly context: ForecastContext,
    reserve?: Reserve,
    private readonly changes: Changes = UNCHANGED,
  ) {
    this.reserve = reserve ?? new Reserve(context.constants);
  }

  block(block: BlockTimeline): WorkForecast[] {
    const slots = new Map(block.block.slots.map((slot) => [slot.id, slot]));
    const work: WorkForecast[] = [];
    for (const span of block.spans) {
      if (isWork(span)) {
        const one = this.span(span, valueAt(slots, span.slotId));
        if (span.kind === "work") work.push(one);
      } else this.reserve.rest(this.restOf(span, block.block.id));
    }
    return work;
  }

  private restOf(span: RestSpan, blockId: string): number {
    if (span.kind !== "rest" || span.reason !== "round") return span.seconds;
    const rested = this.context.restedSeconds?.(blockId, span.round) ?? span.seconds;
    return this.changes.roundRestSeconds ?? rested;
  }

  private span(span: WorkSpan, slot: Slot): WorkForecast {
    const { context } = this;
    const move = exerciseOrThrow(context.catalogue, span.exerciseId);
    const side: WorkedSide = span.side === "left" || span.side === "right" ? span.side : "both";
    this.reserve.rest(span.seconds, move);
    if (!span.segment) return nothing(span);
    const { amount, rir, rom } = span.segment;
    const asked = this.askedReps(span);
    const askedRir = rir ? (rir.low + rir.high) / 2 : null;
    const strength = context.strengthOf(slot, span.exerciseId);
    const known = context.loadKg(span.segmentId, span.exerciseId, span.segment.setup ?? slot.setup);
    const loadKg = known === null ? null : known * this.scaleOf(span.slotId);
    // A partial rep costs half; a hold costs by its seconds.
    const perRep = rom === "full" ? 1 : 0.5;
    const held = amount.kind === "hold" || (amount.kind === "seconds" && span.reps === 0);
    const wanted = held ? span.seconds / HOLD_SECONDS_PER_REP : asked;
    if (!strength || loadKg === null || !(loadKg > 0)) {
      this.unknown(span, side, (wanted ?? 8) * perRep, askedRir);
      return { ...nothing(span), askedReps: asked, askedRir };
    }
    const { e1rmKg, curve } = strength;
    const plain = this.reserve.repsLeft(move, side, e1rmKg, loadKg, curve) / perRep;
    const fresh = repsAtLoad(e1rmKg, loadKg, curve) / perRep;
    const circumstance = {
      lostReps: Math.max(0, fresh - plain),
      round: span.round,
      part: span.set?.stop.kind === "repTotal" ? 0 : span.segmentIndex,
      afterCount: this.afterCount && span.segmentIndex > 0,
      loadKg,
    };
    let offset = strength.seen?.offset({ ...circumstance, isSaid: false });
    // What is made is told of in the client's own way of telling.
    if (offset && asked !== null && plain + offset.reps >= asked)
      offset = strength.seen!.offset({ ...circumstance, isSaid: true });
    this.afterCount = asked !== null;
    const left = Math.max(0, plain + (offset?.reps ?? 0));
    const done = Math.min(wanted ?? left, left);
    this.reserve.perform(move, side, e1rmKg, loadKg, curve, done * perRep);
    if (held) return { ...nothing(span), askedReps: null, askedRir };
    const short = asked === null ? 0 : asked + (askedRir ?? 0) - left;
    return {
      span,
      possibleReps: left,
      bandReps: this.band(strength, loadKg, fresh, left, perRep, offset?.sd ?? null),
      expectedReps: done,
      expectedRir: asked === null ? 0 : left - asked,
      askedReps: asked,
      askedRir,
      shortBy: Math.max(0, short),
    };
  }

  private scaleOf(slotId: string): number {
    return this.changes.scale?.slotId === slotId ? this.changes.scale.by : 1;
  }

  /** The reps that a side must make: the aim inside a range, else its lower end; null for as many as possible. */
  private askedReps(span: WorkSpan): number | null {
    const { amount } = span.segment!;
    if (span.set?.stop.kind === "repTotal") return null;
    if (amount.kind === "reps") return this.context.aimReps(span.segmentId) ?? amount.reps.low;
    return amount.kind === "seconds" && span.reps > 0 ? span.reps / (span.side === "alternating" ? 2 : 1) : null;
  }

  /** Work at an unknown load is taken to be as hard as it was asked to be, so that it tires what follows. */
  private unknown(span: WorkSpan, side: WorkedSide, reps: number, askedRir: number | null): void {
    const move = exerciseOrThrow(this.context.catalogue, span.exerciseId);
    const { settings } = this.context;
    const curve = populationCurve(settings.e1rmFormula);
    this.reserve.performAsHard(move, side, reps, askedRir ?? settings.assumed.rir, curve);
  }

  private band(
    strength: LiftStrength,
    loadKg: number,
    fresh: number,
    left: number,
    perRep: number,
    seenSd: number | null,
  ): [number, number] {
    const { e1rmKg, curve, fitted } = strength;
    const doubt = fitted ? loadDoubt(fitted, clamp(left, 1, 20)) : 0.05;
    const slope = (repsAtLoad(e1rmKg * 1.01, loadKg, curve) - repsAtLoad(e1rmKg * 0.99, loadKg, curve)) / 0.02 / perRep;
    const sd = seenSd ?? Math.hypot(slope * doubt, REP_NOISE, FATIGUE_DOUBT * Math.max(0, fresh - left));
    return [Math.max(0, left - EIGHTY_PERCENT * sd), left + EIGHTY_PERCENT * sd];
  }
}

function nothing(span: WorkSpan): WorkForecast {
  return {
    span,
    possibleReps: null,
    bandReps: null,
    expectedReps: null,
    expectedRir: null,
    askedReps: null,
    askedRir: null,
    shortBy: 0,
  };
}
