import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { exerciseOrThrow, SHIPPED_CATALOGUE } from "../exercise";
import { loadForReps, populationCurve } from "../load";
import { shortSentence } from "../sentences";
import { DEFAULT_SETTINGS } from "../settings";
import { read, TEST_CONTEXT } from "../testing/helpers";
import { expandSession, type Timeline } from "../time";
import { type ForecastContext, fallsShort, forecastCount, forecastSession } from "./forecast";
import { heaviestLoadShare, remediesOf, shortSlots } from "./remedies";
import { POPULATION_RESERVE, type ReserveConstants } from "./reserve";

const curve = populationCurve("epleyBrzyckiMean");
/** Everybody lifts 100 kg once in everything; what is on the bar is said as the reps it allows when fresh. */
function context(freshReps: number, constants: ReserveConstants = POPULATION_RESERVE): ForecastContext {
  return {
    catalogue: SHIPPED_CATALOGUE,
    settings: DEFAULT_SETTINGS,
    constants,
    loadKg: () => loadForReps(100, freshReps, curve),
    strengthOf: () => ({ e1rmKg: 100, curve, fitted: null }),
    aimReps: () => null,
  };
}
const timeline = (text: string): Timeline => expandSession(read(text), TEST_CONTEXT);
/** Reps possible in each piece of work of one lift. */
function repsOf(text: string, exerciseId: string, ctx = context(10)): number[] {
  return forecastSession(timeline(text), ctx)
    .work.filter((one) => one.span.exerciseId === exerciseId)
    .map((one) => one.possibleReps!);
}
const total = (reps: readonly number[]) => reps.reduce((sum, one) => sum + one, 0);

/** Constants as far from the population's as people are. */
const anyConstants = fc.record({
  fastShare: fc.double({ min: 0.45, max: 0.75, noNaN: true }),
  fastSeconds: fc.double({ min: 20, max: 60, noNaN: true }),
  slowSeconds: fc.double({ min: 100, max: 320, noNaN: true }),
  lastingShare: fc.double({ min: 0, max: 0.05, noNaN: true }),
  generalShare: fc.double({ min: 0, max: 0.1, noNaN: true }),
});

describe("the pattern that is known of rest and fatigue, for anyone's constants", () => {
  it("longer rests keep more reps", () => {
    fc.assert(
      fc.property(anyConstants, fc.integer({ min: 30, max: 150 }), (constants, rest) => {
        const at = (seconds: number) =>
          total(repsOf(`Bench press 4xF r${seconds}`, "bench-press", context(10, constants)));
        expect(at(rest + 60)).toBeGreaterThan(at(rest));
      }),
      { numRuns: 60 },
    );
  });

  it("sets to failure at a minute's rest lose reps steeply, at four minutes few", () => {
    fc.assert(
      fc.property(anyConstants, (constants) => {
        const [first, second, , fourth] = repsOf("Bench press 4xF r60", "bench-press", context(10, constants));
        expect(first).toBeCloseTo(10, 3);
        expect(second! / first!).toBeLessThan(0.85);
        expect(fourth! / first!).toBeLessThan(0.75);
        expect(fourth).toBeGreaterThan(0);
        const long = repsOf("Bench press 4xF r240", "bench-press", context(10, constants));
        expect(long[3]! / first!).toBeGreaterThan(fourth! / first! + 0.1);
      }),
      { numRuns: 60 },
    );
  });

  it("opposing pairs lose little, pairs for the same muscle most, unrelated ones least", () => {
    const pair = (other: string, constants: ReserveConstants) =>
      total(repsOf(`A1 Bench press 3x8 rir1 h10\nA2 ${other} 3x8 rir1 r90`, "bench-press", context(9, constants)));
    fc.assert(
      fc.property(anyConstants, (constants) => {
        const alone = total(repsOf("A1 Bench press 3x8 rir1 r124", "bench-press", context(9, constants)));
        const opposing = pair("Seated cable row", constants);
        const same = pair("Dumbbell press, flat", constants);
        expect(opposing).toBeGreaterThan(same + 1);
        expect(alone - opposing).toBeLessThan(0.25 * (alone - same));
        expect(pair("Standing calf raise", constants)).toBeGreaterThan(same);
      }),
      { numRuns: 60 },
    );
  });

  it("effort kept in reserve keeps later sets: stopping two short loses less than going to failure", () => {
    fc.assert(
      fc.property(anyConstants, (constants) => {
        const kept = repsOf("Bench press 4x8 r90", "bench-press", context(10, constants));
        const failed = repsOf("Bench press 4xF r90", "bench-press", context(10, constants));
        expect(kept[1]).toBeGreaterThan(failed[1]!);
        for (const round of [2, 3]) expect(kept[round]).toBeGreaterThanOrEqual(failed[round]! - 0.01);
      }),
      { numRuns: 60 },
    );
  });
});

