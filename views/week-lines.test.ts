import { describe, expect, it } from "vitest";
import { read } from "../core/testing/helpers";
import { planOf } from "../core/testing/plans";
import { weekLineKey, weekLines } from "./week-lines";
import type { WeeksView } from "./weeks-context";

const PLAN = planOf("2026-11-23", [
  ["mon", 0, read("A1 Back squat 3x5")],
  ["thu", 3, read("A1 Deadlift 3x5")],
]);
const session = (dayId: string, week: number, date: string, more: object = {}) => ({
  ...{ id: `${dayId}${week}`, dayId, week, date, state: "draft", copy: null, summary: null, own: null },
  ...more,
});
const view = (sessions: readonly object[]) =>
  ({
    today: "2026-11-25",
    client: { id: "c" },
    plan: { id: "p", revision: 0, document: PLAN },
    sessions,
  }) as unknown as WeeksView;

describe("the sessions of a plan's weeks", () => {
  const lines = weekLines(
    view([
      session("mon", 0, "2026-11-23", { state: "done" }),
      session("thu", 0, "2026-11-27", { copy: "seen" }),
      session("mon", 1, "2026-11-30", { copy: "sent" }),
    ]),
  );
  const at = (dayId: string, week: number) => lines.get(weekLineKey({ dayId, week }));

  it("each has a line, with how far it has come, on the day that it has now", () => {
    expect(at("mon", 0)).toMatchObject({ state: "done", date: "2026-11-23", sessionId: "mon0" });
    expect(at("thu", 0)).toMatchObject({ state: "seen", date: "2026-11-27", otherDate: "2026-11-26" });
    expect(at("mon", 1)).toMatchObject({ state: "sent", date: "2026-11-30" });
    expect(at("thu", 1)).toMatchObject({ state: "planned", date: "2026-12-03", sessionId: null });
    expect(lines.size).toBe(24);
  });

  it("one that was not done in time is missed, and there are none without a plan", () => {
    expect(weekLines(view([])).get(weekLineKey({ dayId: "mon", week: 0 }))).toMatchObject({ state: "missed" });
    expect(weekLines({ ...view([]), plan: null }).size).toBe(0);
  });
});
