/** What the floor sends: events as they were logged on the device. */

import { weightSchema } from "./document";
import { exact, finite, identifier, kinds, listOf, oneOf, orNull, said, uuid, whole, words } from "./schema";

const performedSet = exact({
  setId: identifier(),
  slotId: identifier(),
  round: whole(0, 60),
  segments: listOf(
    exact({
      segmentId: identifier(),
      exerciseId: identifier(),
      load: orNull(weightSchema),
      sign: whole(-1, 1).oneOf([1, -1]),
      reps: whole(0, 1000),
      rightReps: orNull(whole(0, 1000)),
      seconds: orNull(finite(0, 7200)),
    }),
    12,
  ),
  rir: orNull(finite(0, 10)),
  form: oneOf("held", "slipped", "broke"),
  pain: whole(0, 10),
  painPlace: words(200),
  note: words(2000),
  restSeconds: orNull(finite(0, 7200)),
});

export const floorEventSchema = exact({
  id: uuid(),
  sessionId: uuid(),
  atMs: whole(0, 8_640_000_000_000_000),
  shownHash: said(64).matches(/^[0-9a-f]{64}$/, "is not a hash"),
  body: kinds({
    started: {},
    setsDone: { sets: listOf(performedSet, 40) },
    setCorrected: { set: performedSet },
    setsSkipped: { setIds: listOf(identifier(), 500), reason: words(500) },
    undone: { eventId: uuid() },
    ended: { sessionRpe: orNull(finite(0, 10)), note: words(2000) },
  }),
});