describe("what is seen of people in the gym, at the population's constants", () => {
  const rounded = (text: string, exerciseId: string, freshReps = 10) =>
    repsOf(text, exerciseId, context(freshReps)).map((reps) => Math.round(reps * 2) / 2);

  it.each<[string, string, number, readonly [number, number][]]>([
    [
      "a minute's rest: about 10, 6, 5, 4",
      "Bench press 4xF r60",
      10,
      [
        [10, 10],
        [5.5, 7],
        [4.5, 6],
        [3.5, 5],
      ],
    ],
    [
      "two minutes: about 10, 8, 7, 6",
      "Bench press 4xF r120",
      10,
      [
        [10, 10],
        [7, 8.5],
        [6, 7.5],
        [5.5, 7],
      ],
    ],
    [
      "four minutes: about 10, 9, 8, 8",
      "Bench press 4xF r240",
      10,
      [
        [10, 10],
        [8, 9.5],
        [7.5, 9],
        [7.5, 8.5],
      ],
    ],
    [
      "rest-pause of fifteen seconds: about 10, 4, 3",
      "Bench press 1xF > pause 15s xF > pause 15s xF",
      10,
      [
        [10, 10],
        [3, 4.5],
        [2, 3.5],
      ],
    ],
  ])("%s", (_, text, fresh, spans) => {
    const reps = rounded(text, "bench-press", fresh);
    expect(reps).toHaveLength(spans.length);
    for (const [index, [low, high]] of spans.entries()) {
      expect(reps[index], text).toBeGreaterThanOrEqual(low);
      expect(reps[index], text).toBeLessThanOrEqual(high);
    }
  });

  it("in a drop chain to failure with equal cuts no part makes more than the one before: ten, then five to seven", () => {
    const document = read("Dumbbell curl 1xF > -20%xF > -20%xF > -20%xF");
    const ids = document.blocks[0]!.slots[0]!.sets[0]!.segments.map(({ id }) => id);
    const ten = loadForReps(100, 10, curve);
    fc.assert(
      fc.property(anyConstants, fc.integer({ min: 15, max: 30 }), (constants, cut) => {
        const loadKg = (id: string) => ten * (1 - cut / 100) ** ids.indexOf(id);
        const timeline = expandSession(document, TEST_CONTEXT);
        const reps = forecastSession(timeline, { ...context(10, constants), loadKg }).work.map(
          (one) => one.possibleReps!,
        );
        for (const [index, one] of reps.entries())
          if (index > 0) expect(one).toBeLessThanOrEqual(reps[index - 1]! + 0.1);
      }),
      { numRuns: 60 },
    );
    const loadKg = (id: string) => ten * 0.8 ** ids.indexOf(id);
    const [first, ...drops] = forecastSession(expandSession(document, TEST_CONTEXT), { ...context(10), loadKg }).work;
    expect(first!.possibleReps).toBeCloseTo(10, 3);
    for (const { possibleReps } of drops) {
      expect(possibleReps).toBeGreaterThan(5);
      expect(possibleReps).toBeLessThan(7);
    }
  });

  it.each([
    [
      "a leg press straight after leg extensions",
      "A1 Leg extension 1xF h10\nA2 Leg press 1xF",
      "leg-press",
      0.15,
      0.35,
    ],
    ["a bench press after flys", "A1 Dumbbell fly 1xF h10\nA2 Bench press 1xF", "bench-press", 0.15, 0.35],
    ["flys after other flys", "A1 Dumbbell fly 1xF h10\nA2 Cable fly 1xF", "cable-fly", 0.4, 0.6],
    ["a row after presses", "A1 Bench press 1xF h10\nA2 Seated cable row 1xF", "seated-cable-row", 0, 0.1],
  ])("%s lose their part, and no more", (_, text, id, least, most) => {
    const lost = 1 - repsOf(text, id)[0]! / 10;
    expect(lost).toBeGreaterThanOrEqual(least);
    expect(lost).toBeLessThanOrEqual(most);
  });

  it("a rep goal goes on in mini-sets as short as twenty seconds make them", () => {
    const series = repsOf("Push-up 60total/20s", "push-up", context(20));
    expect(series[0]).toBeCloseTo(20, 3);
    expect(series[1]).toBeGreaterThan(6);
    expect(series[1]).toBeLessThan(9);
    for (const [index, one] of series.entries()) if (index > 0) expect(one).toBeLessThan(series[index - 1]!);
  });
});

