import { describe, expect, it } from "vitest";
import { addDays, type Exposure, type PlanDocument, runSteps } from "../core";
import { exposure, read } from "../core/testing/helpers";
import { planOf } from "../core/testing/plans";
import { weeksViewOf } from "./testing/weeks";
import { NOTHING_AHEAD, weeksModel, weeksSteps } from "./weeks";
import type { PlanSession, WeeksView } from "./weeks-context";

/** Two weeks have gone by, and this is the Thursday of the third. */
const [START, TODAY] = ["2026-11-09", "2026-11-26"];
const PLAN = planOf(START, [
  ["a", 0, read("A1 Bench press 3x8 rir2\n\nB1 Dumbbell curl 3x12 rir1", "a")],
  ["b", 3, read("A1 Back squat 3x5 rir2", "b")],
]);
const slotOf = (day: number, block: number) => PLAN.days[day]!.base.blocks[block]!.slots[0]!;

function view(document: PlanDocument, done: readonly (readonly [dayId: string, week: number])[]): WeeksView {
  const sessions = done.map(
    ([dayId, week]): PlanSession => ({
      id: `${dayId}${week}`,
      dayId,
      week,
      date: "2026-11-09",
      state: "done",
      copy: null,
      summary: null,
      own: null,
    }),
  );
  const bench = sessions
    .filter(({ dayId }) => dayId === "a")
    .map(
      ({ id, week }): Exposure => ({
        ...exposure(`2026-11-${9 + 7 * week}`, [{ loadKg: 60, reps: 8, rir: 2, target: { low: 8, high: 8 } }]),
        sessionId: id,
        slotId: slotOf(0, 0).id,
      }),
    );
  return weeksViewOf(document, {
    today: TODAY,
    sessions,
    lifts: [
      { lineage: "bench-press", exerciseId: "bench-press", exposures: bench, strengths: [], trainingMaxKg: null },
    ],
  });
}
const statesOf = (document: PlanDocument, done: readonly (readonly [string, number])[], day: number, row = 0) =>
  weeksModel(document, view(document, done))
    .days[day]!.rows[row]!.cells.slice(0, 4)
    .map((cell) => cell?.state ?? null);

