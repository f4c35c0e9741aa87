/**
 * Several sessions side by side on the floor: what each asks of the coach and when, what lies ahead of it in time, and the
 * stations that two of them want at once. docs/floor.md#several-clients
 */
import { exerciseOrThrow } from "../exercise";
import { allBlocks, blockLetter, type Slot } from "../session";
import { expandSession, isWork, secondsOfMoves } from "../time";
import { sessionAhead } from "./ahead";
import { type BlockRound, blockRoundsOf, inOrder, isBlockRoundOver, nextBlockRound } from "./block-rounds";
import { isPaused, type PerformedSession } from "./events";
import { type ShownSession, workContextOf } from "./shown";

/** A session on the floor as it stands at an instant. */
export interface Lane {
  readonly shown: ShownSession;
  readonly blockRounds: readonly BlockRound[];
  /** A round that is done and not saved yet counts as done. */
  readonly performed: PerformedSession;
  /** Of the rest that runs, less than none where it is over; null where none runs. */
  readonly restLeftSeconds: number | null;
  /** Since the work in hand began; null where it has not, or nobody said so. */
  readonly workedSeconds: number | null;
  /** Reps of each warm-up set before a lift. */
  readonly rampReps: (slot: Slot) => readonly number[];
}

/** What a session waits for: its start, a rest to be over, the set in hand to be done, to be gone on with, or nothing any more. */
export interface LaneNeed {
  readonly kind: "start" | "rest" | "set" | "paused" | "over";
  /** Until then, less than none where it is overdue; null where that is not known. */
  readonly inSeconds: number | null;
}

export function laneNeed({ blockRounds, performed, restLeftSeconds, workedSeconds }: Lane): LaneNeed {
  const next = nextBlockRound(blockRounds, performed);
  if (performed.ended || next === null) return { kind: "over", inSeconds: null };
  if (performed.startedAtMs === null && performed.sets.size === 0) return { kind: "start", inSeconds: null };
  if (isPaused(performed)) return { kind: "paused", inSeconds: null };
  if (restLeftSeconds !== null) return { kind: "rest", inSeconds: restLeftSeconds };
  const left = workedSeconds === null ? null : Math.max(0, secondsOfMoves(next.moves) - workedSeconds);
  return { kind: "set", inSeconds: left };
}

/**
 * The order in which the coach goes to the sessions, as their indices in `needs`: first those whose rest is over, the longest
 * over first; then those whose rest or set ends next, the soonest first; then those of whom no time is known; then those that are
 * paused; last those that have not begun. Sessions that are over are left out.
 */
export function coachOrder(needs: readonly LaneNeed[]): number[] {
  const place = ({ kind, inSeconds }: LaneNeed): number =>
    kind === "start"
      ? Number.MAX_SAFE_INTEGER
      : kind === "paused"
        ? Number.MAX_SAFE_INTEGER - 1
        : (inSeconds ?? Number.MAX_SAFE_INTEGER - 2);
  return needs
    .map((need, index) => ({ need, index }))
    .filter(({ need }) => need.kind !== "over")
    .sort((a, b) => place(a.need) - place(b.need) || a.index - b.index)
    .map(({ index }) => index);
}

/** A set that is still to be done, in seconds from now; one that is in hand began before. */
export interface LaneSet {
  readonly blockId: string;
  readonly round: number;
  readonly slotId: string;
  readonly exerciseId: string;
  readonly isRamp: boolean;
  readonly startSeconds: number;
  readonly seconds: number;
}

/** What lies ahead of a session, as it is meant by now and if all goes as planned from here. */
export function setsAhead(lane: Lane): LaneSet[] {
  const { shown, blockRounds, performed, rampReps } = lane;
  if (performed.ended) return [];
  const document = sessionAhead(shown.document, blockRounds, performed);
  const { blocks } = expandSession({ ...document, warmUp: null }, { ...workContextOf(shown), rampReps });
  const begins = lane.restLeftSeconds === null ? -(lane.workedSeconds ?? 0) : Math.max(0, lane.restLeftSeconds);
  const sets: LaneSet[] = [];
  for (const { startSeconds, timeline } of blocks) {
    const open = blockRounds.filter(({ block, ordinal }) => block.id === timeline.block.id && ordinal === 0);
    const rounds = open.filter((one) => !isBlockRoundOver(one, performed)).map(({ round }) => round);
    for (const span of timeline.spans.filter(isWork)) {
      const from = begins + startSeconds + span.startSeconds;
      const before = sets.at(-1);
      const isRamp = span.kind === "ramp";
      const round = rounds[span.round] ?? span.round;
      // The parts and sides of a set are one stay at its station.
      if (before?.slotId === span.slotId && before.round === round && before.isRamp === isRamp && !isRamp)
        sets[sets.length - 1] = { ...before, seconds: from + span.seconds - before.startSeconds };
      else {
        const { blockId, slotId, exerciseId, seconds } = span;
        sets.push({ blockId, round, slotId, exerciseId, isRamp, startSeconds: from, seconds });
      }
    }
  }
  return sets;
}

