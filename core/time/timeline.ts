/**
 * A document expanded in time: every piece of work and every rest with its start, in seconds from the session's start.
 * Handbook section 4. Pure and deterministic; a block's expansion depends on the block, the settings and its context
 * alone and is remembered by identity, so an edit of one cell expands one block again.
 */
import { type Catalogue, type Exercise, exerciseOrThrow } from "../exercise/exercise";
import {
  allBlocks,
  type Block,
  LIMITS,
  plannedRounds,
  type RestAmount,
  restSecondsForTime,
  type Segment,
  type SessionDocument,
  type Slot,
  setInRound,
  type WorkSet,
} from "../session/grammar";
import type { Settings } from "../settings";
import { repSeconds, tempoInForce } from "./tempo";

/** `alternating`: one span holds both sides' reps, turn about. */
export type Side = "both" | "left" | "right" | "alternating";

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
  /** Whether the figure of reps, the tempo or the effort is an assumption. */
  readonly repsAssumed: boolean;
  readonly tempoAssumed: boolean;
}

export type RestReason =
  | "warm-up"
  | "between blocks"
  | "ramp"
  | "handover"
  | "round"
  | "drop change"
  | "pause"
  | "side change"
  | "mini-set";

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

/** The prescribed reps cannot fit the time under tension that is asked for. */
export interface TimeConflict {
  readonly setId: string;
  readonly slotId: string;
  readonly round: number;
  readonly statedSeconds: number;
  readonly neededSeconds: number;
  /** The seconds a rep at which it fits; 0 where no rep can be shortened. */
  readonly fitsAtRepSeconds: number;
  /** The reps a part at which it fits at the tempo asked. */
  readonly fitsAtReps: number;
}

export interface BlockTimeline {
  readonly block: Block;
  /** Starts count from the block's own start. */
  readonly spans: readonly TimelineSpan[];
  readonly seconds: number;
  readonly rounds: number;
  readonly conflicts: readonly TimeConflict[];
}

export interface Timeline {
  readonly blocks: readonly { readonly startSeconds: number; readonly timeline: BlockTimeline }[];
  /** Warm-up and the gaps between blocks. */
  readonly between: readonly RestSpan[];
  readonly seconds: number;
}

export interface TimelineContext {
  readonly catalogue: Catalogue;
  readonly settings: Settings;
  /** Reps of each ramp set of a slot, once loads are known; without it an automatic ramp counts three sets. */
  readonly rampReps?: (slot: Slot) => readonly number[];
  /** Forecast reps of a segment without a fixed figure (to failure, max reps); without it the settings' assumption. */
  readonly expectedReps?: (segment: Segment) => number | null;
}

const ASSUMED_RAMP_REPS = [8, 5, 3] as const;

interface Remembered {
  readonly catalogue: Catalogue;
  readonly settings: Settings;
  readonly key: string;
  readonly timeline: BlockTimeline;
}

const remembered = new WeakMap<Block, Remembered>();
let expansions = 0;

/** How many blocks have been expanded so far in this process; for tests of what an edit touches. */
export const expansionCount = (): number => expansions;

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

/** The block's expansion, remembered while the block and all that it depends on stay the same. */
export function expandBlock(block: Block, context: TimelineContext): BlockTimeline {
  const { catalogue, settings } = context;
  const key = outsideKey(block, context);
  const known = remembered.get(block);
  if (known && known.settings === settings && known.catalogue === catalogue && known.key === key) return known.timeline;
  const timeline = new BlockExpansion(block, context).run();
  remembered.set(block, { catalogue, settings, key, timeline });
  return timeline;
}

/** What the expansion takes from loads and forecast: ramps, and the reps of sets without a figure of their own. */
function outsideKey(block: Block, { rampReps, expectedReps }: TimelineContext): string {
  let key = "";
  for (const slot of block.slots) {
    if (rampReps && slot.ramp.kind !== "none") key += `;${rampReps(slot).join()}`;
    if (!expectedReps) continue;
    for (const set of slot.sets) {
      for (const segment of set?.segments ?? []) if (isOpen(segment, set!)) key += `,${expectedReps(segment) ?? ""}`;
    }
  }
  return key;
}

