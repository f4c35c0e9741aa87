import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  allBlocks,
  blockRoundsOf,
  buildSentence,
  conflictSentence,
  curveKg,
  DEFAULT_SETTINGS,
  equipmentProblems,
  exerciseOrThrow,
  expandSession,
  forecastSession,
  type GymEquipment,
  implementLoadsOf,
  liftRecord,
  loadSentence,
  nameBlock,
  POPULATION_RESERVE,
  remediesOf,
  SHIPPED_CATALOGUE,
  shortSentence,
  shortSlots,
  totalSession,
  waySentence,
  weight,
} from ".";
import { arbitrarySession } from "./testing/arbitrary";
import { BOATHOUSE, exposure, resolve } from "./testing/helpers";

/** Every number inside a value, with the way to it. */
function numbersIn(value: unknown, path = "", found: [string, number][] = []): [string, number][] {
  if (typeof value === "number") found.push([path, value]);
  else if (value instanceof Map) for (const [key, one] of value) numbersIn(one, `${path}.${key}`, found);
  else if (Array.isArray(value)) for (const [i, one] of value.entries()) numbersIn(one, `${path}[${i}]`, found);
  else if (typeof value === "object" && value !== null)
    for (const [key, one] of Object.entries(value)) numbersIn(one, `${path}.${key}`, found);
  return found;
}

const soundNumbers = (value: unknown) => numbersIn(value).filter(([, figure]) => !Number.isFinite(figure));

const ODD_GYMS: readonly GymEquipment[] = [
  BOATHOUSE,
  { ...BOATHOUSE, bars: [], dumbbells: [], kettlebells: [], stacks: [], sleds: [], bands: [] },
  {
    ...BOATHOUSE,
    plates: [{ weight: weight(25), pairs: 0 }],
    bars: [{ name: "beam", weight: weight(200), shape: "straight bar" }],
  },
  {
    ...BOATHOUSE,
    stacks: [
      {
        station: "cable",
        start: weight(0),
        step: weight(0),
        max: weight(0),
        addOns: [weight(0)],
        pulleyRatio: 0,
        counterbalanceKg: 0,
        help: "resists",
      },
    ],
  },
  {
    ...BOATHOUSE,
    unit: "lb",
    plates: [
      { weight: weight(45, "lb"), pairs: 2 },
      { weight: weight(10), pairs: 1 },
    ],
  },
];

