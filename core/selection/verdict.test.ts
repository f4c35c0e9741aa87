import { describe, expect, it } from "vitest";
import { type RegionId, SHIPPED_CATALOGUE, UNRESTRICTED } from "..";
import { RANK_PRESETS, type Ranked, rankExercises } from "./rank";
import { rankVerdict } from "./verdict";

const ranked = (region: RegionId): Ranked[] =>
  rankExercises(SHIPPED_CATALOGUE.list, region, {
    ...{ trainee: UNRESTRICTED, gym: null, unit: "kg", weights: RANK_PRESETS[0]!.weights },
  });
const verdict = (region: RegionId, name: string): string =>
  rankVerdict(ranked(region).find(({ exercise }) => exercise.name === name)!, region, "not now");

describe("what a ranking comes to", () => {
  it.each<[RegionId, string, string]>([
    [
      "midChest",
      "Bench press",
      "First choice for the midChest: hardest where it is long; the next step is 2.5 kg, 2 %. Less good: 60 s to set up.",
    ],
    [
      "sideDelts",
      "Cable lateral raise",
      "First choice for the sideDelts: hardest where it is long; quiet on the joints. Less good: the next step is 5 kg, 50 %.",
    ],
    ["biceps", "Barbell curl", "First choice for the biceps: the next step is 2.5 kg, 2 %."],
  ])("%s, %s", (region, name, words) => {
    expect(verdict(region, name)).toBe(words);
  });

  it("of a lift that only helps says so, and of one that is another again too", () => {
    expect(verdict("biceps", "Seated cable row")).toContain("Less good: the biceps only help.");
    expect(verdict("midChest", "Pause bench press")).toContain("Much the same move as bench press.");
  });

  it("never counts what a joint is asked as something that speaks for a lift", () => {
    const praised = (["midChest", "hamstrings", "biceps", "vasti"] as const).flatMap((region) =>
      ranked(region).map((one) => rankVerdict(one, region, "").split("Less good")[0]!),
    );
    expect(praised.filter((words) => words.includes("asks something"))).toEqual([]);
  });

  it("of a lift that cannot be done says why not, and nothing else", () => {
    const [first] = ranked("biceps");
    const unfit: Ranked = { ...first!, unfit: { kind: "limit" } as Ranked["unfit"] };
    expect(rankVerdict(unfit, "biceps", "Not with that elbow.")).toBe("Not with that elbow.");
  });
});
