/**
 * From a load rule to a figure in kg that this gym can build, with its reasons as data. docs/handbook.md#resolving-a-load; the order is
 * explicit kg, relative to a slot or round, percent of a max, rep maximum or effort through the curve, last time's
 * through the progression rule, cold start.
 */
import { directRegions, type Exercise, exerciseOrThrow, trainSameRegion } from "../exercise";
import { firstOf } from "../lists";
import type { LiftRecord } from "../load";
import {
  type BuildableLoad,
  buildableLoads,
  buildSequence,
  type InSequence,
  type PlacedStep,
  type PlatePlan,
  type Policy,
  planSlot,
  type RampKind,
  type RampSet,
  type ResolveContext,
  type ResolvedLoad,
  type ResolvedSession,
  rampTo,
  roundingPolicy,
  roundToBuildable,
  type Wanted,
} from "../load";
import { type PrescribedSession, prescribe } from "../progress";
import { allBlocks, type Segment, type SessionDocument, type Slot, type WorkSet } from "../session";
import { runSteps, type Steps } from "../steps";
import { SAME_WEIGHT_KG } from "../units";
import { builtLoad } from "./built-load";
import { cachedLift, type LiftCacheKey, type LiftFound } from "./lift-memory";
import type { LiftWork, Neighbour, SetPlace } from "./lift-work";
import { toCurve, toPrescribed, unsaidLoad, type WantedAsk, wantedLoad } from "./wanted-load";

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

const partsOf = (slot: Slot): Segment[] => slot.sets.flatMap((set) => set?.segments ?? []);

/** What is a share of another lift's load hangs on that lift too. */
const hangsOnOthers = (slot: Slot): boolean => partsOf(slot).some(({ load }) => load.kind === "ofSlot");

class Resolver {
  private readonly loads = new Map<string, ResolvedLoad>();
  private readonly ramps = new Map<string, readonly RampSet[]>();
  private readonly slots = new Map<string, LiftWork>();
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

  slot(slotId: string): LiftWork | null {
    const work = this.slots.get(slotId);
    if (!work || work.state === "open") return null;
    if (work.state === "done") return work;
    work.state = "open";
    const { slot } = work;
    const exercise = exerciseOrThrow(this.context.catalogue, slot.exerciseId);
    const ramp = slot.ramp.kind === "none" ? null : this.rampKind(slot, exercise);
    const resolve = (): LiftFound => {
      this.resolveSets(work, exercise);
      if (ramp !== null && work.topKg !== null) this.ramps.set(slot.id, this.rampOf(work, exercise, ramp));
      this.orderPlates(slot, exercise);
      return this.found(work);
    };
    if (hangsOnOthers(slot)) resolve();
    else this.reuseLift(work, cachedLift(work.record, slot, this.cacheKeyInputs(work, ramp), resolve));
    work.state = "done";
    return work;
  }

  private cacheKeyInputs({ slot, next }: LiftWork, ramp: RampKind | null): LiftCacheKey {
    const { gym, settings, bodyMassKg, policy, related, catalogue } = this.context;
    const trainingMaxKg = this.context.trainingMaxKg(slot.lineage);
    return { gym, settings, bodyMassKg, policy, related, catalogue, next, ramp, trainingMaxKg };
  }

  private reuseLift(work: LiftWork, { loads, wantedKg, rampSets, plates, topKg }: LiftFound): void {
    const { id } = work.slot;
    for (const [segmentId, load] of loads) this.loads.set(segmentId, load);
    for (const [segmentId, kg] of wantedKg) this.wantedKg.set(segmentId, kg);
    if (rampSets) this.ramps.set(id, rampSets);
    if (plates) this.platePlans.set(id, plates);
    work.topKg = topKg;
  }

  private found({ slot, topKg }: LiftWork): LiftFound {
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

  private rampOf({ slot, record, topKg }: LiftWork, exercise: Exercise, kind: RampKind): RampSet[] {
    const workingKg = topKg!;
    const curve = toCurve(this.context, exercise, workingKg, slot.setup);
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
        (curve === null ? null : toPrescribed(this.context, exercise, share * curve, slot.setup)) ?? share * workingKg,
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

  private resolveSets(work: LiftWork, exercise: Exercise): void {
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
    work: LiftWork,
    exercise: Exercise,
    places: readonly SetPlace[],
    isMeant: (place: SetPlace) => boolean,
  ): void {
    const wanted = new Map<string, Wanted>();
    for (const place of places) {
      const first = firstOf(place.set.segments);
      const isOwn = first.exerciseId === null || first.exerciseId === exercise.id;
      if (isMeant(place) && isOwn && first.load.kind !== "fromRound" && first.load.kind !== "fromSegment")
        wanted.set(
          first.id,
          this.wanted({
            work,
            exercise,
            segment: first,
            continued: null,
            partBefore: null,
            roundBefore: null,
            index: place.index,
          }),
        );
    }
    const inSequence = this.inSequence(work, exercise, places, wanted);
    for (const place of places) if (isMeant(place)) this.resolveSet(work, exercise, place, wanted, inSequence);
  }

  private inSequence(
    work: LiftWork,
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
      const spanKg = toCurve(this.context, exercise, wantedKg, setup) ?? wantedKg;
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
  private topFromBest(work: LiftWork, exercise: Exercise, sets: { set: WorkSet; index: number }[]): number | null {
    const percentOf = ({ set }: { set: WorkSet }) => {
      const { load } = firstOf(set.segments);
      return load.kind === "percentOfTop" ? load.percent : 0;
    };
    const heaviest = sets.reduce((best, next) => (percentOf(next) > percentOf(best) ? next : best));
    return unsaidLoad({ work, exercise, segment: firstOf(heaviest.set.segments), index: heaviest.index }, this.context)
      .kg;
  }

  private resolveSet(
    work: LiftWork,
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
        this.wanted({
          work,
          exercise: own,
          segment,
          continued: sameLift ? partBefore : null,
          partBefore,
          roundBefore,
          index,
        });
      const beside = position > 0 ? (sameLift ? partBefore : null) : own.id === exercise.id ? roundBefore : null;
      const isPrimary = position === 0 && set.role === "working";
      const resolved = builtLoad(
        {
          wanted,
          exercise: own,
          work,
          segment,
          beside,
          speaks: isPrimary,
          inSequence: inSequence.get(segment.id) ?? null,
        },
        this.context,
      );
      this.loads.set(segment.id, resolved);
      if (wanted.kg !== null) this.wantedKg.set(segment.id, wanted.kg);
      if (position === 0 && resolved.kg !== null && set.role === "working")
        work.topKg = Math.max(work.topKg ?? resolved.kg, resolved.kg);
      partBefore = this.neighbour(segment);
    }
  }

  private wanted(ask: WantedAsk): Wanted {
    const others = { lift: (id: string) => this.slot(id), loadOf: (id: string) => this.loads.get(id) };
    return wantedLoad(ask, others, this.context);
  }

  private neighbour(segment: Segment): Neighbour | null {
    const load = this.loads.get(segment.id);
    return load ? { load, wantedKg: this.wantedKg.get(segment.id) ?? null } : null;
  }
}

/** A bar that is pulled from the floor needs plates that hold it up. */
const isPulledFromFloor = ({ pattern, stations }: Exercise): boolean =>
  pattern === "hinge" && stations.includes("platform");
const isBareBar = ({ build }: BuildableLoad): boolean => build.kind === "bar" && build.perSide.length === 0;