describe("the forecast of a session", () => {
  it("at the population's constants loses about what trained people lose", () => {
    const [, second, , fourth] = repsOf("Bench press 4xF r120", "bench-press");
    expect(second).toBeGreaterThan(7);
    expect(second).toBeLessThan(9.5);
    expect(fourth).toBeGreaterThan(5);
    expect(fourth).toBeLessThan(8);
  });

  it("compares with the reps and the RIR asked: reps made without the reserve are short", () => {
    const [first] = forecastSession(timeline("Bench press 1x6 rir2"), context(7)).work;
    expect(first).toMatchObject({ expectedReps: 6, askedReps: 6, askedRir: 2 });
    expect(first!.expectedRir).toBeCloseTo(1, 3);
    expect(first!.shortBy).toBeCloseTo(1, 3);
    expect(first!.bandReps![0]).toBeLessThan(7);
    expect(first!.bandReps![1]).toBeGreaterThan(7);
  });

  it("warns of what lies beyond the likely, not beyond its middle alone", () => {
    const at = (freshReps: number) => forecastSession(timeline("Bench press 1x6 rir2"), context(freshReps)).work[0]!;
    const near = at(7.2);
    expect(near.shortBy).toBeGreaterThan(0.75);
    expect([fallsShort(near), fallsShort(at(5))]).toEqual([false, true]);
    expect(fallsShort({ ...near, bandReps: null })).toBe(true);
  });

  it("leaves each side its own reserve", () => {
    const sides = repsOf("Dumbbell row 2xF/side r60", "dumbbell-row");
    expect(sides).toHaveLength(4);
    // The right side has worked at nothing while the left did, but for what is general.
    expect(sides[1]!).toBeGreaterThan(0.9 * sides[0]!);
    expect(sides[2]!).toBeLessThan(0.85 * sides[0]!);
  });

  it("makes a drop worth reps again after failure", () => {
    const heavy = loadForReps(100, 8, curve);
    const ctx: ForecastContext = { ...context(8), loadKg: (id) => (id === drop ? heavy * 0.75 : heavy) };
    const document = read("Dumbbell curl 1xF > -25%xF");
    const [, second] = document.blocks[0]!.slots[0]!.sets[0]!.segments;
    const drop = second!.id;
    const { work } = forecastSession(expandSession(document, TEST_CONTEXT), ctx);
    expect(work[0]!.possibleReps).toBeCloseTo(8, 3);
    expect(work[1]!.possibleReps).toBeGreaterThan(4);
    expect(work[1]!.possibleReps).toBeLessThan(loadForReps(1, 1, curve) * 16);
  });

  it("names what falls short and both ways out, each of which holds when taken", () => {
    const text = "Bench press 2x10 rir1 r20";
    const ctx = context(13);
    const short = timeline(text);
    const found = remediesOf(short, ctx, shortSlots(short, forecastSession(short, ctx))[0]!);
    expect(shortSentence(found.worst)).toMatch(/^Round 2 is expected to stop at \d+ of 10, with 1 in reserve asked\.$/);
    const lighter: ForecastContext = { ...ctx, loadKg: () => ctx.loadKg("", "", [])! * found.loadShare! };
    for (const one of forecastSession(short, lighter).work) expect(one.shortBy).toBeLessThan(0.3);
    const rested = timeline(`Bench press 2x10 rir1 r${found.roundRestSeconds}`);
    for (const one of forecastSession(rested, ctx).work) expect(one.shortBy).toBeLessThan(0.3);
    const hardly = timeline(`Bench press 2x10 rir1 r${found.roundRestSeconds! - 15}`);
    expect(forecastSession(hardly, ctx).work.some((one) => one.shortBy >= 0.25)).toBe(true);
    // No coach rests seven minutes between sets of ten, or takes half of the load off.
    const hopeless = timeline("Bench press 4x10 rir1 r30");
    const [worst] = shortSlots(hopeless, forecastSession(hopeless, context(10.5)));
    const most = remediesOf(hopeless, context(10.5), worst!);
    expect([most.loadShare, most.roundRestSeconds]).toEqual([null, null]);
  });

  it("finds the heaviest load at which every set makes its reps, and none where no load does", () => {
    const easy = timeline("Bench press 3x5 rir2 r180");
    const document = easy.blocks[0]!.timeline.block;
    const share = heaviestLoadShare(easy, context(12), document.slots[0]!.id)!;
    expect(share).toBeGreaterThan(1.05);
    const at = (by: number): ForecastContext => ({ ...context(12), loadKg: () => loadForReps(100, 12, curve) * by });
    expect(forecastSession(easy, at(share)).work.every((one) => one.shortBy < 0.3)).toBe(true);
    expect(forecastSession(easy, at(share * 1.03)).work.some((one) => one.shortBy > 0.25)).toBe(true);
    const hopeless = timeline("Bench press 2x60 rir2 r30");
    expect(heaviestLoadShare(hopeless, context(4), hopeless.blocks[0]!.timeline.block.slots[0]!.id)).toBeNull();
  });

  it("goes by what is really rested while a partner works, round by round, as if it had been written", () => {
    const asked = timeline("Bench press 4x10 r60");
    const [block] = asked.blocks;
    const possible = (ctx: ForecastContext, of = asked) => forecastSession(of, ctx).work.map((one) => one.possibleReps);
    const resting = (seconds: readonly (number | null)[]): ForecastContext => ({
      ...context(10),
      restedSeconds: (blockId, round) => (blockId === block!.timeline.block.id ? (seconds[round] ?? null) : null),
    });
    expect(possible(resting([180, 180, 180]))).toEqual(possible(context(10), timeline("Bench press 4x10 r180")));
    expect(possible(resting([60, 180, 60]))).toEqual(possible(context(10), timeline("Bench press 4x10 r60,180,60")));
    expect(possible(resting([]))).toEqual(possible(context(10)));
  });

  it("says nothing of what it cannot know, and tires what follows all the same", () => {
    const text = "A1 Bench press 3x10 rir1 r60\n\nB1 Dumbbell press, flat 3x10 rir1 r60";
    const press = exerciseOrThrow(SHIPPED_CATALOGUE, "dumbbell-bench-press");
    const ctx: ForecastContext = {
      ...context(10),
      strengthOf: (_slot, id) => (id === press.id ? { e1rmKg: 100, curve, fitted: null } : null),
    };
    const { work } = forecastSession(timeline(text), ctx);
    expect(work.slice(0, 3).every((one) => one.possibleReps === null && one.shortBy === 0)).toBe(true);
    expect(work[3]!.possibleReps).toBeLessThan(9.5);
  });
});

