/**
 * What a session comes to: seconds, sets, reps, volume load, time under tension, and hard sets by muscle and region.
 * Handbook sections 4, 5 and 7.
 */
import { type Catalogue, type Exercise, exerciseOrThrow } from "../exercise/exercise";
import { MUSCLES, type Muscle, REGION_IDS, REGIONS, type RegionId } from "../exercise/regions";
import { allBlocks, type Segment, type SessionDocument, type Slot, type WorkSet } from "../session/grammar";
import type { CountingSchool, Settings } from "../settings";
import { isWork, type Timeline, type WorkSpan } from "../time/timeline";

export interface Amounts {
  workSeconds: number;
  restSeconds: number;
  /** Working sets; a set done on each side is one. */
  sets: number;
  /** Reps of both sides, partial reps apart. */
  reps: number;
  /** Of these, the reps that each side did in work done side by side. */
  repsEachSide: number;
  partialReps: number;
  volumeLoadKg: number;
}

export interface MuscleAmounts {
  /** Chains of hard parts counted as the settings say. */
  hardSets: number;
  /** Hard sets counted one by one. */
  plainHardSets: number;
  reps: number;
  volumeLoadKg: number;
  tensionSeconds: number;
}

export interface SessionTotals extends Amounts {
  readonly seconds: number;
  readonly warmUpSeconds: number;
  readonly bySlot: ReadonlyMap<string, Amounts>;
  readonly byBlock: ReadonlyMap<string, Amounts>;
  readonly byMuscle: ReadonlyMap<Muscle, MuscleAmounts>;
  readonly byRegion: ReadonlyMap<RegionId, MuscleAmounts>;
  /** Working segments whose load is not known, so that the volume load is a lower bound. */
  readonly unknownLoads: number;
  /** Whether any hard set is only assumed to be hard, no effort being written. */
  readonly hardnessAssumed: boolean;
}

/** What one side did of a span: the left's reps, or half of those done alternating. */
export function repsEachSide(span: WorkSpan): number {
  return span.side === "left" ? span.reps : span.side === "alternating" ? span.reps / 2 : 0;
}

/** Work to rest, as the seconds of rest for each second of work; null without work. */
export function restPerWork(amounts: Amounts): number | null {
  return amounts.workSeconds > 0 ? amounts.restSeconds / amounts.workSeconds : null;
}

/** Density: volume load per minute of session, and work seconds per minute. */
export function density(totals: SessionTotals): { kgPerMinute: number; workSecondsPerMinute: number } {
  const minutes = totals.seconds / 60;
  if (minutes === 0) return { kgPerMinute: 0, workSecondsPerMinute: 0 };
  return { kgPerMinute: totals.volumeLoadKg / minutes, workSecondsPerMinute: totals.workSeconds / minutes };
}

export interface TotalsContext {
  readonly catalogue: Catalogue;
  readonly settings: Settings;
  /** Effective kg of a segment; null where unknown. Left out, loads are not counted. */
  readonly effectiveKg?: (segmentId: string) => number | null;
  /** Expected RIR where no effort is written, from the loads. */
  readonly expectedRir?: (segmentId: string) => number | null;
}

/** What a share counts in a school. */
export function schoolWeight(share: number, school: CountingSchool): number {
  switch (school) {
    case "graded":
      return share >= 0.5 ? share : 0;
    case "direct":
      return share === 1 ? 1 : 0;
    case "full":
      return share >= 0.5 ? 1 : 0;
  }
}

