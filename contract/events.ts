/** What the floor sends: events as they were logged on the device, of this build and of older ones. */
import {
  ADVICE_KINDS,
  EVENT_VERSION,
  type FloorEvent,
  type FloorEventBody,
  type FloorEventKind,
  firstOf,
  LIMITS,
  MUSCLES,
  runSteps,
  type Steps,
} from "../core";
import { documentSchema, weightSchema } from "./document";
import {
  booleanValue,
  boundedText,
  checkSteps,
  discriminatedUnion,
  type Fields,
  finiteNumber,
  identifier,
  integer,
  listOf,
  matching,
  nonEmptyString,
  nullable,
  oneOfNumbers,
  oneOfTexts,
  type Schema,
  schemaBy,
  strictObject,
  type TypeOf,
  uuid,
} from "./schema";

const seconds = finiteNumber(0, LIMITS.seconds);
/** What a clock measured: taken whatever it says, and read as not timed where it is beyond sense. */
const measured = finiteNumber(-1e12, 1e12);
const sign = oneOfNumbers(1, -1);
const floorLoad = strictObject({ weight: weightSchema, sign });
const report = {
  rir: nullable(finiteNumber(0, 10)),
  form: oneOfTexts("held", "slipped", "broke"),
  pain: integer(0, 10),
  painPlace: boundedText(200),
  note: boundedText(2000),
  restSeconds: nullable(measured),
};
const occurrence = {
  slotId: identifier(),
  round: integer(0, 200),
  ordinal: integer(0, 200),
  whose: oneOfTexts("client", "partner"),
};
const part = {
  exerciseId: identifier(),
  load: nullable(weightSchema),
  sign,
  reps: integer(0, LIMITS.reps),
  rightReps: nullable(integer(0, LIMITS.reps)),
  seconds: nullable(seconds),
};
const performedSet = strictObject({
  ...occurrence,
  ...report,
  plannedSetId: nullable(identifier()),
  segments: listOf(
    strictObject({ ...part, segmentId: nullable(identifier()), metres: nullable(finiteNumber(0, LIMITS.metres)) }),
    12,
  ),
  failed: booleanValue(),
});

/** Any instant that a clock can show, also one that was set wrong. */
const instant = finiteNumber(-8_640_000_000_000_000, 8_640_000_000_000_000);

const common = {
  id: uuid(),
  sessionId: uuid(),
  atMs: instant,
  shownHash: matching(64, /^[0-9a-f]{64}$/, "is not a hash"),
};

const BODIES = {
  started: {},
  checkIn: {
    checkIn: strictObject({
      sleep: nullable(oneOfTexts("well", "fair", "badly")),
      sore: listOf(strictObject({ muscle: oneOfTexts(...MUSCLES), level: oneOfNumbers(1, 2) }), MUSCLES.length),
    }),
  },
  setsDone: { sets: listOf(performedSet, 40) },
  setCorrected: { set: performedSet },
  setsSkipped: { places: listOf(strictObject(occurrence), 500), reason: boundedText(500) },
  shortened: {
    minutes: integer(1, 600),
    places: listOf(strictObject(occurrence), 500),
    rests: listOf(strictObject({ blockId: identifier(), seconds }), LIMITS.blocks + 1),
  },
  roundAdded: { blockId: identifier() },
  setAdded: { slotId: identifier(), round: integer(0, 200) },
  liftsAdded: { document: documentSchema },
  exerciseSwapped: {
    slotId: identifier(),
    fromRound: integer(0, 200),
    exerciseId: identifier(),
    load: nullable(floorLoad),
    reason: boundedText(500),
  },
  loadChanged: { slotId: identifier(), fromRound: integer(0, 200), load: floorLoad },
  rampOver: { blockId: identifier(), skipped: booleanValue() },
  orderChanged: { blockIds: listOf(identifier(), LIMITS.blocks + 1) },
  advice: {
    advice: strictObject({
      kind: oneOfTexts(...ADVICE_KINDS),
      slotId: identifier(),
      round: integer(0, 200),
      words: boundedText(500),
      load: nullable(floorLoad),
      reps: nullable(integer(0, LIMITS.reps)),
      rest: nullable(strictObject({ blockId: identifier(), seconds })),
    }),
    taken: booleanValue(),
  },
  paused: { resumed: booleanValue() },
  note: { slotId: nullable(identifier()), text: nonEmptyString(2000) },
  undone: { eventId: uuid() },
  ended: { sessionRpe: nullable(finiteNumber(0, 10)), note: boundedText(2000) },
} satisfies { readonly [K in FloorEventKind]: Fields<Omit<Extract<FloorEventBody, { readonly kind: K }>, "kind">> };

