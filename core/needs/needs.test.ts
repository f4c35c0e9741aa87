/** Each rule finds its cause and nothing beside it; a week of several clients with known events is listed, each once. */
import { describe, expect, it } from "vitest";
import type { ClientLimit } from "../exercise";
import type { LoggedSet } from "../session";
import { exposure } from "../testing/helpers";
import { addDays } from "../units";
import type { Jump } from "../volume";
import {
  type ClientFacts,
  decidedUntil,
  graver,
  NEED_RULES,
  type NeedRule,
  type NeedSession,
  needId,
  needsOf,
} from ".";

const TODAY = "2026-11-25";
const day = (ago: number) => addDays(TODAY, -ago);
const QUIET: ClientFacts = {
  today: TODAY,
  readiness: { kind: "ready", lightStart: false },
  answeredOn: day(60),
  limits: [],
  sessions: [],
  lifts: [],
  standing: [],
  messages: [],
  isSentTo: true,
  planEnds: null,
  testWeek: null,
  trainingAge: "intermediate",
  goals: [],
  kitOut: [],
  jumps: [],
};
const session = (ago: number, state: NeedSession["state"], more: Partial<NeedSession> = {}): NeedSession => ({
  sessionId: `session ${ago}`,
  place: null,
  date: day(ago),
  title: "Squat",
  state,
  summary: state === "done" ? { sets: 12, plannedSets: 12, sessionRpe: 7, checkIn: null } : null,
  changedCopy: null,
  unsentEmail: null,
  ...more,
});
/** A lift's last days, each so many days ago with its sets. */
const lift = (...days: readonly (readonly [ago: number, ...sets: Partial<LoggedSet>[]])[]): Partial<ClientFacts> => ({
  lifts: [
    {
      lineage: "bench-press",
      exerciseId: "bench-press",
      name: "Bench press",
      exposures: days.map(([ago, ...sets]) => exposure(day(ago), sets)),
    },
  ],
});
const limit = (until: string | null, more: Partial<ClientLimit> = {}): ClientLimit => ({
  id: "limit",
  what: { kind: "exercise", exerciseId: "dip", name: "Dip" },
  how: "avoid",
  range: "",
  side: "both",
  from: day(40),
  until,
  clearedBy: null,
  ...more,
});
const jump = (severity: Jump["severity"]): Jump => ({
  ...{ muscle: "chest", measure: "hardSets", planned: 22, usual: 11, ratio: 2, severity, fromStart: false },
});
const goal = (percentAWeek: number) => ({ id: "g", name: "Bench press", byDate: "2027-03-01", percentAWeek });
const tired = { sleep: "badly", sore: [] } as const;
const checkedIn = (ago: number, checkIn: NonNullable<NonNullable<NeedSession["summary"]>["checkIn"]>) =>
  session(ago, "done", { summary: { sets: 12, plannedSets: 12, sessionRpe: 7, checkIn } });
const found = (facts: Partial<ClientFacts>): NeedRule[] => needsOf({ ...QUIET, ...facts }).map(({ rule }) => rule);
const leftOut = (sets: number) => ({ summary: { sets, plannedSets: 12, sessionRpe: null, checkIn: null } });
const pain = (figure: number) => ({ pain: figure });
const asked = (reps: number, low = 8) => ({ reps, target: { low, high: low + 2 } });
const left = (rir: number) => ({ rir, targetRir: 2 });