export function totalSession(timeline: Timeline, context: TotalsContext): SessionTotals {
  const hard = new HardSetCount(context.settings);
  const bySlot = new Map<string, Amounts>();
  const byBlock = new Map<string, Amounts>();
  const tallies = new Map<Exercise, Tally>();
  const all = emptyAmounts();
  let unknownLoads = 0;
  let hardnessAssumed = false;
  let countedSet: WorkSet | null = null;
  let countedRound = -1;
  for (const { startSeconds, timeline: part } of timeline.blocks) {
    const block = emptyAmounts();
    byBlock.set(part.block.id, block);
    for (const span of part.spans) {
      if (!isWork(span)) {
        block.restSeconds += span.seconds;
        continue;
      }
      let slot = bySlot.get(span.slotId);
      if (!slot) {
        slot = emptyAmounts();
        bySlot.set(span.slotId, slot);
      }
      slot.workSeconds += span.seconds;
      block.workSeconds += span.seconds;
      if (!span.working) continue;
      const exercise = exerciseOrThrow(context.catalogue, span.exerciseId);
      const { segment, set } = span;
      if (!segment || !set) continue;
      const effort = hardness(segment, set, context);
      const effective = context.effectiveKg?.(span.segmentId) ?? null;
      if (context.effectiveKg && effective === null && segment.amount.kind !== "hold") unknownLoads++;
      const partial = segment.rom !== "full";
      const volumeLoad = (effective ?? 0) * span.reps * (partial ? context.settings.partialRepShare : 1);
      if (span.segmentIndex === 0 && span.side !== "right") slot.sets++;
      if (partial) slot.partialReps += span.reps;
      else {
        slot.reps += span.reps;
        slot.repsEachSide += repsEachSide(span);
      }
      slot.volumeLoadKg += volumeLoad;
      let tally = tallies.get(exercise);
      if (!tally) {
        tally = { reps: 0, volumeLoadKg: 0, tensionSeconds: 0 };
        tallies.set(exercise, tally);
      }
      tally.reps += span.reps;
      tally.volumeLoadKg += volumeLoad;
      tally.tensionSeconds += span.seconds;
      if (effort.hard && span.side !== "right") {
        // However a set is written, it is one plain set: from its first part that is hard.
        const isFirst = set !== countedSet || span.round !== countedRound;
        [countedSet, countedRound] = [set, span.round];
        hard.add(exercise, startSeconds + span.startSeconds, span.seconds, isFirst);
        if (effort.assumed) hardnessAssumed = true;
      }
    }
    for (const slot of part.block.slots) {
      const amounts = bySlot.get(slot.id);
      if (!amounts) continue;
      block.sets += amounts.sets;
      block.reps += amounts.reps;
      block.repsEachSide += amounts.repsEachSide;
      block.partialReps += amounts.partialReps;
      block.volumeLoadKg += amounts.volumeLoadKg;
    }
    addAmounts(all, block);
  }
  let warmUpSeconds = 0;
  for (const span of timeline.between) {
    if (span.kind === "warmUp") warmUpSeconds += span.seconds;
    else all.restSeconds += span.seconds;
  }
  return {
    ...all,
    seconds: timeline.seconds,
    warmUpSeconds,
    bySlot,
    byBlock,
    ...hard.read(tallies),
    unknownLoads,
    hardnessAssumed,
  };
}

interface Tally {
  reps: number;
  volumeLoadKg: number;
  tensionSeconds: number;
}

export const emptyAmounts = (): Amounts => ({
  workSeconds: 0,
  restSeconds: 0,
  sets: 0,
  reps: 0,
  repsEachSide: 0,
  partialReps: 0,
  volumeLoadKg: 0,
});

function addAmounts(to: Amounts, from: Amounts): void {
  to.workSeconds += from.workSeconds;
  to.restSeconds += from.restSeconds;
  to.sets += from.sets;
  to.reps += from.reps;
  to.repsEachSide += from.repsEachSide;
  to.partialReps += from.partialReps;
  to.volumeLoadKg += from.volumeLoadKg;
}

interface IndexedSegment {
  readonly slot: Slot;
  readonly set: WorkSet;
  readonly segment: Segment;
}

const indexed = new WeakMap<SessionDocument, ReadonlyMap<string, IndexedSegment>>();

/** Every segment of a document by id. */
export function indexSegments(document: SessionDocument): ReadonlyMap<string, IndexedSegment> {
  const known = indexed.get(document);
  if (known) return known;
  const index = new Map<string, IndexedSegment>();
  for (const block of allBlocks(document)) {
    for (const slot of block.slots) {
      for (const set of slot.sets) {
        if (!set) continue;
        for (const segment of set.segments) index.set(segment.id, { slot, set, segment });
      }
    }
  }
  indexed.set(document, index);
  return index;
}

const HARD = { hard: true, assumed: false } as const;
const SOFT = { hard: false, assumed: false } as const;
const ASSUMED_HARD = { hard: true, assumed: true } as const;

/** Whether a segment counts as hard, and whether that is only assumed. */
export const isHard = hardness;

/** Whether a segment is hard: its own effort, else the effort its set ends with, else the forecast, else assumed. */
function hardness(
  segment: Segment,
  set: WorkSet,
  context: TotalsContext,
): { readonly hard: boolean; readonly assumed: boolean } {
  const own = plannedRir(segment);
  const last = own ?? plannedRir(set.segments[set.segments.length - 1]!);
  const rir = last ?? context.expectedRir?.(segment.id) ?? null;
  if (rir === null) return ASSUMED_HARD;
  return rir <= context.settings.hardSetRir ? HARD : SOFT;
}

function plannedRir(segment: Segment): number | null {
  if (segment.amount.kind === "toFailure" || segment.amount.kind === "maxReps") return 0;
  return segment.rir ? (segment.rir.low + segment.rir.high) / 2 : null;
}

/** Where an exercise counts: positions in the region and muscle arrays, the school's weights, and the plain shares. */
interface Tracks {
  readonly places: readonly number[];
  readonly weights: readonly number[];
  readonly sharePlaces: readonly number[];
  readonly shares: readonly number[];
}

