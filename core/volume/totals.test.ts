import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { SHIPPED_CATALOGUE } from "../exercise";
import { effectiveKg } from "../load";
import { STARTERS } from "../session";
import { DEFAULT_SETTINGS } from "../settings";
import { BOATHOUSE, read, TEST_CONTEXT } from "../testing/helpers";
import { expandSession } from "../time";
import { toKg } from "../units";
import { weeklySetBand } from "./bands";
import { hardSetsBySlot } from "./breakdown";
import { schoolWeight } from "./hard-sets";
import { density, indexSegments, restPerWork, totalSession } from "./totals";

function totals(text: string, bodyMassKg: number | null = 80) {
  const document = read(text);
  const segments = indexSegments(document);
  const effective = (id: string) => {
    const { slot, segment, set } = segments.get(id)!;
    const exercise = SHIPPED_CATALOGUE.byId.get(segment.exerciseId ?? slot.exerciseId)!;
    const said =
      segment.load.kind === "fixed"
        ? toKg(segment.load.weight)
        : segment.load.kind === "bodyweight" && segment.load.added
          ? toKg(segment.load.added) * segment.load.sign
          : 0;
    return set && effectiveKg(exercise, said, { bodyMassKg, gym: BOATHOUSE }, DEFAULT_SETTINGS);
  };
  return totalSession(expandSession(document, TEST_CONTEXT), { ...TEST_CONTEXT, effectiveKg: effective });
}

describe("volume load, the handbook's examples", () => {
  it.each([
    ["a pair of 22 kg, 3×10", "Dumbbell press 3x10 @22kg", 80, 1320],
    ["push-ups at 80 kg body mass, 3×15", "Push-up 3x15", 80, 2304],
    ["chin-up, 72 kg + 10 kg, 4×6", "Chin-up 4x6 @BW+10kg", 72, 1968],
    ["drop set 40×10, 30×8, 22.5×9", "Barbell curl 1x10 @40kg > x8 @30kg > x9 @22.5kg", 80, 842.5],
    ["one dumbbell counts each side", "Dumbbell row 1x10/side @20kg", 80, 400],
    ["a partial rep counts half", "Barbell curl 1x10 partials long @40kg", 80, 200],
  ])("%s", (_, text, bodyMass, kg) => {
    expect(totals(text, bodyMass).volumeLoadKg).toBeCloseTo(kg, 9);
  });

  it("the drop set is 27 reps", () => {
    expect(totals("Barbell curl 1x10 @40kg > x8 @30kg > x9 @22.5kg").reps).toBe(27);
  });

  it("says when a load is not known instead of counting it as nothing", () => {
    expect(totals("Push-up 3x10", null).unknownLoads).toBe(3);
  });
});

describe("hard sets", () => {
  const hard = (text: string, muscle: "chest" | "triceps" | "elbow flexors" | "quads") =>
    totals(text).byMuscle.get(muscle);

  it("counts working sets by share, and leaves out easy and warm-up sets", () => {
    expect(hard("Bench press 4x8 rir2", "chest")).toMatchObject({ hardSets: 4, plainHardSets: 4 });
    expect(hard("Bench press 4x8 rir2", "triceps")).toMatchObject({ hardSets: 2 });
    expect(hard("Bench press 4x8 rir5", "chest")).toMatchObject({ hardSets: 0 });
    expect(hard("Bench press 4x8 rir2 round 1: warmup", "chest")).toMatchObject({ hardSets: 3 });
    expect(hard("Bench press 4x8 rir2 ramp", "chest")).toMatchObject({ hardSets: 4 });
  });

  it("a range of rounds counts its middle, in sets, reps, kilograms and hard sets, and is planned by its upper end for time", () => {
    const [range, middle, upper] = ["3-5x8", "4x8", "5x8"].map((sets) => totals(`Bench press ${sets} @60kg rir2 r120`));
    expect(range).toMatchObject({ sets: 4, reps: 32, volumeLoadKg: middle!.volumeLoadKg, seconds: upper!.seconds });
    expect(range!.byMuscle).toEqual(middle!.byMuscle);
    expect(range!.byRegion).toEqual(middle!.byRegion);
  });

  it("marks unwritten effort as assumed", () => {
    expect(totals("Bench press 4x8").hardnessAssumed).toBe(true);
    expect(totals("Bench press 4x8 rir2").hardnessAssumed).toBe(false);
  });

  it("counts a set on each side once", () => {
    expect(hard("Split squat 3x8/side rir2", "quads")).toMatchObject({ hardSets: 3 });
  });

  it("counts a chain the same however it is written: 1, and ½ for each further part, at most 2", () => {
    const written = [
      "Barbell curl 1x10 rir1 > -20%x8 > -20%x8",
      "Barbell curl 1x10 rir1 > pause 15s x4 > pause 15s x4",
      "Barbell curl 1x10 rir1 h10 + Barbell curl 1x8 rir1 h10 + Barbell curl 1x6 rir1",
      "Barbell curl 1x10 rir1 > -10%x8 > -10%x6 > -10%x6 > -10%x6",
    ];
    for (const text of written) expect(hard(text, "elbow flexors"), text).toMatchObject({ hardSets: 2 });
    expect(hard("Barbell curl 1x10 rir1 > -20%x8", "elbow flexors")).toMatchObject({ hardSets: 1.5 });
    expect(hard("Barbell curl 2x10 rir1 r60", "elbow flexors")).toMatchObject({ hardSets: 2, plainHardSets: 2 });
  });

  it("counts by school", () => {
    expect([1, 0.5, 0.25].map((share) => schoolWeight(share, "graded"))).toEqual([1, 0.5, 0]);
    expect([1, 0.5, 0.25].map((share) => schoolWeight(share, "direct"))).toEqual([1, 0, 0]);
    expect([1, 0.5, 0.25].map((share) => schoolWeight(share, "full"))).toEqual([1, 1, 0]);
  });

  it("has bands by training age and priority", () => {
    expect(weeklySetBand("chest", "intermediate")).toEqual({ low: 10, high: 20 });
    expect(weeklySetBand("chest", "novice")).toEqual({ low: 5, high: 10 });
    expect(weeklySetBand("chest", "advanced", "hold").low).toBe(4);
    // A small muscle is trained by the others: no lower end until a coach gives it one.
    expect(weeklySetBand("lower back", "intermediate")).toEqual({ low: 0, high: 20 });
    expect(weeklySetBand("forearms", "intermediate", "build").low).toBe(14);
  });

  it("tension is seconds by share", () => {
    expect(hard("Bench press 1x10 t2-0-1-0", "chest")!.tensionSeconds).toBe(30);
    expect(hard("Bench press 1x10 t2-0-1-0", "triceps")!.tensionSeconds).toBe(15);
  });
});