describe("a forecast after an edit", () => {
  const strength = { e1rmKg: 100, curve, fitted: null, seen: null };
  /** The same lifter at every asking, as a client's records are; loads by the segment. */
  const steady = (kgOf: (segmentId: string) => number): ForecastContext => ({
    ...context(10),
    loadKg: kgOf,
    strengthOf: () => strength,
  });
  const document = read("A1 Bench press 3x8 r90\n\nB1 Bench press 2x6 r90\n\nC1 Barbell row 3x10 r60");
  const idsOf = (at: number) => document.blocks[at]!.slots[0]!.sets.map((set) => set!.segments[0]!.id);
  /** A copy that remembers nothing. */
  const afresh = (one: Timeline): Timeline => structuredClone(one);

  it("goes on from the first block that changed", () => {
    const at = expandSession(document, TEST_CONTEXT);
    forecastSession(
      at,
      steady(() => 70),
    );
    const before = forecastCount();
    forecastSession(
      at,
      steady(() => 70),
    );
    expect(forecastCount() - before).toBe(0);
    const second = new Set(idsOf(1));
    forecastSession(
      at,
      steady((id) => (second.has(id) ? 75 : 70)),
    );
    expect(forecastCount() - before).toBe(2);
  });

  it("is what it would be of a session that was never foretold, whatever changed before", () => {
    const ids = [0, 1, 2].flatMap(idsOf);
    const change = fc.record({ id: fc.constantFrom(...ids), kg: fc.integer({ min: 40, max: 95 }) });
    fc.assert(
      fc.property(fc.array(change, { minLength: 1, maxLength: 8 }), (changes) => {
        const kg = new Map(ids.map((id) => [id, 70]));
        const at = expandSession(document, TEST_CONTEXT);
        for (const { id, kg: to } of changes) {
          kg.set(id, to);
          const loads = steady((segment) => kg.get(segment) ?? 70);
          expect(forecastSession(at, loads).work.map((one) => one.possibleReps)).toEqual(
            forecastSession(afresh(at), loads).work.map((one) => one.possibleReps),
          );
        }
      }),
      { numRuns: 60 },
    );
  });

  it("knows another gym's rests and another client apart", () => {
    const at = expandSession(document, TEST_CONTEXT);
    const own = forecastSession(
      at,
      steady(() => 70),
    ).work.map((one) => one.possibleReps);
    const quick = { ...steady(() => 70), constants: { ...POPULATION_RESERVE, slowSeconds: 60 } };
    expect(forecastSession(at, quick).work.map((one) => one.possibleReps)).not.toEqual(own);
    const stronger = { ...steady(() => 70), strengthOf: () => ({ ...strength, e1rmKg: 120 }) };
    expect(forecastSession(at, stronger).work[0]!.possibleReps).toBeGreaterThan(own[0]!);
    expect(
      forecastSession(
        at,
        steady(() => 70),
      ).work.map((one) => one.possibleReps),
    ).toEqual(own);
  });
});
