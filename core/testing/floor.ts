/** Logs for tests: events, performed sets, and sessions as they were shown. */
import { SHIPPED_CATALOGUE } from "../exercise";
import {
  asPlanned,
  type BlockRound,
  blockRoundsOf,
  EVENT_VERSION,
  type FloorEvent,
  type FloorEventBody,
  type FloorEventKind,
  type PerformedSegment,
  type PerformedSet,
  placeOf,
  type ShownSession,
  workContextOf,
} from "../floor";
import type { SessionDocument } from "../session";
import { DEFAULT_SETTINGS } from "../settings";
import { weight } from "../units";
import { BOATHOUSE, read, resolve } from "./helpers";

let made = 0;

export const event = (body: FloorEventBody, more: Partial<FloorEvent> = {}): FloorEvent => ({
  id: `e${made++}`,
  version: EVENT_VERSION,
  sessionId: "s",
  atMs: made,
  clocks: null,
  shownHash: "h",
  body,
  ...more,
});

export const performedPart = (more: Partial<PerformedSegment> = {}): PerformedSegment => ({
  segmentId: null,
  exerciseId: "bench-press",
  load: weight(80),
  sign: 1,
  reps: 8,
  rightReps: null,
  seconds: null,
  metres: null,
  ...more,
});

export const performedSet = (more: Partial<PerformedSet> = {}): PerformedSet => ({
  slotId: "x",
  round: 0,
  ordinal: 0,
  whose: "client",
  plannedSetId: null,
  segments: [performedPart()],
  rir: 2,
  failed: false,
  form: "held",
  pain: 0,
  painPlace: "",
  note: "",
  restSeconds: null,
  ...more,
});

/** A session as the floor shows it, loads resolved for a client of 80 kg without a record. */
export function shownSession(document: SessionDocument, more: Partial<ShownSession> = {}): ShownSession {
  const { loads } = resolve(document);
  return {
    date: "2026-11-24",
    purpose: "training",
    oneOff: [],
    document,
    catalogue: SHIPPED_CATALOGUE,
    settings: DEFAULT_SETTINGS,
    bodyMassKg: 80,
    equipment: BOATHOUSE,
    loads: Object.fromEntries(
      [...loads].map(([id, { exercise, kg, weight: given, aimReps, nextKg }]) => [
        id,
        {
          exerciseId: exercise.id,
          kg,
          weight: kg === 0 ? null : given,
          sign: (kg ?? 0) < 0 ? (-1 as const) : (1 as const),
          words: "",
          build: "",
          change: "",
          aimReps,
          nextKg,
          expectedReps: null,
        },
      ]),
    ),
    ...more,
  };
}

/** One body of every kind: a list that a new kind cannot be left out of. */
export const SAMPLE_BODIES: { readonly [K in FloorEventKind]: Extract<FloorEventBody, { readonly kind: K }> } = {
  started: { kind: "started" },
  checkIn: { kind: "checkIn", checkIn: { sleep: "badly", sore: [{ muscle: "quads", level: 2 }] } },
  setsDone: { kind: "setsDone", sets: [performedSet({ slotId: "a" })] },
  setCorrected: { kind: "setCorrected", set: performedSet({ slotId: "a", rir: 1 }) },
  setsSkipped: { kind: "setsSkipped", places: [placeOf("a", 0)], reason: "knee" },
  shortened: { kind: "shortened", minutes: 35, places: [placeOf("a", 1)], rests: [{ blockId: "b", seconds: 60 }] },
  roundAdded: { kind: "roundAdded", blockId: "b" },
  setAdded: { kind: "setAdded", slotId: "a", round: 1 },
  liftsAdded: { kind: "liftsAdded", document: read("A1 Dumbbell curl 3x10 @9kg r60") },
  exerciseSwapped: {
    kind: "exerciseSwapped",
    slotId: "a",
    fromRound: 1,
    exerciseId: "push-up",
    load: null,
    reason: "taken",
  },
  loadChanged: {
    kind: "loadChanged",
    slotId: "a",
    fromRound: 1,
    load: { weight: { amount: "20", unit: "kg" }, sign: 1 },
  },
  rampOver: { kind: "rampOver", blockId: "b", skipped: true },
  orderChanged: { kind: "orderChanged", blockIds: ["b"] },
  advice: {
    kind: "advice",
    advice: { kind: "fewerReps", slotId: "a", round: 0, words: "Cut", load: null, reps: 8, rest: null },
    taken: true,
  },
  paused: { kind: "paused", resumed: false },
  note: { kind: "note", slotId: null, text: "hm" },
  undone: { kind: "undone", eventId: "00000000-0000-7000-8000-000000000001" },
  ended: { kind: "ended", sessionRpe: 7, note: "" },
};

export const blockRoundsShown = (shown: ShownSession): BlockRound[] =>
  blockRoundsOf(shown.document, workContextOf(shown));

/** The log of a session done as planned, a block's round a minute; sets may be changed on the way. */
export function doneAsPlanned(
  shown: ShownSession,
  change: (set: PerformedSet, blockRound: BlockRound) => PerformedSet = (set) => set,
  shownHash = "h",
): FloorEvent[] {
  return blockRoundsShown(shown).map((blockRound, index) =>
    event(
      { kind: "setsDone", sets: asPlanned(blockRound, shown, null).map((set) => change(set, blockRound)) },
      { atMs: index * 60_000, shownHash },
    ),
  );
}