describe("the cells of the weeks", () => {
  it("are done, missed or planned, by what was done and by the day", () => {
    expect(statesOf(PLAN, [["a", 0]], 0)).toEqual(["done", "missed", "missed", "planned"]);
    expect(statesOf(PLAN, [], 1)).toEqual(["missed", "missed", "planned", "planned"]);
  });

  it("what was done is a share of what the lift was estimated at on that day", () => {
    const [bench] = weeksModel(PLAN, view(PLAN, [["a", 0]])).days[0]!.rows;
    // Eight with two left are ten to failure: three quarters of the maximum by that formula.
    expect(bench!.cells[0]!.share).toBeCloseTo(0.75, 6);
    expect(bench!.cells[1]).toMatchObject({ state: "missed", share: null });
  });

  it("a lift that was never done on a day that was done came to it later: nothing is missed there", () => {
    expect(
      statesOf(
        PLAN,
        [
          ["a", 0],
          ["a", 1],
        ],
        0,
        1,
      ),
    ).toEqual([null, null, "missed", "planned"]);
  });

  it("a lift that was moved to another day left no holes there while it stood on its own", () => {
    const [one, other] = PLAN.days;
    const [bench, curl] = one!.base.blocks;
    const moved: PlanDocument = {
      ...PLAN,
      days: [
        { ...one!, base: { ...one!.base, blocks: [curl!] } },
        { ...other!, base: { ...other!.base, blocks: [...other!.base.blocks, bench!] } },
      ],
    };
    // Done on Mondays twice; Thursdays were missed as a whole.
    expect(
      statesOf(
        moved,
        [
          ["a", 0],
          ["a", 1],
        ],
        1,
        1,
      ),
    ).toEqual([null, null, "planned", "planned"]);
    expect(
      statesOf(
        moved,
        [
          ["a", 0],
          ["a", 1],
        ],
        1,
        0,
      ),
    ).toEqual(["missed", "missed", "planned", "planned"]);
  });

  it("of a session that has begun and is not ended, lifts not trained yet are under way and not missed", () => {
    const begun = view(PLAN, [["a", 0]]);
    const [first] = begun.sessions;
    const sessions = [{ ...first!, id: "begun", week: 1, date: "2026-11-16", state: "started" as const }];
    const cells = weeksModel(PLAN, { ...begun, sessions }).days[0]!.rows[0]!.cells;
    expect(cells.slice(0, 3).map((cell) => cell?.state)).toEqual(["missed", "underWay", "missed"]);
    // Also where the coming week's session was begun before its day.
    const early = [{ ...first!, id: "begun", week: 3, date: TODAY, state: "started" as const }];
    const ahead = weeksModel(PLAN, { ...begun, sessions: early }).days[0]!.rows[0]!.cells;
    expect(ahead[3]?.state).toBe("underWay");
  });

  it("a session that is left out is no hole, and one that was moved is planned again, with a mark", () => {
    const leftOut = { ...PLAN, moved: [{ id: "m", dayId: "a", week: 2, to: null }] };
    expect(statesOf(leftOut, [["a", 0]], 0)[2]).toBe("leftOut");
    const moved = { ...PLAN, moved: [{ id: "m", dayId: "a", week: 2, to: "2026-11-28" }] };
    const cell = weeksModel(moved, view(moved, [["a", 0]])).days[0]!.rows[0]!.cells[2]!;
    expect([cell.state, cell.date, cell.isChanged]).toEqual(["planned", "2026-11-28", true]);
  });

  it("a day that has ended keeps its past, and is asked no more", () => {
    const done = [
      ["b", 0],
      ["b", 1],
    ] as const;
    const ended = { ...PLAN, days: PLAN.days.map((day) => (day.id === "b" ? { ...day, lastWeek: 1 } : day)) };
    expect(statesOf(ended, [], 1)).toEqual(["missed", "missed", null, null]);
    const planned = (plan: PlanDocument) =>
      weeksModel(plan, view(plan, done))
        .columns.slice(0, 4)
        .map((column) => column.planned);
    expect([planned(PLAN), planned(ended)]).toEqual([
      [2, 2, 2, 2],
      [2, 2, 1, 1],
    ]);
  });

  it("days away are seen as such", () => {
    const away = { ...PLAN, absences: [{ id: "x", from: "2026-11-30", until: "2026-12-06", gymId: null }] };
    expect(statesOf(away, [], 1)).toEqual(["missed", "missed", "planned", "away"]);
  });
});

describe("the weeks ahead, worked out bit by bit", () => {
  it("are to a day what the whole has of them, and nothing later", () => {
    const whole = weeksModel(PLAN, view(PLAN, [["a", 0]]));
    const monday = whole.columns[5]!.monday;
    const part = weeksModel(PLAN, view(PLAN, [["a", 0]]), addDays(monday, -1));
    const cells = (model: typeof whole) => model.days.flatMap(({ rows }) => rows.map((row) => row.cells));
    const shown = (cell: (typeof whole.days)[number]["rows"][number]["cells"][number] | undefined) =>
      cell && [cell.state, cell.topKg, cell.reps, cell.date];
    cells(part).forEach((row, at) => {
      expect(row.slice(0, 5).map(shown)).toEqual(cells(whole)[at]!.slice(0, 5).map(shown));
      expect(row.slice(5).filter((cell) => cell?.state !== "missed" && cell !== null)).toEqual([]);
    });
    expect(part.columns.slice(0, 5)).toEqual(whole.columns.slice(0, 5));
    expect(part.sessions).toHaveLength(whole.sessions.filter(({ date }) => date < monday).length);
  });

  it("have nothing before they are begun, and are told of day by day", () => {
    const of = view(PLAN, []);
    expect(weeksModel(PLAN, of, NOTHING_AHEAD).sessions).toEqual([]);
    const days: string[] = [];
    runSteps(weeksSteps(PLAN, of, (date) => days.push(date)));
    expect(days).toEqual(weeksModel(PLAN, of).sessions.map(({ date }) => date));
  });
});
