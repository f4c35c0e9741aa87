/**
 * What happens on the floor: an append-only log of events, each with an id made on the device. A set is kept by its
 * occurrence (slot, round, ordinal, whose it is), so that rounds within a time, extra sets, mini-sets of a rep goal, swaps
 * and partners all have a place. Corrections and undoing are events too, so two devices resolve alike.
 */

import type { CheckIn } from "../progress";
import type { Block, FormReport, SessionDocument, SetOwner } from "../session";
import type { Weight } from "../units";

/** The version of an event's stored shape. `contract/` upcasts older ones on read. */
export const EVENT_VERSION = 3;

/** Where a performed set has its place. */
export interface Occurrence {
  readonly slotId: string;
  /** 0-based. */
  readonly round: number;
  /** 0 for the slot's set of the round; further mini-sets and added sets count on. */
  readonly ordinal: number;
  readonly whose: SetOwner;
}

export const occurrenceKey = ({ slotId, round, ordinal, whose }: Occurrence): string =>
  `${slotId}:${round}:${ordinal}${whose === "client" ? "" : ":partner"}`;

export interface PerformedSegment {
  /** The planned part that it answers; null where there is none. */
  readonly segmentId: string | null;
  readonly exerciseId: string;
  /** The figure lifted, as given; `null` for the body alone. `sign` −1 is assistance. */
  readonly load: Weight | null;
  readonly sign: 1 | -1;
  /** Left side's reps where sides are apart, else all. */
  readonly reps: number;
  readonly rightReps: number | null;
  /** Seconds of a hold or timed set. */
  readonly seconds: number | null;
  readonly metres: number | null;
}

export interface PerformedSet extends Occurrence {
  /** The planned set that it answers; null for a set that was added. */
  readonly plannedSetId: string | null;
  readonly segments: readonly PerformedSegment[];
  /** Reps in reserve as reported; null: not reported. */
  readonly rir: number | null;
  /** A further rep was tried and not made. */
  readonly failed: boolean;
  readonly form: FormReport;
  readonly pain: number;
  readonly painPlace: string;
  readonly note: string;
  /** Rest kept before this set's round, in seconds; null for the first, or where it was not timed. */
  readonly restSeconds: number | null;
}

/** A load as it is prescribed on the floor: `sign` −1 is assistance, a weight of 0 the body or the empty implement alone. */
export interface FloorLoad {
  readonly weight: Weight;
  readonly sign: 1 | -1;
}

/** What is proposed on the floor: after a set that differed, after pain, or for the day as a whole. */
export const ADVICE_KINDS = [
  "lighter",
  "longerRest",
  "fewerReps",
  "heavier",
  "asPlanned",
  "easierDay",
  "despitePain",
] as const;
export type AdviceKind = (typeof ADVICE_KINDS)[number];

/** What was proposed, as it stood on the screen; what is null stays as it was planned. */
export interface AdviceShown {
  readonly kind: AdviceKind;
  readonly slotId: string;
  /** The round from which on it holds. */
  readonly round: number;
  readonly words: string;
  readonly load: FloorLoad | null;
  readonly reps: number | null;
  /** Rest after each round of the block from here on. */
  readonly rest: RoundRest | null;
}

interface RoundRest {
  readonly blockId: string;
  readonly seconds: number;
}

export type FloorEventBody =
  /** At the first ramp set or the first move. */
  | { readonly kind: "started" }
  /** How the client came, asked before the first set; the last word holds. */
  | { readonly kind: "checkIn"; readonly checkIn: CheckIn }
  | { readonly kind: "setsDone"; readonly sets: readonly PerformedSet[] }
  | { readonly kind: "setCorrected"; readonly set: PerformedSet }
  | { readonly kind: "setsSkipped"; readonly places: readonly Occurrence[]; readonly reason: string }
  /** There was only so much time: what is left out, and the rest after each round of a block from here on. One step to take back. */
  | {
      readonly kind: "shortened";
      readonly minutes: number;
      readonly places: readonly Occurrence[];
      readonly rests: readonly RoundRest[];
    }
  | { readonly kind: "roundAdded"; readonly blockId: string }
  | { readonly kind: "setAdded"; readonly slotId: string; readonly round: number }
  /** Blocks that nobody planned, as a document of their own: they follow the others. */
  | { readonly kind: "liftsAdded"; readonly document: SessionDocument }
  | {
      readonly kind: "exerciseSwapped";
      readonly slotId: string;
      readonly fromRound: number;
      readonly exerciseId: string;
      /** The load carried over; null: it is found on the floor. */
      readonly load: FloorLoad | null;
      readonly reason: string;
    }
  /** Lighter or heavier for a lift's sets from a round on. */
  | { readonly kind: "loadChanged"; readonly slotId: string; readonly fromRound: number; readonly load: FloorLoad }
  /** The warm-up sets of a block are over, done or left out. */
  | { readonly kind: "rampOver"; readonly blockId: string; readonly skipped: boolean }
  /** Blocks in the order in which they are done from here on; those not named follow as they stood. */
  | { readonly kind: "orderChanged"; readonly blockIds: readonly string[] }
  /** What was proposed after a set that differed, taken or left. */
  | { readonly kind: "advice"; readonly advice: AdviceShown; readonly taken: boolean }
  | { readonly kind: "paused"; readonly resumed: boolean }
  | { readonly kind: "note"; readonly slotId: string | null; readonly text: string }
  | { readonly kind: "undone"; readonly eventId: string }
  | { readonly kind: "ended"; readonly sessionRpe: number | null; readonly note: string };