/** How far ahead stations are looked at. */
const STATION_MINUTES = 10;
/** A wait shorter than this is no wait: it is what looking for the plates takes. */
const LEAST_WAIT_SECONDS = 20;

/** From when until when a session keeps a station: from the first to the last of a block's sets at it, and now where it is begun. */
interface Stay {
  readonly station: string;
  readonly blockId: string;
  readonly isBegun: boolean;
  readonly from: number;
  readonly until: number;
}

function staysOf(lane: Lane): Stay[] {
  const stays: Stay[] = [];
  for (const set of setsAhead(lane)) {
    for (const station of exerciseOrThrow(lane.shown.catalogue, set.exerciseId).stations) {
      const known = stays.findIndex((stay) => stay.station === station && stay.blockId === set.blockId);
      const until = set.startSeconds + set.seconds;
      const begun = isBegun(lane, set.blockId) || set.startSeconds < 0;
      const from = begun ? Math.min(0, set.startSeconds) : set.startSeconds;
      const before = stays[known];
      if (before) stays[known] = { ...before, until: Math.max(before.until, until) };
      else stays.push({ station, blockId: set.blockId, isBegun: begun, from, until });
    }
  }
  return stays;
}

/** Whether a set of a block was done. */
function isBegun({ shown, performed }: Lane, blockId: string): boolean {
  const slots = allBlocks(shown.document).flatMap((block) => (block.id === blockId ? block.slots : []));
  return slots.some(({ id }) => [...performed.sets.values()].some((set) => set.slotId === id));
}

/** Two sessions that want one station, and for how long the later one waits. */
interface Clash {
  readonly station: string;
  /** Which of the sessions has it, and which comes to it later. */
  readonly holder: number;
  readonly later: number;
  /** The later one's block. */
  readonly blockId: string;
  readonly inSeconds: number;
  readonly waitSeconds: number;
}

function clashesOf(stays: readonly (readonly Stay[])[], countOf: (station: string) => number): Clash[] {
  const clashes: Clash[] = [];
  stays.forEach((own, later) => {
    for (const stay of own) {
      // What two already share, they share.
      if (stay.isBegun || stay.from > STATION_MINUTES * 60) continue;
      const holding = stays.flatMap((others, holder) =>
        holder === later
          ? []
          : others
              .filter(({ station, from, until }) => station === stay.station && from <= stay.from && until > stay.from)
              // Partners' sessions share their blocks: they take turns there, and neither waits.
              .filter(({ blockId }) => blockId !== stay.blockId)
              .map(({ from, until }) => ({ holder, from, until })),
      );
      // Of two that come in the same second the one who stands first in the list has it.
      const before = holding.filter(({ holder, from }) => from < stay.from || holder < later);
      const count = countOf(stay.station);
      if (before.length < count) continue;
      // The station is free when as many have left as there are of it.
      const free = [...before].sort((a, b) => a.until - b.until)[before.length - count]!;
      const waitSeconds = free.until - stay.from;
      if (waitSeconds < LEAST_WAIT_SECONDS) continue;
      const { station, blockId, from: inSeconds } = stay;
      clashes.push({ station, holder: free.holder, later, blockId, inSeconds, waitSeconds });
    }
  });
  return clashes.sort((a, b) => a.inSeconds - b.inSeconds);
}

