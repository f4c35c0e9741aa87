import { describe, expect, it } from "vitest";
import { lengthProfile, SHIPPED_CATALOGUE, thirdOf, UNRESTRICTED } from "../exercise";
import { unfitness } from "../selection";
import { BOATHOUSE, TEST_CONTEXT, timelineOf } from "../testing/helpers";
import { balanceNotes, balanceOf, coverageHoles } from "./coverage";
import { frequencyOf } from "./frequency";
import { jumpsOf } from "./jumps";
import { readStrength, sessionLoad, weekLoad } from "./session-load";
import { addCoverage, addLoads, type MuscleLoads, NO_LOAD, sessionVolume } from "./session-volume";

const volumeOf = (text: string) => sessionVolume(timelineOf(text), TEST_CONTEXT);
const setsOf = (text: string) => volumeOf(text).exercises;
const coverage = (text: string) => volumeOf(text).coverage;

describe("sets by exercise", () => {
  it("counts a set once, whatever is in it, and sides apart", () => {
    const sets = setsOf(
      "A1 Dumbbell curl 3x10 rir1 last: > -20%x8 > -20%xF\n\nB1 Dumbbell row 2x8/side rir2\n\nC1 Bench press 2x8 rir6",
    );
    expect(sets.get("dumbbell-curl")).toMatchObject({ sets: 3, reps: 44 });
    expect(sets.get("dumbbell-row")).toMatchObject({ sets: 2, leftReps: 16, rightReps: 16 });
    expect(sets.get("bench-press")).toMatchObject({ sets: 0, reps: 16 });
  });
  it("counts seconds of eccentric work from the tempo", () => {
    expect(setsOf("A1 Bench press 2x10 t4-0-1-0 rir1").get("bench-press")!.loweringSeconds).toBe(80);
  });
});

describe("coverage along the length", () => {
  it("is weighted by hard sets and shares, in thirds", () => {
    const known = coverage("A1 Dumbbell fly 4x10 rir1\n\nB1 Cable fly 3x12 rir1").midChest!;
    expect(known).toEqual({ lengthened: 4, middle: 0, shortened: 3 });
    expect(addCoverage({ midChest: known }, { midChest: known, biceps: known }).midChest).toEqual({
      lengthened: 8,
      middle: 0,
      shortened: 6,
    });
  });

  it("names no hole that only a stranger of an exercise would fill", () => {
    const squats = coverage("A1 Back squat 8x8 rir1\n\nB1 Leg press 8x10 rir1");
    expect(
      coverageHoles(squats, SHIPPED_CATALOGUE.list, UNRESTRICTED, BOATHOUSE).map(({ region }) => region),
    ).not.toContain("vasti");
  });

  it("names holes and what fills them here: exercises that are hardest just there", () => {
    const holes = coverageHoles(
      coverage("A1 Hip thrust 8x8 rir1\n\nB1 Dumbbell curl 4x10 rir1"),
      SHIPPED_CATALOGUE.list,
      UNRESTRICTED,
      BOATHOUSE,
    );
    const hole = holes.find((one) => one.region === "gluteMax" && one.third === "lengthened")!;
    expect(hole.setsElsewhere).toBe(8);
    expect(hole.fill.length).toBeGreaterThan(0);
    expect(new Set(holes.map(({ region }) => region)).size).toBe(holes.length);
    for (const one of holes)
      for (const exercise of one.fill) {
        expect(thirdOf(lengthProfile(exercise, one.region).peak)).toBe(one.third);
        expect(unfitness(exercise, UNRESTRICTED, BOATHOUSE)).toBeNull();
      }
    expect(coverageHoles(coverage("A1 Hip thrust 6x8 rir1"), SHIPPED_CATALOGUE.list, UNRESTRICTED, null)).toEqual([]);
  });
});

describe("balance", () => {
  it("counts pushing and pulling, knees and hips, and the sides", () => {
    const sets = setsOf(
      "A1 Bench press 6x8 rir1\n\nB1 Seated cable row 2x8 rir1\n\nC1 Back squat 4x5 rir1\n\nD1 Deadlift 3x5 rir1",
    );
    const balance = balanceOf(sets.values(), SHIPPED_CATALOGUE);
    expect(balance).toMatchObject({ horizontal: { push: 6, pull: 2 }, legs: { knee: 4, hip: 3 } });
    expect(balanceNotes(balance)).toEqual([{ kind: "horizontal", more: "push", push: 6, pull: 2 }]);
    expect(balanceNotes({ ...balance, sides: { left: 40, right: 60 } }).at(-1)).toMatchObject({
      kind: "sides",
      more: "right",
    });
  });
});

describe("frequency", () => {
  const day = (date: string, chest: number) => ({ date, hardSets: { chest } });
  it("counts the days of the last seven and the hours since the last before", () => {
    const days = [
      day("2026-11-17", 5),
      day("2026-11-20", 4),
      day("2026-11-23", 0.5),
      day("2026-11-24", 6),
      day("2026-11-26", 3),
    ];
    expect(frequencyOf("chest", "2026-11-24", days)).toEqual({ daysAWeek: 2, hoursSince: 96 });
    expect(frequencyOf("back", "2026-11-24", days)).toEqual({ daysAWeek: 0, hoursSince: null });
  });
});