/** Whether a segment has no figure of reps of its own: to failure, as many as possible, a part of a rep goal. */
export const isOpen = (segment: Segment, set: WorkSet): boolean =>
  segment.amount.kind === "toFailure" || segment.amount.kind === "maxReps" || set.stop.kind === "repTotal";

class BlockExpansion {
  private readonly spans: TimelineSpan[] = [];
  private readonly conflicts: TimeConflict[] = [];
  private clock = 0;
  private readonly settings: Settings;
  private readonly exercises: Exercise[];

  constructor(
    private readonly block: Block,
    private readonly context: TimelineContext,
  ) {
    this.settings = context.settings;
    this.exercises = block.slots.map((slot) => exerciseOrThrow(context.catalogue, slot.exerciseId));
    expansions++;
  }

  run(): BlockTimeline {
    for (const slot of this.block.slots) this.ramp(slot);
    const limit = this.block.rounds.kind === "withinTime" ? this.block.rounds.seconds : null;
    const planned = plannedRounds(this.block.rounds) ?? LIMITS.rounds;
    const from = this.clock;
    let rounds = 0;
    for (let round = 0; round < planned; round++) {
      const before = { clock: this.clock, spans: this.spans.length, conflicts: this.conflicts.length };
      if (round > 0) this.restAfterRound(round - 1, before.clock);
      this.round(round);
      if (limit !== null && this.clock - from > limit && round > 0) {
        this.spans.length = before.spans;
        this.conflicts.length = before.conflicts;
        this.clock = before.clock;
        break;
      }
      rounds++;
    }
    if (limit !== null && this.clock - from < limit) this.clock = from + limit;
    return { block: this.block, spans: this.spans, seconds: this.clock, rounds, conflicts: this.conflicts };
  }

  private roundStart = 0;

  private round(round: number): void {
    this.roundStart = this.clock;
    const { slots } = this.block;
    let restOwed: { seconds: number; assumed: boolean; slot: Slot } | null = null;
    slots.forEach((slot, index) => {
      const set = setInRound(slot, round);
      if (!set) return;
      if (restOwed) this.rest(restOwed.seconds, "handover", restOwed.slot.id, round, restOwed.assumed);
      this.set(slot, this.exercises[index]!, set, round);
      const said =
        slot.restAfter &&
        this.ofRound(slot.restAfter.kind === "each" ? [slot.restAfter.rest] : slot.restAfter.rests, round);
      restOwed = {
        seconds: said ? restSecondsForTime(said) : this.settings.assumed.handoverSeconds,
        assumed: !said,
        slot,
      };
    });
  }

  private ofRound(rests: readonly RestAmount[], round: number): RestAmount {
    return rests[Math.min(round, rests.length - 1)]!;
  }

  private restAfterRound(round: number, roundEnd: number): void {
    const rest = this.block.restAfterRound;
    if (!rest) {
      const seconds =
        this.block.rounds.kind === "withinTime"
          ? this.settings.assumed.handoverSeconds
          : this.settings.assumed.roundRestSeconds;
      this.rest(seconds, "round", this.block.id, round, true);
    } else if (rest.kind === "partnersWork") {
      this.rest(roundEnd - this.roundStart, "round", this.block.id, round, false);
    } else {
      const amount = this.ofRound(rest.kind === "each" ? [rest.rest] : rest.rests, round);
      this.rest(restSecondsForTime(amount), "round", this.block.id, round, false);
    }
  }

  private rest(seconds: number, reason: RestReason, placeId: string, round: number, assumed: boolean): void {
    if (seconds <= 0) return;
    this.spans.push({ kind: "rest", startSeconds: this.clock, seconds, reason, placeId, round, assumed });
    this.clock += seconds;
  }