const PLACE_OF_REGION = new Map(REGION_IDS.map((id, place) => [id, place]));
const PLACE_OF_MUSCLE = new Map(MUSCLES.map((muscle, place) => [muscle, REGION_IDS.length + place]));
const PLACES = REGION_IDS.length + MUSCLES.length;

const tracksBySchool = new Map<CountingSchool, WeakMap<Exercise, Tracks>>();

function tracksOf(exercise: Exercise, school: CountingSchool): Tracks {
  let known = tracksBySchool.get(school);
  if (!known) {
    known = new WeakMap();
    tracksBySchool.set(school, known);
  }
  let tracks = known.get(exercise);
  if (!tracks) {
    tracks = makeTracks(exercise, school);
    known.set(exercise, tracks);
  }
  return tracks;
}

function makeTracks(exercise: Exercise, school: CountingSchool): Tracks {
  const shares = new Map<number, number>();
  for (const [region, share] of Object.entries(exercise.shares) as [RegionId, number][]) {
    shares.set(PLACE_OF_REGION.get(region)!, share);
    const muscle = PLACE_OF_MUSCLE.get(REGIONS[region].muscle)!;
    shares.set(muscle, Math.max(shares.get(muscle) ?? 0, share));
  }
  const counted = [...shares]
    .map(([place, share]) => [place, schoolWeight(share, school)] as const)
    .filter(([, weight]) => weight > 0);
  return {
    places: counted.map(([place]) => place),
    weights: counted.map(([, weight]) => weight),
    sharePlaces: [...shares.keys()],
    shares: [...shares.values()],
  };
}

/**
 * Counts hard parts by muscle so that it does not matter how they are written: parts nearer than the gap are one chain,
 * worth 1 + ½ for each further one, at most 2, times the share.
 */
class HardSetCount {
  private readonly chained = new Float64Array(PLACES);
  private readonly plain = new Float64Array(PLACES);
  private readonly lastEnd = new Float64Array(PLACES).fill(Number.NEGATIVE_INFINITY);
  private readonly chainLength = new Float64Array(PLACES);

  constructor(private readonly settings: Settings) {}

  add(exercise: Exercise, startSeconds: number, seconds: number, firstOfSet: boolean): void {
    const { places, weights } = tracksOf(exercise, this.settings.countingSchool);
    const { gapSeconds, furtherCredit, most } = this.settings.chain;
    for (let i = 0; i < places.length; i++) {
      const place = places[i]!;
      const continues = startSeconds - this.lastEnd[place]! < gapSeconds - 1e-9;
      if (!continues) this.chainLength[place] = 0;
      const before = creditOf(this.chainLength[place]!, furtherCredit, most);
      this.chainLength[place]!++;
      const after = creditOf(this.chainLength[place]!, furtherCredit, most);
      this.chained[place]! += weights[i]! * (after - before);
      if (firstOfSet) this.plain[place]! += weights[i]!;
      this.lastEnd[place] = Math.max(this.lastEnd[place]!, startSeconds + seconds);
    }
  }

  /** Amounts by place, for the places that any of the exercises trains. */
  private amounts(tallies: ReadonlyMap<Exercise, Tally>): (MuscleAmounts | undefined)[] {
    const byPlace: (MuscleAmounts | undefined)[] = new Array(PLACES).fill(undefined);
    for (const [exercise, tally] of tallies) {
      const { sharePlaces, shares } = tracksOf(exercise, this.settings.countingSchool);
      for (let i = 0; i < sharePlaces.length; i++) {
        const place = sharePlaces[i]!;
        const share = shares[i]!;
        let amounts = byPlace[place];
        if (!amounts) {
          amounts = {
            hardSets: this.chained[place]!,
            plainHardSets: this.plain[place]!,
            reps: 0,
            volumeLoadKg: 0,
            tensionSeconds: 0,
          };
          byPlace[place] = amounts;
        }
        amounts.reps += tally.reps * share;
        amounts.volumeLoadKg += tally.volumeLoadKg * share;
        amounts.tensionSeconds += tally.tensionSeconds * share;
      }
    }
    return byPlace;
  }

  read(tallies: ReadonlyMap<Exercise, Tally>): {
    byRegion: Map<RegionId, MuscleAmounts>;
    byMuscle: Map<Muscle, MuscleAmounts>;
  } {
    const byPlace = this.amounts(tallies);
    const byRegion = new Map<RegionId, MuscleAmounts>();
    const byMuscle = new Map<Muscle, MuscleAmounts>();
    for (let place = 0; place < PLACES; place++) {
      const amounts = byPlace[place];
      if (!amounts) continue;
      if (place < REGION_IDS.length) byRegion.set(REGION_IDS[place]!, amounts);
      else byMuscle.set(MUSCLES[place - REGION_IDS.length]!, amounts);
    }
    return { byRegion, byMuscle };
  }
}

const creditOf = (length: number, further: number, most: number): number =>
  length === 0 ? 0 : Math.min(most, 1 + further * (length - 1));