describe("jumps", () => {
  const week = (
    hardSets: number,
    more: Partial<{ failureSets: number; reps: number; loweringSeconds: number }> = {},
  ): MuscleLoads => ({
    chest: { ...NO_LOAD, hardSets, ...more },
  });
  const eight = (hardSets: number) => Array.from({ length: 8 }, () => week(hardSets, { reps: 1 }));
  const severity = (planned: number, weeks: readonly MuscleLoads[]) =>
    jumpsOf(week(planned), weeks, "intermediate")[0]?.severity ?? null;
  it.each([
    [20, 26, null],
    [20, 26.5, "note"],
    [20, 32, "note"],
    [20, 32.5, "warn"],
    [20, 50, "warn"],
    [20, 50.5, "block"],
  ])("from %s a week to %s: %s", (usual, planned, said) => {
    expect(severity(planned, eight(usual))).toBe(said);
  });
  it("goes by the best two of eight weeks, and a missed week is no new habit", () => {
    const [missed, light, good] = [week(0), week(6, { reps: 60 }), week(20, { reps: 200 })];
    expect(severity(26, [good, good, light, light, light, light, light, light])).toBeNull();
    expect(severity(26, [good, good, light, light, light, light, light, missed])).toBeNull();
    // Three weeks away from a muscle: half of the habit is gone.
    expect(severity(26, [good, good, good, good, good, missed, missed, missed])).toBe("block");
    expect(severity(20, [good, good, good, good, good, missed, missed, missed])).toBe("warn");
  });
  it("never blocks inside the client's own weekly band", () => {
    expect(severity(20, [])).toBe("warn");
    expect(jumpsOf(week(22), [], "intermediate", () => "build")[0]!.severity).toBe("warn");
    expect(jumpsOf(week(23), [], "intermediate", () => "build")[0]!.severity).toBe("block");
    expect(jumpsOf(week(10.5), [], "intermediate", () => "hold")[0]?.severity ?? null).toBeNull();
  });
  it("blocks long eccentrics and failure work that is new, out of the band", () => {
    const used = Array.from({ length: 8 }, () => week(24, { reps: 200 }));
    expect(jumpsOf(week(24, { failureSets: 6 }), used, "advanced")).toMatchObject([
      { measure: "failureSets", severity: "block" },
    ]);
    expect(jumpsOf(week(24, { loweringSeconds: 480 }), used, "advanced")).toMatchObject([
      { measure: "loweringSeconds", severity: "block" },
    ]);
    expect(jumpsOf(week(12, { loweringSeconds: 480 }), used, "advanced")).toMatchObject([{ severity: "warn" }]);
  });
  it("is never less than the start for the level", () => {
    const [jump] = jumpsOf(week(9), eight(1), "novice");
    expect(jump).toMatchObject({ fromStart: true, usual: 5, severity: "warn" });
    expect(jumpsOf(week(9), [], "advanced")).toEqual([]);
  });
  it("adds sessions to weeks, direct work whole and indirect half", () => {
    const loads = volumeOf("A1 Bench press 4x8 rir1").muscles;
    expect(loads.chest!.hardSets).toBe(4);
    expect(loads.triceps!.hardSets).toBe(2);
    expect(addLoads(loads, loads).chest!.reps).toBe(64);
  });
});

describe("load as felt, to the worked example", () => {
  it("sums, monotony and strain", () => {
    const week = weekLoad([300, 0, 420, 0, 360, 240, 0]);
    expect(week.sum).toBe(1320);
    expect(week.monotony).toBeCloseTo(1.021, 3);
    expect(week.strain).toBeCloseTo(1347.7, 1);
    expect(weekLoad([100, 100, 100, 100, 100, 100, 100])).toEqual({ sum: 700, monotony: null, strain: null });
    expect(weekLoad([])).toEqual({ sum: 0, monotony: null, strain: null });
    expect(sessionLoad(7, 50)).toBe(350);
    expect(sessionLoad(null, 50)).toBeNull();
  });
  it("reads strength blocks: reps by zone, mean intensity, INOL, none at 99 % and above", () => {
    const reading = readStrength([
      { reps: 5, intensity: 0.8 },
      { reps: 5, intensity: 0.75 },
      { reps: 1, intensity: 0.99 },
    ]);
    expect(reading.repsByZone).toEqual([0, 0, 5, 5, 1]);
    expect(reading.averageIntensity).toBeCloseTo((5 * 0.8 + 5 * 0.75 + 0.99) / 11, 9);
    expect(reading.inol).toBeCloseTo(5 / 20 + 5 / 25, 9);
    expect(reading.repsWithoutInol).toBe(1);
    expect(readStrength([]).averageIntensity).toBeNull();
  });
});
