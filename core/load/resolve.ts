/**
 * From a load rule to a figure in kg that this gym can build, with its reasons as data. Handbook section 5; the order is
 * explicit kg, relative to a slot or round, percent of a max, rep maximum or effort through the curve, last time's
 * through the progression rule, cold start.
 */
import { type Catalogue, type Exercise, exerciseOrThrow } from "../exercise/exercise";
import { type LiftRecord, median } from "../log";
import {
  type NextPrescription,
  nextPrescription,
  type ProgressionRule,
  type SetTarget,
  suggestedRule,
} from "../progress/rules";
import {
  allBlocks,
  type LoadChange,
  type LoadRule,
  type Segment,
  type SessionDocument,
  type Slot,
  type Span,
  type WorkSet,
} from "../session/grammar";
import type { Settings } from "../settings";
import { fromKg, round, toKg, type Weight } from "../units";
import { e1rmFactor, repsAtLoad } from "./e1rm";
import { curveKg, effectiveKg, isBodyweight, prescribedFromCurve } from "./effective";
import {
  type Build,
  type BuildableLoad,
  buildableLoads,
  type GymEquipment,
  pulleyRatioOf,
  type RoundingPolicy,
  roundToBuildable,
} from "./equipment";
import { type RampSet, rampTo } from "./ramp";

export type LoadReason =
  | { readonly kind: "written" }
  | {
      readonly kind: "ofMax";
      readonly percent: number;
      readonly maxKg: number;
      readonly source: "training max" | "e1RM";
      readonly wantedKg: number;
    }
  | {
      readonly kind: "curve";
      readonly e1rmKg: number;
      readonly band: readonly [number, number] | null;
      readonly effectiveReps: number;
      readonly percent: number;
      readonly wantedKg: number;
      readonly days: number;
    }
  | { readonly kind: "ofTop"; readonly percent: number; readonly topKg: number; readonly wantedKg: number }
  | { readonly kind: "ofSlot"; readonly share: number; readonly slotId: string; readonly wantedKg: number }
  | {
      readonly kind: "change";
      readonly change: LoadChange;
      readonly beforeKg: number;
      readonly wantedKg: number;
      readonly since: "part" | "round";
    }
  | { readonly kind: "progress"; readonly next: NextPrescription }
  | {
      readonly kind: "coldStart";
      readonly fromExerciseId: string;
      readonly relatedKg: number;
      readonly wantedKg: number;
    }
  | { readonly kind: "bodyweight"; readonly added: Weight | null; readonly sign: 1 | -1 }
  | { readonly kind: "rounded"; readonly wantedKg: number; readonly builtKg: number; readonly percentOff: number }
  | {
      readonly kind: "outOfReach";
      readonly wantedKg: number;
      readonly nearestKg: number;
      readonly side: "too light" | "too heavy";
    }
  | { readonly kind: "noEquipment" }
  | { readonly kind: "noRecord" }
  | { readonly kind: "noBodyMass" }
  | { readonly kind: "expectRir"; readonly rir: number; readonly asked: number | null }
  | { readonly kind: "assumedEffort"; readonly rir: number };

export interface ResolvedLoad {
  /** The prescribed figure in kg, as built; null where it cannot be known. */
  readonly kg: number | null;
  /** The same in the gym's words; null with `kg`. Assistance is negative in `kg` and positive here. */
  readonly weight: Weight | null;
  readonly build: Build | null;
  /** What volume counts, both hands together. */
  readonly effectiveKg: number | null;
  /** Load as a share of the lift's present e1RM, 0–1.3; null without a record. */
  readonly shareOfE1rm: number | null;
  readonly expectedRir: number | null;
  /** Reps to aim at inside a written range, when progression says so. */
  readonly aimReps: number | null;
  readonly assumed: boolean;
  readonly reasons: readonly LoadReason[];
}

export interface ResolveContext {
  readonly catalogue: Catalogue;
  readonly settings: Settings;
  readonly gym: GymEquipment;
  readonly bodyMassKg: number | null;
  readonly policy: RoundingPolicy;
  /** Calendar date the session is for. */
  readonly date: string;
  readonly recordOf: (lineage: string) => LiftRecord | null;
  /** Records of other lifts, for a cold start. */
  readonly related: readonly { readonly exerciseId: string; readonly e1rmKg: number }[];
  readonly trainingMaxKg: (lineage: string) => number | null;
  readonly ruleOf: (slotId: string) => ProgressionRule | null;
}