  private ramp(slot: Slot): void {
    if (slot.ramp.kind === "none") return;
    const reps =
      this.context.rampReps?.(slot) ??
      (slot.ramp.kind === "steps" ? slot.ramp.steps.map((step) => step.reps) : ASSUMED_RAMP_REPS);
    reps.forEach((count, index) => {
      this.spans.push({
        kind: "ramp",
        startSeconds: this.clock,
        seconds: count * this.settings.untempoedRepSeconds,
        blockId: this.block.id,
        slotId: slot.id,
        setId: "",
        segmentId: "",
        segment: null,
        set: null,
        exerciseId: slot.exerciseId,
        round: -1,
        segmentIndex: index,
        side: "both",
        reps: count,
        working: false,
        repsAssumed: false,
        tempoAssumed: false,
      });
      this.clock += count * this.settings.untempoedRepSeconds;
      this.rest(this.settings.rampRestSeconds, "ramp", slot.id, -1, false);
    });
  }

  private set(slot: Slot, exercise: Exercise, set: WorkSet, round: number): void {
    if (set.stop.kind === "repTotal") {
      this.repGoal(slot, set, set.stop, round);
      return;
    }
    if (slot.laterality === "eachSide" || slot.laterality === "otherHolds") {
      this.pass(slot, exercise, set, round, "left");
      this.rest(this.settings.sideChangeSeconds, "side change", slot.id, round, false);
      this.pass(slot, exercise, set, round, "right");
    } else this.pass(slot, exercise, set, round, slot.laterality === "alternating" ? "alternating" : "both");
  }

  /** All segments once, on one side. */
  private pass(slot: Slot, exercise: Exercise, set: WorkSet, round: number, side: Side): void {
    const { segments, stop } = set;
    const twice = slot.laterality === "alternating" ? 2 : 1;
    const total = stop.kind === "totalTime" ? stop.seconds : 0;
    const needed = total > 0 ? this.needed(segments) * twice : 0;
    if (total > 0 && side !== "right" && needed > total) this.conflict(slot, set, round, total, needed, twice);
    for (let index = 0; index < segments.length; index++) {
      const segment = segments[index]!;
      if (index > 0) this.between(exercise, segment, segments[index - 1]!, slot, round);
      const tempo = tempoInForce(segments, index);
      const perRep = repSeconds(tempo, this.settings) * (segment.rom === "full" ? 1 : 0.5);
      const amount = segment.amount;
      let seconds: number;
      let reps: number;
      let repsAssumed = false;
      switch (amount.kind) {
        case "reps":
          seconds = amount.reps.high * perRep * twice;
          reps = (amount.reps.low + amount.reps.high) / 2;
          break;
        case "seconds":
          seconds = amount.seconds * twice;
          reps = tempo && perRep > 0 ? Math.floor(amount.seconds / perRep) : 0;
          break;
        case "hold":
          seconds = amount.seconds * twice;
          reps = 0;
          break;
        case "maxReps":
        case "toFailure": {
          const expected = this.context.expectedReps?.(segment);
          reps = expected ?? assumedReps(segment, index, this.settings);
          repsAssumed = true;
          seconds = reps * perRep * twice;
        }
      }
      if (total > 0) seconds = needed > 0 ? (seconds / needed) * total : total / segments.length;
      this.spans.push({
        kind: "work",
        startSeconds: this.clock,
        seconds,
        blockId: this.block.id,
        slotId: slot.id,
        setId: set.id,
        segmentId: segment.id,
        segment,
        set,
        exerciseId: segment.exerciseId ?? slot.exerciseId,
        round,
        segmentIndex: index,
        side,
        reps: reps * twice,
        working: set.role === "working",
        repsAssumed,
        tempoAssumed: tempo === null && (amount.kind === "reps" || repsAssumed),
      });
      this.clock += seconds;
    }
  }

  private needed(segments: readonly Segment[]): number {
    let seconds = 0;
    segments.forEach((segment, index) => {
      const perRep = repSeconds(tempoInForce(segments, index), this.settings) * (segment.rom === "full" ? 1 : 0.5);
      const { amount } = segment;
      if (amount.kind === "reps") seconds += amount.reps.high * perRep;
      else if (amount.kind === "seconds" || amount.kind === "hold") seconds += amount.seconds;
    });
    return seconds;
  }

