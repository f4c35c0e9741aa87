/** Arbitrary session documents for property tests: every structure of the grammar, always valid. */
import fc from "fast-check";
import { placeholderId, SHIPPED_EXERCISES } from "../exercise";
import {
  type AddedResistance,
  type Amount,
  type Block,
  DOCUMENT_VERSION,
  type LoadChange,
  type LoadRule,
  lineageOf,
  type Phase,
  type RestAmount,
  type Rounds,
  type Segment,
  type SessionDocument,
  type SetStop,
  type Slot,
  type Tempo,
  type WorkSet,
} from "../session";
import { weight } from "../units";

const reps = fc.integer({ min: 1, max: 30 });
const span = fc.tuple(reps, fc.integer({ min: 0, max: 5 })).map(([low, more]) => ({ low, high: low + more }));
const rir = fc
  .tuple(fc.integer({ min: 0, max: 8 }), fc.constantFrom(0, 0.5, 1))
  .map(([half, more]) => ({ low: half / 2, high: half / 2 + more }));
const anyWeight = fc
  .tuple(fc.integer({ min: 1, max: 800 }), fc.constantFrom("kg" as const, "lb" as const))
  .map(([q, unit]) => weight(q / 4, unit));
const percent = fc.integer({ min: 1, max: 120 });
const position = fc.constantFrom("long" as const, "middle" as const, "short" as const);
const amount: fc.Arbitrary<Amount> = fc.oneof(
  { weight: 6, arbitrary: span.map((s) => ({ kind: "reps" as const, reps: s })) },
  fc.constant({ kind: "maxReps" as const }),
  fc.constant({ kind: "toFailure" as const }),
  fc.integer({ min: 5, max: 120 }).map((seconds) => ({ kind: "seconds" as const, seconds })),
  fc.integer({ min: 5, max: 120 }).map((metres) => ({ kind: "metres" as const, metres })),
  fc
    .tuple(fc.integer({ min: 5, max: 60 }), position)
    .map(([seconds, p]) => ({ kind: "hold" as const, seconds, position: p })),
);
const phase: fc.Arbitrary<Phase> = fc.oneof(
  fc.constant(null),
  fc.constant({ kind: "fast" as const }),
  fc.tuple(fc.integer({ min: 0, max: 10 }), fc.constantFrom(0, 0, 1)).map(([low, more]) => ({
    kind: "seconds" as const,
    seconds: { low: low / 2, high: low / 2 + more },
  })),
);
const tempo: fc.Arbitrary<Tempo | null> = fc.option(
  fc
    .record({ lower: phase, pauseBottom: phase, lift: phase, pauseTop: phase })
    .map((t) => (t.lower || t.pauseBottom || t.lift || t.pauseTop ? t : { ...t, lower: { kind: "fast" as const } })),
);
const change: fc.Arbitrary<LoadChange> = fc.oneof(
  fc
    .integer({ min: -60, max: 20 })
    .filter((p) => p !== 0)
    .map((p) => ({ kind: "percent" as const, percent: p })),
  fc
    .tuple(anyWeight, fc.constantFrom(1 as const, -1 as const))
    .map(([w, sign]) => ({ kind: "weight" as const, weight: w, sign })),
);
const plainLoad: fc.Arbitrary<LoadRule> = fc.oneof(
  fc.constant({ kind: "unsaid" as const }),
  anyWeight.map((w) => ({ kind: "fixed" as const, weight: w })),
  percent.map((p) => ({ kind: "percentOfMax" as const, percent: p })),
  percent.map((p) => ({ kind: "percentOfTop" as const, percent: p })),
  fc.integer({ min: 1, max: 30 }).map((n) => ({ kind: "repMax" as const, reps: n })),
  fc.constant({ kind: "byEffort" as const }),
  fc.constantFrom(-50, -7.5, -2, 5).map((p) => ({ kind: "ofNext" as const, percent: p })),
  fc.constant({ kind: "bodyweight" as const, added: null, sign: 1 as const }),
  fc
    .tuple(anyWeight, fc.constantFrom(1 as const, -1 as const))
    .map(([added, sign]) => ({ kind: "bodyweight" as const, added, sign })),
);
const beside: fc.Arbitrary<readonly AddedResistance[]> = fc.oneof(
  { weight: 5, arbitrary: fc.constant([]) },
  fc
    .oneof(
      fc.integer({ min: 1, max: 2 }).map((count): AddedResistance => ({ kind: "band", name: "red", count })),
      anyWeight.map((w): AddedResistance => ({ kind: "chains", weight: w })),
      anyWeight.map((w): AddedResistance => ({ kind: "vest", weight: w })),
      anyWeight.map((w): AddedResistance => ({ kind: "other", name: "dip belt", weight: w })),
    )
    .map((one) => [one]),
);
const exerciseId = fc.constantFrom(
  ...SHIPPED_EXERCISES.map((exercise) => exercise.id),
  placeholderId("Sled thing, uphill"),
);
const setup = fc.oneof(
  { weight: 4, arbitrary: fc.constant([]) },
  fc.constant([{ name: "bench", value: "30" }]),
  fc.constant([
    { name: "grip", value: "neutral wide" },
    { name: "cable", value: "high" },
  ]),
);
const rest: fc.Arbitrary<RestAmount> = fc.oneof(
  fc.integer({ min: 1, max: 240 }).map((seconds) => ({ kind: "seconds" as const, seconds })),
  fc
    .tuple(fc.integer({ min: 1, max: 90 }), fc.integer({ min: 1, max: 60 }))
    .map(([low, more]) => ({ kind: "range" as const, low, high: low + more })),
);