export interface ResolvedSession {
  readonly loads: ReadonlyMap<string, ResolvedLoad>;
  readonly ramps: ReadonlyMap<string, readonly RampSet[]>;
  readonly progress: ReadonlyMap<string, NextPrescription>;
}

export function resolveSession(document: SessionDocument, context: ResolveContext): ResolvedSession {
  const resolver = new Resolver(document, context);
  for (const block of allBlocks(document)) for (const slot of block.slots) resolver.slot(slot.id);
  return resolver.result();
}

interface SlotWork {
  readonly slot: Slot;
  readonly record: LiftRecord | null;
  readonly next: NextPrescription | null;
  done: boolean;
  open: boolean;
  topKg: number | null;
}

/** What a rule wants before rounding. */
interface Wanted {
  readonly kg: number | null;
  readonly reasons: readonly LoadReason[];
  readonly exact: boolean;
  readonly assumed: boolean;
  readonly aimReps: number | null;
}

class Resolver {
  private readonly loads = new Map<string, ResolvedLoad>();
  private readonly ramps = new Map<string, readonly RampSet[]>();
  private readonly progress = new Map<string, NextPrescription>();
  private readonly slots = new Map<string, SlotWork>();

  constructor(
    document: SessionDocument,
    private readonly context: ResolveContext,
  ) {
    for (const block of allBlocks(document)) {
      for (const slot of block.slots) {
        const record = context.recordOf(slot.lineage);
        this.slots.set(slot.id, { slot, record, next: null, done: false, open: false, topKg: null });
      }
    }
  }

  result(): ResolvedSession {
    return { loads: this.loads, ramps: this.ramps, progress: this.progress };
  }

  slot(slotId: string): SlotWork | null {
    const known = this.slots.get(slotId);
    if (!known || known.open) return null;
    if (known.done) return known;
    known.open = true;
    const { slot, record } = known;
    const exercise = exerciseOrThrow(this.context.catalogue, slot.exerciseId);
    const next = this.nextOf(slot, record, exercise);
    if (next) this.progress.set(slot.id, next);
    const work: SlotWork = { slot, record, next, done: true, open: true, topKg: null };
    this.slots.set(slotId, work);
    this.resolveSets(work, exercise);
    if (slot.ramp.kind !== "none" && work.topKg !== null) {
      const loads = buildableLoads(exercise, this.context.gym);
      this.ramps.set(
        slot.id,
        rampTo(work.topKg, record?.e1rmKg ?? null, loads, exercise, slot.ramp, this.context.policy),
      );
    }
    work.open = false;
    return work;
  }

  private nextOf(slot: Slot, record: LiftRecord | null, exercise: Exercise): NextPrescription | null {
    const targets = targetsOf(slot);
    if (!record || targets.length === 0) return null;
    const rule = this.context.ruleOf(slot.id) ?? suggestedRule(targets);
    return nextPrescription(rule, targets, record.exposures, {
      exercise,
      loads: buildableLoads(exercise, this.context.gym),
      settings: this.context.settings,
      date: this.context.date,
      e1rmKg: record.e1rmKg,
      toCurveKg: (kg) => curveKg(exercise, kg, this.context.bodyMassKg, this.context.settings),
      policy: this.context.policy,
    });
  }

  private resolveSets(work: SlotWork, exercise: Exercise): void {
    const { slot } = work;
    const ofTop: { set: WorkSet; index: number }[] = [];
    let before: WorkSet | null = null;
    let workingIndex = 0;
    for (const set of slot.sets) {
      if (!set) continue;
      const index = set.role === "working" ? workingIndex++ : 0;
      if (set.segments[0]?.load.kind === "percentOfTop") ofTop.push({ set, index });
      else this.resolveSet(work, exercise, set, before, index);
      before = set;
    }
    if (ofTop.length > 0) {
      if (work.topKg === null) work.topKg = this.topFromBest(work, exercise, ofTop);
      for (const { set, index } of ofTop) this.resolveSet(work, exercise, set, null, index);
    }
  }

