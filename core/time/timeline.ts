/**
 * A document expanded in time: every piece of work and every rest with its start, in seconds from the session's start.
 * docs/handbook.md#time. Pure and deterministic; a block's expansion depends on the block, the settings and its context
 * alone and is remembered by identity, so an edit of one cell expands one block again.
 */
import { type Catalogue, exerciseOrThrow } from "../exercise";
import { identityCache } from "../memo";
import { allBlocks, type Block, type Segment, type SessionDocument, type Slot, type WorkSet } from "../session";
import type { Settings } from "../settings";
import { type BlockRun, runBlock } from "./run";
import { isOpen, type RestInside, type SetTimeConflict, type Side, type WorkContext } from "./work";

/** Uninterrupted work of one segment on one side. */
export interface WorkSpan {
  readonly kind: "work" | "ramp";
  readonly startSeconds: number;
  readonly seconds: number;
  readonly blockId: string;
  readonly slotId: string;
  /** Empty for ramp sets. */
  readonly setId: string;
  readonly segmentId: string;
  /** The parts themselves; null for ramp sets. */
  readonly segment: Segment | null;
  readonly set: WorkSet | null;
  readonly exerciseId: string;
  /** 0-based; -1 for ramp sets. */
  readonly round: number;
  readonly segmentIndex: number;
  readonly side: Side;
  /** Reps done by this side in this span (for a ranged figure: its middle). Alternating reps count each side's. */
  readonly reps: number;
  readonly working: boolean;
  /** 1; in a round that may be left out a half, so that a range of rounds counts its middle. docs/handbook.md#time. */
  readonly counts: number;
  /** Whether the figure of reps, the tempo or the effort is an assumption. */
  readonly repsAssumed: boolean;
  readonly tempoAssumed: boolean;
}

export type RestReason = RestInside | "warm-up" | "between blocks" | "ramp" | "transition" | "round";

export interface RestSpan {
  readonly kind: "rest" | "warmUp";
  readonly startSeconds: number;
  readonly seconds: number;
  readonly reason: RestReason;
  /** The slot or block that asks for it; empty between blocks. */
  readonly placeId: string;
  readonly round: number;
  readonly assumed: boolean;
}

export type TimelineSpan = WorkSpan | RestSpan;

export const isWork = (span: TimelineSpan): span is WorkSpan => span.kind === "work" || span.kind === "ramp";

/** A set whose prescribed reps cannot fit the time that is asked for. */
export interface TimeConflict extends SetTimeConflict {
  readonly setId: string;
  readonly slotId: string;
  readonly round: number;
}

export interface BlockTimeline {
  readonly block: Block;
  /** Starts count from the block's own start. */
  readonly spans: readonly TimelineSpan[];
  readonly seconds: number;
  readonly run: BlockRun;
  readonly conflicts: readonly TimeConflict[];
}

export interface Timeline {
  readonly blocks: readonly { readonly startSeconds: number; readonly timeline: BlockTimeline }[];
  /** Warm-up and the gaps between blocks. */
  readonly between: readonly RestSpan[];
  readonly seconds: number;
}

interface TimelineContext extends WorkContext {
  /** Reps of each ramp set of a slot, once loads are known; without it an automatic ramp counts three sets. */
  readonly rampReps?: (slot: Slot) => readonly number[];
}

/** Later mini-sets of a rep goal are expected to go like the last of these. */
const MINI_SETS_TOLD_APART = 12;

const ASSUMED_RAMP_REPS = [8, 5, 3] as const;

const expandedBlocks = identityCache<BlockTimeline>();
const expandedSoFar = { blocks: 0 };

/** How many blocks have been expanded so far in this process; for tests of what an edit touches. */
export const expansionCount = (): number => expandedSoFar.blocks;

export function expandSession(document: SessionDocument, context: TimelineContext): Timeline {
  const blocks: { startSeconds: number; timeline: BlockTimeline }[] = [];
  const between: RestSpan[] = [];
  let clock = 0;
  const warmUpSeconds = warmUpLength(document, context.settings);
  if (warmUpSeconds > 0) {
    between.push({
      kind: "warmUp",
      startSeconds: 0,
      seconds: warmUpSeconds,
      reason: "warm-up",
      placeId: "",
      round: 0,
      assumed: false,
    });
    clock = warmUpSeconds;
  }
  const used = new Set<string>();
  allBlocks(document).forEach((block, index) => {
    const setup = chargeStations(block, used, context.catalogue);
    if (index > 0) {
      const seconds = Math.max(context.settings.betweenBlocksSeconds, setup);
      between.push({
        kind: "rest",
        startSeconds: clock,
        seconds,
        reason: "between blocks",
        placeId: block.id,
        round: 0,
        assumed: false,
      });
      clock += seconds;
    }
    const timeline = expandBlock(block, context);
    blocks.push({ startSeconds: clock, timeline });
    clock += timeline.seconds;
  });
  return { blocks, between, seconds: clock };
}

