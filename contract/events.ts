/** What the floor sends: events as they were logged on the device, of this build and of older ones. */
import {
  allBlocks,
  EVENT_VERSION,
  type FloorEvent,
  type FloorEventBody,
  LIMITS,
  type Occurrence,
  type SessionDocument,
} from "../core";
import { weightSchema } from "./document";
import {
  anyOfNumbers,
  chosenBy,
  exact,
  finite,
  identifier,
  kinds,
  listOf,
  matching,
  oneOf,
  orNull,
  type Schema,
  said,
  uuid,
  whole,
  words,
  yesNo,
} from "./schema";

const seconds = finite(0, LIMITS.seconds);
const sign = anyOfNumbers(1, -1);
const report = {
  rir: orNull(finite(0, 10)),
  form: oneOf("held", "slipped", "broke"),
  pain: whole(0, 10),
  painPlace: words(200),
  note: words(2000),
  restSeconds: orNull(seconds),
};
const occurrence = {
  slotId: identifier(),
  round: whole(0, 200),
  ordinal: whole(0, 200),
  whose: oneOf("client", "partner"),
};
const part = {
  exerciseId: identifier(),
  load: orNull(weightSchema),
  sign,
  reps: whole(0, LIMITS.reps),
  rightReps: orNull(whole(0, LIMITS.reps)),
  seconds: orNull(seconds),
};
const performedSet = exact({
  ...occurrence,
  ...report,
  plannedSetId: orNull(identifier()),
  segments: listOf(exact({ ...part, segmentId: orNull(identifier()), metres: orNull(finite(0, LIMITS.metres)) }), 12),
  failed: yesNo(),
});

const common = {
  id: uuid(),
  sessionId: uuid(),
  atMs: whole(0, 8_640_000_000_000_000),
  shownHash: matching(64, /^[0-9a-f]{64}$/, "is not a hash"),
};

const body: Schema<FloorEventBody> = kinds({
  started: {},
  setsDone: { sets: listOf(performedSet, 40) },
  setCorrected: { set: performedSet },
  setsSkipped: { places: listOf(exact(occurrence), 500), reason: words(500) },
  roundAdded: { blockId: identifier() },
  setAdded: { slotId: identifier(), round: whole(0, 200) },
  exerciseSwapped: { slotId: identifier(), fromRound: whole(0, 200), exerciseId: identifier(), reason: words(500) },
  orderChanged: { blockIds: listOf(identifier(), LIMITS.blocks + 1) },
  advice: {
    advice: exact({
      slotId: identifier(),
      round: whole(0, 200),
      words: words(500),
      load: orNull(weightSchema),
      reps: orNull(whole(0, LIMITS.reps)),
    }),
    taken: yesNo(),
  },
  paused: { resumed: yesNo() },
  note: { slotId: orNull(identifier()), text: said(2000) },
  undone: { eventId: uuid() },
  ended: { sessionRpe: orNull(finite(0, 10)), note: words(2000) },
});

const present: Schema<FloorEvent> = exact({
  ...common,
  version: anyOfNumbers(EVENT_VERSION),
  steady: orNull(exact({ page: said(80), ms: finite(0, 1e13) })),
  body,
});

// --- version 1: sets by the planned set's id, one a set ---------------------------------------------------------------

const firstSet = exact({
  ...report,
  setId: identifier(),
  slotId: identifier(),
  round: whole(0, 60),
  segments: listOf(exact({ ...part, segmentId: identifier() }), 12),
});
const first = exact({
  ...common,
  body: kinds({
    started: {},
    setsDone: { sets: listOf(firstSet, 40) },
    setCorrected: { set: firstSet },
    setsSkipped: { setIds: listOf(identifier(), 500), reason: words(500) },
    undone: { eventId: uuid() },
    ended: { sessionRpe: orNull(finite(0, 10)), note: words(2000) },
  }),
});

type FirstEvent = typeof first extends Schema<infer T> ? T : never;
type FirstSet = typeof firstSet extends Schema<infer T> ? T : never;

/** An event as any build has sent it. */
export type SentEvent = FloorEvent | FirstEvent;

/** A schema by the event's own version; events of the first builds carry none. */
export const floorEventSchema: Schema<SentEvent> = versioned(present, first);

function versioned(now: Schema<FloorEvent>, before: Schema<FirstEvent>): Schema<SentEvent> {
  return chosenBy((value) => (value !== null && typeof value === "object" && "version" in value ? now : before));
}

/**
 * An event as this build reads it. Documents are asked for by hash, because the first builds left a set's place to the
 * document that was on the screen.
 */
export function upcastEvent(sent: SentEvent, documentOf: (hash: string) => SessionDocument | null): FloorEvent {
  if ("version" in sent) return sent;
  const document = documentOf(sent.shownHash);
  return { ...sent, version: EVENT_VERSION, steady: null, body: upcastBody(sent.body, document) };
}

function upcastBody(body: FirstEvent["body"], document: SessionDocument | null): FloorEventBody {
  switch (body.kind) {
    case "setsDone":
      return { kind: "setsDone", sets: body.sets.map(upcastSet) };
    case "setCorrected":
      return { kind: "setCorrected", set: upcastSet(body.set) };
    case "setsSkipped":
      return {
        kind: "setsSkipped",
        places: body.setIds.flatMap((id) => placesOfSet(document, id)),
        reason: body.reason,
      };
    default:
      return body;
  }
}

const upcastSet = ({ setId, ...set }: FirstSet) => ({
  ...set,
  ordinal: 0,
  whose: "client" as const,
  plannedSetId: setId,
  failed: false,
  segments: set.segments.map((segment) => ({ ...segment, metres: null })),
});

function placesOfSet(document: SessionDocument | null, setId: string): Occurrence[] {
  return (document ? allBlocks(document) : []).flatMap((block) =>
    block.slots.flatMap((slot) => {
      const round = slot.sets.findIndex((set) => set?.id === setId);
      return round < 0 ? [] : [{ slotId: slot.id, round, ordinal: 0, whose: "client" as const }];
    }),
  );
}
