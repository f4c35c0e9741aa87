/**
 * From a load rule to a figure in kg that this gym can build, with its reasons as data. docs/handbook.md#resolving-a-load; the order is
 * explicit kg, relative to a slot or round, percent of a max, rep maximum or effort through the curve, last time's
 * through the progression rule, cold start.
 */
import {
  directRegions,
  type Exercise,
  exerciseOrThrow,
  isBodyweight,
  type SetupValue,
  trainSameRegion,
} from "../exercise";
import { entryAt, firstOf } from "../lists";
import type { LiftRecord } from "../load";
import {
  type BuildableLoad,
  bodyShare,
  buildableLoads,
  buildSequence,
  coldStart,
  computed,
  curveKg,
  e1rmFactor,
  effectiveKg,
  type InSequence,
  keepDistinct,
  type LoadBuild,
  type LoadReason,
  middle,
  type NextPrescription,
  PLAIN_BAND,
  type PlacedStep,
  type PlatePlan,
  type Policy,
  planSlot,
  populationCurve,
  prescribedFromCurve,
  type RampKind,
  type RampSet,
  type ResolveContext,
  type ResolvedLoad,
  type ResolvedSession,
  rampTo,
  repsAtLoad,
  resistanceThrough,
  roundingPolicy,
  roundingReasons,
  roundToBuildable,
  shareOfLoad,
  topReps,
  type Wanted,
} from "../load";
import { type PrescribedSession, prescribe } from "../progress";
import {
  allBlocks,
  type LoadChange,
  type LoadRule,
  type Segment,
  type SessionDocument,
  type Slot,
  type WorkSet,
} from "../session";
import { runSteps, type Steps } from "../steps";
import { fromKg, round, SAME_WEIGHT_KG, toKg, type Weight } from "../units";
import { cachedLift, cacheLift, type LiftCacheKey, type LiftFound } from "./lift-memory";
import { loadAlternatives } from "./load-alternatives";

export const resolveSession = (document: SessionDocument, context: ResolveContext): ResolvedSession =>
  runSteps(resolveSteps(document, context));

/** As `resolveSession`, lift by lift. */
export function* resolveSteps(document: SessionDocument, context: ResolveContext): Steps<ResolvedSession> {
  const prescribed = prescribe(document, context);
  const resolver = new Resolver(prescribed, context);
  yield;
  for (const block of allBlocks(prescribed.document))
    for (const slot of block.slots) {
      resolver.slot(slot.id);
      yield;
    }
  return resolver.result();
}

/** One lift while its sets are resolved; open while its loads are being asked for, so that a circle of references ends. */
interface SlotWork {
  readonly slot: Slot;
  readonly record: LiftRecord | null;
  readonly next: NextPrescription | null;
  state: "untouched" | "open" | "done";
  topKg: number | null;
}

/** A set of a lift, the one before it, and its place among the working sets. */
interface SetPlace {
  readonly set: WorkSet;
  readonly before: WorkSet | null;
  readonly index: number;
}

/** The part before in a set, or the same slot's round before, with what was wanted there. */
interface Neighbour {
  readonly wantedKg: number | null;
  readonly load: ResolvedLoad;
}

const partsOf = (slot: Slot): Segment[] => slot.sets.flatMap((set) => set?.segments ?? []);

/** What is a share of another lift's load hangs on that lift too. */
const hangsOnOthers = (slot: Slot): boolean => partsOf(slot).some(({ load }) => load.kind === "ofSlot");

class Resolver {
  private readonly loads = new Map<string, ResolvedLoad>();
  private readonly ramps = new Map<string, readonly RampSet[]>();
  private readonly slots = new Map<string, SlotWork>();
  private readonly wantedKg = new Map<string, number>();
  private readonly platePlans = new Map<string, PlatePlan>();

  constructor(
    private readonly prescribed: PrescribedSession,
    private readonly context: ResolveContext,
  ) {
    for (const block of allBlocks(prescribed.document)) {
      for (const slot of block.slots) {
        const record = context.recordOf(slot.lineage);
        const next = prescribed.next.get(slot.id) ?? null;
        this.slots.set(slot.id, { slot, record, next, state: "untouched", topKg: null });
      }
    }
  }