/** Seconds of the pulse raiser and the drills; a drill's reps are untempoed. */
export function warmUpLength(document: SessionDocument, settings: Settings): number {
  if (!document.warmUp) return 0;
  let seconds = document.warmUp.pulseRaiser?.seconds ?? 0;
  for (const drill of document.warmUp.drills) {
    seconds +=
      drill.sets *
      (drill.amount.kind === "seconds" ? drill.amount.seconds : drill.amount.reps * settings.untempoedRepSeconds);
  }
  return seconds;
}

/** Set-up seconds of the stations that this block is the first to use. */
function chargeStations(block: Block, used: Set<string>, catalogue: Catalogue): number {
  let seconds = 0;
  for (const slot of block.slots) {
    const exercise = exerciseOrThrow(catalogue, slot.exerciseId);
    let fresh = false;
    for (const station of exercise.stations) {
      if (!used.has(station)) fresh = true;
      used.add(station);
    }
    if (fresh) seconds += exercise.setupSeconds;
  }
  return seconds;
}

/** The block's expansion, kept while the block and all that it depends on stay the same. */
const expandBlock = (block: Block, context: TimelineContext): BlockTimeline =>
  expandedBlocks(block, [context.catalogue, context.settings, outsideKey(block, context)], () =>
    layOut(runBlock(block, context), context),
  );

/** What the expansion takes from loads and forecast: ramps, and the reps of sets without a figure of their own. */
function outsideKey(block: Block, { rampReps, expectedReps }: TimelineContext): string {
  let key = "";
  for (const slot of block.slots) {
    if (rampReps && slot.ramp.kind !== "none") key += `;${rampReps(slot).join()}`;
    if (!expectedReps) continue;
    for (const set of slot.sets) {
      for (const segment of set?.segments ?? [])
        if (isOpen(segment, set!)) key += `,${expectedOf(segment, set!, expectedReps)}`;
    }
  }
  return key;
}

/** Of a rep goal all mini-sets that may be. */
function expectedOf(segment: Segment, set: WorkSet, expectedReps: NonNullable<WorkContext["expectedReps"]>): string {
  const count = set.stop.kind === "repTotal" ? MINI_SETS_TOLD_APART : 1;
  return Array.from({ length: count }, (_, miniSet) => expectedReps(segment, miniSet) ?? "").join("+");
}

/** Puts a start to every piece of a block's run: ramps first, then round by round. */
function layOut(run: BlockRun, context: TimelineContext): BlockTimeline {
  expandedSoFar.blocks++;
  const { block } = run;
  const spans: TimelineSpan[] = [];
  const conflicts: TimeConflict[] = [];
  let clock = 0;
  const rest = (seconds: number, reason: RestReason, placeId: string, round: number, assumed: boolean) => {
    if (seconds <= 0) return;
    spans.push({ kind: "rest", startSeconds: clock, seconds, reason, placeId, round, assumed });
    clock += seconds;
  };
  for (const slot of block.slots) {
    rampReps(slot, context).forEach((count, index) => {
      const span = rampSpan(block.id, slot, count, index, clock, context.settings);
      spans.push(span);
      clock += span.seconds;
      rest(context.settings.rampRestSeconds, "ramp", slot.id, -1, false);
    });
  }
  for (const { round, isOptional, moves, rest: after } of run.rounds) {
    for (const { slot, set, work, transition } of moves) {
      if (work.conflict) conflicts.push({ ...work.conflict, setId: set.id, slotId: slot.id, round });
      for (const piece of work.pieces) {
        if (piece.kind === "rest") {
          rest(piece.seconds, piece.reason, slot.id, round, piece.assumed);
          continue;
        }
        spans.push({
          ...piece,
          startSeconds: clock,
          blockId: block.id,
          slotId: slot.id,
          setId: set.id,
          segmentId: piece.segment.id,
          set,
          exerciseId: piece.segment.exerciseId ?? slot.exerciseId,
          round,
          working: set.role === "working",
          counts: isOptional ? 0.5 : 1,
        });
        clock += piece.seconds;
      }
      if (transition) rest(transition.seconds, "transition", slot.id, round, transition.why === "assumed");
    }
    if (after) rest(after.seconds, "round", block.id, round, after.why === "assumed");
  }
  return { block, spans, seconds: clock, run, conflicts };
}

function rampReps(slot: Slot, context: TimelineContext): readonly number[] {
  if (slot.ramp.kind === "none") return [];
  const known = context.rampReps?.(slot);
  if (known) return known;
  return slot.ramp.kind === "steps" ? slot.ramp.steps.map((step) => step.reps) : ASSUMED_RAMP_REPS;
}

const rampSpan = (
  blockId: string,
  slot: Slot,
  reps: number,
  segmentIndex: number,
  startSeconds: number,
  settings: Settings,
): WorkSpan => ({
  kind: "ramp",
  startSeconds,
  seconds: reps * settings.untempoedRepSeconds,
  blockId,
  slotId: slot.id,
  setId: "",
  segmentId: "",
  segment: null,
  set: null,
  exerciseId: slot.exerciseId,
  round: -1,
  segmentIndex,
  side: "both",
  reps,
  working: false,
  counts: 1,
  repsAssumed: false,
  tempoAssumed: false,
});