const segment = (first: boolean): fc.Arbitrary<Segment> =>
  fc
    .record({
      exerciseId: fc.option(exerciseId, { freq: 6 }),
      setup: fc.constant(null),
      amount,
      rom: fc.constantFrom("full" as const, "full" as const, "full" as const, "long" as const, "short" as const),
      load: first
        ? plainLoad
        : fc.oneof(
            plainLoad,
            change.map((c) => ({ kind: "fromSegment" as const, change: c })),
          ),
      beside,
      rir: fc.option(rir),
      tempo,
      restBeforeSeconds: first ? fc.constant(0) : fc.constantFrom(0, 0, 15, 20),
    })
    .map((s) => ({
      ...s,
      id: "",
      rom: ["seconds", "hold", "metres"].includes(s.amount.kind) ? ("full" as const) : s.rom,
      rir: s.load.kind === "byEffort" ? (s.rir ?? { low: 2, high: 2 }) : s.rir,
    }));

const stop: fc.Arbitrary<SetStop> = fc.oneof(
  { weight: 8, arbitrary: fc.constant({ kind: "segments" as const }) },
  fc.integer({ min: 20, max: 120 }).map((seconds) => ({ kind: "totalTime" as const, seconds })),
  fc.record({
    kind: fc.constant("repTotal" as const),
    total: fc.integer({ min: 10, max: 100 }),
    restSeconds: fc.option(fc.integer({ min: 5, max: 60 })),
    shared: fc.boolean(),
  }),
);

const workSet: fc.Arbitrary<WorkSet> = fc
  .record({
    role: fc.constantFrom("working" as const, "working" as const, "warmUp" as const),
    stop,
    first: segment(true),
    chain: fc.array(segment(false), { maxLength: 3 }),
  })
  .map(({ role, stop: s, first, chain }) => {
    if (s.kind !== "repTotal") return { id: "", role, stop: s, segments: [first, ...chain] };
    const start = { ...first, amount: { kind: "maxReps" as const }, rom: "full" as const };
    return { id: "", role, stop: s, segments: [start, ...chain] };
  });

/** Rounds of one slot: all alike, varied in reps or load only, stepped, or all different. */
const slotSets = (count: number): fc.Arbitrary<readonly (WorkSet | null)[]> =>
  fc.oneof(
    workSet.map((set) => Array.from({ length: count }, () => set)),
    fc.tuple(workSet, fc.array(span, { minLength: count, maxLength: count })).map(([set, list]) =>
      list.map((r) => ({
        ...set,
        stop: { kind: "segments" as const },
        segments: [
          { ...set.segments[0]!, rom: "full" as const, amount: { kind: "reps" as const, reps: r } },
          ...set.segments.slice(1),
        ],
      })),
    ),
    fc.tuple(workSet, fc.array(anyWeight, { minLength: count, maxLength: count })).map(([set, list]) =>
      list.map((w) => ({
        ...set,
        segments: [{ ...set.segments[0]!, load: { kind: "fixed" as const, weight: w } }, ...set.segments.slice(1)],
      })),
    ),
    fc.tuple(workSet, change).map(([set, c]) =>
      Array.from({ length: count }, (_, i) =>
        i === 0
          ? set
          : {
              ...set,
              segments: [
                { ...set.segments[0]!, load: { kind: "fromRound" as const, change: c } },
                ...set.segments.slice(1),
              ],
            },
      ),
    ),
    fc
      .array(fc.option(workSet, { freq: 4 }), { minLength: count, maxLength: count })
      .chain((sets) => (sets.some((set) => set) ? fc.constant(sets) : workSet.map((set) => [set, ...sets.slice(1)]))),
  );

const slot = (count: number): fc.Arbitrary<Slot> =>
  fc
    .record({
      exerciseId,
      laterality: fc.constantFrom(
        "both" as const,
        "both" as const,
        "eachSide" as const,
        "alternating" as const,
        "otherHolds" as const,
      ),
      setup,
      cues: fc.constantFrom([], ["elbows in"], ["slow down", "breathe out"]),
      ramp: fc.oneof(
        { weight: 4, arbitrary: fc.constant({ kind: "none" as const }) },
        fc.constant({ kind: "auto" as const }),
        fc
          .array(
            fc.record({
              load: fc.oneof(
                percent.map((p) => ({ kind: "percent" as const, percent: p })),
                anyWeight.map((w) => ({ kind: "fixed" as const, weight: w })),
              ),
              reps,
            }),
            { minLength: 1, maxLength: 4 },
          )
          .map((steps) => ({ kind: "steps" as const, steps })),
      ),
      rule: fc.constant(null),
      sets: slotSets(count),
      restAfter: fc.option(
        fc.oneof(
          rest.map((r) => ({ kind: "each" as const, rest: r })),
          ...(count > 1
            ? [
                fc
                  .array(rest, { minLength: count, maxLength: count })
                  .map((rests) => ({ kind: "list" as const, rests })),
              ]
            : []),
        ),
      ),
    })
    .map((s) => ({ ...s, id: "", lineage: lineageOf(s.exerciseId, s.setup) }));

