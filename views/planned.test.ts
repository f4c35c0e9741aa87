import { describe, expect, it } from "vitest";
import { EMPTY_DOCUMENT, NOTHING_DONE, type PlanDocument } from "../core";
import { phase, planOf } from "../core/testing/plans";
import { isWaiting, plannedLines, type SessionRowOutline } from "./planned";

const TODAY = "2026-11-18";
const titled = (title: string) => ({ ...EMPTY_DOCUMENT, title });
/** From Monday 9 November, three weeks of Monday, Wednesday and Friday. */
const plan = (more: Partial<PlanDocument> = {}, id = "plan") => ({
  id,
  ...planOf(
    "2026-11-09",
    [
      ["a", 0, titled("Push")],
      ["b", 2, titled("Pull")],
      ["c", 4, titled("Legs")],
    ],
    { phases: [phase("build", 3)], ...more },
  ),
});
const row = (dayId: string, week: number, date: string, more: Partial<SessionRowOutline> = {}): SessionRowOutline => ({
  id: `${dayId}${week}`,
  date,
  title: "",
  state: "draft",
  summary: null,
  isEmpty: false,
  planId: "plan",
  dayId,
  week,
  copy: null,
  ...more,
});
const lines = (rows: readonly SessionRowOutline[], plans = [plan()], span = { from: "2026-11-09", to: "2026-11-27" }) =>
  plannedLines({ clientId: "client", plans, rows }, { ...span, today: TODAY });
const said = (...asked: Parameters<typeof lines>) =>
  lines(...asked).map(({ date, title, state }) => `${date.slice(8)} ${title}: ${state}`);

describe("what is planned, from plans and sessions together", () => {
  it("is known before anybody opened it, and missed once its day has gone by", () => {
    expect(said([])).toEqual([
      "09 Push: missed",
      "11 Pull: missed",
      "13 Legs: missed",
      "16 Push: missed",
      "18 Pull: planned",
      "20 Legs: planned",
      "23 Push: planned",
      "25 Pull: planned",
      "27 Legs: planned",
    ]);
  });

  it("follows a session through all that becomes of it", () => {
    const done = { ...NOTHING_DONE, sets: 12 };
    const found = lines([
      row("a", 0, "2026-11-09", { state: "done", summary: done, title: "Push, as done" }),
      row("b", 1, "2026-11-18", { state: "started" }),
      row("c", 1, "2026-11-20", { copy: "seen" }),
      row("a", 2, "2026-11-23", { copy: "sent" }),
      row("b", 2, "2026-11-25"),
    ]);
    expect(
      found.filter(({ sessionId }) => sessionId).map(({ sessionId, state, title }) => [sessionId, state, title]),
    ).toEqual([
      ["a0", "done", "Push, as done"],
      ["b1", "begun", "Pull"],
      ["c1", "seen", "Legs"],
      ["a2", "sent", "Push"],
      ["b2", "opened", "Pull"],
    ]);
    expect(found.filter(isWaiting)).toHaveLength(5);
  });

  it("shows a moved session at both dates, whether the plan moved it or its row", () => {
    const moved = [{ id: "m", dayId: "c", week: 1, to: "2026-11-21" }];
    const span = { from: "2026-11-18", to: "2026-11-22" };
    const expected = ["18 Pull: planned", "20 Legs: moved", "21 Legs: planned"];
    expect(said([], [plan({ moved })], span)).toEqual(expected);
    expect(said([row("c", 1, "2026-11-21")], [plan()], span)).toEqual([...expected.slice(0, 2), "21 Legs: opened"]);
    expect(lines([], [plan({ moved })], span).map(({ otherDate }) => otherDate)).toEqual([
      null,
      "2026-11-21",
      "2026-11-20",
    ]);
    // Moved out of the days that are asked for, it is named where it stood alone.
    expect(said([row("c", 1, "2026-12-04")], [plan()], span)).toEqual(["18 Pull: planned", "20 Legs: moved"]);
  });

  it("says what is left out, and that a client is away, unless it was trained all the same", () => {
    const away = plan({ absences: [{ id: "x", from: "2026-11-23", until: "2026-11-29", gymId: null }] });
    const span = { from: "2026-11-23", to: "2026-11-27" };
    expect(said([row("b", 2, "2026-11-25", { state: "done" })], [away], span)).toEqual([
      "23 Push: leftOut",
      "25 Pull: done",
      "27 Legs: leftOut",
    ]);
  });

  it("goes by the plan that was made last where two hold on the same day; what was opened of the other stays", () => {
    const other = { ...plan({}, "other"), startDate: "2026-11-16" };
    const span = { from: "2026-11-18", to: "2026-11-18" };
    const found = lines([row("b", 1, "2026-11-18")], [plan(), other], span);
    expect(found.map(({ place, state }) => [place?.planId, state]).sort()).toEqual([
      ["other", "planned"],
      ["plan", "opened"],
    ]);
    expect(lines([], [plan(), other], span).map(({ place }) => place?.planId)).toEqual(["other"]);
  });

  it("holds what was written for a day, of no plan; what needs the coach is found in what counts", () => {
    const own = row("", 0, "2026-11-17", { planId: null, dayId: null, week: null, title: "Extra" });
    const found = lines([own], [plan({ moved: [{ id: "m", dayId: "a", week: 0, to: null }] })], {
      from: "2026-11-09",
      to: "2026-11-17",
    });
    expect(found.map(({ title, state }) => `${title}: ${state}`)).toEqual([
      "Push: leftOut",
      "Pull: missed",
      "Legs: missed",
      "Push: missed",
      "Extra: missed",
    ]);
  });
});
