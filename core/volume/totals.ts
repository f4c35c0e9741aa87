/**
 * What a session comes to: seconds, sets, reps, volume load, time under tension, and hard sets by muscle and region.
 * docs/handbook.md#time.
 */
import { type Exercise, exerciseOrThrow, type Muscle, type RegionId } from "../exercise";
import { identityCache } from "../memo";
import { allBlocks, type Segment, type SessionDocument, type Slot, type WorkSet } from "../session";
import type { Settings } from "../settings";
import { isWork, type Timeline, type WorkSpan } from "../time";
import {
  AMOUNT_COUNT,
  type CountContext,
  creditOf,
  creditTracksOf,
  type HardPart,
  hardPartsOf,
  isCountedWork,
  muscleAt,
  regionAt,
  visitWork,
} from "./hard-sets";

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

interface MuscleAmounts {
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

export interface TotalsContext extends CountContext {
  /** Effective kg of a segment; null where unknown. Left out, loads are not counted. */
  readonly effectiveKg?: (segmentId: string) => number | null;
}

export function totalSession(timeline: Timeline, context: TotalsContext): SessionTotals {
  const { parts, assumed: hardnessAssumed } = hardPartsOf(timeline, context);
  const bySlot = new Map<string, Amounts>();
  const byBlock = new Map<string, Amounts>();
  const tallies = new Map<Exercise, Tally>();
  const all = emptyAmounts();
  let unknownLoads = 0;
  for (const { timeline: part } of timeline.blocks) {
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
      if (!isCountedWork(span)) continue;
      const exercise = exerciseOrThrow(context.catalogue, span.exerciseId);
      const { segment } = span;
      const effective = context.effectiveKg?.(span.segmentId) ?? null;
      if (context.effectiveKg && effective === null && segment.amount.kind !== "hold") unknownLoads++;
      const partial = segment.rom !== "full";
      const reps = span.reps * span.counts;
      const volumeLoad = (effective ?? 0) * reps * (partial ? context.settings.partialRepShare : 1);
      if (span.segmentIndex === 0 && span.side !== "right") slot.sets += span.counts;
      if (partial) slot.partialReps += reps;
      else {
        slot.reps += reps;
        slot.repsEachSide += repsEachSide(span) * span.counts;
      }
      slot.volumeLoadKg += volumeLoad;
      let tally = tallies.get(exercise);
      if (!tally) {
        tally = { reps: 0, volumeLoadKg: 0, tensionSeconds: 0 };
        tallies.set(exercise, tally);
      }
      tally.reps += reps;
      tally.volumeLoadKg += volumeLoad;
      tally.tensionSeconds += span.seconds * span.counts;
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
    ...byPlace(parts, tallies, context.settings),
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

const indexed = identityCache<ReadonlyMap<string, IndexedSegment>>();

/** Every segment of a document by id. */
export const indexSegments = (document: SessionDocument): ReadonlyMap<string, IndexedSegment> =>
  indexed(document, [], () => {
    const index = new Map<string, IndexedSegment>();
    for (const block of allBlocks(document))
      for (const slot of block.slots)
        for (const set of slot.sets)
          for (const segment of set?.segments ?? []) index.set(segment.id, { slot, set: set!, segment });
    return index;
  });

/** What each region and muscle gets, of those that any of the exercises trains. */
function byPlace(
  parts: readonly HardPart[],
  tallies: ReadonlyMap<Exercise, Tally>,
  settings: Settings,
): { byRegion: Map<RegionId, MuscleAmounts>; byMuscle: Map<Muscle, MuscleAmounts> } {
  const amounts: (MuscleAmounts | undefined)[] = new Array(AMOUNT_COUNT).fill(undefined);
  for (const [exercise, tally] of tallies) {
    for (const { place, share } of creditTracksOf(exercise, settings.countingSchool)) {
      amounts[place] ??= { hardSets: 0, plainHardSets: 0, reps: 0, volumeLoadKg: 0, tensionSeconds: 0 };
      const known = amounts[place];
      known.reps += tally.reps * share;
      known.volumeLoadKg += tally.volumeLoadKg * share;
      known.tensionSeconds += tally.tensionSeconds * share;
    }
  }
  visitWork(parts, settings, (place, links) => {
    const known = amounts[place];
    // Every muscle that is counted hard was counted above.
    if (!known) return;
    known.hardSets += creditOf(links, settings.chain);
    for (const { part, weight } of links) if (part.isFirst) known.plainHardSets += weight;
  });
  const byRegion = new Map<RegionId, MuscleAmounts>();
  const byMuscle = new Map<Muscle, MuscleAmounts>();
  for (const [place, known] of amounts.entries()) {
    if (!known) continue;
    const region = regionAt(place);
    if (region) byRegion.set(region, known);
    else byMuscle.set(muscleAt(place)!, known);
  }
  return { byRegion, byMuscle };
}
