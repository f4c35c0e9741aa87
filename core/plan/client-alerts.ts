/** What needs the coach, found in a client's sessions, as data. */
import type { ReadinessState } from "../caution";
import type { SessionState } from "../floor";
import { addDays, mondayOf } from "../units";

/** A session as a list knows it. */
export interface SessionGlance {
  readonly date: string;
  /** leftOut: the coach left it out, or the client was away; nobody expected it. */
  readonly state: SessionState | "leftOut";
  readonly summary: { readonly sets: number; readonly plannedSets: number } | null;
}

export type ClientAlert =
  | { readonly kind: "notReady"; readonly readiness: Exclude<ReadinessState, { kind: "ready" }> }
  | { readonly kind: "missedSessions"; readonly count: number }
  | { readonly kind: "setsLeftOut"; readonly left: number; readonly planned: number }
  | { readonly kind: "lowAdherence"; readonly done: number; readonly planned: number }
  | { readonly kind: "standsStill"; readonly lifts: number };

/** The days that are looked back on. */
const LOOK_BACK_DAYS = 28;
/** Below this share of sessions the week is too much, rather than the will too little. */
const ADHERENCE = 0.7;

/** A lift or two stand still for many reasons; this many are one. */
const LIFTS_STANDING_STILL = 3;

/**
 * The first thing that needs the coach; null where all runs. Sessions oldest first; `standingLifts`: how many stood at the same
 * loads and reps for eight weeks.
 */
export function clientAlertOf(
  readiness: ReadinessState,
  sessions: readonly SessionGlance[],
  today: string,
  standingLifts = 0,
): ClientAlert | null {
  if (readiness.kind !== "ready") return { kind: "notReady", readiness };
  const recent = sessions.filter(({ date }) => date >= addDays(today, -LOOK_BACK_DAYS) && date < today);
  const missed = recent.filter(({ state }) => state === "draft").length;
  if (missed > 1) return { kind: "missedSessions", count: missed };
  const last = sessions.findLast(({ state }) => state === "done")?.summary;
  if (last && last.sets < last.plannedSets)
    return { kind: "setsLeftOut", left: last.plannedSets - last.sets, planned: last.plannedSets };
  const done = recent.filter(({ state }) => state === "done").length;
  const leftOut = recent.filter(({ state }) => state === "leftOut").length;
  const planned = 4 * sessionsAWeek(sessions, today) - leftOut;
  if (planned > 0 && done < planned * ADHERENCE) return { kind: "lowAdherence", done, planned };
  return standingLifts >= LIFTS_STANDING_STILL ? { kind: "standsStill", lifts: standingLifts } : null;
}

/** The usual number of sessions a week: the most of those that are given, before today. */
export function sessionsAWeek(sessions: readonly Pick<SessionGlance, "date" | "state">[], today: string): number {
  const counts = new Map<string, number>();
  for (const { date, state } of sessions)
    if (date < today && state !== "leftOut") counts.set(mondayOf(date), (counts.get(mondayOf(date)) ?? 0) + 1);
  return Math.max(0, ...counts.values());
}
