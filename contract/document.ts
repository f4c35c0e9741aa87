/** The stored shape of a session document, checked once at each edge, and how older versions become the present one. */
import {
  type Block,
  type BlockFields,
  type Catalogue,
  DOCUMENT_VERSION,
  type Edit,
  LIMITS,
  MAX_WEIGHT_KG,
  runSteps,
  type Segment,
  type SegmentFields,
  type SessionDocument,
  type SessionFields,
  type SetFields,
  SHIPPED_CATALOGUE,
  type Slot,
  type SlotFields,
  type Steps,
  toKg,
  validateDocument,
  type Weight,
  type WorkSet,
} from "../core";
import { upcastDocument } from "./document-versions";
import { ruleSchema } from "./rules";
import {
  booleanValue,
  boundedText,
  type Checked,
  checked,
  checkSteps,
  choosing,
  discriminatedUnion,
  type Fields,
  finiteNumber,
  identifier,
  integer,
  listOf,
  matching,
  nonEmptyString,
  nullable,
  oneField,
  oneOfNumbers,
  oneOfTexts,
  type Schema,
  spanOf,
  strictObject,
} from "./schema";

/** A weight somebody could mean: at most what the core takes for one. */
export const weightSchema: Schema<Weight> = checked(
  strictObject({ amount: matching(12, /^\d{1,5}(\.\d{1,3})?$/, "is a plain decimal"), unit: oneOfTexts("kg", "lb") }),
  `is ${MAX_WEIGHT_KG} kg at most`,
  (weight) => toKg(weight) <= MAX_WEIGHT_KG,
);
const seconds = finiteNumber(0, LIMITS.seconds);
const rest = checked(
  discriminatedUnion({ seconds: { seconds }, range: { low: seconds, high: seconds } }),
  "goes from low to high",
  (amount) => amount.kind === "seconds" || amount.low <= amount.high,
);
const rests = listOf(rest, LIMITS.rounds, 1);
export const setupSchema = listOf(strictObject({ name: nonEmptyString(60), value: boundedText(60) }), 12);
const phase = nullable(discriminatedUnion({ seconds: { seconds: spanOf(finiteNumber(0, 60)) }, fast: {} }));
const tempo = nullable(strictObject({ lower: phase, pauseBottom: phase, lift: phase, pauseTop: phase }));
const sign = oneOfNumbers(1, -1);
const change = discriminatedUnion({
  percent: { percent: finiteNumber(-99.9, 100) },
  weight: { weight: weightSchema, sign },
});
const amount = discriminatedUnion({
  reps: { reps: spanOf(finiteNumber(0, LIMITS.reps)) },
  maxReps: {},
  toFailure: {},
  seconds: { seconds },
  metres: { metres: finiteNumber(0.1, LIMITS.metres) },
  hold: { seconds, position: oneOfTexts("long", "middle", "short") },
});
const load = discriminatedUnion({
  unsaid: {},
  fixed: { weight: weightSchema },
  percentOfMax: { percent: finiteNumber(0.1, 150) },
  ofNext: { percent: finiteNumber(-50, 50) },
  percentOfTop: { percent: finiteNumber(0.1, 150) },
  repMax: { reps: integer(1, 30) },
  byEffort: {},
  bodyweight: { added: nullable(weightSchema), sign },
  ofSlot: { slotId: identifier(), share: finiteNumber(0, 10) },
  fromSegment: { change },
  fromRound: { change },
});
const beside = discriminatedUnion({
  band: { name: nonEmptyString(40), count: integer(1, 9) },
  chains: { weight: weightSchema },
  vest: { weight: weightSchema },
  other: { name: nonEmptyString(40), weight: weightSchema },
});

const segmentFields = {
  exerciseId: nullable(identifier()),
  setup: nullable(setupSchema),
  amount,
  rom: oneOfTexts("full", "long", "middle", "short"),
  load,
  beside: listOf(beside, 6),
  rir: nullable(spanOf(finiteNumber(0, 10))),
  tempo,
  restBeforeSeconds: seconds,
} satisfies Fields<SegmentFields>;
const segment: Schema<Segment> = strictObject({ id: identifier(), ...segmentFields });

const setFields = {
  role: oneOfTexts("working", "warmUp"),
  stop: discriminatedUnion({
    segments: {},
    totalTime: { seconds: finiteNumber(1, LIMITS.seconds) },
    repTotal: { total: integer(1, LIMITS.reps), restSeconds: nullable(seconds), shared: booleanValue() },
  }),
} satisfies Fields<SetFields>;
const workSet: Schema<WorkSet> = strictObject({
  id: identifier(),
  ...setFields,
  segments: listOf(segment, LIMITS.segments, 1),
});

const slotFields = {
  lineage: nonEmptyString(300),
  exerciseId: identifier(),
  laterality: oneOfTexts("both", "eachSide", "alternating", "otherHolds"),
  setup: setupSchema,
  cues: listOf(nonEmptyString(200), 12),
  ramp: discriminatedUnion({
    none: {},
    auto: {},
    steps: {
      steps: listOf(
        strictObject({
          load: discriminatedUnion({ percent: { percent: finiteNumber(0, 150) }, fixed: { weight: weightSchema } }),
          reps: integer(1, LIMITS.reps),
        }),
        12,
      ),
    },
  }),
  rule: nullable(ruleSchema),
  restAfter: nullable(discriminatedUnion({ each: { rest }, list: { rests } })),
} satisfies Fields<SlotFields>;
const slot: Schema<Slot> = strictObject({
  id: identifier(),
  ...slotFields,
  sets: listOf(nullable(workSet), LIMITS.rounds, 1),
});