describe("whatever the session, the gym and the record", () => {
  const records = [
    null,
    liftRecord([exposure("2026-11-10", [{ loadKg: 80, reps: 5, rir: 1 }])], DEFAULT_SETTINGS),
    liftRecord([exposure("2026-11-10", [{ loadKg: 0, curveKg: null, reps: 0, rir: null }])], DEFAULT_SETTINGS),
  ];
  const setting = fc.record({
    gym: fc.constantFrom(...ODD_GYMS),
    record: fc.constantFrom(...records),
    bodyMassKg: fc.constantFrom(null, 60, 120),
    policy: fc.constantFrom("nearest" as const, "neverHarder" as const),
  });

  it("no figure is ever NaN or infinite, no sentence says undefined, and policy never rounds harder", () => {
    fc.assert(
      fc.property(arbitrarySession, setting, (document, { gym, record, bodyMassKg, policy }) => {
        const resolved = resolve(document, {
          gym,
          bodyMassKg,
          policy,
          recordOf: () => record,
          related: [{ exerciseId: "back-squat", e1rmKg: 120 }],
        });
        expect(soundNumbers(resolved.loads)).toEqual([]);
        expect(soundNumbers(resolved.progress)).toEqual([]);
        const context = {
          catalogue: SHIPPED_CATALOGUE,
          settings: DEFAULT_SETTINGS,
          rampReps: (slot: { id: string }) => resolved.ramps.get(slot.id)?.map((set) => set.reps) ?? [],
        };
        const timeline = expandSession(document, context);
        expect(
          soundNumbers(
            timeline.blocks.map((block) => block.timeline.spans.map((span) => [span.startSeconds, span.seconds])),
          ),
        ).toEqual([]);
        expect(soundNumbers(timeline.blocks.map((block) => block.timeline.conflicts))).toEqual([]);
        expect(soundNumbers(resolved.platePlans)).toEqual([]);
        const forecastContext = {
          ...context,
          constants: POPULATION_RESERVE,
          loadKg: (id: string, exerciseId: string) => {
            const kg = resolved.loads.get(id)?.kg ?? null;
            const exercise = exerciseOrThrow(SHIPPED_CATALOGUE, exerciseId);
            return kg === null ? null : curveKg(exercise, kg, bodyMassKg, DEFAULT_SETTINGS);
          },
          strengthOf: () =>
            record?.e1rmKg ? { e1rmKg: record.e1rmKg, curve: record.curve, fitted: record.fitted } : null,
          aimReps: (id: string) => resolved.loads.get(id)?.aimReps ?? null,
        };
        const forecast = forecastSession(timeline, forecastContext);
        expect(soundNumbers(forecast.work.map(({ span, ...figures }) => [figures, span.reps]))).toEqual([]);
        for (const one of forecast.work) if (one.possibleReps !== null) expect(one.possibleReps).toBeLessThan(80);
        for (const short of shortSlots(timeline, forecast).slice(0, 2)) {
          const remedies = remediesOf(timeline, forecastContext, short);
          expect(shortSentence(remedies.worst)).not.toMatch(/undefined|NaN|Infinity/);
        }
        const totals = totalSession(timeline, {
          ...context,
          effectiveKg: (id) => resolved.loads.get(id)?.effectiveKg ?? null,
          expectedRir: (id) => resolved.loads.get(id)?.expectedRir ?? null,
        });
        expect(soundNumbers(totals)).toEqual([]);
        expect(totals.seconds).toBeGreaterThanOrEqual(totals.workSeconds + totals.restSeconds - 1e-6);
        for (const load of resolved.loads.values()) {
          const sentences = [
            ...load.overruled.map((reason) => loadSentence(reason, { catalogue: SHIPPED_CATALOGUE, unit: "kg" })),
            ...load.ways.map((way) => waySentence(way, { catalogue: SHIPPED_CATALOGUE, unit: "kg" })),
            ...load.reasons.map((reason) => loadSentence(reason, { catalogue: SHIPPED_CATALOGUE, unit: "kg" })),
            ...(load.build ? [buildSentence(load.build)] : []),
          ];
          for (const sentence of sentences) expect(sentence).not.toMatch(/undefined|NaN|Infinity|\[object/);
          const rounded = load.reasons.find((reason) => reason.kind === "rounded");
          const exact = load.reasons.some((reason) => ["written", "bodyweight"].includes(reason.kind));
          if (policy === "neverHarder" && rounded?.kind === "rounded" && !exact)
            expect(rounded.builtKg).toBeLessThanOrEqual(rounded.wantedKg + 0.002);
        }
        for (const { timeline: block } of timeline.blocks)
          for (const conflict of block.conflicts)
            expect(conflictSentence(conflict)).toMatch(/^The reps need [\d.]+ s, the set has/);
      }),
      { numRuns: 200 },
    );
  });

  it("any gym's implements have loads with sound figures, and what is wrong with it is said", () => {
    for (const gym of ODD_GYMS) {
      expect(soundNumbers(implementLoadsOf(gym))).toEqual([]);
      for (const problem of equipmentProblems(gym)) expect(problem.message).toMatch(/^[A-Z].*\.$/);
    }
  });

  it("every block has a name, and the floor's chains hold every set", () => {
    fc.assert(
      fc.property(arbitrarySession, (document) => {
        for (const block of allBlocks(document))
          expect(nameBlock(block, SHIPPED_CATALOGUE, DEFAULT_SETTINGS).name.length).toBeGreaterThan(3);
        const timed = new Set(
          allBlocks(document).flatMap((block) => (block.rounds.kind === "withinTime" ? block.slots : [])),
        );
        const inChains = blockRoundsOf(document, { catalogue: SHIPPED_CATALOGUE, settings: DEFAULT_SETTINGS }).flatMap(
          (chain) => chain.moves.map((move) => move.set.id),
        );
        const inDocument = allBlocks(document).flatMap((block) =>
          // Of rounds against the clock those that fit are run.
          block.slots.flatMap((slot) =>
            slot.sets.flatMap((set) => (set && (!timed.has(slot) || inChains.includes(set.id)) ? [set.id] : [])),
          ),
        );
        expect(new Set(inChains)).toEqual(new Set(inDocument));
      }),
      { numRuns: 150 },
    );
  });
});