  /** All sets are shares of the top: the top itself is the load that progression or the curve gives its heaviest set. */
  private topFromBest(work: SlotWork, exercise: Exercise, sets: { set: WorkSet; index: number }[]): number | null {
    const percentOf = ({ set }: { set: WorkSet }) => {
      const { load } = set.segments[0]!;
      return load.kind === "percentOfTop" ? load.percent : 0;
    };
    const heaviest = sets.reduce((best, next) => (percentOf(next) > percentOf(best) ? next : best));
    return this.unsaid(work, exercise, heaviest.set.segments[0]!, heaviest.index).kg;
  }

  private resolveSet(work: SlotWork, exercise: Exercise, set: WorkSet, before: WorkSet | null, index: number): void {
    let partBefore: ResolvedLoad | null = null;
    set.segments.forEach((segment, position) => {
      const own = segment.exerciseId ? exerciseOrThrow(this.context.catalogue, segment.exerciseId) : exercise;
      const roundBefore = before ? (this.loads.get(before.segments[0]!.id) ?? null) : null;
      // A part without a load of its own goes on with the one before, while it is the same lift.
      const last = set.segments[position - 1];
      const continued = last && (last.exerciseId ?? work.slot.exerciseId) === own.id ? partBefore : null;
      const wanted = this.wanted(work, own, segment, continued, partBefore, roundBefore, index);
      const resolved = this.finish(wanted, own, work, segment);
      this.loads.set(segment.id, resolved);
      if (position === 0 && resolved.kg !== null && set.role === "working")
        work.topKg = Math.max(work.topKg ?? resolved.kg, resolved.kg);
      partBefore = resolved;
    });
  }