  private conflict(
    slot: Slot,
    set: WorkSet,
    round: number,
    statedSeconds: number,
    neededSeconds: number,
    twice: number,
  ): void {
    let reps = 0;
    let held = 0;
    let parts = 0;
    let perRep = 0;
    set.segments.forEach((segment, index) => {
      const { amount } = segment;
      const share = segment.rom === "full" ? 1 : 0.5;
      if (amount.kind === "reps") {
        reps += amount.reps.high * share * twice;
        perRep += repSeconds(tempoInForce(set.segments, index), this.settings) * share * twice;
        parts++;
      } else if (amount.kind === "seconds" || amount.kind === "hold") held += amount.seconds * twice;
    });
    const left = Math.max(0, statedSeconds - held);
    this.conflicts.push({
      setId: set.id,
      slotId: slot.id,
      round,
      statedSeconds,
      neededSeconds,
      fitsAtRepSeconds: reps > 0 ? left / reps : 0,
      fitsAtReps: parts > 0 && perRep > 0 ? Math.floor(left / perRep) : 0,
    });
  }

  /** What lies between two segments: a written pause, or the seconds the load change takes; the longer counts. */
  private between(exercise: Exercise, segment: Segment, before: Segment, slot: Slot, round: number): void {
    const change = dropChangeSeconds(exercise, segment, before, this.settings);
    const pause = segment.restBeforeSeconds;
    if (pause >= change) this.rest(pause, "pause", slot.id, round, false);
    else this.rest(change, "drop change", slot.id, round, false);
  }

  private repGoal(slot: Slot, set: WorkSet, stop: Extract<WorkSet["stop"], { kind: "repTotal" }>, round: number): void {
    const segment = set.segments[0]!;
    const perRep = repSeconds(segment.tempo, this.settings) * (segment.rom === "full" ? 1 : 0.5);
    const sides = slot.laterality === "both" ? 1 : 2;
    const mine = stop.shared ? Math.ceil(stop.total / 2) : stop.total;
    const most = Math.max(1, Math.round(this.context.expectedReps?.(segment) ?? this.settings.assumed.repsToFailure));
    const miniSets = Math.ceil(mine / most);
    for (let mini = 0; mini < miniSets; mini++) {
      const reps = Math.min(most, mine - mini * most);
      const work = reps * perRep * sides;
      this.spans.push({
        kind: "work",
        startSeconds: this.clock,
        seconds: work,
        blockId: this.block.id,
        slotId: slot.id,
        setId: set.id,
        segmentId: segment.id,
        segment,
        set,
        exerciseId: segment.exerciseId ?? slot.exerciseId,
        round,
        segmentIndex: mini,
        side: "both",
        reps: reps * sides,
        working: set.role === "working",
        repsAssumed: true,
        tempoAssumed: segment.tempo === null,
      });
      this.clock += work;
      if (mini === miniSets - 1) break;
      const written = stop.restSeconds ?? this.settings.assumed.miniSetRestSeconds;
      this.rest(stop.shared ? Math.max(written, work) : written, "mini-set", slot.id, round, stop.restSeconds === null);
    }
  }
}

function assumedReps(segment: Segment, index: number, settings: Settings): number {
  if (segment.load.kind === "repMax") return segment.load.reps;
  return index > 0 ? settings.assumed.repsAfterDrop : settings.assumed.repsToFailure;
}

/** Seconds a change of load takes within a set; none where nothing changes. Settings, by implement. */
export function dropChangeSeconds(exercise: Exercise, segment: Segment, before: Segment, settings: Settings): number {
  const changes =
    segment.load.kind !== "unsaid" || segment.exerciseId !== before.exerciseId || segment.exerciseId !== null;
  const bandChanged = segment.beside.length > 0 && JSON.stringify(segment.beside) !== JSON.stringify(before.beside);
  if (bandChanged) return settings.dropChangeSeconds.band;
  if (!changes) return 0;
  if (segment.load.kind === "bodyweight" && segment.load.added === null) return settings.dropChangeSeconds.bodyweight;
  switch (exercise.implement) {
    case "dumbbells":
    case "dumbbell":
    case "kettlebell":
      return settings.dropChangeSeconds.dumbbells;
    case "stack":
      return settings.dropChangeSeconds.stack;
    case "barbell":
    case "sled":
      return settings.dropChangeSeconds.plates;
    case "band":
      return settings.dropChangeSeconds.band;
    case "bodyweight":
    case "straps":
      return settings.dropChangeSeconds.bodyweight;
  }
}