const body: Schema<FloorEventBody> = discriminatedUnion(BODIES);

const present: Schema<FloorEvent> = strictObject({
  ...common,
  version: oneOfNumbers(EVENT_VERSION),
  clocks: nullable(strictObject({ wallMs: instant, page: nonEmptyString(80), steadyMs: measured })),
  body,
});

// --- version 2: one time, and the even clock alone --------------------------------------------------------------------

const second = strictObject({
  ...common,
  version: oneOfNumbers(2),
  steady: nullable(strictObject({ page: nonEmptyString(80), ms: measured })),
  body,
});

type SecondEvent = TypeOf<typeof second>;

// --- version 1: sets by the planned set's id, one a set ---------------------------------------------------------------

const firstSet = strictObject({
  ...report,
  setId: identifier(),
  slotId: identifier(),
  round: integer(0, 60),
  segments: listOf(strictObject({ ...part, segmentId: identifier() }), 12),
});
const first = strictObject({
  ...common,
  body: discriminatedUnion({
    started: {},
    setsDone: { sets: listOf(firstSet, 40) },
    setCorrected: { set: firstSet },
    setsSkipped: { setIds: listOf(identifier(), 500), reason: boundedText(500) },
    undone: { eventId: uuid() },
    ended: { sessionRpe: nullable(finiteNumber(0, 10)), note: boundedText(2000) },
  }),
});

export type FirstEvent = TypeOf<typeof first>;

/** An event as any build has sent it. */
export type SentEvent = FloorEvent | SecondEvent | FirstEvent;

/** A device's clocks as builds have sent them. */
export type SentClocks = FloorEvent["clocks"] | SecondEvent["steady"];

/** A schema by the event's own version; events of the first builds carry none. */
export const floorEventSchema: Schema<SentEvent> = schemaBy<SentEvent>((value) => {
  if (value === null || typeof value !== "object" || !("version" in value)) return first;
  return value.version === 2 ? second : present;
});

/** The largest single event, as JSON. */
const MOST_EVENT_BYTES = 64_000;

/** One event out of a batch: read, or why it is not taken, in a coach's words. */
type ReadEvent = { readonly ok: true; readonly event: SentEvent } | { readonly ok: false; readonly because: string };

export const readEvent = (sent: unknown): ReadEvent => runSteps(readEventSteps(sent));

/** As `readEvent`, in steps. */
export function* readEventSteps(sent: unknown): Steps<ReadEvent> {
  if (JSON.stringify(sent ?? null).length > MOST_EVENT_BYTES) return { ok: false, because: "it is too long" };
  const read = yield* checkSteps(floorEventSchema, sent, 1);
  if (read.ok) return { ok: true, event: read.value };
  const { field, message } = firstOf(read.problems);
  const name = field.split(".").findLast((part) => part in FIELD_WORDS) ?? "";
  return { ok: false, because: `${FIELD_WORDS[name] ?? "it"} ${message}` };
}

/** Fields of an event that a person may have set, as they are called. */
const FIELD_WORDS: Readonly<Record<string, string>> = {
  reps: "the reps: a figure that",
  rightReps: "the reps of the right side: a figure that",
  load: "the load",
  seconds: "the seconds: a figure that",
  metres: "the metres: a figure that",
  rir: "the reserve: a figure that",
  pain: "the pain: a figure that",
  painPlace: "the place of the pain",
  note: "the note",
  text: "the note",
  reason: "the reason",
  sessionRpe: "the session's effort: a figure that",
};
