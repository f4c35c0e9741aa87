/**
 * One set as it is done: its pieces of work and the rests inside it, in order, in seconds. docs/handbook.md#time. Knows nothing
 * of rounds; `run.ts` puts sets in a row.
 */
import { type Catalogue, type Exercise, exerciseOrThrow } from "../exercise";
import { entryAt, lastOf } from "../lists";
import { sameValue } from "../same";
import type { Segment, Slot, WorkSet } from "../session";
import type { Settings } from "../settings";
import { repSeconds, tempoInForce } from "./tempo";

/** `alternating`: one piece holds both sides' reps, turn about. */
export type Side = "both" | "left" | "right" | "alternating";

export type RestInside = "drop change" | "pause" | "side change" | "mini-set";

/** Uninterrupted work of one segment on one side. */
export interface WorkPiece {
  readonly kind: "work";
  readonly seconds: number;
  readonly segment: Segment;
  /** Place in the set; counts on over the mini-sets of a rep goal. */
  readonly segmentIndex: number;
  readonly side: Side;
  /** Reps done by this side (for a ranged figure: its middle). Alternating reps count each side's. */
  readonly reps: number;
  readonly repsAssumed: boolean;
  readonly tempoAssumed: boolean;
}

interface RestPiece {
  readonly kind: "rest";
  readonly seconds: number;
  readonly reason: RestInside;
  readonly assumed: boolean;
}

/** The prescribed reps cannot fit the time under tension that is asked for. */
export interface SetTimeConflict {
  readonly statedSeconds: number;
  readonly neededSeconds: number;
  /** The seconds a rep at which it fits; 0 where no rep can be shortened. */
  readonly fitsAtRepSeconds: number;
  /** The reps a part at which it fits at the tempo asked. */
  readonly fitsAtReps: number;
}

export interface SetWork {
  readonly pieces: readonly (WorkPiece | RestPiece)[];
  readonly seconds: number;
  readonly conflict: SetTimeConflict | null;
}

export interface WorkContext {
  readonly catalogue: Catalogue;
  readonly settings: Settings;
  /**
   * Forecast reps of a segment without a fixed figure (to failure, max reps), of a rep goal by its mini-set, counted from 0;
   * without it the settings' assumption.
   */
  readonly expectedReps?: (segment: Segment, miniSet: number) => number | null;
}

/** Whether a segment has no figure of reps of its own: to failure, as many as possible, a part of a rep goal. */
export const isOpen = (segment: Segment, set: WorkSet): boolean =>
  segment.amount.kind === "toFailure" || segment.amount.kind === "maxReps" || set.stop.kind === "repTotal";

const isOpenAmount = ({ kind }: Segment["amount"]): boolean => kind === "toFailure" || kind === "maxReps";

/** How often a slot's figure of work is done in one go: alternating counts both sides. */
const timesOf = (slot: Slot): 1 | 2 => (slot.laterality === "alternating" ? 2 : 1);

export function workOf(slot: Slot, set: WorkSet, context: WorkContext): SetWork {
  const exercise = exerciseOrThrow(context.catalogue, slot.exerciseId);
  const pieces = piecesOf(slot, exercise, set, context).filter((piece) => piece.kind === "work" || piece.seconds > 0);
  return {
    pieces,
    seconds: pieces.reduce((total, piece) => total + piece.seconds, 0),
    conflict: conflictOf(slot, set, context.settings),
  };
}

function piecesOf(slot: Slot, exercise: Exercise, set: WorkSet, context: WorkContext): (WorkPiece | RestPiece)[] {
  if (set.stop.kind === "repTotal") return repGoal(slot, exercise, set, set.stop, context);
  if (slot.laterality === "eachSide" || slot.laterality === "otherHolds") {
    const change: RestPiece = {
      kind: "rest",
      seconds: context.settings.sideChangeSeconds,
      reason: "side change",
      assumed: false,
    };
    return [...pass(slot, exercise, set, "left", context), change, ...pass(slot, exercise, set, "right", context)];
  }
  return pass(slot, exercise, set, slot.laterality === "alternating" ? "alternating" : "both", context);
}

