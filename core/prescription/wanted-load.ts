/** What each load rule asks for, before a gym rounds it: docs/handbook.md#resolving-a-load. */
import { type Exercise, isBodyweight, type SetupValue, takesAssistance } from "../exercise";
import { entryAt } from "../lists";
import {
  buildableLoads,
  coldStart,
  computed,
  curveKg,
  e1rmFactor,
  type LoadReason,
  middle,
  type NextPrescription,
  type ProgressReason,
  prescribedFromCurve,
  type ResolveContext,
  type ResolvedLoad,
  repsAtLoad,
  shareOfLoad,
  topReps,
  type Wanted,
} from "../load";
import type { LoadChange, LoadRule, Segment } from "../session";
import { toKg } from "../units";
import type { LiftWork, Neighbour } from "./lift-work";

/** A part of a lift whose load is asked for, with what stands beside it. */
export interface WantedAsk {
  readonly work: LiftWork;
  readonly exercise: Exercise;
  readonly segment: Segment;
  /** The part before, where this one goes on with the same lift. */
  readonly continued: Neighbour | null;
  readonly partBefore: Neighbour | null;
  readonly roundBefore: Neighbour | null;
  /** Its set's place among the working sets. */
  readonly index: number;
}

/** The session's other lifts, for loads that hang on them. */
export interface OtherLifts {
  readonly lift: (slotId: string) => LiftWork | null;
  readonly loadOf: (segmentId: string) => ResolvedLoad | undefined;
}

/** What a part's load rule asks for, in kg as it is prescribed, before the gym rounds it. */
export function wantedLoad(ask: WantedAsk, others: OtherLifts, context: ResolveContext): Wanted {
  const { work, exercise, segment } = ask;
  const rule: LoadRule = segment.load;
  switch (rule.kind) {
    case "fixed":
      return { kg: toKg(rule.weight), reasons: [{ kind: "written" }], exact: true, assumed: false, aimReps: null };
    case "bodyweight": {
      const added = rule.added ? rule.sign * toKg(rule.added) : 0;
      // On a bar or a machine the body is the measure of the load, and not part of it.
      if (!isBodyweight(exercise)) {
        const { bodyMassKg } = context;
        const kg = bodyMassKg === null ? null : Math.max(0, bodyMassKg + added);
        return computed(
          kg,
          bodyMassKg === null
            ? { kind: "noBodyMass" }
            : { kind: "bodyMass", bodyKg: bodyMassKg, added: rule.added, sign: rule.sign },
        );
      }
      return {
        kg: added,
        reasons: [{ kind: "bodyweight", added: rule.added, sign: rule.sign }],
        exact: true,
        assumed: false,
        aimReps: null,
      };
    }
    case "ofSlot": {
      const other = others.lift(rule.slotId);
      // Round by round where the two have the same rounds, else its heaviest set.
      const round = work.slot.sets.findIndex((set) => set?.segments.includes(segment));
      const goAlong = other?.slot.sets.length === work.slot.sets.length;
      const beside = goAlong ? other.slot.sets[round]?.segments[0] : undefined;
      const itsKg = (beside && others.loadOf(beside.id)?.kg) ?? other?.topKg ?? null;
      const kg = itsKg === null ? null : itsKg * rule.share;
      return computed(
        kg,
        kg === null ? { kind: "noRecord" } : { kind: "ofSlot", share: rule.share, slotId: rule.slotId, wantedKg: kg },
      );
    }
    case "fromSegment":
      return changed(ask, rule.change, "part", context);
    case "fromRound":
      return changed(ask, rule.change, "round", context);
    case "percentOfTop": {
      // Of a move of the body it is a share of body and load together, as for every percentage.
      const top = work.topKg === null ? null : toCurve(context, exercise, work.topKg, work.slot.setup);
      const kg = top === null ? null : toPrescribed(context, exercise, (top * rule.percent) / 100, work.slot.setup);
      return computed(
        kg,
        kg === null ? { kind: "noRecord" } : { kind: "ofTop", percent: rule.percent, topKg: work.topKg!, wantedKg: kg },
      );
    }
    case "percentOfMax": {
      const training = context.trainingMaxKg(work.slot.lineage);
      const maxKg = training ?? work.record?.e1rmKg ?? null;
      if (maxKg === null) {
        const setup = segment.setup ?? work.slot.setup;
        return coldStart(exercise, segment, { ...context, setup, leastKg: work.record?.leastKg ?? null });
      }
      const kg = toPrescribed(context, exercise, (maxKg * rule.percent) / 100, work.slot.setup);
      return computed(
        kg,
        kg === null
          ? { kind: "noBodyMass" }
          : {
              kind: "ofMax",
              percent: rule.percent,
              maxKg,
              source: training === null ? "e1RM" : "training max",
              wantedKg: kg,
            },
      );
    }
    case "repMax":
      return throughCurve(ask, context, rule.reps);
    case "byEffort":
      return throughCurve(ask, context, topReps(segment) + middle(segment.rir ?? { low: 2, high: 2 }));
    case "unsaid":
      if (ask.continued) {
        const { kg, reasons } = ask.continued.load;
        return { kg, reasons: reasons.slice(0, 1), exact: true, assumed: false, aimReps: null };
      }
      return unsaidLoad(ask, context);
    case "ofNext":
      return shareOfNext(unsaidLoad(ask, context), rule.percent, ask, context);
  }
}