/** A station that two want in the coming minutes, and what costs the least waiting. */
export interface StationClash extends Clash {
  /** Whether two may take turns there between rests: on a stack the pin is all that is moved. */
  readonly canAlternate: boolean;
  /** Blocks of one session done in another order; null: waiting is the least. */
  readonly swap: {
    readonly lane: number;
    /** All of its blocks in that order. */
    readonly blockIds: readonly string[];
    /** The blocks that come before the one that clashes. */
    readonly firstLetters: readonly string[];
    readonly thenLetter: string;
    /** What is waited by anybody all the same. */
    readonly waitSeconds: number;
  } | null;
}

/**
 * The first station that two sessions want at once within the coming minutes, with the change of order that avoids the most
 * waiting; null: no station is. A gym that does not list a station is taken to have one of it. Tried is, in either session, to do
 * another block before the one that clashes, or the next two or three blocks. Blocks that are begun keep their place. A change
 * is proposed where it saves more than half a minute of waiting.
 */
export function stationClash(lanes: readonly Lane[]): StationClash | null {
  const countOf = (station: string) =>
    Math.max(1, ...lanes.map(({ shown }) => shown.equipment.stations.find(({ name }) => name === station)?.count ?? 1));
  const stays = lanes.map(staysOf);
  const clashes = clashesOf(stays, countOf);
  const [first] = clashes;
  if (!first) return null;
  const waitOf = (all: readonly Clash[]) => all.reduce((sum, one) => sum + one.waitSeconds, 0);
  const asTheyStand = waitOf(clashes);
  let best: StationClash["swap"] = null;
  for (const [lane, blockId] of [
    [first.later, first.blockId],
    [first.holder, blockAt(stays[first.holder]!, first)],
  ] as const) {
    const { shown, performed, blockRounds } = lanes[lane]!;
    const blocks = allBlocks(shown.document);
    const order = inOrder(blocks, performed.order).map(({ id }) => id);
    const isOpen = (id: string) => blockRounds.some((one) => one.block.id === id && !isBlockRoundOver(one, performed));
    // What is begun is not moved.
    if (blockId === null || stays[lane]!.some((stay) => stay.blockId === blockId && stay.isBegun)) continue;
    const following = order.slice(order.indexOf(blockId) + 1).filter((id) => isOpen(id) && !isBegun(lanes[lane]!, id));
    for (const first of beforeIt(following)) {
      const blockIds = order.flatMap((id) => (first.includes(id) ? [] : id === blockId ? [...first, blockId] : [id]));
      const changed = reordered(lanes[lane]!, blockIds);
      const waitSeconds = waitOf(
        clashesOf(
          stays.map((own, at) => (at === lane ? staysOf(changed) : own)),
          countOf,
        ),
      );
      if (waitSeconds < (best?.waitSeconds ?? asTheyStand - LEAST_SAVED_SECONDS)) {
        const letter = (id: string) => blockLetter(blocks.findIndex((block) => block.id === id));
        best = { lane, blockIds, firstLetters: first.map(letter), thenLetter: letter(blockId), waitSeconds };
      }
    }
  }
  const canAlternate = [first.holder, first.later].every((lane) => isOnStack(lanes[lane]!, first.station));
  return { ...first, canAlternate, swap: best };
}

/** Whether all that a session still does at a station is done on its stack. */
function isOnStack(lane: Lane, station: string): boolean {
  const there = setsAhead(lane)
    .map(({ exerciseId }) => exerciseOrThrow(lane.shown.catalogue, exerciseId))
    .filter(({ stations }) => stations.includes(station));
  return there.length > 0 && there.every(({ implement }) => implement === "stack");
}

const LEAST_SAVED_SECONDS = 30;

/** What may come before a block: one of those that follow it, or the next two or three of them. */
const beforeIt = (following: readonly string[]): string[][] => [
  ...following.map((id) => [id]),
  ...[2, 3].filter((count) => count <= following.length).map((count) => following.slice(0, count)),
];

/** The holder's block at the station that the other comes to. */
const blockAt = (stays: readonly Stay[], { station, inSeconds }: Clash): string | null =>
  stays.find((stay) => stay.station === station && stay.from <= inSeconds && stay.until > inSeconds)?.blockId ?? null;

function reordered(lane: Lane, order: readonly string[]): Lane {
  const performed = { ...lane.performed, order };
  return { ...lane, performed, blockRounds: blockRoundsOf(lane.shown.document, workContextOf(lane.shown), performed) };
}
