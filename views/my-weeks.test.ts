import { describe, expect, it } from "vitest";
import { NO_OWN_EXERCISES } from "../contract/catalogue";
import { addDays, DEFAULT_SETTINGS, NOTHING_DONE } from "../core";
import { exposure } from "../core/testing/helpers";
import { myWeeks } from "./my-weeks";
import type { ClientView, PlannedLine, PlannedState } from "./views";

const TODAY = "2026-11-26";
const START = "2026-10-05";
const days = (kg: (week: number) => number, count = 7) =>
  Array.from({ length: count }, (_, week) =>
    exposure(addDays(START, 7 * week), [{ loadKg: kg(week), reps: 5, rir: 1, target: { low: 5, high: 5 } }]),
  );
const lift = (lineage: string, exposures: ReturnType<typeof days>) => ({
  lineage,
  exerciseId: lineage,
  exposures,
  strengths: [],
  trainingMaxKg: null,
});
const session = (date: string, state: PlannedState, minutes: number | null): PlannedLine => ({
  clientId: "c",
  date,
  title: "",
  state,
  sessionId: date,
  place: null,
  timeOfDay: null,
  otherDate: null,
  isAway: false,
  isEmpty: false,
  summary: minutes === null ? null : { ...NOTHING_DONE, minutes },
});
const view = (more: Partial<ClientView> = {}) =>
  ({
    today: TODAY,
    settings: DEFAULT_SETTINGS,
    exercises: NO_OWN_EXERCISES,
    trainingAge: "intermediate",
    sessions: [],
    lifts: [],
    ...more,
  }) as unknown as ClientView;

describe("a client's own weeks", () => {
  it("count what was done in each of the last eight, this one last", () => {
    const { weeks } = myWeeks(
      view({
        sessions: [
          session("2026-11-23", "done", 40),
          session("2026-11-25", "done", 50),
          session("2026-11-20", "missed", null),
          session("2026-10-06", "done", 30),
          session("2026-09-01", "done", 99),
        ],
      }),
    );
    expect(weeks).toHaveLength(8);
    expect(weeks.at(-1)).toEqual({ monday: "2026-11-23", done: 2, minutes: 90 });
    expect(weeks[0]).toEqual({ monday: "2026-10-05", done: 1, minutes: 30 });
    expect(weeks.reduce((sum, { done }) => sum + done, 0)).toBe(3);
  });

  it("say where each lift goes, those that were done most first, and leave out what has one day", () => {
    const { lifts } = myWeeks(
      view({
        lifts: [
          lift(
            "bench-press",
            days(() => 60, 1),
          ),
          lift(
            "back-squat",
            days((week) => 80 + 2.5 * week),
          ),
          lift("deadlift", [
            ...days(() => 100),
            ...days(() => 100).map((one) => ({ ...one, date: addDays(one.date, 3) })),
          ]),
        ],
      }),
    );
    expect(lifts.map(({ lineage, trend }) => [lineage, trend.kind])).toEqual([
      ["deadlift", "stalled"],
      ["back-squat", "moving"],
    ]);
    expect(lifts[1]).toMatchObject({ bestOn: addDays(START, 42) });
    expect(lifts[1]!.points.filter(({ isNew }) => isNew)).toHaveLength(1);
  });

  it("light days say nothing about where it goes", () => {
    const eased = days((week) => (week > 4 ? 70 : 100 + week)).map((one, week) =>
      week > 4 ? { ...one, purpose: "deload" as const } : one,
    );
    expect(myWeeks(view({ lifts: [lift("back-squat", eased)] })).lifts[0]!.trend.kind).toBe("moving");
  });
});
