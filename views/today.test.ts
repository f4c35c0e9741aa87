/** What needs a coach in words, and what is proposed: each rule once, as a coach would read it. */
import { describe, expect, it } from "vitest";
import { type ClientLimit, DEFAULT_REGION, datesOf, type Need, type NeedSession } from "../core";
import { needWords, proposalWords } from "./need-words";
import { proposalsOf, usualMinute } from "./today";

const TODAY = "2026-11-25";
const dates = datesOf(DEFAULT_REGION);
const session: NeedSession = {
  ...{
    sessionId: "s",
    place: null,
    date: "2026-11-24",
    title: "Legs",
    state: "missed",
    changedCopy: null,
    unsentEmail: null,
  },
  summary: { sets: 18, plannedSets: 20, sessionRpe: 8, checkIn: null },
};
const about = { key: "k", date: "2026-11-24", sessionId: "s" };
const bench = { ...about, exerciseId: "bench-press", name: "Bench press" };
const tired = { sleep: "badly", sore: [{ muscle: "chest", level: 2 }] } as const;
const limit: ClientLimit = {
  ...{ id: "l", how: "avoid", range: "", side: "both", from: "2026-11-01", until: "2026-11-26", clearedBy: null },
  what: { kind: "exercise", exerciseId: "dip", name: "Dip" },
};

const WORDS: readonly (readonly [Need, title: string, why: string, proposals: readonly string[]])[] = [
  [
    { rule: "pain-again", ...bench, pain: 6, before: 5 },
    "bench press hurt 6 of 10 again",
    "Its worst set, yesterday; 5 of 10 the time before.",
    ["Leave it out until Wednesday 16 December", "See the review"],
  ],
  [
    { rule: "pain", ...bench, date: "2026-11-20", pain: 5 },
    "bench press hurt 5 of 10",
    "Its worst set, 20 Nov; the first time.",
    ["Lighter next time, as its rule says", "Leave it out until Wednesday 16 December", "See the review"],
  ],
  [
    { rule: "message", ...about, text: "Hello", more: 1 },
    "wrote to you",
    "“Hello” and 1 message before",
    ["Answer", "Seen"],
  ],
  [
    { rule: "health", ...about, readiness: { kind: "missing" } },
    "has not answered the health questions",
    "Runa has not answered the health questions yet. Ask them before the first session.",
    ["Open the health questions"],
  ],
  [
    { rule: "health-old", ...about, date: "2025-11-02" },
    "health answers are over a year old",
    "Answered 2 Nov 2025: ask them again.",
    ["Open the health questions"],
  ],
  [
    { rule: "unsent", ...about, date: "2026-11-26", session: { ...session, state: "planned", sessionId: null } },
    "Legs tomorrow is not sent",
    "As its plan has it: nobody has opened it yet.",
    ["Send it"],
  ],
  [
    { rule: "changed-since-sent", ...about, date: TODAY, session },
    "Legs today was changed after it was sent",
    "The client has the older one.",
    ["Send it again", "Open the session"],
  ],
  [
    { rule: "email-failed", ...about, date: "2026-11-26", session, problem: "refused" },
    "Legs tomorrow did not reach them",
    "The mail server refuses this address. Look whether it is written right.",
    ["Send it again", "Look at their address"],
  ],
  [
    { rule: "kit-out", ...bench, date: "2026-11-26" },
    "bench press cannot be done tomorrow",
    "What it needs is out of order then.",
    ["Open the session", "Swap it on the day"],
  ],
  [
    {
      rule: "volume-jump",
      ...about,
      jumps: (["chest", "quads"] as const).map((muscle) => ({
        ...{ muscle, measure: "hardSets", planned: 22, usual: 11.5, ratio: 1.91, severity: "warn", fromStart: false },
      })),
    },
    "22 hard sets for the chest this week",
    "1.9 times what is usual (11.5). Also quads.",
    ["See the weeks", "Seen"],
  ],
  [
    {
      rule: "goal-far",
      ...about,
      goal: { id: "g", name: "Bench press", byDate: "2027-02-01", percentAWeek: 1.83 },
    },
    "the goal in bench press is out of reach",
    "It has to gain 1.8 % a week until 1 Feb.",
    ["See the weeks", "Keep the goal"],
  ],
  [
    { rule: "test-due", ...about, date: "2026-11-30" },
    "tests in the week of 30 Nov",
    "As the plan has it: say what is tested, and keep the days before light.",
    ["See the weeks", "Seen"],
  ],
  [{ rule: "missed", ...about, session }, "missed a session yesterday", "Legs", ["Do it today", "Leave it out"]],
  [
    { rule: "sets-left-out", ...about, session, left: 6, planned: 20 },
    "left out 6 of 20 sets",
    "Legs, yesterday.",
    ["Seen", "Write to them", "See the review"],
  ],
  [
    { rule: "form-broke", ...bench, sets: 2, of: 3 },
    "form broke in bench press",
    "2 of 3 sets, yesterday.",
    ["No more weight next time, as its rule says", "See the review"],
  ],
  [
    { rule: "sets-short", ...bench, reps: [8, 6, 5], asked: 8 },
    "bench press fell short",
    "8, 6, 5 where 8 or more were asked, yesterday.",
    ["Leave it to its rule", "See the review"],
  ],
  [
    { rule: "too-easy", ...bench, over: 3, days: 2 },
    "bench press is far too easy",
    "Every set left 3 or more over what was asked, two days running, the last yesterday.",
    ["Leave it to its rule", "See the review"],
  ],
  [
    { rule: "bad-check-ins", ...about, checkIns: [tired, { sleep: "badly", sore: [] }] },
    "badly slept or very sore, twice running",
    "slept badly, chest very sore; then slept badly, nothing sore",
    ["Write to them", "Seen"],
  ],
  [
    { rule: "few-sessions", ...about, done: 4, planned: 8 },
    "4 of 8 sessions done",
    "In the last four weeks, against their own usual week.",
    ["See the weeks", "Write to them"],
  ],
  [
    { rule: "stands-still", ...about, names: ["Bench press", "Back squat", "Plank"] },
    "3 lifts have not moved for eight weeks",
    "Bench press, back squat and 1 more: the same loads and reps.",
    ["See the weeks"],
  ],
  [
    { rule: "plan-ends", ...about, date: "2026-12-06" },
    "the plan ends on 6 Dec",
    "Nothing is planned after it.",
    ["See the weeks"],
  ],
  [
    { rule: "limit-ends", ...about, date: "2026-11-26", limit },
    "a limit ends tomorrow",
    "Not: dip.",
    ["Let it end", "Keep it until Thursday 17 December"],
  ],
  [
    { rule: "unreviewed", ...about, session },
    "Legs is not reviewed",
    "Done yesterday: 18 sets, 2 left out, effort 8 of 10",
    ["Reviewed", "See the review"],
  ],
];

