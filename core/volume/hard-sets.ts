/**
 * Hard sets, counted once for everything that speaks of them: totals, jumps, coverage, caps. docs/handbook.md#volume.
 *
 * For each muscle and region, hard parts with less than the gap between them are a chain, however they are written: a drop set,
 * rest-pause, a superset or giant set for the same muscle. A chain counts the largest share among its parts and half of each
 * other's, at most two. In what order the lifts come does not matter.
 */

import {
  type Catalogue,
  type Exercise,
  exerciseOrThrow,
  MUSCLES,
  type Muscle,
  REGION_IDS,
  REGIONS,
  type RegionId,
} from "../exercise";
import { entriesOf, entryAt, valueAt } from "../lists";
import { identityCache } from "../memo";
import type { Segment, WorkSet } from "../session";
import type { CountingSchool, Settings } from "../settings";
import { isWork, type Timeline, type WorkSpan } from "../time";

export interface CountContext {
  readonly catalogue: Catalogue;
  readonly settings: Settings;
  /** Expected RIR where no effort is written, from the loads. */
  readonly expectedRir?: (segmentId: string) => number | null;
}

/** A part of a working set that is hard; of work done one side at a time, the left's. */
export interface HardPart {
  readonly exercise: Exercise;
  readonly segment: Segment;
  readonly startSeconds: number;
  readonly endSeconds: number;
  /** The first hard part of its set: however a set is written, it is one plain set. */
  readonly isFirst: boolean;
  /** 1; in a round that may be left out a half. */
  readonly counts: number;
  readonly toFailure: boolean;
}

interface HardParts {
  readonly parts: readonly HardPart[];
  /** Whether any of them is only assumed to be hard, no effort being written. */
  readonly assumed: boolean;
}

export function hardPartsOf(timeline: Timeline, context: CountContext): HardParts {
  const parts: HardPart[] = [];
  let assumed = false;
  let counted: WorkSet | null = null;
  let countedRound = -1;
  for (const { startSeconds, timeline: block } of timeline.blocks) {
    for (const span of block.spans) {
      if (!isCountedWork(span) || span.side === "right") continue;
      const { segment, set } = span;
      const effort = hardness(segment, set, context);
      if (!effort.hard) continue;
      if (effort.assumed) assumed = true;
      const isFirst = set !== counted || span.round !== countedRound;
      [counted, countedRound] = [set, span.round];
      parts.push({
        exercise: exerciseOrThrow(context.catalogue, span.exerciseId),
        segment,
        startSeconds: startSeconds + span.startSeconds,
        endSeconds: startSeconds + span.startSeconds + span.seconds,
        isFirst,
        counts: span.counts,
        toFailure: plannedRir(segment) === 0,
      });
    }
  }
  return { parts, assumed };
}

type CountedWork = WorkSpan & { readonly segment: Segment; readonly set: WorkSet };

export const isCountedWork = (span: Timeline["blocks"][number]["timeline"]["spans"][number]): span is CountedWork =>
  isWork(span) && span.working && span.segment !== null && span.set !== null;

/** Whether a segment is hard: its own effort, else the effort its set ends with, else the forecast, else assumed. */
function hardness(segment: Segment, set: WorkSet, context: CountContext): { hard: boolean; assumed: boolean } {
  const own = plannedRir(segment);
  const last = own ?? plannedRir(entryAt(set.segments, set.segments.length - 1));
  const rir = last ?? context.expectedRir?.(segment.id) ?? null;
  return { hard: rir === null || rir <= context.settings.hardSetRir, assumed: rir === null };
}

function plannedRir(segment: Segment): number | null {
  if (segment.amount.kind === "toFailure" || segment.amount.kind === "maxReps") return 0;
  return segment.rir ? (segment.rir.low + segment.rir.high) / 2 : null;
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

/** Where an exercise counts: positions of regions, then of muscles, with its shares and what they count in a school. */
interface Track {
  readonly place: number;
  readonly share: number;
  readonly weight: number;
}

const PLACE_OF_REGION = new Map(REGION_IDS.map((id, place) => [id, place]));
const PLACE_OF_MUSCLE = new Map(MUSCLES.map((muscle, place) => [muscle, REGION_IDS.length + place]));
export const AMOUNT_COUNT = REGION_IDS.length + MUSCLES.length;

export const regionAt = (place: number): RegionId | null => REGION_IDS[place] ?? null;
export const muscleAt = (place: number): Muscle | null => MUSCLES[place - REGION_IDS.length] ?? null;

const tracksOf = identityCache<readonly Track[]>();

export const creditTracksOf = (exercise: Exercise, school: CountingSchool): readonly Track[] =>
  tracksOf(exercise, [school], () => {
    const shares = new Map<number, number>();
    for (const [region, share] of entriesOf(exercise.shares)) {
      shares.set(valueAt(PLACE_OF_REGION, region), share);
      const muscle = valueAt(PLACE_OF_MUSCLE, REGIONS[region].muscle);
      shares.set(muscle, Math.max(shares.get(muscle) ?? 0, share));
    }
    return [...shares].map(([place, share]) => ({ place, share, weight: schoolWeight(share, school) }));
  });

/** A part in a chain of one place, with what its share counts there. */
interface ChainLink {
  readonly part: HardPart;
  readonly weight: number;
}

/** Visits every chain of every region and muscle; the parts come in the order of time. */
export function visitWork(
  parts: readonly HardPart[],
  { countingSchool, chain }: Settings,
  visit: (place: number, links: readonly ChainLink[]) => void,
): void {
  const open = new Map<number, { links: ChainLink[]; end: number }>();
  for (const part of parts) {
    for (const { place, weight } of creditTracksOf(part.exercise, countingSchool)) {
      if (weight === 0) continue;
      let run = open.get(place);
      if (run && part.startSeconds - run.end >= chain.gapSeconds - 1e-9) {
        visit(place, run.links);
        run = undefined;
      }
      if (!run) {
        run = { links: [], end: 0 };
        open.set(place, run);
      }
      run.links.push({ part, weight: weight * part.counts });
      run.end = Math.max(run.end, part.endSeconds);
    }
  }
  for (const [place, { links }] of open) visit(place, links);
}

/** What a chain counts: its largest share whole and the others' by the further credit, at most `most`. */
export function creditOf(links: readonly ChainLink[], { furtherCredit, most }: Settings["chain"]): number {
  let largest = 0;
  let sum = 0;
  for (const { weight } of links) {
    largest = Math.max(largest, weight);
    sum += weight;
  }
  return Math.min(most, largest + furtherCredit * (sum - largest));
}

/** What each part of a chain has of its credit; the sum is the chain's. */
export function creditsWithin(links: readonly ChainLink[], chain: Settings["chain"]): number[] {
  const largest = links.reduce((best, { weight }, index) => (weight > entryAt(links, best).weight ? index : best), 0);
  const plain = links.map(({ weight }, index) => (index === largest ? weight : chain.furtherCredit * weight));
  const all = plain.reduce((sum, credit) => sum + credit, 0);
  return all === 0 ? plain : plain.map((credit) => (credit * creditOf(links, chain)) / all);
}
