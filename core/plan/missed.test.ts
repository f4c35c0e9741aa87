import { describe, expect, it } from "vitest";
import { SHIPPED_CATALOGUE } from "../exercise";
import { allBlocks, allWorkingSets } from "../session";
import { countingIds, read } from "../testing/helpers";
import { planOf, projectContext } from "../testing/plans";
import { type MissedContext, type MissedProposal, missedSessions } from "./missed";
import { dateOfDay, type PlanDocument, sessionOfWeek } from "./plan";
import { applyPlanEdits } from "./plan-edits";
import { comingDays } from "./project";

/** Monday, Wednesday and Friday of a week that began on the 16th. */
const START = "2026-11-16";
const plan = (more: Partial<PlanDocument> = {}) =>
  planOf(
    START,
    [
      ["push", 0, read("A1 Bench press 5x5 rir2\n\nB1 Overhead press 3x8 rir2\n\nC1 Cable fly 3x12 rir1", "push")],
      ["pull", 2, read("A1 Chin-up 4x6 rir2\n\nB1 Bench press 3x8 rir2", "pull")],
      ["legs", 4, read("A1 Back squat 4x5 rir2", "legs")],
    ],
    more,
  );
const missedOn = (today: string, more: Partial<PlanDocument> = {}, done: readonly string[] = []) =>
  missedSessions(plan(more), {
    today,
    catalogue: SHIPPED_CATALOGUE,
    isDone: (dayId, week) => done.includes(`${dayId} ${week}`),
    makeId: countingIds("m"),
  } satisfies MissedContext);
const taken = (proposal: MissedProposal, more: Partial<PlanDocument> = {}) => {
  const edited = applyPlanEdits(plan(more), proposal.edits);
  if (!edited.ok) throw new Error(edited.message);
  return edited;
};
const of = <K extends MissedProposal["kind"]>(list: readonly MissedProposal[], kind: K) =>
  list.find((one): one is Extract<MissedProposal, { kind: K }> => one.kind === kind);

describe("a session that was missed", () => {
  it("is one that lies a week back at most, was not done, and of which nothing was decided", () => {
    expect(missedOn("2026-11-17").map(({ dayId, date }) => [dayId, date])).toEqual([["push", "2026-11-16"]]);
    expect(missedOn("2026-11-17", {}, ["push 0"])).toEqual([]);
    expect(missedOn("2026-11-16")).toEqual([]);
    const away = [{ id: "a", from: "2026-11-16", until: "2026-11-16", gymId: null }];
    expect(missedOn("2026-11-17", { absences: away })).toEqual([]);
    const dropped = [{ id: "x", dayId: "push", week: 0, to: null }];
    expect(missedOn("2026-11-17", { moved: dropped })).toEqual([]);
    expect(missedOn("2026-11-26", {}, ["pull 0", "legs 0", "pull 1"]).map(({ dayId, week }) => [dayId, week])).toEqual([
      ["push", 1],
    ]);
  });

  it("is moved to a day with one free on both sides before its like, else to the first free one", () => {
    // The push of Monday: Tuesday stands between, Saturday beside Friday's, Sunday beside Monday's next.
    const [missed] = missedOn("2026-11-17");
    const move = of(missed!.proposals, "move")!;
    expect(move.to).toBe("2026-11-17");
    const { plan: moved, inverse } = taken(move);
    expect(dateOfDay(moved, moved.days[0]!, 0)).toBe("2026-11-17");
    expect(dateOfDay(moved, moved.days[0]!, 1)).toBe("2026-11-23");
    expect(comingDays(moved, projectContext({ today: "2026-11-17" }))[0]).toEqual({
      dayId: "push",
      week: 0,
      date: "2026-11-17",
    });
    const back = applyPlanEdits(moved, inverse);
    expect(back.ok && back.plan).toEqual(plan());
    // Legs missed on Friday, with the weekend free: Saturday has Friday's own place beside it, and nothing else.
    expect(of(missedOn("2026-11-21")[0]!.proposals, "move")!.to).toBe("2026-11-21");
  });

  it("is merged: two main lifts that the next session lacks, with fewer sets, once, and the day itself left out", () => {
    const merge = of(missedOn("2026-11-17")[0]!.proposals, "merge")!;
    expect(merge.into).toEqual({ dayId: "pull", week: 0, date: "2026-11-18" });
    expect(merge.lifts).toEqual(["Overhead press", "Cable fly"]);
    const { plan: merged } = taken(merge);
    const setsOf = (week: number) =>
      allBlocks(sessionOfWeek(merged, "pull", week)!.document).flatMap(({ slots }) =>
        slots.map((slot) => [slot.exerciseId, allWorkingSets(slot).length]),
      );
    expect(setsOf(0)).toEqual([
      ["chin-up", 4],
      ["bench-press", 3],
      ["overhead-press", 2],
      ["cable-fly", 2],
    ]);
    expect(setsOf(1)).toHaveLength(2);
    expect(sessionOfWeek(merged, "pull", 0)!.conflicts).toEqual([]);
    expect(
      comingDays(merged, projectContext({ today: "2026-11-16" })).some((one) => one.dayId === "push" && one.week === 0),
    ).toBe(false);
  });

  it("has what the plan's own rule says first", () => {
    for (const rule of ["move", "merge", "drop"] as const)
      expect(missedOn("2026-11-17", { missed: rule })[0]!.proposals[0]!.kind).toBe(rule);
  });
});
