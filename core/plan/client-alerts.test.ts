import { describe, expect, it } from "vitest";
import type { SessionState } from "../floor";
import { clientAlertOf, type SessionGlance, sessionsAWeek } from "./client-alerts";

const TODAY = "2026-11-24";
const READY = { kind: "ready", lightStart: false } as const;
const glance = (date: string, state: SessionState = "done", sets = 12): SessionGlance => ({
  date,
  state,
  summary: state === "draft" ? null : { sets, plannedSets: 12 },
});
/** Mondays and Thursdays of four weeks before today. */
const DATES = [
  "2026-10-29",
  "2026-11-02",
  "2026-11-05",
  "2026-11-09",
  "2026-11-12",
  "2026-11-16",
  "2026-11-19",
  "2026-11-23",
];
const all = (change: Record<string, SessionGlance> = {}) => DATES.map((date) => change[date] ?? glance(date));

describe("what needs the coach", () => {
  it("is nothing where all runs", () => {
    expect(clientAlertOf(READY, all(), TODAY)).toBeNull();
    expect(clientAlertOf(READY, [], TODAY)).toBeNull();
  });

  it("is lifts that stand still, where nothing else is", () => {
    expect(clientAlertOf(READY, all(), TODAY, 6)).toEqual({ kind: "standsStill", lifts: 6 });
    expect(clientAlertOf(READY, all(), TODAY, 2)).toBeNull();
    const two = { "2026-11-19": glance("2026-11-19", "draft"), "2026-11-23": glance("2026-11-23", "draft") };
    expect(clientAlertOf(READY, all(two), TODAY, 6)!.kind).toBe("missedSessions");
  });

  it("is the statement before anything else", () => {
    const missing = { kind: "missing" } as const;
    const misses = all({ "2026-11-19": glance("2026-11-19", "draft"), "2026-11-23": glance("2026-11-23", "draft") });
    expect(clientAlertOf(missing, misses, TODAY)).toEqual({ kind: "notReady", readiness: missing });
  });

  it("is two sessions that were passed over in four weeks; one can happen to anybody, and today is not over", () => {
    const one = { "2026-11-19": glance("2026-11-19", "draft") };
    expect(clientAlertOf(READY, [...all(one), glance(TODAY, "draft")], TODAY)).toBeNull();
    const two = { ...one, "2026-11-23": glance("2026-11-23", "draft") };
    expect(clientAlertOf(READY, all(two), TODAY)).toEqual({ kind: "missedSessions", count: 2 });
    const longAgo = [glance("2026-10-01", "draft"), glance("2026-10-05", "draft")];
    expect(clientAlertOf(READY, [...longAgo, ...all()], TODAY)).toBeNull();
  });

  it("is sets that were left out of the last session, not of one before it", () => {
    expect(clientAlertOf(READY, all({ "2026-11-23": glance("2026-11-23", "done", 9) }), TODAY)).toEqual({
      kind: "setsLeftOut",
      left: 3,
      planned: 12,
    });
    expect(clientAlertOf(READY, all({ "2026-11-19": glance("2026-11-19", "done", 9) }), TODAY)).toBeNull();
  });

  it("is no time away: what was left out of a plan was not expected", () => {
    const away = ["2026-11-05", "2026-11-09", "2026-11-12", "2026-11-16"];
    const weeks = all().map((one) =>
      away.includes(one.date) ? { ...one, state: "leftOut" as const, summary: null } : one,
    );
    expect(clientAlertOf(READY, weeks, TODAY)).toBeNull();
    const usual = [glance("2026-10-19"), glance("2026-10-22")];
    expect(clientAlertOf(READY, [...usual, ...weeks], TODAY)).toBeNull();
    const unsaid = [...usual, ...all().filter(({ date }) => !away.includes(date))];
    expect(clientAlertOf(READY, unsaid, TODAY)).toMatchObject({ kind: "lowAdherence" });
  });

  it("is a week that is kept less than seven times in ten, against the client's own usual week", () => {
    const before = [glance("2026-10-19"), glance("2026-10-22")];
    const kept = all().filter(({ date }) => !["2026-11-05", "2026-11-12", "2026-11-19"].includes(date));
    expect(clientAlertOf(READY, [...before, ...kept], TODAY)).toEqual({ kind: "lowAdherence", done: 5, planned: 8 });
    const better = all().filter(({ date }) => !["2026-11-05", "2026-11-12"].includes(date));
    expect(clientAlertOf(READY, [...before, ...better], TODAY)).toBeNull();
  });
});

describe("sessions a week", () => {
  it("are the most of any week before today", () => {
    expect(sessionsAWeek(all(), TODAY)).toBe(2);
    expect(sessionsAWeek([...all(), glance("2026-11-21")], TODAY)).toBe(3);
    expect(sessionsAWeek([glance(TODAY), glance("2026-11-30")], TODAY)).toBe(0);
  });
});