const blockFields = {
  rounds: checked(
    discriminatedUnion({
      fixed: { count: integer(1, LIMITS.rounds) },
      range: {
        low: integer(1, LIMITS.rounds),
        high: integer(1, LIMITS.rounds),
        stop: discriminatedUnion({
          coach: {},
          belowRir: { rir: finiteNumber(0, 10) },
          repsDown: { percent: finiteNumber(0, 100) },
        }),
      },
      withinTime: { seconds: finiteNumber(1, LIMITS.seconds) },
    }),
    "goes from low to high",
    (rounds) => rounds.kind !== "range" || rounds.low <= rounds.high,
  ),
  restAfterRound: nullable(
    discriminatedUnion({ each: { rest }, list: { rests }, partnersWork: { leastSeconds: nullable(seconds) } }),
  ),
  intent: nullable(oneOfTexts("pre-exhaust", "circuit")),
  methodId: nullable(boundedText(LIMITS.nameLength)),
} satisfies Fields<BlockFields>;
const block: Schema<Block> = strictObject({ id: identifier(), ...blockFields, slots: listOf(slot, LIMITS.slots) });

const sessionFields = {
  title: boundedText(LIMITS.nameLength),
  capSeconds: nullable(finiteNumber(1, 6 * 3600)),
  gymId: nullable(boundedText(LIMITS.nameLength)),
  methodId: nullable(boundedText(LIMITS.nameLength)),
  warmUp: nullable(
    strictObject({
      pulseRaiser: nullable(strictObject({ seconds, what: boundedText(200) })),
      drills: listOf(
        strictObject({
          name: nonEmptyString(200),
          sets: integer(1, 10),
          amount: discriminatedUnion({
            reps: { reps: integer(1, LIMITS.reps) },
            seconds: { seconds: finiteNumber(1, LIMITS.seconds) },
          }),
        }),
        30,
      ),
    }),
  ),
} satisfies Fields<SessionFields>;

export const documentSchema: Schema<SessionDocument> = strictObject({
  version: oneOfNumbers(DOCUMENT_VERSION),
  ...sessionFields,
  blocks: listOf(block, LIMITS.blocks),
  finisher: nullable(block),
});

const after = nullable(identifier());

const kindOf = (kind: string) => ({ kind: oneOfTexts(kind) });

/** A change of a session, as devices and coaches send it and patches keep it. */
export const editSchema: Schema<Edit> = choosing("kind", {
  setSession: oneField(kindOf("setSession"), sessionFields),
  insertBlock: strictObject({ ...kindOf("insertBlock"), block, after }),
  removeBlock: strictObject({ ...kindOf("removeBlock"), blockId: identifier() }),
  moveBlock: strictObject({ ...kindOf("moveBlock"), blockId: identifier(), after }),
  setFinisher: strictObject({ ...kindOf("setFinisher"), block: nullable(block) }),
  setBlock: oneField({ ...kindOf("setBlock"), blockId: identifier() }, blockFields),
  insertSlot: strictObject({ ...kindOf("insertSlot"), blockId: identifier(), slot, after }),
  removeSlot: strictObject({ ...kindOf("removeSlot"), slotId: identifier() }),
  moveSlot: strictObject({ ...kindOf("moveSlot"), slotId: identifier(), blockId: identifier(), after }),
  setSlot: oneField({ ...kindOf("setSlot"), slotId: identifier() }, slotFields),
  arrangeSets: strictObject({
    ...kindOf("arrangeSets"),
    slotId: identifier(),
    order: listOf(nullable(identifier()), LIMITS.rounds, 1),
    added: listOf(workSet, LIMITS.rounds),
  }),
  setSet: oneField({ ...kindOf("setSet"), setId: identifier() }, setFields),
  insertSegment: strictObject({ ...kindOf("insertSegment"), setId: identifier(), segment, after }),
  removeSegment: strictObject({ ...kindOf("removeSegment"), segmentId: identifier() }),
  moveSegment: strictObject({ ...kindOf("moveSegment"), segmentId: identifier(), after }),
  setSegment: oneField({ ...kindOf("setSegment"), segmentId: identifier() }, segmentFields),
} satisfies Record<Edit["kind"], Schema<unknown>>);

/** A document from outside: upcast, checked for its shape, then for its meaning. */
export const readDocument = (stored: unknown, catalogue: Catalogue = SHIPPED_CATALOGUE): Checked<SessionDocument> =>
  runSteps(readDocumentSteps(stored, catalogue));

/** As `readDocument`, in steps. */
export function* readDocumentSteps(stored: unknown, catalogue: Catalogue): Steps<Checked<SessionDocument>> {
  const shaped = yield* checkSteps(documentSchema, upcastDocument(stored));
  if (!shaped.ok) return shaped;
  yield;
  const problems = validateDocument(shaped.value, catalogue);
  if (problems.length > 0)
    return { ok: false, problems: problems.map(({ place, message }) => ({ field: place, message })) };
  return shaped;
}