/** All segments once, on one side. */
function pass(
  slot: Slot,
  exercise: Exercise,
  set: WorkSet,
  side: Side,
  context: WorkContext,
): (WorkPiece | RestPiece)[] {
  const { settings } = context;
  const { segments, stop } = set;
  const twice = timesOf(slot);
  const total = stop.kind === "totalTime" ? stop.seconds : 0;
  const needed = total > 0 ? neededSeconds(segments, settings) * twice : 0;
  const openParts = segments.filter(({ amount }) => isOpenAmount(amount)).length;
  // Of a time for the whole set, parts without a figure of their own share what the others leave.
  const leftForOpen = openParts > 0 && needed < total ? (total - needed) / openParts : null;
  const pieces: (WorkPiece | RestPiece)[] = [];
  segments.forEach((segment, index) => {
    if (index > 0)
      pieces.push(changeBetween(doneIn(segment, exercise, context), segment, entryAt(segments, index - 1), settings));
    const tempo = tempoInForce(segments, index);
    const perRep = secondsPerRep(segments, index, settings);
    const own = ownAmount(segment, index, perRep, tempo !== null, context);
    const asked = own.seconds * twice;
    const isOpenPart = isOpenAmount(segment.amount);
    let { reps } = own;
    let seconds = asked;
    if (total > 0 && isOpenPart) {
      seconds = leftForOpen ?? 0;
      if (perRep > 0) reps = Math.floor(seconds / twice / perRep);
    } else if (total > 0 && leftForOpen === null)
      seconds = needed > 0 ? (asked / needed) * total : total / segments.length;
    pieces.push({
      kind: "work",
      seconds,
      segment,
      segmentIndex: index,
      side,
      reps: reps * twice,
      repsAssumed: own.repsAssumed,
      tempoAssumed: own.paceAssumed,
    });
  });
  return pieces;
}

interface OwnAmount {
  readonly seconds: number;
  readonly reps: number;
  readonly repsAssumed: boolean;
  readonly paceAssumed: boolean;
}

function ownAmount(
  segment: Segment,
  index: number,
  perRep: number,
  hasTempo: boolean,
  { settings, expectedReps }: WorkContext,
): OwnAmount {
  const { amount } = segment;
  switch (amount.kind) {
    case "reps": {
      const { low, high } = amount.reps;
      return { seconds: high * perRep, reps: (low + high) / 2, repsAssumed: false, paceAssumed: !hasTempo };
    }
    case "seconds": {
      const reps = hasTempo && perRep > 0 ? Math.floor(amount.seconds / perRep) : 0;
      return { seconds: amount.seconds, reps, repsAssumed: false, paceAssumed: false };
    }
    case "metres": {
      const seconds = amount.metres / settings.assumed.carryMetresPerSecond;
      return { seconds, reps: 0, repsAssumed: false, paceAssumed: true };
    }
    case "hold":
      return { seconds: amount.seconds, reps: 0, repsAssumed: false, paceAssumed: false };
    case "maxReps":
    case "toFailure": {
      const reps = expectedReps?.(segment, 0) ?? assumedReps(segment, index, settings);
      return { seconds: reps * perRep, reps, repsAssumed: true, paceAssumed: !hasTempo };
    }
  }
}

function assumedReps(segment: Segment, index: number, settings: Settings): number {
  if (segment.load.kind === "repMax") return segment.load.reps;
  return index > 0 ? settings.assumed.repsAfterDrop : settings.assumed.repsToFailure;
}

/** A partial rep counts half. */
const secondsPerRep = (segments: readonly Segment[], index: number, settings: Settings): number =>
  repSeconds(tempoInForce(segments, index), settings) * (entryAt(segments, index).rom === "full" ? 1 : 0.5);

function neededSeconds(segments: readonly Segment[], settings: Settings): number {
  let seconds = 0;
  segments.forEach((segment, index) => {
    const { amount } = segment;
    if (amount.kind === "reps") seconds += amount.reps.high * secondsPerRep(segments, index, settings);
    else if (amount.kind === "seconds" || amount.kind === "hold") seconds += amount.seconds;
    else if (amount.kind === "metres") seconds += amount.metres / settings.assumed.carryMetresPerSecond;
  });
  return seconds;
}

function conflictOf(slot: Slot, set: WorkSet, settings: Settings): SetTimeConflict | null {
  if (set.stop.kind !== "totalTime") return null;
  const statedSeconds = set.stop.seconds;
  const twice = timesOf(slot);
  const needed = neededSeconds(set.segments, settings) * twice;
  if (needed <= statedSeconds) return null;
  let reps = 0;
  let held = 0;
  let parts = 0;
  let perRep = 0;
  set.segments.forEach((segment, index) => {
    const { amount } = segment;
    if (amount.kind === "reps") {
      reps += amount.reps.high * (segment.rom === "full" ? 1 : 0.5) * twice;
      perRep += secondsPerRep(set.segments, index, settings) * twice;
      parts++;
    } else if (amount.kind === "seconds" || amount.kind === "hold") held += amount.seconds * twice;
  });
  const left = Math.max(0, statedSeconds - held);
  return {
    statedSeconds,
    neededSeconds: needed,
    fitsAtRepSeconds: reps > 0 ? left / reps : 0,
    fitsAtReps: parts > 0 && perRep > 0 ? Math.floor(left / perRep) : 0,
  };
}

