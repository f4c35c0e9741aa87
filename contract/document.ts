/** The stored shape of a session document, checked once at each edge, and how older versions become the present one. */
import type * as yup from "yup";
import {
  type Catalogue,
  DOCUMENT_VERSION,
  LIMITS,
  type SessionDocument,
  SHIPPED_CATALOGUE,
  validateDocument,
} from "../core";
import {
  type Checked,
  check,
  exact,
  finite,
  identifier,
  kinds,
  listOf,
  oneOf,
  orNull,
  said,
  whole,
  words,
  yesNo,
} from "./schema";

export const weightSchema = exact({
  amount: said(12).matches(/^\d{1,5}(\.\d{1,3})?$/, "is a plain decimal"),
  unit: oneOf("kg", "lb"),
});
const span = exact({ low: finite(0, LIMITS.reps), high: finite(0, LIMITS.reps) });
const rest = kinds({
  seconds: { seconds: finite(0, LIMITS.seconds) },
  range: { low: finite(0, LIMITS.seconds), high: finite(0, LIMITS.seconds) },
});
const setup = listOf(exact({ name: said(60), value: words(60) }), 12);
const phase = orNull(kinds({ seconds: { seconds: span }, fast: {} }));
const tempo = orNull(exact({ lower: phase, pauseBottom: phase, lift: phase, pauseTop: phase }));
const change = kinds({
  percent: { percent: finite(-99.9, 100) },
  weight: { weight: weightSchema, sign: whole(-1, 1).oneOf([1, -1]) },
});
const amount = kinds({
  reps: { reps: span },
  maxReps: {},
  toFailure: {},
  seconds: { seconds: finite(0, LIMITS.seconds) },
  hold: { seconds: finite(0, LIMITS.seconds), position: oneOf("long", "middle", "short") },
});
const load = kinds({
  unsaid: {},
  fixed: { weight: weightSchema },
  percentOfMax: { percent: finite(0.1, 150) },
  percentOfTop: { percent: finite(0.1, 150) },
  repMax: { reps: whole(1, 30) },
  byEffort: {},
  bodyweight: { added: orNull(weightSchema), sign: whole(-1, 1).oneOf([1, -1]) },
  ofSlot: { slotId: identifier(), share: finite(0, 10) },
  fromSegment: { change },
  fromRound: { change },
});
const beside = kinds({
  band: { name: said(40), count: whole(1, 9) },
  chains: { weight: weightSchema },
  vest: { weight: weightSchema },
});
const segment = exact({
  id: identifier(),
  exerciseId: orNull(identifier()),
  setup: orNull(setup),
  amount,
  rom: oneOf("full", "long", "middle", "short"),
  load,
  beside: listOf(beside, 6),
  rir: orNull(span),
  tempo,
  restBeforeSeconds: finite(0, LIMITS.seconds),
});
const stop = kinds({
  segments: {},
  totalTime: { seconds: finite(1, LIMITS.seconds) },
  repTotal: { total: whole(1, LIMITS.reps), restSeconds: orNull(finite(0, LIMITS.seconds)), shared: yesNo() },
});
const workSet = exact({
  id: identifier(),
  role: oneOf("working", "warmUp"),
  stop,
  segments: listOf(segment, LIMITS.segments),
});
const ramp = kinds({
  none: {},
  auto: {},
  steps: {
    steps: listOf(
      exact({
        load: kinds({ percent: { percent: finite(0, 150) }, fixed: { weight: weightSchema } }),
        reps: whole(1, LIMITS.reps),
      }),
      12,
    ),
  },
});
const slot = exact({
  id: identifier(),
  lineage: said(300),
  exerciseId: identifier(),
  laterality: oneOf("both", "eachSide", "alternating", "otherHolds"),
  setup,
  cues: listOf(said(200), 12),
  ramp,
  sets: listOf(orNull(workSet), LIMITS.rounds),
  restAfter: orNull(kinds({ each: { rest }, list: { rests: listOf(rest, LIMITS.rounds) } })),
});
const block = exact({
  id: identifier(),
  rounds: kinds({
    fixed: { count: whole(1, LIMITS.rounds) },
    range: {
      low: whole(1, LIMITS.rounds),
      high: whole(1, LIMITS.rounds),
      stop: kinds({ coach: {}, belowRir: { rir: finite(0, 10) }, repsDown: { percent: finite(0, 100) } }),
    },
    withinTime: { seconds: finite(1, LIMITS.seconds) },
  }),
  restAfterRound: orNull(kinds({ each: { rest }, list: { rests: listOf(rest, LIMITS.rounds) }, partnersWork: {} })),
  intent: orNull(oneOf("pre-exhaust", "circuit")),
  slots: listOf(slot, LIMITS.slots),
});

export const documentSchema = exact({
  version: whole(DOCUMENT_VERSION, DOCUMENT_VERSION),
  title: words(LIMITS.nameLength),
  capSeconds: orNull(finite(1, 6 * 3600)),
  gymId: orNull(words(LIMITS.nameLength)),
  methodId: orNull(words(LIMITS.nameLength)),
  warmUp: orNull(
    exact({
      pulseRaiser: orNull(exact({ seconds: finite(0, LIMITS.seconds), what: words(200) })),
      drills: listOf(
        exact({
          name: said(200),
          sets: whole(1, 10),
          amount: kinds({ reps: { reps: whole(1, LIMITS.reps) }, seconds: { seconds: finite(1, LIMITS.seconds) } }),
        }),
        30,
      ),
    }),
  ),
  blocks: listOf(block, LIMITS.blocks),
  finisher: orNull(block),
}) as yup.ISchema<unknown>;

/**
 * Brings a stored document to the present version. Version 1 kept the cap in minutes and knew no finisher and no method.
 * Unknown versions come back unchanged, and the check refuses them.
 */
export function upcastDocument(stored: unknown): unknown {
  if (typeof stored !== "object" || stored === null) return stored;
  const document = stored as Record<string, unknown>;
  if (document.version !== 1) return stored;
  const { capMinutes, ...rest } = document;
  return {
    finisher: null,
    methodId: null,
    ...rest,
    version: DOCUMENT_VERSION,
    capSeconds: typeof capMinutes === "number" ? capMinutes * 60 : null,
  };
}

/** A document from outside: upcast, checked for its shape, then for its meaning. */
export function readDocument(stored: unknown, catalogue: Catalogue = SHIPPED_CATALOGUE): Checked<SessionDocument> {
  const shaped = check<SessionDocument>(documentSchema, upcastDocument(stored));
  if (!shaped.ok) return shaped;
  const problems = validateDocument(shaped.value, catalogue);
  if (problems.length > 0)
    return { ok: false, problems: problems.map(({ place, message }) => ({ field: place, message })) };
  return shaped;
}

export const EMPTY_DOCUMENT: SessionDocument = {
  version: DOCUMENT_VERSION,
  title: "",
  capSeconds: null,
  gymId: null,
  methodId: null,
  warmUp: null,
  blocks: [],
  finisher: null,
};