  private wanted(
    work: SlotWork,
    exercise: Exercise,
    segment: Segment,
    continued: ResolvedLoad | null,
    partBefore: ResolvedLoad | null,
    roundBefore: ResolvedLoad | null,
    index: number,
  ): Wanted {
    const rule: LoadRule = segment.load;
    switch (rule.kind) {
      case "fixed":
        return { kg: toKg(rule.weight), reasons: [{ kind: "written" }], exact: true, assumed: false, aimReps: null };
      case "bodyweight": {
        const kg = rule.added ? rule.sign * toKg(rule.added) : 0;
        return {
          kg,
          reasons: [{ kind: "bodyweight", added: rule.added, sign: rule.sign }],
          exact: true,
          assumed: false,
          aimReps: null,
        };
      }
      case "ofSlot": {
        const other = this.slot(rule.slotId);
        const kg = other?.topKg === null || !other ? null : other.topKg * rule.share;
        return computed(
          kg,
          kg === null ? { kind: "noRecord" } : { kind: "ofSlot", share: rule.share, slotId: rule.slotId, wantedKg: kg },
        );
      }
      case "fromSegment":
        return this.changed(rule.change, partBefore, "part", exercise);
      case "fromRound":
        return this.changed(rule.change, roundBefore, "round", exercise);
      case "percentOfTop": {
        const kg = work.topKg === null ? null : (work.topKg * rule.percent) / 100;
        return computed(
          kg,
          kg === null
            ? { kind: "noRecord" }
            : { kind: "ofTop", percent: rule.percent, topKg: work.topKg!, wantedKg: kg },
        );
      }
      case "percentOfMax": {
        const training = this.context.trainingMaxKg(work.slot.lineage);
        const maxKg = training ?? work.record?.e1rmKg ?? null;
        if (maxKg === null) return this.coldStart(exercise, segment);
        const kg = this.toPrescribed(exercise, (maxKg * rule.percent) / 100);
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
        return this.throughCurve(work, exercise, segment, rule.reps);
      case "byEffort":
        return this.throughCurve(
          work,
          exercise,
          segment,
          topReps(segment) + middle(segment.rir ?? { low: 2, high: 2 }),
        );
      case "unsaid":
        if (continued)
          return { kg: continued.kg, reasons: continued.reasons, exact: true, assumed: false, aimReps: null };
        return this.unsaid(work, exercise, segment, index);
    }
  }

  private toPrescribed(exercise: Exercise, curve: number): number | null {
    return prescribedFromCurve(exercise, curve, this.context.bodyMassKg, this.context.settings);
  }

  private changed(
    change: LoadChange,
    before: ResolvedLoad | null,
    since: "part" | "round",
    exercise: Exercise,
  ): Wanted {
    const from = before?.kg ?? null;
    if (from === null) return computed(null, { kind: "noRecord" });
    if (change.kind === "weight") {
      const kg = from + change.sign * toKg(change.weight);
      return computed(isBodyweight(exercise) ? kg : Math.max(0, kg), {
        kind: "change",
        change,
        beforeKg: from,
        wantedKg: kg,
        since,
      });
    }
    const curve = curveKg(exercise, from, this.context.bodyMassKg, this.context.settings);
    const kg = curve === null ? null : this.toPrescribed(exercise, curve * (1 + change.percent / 100));
    return computed(
      kg,
      kg === null ? { kind: "noBodyMass" } : { kind: "change", change, beforeKg: from, wantedKg: kg, since },
    );
  }

  private throughCurve(work: SlotWork, exercise: Exercise, segment: Segment, effectiveReps: number): Wanted {
    const e1rmKg = work.record?.e1rmKg ?? null;
    if (e1rmKg === null || exercise.id !== work.slot.exerciseId) return this.coldStart(exercise, segment);
    const share = 1 / e1rmFactor(effectiveReps, this.context.settings.e1rmFormula);
    const kg = this.toPrescribed(exercise, e1rmKg * share);
    if (kg === null) return computed(null, { kind: "noBodyMass" });
    const days = work.record!.estimates.length;
    return computed(kg, {
      kind: "curve",
      e1rmKg,
      band: work.record!.bandKg,
      effectiveReps,
      percent: share * 100,
      wantedKg: kg,
      days,
    });
  }

  /** Nothing written: last time's load through the progression rule, else the curve at an assumed effort, else a cold start. */
  private unsaid(work: SlotWork, exercise: Exercise, segment: Segment, index: number): Wanted {
    if (segment.amount.kind === "hold" || segment.amount.kind === "seconds") {
      if (isBodyweight(exercise))
        return {
          kg: 0,
          reasons: [{ kind: "bodyweight", added: null, sign: 1 }],
          exact: true,
          assumed: true,
          aimReps: null,
        };
    }
    const next = exercise.id === work.slot.exerciseId ? work.next : null;
    if (next) {
      const set = next.sets[Math.min(index, next.sets.length - 1)]!;
      return { kg: set.loadKg, reasons: [{ kind: "progress", next }], exact: false, assumed: false, aimReps: set.reps };
    }
    const rir = segment.rir ? middle(segment.rir) : this.context.settings.assumed.rir;
    const wanted = this.throughCurve(work, exercise, segment, topReps(segment) + rir);
    const assumedEffort: LoadReason[] = segment.rir ? [] : [{ kind: "assumedEffort", rir }];
    return { ...wanted, assumed: true, reasons: [...wanted.reasons, ...assumedEffort] };
  }

  /** No record of this lift: from a related one through the family ratio, at the low end of a ±15 % band. */
  private coldStart(exercise: Exercise, segment: Segment): Wanted {
    const relatives = this.context.related.filter(({ exerciseId }) => {
      const other = this.context.catalogue.byId.get(exerciseId);
      return other && other.family === exercise.family && other.id !== exercise.id;
    });
    const relative = relatives[0];
    if (!relative) {
      const body = isBodyweight(exercise) ? 0 : null;
      return { kg: body, reasons: [{ kind: "noRecord" }], exact: false, assumed: true, aimReps: null };
    }
    const other = exerciseOrThrow(this.context.catalogue, relative.exerciseId);
    const e1rmKg =
      median(relatives.slice(0, 1).map(({ e1rmKg }) => e1rmKg)) * (exercise.familyRatio / other.familyRatio);
    const rir = segment.rir ? middle(segment.rir) : this.context.settings.assumed.rir;
    const curve = (0.85 * e1rmKg) / e1rmFactor(topReps(segment) + rir, this.context.settings.e1rmFormula);
    const kg = this.toPrescribed(exercise, curve);
    if (kg === null) return computed(null, { kind: "noBodyMass" });
    return {
      kg,
      reasons: [{ kind: "coldStart", fromExerciseId: other.id, relatedKg: relative.e1rmKg, wantedKg: kg }],
      exact: false,
      assumed: true,
      aimReps: null,
    };
  }

  private finish(wanted: Wanted, exercise: Exercise, work: SlotWork, segment: Segment): ResolvedLoad {
    const { gym, settings, bodyMassKg, policy } = this.context;
    const buildable = buildableLoads(exercise, gym);
    const reasons = [...wanted.reasons];
    let built: BuildableLoad | null = null;
    if (wanted.kg !== null) {
      built = roundToBuildable(buildable, wanted.kg, wanted.exact ? "nearest" : policy);
      reasons.push(...roundingReasons(wanted.kg, built, buildable, isBodyweight(exercise)));
    }
    // A load written in kg is shown as written even where this gym cannot build it; the reason says so.
    const unbuildable = built !== null && Math.abs(built.kg - wanted.kg!) > 0.002;
    const kg =
      wanted.kg === null
        ? null
        : wanted.exact && unbuildable && !isBodyweight(exercise)
          ? wanted.kg
          : (built?.kg ?? wanted.kg);
    const curve = kg === null ? null : curveKg(exercise, kg, bodyMassKg, settings);
    if (kg !== null && curve === null && !reasons.some((reason) => reason.kind === "noBodyMass"))
      reasons.push({ kind: "noBodyMass" });
    const e1rmKg = exercise.id === work.slot.exerciseId ? (work.record?.e1rmKg ?? null) : null;
    const expected =
      e1rmKg !== null && curve !== null && curve > 0 ? repsAtLoad(e1rmKg, curve, settings.e1rmFormula) : null;
    const reps = wanted.aimReps ?? (segment.amount.kind === "reps" ? topReps(segment) : null);
    const expectedRir = expected !== null && reps !== null ? Math.max(-5, Math.round((expected - reps) * 2) / 2) : null;
    if (expectedRir !== null)
      reasons.push({ kind: "expectRir", rir: expectedRir, asked: segment.rir ? middle(segment.rir) : null });
    return {
      kg: kg === null ? null : round(kg, 3),
      weight: kg === null ? null : built && !unbuildable ? built.weight : fromKg(Math.abs(kg), gym.unit),
      build: unbuildable && wanted.exact && !isBodyweight(exercise) ? null : (built?.build ?? null),
      effectiveKg:
        kg === null
          ? null
          : effectiveKg(exercise, kg, { bodyMassKg, pulleyRatio: pulleyRatioOf(exercise, gym) }, settings),
      shareOfE1rm: e1rmKg !== null && curve !== null ? curve / e1rmKg : null,
      expectedRir,
      aimReps: wanted.aimReps,
      assumed: wanted.assumed,
      reasons,
    };
  }
}

function roundingReasons(
  wantedKg: number,
  built: BuildableLoad | null,
  loads: readonly BuildableLoad[],
  bodyweight: boolean,
): LoadReason[] {
  if (!built) return [{ kind: "noEquipment" }];
  const off = Math.abs(built.kg - wantedKg);
  if (off < 0.002) return [];
  const heaviest = loads.at(-1)!.kg;
  const lightest = loads[0]!.kg;
  if (wantedKg > heaviest + 0.002) return [{ kind: "outOfReach", wantedKg, nearestKg: heaviest, side: "too light" }];
  if (wantedKg < lightest - 0.002) return [{ kind: "outOfReach", wantedKg, nearestKg: lightest, side: "too heavy" }];
  const base = bodyweight ? Math.max(1, Math.abs(wantedKg)) : wantedKg;
  return [
    { kind: "rounded", wantedKg, builtKg: built.kg, percentOff: (100 * (built.kg - wantedKg)) / Math.max(base, 0.001) },
  ];
}

function computed(kg: number | null, reason: LoadReason): Wanted {
  return { kg, reasons: [reason], exact: false, assumed: false, aimReps: null };
}

const middle = (span: Span): number => (span.low + span.high) / 2;

/** The reps a load must allow for: the upper end of a range; what a set to failure is expected to be has no figure. */
function topReps(segment: Segment): number {
  return segment.amount.kind === "reps" ? segment.amount.reps.high : 10;
}

/** What progression reads: the working sets' first segments that ask for reps. */
export function targetsOf(slot: Slot): SetTarget[] {
  const targets: SetTarget[] = [];
  for (const set of slot.sets) {
    if (set?.role !== "working") continue;
    const first = set.segments[0]!;
    if (first.amount.kind !== "reps") continue;
    targets.push({
      low: first.amount.reps.low,
      high: first.amount.reps.high,
      rir: first.rir ? middle(first.rir) : null,
    });
  }
  return targets;
}