/** The exercise of a part: its own, or the lift's. */
export const doneIn = (
  segment: Segment,
  exercise: Exercise,
  { catalogue }: Pick<WorkContext, "catalogue">,
): Exercise => (segment.exerciseId === null ? exercise : exerciseOrThrow(catalogue, segment.exerciseId));

/**
 * What lies before a segment: a written pause, or the seconds the load change takes; the longer counts. `exercise` is the
 * segment's own.
 */
export function changeBetween(exercise: Exercise, segment: Segment, before: Segment, settings: Settings): RestPiece {
  const change = dropChangeSeconds(exercise, segment, before, settings);
  const pause = segment.restBeforeSeconds;
  return pause >= change
    ? { kind: "rest", seconds: pause, reason: "pause", assumed: false }
    : { kind: "rest", seconds: change, reason: "drop change", assumed: false };
}

/**
 * A rep goal in mini-sets, each of them all parts of the set once (a goal with drops drops in each), until the total is
 * reached; of a shared goal this client does half, and rests at least as long as the partner works.
 */
function repGoal(
  slot: Slot,
  exercise: Exercise,
  set: WorkSet,
  stop: Extract<WorkSet["stop"], { kind: "repTotal" }>,
  context: WorkContext,
): (WorkPiece | RestPiece)[] {
  const { settings } = context;
  const sides: readonly Side[] =
    slot.laterality === "both" ? ["both"] : slot.laterality === "alternating" ? ["alternating"] : ["left", "right"];
  const turns = timesOf(slot);
  const mine = stop.shared ? Math.ceil(stop.total / 2) : stop.total;
  const pieces: (WorkPiece | RestPiece)[] = [];
  let left = mine;
  let miniSet = 0;
  while (left > 0) {
    const reps: number[] = [];
    for (const [part, segment] of set.segments.entries()) {
      if (left <= 0) break;
      const assumed = part === 0 ? settings.assumed.repsToFailure : settings.assumed.repsAfterDrop;
      const written = segment.amount.kind === "reps" ? segment.amount.reps.high : null;
      const most = Math.max(1, Math.round(written ?? context.expectedReps?.(segment, miniSet) ?? assumed));
      reps.push(Math.min(most, left));
      left -= lastOf(reps);
    }
    const mini: (WorkPiece | RestPiece)[] = [];
    for (const [place, side] of sides.entries()) {
      if (place > 0)
        mini.push({ kind: "rest", seconds: settings.sideChangeSeconds, reason: "side change", assumed: false });
      for (const [part, count] of reps.entries()) {
        const segment = entryAt(set.segments, part);
        if (part > 0)
          mini.push(
            changeBetween(doneIn(segment, exercise, context), segment, entryAt(set.segments, part - 1), settings),
          );
        mini.push({
          kind: "work",
          seconds: count * secondsPerRep(set.segments, part, settings) * turns,
          segment,
          segmentIndex: miniSet * set.segments.length + part,
          side,
          reps: count * turns,
          repsAssumed: true,
          tempoAssumed: tempoInForce(set.segments, part) === null,
        });
      }
    }
    pieces.push(...mini);
    miniSet++;
    if (left <= 0) break;
    const worked = mini.reduce((total, piece) => total + piece.seconds, 0);
    const written = stop.restSeconds ?? settings.assumed.miniSetRestSeconds;
    pieces.push({
      kind: "rest",
      seconds: stop.shared ? Math.max(written, worked) : written,
      reason: "mini-set",
      assumed: stop.restSeconds === null,
    });
  }
  return pieces;
}

/** Seconds a change of load takes before a segment; none where nothing changes. Settings, by the implement taken up. */
function dropChangeSeconds(exercise: Exercise, segment: Segment, before: Segment, settings: Settings): number {
  const changes =
    segment.load.kind !== "unsaid" || segment.exerciseId !== before.exerciseId || segment.exerciseId !== null;
  const bandChanged = segment.beside.length > 0 && !sameValue(segment.beside, before.beside);
  if (bandChanged) return settings.dropChangeSeconds.band;
  if (!changes) return 0;
  if (exercise.implement === "bodyweight" || exercise.implement === "straps")
    return bodyChangeSeconds(segment.load, settings);
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
  }
}

/** Of a move of the body: help comes from a band, added load from plates; without either there is nothing to change. */
function bodyChangeSeconds(load: Segment["load"], { dropChangeSeconds }: Settings): number {
  if (load.kind === "unsaid" || (load.kind === "bodyweight" && load.added === null))
    return dropChangeSeconds.bodyweight;
  return load.kind === "bodyweight" && load.sign < 0 ? dropChangeSeconds.band : dropChangeSeconds.plates;
}
