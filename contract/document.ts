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
import { presentIds } from "./renamed";
import { ruleSchema } from "./rules";
import {
  anyOfNumbers,
  type Checked,
  checked,
  checkSteps,
  choosing,
  exact,
  type Fields,
  finite,
  identifier,
  kinds,
  listOf,
  matching,
  oneField,
  oneOf,
  orNull,
  type Schema,
  said,
  spanOf,
  whole,
  words,
  yesNo,
} from "./schema";

/** A weight somebody could mean: at most what the core takes for one. */
export const weightSchema: Schema<Weight> = checked(
  exact({ amount: matching(12, /^\d{1,5}(\.\d{1,3})?$/, "is a plain decimal"), unit: oneOf("kg", "lb") }),
  `is ${MAX_WEIGHT_KG} kg at most`,
  (weight) => toKg(weight) <= MAX_WEIGHT_KG,
);
const seconds = finite(0, LIMITS.seconds);
const rest = checked(
  kinds({ seconds: { seconds }, range: { low: seconds, high: seconds } }),
  "goes from low to high",
  (amount) => amount.kind === "seconds" || amount.low <= amount.high,
);
const rests = listOf(rest, LIMITS.rounds, 1);
const setup = listOf(exact({ name: said(60), value: words(60) }), 12);
const phase = orNull(kinds({ seconds: { seconds: spanOf(finite(0, 60)) }, fast: {} }));
const tempo = orNull(exact({ lower: phase, pauseBottom: phase, lift: phase, pauseTop: phase }));
const sign = anyOfNumbers(1, -1);
const change = kinds({
  percent: { percent: finite(-99.9, 100) },
  weight: { weight: weightSchema, sign },
});
const amount = kinds({
  reps: { reps: spanOf(finite(0, LIMITS.reps)) },
  maxReps: {},
  toFailure: {},
  seconds: { seconds },
  metres: { metres: finite(0.1, LIMITS.metres) },
  hold: { seconds, position: oneOf("long", "middle", "short") },
});
const load = kinds({
  unsaid: {},
  fixed: { weight: weightSchema },
  percentOfMax: { percent: finite(0.1, 150) },
  ofNext: { percent: finite(-50, 50) },
  percentOfTop: { percent: finite(0.1, 150) },
  repMax: { reps: whole(1, 30) },
  byEffort: {},
  bodyweight: { added: orNull(weightSchema), sign },
  ofSlot: { slotId: identifier(), share: finite(0, 10) },
  fromSegment: { change },
  fromRound: { change },
});
const beside = kinds({
  band: { name: said(40), count: whole(1, 9) },
  chains: { weight: weightSchema },
  vest: { weight: weightSchema },
  other: { name: said(40), weight: weightSchema },
});

const segmentFields = {
  exerciseId: orNull(identifier()),
  setup: orNull(setup),
  amount,
  rom: oneOf("full", "long", "middle", "short"),
  load,
  beside: listOf(beside, 6),
  rir: orNull(spanOf(finite(0, 10))),
  tempo,
  restBeforeSeconds: seconds,
} satisfies Fields<SegmentFields>;
const segment: Schema<Segment> = exact({ id: identifier(), ...segmentFields });

const setFields = {
  role: oneOf("working", "warmUp"),
  stop: kinds({
    segments: {},
    totalTime: { seconds: finite(1, LIMITS.seconds) },
    repTotal: { total: whole(1, LIMITS.reps), restSeconds: orNull(seconds), shared: yesNo() },
  }),
} satisfies Fields<SetFields>;
const workSet: Schema<WorkSet> = exact({
  id: identifier(),
  ...setFields,
  segments: listOf(segment, LIMITS.segments, 1),
});

const slotFields = {
  lineage: said(300),
  exerciseId: identifier(),
  laterality: oneOf("both", "eachSide", "alternating", "otherHolds"),
  setup,
  cues: listOf(said(200), 12),
  ramp: kinds({
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
  }),
  rule: orNull(ruleSchema),
  restAfter: orNull(kinds({ each: { rest }, list: { rests } })),
} satisfies Fields<SlotFields>;
const slot: Schema<Slot> = exact({
  id: identifier(),
  ...slotFields,
  sets: listOf(orNull(workSet), LIMITS.rounds, 1),
});

const blockFields = {
  rounds: checked(
    kinds({
      fixed: { count: whole(1, LIMITS.rounds) },
      range: {
        low: whole(1, LIMITS.rounds),
        high: whole(1, LIMITS.rounds),
        stop: kinds({ coach: {}, belowRir: { rir: finite(0, 10) }, repsDown: { percent: finite(0, 100) } }),
      },
      withinTime: { seconds: finite(1, LIMITS.seconds) },
    }),
    "goes from low to high",
    (rounds) => rounds.kind !== "range" || rounds.low <= rounds.high,
  ),
  restAfterRound: orNull(kinds({ each: { rest }, list: { rests }, partnersWork: { leastSeconds: orNull(seconds) } })),
  intent: orNull(oneOf("pre-exhaust", "circuit")),
  methodId: orNull(words(LIMITS.nameLength)),
} satisfies Fields<BlockFields>;
const block: Schema<Block> = exact({ id: identifier(), ...blockFields, slots: listOf(slot, LIMITS.slots) });