describe("each rule", () => {
  it.each<[string, NeedRule | null, Partial<ClientFacts>]>([
    ["nothing of a client of whom nothing is known", null, {}],
    ["pain of 7: another exercise", "pain-again", lift([1, pain(7)])],
    ["pain of 4 twice running", "pain-again", lift([5, pain(4)], [1, {}, pain(5)])],
    ["pain of 5, once", "pain", lift([5, {}], [1, pain(5), {}])],
    ["pain of 3 is none", null, lift([1, pain(3)])],
    ["pain of long ago is not news", null, lift([12, pain(8)])],
    ["a message", "message", { messages: [{ id: "m", sessionId: null, text: "Knee is fine" }] }],
    ["health questions that were not asked", "health", { readiness: { kind: "missing" } }],
    ["today's session, not sent", "unsent", { sessions: [session(0, "opened")] }],
    ["tomorrow's, known to its plan alone", "unsent", { sessions: [session(-1, "planned", { sessionId: null })] }],
    ["one of the day after is not due", null, { sessions: [session(-2, "planned")] }],
    ["nobody sends to who trains with the coach", null, { sessions: [session(0, "opened")], isSentTo: false }],
    ["what was sent and seen", null, { sessions: [session(0, "seen")] }],
    ["changed after it was sent", "changed-since-sent", { sessions: [session(-3, "sent", { changedCopy: "Monday" })] }],
    [
      "a draft that is changed is only being written",
      null,
      { sessions: [session(-3, "opened", { changedCopy: "Monday" })] },
    ],
    ["a missed session", "missed", { sessions: [session(2, "missed")] }],
    ["one that the coach left out", null, { sessions: [session(2, "leftOut")] }],
    ["one missed weeks ago", null, { sessions: [session(20, "missed")] }],
    ["a quarter of the last session left out", "sets-left-out", { sessions: [session(1, "done", leftOut(9))] }],
    ["two sets of twelve left out", null, { sessions: [session(1, "done", leftOut(10))] }],
    ["half left out, and the next one done", null, { sessions: [session(4, "done", leftOut(6)), session(1, "done")] }],
    ["form that broke in two sets", "form-broke", lift([1, { form: "broke" }, { form: "broke" }, {}])],
    ["form that broke once of three", null, lift([1, { form: "broke" }, {}, {}])],
    ["two sets two short", "sets-short", lift([1, asked(8), asked(6), asked(5), asked(8)])],
    ["one set a rep short", null, lift([1, asked(8), asked(8), asked(7)])],
    ["the only set three short", "sets-short", lift([1, asked(5)])],
    ["far too easy twice", "too-easy", lift([5, left(5), left(6)], [1, left(5), left(5)])],
    ["far too easy once", null, lift([5, left(2)], [1, left(5)])],
    ["reserve that was not told", null, lift([5, { rir: null, targetRir: 2 }], [1, left(6)])],
    ["badly slept twice", "bad-check-ins", { sessions: [checkedIn(4, tired), checkedIn(1, tired)] }],
    [
      "badly slept, then well",
      null,
      { sessions: [checkedIn(4, tired), checkedIn(1, { sleep: "well", sore: [{ muscle: "chest", level: 1 }] })] },
    ],
    ["lifts that stand still", "stands-still", { standing: ["Bench press"] }],
    ["a plan that ends in ten days", "plan-ends", { planEnds: day(-10) }],
    ["a plan that ends in a month", null, { planEnds: day(-30) }],
    [
      "an email that the mail server refuses",
      "email-failed",
      { sessions: [session(-2, "sent", { unsentEmail: { copyId: "c", problem: "refused" } })] },
    ],
    [
      "an email that did not go, of a session that was seen",
      null,
      { sessions: [session(-2, "seen", { unsentEmail: { copyId: "c", problem: "notSent" } })] },
    ],
    [
      "a machine out of order",
      "kit-out",
      { kitOut: [{ exerciseId: "leg-press", name: "Leg press", date: day(-2), sessionId: null }] },
    ],
    ["twice the usual sets", "volume-jump", { jumps: [jump("warn")] }],
    ["a few sets more than usual", null, { jumps: [jump("note")] }],
    ["more reps, and no more hard sets", null, { jumps: [{ ...jump("block"), measure: "reps" }] }],
    ["a goal of 2 % a week", "goal-far", { goals: [goal(2)] }],
    ["a goal of half a percent a week", null, { goals: [goal(0.5)] }],
    ["a goal of 1.2 % a week of a novice", null, { goals: [goal(1.2)], trainingAge: "novice" }],
    ["health answers of fourteen months ago", "health-old", { answeredOn: day(425) }],
    ["a week of tests", "test-due", { testWeek: day(-5) }],
    ["a limit that ends the day after tomorrow", "limit-ends", { limits: [limit(day(-2))] }],
    [
      "a limit without an end, or that was cleared",
      null,
      { limits: [limit(null), limit(day(-1), { clearedBy: "A" })] },
    ],
  ])("%s", (_what, rule, facts) => {
    expect(found(facts).filter((one) => one !== "unreviewed")).toEqual(rule === null ? [] : [rule]);
  });

  it("fewer sessions than usual is one thing, and not one for each that was missed long ago", () => {
    const weeks = [26, 24, 19, 17, 12, 10, 5, 3];
    const kept = (done: readonly number[]) =>
      found({ sessions: weeks.map((ago) => session(ago, done.includes(ago) ? "done" : "missed")) });
    expect(kept(weeks)).not.toContain("few-sessions");
    expect(kept([26, 24, 19, 17, 12, 10]).filter((rule) => rule === "few-sessions")).toEqual([]);
    expect(kept([26, 19, 12, 5]).filter((rule) => rule === "few-sessions")).toHaveLength(1);
  });

  it("a session that was done waits to be looked at for a week", () => {
    expect(found({ sessions: [session(9, "done"), session(6, "done"), session(1, "done")] })).toEqual([
      "unreviewed",
      "unreviewed",
    ]);
  });
});