  result(): ResolvedSession {
    const { document, next } = this.prescribed;
    return { document, loads: this.loads, ramps: this.ramps, progress: next, platePlans: this.platePlans };
  }

  slot(slotId: string): SlotWork | null {
    const work = this.slots.get(slotId);
    if (!work || work.state === "open") return null;
    if (work.state === "done") return work;
    work.state = "open";
    const { slot } = work;
    const exercise = exerciseOrThrow(this.context.catalogue, slot.exerciseId);
    const ramp = slot.ramp.kind === "none" ? null : this.rampKind(slot, exercise);
    const cacheKeyInputs = this.cacheKeyInputs(work, ramp);
    const before = cachedLift(work.record, slot, cacheKeyInputs);
    if (before) this.reuseLift(work, before);
    else {
      this.resolveSets(work, exercise);
      if (ramp !== null && work.topKg !== null) this.ramps.set(slot.id, this.rampOf(work, exercise, ramp));
      this.orderPlates(slot, exercise);
      if (!hangsOnOthers(slot)) cacheLift(work.record, slot, cacheKeyInputs, this.found(work));
    }
    work.state = "done";
    return work;
  }

  private cacheKeyInputs({ slot, next }: SlotWork, ramp: RampKind | null): LiftCacheKey {
    const { gym, settings, bodyMassKg, policy, related, catalogue } = this.context;
    const trainingMaxKg = this.context.trainingMaxKg(slot.lineage);
    return { gym, settings, bodyMassKg, policy, related, catalogue, next, ramp, trainingMaxKg };
  }

  private reuseLift(work: SlotWork, { loads, wantedKg, rampSets, plates, topKg }: LiftFound): void {
    const { id } = work.slot;
    for (const [segmentId, load] of loads) this.loads.set(segmentId, load);
    for (const [segmentId, kg] of wantedKg) this.wantedKg.set(segmentId, kg);
    if (rampSets) this.ramps.set(id, rampSets);
    if (plates) this.platePlans.set(id, plates);
    work.topKg = topKg;
  }

  private found({ slot, topKg }: SlotWork): LiftFound {
    const of = <T>(all: ReadonlyMap<string, T>): (readonly [string, T])[] =>
      partsOf(slot).flatMap(({ id }) => {
        const one = all.get(id);
        return one === undefined ? [] : [[id, one] as const];
      });
    return {
      loads: of(this.loads),
      wantedKg: of(this.wantedKg),
      rampSets: this.ramps.get(slot.id) ?? null,
      plates: this.platePlans.get(slot.id) ?? null,
      topKg,
    };
  }

  private rampOf({ slot, record, topKg }: SlotWork, exercise: Exercise, kind: RampKind): RampSet[] {
    const workingKg = topKg!;
    const curve = this.toCurve(exercise, workingKg, slot.setup);
    const loads = buildableLoads(exercise, this.context.gym, slot.setup);
    const working = roundToBuildable(loads, workingKg, "nearest")?.build;
    // A ramp is built on the bar that will be worked with.
    const onSameBar = ({ build }: BuildableLoad) =>
      build.kind !== "bar" || working?.kind !== "bar" || build.barName === working.barName;
    return rampTo({
      workingKg,
      intensity: record?.e1rmKg && curve !== null ? curve / record.e1rmKg : null,
      loads: loads.filter((load) => onSameBar(load) && !(isPulledFromFloor(exercise) && isBareBar(load))),
      exercise,
      ramp: slot.ramp.kind === "none" ? { kind: "auto" } : slot.ramp,
      kind,
      policy: this.policyOf(record).kind,
      shareOf: (share) =>
        (curve === null ? null : this.toPrescribed(exercise, share * curve, slot.setup)) ?? share * workingKg,
    });
  }