it("gives each side's reps, the ratio of rest to work, and density", () => {
  const sided = totals("Dumbbell row 1x10/side @20kg\n\nWalking lunge 1x12/alt @10kg\n\nBench press 1x8 @50kg");
  expect([sided.reps, sided.repsEachSide]).toEqual([52, 22]);
  const straight = totals("Bench press 4x8 @50kg t3-1-1-0 r90");
  expect(restPerWork(straight)).toBe(270 / 160);
  expect(density(straight).kgPerMinute).toBeCloseTo(1600 / (430 / 60), 9);
  expect(density(straight).workSecondsPerMinute).toBeCloseTo(160 / (430 / 60), 9);
});

describe("how the same work is written does not matter", () => {
  const exercise = fc.constantFrom("Barbell curl", "Leg extension", "Dumbbell press, flat", "Back squat", "Cable fly");
  it("a drop chain, rest-pause and a giant set of the same parts count the same for every muscle", () => {
    fc.assert(
      fc.property(exercise, fc.array(fc.integer({ min: 3, max: 15 }), { minLength: 2, maxLength: 6 }), (name, reps) => {
        const [first, ...others] = reps;
        const drop = `${name} 1x${first} rir1 ${others.map((r) => `> -10%x${r}`).join(" ")}`;
        const pause = `${name} 1x${first} rir1 ${others.map((r) => `> pause 15s x${r}`).join(" ")}`;
        const giant = reps
          .map((r, i) => `A${i + 1} ${name} 1x${r} rir1${i < reps.length - 1 ? " h10" : ""}`)
          .join("\n");
        const counted = [drop, pause, giant].map((text) =>
          [...totals(text).byMuscle].map(([muscle, amounts]) => [muscle, amounts.hardSets]),
        );
        expect(counted[1]).toEqual(counted[0]);
        expect(counted[2]).toEqual(counted[0]);
      }),
      { numRuns: 80 },
    );
  });
});

describe("totals of smaller parts", () => {
  it("of a muscle's hard sets sum to the muscle's, lifts in one go sharing what they count", () => {
    const pair = expandSession(read("A1 Bench press 3x8 rir1 h5\nA2 Cable fly 3x12 rir1 r90"), TEST_CONTEXT);
    const [press, fly] = [...hardSetsBySlot(pair, TEST_CONTEXT, "chest").values()];
    // Each round counts one and a half: one for one of them, half for the other.
    expect(press! + fly!).toBeCloseTo(4.5, 9);
    expect(press).not.toBeCloseTo(fly!, 2);
    for (const { text } of STARTERS) {
      const timeline = expandSession(read(text), TEST_CONTEXT);
      for (const [muscle, { hardSets }] of totalSession(timeline, TEST_CONTEXT).byMuscle) {
        const parts = [...hardSetsBySlot(timeline, TEST_CONTEXT, muscle).values()];
        expect(
          parts.reduce((sum, part) => sum + part, 0),
          `${muscle} in ${text}`,
        ).toBeCloseTo(hardSets, 9);
      }
    }
  });
});