describe("what needs a coach", () => {
  it.each(WORDS.map(([need, ...said]) => [need.rule, need, ...said] as const))(
    "%s",
    (rule, need, title, why, proposals) => {
      expect(needWords(need, "Runa", TODAY, dates)).toEqual({ title, why });
      const found = proposalsOf(need, { clientId: "c", today: TODAY, missed: null });
      expect(found.map((one) => proposalWords(one, rule, TODAY, dates))).toEqual(proposals);
    },
  );

  it("a missed session of a plan has the plan's own ways", () => {
    const place = { planId: "p", dayId: "d", week: 3 };
    const need = { rule: "missed", ...about, session: { ...session, place } } as const;
    const into = { dayId: "e", week: 3, date: "2026-11-27" };
    const missed = [
      { kind: "merge", into, lifts: ["Leg press", "Plank"], edits: [] },
      { kind: "move", to: TODAY, edits: [] },
      { kind: "drop", edits: [] },
    ] as const;
    const found = proposalsOf(need, { clientId: "c", today: TODAY, missed });
    expect(found.map((one) => proposalWords(one, "missed", TODAY, dates))).toEqual([
      "Leg press and plank into Friday 27 November",
      "Do it today",
      "Leave it out",
    ]);
    expect(found[0]).toMatchObject({ change: { kind: "missed", place, way: "merge", to: "2026-11-27" } });
  });
});

it("the usual hour is the middle of those that are known, to five minutes; two say nothing", () => {
  expect(usualMinute([1042, 1038, 600])).toBe(1040);
  expect(usualMinute([1042, 1038])).toBeNull();
});