describe("what was decided", () => {
  const facts = { ...QUIET, ...lift([5, pain(5)], [1, pain(5)]), standing: ["Bench press"] };
  const [hurt, still] = needsOf(facts);

  it("is not asked again: of one day for good, of what lasts until its time is over", () => {
    expect([decidedUntil(hurt!, TODAY), decidedUntil(still!, TODAY)]).toEqual([null, "2026-12-23"]);
    const decided = [hurt!, still!].map((need) => ({ need: needId(need), until: decidedUntil(need, TODAY) }));
    expect(needsOf(facts, decided)).toEqual([]);
    expect(needsOf({ ...facts, today: "2026-12-23", lifts: [] }, decided).map(({ rule }) => rule)).toEqual([
      "stands-still",
    ]);
  });

  it("a copy that was sent again and changed again, and a missed session that was moved and missed again, are other needs", () => {
    const changed = (changedCopy: string) => ({ ...QUIET, sessions: [session(-2, "sent", { changedCopy })] });
    const place = { planId: "p", dayId: "d", week: 2 };
    const missed = (ago: number) => ({ ...QUIET, sessions: [session(ago, "missed", { place })] });
    for (const [before, after] of [
      [changed("Monday"), changed("Tuesday")],
      [missed(4), missed(1)],
    ] as const) {
      const decided = needsOf(before).map((need) => ({ need: needId(need), until: null }));
      expect([needsOf(before, decided).length, needsOf(after, decided).length]).toEqual([0, 1]);
    }
  });

  it("an email that did not go, sent again and not gone again, is another need", () => {
    const failed = (copyId: string) => ({
      ...QUIET,
      sessions: [session(-2, "sent", { unsentEmail: { copyId, problem: "notSent" } })],
    });
    const decided = needsOf(failed("first")).map((need) => ({ need: needId(need), until: null }));
    expect([needsOf(failed("first"), decided).length, needsOf(failed("second"), decided).length]).toEqual([0, 1]);
  });

  it("the same pain on another day is another need", () => {
    const decided = [{ need: needId(hurt!), until: null }];
    const again = { ...facts, ...lift([5, pain(5)], [1, pain(5)], [0, pain(6)]), standing: [] };
    expect(needsOf(again, decided).map(({ rule }) => rule)).toEqual(["pain-again"]);
  });
});

it("a week of several clients: every event is listed once, the gravest first, and nothing else", () => {
  const week: Partial<ClientFacts>[] = [
    {},
    { planEnds: day(-5) },
    { ...lift([3, pain(8)]), messages: [{ id: "m", sessionId: null, text: "It hurt" }] },
    { sessions: [session(3, "missed"), session(-1, "opened")] },
    { readiness: { kind: "missing" }, sessions: [session(0, "opened")] },
    { standing: ["Squat", "Row"], sessions: [session(1, "done")] },
  ];
  const all = week.flatMap((facts) => needsOf({ ...QUIET, ...facts })).sort(graver);
  expect(all.map(({ rule }) => rule)).toEqual([
    "pain-again",
    "message",
    "health",
    "unsent",
    "missed",
    "stands-still",
    "plan-ends",
    "unreviewed",
  ]);
  expect(new Set(all.map(needId)).size).toBe(all.length);
  expect(Object.keys(NEED_RULES).indexOf("pain-again")).toBe(0);
});