/** Both clocks of the device as they stood: the one on its wall, and the one that runs evenly while a page lives. */
export interface DeviceClocks {
  readonly wallMs: number;
  readonly page: string;
  readonly steadyMs: number;
}

export interface FloorEvent {
  /** UUIDv7, made on the device; sent again, it is stored once. */
  readonly id: string;
  readonly version: typeof EVENT_VERSION;
  readonly sessionId: string;
  /** The time the device went by (`DeviceClock`), milliseconds since 1970; devices lie, so it never decides order. */
  readonly atMs: number;
  /** What that was read from; null in events of older builds. */
  readonly clocks: DeviceClocks | null;
  /** Hash of the document that was on the screen: the event is read against that document. */
  readonly shownHash: string;
  readonly body: FloorEventBody;
}

/** A performed set, with the document it was done from. */
export interface DoneSet extends PerformedSet {
  readonly shownHash: string;
  readonly atMs: number;
}

interface Swap {
  readonly slotId: string;
  readonly fromRound: number;
  readonly exerciseId: string;
  readonly load: FloorLoad | null;
  readonly reason: string;
}

/** A load or reps that were chosen on the floor for a lift's sets from a round on; null: as planned. */
export interface FloorChoice {
  readonly slotId: string;
  readonly fromRound: number;
  readonly load: FloorLoad | null;
  readonly reps: number | null;
}

/** A time in which nobody trained or rested for a set. */
export interface Pause {
  readonly fromMs: number;
  readonly toMs: number | null;
}

export interface PerformedSession {
  /** By occurrence, in the order in which they were first done. */
  readonly sets: ReadonlyMap<string, DoneSet>;
  /** Occurrences that were left out, with the reason given. */
  readonly skipped: ReadonlyMap<string, string>;
  /** Seconds of rest after each round of a block, where they were changed on the floor. */
  readonly rests: ReadonlyMap<string, number>;
  readonly roundsAdded: ReadonlyMap<string, number>;
  readonly setsAdded: readonly { readonly slotId: string; readonly round: number }[];
  readonly blocksAdded: readonly Block[];
  readonly swaps: readonly Swap[];
  /** In the order in which they were made. */
  readonly choices: readonly FloorChoice[];
  readonly advice: readonly (AdviceShown & { readonly taken: boolean })[];
  /** How the warm-up sets of a block ended. */
  readonly ramps: ReadonlyMap<string, "done" | "skipped">;
  readonly order: readonly string[];
  readonly notes: readonly { readonly slotId: string | null; readonly text: string }[];
  readonly startedAtMs: number | null;
  /** In order; `toMs` is null while it lasts. */
  readonly pauses: readonly Pause[];
  readonly checkIn: CheckIn | null;
  readonly ended: { readonly sessionRpe: number | null; readonly note: string; readonly atMs: number } | null;
}