const sessionFields = {
  title: words(LIMITS.nameLength),
  capSeconds: orNull(finite(1, 6 * 3600)),
  gymId: orNull(words(LIMITS.nameLength)),
  methodId: orNull(words(LIMITS.nameLength)),
  warmUp: orNull(
    exact({
      pulseRaiser: orNull(exact({ seconds, what: words(200) })),
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
} satisfies Fields<SessionFields>;

export const documentSchema: Schema<SessionDocument> = exact({
  version: anyOfNumbers(DOCUMENT_VERSION),
  ...sessionFields,
  blocks: listOf(block, LIMITS.blocks),
  finisher: orNull(block),
});

const after = orNull(identifier());

const kindOf = (kind: string) => ({ kind: oneOf(kind) });

/** A change of a session, as devices and coaches send it and patches keep it. */
export const editSchema: Schema<Edit> = choosing("kind", {
  setSession: oneField(kindOf("setSession"), sessionFields),
  insertBlock: exact({ ...kindOf("insertBlock"), block, after }),
  removeBlock: exact({ ...kindOf("removeBlock"), blockId: identifier() }),
  moveBlock: exact({ ...kindOf("moveBlock"), blockId: identifier(), after }),
  setFinisher: exact({ ...kindOf("setFinisher"), block: orNull(block) }),
  setBlock: oneField({ ...kindOf("setBlock"), blockId: identifier() }, blockFields),
  insertSlot: exact({ ...kindOf("insertSlot"), blockId: identifier(), slot, after }),
  removeSlot: exact({ ...kindOf("removeSlot"), slotId: identifier() }),
  moveSlot: exact({ ...kindOf("moveSlot"), slotId: identifier(), blockId: identifier(), after }),
  setSlot: oneField({ ...kindOf("setSlot"), slotId: identifier() }, slotFields),
  arrangeSets: exact({
    ...kindOf("arrangeSets"),
    slotId: identifier(),
    order: listOf(orNull(identifier()), LIMITS.rounds, 1),
    added: listOf(workSet, LIMITS.rounds),
  }),
  setSet: oneField({ ...kindOf("setSet"), setId: identifier() }, setFields),
  insertSegment: exact({ ...kindOf("insertSegment"), setId: identifier(), segment, after }),
  removeSegment: exact({ ...kindOf("removeSegment"), segmentId: identifier() }),
  moveSegment: exact({ ...kindOf("moveSegment"), segmentId: identifier(), after }),
  setSegment: oneField({ ...kindOf("setSegment"), segmentId: identifier() }, segmentFields),
} satisfies Record<Edit["kind"], Schema<unknown>>);

type Json = Record<string, unknown>;

/**
 * Brings a stored document to the present version, step by step. Unknown versions come back unchanged, and the check refuses
 * them.
 */
export function upcastDocument(stored: unknown): unknown {
  if (typeof stored !== "object" || stored === null) return stored;
  let document = stored as Json;
  if (document.version === 1) document = fromVersion1(document);
  if (document.version === 2) document = fromVersion2(document);
  // Version 3 named some exercises by ids that said another lift, or none.
  if (document.version === 3) document = { ...presentIds(document), version: DOCUMENT_VERSION };
  return document;
}

/** Version 1 kept the cap in minutes and knew no finisher and no method. */
function fromVersion1({ capMinutes, ...rest }: Json): Json {
  const capSeconds = typeof capMinutes === "number" ? capMinutes * 60 : null;
  return { finisher: null, methodId: null, ...rest, version: 2, capSeconds };
}

/**
 * Version 2 knew no method and no rule inside, and no least rest beside a partner's work. Its rules stood beside it, by slot.
 */
function fromVersion2({ rules, ...document }: Json): Json {
  const ruleOf = (slot: Json) => (rules as Json | undefined)?.[String(slot.id)] ?? null;
  const inBlock = (block: Json | null): Json | null =>
    block && {
      ...block,
      methodId: null,
      restAfterRound:
        (block.restAfterRound as Json | null)?.kind === "partnersWork"
          ? { kind: "partnersWork", leastSeconds: null }
          : block.restAfterRound,
      slots: Array.isArray(block.slots)
        ? block.slots.map((slot: Json) => ({ ...slot, rule: ruleOf(slot) }))
        : block.slots,
    };
  const { blocks, finisher } = document;
  return {
    ...document,
    version: 3,
    // A gym was also named in words, that nobody read.
    gymId: /^[0-9a-f-]{36}$/.test(String(document.gymId)) ? document.gymId : null,
    blocks: Array.isArray(blocks) ? blocks.map(inBlock) : blocks,
    finisher: inBlock((finisher ?? null) as Json | null),
  };
}

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
