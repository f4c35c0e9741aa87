import { describe, expect, it } from "vitest";
import { SHIPPED_CATALOGUE } from "../exercise";
import { allBlocks, allWorkingSets } from "../session";
import { countingIds, read } from "../testing/helpers";
import { planOf } from "../testing/plans";
import { dayForClient, readPlanText, startingPhases } from "./start";

const readDays = (text: string) => readPlanText(text, SHIPPED_CATALOGUE, countingIds("r"));
const days = (text: string) => {
  const found = readDays(text);
  if (!found.ok) throw new Error(found.problems[0]!.message);
  return found.days.map(({ name, placed, base }) => [
    name,
    placed.kind === "weekday" ? placed.weekday : null,
    allBlocks(base).flatMap(({ slots }) => slots.map(({ exerciseId }) => exerciseId)),
  ]);
};

describe("days as text", () => {
  it("a weekday begins a day and names it; lines below are its session", () => {
    const text =
      "Monday: Push\nA1 Bench press 4x6 rir2\n\nB1 Lateral raise 3x12 rir1\n\nThu – Legs\nBack squat 4x5 rir2";
    expect(days(text)).toEqual([
      ["Push", 0, ["bench-press", "lateral-raise"]],
      ["Legs", 3, ["back-squat"]],
    ]);
  });

  it("days without a weekday are spread over the week; text without any head is one day", () => {
    expect(days("Day 1\nBench press 3x8\nDay 2\nBack squat 3x5\nDay 3 Pull\nChin-up 3x6")).toEqual([
      ["Day 1", 0, ["bench-press"]],
      ["Day 2", 2, ["back-squat"]],
      ["Pull", 4, ["chin-up"]],
    ]);
    expect(days("\nBench press 3x8")).toEqual([["Day 1", 0, ["bench-press"]]]);
  });

  it.each([
    ["", 1, "at least one day"],
    ["Monday\n\nTuesday\nBack squat 3x5", 2, "no lifts"],
    ["Monday\nBench press 3x8\n\nBack squat 3xx5", 4, ""],
  ])("says the line that does not read: %j", (text, line, words) => {
    const found = readDays(text);
    expect(found.ok).toBe(false);
    if (!found.ok) {
      expect(found.problems[0]!.line).toBe(line);
      expect(found.problems[0]!.message).toContain(words);
    }
  });
});

describe("another client's day", () => {
  const day = planOf("2026-11-16", [
    ["a", 0, read("A1 Bench press 3x8 @60kg\n\nB1 Back squat 3x5 @75% rir2\n\nC1 Chin-up 3x6 @BW+10kg rir1", "a")],
  ]).days[0]!;
  it("keeps lifts, sets, shares and reserves, and no load that was the other's", () => {
    const own = dayForClient({ ...day, base: { ...day.base, gymId: "theirs" } }, countingIds("n"));
    expect([own.id === day.id, own.base.gymId]).toEqual([false, null]);
    const firsts = allBlocks(own.base).map(({ slots }) => {
      const [set] = allWorkingSets(slots[0]!);
      return [set!.segments[0]!.load.kind, set!.segments[0]!.rir?.low];
    });
    expect(firsts).toEqual([
      ["unsaid", 2],
      ["percentOfMax", 2],
      ["unsaid", 1],
    ]);
    expect(allBlocks(day.base)[0]!.slots[0]!.sets[0]!.segments[0]!.load.kind).toBe("fixed");
  });
});

it("a plan begins with building and a deload", () => {
  expect(startingPhases(countingIds("p")).map(({ kind, weeks }) => [kind, weeks])).toEqual([
    ["build", 5],
    ["deload", 1],
  ]);
});