/** Folds events in the server's order. A set is what its last event that stands says. */
export function foldEvents(events: readonly FloorEvent[]): PerformedSession {
  const stands = effectiveEventIds(events);
  const sets = new Map<string, DoneSet>();
  const skipped = new Map<string, string>();
  const rests = new Map<string, number>();
  const ramps = new Map<string, "done" | "skipped">();
  const advice: (AdviceShown & { taken: boolean })[] = [];
  let choices: FloorChoice[] = [];
  const roundsAdded = new Map<string, number>();
  const setsAdded: { slotId: string; round: number }[] = [];
  const blocksAdded: Block[] = [];
  const swaps: Swap[] = [];
  const notes: { slotId: string | null; text: string }[] = [];
  let order: readonly string[] = [];
  let startedAtMs: number | null = null;
  const pauses: Pause[] = [];
  let checkIn: CheckIn | null = null;
  let ended: PerformedSession["ended"] = null;
  const put = (set: PerformedSet, { shownHash, atMs }: FloorEvent) => {
    const key = occurrenceKey(set);
    sets.set(key, { ...set, shownHash, atMs });
    skipped.delete(key);
  };
  const leaveOut = (place: Occurrence, reason: string) => {
    skipped.set(occurrenceKey(place), reason);
    sets.delete(occurrenceKey(place));
  };
  for (const event of events) {
    if (!stands.has(event.id)) continue;
    const { body } = event;
    switch (body.kind) {
      case "started":
        startedAtMs ??= event.atMs;
        break;
      case "checkIn":
        checkIn = body.checkIn;
        break;
      case "setsDone":
        for (const set of body.sets) put(set, event);
        break;
      case "setCorrected": {
        // Figures are put right; what was on the screen when it was done stays what it was.
        const known = sets.get(occurrenceKey(body.set));
        put(body.set, known ? { ...event, shownHash: known.shownHash, atMs: known.atMs } : event);
        break;
      }
      case "setsSkipped":
        for (const place of body.places) leaveOut(place, body.reason);
        break;
      case "shortened":
        for (const place of body.places) leaveOut(place, `only ${body.minutes} min`);
        for (const { blockId, seconds } of body.rests) rests.set(blockId, seconds);
        break;
      case "roundAdded":
        roundsAdded.set(body.blockId, (roundsAdded.get(body.blockId) ?? 0) + 1);
        break;
      case "setAdded":
        setsAdded.push({ slotId: body.slotId, round: body.round });
        break;
      case "liftsAdded":
        blocksAdded.push(...body.document.blocks);
        break;
      case "exerciseSwapped":
        swaps.push(body);
        // What was chosen for the exercise before it says nothing of this one.
        choices = choices.filter(({ slotId, fromRound }) => slotId !== body.slotId || fromRound < body.fromRound);
        break;
      case "loadChanged":
        choices.push({ ...body, reps: null });
        break;
      case "rampOver":
        ramps.set(body.blockId, body.skipped ? "skipped" : "done");
        break;
      case "orderChanged":
        order = body.blockIds;
        break;
      case "note":
        notes.push({ slotId: body.slotId, text: body.text });
        break;
      case "ended":
        ended = { sessionRpe: body.sessionRpe, note: body.note, atMs: event.atMs };
        break;
      case "advice": {
        const { slotId, round, load, reps, rest } = body.advice;
        advice.push({ ...body.advice, taken: body.taken });
        if (body.taken && (load || reps !== null)) choices.push({ slotId, fromRound: round, load, reps });
        if (body.taken && rest) rests.set(rest.blockId, rest.seconds);
        break;
      }
      case "paused": {
        const last = pauses.at(-1);
        const isOpen = last?.toMs === null;
        if (body.resumed && isOpen) pauses[pauses.length - 1] = { ...last, toMs: Math.max(last.fromMs, event.atMs) };
        else if (!body.resumed && !isOpen) pauses.push({ fromMs: event.atMs, toMs: null });
        break;
      }
      case "undone":
        break;
      default:
        body satisfies never;
    }
  }
  const changes = { rests, roundsAdded, setsAdded, blocksAdded, swaps, choices, advice, ramps, order };
  return { sets, skipped, ...changes, notes, startedAtMs, pauses, checkIn, ended };
}

export const isPaused = ({ pauses }: Pick<PerformedSession, "pauses">): boolean => pauses.at(-1)?.toMs === null;

/** How much of a span of time was paused, in milliseconds. */
export const pausedMs = (pauses: readonly Pause[], fromMs: number, toMs: number): number =>
  pauses.reduce(
    (sum, pause) => sum + Math.max(0, Math.min(toMs, pause.toMs ?? toMs) - Math.max(fromMs, pause.fromMs)),
    0,
  );

/** The ids of events that were not undone; undoing an undo brings the event back. */
export function effectiveEventIds(events: readonly FloorEvent[]): ReadonlySet<string> {
  const undoing = new Map<string, string[]>();
  for (const { id, body } of events)
    if (body.kind === "undone") undoing.set(body.eventId, [...(undoing.get(body.eventId) ?? []), id]);
  const known = new Map<string, boolean>();
  const stands = (id: string): boolean => {
    const before = known.get(id);
    if (before !== undefined) return before;
    // An undo that reaches itself in a circle undoes nothing.
    known.set(id, false);
    const answer = !(undoing.get(id) ?? []).some(stands);
    known.set(id, answer);
    return answer;
  };
  return new Set(events.filter(({ id }) => stands(id)).map(({ id }) => id));
}

/** What the client did of a slot in a round, in order: one set, or the mini-sets and sets that were added. */
export const setsAt = (performed: PerformedSession, slotId: string, round: number): DoneSet[] =>
  [...performed.sets.values()]
    .filter((set) => set.slotId === slotId && set.round === round && set.whose === "client")
    .sort((a, b) => a.ordinal - b.ordinal);

/** The set of a slot in a round as it stands at its own place: occurrence 0 of the client. */
export const placeOf = (slotId: string, round: number, ordinal = 0): Occurrence => ({
  slotId,
  round,
  ordinal,
  whose: "client",
});