/** A share of this much more than was meant is another share. */
const NEAR_SHARE = 1.75;

/**
 * A share of the rule's load. Lighter work is for no more reps than its range has, however far the rule has widened it; where the
 * gym has nothing near so much less (24 and 17 on a coarse stack) the load stays, for the fewest reps.
 */
function shareOfNext(
  next: Wanted,
  percent: number,
  { work, exercise, segment }: WantedAsk,
  context: ResolveContext,
): Wanted {
  if (next.kg === null) return next;
  const { bodyMassKg, settings, gym } = context;
  const setup = segment.setup ?? work.slot.setup;
  const kg = shareOfLoad(exercise, next.kg, 1 + percent / 100, bodyMassKg, settings, setup);
  const lighter = percent < 0;
  const reps = segment.amount.kind === "reps" ? segment.amount.reps : null;
  const from = toCurve(context, exercise, next.kg, setup);
  const isNear = buildableLoads(exercise, gym, setup).some((load) => {
    const to = toCurve(context, exercise, load.kg, setup);
    return from !== null && to !== null && from > to && 100 * (1 - to / from) <= NEAR_SHARE * -percent;
  });
  const isKept = lighter && reps !== null && from !== null && !isNear;
  const reasons: LoadReason[] = [{ kind: "ofNext", percent, wantedKg: kg, isKept }, ...next.reasons];
  const nextKg = work.next && next.kg;
  if (isKept) return { ...next, exact: false, aimReps: reps.low, nextKg, reasons };
  const aimReps = lighter && reps && next.aimReps !== null ? Math.min(reps.high, next.aimReps) : next.aimReps;
  // Less was asked for: what is built is less.
  return { ...next, kg, exact: false, aimReps, nextKg, lighter, reasons };
}

function changed(
  { work, exercise, partBefore, roundBefore }: WantedAsk,
  change: LoadChange,
  since: "part" | "round",
  context: ResolveContext,
): Wanted {
  const before = since === "part" ? partBefore : roundBefore;
  const from = before?.load.kg ?? null;
  if (from === null) return computed(null, { kind: "noRecord" });
  if (change.kind === "weight") {
    const kg = from + change.sign * toKg(change.weight);
    const wantedKg = isBodyweight(exercise) ? kg : Math.max(0, kg);
    return computed(wantedKg, { kind: "change", change, beforeKg: from, wantedKg, since });
  }
  const curve = toCurve(context, exercise, from, work.slot.setup);
  const kg =
    curve === null ? null : toPrescribed(context, exercise, curve * (1 + change.percent / 100), work.slot.setup);
  return computed(
    kg,
    kg === null ? { kind: "noBodyMass" } : { kind: "change", change, beforeKg: from, wantedKg: kg, since },
  );
}