  /** After another lift for the same muscles a ramp is short; isolation after a compound lift that used them needs none. */
  private rampKind(slot: Slot, exercise: Exercise): RampKind {
    let kind: RampKind = "full";
    for (const before of this.slots.values()) {
      if (before.slot.id === slot.id) break;
      const other = exerciseOrThrow(this.context.catalogue, before.slot.exerciseId);
      const helped = directRegions(exercise).some((region) => (other.shares[region] ?? 0) >= 0.5);
      if (helped && exercise.joints === "single" && other.joints === "multi") return "none";
      if (trainSameRegion(exercise, other)) kind = "short";
    }
    return kind;
  }

  /** The order of plates over the slot; builds then show that order. */
  private orderPlates(slot: Slot, exercise: Exercise): void {
    const plan = planSlot(slot, exercise, this.ramps.get(slot.id) ?? [], (id) => this.loads.get(id), this.context.gym);
    if (!plan) return;
    this.platePlans.set(slot.id, plan);
    for (const step of plan.steps) {
      const load = this.loads.get(step.key);
      if (load?.build?.kind === "bar" || load?.build?.kind === "sled")
        this.loads.set(step.key, { ...load, build: { ...load.build, perSide: step.perSide } });
    }
  }

  private policyOf(record: LiftRecord | null): Policy {
    return roundingPolicy(this.context.policy, record);
  }

  private resolveSets(work: SlotWork, exercise: Exercise): void {
    const { slot } = work;
    const places: SetPlace[] = [];
    let workingIndex = 0;
    for (const set of slot.sets) {
      if (!set) continue;
      const index = set.role === "working" ? workingIndex++ : 0;
      places.push({ set, before: places.at(-1)?.set ?? null, index });
    }
    const isOfTop = ({ set }: SetPlace) => set.segments[0]?.load.kind === "percentOfTop";
    this.resolveTogether(work, exercise, places, (place) => !isOfTop(place));
    const ofTop = places.filter(isOfTop);
    if (ofTop.length === 0) return;
    if (work.topKg === null) work.topKg = this.topFromBest(work, exercise, ofTop);
    this.resolveTogether(work, exercise, places, isOfTop);
  }

  /** Those of a lift's rounds that are meant, their first parts rounded as one sequence beside what stands already. */
  private resolveTogether(
    work: SlotWork,
    exercise: Exercise,
    places: readonly SetPlace[],
    isMeant: (place: SetPlace) => boolean,
  ): void {
    const wanted = new Map<string, Wanted>();
    for (const place of places) {
      const first = firstOf(place.set.segments);
      const isOwn = first.exerciseId === null || first.exerciseId === exercise.id;
      if (isMeant(place) && isOwn && first.load.kind !== "fromRound" && first.load.kind !== "fromSegment")
        wanted.set(first.id, this.wanted(work, exercise, first, null, null, null, place.index));
    }
    const inSequence = this.inSequence(work, exercise, places, wanted);
    for (const place of places) if (isMeant(place)) this.resolveSet(work, exercise, place, wanted, inSequence);
  }

  private inSequence(
    work: SlotWork,
    exercise: Exercise,
    places: readonly SetPlace[],
    wanted: ReadonlyMap<string, Wanted>,
  ): ReadonlyMap<string, InSequence> {
    const chosen = new Map<string, InSequence>();
    let run: PlacedStep[] = [];
    const finish = () => {
      if (run.length > 1 && run.some((step) => !step.stands))
        for (const [id, built] of buildSequence(run)) chosen.set(id, built);
      run = [];
    };
    const { kind: policy } = this.policyOf(work.record);
    for (const { set } of places) {
      const segment = firstOf(set.segments);
      const setup = segment.setup ?? work.slot.setup;
      const standing = this.loads.get(segment.id);
      const asked = wanted.get(segment.id);
      const wantedKg = asked?.kg ?? (standing ? this.wantedKg.get(segment.id) : null) ?? null;
      if (wantedKg === null || (asked?.exact ?? false)) {
        finish();
        continue;
      }
      const loads = buildableLoads(exercise, this.context.gym, setup);
      const stands = standing?.kg != null;
      const at = stands ? loads.filter((load) => Math.abs(load.kg - standing.kg!) < SAME_WEIGHT_KG) : loads;
      if (at.length === 0) {
        finish();
        continue;
      }
      const spanKg = this.toCurve(exercise, wantedKg, setup) ?? wantedKg;
      run.push({
        id: segment.id,
        stands,
        wantedKg,
        loads: at,
        policy: asked?.lighter ? "neverHarder" : policy,
        spanKg,
      });
    }
    finish();
    return chosen;
  }

