/** Sixty pairs and structures, each called what a coach calls it. docs/handbook.md#names. */
import { describe, expect, it } from "vitest";
import { classifyPair, findExercise, type PairClass, SHIPPED_CATALOGUE } from "../exercise";
import { nameBlock } from "../session";
import { DEFAULT_SETTINGS } from "../settings";
import { read } from "../testing/helpers";

const lift = (name: string) => findExercise(SHIPPED_CATALOGUE, name)!.exercise;
const S = "stretch and squeeze";
const A = "antagonist";

describe("two lifts back to back", () => {
  it.each<[string, string, PairClass]>([
    ["lying triceps extension", "triceps kickback", S],
    ["skull crusher", "cable triceps kickback", S],
    ["overhead triceps extension", "triceps press-down", S],
    ["dumbbell overhead extension", "rope press-down", S],
    ["incline curl", "spider curl", S],
    ["incline curl", "concentration curl", "same muscle"],
    ["behind-the-back cable curl", "high cable curl", S],
    ["dumbbell fly", "cable fly", S],
    ["romanian deadlift", "lying leg curl", S],
    ["dumbbell bench press", "cable fly", "post-exhaust"],
    ["machine fly", "bench press", "pre-exhaust"],
    ["close-grip bench press", "close-grip push-up", "mechanical drop"],
    ["barbell curl", "hammer curl", "same muscle"],
    ["dip", "chin-up", A],
    ["dumbbell lateral raise", "cable lateral raise", S],
    ["reverse nordic", "leg extension", S],
    ["bench press", "barbell row", A],
    ["dumbbell bench press", "seated cable row", A],
    ["overhead press", "pull-up", A],
    ["seated dumbbell press", "lat pulldown", A],
    ["barbell curl", "skull crusher", A],
    ["hammer curl", "triceps press-down", A],
    ["leg extension", "seated leg curl", A],
    ["seated hip abduction", "seated hip adduction", A],
    ["wrist curl", "wrist extension", A],
    ["neck curl", "neck extension", A],
    ["cable external rotation", "cable internal rotation", A],
    ["standing calf raise", "tibialis raise", A],
    ["cable fly", "rear delt fly", A],
    ["push-up", "inverted row", A],
    ["cable knee raise", "cable glute kickback", A],
    ["knee push-up", "push-up", "same muscle"],
    ["push-up", "knee push-up", "mechanical drop"],
    ["push-up", "incline push-up", "mechanical drop"],
    ["decline push-up", "push-up", "mechanical drop"],
    ["reverse curl", "barbell curl", "same muscle"],
    ["close-grip bench press", "bench press", "unrelated"],
    ["front squat", "back squat", "mechanical drop"],
    ["single-leg leg press", "leg press", "mechanical drop"],
    ["back squat", "deadlift", "same muscle"],
    ["back squat", "leg press", "same muscle"],
    ["bench press", "overhead press", "unrelated"],
    ["leg extension", "back squat", "pre-exhaust"],
    ["lateral raise", "overhead press", "pre-exhaust"],
    ["overhead press", "lateral raise", "post-exhaust"],
    ["bench press", "triceps press-down", "post-exhaust"],
    ["barbell row", "barbell curl", "post-exhaust"],
    ["back squat", "barbell curl", "unrelated"],
    ["plank", "standing calf raise", "unrelated"],
    ["bench press", "dumbbell bench press", "same muscle"],
  ])("%s, then %s: %s", (first, second, kind) => {
    expect(classifyPair(lift(first), lift(second))).toBe(kind);
  });

  it("opposites are so in either order, and a stretch is one whichever comes first", () => {
    for (const [a, b] of [
      ["bench press", "barbell row"],
      ["wrist curl", "wrist extension"],
      ["skull crusher", "triceps kickback"],
    ] as const)
      expect(classifyPair(lift(a), lift(b))).toBe(classifyPair(lift(b), lift(a)));
  });
});

describe("what a block is called", () => {
  const named = (text: string): string => {
    const { name, traits } = nameBlock(read(text).blocks[0]!, SHIPPED_CATALOGUE, DEFAULT_SETTINGS);
    return [name, ...traits].join(", ");
  };

  it.each([
    ["Bench press 5x5 @100kg", "straight sets"],
    ["Bench press 12,10,8 @60kg", "straight sets"],
    ["Bench press 12,10,8,6 @60,65,70,75kg", "rising pyramid"],
    ["Bench press 8,8,8,8 @60,65,70,75kg", "rising pyramid"],
    ["Bench press 4x8 @60kg +5kg/round", "rising pyramid"],
    ["Bench press 4x8 rir2 +2.5kg/round", "rising pyramid"],
    ["Bench press 12,10,8,F", "rising pyramid"],
    ["Bench press 6,8,10,F", "falling pyramid"],
    ["Bench press 6,8,10 @90,80,70kg", "falling pyramid"],
    ["Bench press 5,5,5,5 @100,85,85,85kg", "back-off sets"],
    ["Bench press 3,8,8 @100,80,80%top", "back-off sets"],
    ["Bench press 1,5,5,5 @90,75,75,75%", "back-off sets"],
    ["Bench press 5,5,5,5 @100,100,85,85kg", "back-off sets"],
    ["Bench press 10,8,6,8,10", "double pyramid"],
    ["Bench press 8,6,4,6,8 @70,80,90,80,70kg", "double pyramid"],
    ["Bench press 8,8,8,6", "straight sets"],
    ["Bench press 8,8,6,8", "straight sets"],
    ["Bench press 4x8 @60kg last: @70kg", "straight sets"],
    ["Bench press 10,8,8 round 1: warmup", "straight sets"],
    ["Bench press 15,12,10,8 round 1: warmup", "rising pyramid"],
    ["Dip 3x8 @BW+10kg > xF @BW > xF @BW-20kg", "straight sets, mechanical drop"],
    ["Dip 3x8 @BW-20kg > xF @BW", "straight sets"],
    ["Wrist curl 3x15 h5 + Wrist extension 3x15", "superset, opposing"],
    ["Back squat 3x5 h10 + Deadlift 3x5", "superset, same muscle"],
    ["Overhead triceps extension 3x12 h8 + Press-down 3x12", "superset, stretch and squeeze"],
    ["Knee push-up 3x10 h4 + Push-up 3xF", "superset, same muscle"],
    ["Push-up 3x10 h4 + Knee push-up 3xF", "mechanical drop, same muscle"],
  ])("%s is %s", (text, name) => {
    expect(named(text)).toBe(name);
  });
});