/** With so many reps in hand at the body alone fewer reps are asked before any help is. */
const FEWEST_BODY_REPS = 3;

function throughCurve(
  { work, exercise, segment }: Pick<WantedAsk, "work" | "exercise" | "segment">,
  context: ResolveContext,
  effectiveReps: number,
): Wanted {
  const isOwn = exercise.id === work.slot.exerciseId;
  const leastKg = isOwn ? (work.record?.leastKg ?? null) : null;
  const found =
    !isOwn || !work.record?.e1rmKg
      ? coldStart(exercise, segment, { ...context, setup: segment.setup ?? work.slot.setup, leastKg })
      : byRecord(work, exercise, effectiveReps, context);
  return isBodyweight(exercise) ? ofBody(found, work, exercise, segment, context) : found;
}

function byRecord(work: LiftWork, exercise: Exercise, effectiveReps: number, context: ResolveContext): Wanted {
  const reason = curveReason(work, exercise, effectiveReps, context);
  return reason ? computed(reason.wantedKg, reason) : computed(null, { kind: "noBodyMass" });
}

/**
 * What the curve gives for a bodyweight move, as it is done in practice. Assistance is asked only of moves that are done with it,
 * and only where the client makes fewer than three reps without; added load only of those moves, or where this client has
 * trained the move with added load before.
 */
function ofBody(found: Wanted, work: LiftWork, exercise: Exercise, segment: Segment, context: ResolveContext): Wanted {
  const { kg } = found;
  if (kg === null || kg === 0) return found;
  const isLoaded = work.record?.exposures.some(({ sets }) => sets.some(({ loadKg }) => loadKg !== 0)) ?? false;
  const alone: Wanted = { ...found, kg: 0, exact: true, reasons: [{ kind: "bodyAlone" }] };
  if (!takesAssistance(exercise) && !isLoaded) return alone;
  if (kg > 0 || segment.amount.kind !== "reps") return found;
  const bodyKg = toCurve(context, exercise, 0, work.slot.setup);
  const e1rmKg = exercise.id === work.slot.exerciseId ? (work.record?.e1rmKg ?? null) : null;
  if (bodyKg === null || bodyKg <= 0 || e1rmKg === null) return found;
  const rir = segment.rir ? middle(segment.rir) : context.settings.assumed.rir;
  const reps = Math.floor(repsAtLoad(e1rmKg, bodyKg, work.record!.curve) - rir);
  if (reps < FEWEST_BODY_REPS) return found;
  return { ...alone, aimReps: reps, reasons: [{ kind: "fewerReps", reps, asked: topReps(segment) }] };
}

/** The load of the client's own curve for reps and reserve together; null without a body mass where one is needed. */
export function curveReason(work: LiftWork, exercise: Exercise, effectiveReps: number, context: ResolveContext) {
  const { e1rmKg, bandKg, curve, estimates, fitted } = work.record!;
  const share = 1 / e1rmFactor(effectiveReps, curve);
  const wantedKg = toPrescribed(context, exercise, e1rmKg! * share, work.slot.setup);
  if (wantedKg === null) return null;
  return {
    kind: "curve" as const,
    e1rmKg: e1rmKg!,
    band: bandKg,
    effectiveReps,
    percent: share * 100,
    wantedKg,
    days: estimates.length,
    own: fitted?.isOwn ?? false,
  };
}

/** As many as possible, to failure, a total, a time or a distance: of a move of the body the body alone. */
function isOpenWork({ slot }: LiftWork, segment: Segment): boolean {
  const set = slot.sets.find((one) => one?.segments.includes(segment));
  return segment.amount.kind !== "reps" || (set !== undefined && set !== null && set.stop.kind !== "segments");
}