  /** All sets are shares of the top: the top itself is the load that progression or the curve gives its heaviest set. */
  private topFromBest(work: SlotWork, exercise: Exercise, sets: { set: WorkSet; index: number }[]): number | null {
    const percentOf = ({ set }: { set: WorkSet }) => {
      const { load } = firstOf(set.segments);
      return load.kind === "percentOfTop" ? load.percent : 0;
    };
    const heaviest = sets.reduce((best, next) => (percentOf(next) > percentOf(best) ? next : best));
    return this.unsaid(work, exercise, firstOf(heaviest.set.segments), heaviest.index).kg;
  }

  private resolveSet(
    work: SlotWork,
    exercise: Exercise,
    { set, before, index }: SetPlace,
    firstWanted: ReadonlyMap<string, Wanted>,
    inSequence: ReadonlyMap<string, InSequence>,
  ): void {
    let partBefore: Neighbour | null = null;
    const roundBefore = before ? this.neighbour(firstOf(before.segments)) : null;
    for (const [position, segment] of set.segments.entries()) {
      const own = segment.exerciseId ? exerciseOrThrow(this.context.catalogue, segment.exerciseId) : exercise;
      // A part without a load of its own goes on with the one before, while it is the same lift.
      const last = set.segments[position - 1];
      const sameLift = last && (last.exerciseId ?? work.slot.exerciseId) === own.id;
      const wanted =
        firstWanted.get(segment.id) ??
        this.wanted(work, own, segment, sameLift ? partBefore : null, partBefore, roundBefore, index);
      const beside = position > 0 ? (sameLift ? partBefore : null) : own.id === exercise.id ? roundBefore : null;
      const isPrimary = position === 0 && set.role === "working";
      const resolved = this.finish(wanted, own, work, segment, beside, isPrimary, inSequence.get(segment.id) ?? null);
      this.loads.set(segment.id, resolved);
      if (wanted.kg !== null) this.wantedKg.set(segment.id, wanted.kg);
      if (position === 0 && resolved.kg !== null && set.role === "working")
        work.topKg = Math.max(work.topKg ?? resolved.kg, resolved.kg);
      partBefore = this.neighbour(segment);
    }
  }

  private neighbour(segment: Segment): Neighbour | null {
    const load = this.loads.get(segment.id);
    return load ? { load, wantedKg: this.wantedKg.get(segment.id) ?? null } : null;
  }