const block: fc.Arbitrary<Block> = fc.integer({ min: 1, max: 5 }).chain((count) => {
  const rounds: fc.Arbitrary<Rounds> = fc.oneof(
    { weight: 4, arbitrary: fc.constant({ kind: "fixed" as const, count }) },
    fc.integer({ min: 60, max: 900 }).map((seconds) => ({ kind: "withinTime" as const, seconds })),
    ...(count > 1
      ? [
          fc.record({
            kind: fc.constant("range" as const),
            low: fc.constant(count - 1),
            high: fc.constant(count),
            stop: fc.oneof(
              fc.constant({ kind: "coach" as const }),
              fc.integer({ min: 0, max: 3 }).map((r) => ({ kind: "belowRir" as const, rir: r })),
              fc.integer({ min: 5, max: 50 }).map((p) => ({ kind: "repsDown" as const, percent: p })),
            ),
          }),
        ]
      : []),
  );
  return fc
    .record({
      rounds,
      restAfterRound: fc.option(
        fc.oneof(
          rest.map((r) => ({ kind: "each" as const, rest: r })),
          fc
            .option(fc.integer({ min: 10, max: 240 }))
            .map((leastSeconds) => ({ kind: "partnersWork" as const, leastSeconds })),
          ...(count > 2
            ? [
                fc
                  .array(rest, { minLength: count - 1, maxLength: count - 1 })
                  .map((rests) => ({ kind: "list" as const, rests })),
              ]
            : []),
        ),
      ),
      intent: fc.constantFrom(null, null, "circuit" as const, "pre-exhaust" as const),
      methodId: fc.constantFrom(null, null, null, "density", "own method"),
      slots: fc.array(slot(count), { minLength: 1, maxLength: 4 }),
    })
    .map((b) => ({
      ...b,
      id: "",
      slots: b.slots.map((s, i) => (i === b.slots.length - 1 ? { ...s, restAfter: null } : s)),
    }));
});

/** Gives every part its own id and, now and then, one slot a load taken from another. */
function finish(document: SessionDocument, refer: boolean, share: number): SessionDocument {
  let next = 0;
  const id = () => `g${next++}`;
  const stamp = (b: Block): Block => ({
    ...b,
    id: id(),
    slots: b.slots.map((s) => ({
      ...s,
      id: id(),
      sets: s.sets.map(
        (set) => set && { ...set, id: id(), segments: set.segments.map((seg) => ({ ...seg, id: id() })) },
      ),
    })),
  });
  const blocks = document.blocks.map(stamp);
  const finisher = document.finisher && stamp(document.finisher);
  if (refer && blocks.length > 1) {
    const target = blocks[0]!.slots[0]!.id;
    const last = blocks.at(-1)!;
    const rewired = last.slots.map((s) => ({
      ...s,
      sets: s.sets.map(
        (set) =>
          set && {
            ...set,
            segments: set.segments.map((seg, i) =>
              i === 0 ? { ...seg, load: { kind: "ofSlot" as const, slotId: target, share } } : seg,
            ),
          },
      ),
    }));
    blocks[blocks.length - 1] = { ...last, slots: rewired };
  }
  return { ...document, blocks, finisher };
}

export const arbitrarySession: fc.Arbitrary<SessionDocument> = fc
  .record({
    title: fc.constantFrom("", "Thursday, lower and pull", "Session 4"),
    capSeconds: fc.option(fc.integer({ min: 10, max: 90 }).map((m) => m * 60)),
    gymId: fc.constantFrom(null, "boathouse", "Lake side"),
    methodId: fc.constantFrom(null, "density"),
    warmUp: fc.option(
      fc.record({
        pulseRaiser: fc.option(fc.record({ seconds: fc.constantFrom(90, 300), what: fc.constantFrom("", "easy row") })),
        drills: fc.array(
          fc.record({
            name: fc.constantFrom("Band pull-apart", "Hip circle"),
            sets: fc.integer({ min: 1, max: 3 }),
            amount: fc.oneof(
              fc.integer({ min: 1, max: 20 }).map((r) => ({ kind: "reps" as const, reps: r })),
              fc.integer({ min: 10, max: 60 }).map((s) => ({ kind: "seconds" as const, seconds: s })),
            ),
          }),
          { maxLength: 2 },
        ),
      }),
    ),
    blocks: fc.array(block, { minLength: 1, maxLength: 5 }),
    finisher: fc.option(block, { freq: 4 }),
    refer: fc.boolean(),
    share: fc.constantFrom(1, 0.5, 0.25),
  })
  .map(({ refer, share, ...rest }) => finish({ version: DOCUMENT_VERSION, ...rest }, refer, share));