/** Nothing written: last time's load through the progression rule, else the curve at an assumed effort, else a cold start. */
export function unsaidLoad(
  ask: Pick<WantedAsk, "work" | "exercise" | "segment" | "index">,
  context: ResolveContext,
): Wanted {
  const { work, exercise, segment } = ask;
  if (isBodyweight(exercise) && isOpenWork(work, segment))
    return { kg: 0, reasons: [{ kind: "bodyAlone" }], exact: true, assumed: true, aimReps: null };
  const next = exercise.id === work.slot.exerciseId ? work.next : null;
  if (next) return ruled(next, ask, context);
  const rir = segment.rir ? middle(segment.rir) : context.settings.assumed.rir;
  const wanted = throughCurve(ask, context, topReps(segment) + rir);
  const assumedEffort: LoadReason[] = segment.rir ? [] : [{ kind: "assumedEffort", rir }];
  return { ...wanted, assumed: true, reasons: [...wanted.reasons, ...assumedEffort] };
}

/** Rule and curve this far apart, as a share of the curve's load, are not both right. */
const FAR_APART = 0.15;
/** Days that a record must have to be set against the rule. */
const DAYS_TO_JUDGE = 3;
/** What the rule has taken off on purpose is no mistake of its. */
const ON_PURPOSE: ReadonlySet<ProgressReason["kind"]> = new Set(["pain", "painStop", "formBroke", "timeOff", "cut"]);

/**
 * The rule's load. Where the client's curve is more than 15 % away from it for the same reps and reserve, the low end of the curve's
 * band is taken, and both figures are said; upwards by no more than a tenth at once.
 */
function ruled(
  next: NextPrescription,
  { work, exercise, segment, index }: Pick<WantedAsk, "work" | "exercise" | "segment" | "index">,
  context: ResolveContext,
): Wanted {
  const set = entryAt(next.sets, Math.min(index, next.sets.length - 1));
  const isReps = segment.amount.kind === "reps";
  const plain: Wanted = {
    kg: set.loadKg,
    reasons: [{ kind: "progress", next }],
    exact: false,
    assumed: false,
    aimReps: isReps ? set.reps : null,
  };
  const { record, slot } = work;
  if (!isReps || !record?.e1rmKg || !record.bandKg || next.reasons.some(({ kind }) => ON_PURPOSE.has(kind)))
    return plain;
  // Days at a share of the rule's load say little of what the client could do.
  const isShare = record.exposures.at(-1)?.sets.some((set) => set.ruledKg !== undefined) ?? false;
  if (isShare || record.estimates.length < DAYS_TO_JUDGE) return plain;
  const ruleKg = toCurve(context, exercise, set.loadKg, slot.setup);
  if (ruleKg === null || ruleKg <= 0) return plain;
  const rir = segment.rir ? middle(segment.rir) : context.settings.assumed.rir;
  const factor = e1rmFactor(set.reps + rir, record.curve);
  const [curveKg, lowKg] = [record.e1rmKg / factor, record.bandKg[0] / factor];
  if (Math.abs(ruleKg / curveKg - 1) <= FAR_APART) return plain;
  const takenKg = ruleKg > curveKg ? lowKg : Math.max(ruleKg, Math.min(lowKg, ruleKg * 1.1));
  const [taken, byCurve] = [takenKg, curveKg].map((kg) => toPrescribed(context, exercise, kg, slot.setup));
  if (taken == null || byCurve == null || (isBodyweight(exercise) && taken < 0)) return plain;
  const reason: LoadReason = { kind: "ruleAndCurve", ruleKg: set.loadKg, curveKg: byCurve, takenKg: taken };
  return { ...plain, kg: taken, reasons: [...plain.reasons, reason] };
}

export function toPrescribed(
  context: ResolveContext,
  exercise: Exercise,
  kg: number,
  setup: readonly SetupValue[],
): number | null {
  return prescribedFromCurve(exercise, kg, context.bodyMassKg, context.settings, setup);
}

export function toCurve(
  context: ResolveContext,
  exercise: Exercise,
  kg: number,
  setup: readonly SetupValue[],
): number | null {
  return curveKg(exercise, kg, context.bodyMassKg, context.settings, setup);
}
