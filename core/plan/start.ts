/** What a plan starts from: its usual phases, another client's days, or days that were written as text. */
import type { Catalogue } from "../exercise";
import { entryAt, lastOf } from "../lists";
import { allBlocks, documentForClient, errorWords, type MakeId, parseSession } from "../session";
import { mondayOf } from "../units";
import type { PhaseKind, PlanPhase } from "./phase";
import { PLAN_VERSION, type PlanDay, type PlanDocument } from "./plan";
import { USUAL_SHIFT } from "./shift";

/** Weeks of building before a deload. */
const BUILD_WEEKS = 5;

/** A phase of a kind as it is when it is chosen. */
export const newPhase = (kind: PhaseKind, weeks: number, makeId: MakeId): PlanPhase => ({
  id: makeId(),
  kind,
  name: "",
  weeks,
  methodId: null,
  shift: USUAL_SHIFT[kind],
  rampPercent: 0,
});

/** Some weeks of building and a deload. */
export const startingPhases = (makeId: MakeId): PlanPhase[] => [
  newPhase("build", BUILD_WEEKS, makeId),
  newPhase("deload", 1, makeId),
];

/** What a plan is started from, whoever's it was: phases and days, without weeks, changes or goals of their own. */
export interface PlanTemplate {
  readonly phases: readonly PlanPhase[];
  readonly days: readonly PlanDay[];
  readonly inTurn: number | null;
}

/** A plan as others start from it: in no gym. */
export const templateOf = ({ phases, days, inTurn }: PlanTemplate): PlanTemplate => ({
  phases,
  inTurn,
  days: lastingDays(days).map((day) => ({ ...day, base: { ...day.base, gymId: null } })),
});

/** A day that has ended is of its own plan's past. */
const lastingDays = (days: readonly PlanDay[]): PlanDay[] => days.filter(({ lastWeek }) => lastWeek === null);

/** A plan that begins, from the Monday of a date. */
export const newPlan = (name: string, { phases, days, inTurn }: PlanTemplate, date: string): PlanDocument => ({
  version: PLAN_VERSION,
  name,
  startDate: mondayOf(date),
  phases,
  days,
  patches: [],
  absences: [],
  goals: [],
  moved: [],
  missed: "move",
  inTurn,
});

/** A template for a client: ids of its own, loads left to their record. */
export const templateForClient = ({ phases, days, inTurn }: PlanTemplate, makeId: MakeId): PlanTemplate => ({
  inTurn,
  phases: phases.map((phase) => ({ ...phase, id: makeId() })),
  days: lastingDays(days).map((day) => dayForClient(day, makeId)),
});

/** Another client's day for this one, with the session as `documentForClient` has it. */
export const dayForClient = (day: PlanDay, makeId: MakeId): PlanDay => ({
  ...day,
  id: makeId(),
  base: documentForClient(day.base),
});

type ReadPlanText =
  | { readonly ok: true; readonly days: readonly PlanDay[] }
  /** The line, counted from 1, and what is wrong there. */
  | { readonly ok: false; readonly problems: readonly { readonly line: number; readonly message: string }[] };

const WEEKDAYS = ["monday", "tuesday", "wednesday", "thursday", "friday", "saturday", "sunday"];
/** "Monday", "Mon: Push", "Day 2 – Legs". */
const HEAD = /^(?:#+\s*)?(?:(mon|tue|wed|thu|fri|sat|sun)[a-z]*|day\s*(\d+))\b\s*[:.–—-]?\s*(.*)$/i;

/**
 * Days as text: a line with a weekday or "Day 1", and a name after it if there is one, begins a day; below it stands its session in
 * the shorthand. Text before the first such line is one day. Days without a weekday are spread over the week.
 */
export function readPlanText(text: string, catalogue: Catalogue, makeId: MakeId): ReadPlanText {
  const parts = dayParts(text);
  const problems: { line: number; message: string }[] = [];
  const days: PlanDay[] = [];
  const spread = spreadOver(parts.length);
  for (const [place, { line, weekday, name, body }] of parts.entries()) {
    const read = parseSession(body, catalogue, makeId);
    for (const error of read.errors) problems.push({ line: line + error.line - 1, message: errorWords(error) });
    if (read.errors.length === 0 && allBlocks(read.document).length === 0)
      problems.push({ line, message: `${name || "This day"} has no lifts.` });
    days.push({
      id: makeId(),
      name: name || `Day ${place + 1}`,
      placed: { kind: "weekday", weekday: weekday ?? entryAt(spread, place) },
      timeOfDay: null,
      lastWeek: null,
      base: read.document,
    });
  }
  if (parts.length === 0) problems.push({ line: 1, message: "Write at least one day with a lift." });
  return problems.length > 0 ? { ok: false, problems } : { ok: true, days };
}

interface DayPart {
  /** Where its session begins, counted from 1. */
  readonly line: number;
  readonly weekday: number | null;
  readonly name: string;
  readonly body: string;
}

function dayParts(text: string): DayPart[] {
  const parts: { line: number; weekday: number | null; name: string; lines: string[] }[] = [];
  for (const [index, line] of text.split(/\r?\n/).entries()) {
    const head = HEAD.exec(line.trim());
    // "Mon" begins no name of a lift; a line with sets in it is one.
    if (head && !/\d\s*[x×]\s*\d/.test(line)) {
      const weekday = head[1] ? WEEKDAYS.findIndex((day) => day.startsWith(head[1]!.toLowerCase())) : null;
      parts.push({ line: index + 2, weekday, name: head[3]!.trim().slice(0, 80), lines: [] });
      continue;
    }
    if (parts.length === 0) {
      if (line.trim() === "") continue;
      parts.push({ line: index + 1, weekday: null, name: "", lines: [] });
    }
    lastOf(parts).lines.push(line);
  }
  return parts.map(({ lines, ...part }) => ({ ...part, body: lines.join("\n") }));
}

/** Weekdays with as much between them as there is. */
const spreadOver = (count: number): number[] =>
  Array.from({ length: count }, (_, place) => Math.min(6, Math.floor((place * 7) / Math.max(1, count))));