  private wanted(
    work: SlotWork,
    exercise: Exercise,
    segment: Segment,
    continued: Neighbour | null,
    partBefore: Neighbour | null,
    roundBefore: Neighbour | null,
    index: number,
  ): Wanted {
    const rule: LoadRule = segment.load;
    switch (rule.kind) {
      case "fixed":
        return { kg: toKg(rule.weight), reasons: [{ kind: "written" }], exact: true, assumed: false, aimReps: null };
      case "bodyweight": {
        const added = rule.added ? rule.sign * toKg(rule.added) : 0;
        // On a bar or a machine the body is the measure of the load, and not part of it.
        if (!isBodyweight(exercise)) {
          const { bodyMassKg } = this.context;
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
        const other = this.slot(rule.slotId);
        // Round by round where the two have the same rounds, else its heaviest set.
        const round = work.slot.sets.findIndex((set) => set?.segments.includes(segment));
        const goAlong = other?.slot.sets.length === work.slot.sets.length;
        const beside = goAlong ? other.slot.sets[round]?.segments[0] : undefined;
        const itsKg = (beside && this.loads.get(beside.id)?.kg) ?? other?.topKg ?? null;
        const kg = itsKg === null ? null : itsKg * rule.share;
        return computed(
          kg,
          kg === null ? { kind: "noRecord" } : { kind: "ofSlot", share: rule.share, slotId: rule.slotId, wantedKg: kg },
        );
      }
      case "fromSegment":
        return this.changed(work, rule.change, partBefore, "part", exercise);
      case "fromRound":
        return this.changed(work, rule.change, roundBefore, "round", exercise);
      case "percentOfTop": {
        // Of a move of the body it is a share of body and load together, as for every percentage.
        const top = work.topKg === null ? null : this.toCurve(exercise, work.topKg, work.slot.setup);
        const kg = top === null ? null : this.toPrescribed(exercise, (top * rule.percent) / 100, work.slot.setup);
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
        if (maxKg === null) return coldStart(exercise, segment, this.context);
        const kg = this.toPrescribed(exercise, (maxKg * rule.percent) / 100, work.slot.setup);
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
        if (continued) {
          const { kg, reasons } = continued.load;
          return { kg, reasons: reasons.slice(0, 1), exact: true, assumed: false, aimReps: null };
        }
        return this.unsaid(work, exercise, segment, index);
      case "ofNext": {
        const next = this.unsaid(work, exercise, segment, index);
        if (next.kg === null) return next;
        const { bodyMassKg, settings } = this.context;
        const kg = shareOfLoad(exercise, next.kg, 1 + rule.percent / 100, bodyMassKg, settings, work.slot.setup);
        const reasons: LoadReason[] = [{ kind: "ofNext", percent: rule.percent, wantedKg: kg }, ...next.reasons];
        // Less was asked for: what is built is less.
        return { ...next, kg, exact: false, nextKg: work.next && next.kg, lighter: rule.percent < 0, reasons };
      }
    }
  }

  private toPrescribed(exercise: Exercise, kg: number, setup: readonly SetupValue[]): number | null {
    return prescribedFromCurve(exercise, kg, this.context.bodyMassKg, this.context.settings, setup);
  }

  private toCurve(exercise: Exercise, kg: number, setup: readonly SetupValue[]): number | null {
    return curveKg(exercise, kg, this.context.bodyMassKg, this.context.settings, setup);
  }

  private changed(
    work: SlotWork,
    change: LoadChange,
    before: Neighbour | null,
    since: "part" | "round",
    exercise: Exercise,
  ): Wanted {
    const from = before?.load.kg ?? null;
    if (from === null) return computed(null, { kind: "noRecord" });
    if (change.kind === "weight") {
      const kg = from + change.sign * toKg(change.weight);
      const wantedKg = isBodyweight(exercise) ? kg : Math.max(0, kg);
      return computed(wantedKg, { kind: "change", change, beforeKg: from, wantedKg, since });
    }
    const curve = this.toCurve(exercise, from, work.slot.setup);
    const kg = curve === null ? null : this.toPrescribed(exercise, curve * (1 + change.percent / 100), work.slot.setup);
    return computed(
      kg,
      kg === null ? { kind: "noBodyMass" } : { kind: "change", change, beforeKg: from, wantedKg: kg, since },
    );
  }

  private throughCurve(work: SlotWork, exercise: Exercise, segment: Segment, effectiveReps: number): Wanted {
    if (!work.record?.e1rmKg || exercise.id !== work.slot.exerciseId) return coldStart(exercise, segment, this.context);
    const reason = this.curveReason(work, exercise, effectiveReps);
    return reason ? computed(reason.wantedKg, reason) : computed(null, { kind: "noBodyMass" });
  }

  private curveReason(work: SlotWork, exercise: Exercise, effectiveReps: number) {
    const { e1rmKg, bandKg, curve, estimates, fitted } = work.record!;
    const share = 1 / e1rmFactor(effectiveReps, curve);
    const wantedKg = this.toPrescribed(exercise, e1rmKg! * share, work.slot.setup);
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

  /** Nothing written: last time's load through the progression rule, else the curve at an assumed effort, else a cold start. */
  private unsaid(work: SlotWork, exercise: Exercise, segment: Segment, index: number): Wanted {
    if ((segment.amount.kind === "hold" || segment.amount.kind === "seconds") && isBodyweight(exercise)) {
      const body: LoadReason = { kind: "bodyweight", added: null, sign: 1 };
      return { kg: 0, reasons: [body], exact: true, assumed: true, aimReps: null };
    }
    const next = exercise.id === work.slot.exerciseId ? work.next : null;
    if (next) {
      const set = entryAt(next.sets, Math.min(index, next.sets.length - 1));
      return { kg: set.loadKg, reasons: [{ kind: "progress", next }], exact: false, assumed: false, aimReps: set.reps };
    }
    const rir = segment.rir ? middle(segment.rir) : this.context.settings.assumed.rir;
    const wanted = this.throughCurve(work, exercise, segment, topReps(segment) + rir);
    const assumedEffort: LoadReason[] = segment.rir ? [] : [{ kind: "assumedEffort", rir }];
    return { ...wanted, assumed: true, reasons: [...wanted.reasons, ...assumedEffort] };
  }

  private finish(
    wanted: Wanted,
    exercise: Exercise,
    work: SlotWork,
    segment: Segment,
    beside: Neighbour | null,
    speaks: boolean,
    inSequence: InSequence | null,
  ): ResolvedLoad {
    const { gym, settings, bodyMassKg } = this.context;
    const setup = segment.setup ?? work.slot.setup;
    const own = this.policyOf(work.record);
    const policy: Policy = wanted.lighter ? { ...own, kind: "neverHarder" } : own;
    const built = this.build(wanted, exercise, policy, beside, setup, inSequence);
    const { kg } = built;
    const reasons = [...wanted.reasons, ...built.reasons];
    const curve = kg === null ? null : this.toCurve(exercise, kg, setup);
    if (kg !== null && curve === null && !reasons.some((reason) => reason.kind === "noBodyMass"))
      reasons.push({ kind: "noBodyMass" });
    const unknownBands = segment.beside.flatMap((one) =>
      one.kind === "band" && !gym.bands.some((band) => band.name === one.name) ? [one.name] : [],
    );
    for (const name of unknownBands) reasons.push({ kind: "bandAssumed", name, assumedKg: PLAIN_BAND.kg });
    const mine = exercise.id === work.slot.exerciseId ? work.record : null;
    const e1rmKg = mine?.e1rmKg ?? null;
    const ownCurve = mine?.curve ?? populationCurve(settings.e1rmFormula);
    const expected = e1rmKg !== null && curve !== null && curve > 0 ? repsAtLoad(e1rmKg, curve, ownCurve) : null;
    const reps = wanted.aimReps ?? (segment.amount.kind === "reps" ? topReps(segment) : null);
    const expectedRir = expected !== null && reps !== null ? Math.max(-5, Math.round((expected - reps) * 2) / 2) : null;
    if (expectedRir !== null)
      reasons.push({ kind: "expectRir", rir: expectedRir, asked: segment.rir ? middle(segment.rir) : null });
    const outOfReach = reasons.find((reason) => reason.kind === "outOfReach");
    const rir = segment.rir ? middle(segment.rir) : settings.assumed.rir;
    const { laterality } = work.slot;
    const effectiveContext = { bodyMassKg, gym, setup, beside: segment.beside, laterality };
    return {
      exercise,
      kg: kg === null ? null : round(kg, 3),
      weight: kg === null ? null : (built.weight ?? fromKg(Math.abs(kg), gym.unit)),
      build: built.build,
      effectiveKg: kg === null ? null : effectiveKg(exercise, kg, effectiveContext, settings),
      shareOfE1rm: e1rmKg !== null && curve !== null ? curve / e1rmKg : null,
      expectedRir,
      nextKg: wanted.nextKg ?? null,
      aimReps: wanted.aimReps,
      assumed: wanted.assumed || unknownBands.length > 0,
      reasons,
      overruled: speaks ? this.overruled(wanted, exercise, work, segment) : [],
      ways:
        outOfReach?.kind === "outOfReach"
          ? loadAlternatives({ exercise, ...outOfReach, rir, e1rmKg, curve: ownCurve }, this.context)
          : [],
      resistance:
        kg !== null && segment.beside.length > 0 ? resistanceThrough(exercise, kg, effectiveContext, settings) : null,
    };
  }

  /** The load as this gym builds it; where it builds nothing for the lift, as it is wanted. */
  private build(
    wanted: Wanted,
    exercise: Exercise,
    policy: Policy,
    beside: Neighbour | null,
    setup: readonly SetupValue[],
    inSequence: InSequence | null,
  ): { kg: number | null; weight: Weight | null; build: LoadBuild | null; reasons: LoadReason[] } {
    if (wanted.kg === null) return { kg: null, weight: null, build: null, reasons: [] };
    const loads = buildableLoads(exercise, this.context.gym, setup);
    const assists = isBodyweight(exercise);
    const own = wanted.exact && !(assists && wanted.kg < 0) ? ({ ...policy, kind: "nearest" } as const) : policy;
    let built = inSequence?.built ?? roundToBuildable(loads, wanted.kg, own.kind);
    let reasons = roundingReasons(wanted.kg, built, loads, assists, own);
    if (assists && wanted.kg < 0) reasons.push(...this.helpProblem(exercise, built?.kg ?? wanted.kg, setup));
    if (!built) return { kg: wanted.kg, weight: null, build: null, reasons };
    if (inSequence) reasons.push(...inSequence.reasons);
    else if (!wanted.exact && beside?.wantedKg != null && beside.load.kg !== null) {
      const span = this.toCurve(exercise, wanted.kg, setup) ?? wanted.kg;
      // A relative load is a step from what was built; others are steps between what was wanted.
      const relative = wanted.reasons[0]?.kind === "change";
      const before = { wantedKg: relative ? beside.load.kg : beside.wantedKg, builtKg: beside.load.kg };
      const apart = keepDistinct(before, wanted.kg, built, loads, own.kind, span, relative);
      if (apart) {
        reasons = [...(apart.built === built ? reasons : []), apart.reason];
        built = apart.built;
      }
    }
    return { kg: built.kg, weight: built.weight, build: built.build, reasons };
  }

  /** Help that lifts the whole body or more leaves nothing to train. */
  private helpProblem(exercise: Exercise, kg: number, setup: readonly SetupValue[]): LoadReason[] {
    const { bodyMassKg, settings } = this.context;
    const share = bodyShare(exercise, setup, settings) ?? 1;
    if (bodyMassKg === null || -kg < share * bodyMassKg) return [];
    return [{ kind: "moreHelpThanBody", helpKg: -kg, bodyKg: share * bodyMassKg }];
  }

  /** What the rules that did not win would have said: last time's progression, and the curve for the reps and effort asked. */
  private overruled(wanted: Wanted, exercise: Exercise, work: SlotWork, segment: Segment): LoadReason[] {
    if (exercise.id !== work.slot.exerciseId) return [];
    const winner = wanted.reasons[0]?.kind;
    const reasons: LoadReason[] = [];
    if (work.next && winner !== "progress") reasons.push({ kind: "progress", next: work.next });
    const usesCurve = winner === "curve" || winner === "coldStart";
    if (work.record?.e1rmKg && !usesCurve && segment.amount.kind === "reps") {
      const rir = segment.rir ? middle(segment.rir) : this.context.settings.assumed.rir;
      const reason = this.curveReason(work, exercise, (wanted.aimReps ?? topReps(segment)) + rir);
      if (reason) reasons.push(reason);
    }
    return reasons;
  }
}

/** A bar that is pulled from the floor needs plates that hold it up. */
const isPulledFromFloor = ({ pattern, stations }: Exercise): boolean =>
  pattern === "hinge" && stations.includes("platform");
const isBareBar = ({ build }: BuildableLoad): boolean => build.kind === "bar" && build.perSide.length === 0;
