/** The coach's day: what is on, what is coming, and what needs a decision, with what may be decided. */
import {
  addDays,
  type ClientLimit,
  checkInSentence,
  type Dates,
  decimal,
  limitWords,
  type MissedProposal,
  muscleName,
  type Need,
  type NeedOf,
  type NeedRule,
  type PlanEdit,
  readinessSentence,
} from "../core";
import type { DayClash } from "./day-clashes";
import { emailProblemWords } from "./session-email";
import type { PlannedLine, TeamMember } from "./views";

/** What a coach decided of a need: did what was proposed, put it off, or said that it is none. */
export type DecisionKind = "done" | "later" | "dismissed";

/** How what a decision changed is put back. */
export type DecisionUndo =
  | { readonly kind: "limit"; readonly limitId: string }
  | { readonly kind: "limitUntil"; readonly limitId: string; readonly until: string | null }
  | { readonly kind: "plan"; readonly planId: string; readonly edits: readonly PlanEdit[] }
  | { readonly kind: "move"; readonly sessionId: string; readonly date: string };

/** What a decision changes, beside being kept; null: it only says that the need was looked at. */
export type DecisionChange =
  | { readonly kind: "leaveOut"; readonly exerciseId: string; readonly name: string; readonly until: string }
  | { readonly kind: "extendLimit"; readonly limitId: string; readonly until: string }
  /** One of the plan's own ways with a session that was missed, with the day it leads to; found anew in the plan as it is then. */
  | {
      readonly kind: "missed";
      readonly place: { readonly planId: string; readonly dayId: string; readonly week: number };
      readonly way: MissedProposal["kind"];
      readonly to: string | null;
    }
  | { readonly kind: "move"; readonly sessionId: string; readonly seen: string; readonly wanted: string };

/** What may be done about a need. */
export type NeedProposal =
  | { readonly kind: "accept" }
  | { readonly kind: "answer" }
  | { readonly kind: "send"; readonly session: Pick<PlannedLine, "sessionId" | "place"> }
  | {
      readonly kind: "change";
      readonly change: DecisionChange;
      /** Lifts that go into another session. */
      readonly missed?: readonly string[];
    }
  | { readonly kind: "open"; readonly href: string };

export interface NeedLine {
  readonly clientId: string;
  readonly clientName: string;
  readonly need: Need;
  /** What may be done about the need; the first is what is proposed, and what Enter does. */
  readonly proposals: readonly NeedProposal[];
}

/** Something that was decided lately. */
export interface DecidedLine {
  readonly id: string;
  readonly clientName: string;
  readonly what: DecisionKind;
  readonly words: string;
  readonly reason: string;
  readonly until: string | null;
  /** Of who decided. */
  readonly name: string;
  readonly decidedAtMs: number;
}

export interface TodaySession extends PlannedLine {
  /** Minutes after midnight at which it began, is to begin, or usually begins; null: nobody knows. */
  readonly startMinute: number | null;
  /** Whether that hour is only the client's usual one. */
  readonly isUsual: boolean;
  /** Minutes that it took, or that the client has for it. */
  readonly minutes: number;
}

export interface TodayView {
  readonly today: string;
  readonly clients: readonly {
    readonly id: string;
    readonly name: string;
    /** Whose client this is; null: everybody's. */
    readonly coachId: string | null;
    readonly today: readonly TodaySession[];
    /** From tomorrow on, for a week. */
    readonly coming: readonly PlannedLine[];
  }[];
  /** Stations that more want at once today than there are, the first first. */
  readonly clashes: readonly DayClash[];
  /** Who coaches here. */
  readonly team: readonly TeamMember[];
  readonly needs: readonly NeedLine[];
  readonly decided: readonly DecidedLine[];
  /** Of the seven days before today. */
  readonly lastWeek: { readonly done: number; readonly planned: number };
}

/** Days for which an exercise that hurt is left out, and for which a limit is kept longer. docs/handbook.md#rules: two to three weeks. */
const LEFT_OUT_DAYS = 21;

/** An exercise is left out from today on. */
const leftOut = ({ exerciseId, name }: NeedOf<"pain" | "pain-again">, today: string): NeedProposal => ({
  kind: "change",
  change: { kind: "leaveOut", exerciseId, name, until: addDays(today, LEFT_OUT_DAYS) },
});

/** The day that a way with a missed session leads to; null: it is left out. */
export const missedDay = (way: MissedProposal): string | null =>
  way.kind === "move" ? way.to : way.kind === "merge" ? way.into.date : null;

/** What may be done about a need, what is proposed first. */
export function proposalsOf(
  need: Need,
  {
    clientId,
    today,
    missed,
  }: { readonly clientId: string; readonly today: string; readonly missed: readonly MissedProposal[] | null },
): NeedProposal[] {
  const weeks: NeedProposal = { kind: "open", href: `/weeks?for=${clientId}` };
  const review: NeedProposal = { kind: "open", href: `/review/${need.sessionId}` };
  const accept: NeedProposal = { kind: "accept" };
  switch (need.rule) {
    case "pain-again":
      return [leftOut(need, today), review];
    case "message":
      return [{ kind: "answer" }, accept];
    case "health":
    case "health-old":
      return [{ kind: "open", href: `/clients/${clientId}` }];
    case "email-failed":
      return [
        { kind: "send", session: need.session },
        { kind: "open", href: `/clients/${clientId}` },
      ];
    case "unsent":
    case "changed-since-sent": {
      const { session } = need;
      const open: NeedProposal[] =
        session.sessionId === null ? [] : [{ kind: "open", href: `/session/${session.sessionId}` }];
      return [{ kind: "send", session }, ...open];
    }
    case "missed": {
      const { sessionId, date, place } = need.session;
      if (missed && place)
        return missed.map((way) => ({
          kind: "change",
          change: { kind: "missed", place, way: way.kind, to: missedDay(way) },
          missed: way.kind === "merge" ? way.lifts : [],
        }));
      // Of a plan whose ways are not worked out the weeks have them.
      if (place && sessionId === null) return [weeks, accept];
      const move: NeedProposal[] =
        sessionId === null ? [] : [{ kind: "change", change: { kind: "move", sessionId, seen: date, wanted: today } }];
      return [...move, accept];
    }
    case "pain":
      return [accept, leftOut(need, today), review];
    case "sets-left-out":
      return [accept, { kind: "answer" }, review];
    case "form-broke":
    case "sets-short":
    case "too-easy":
      return [accept, review];
    case "bad-check-ins":
      return [{ kind: "answer" }, accept];
    case "kit-out":
      return [need.sessionId === null ? weeks : { kind: "open", href: `/session/${need.sessionId}` }, accept];
    case "volume-jump":
    case "goal-far":
    case "test-due":
      return [weeks, accept];
    case "few-sessions":
      return [weeks, { kind: "answer" }];
    case "stands-still":
    case "plan-ends":
      return [weeks];
    case "limit-ends": {
      const until = addDays(need.limit.until! < today ? today : need.limit.until!, LEFT_OUT_DAYS);
      return [accept, { kind: "change", change: { kind: "extendLimit", limitId: need.limit.id, until } }];
    }
    case "unreviewed":
      return [accept, review];
  }
}

/** Days as people say them. */
export type NeedDates = Pick<Dates, "fullDate" | "shortDate" | "weekdayName" | "longDate">;

const count = (figure: number, noun: string): string => `${figure} ${noun}${figure === 1 ? "" : "s"}`;
/** "Goblet squat and plank", "Goblet squat, plank and 2 more". */
function listed(names: readonly string[]): string {
  const said = names.map((name, index) => (index === 0 ? name : `${name[0]!.toLowerCase()}${name.slice(1)}`));
  return said.length < 3 ? said.join(" and ") : `${said.slice(0, 2).join(", ")} and ${said.length - 2} more`;
}
const sessionName = (title: string): string => title || "a session without a name";

/** What a need says: what it is, and with which figures. */
export function needWords(
  need: Need,
  clientName: string,
  today: string,
  dates: NeedDates,
): { readonly title: string; readonly why: string } {
  const day = (date: string) =>
    date === today
      ? "today"
      : date === addDays(today, -1)
        ? "yesterday"
        : date === addDays(today, 1)
          ? "tomorrow"
          : dates.shortDate(date);
  const on = (date: string) => (/^(today|yesterday|tomorrow)$/.test(day(date)) ? day(date) : `on ${day(date)}`);
  const lift = (name: string) => `${name[0]!.toLowerCase()}${name.slice(1)}`;
  switch (need.rule) {
    case "pain-again":
      return {
        title: `${lift(need.name)} hurt ${need.pain} of 10${need.before === null ? "" : " again"}`,
        why:
          need.before === null
            ? `Its worst set, ${day(need.date)}.`
            : `Its worst set, ${day(need.date)}; ${need.before} of 10 the time before.`,
      };
    case "pain":
      return {
        title: `${lift(need.name)} hurt ${need.pain} of 10`,
        why: `Its worst set, ${day(need.date)}; the first time.`,
      };
    case "message":
      return {
        title: "wrote to you",
        why: `“${need.text}”${need.more > 0 ? ` and ${count(need.more, "message")} before` : ""}`,
      };
    case "health":
      return {
        title:
          need.readiness.kind === "missing"
            ? "has not answered the health questions"
            : "answered a health question with yes",
        why: readinessSentence(need.readiness, clientName),
      };
    case "health-old":
      return {
        title: "health answers are over a year old",
        why: `Answered ${dates.fullDate(need.date)}: ask them again.`,
      };
    case "unsent":
      return {
        title: `${sessionName(need.session.title)} ${on(need.date)} is not sent`,
        why: need.session.state === "planned" ? "As its plan has it: nobody has opened it yet." : "Opened at the desk.",
      };
    case "email-failed":
      return {
        title: `${sessionName(need.session.title)} ${on(need.date)} did not reach them`,
        why: emailProblemWords(need.problem),
      };
    case "kit-out":
      return {
        title: `${lift(need.name)} cannot be done ${on(need.date)}`,
        why: "What it needs is out of order then.",
      };
    case "volume-jump":
      return jumpNeedWords(need);
    case "goal-far":
      return {
        title: `the goal in ${lift(need.goal.name)} is out of reach`,
        why: `It has to gain ${decimal(need.goal.percentAWeek, 1)} % a week until ${dates.shortDate(need.goal.byDate)}.`,
      };
    case "test-due":
      return {
        title: need.date <= today ? "tests this week" : `tests in the week of ${dates.shortDate(need.date)}`,
        why: "As the plan has it: say what is tested, and keep the days before light.",
      };
    case "changed-since-sent":
      return {
        title: `${sessionName(need.session.title)} ${on(need.date)} was changed after it was sent`,
        why: "The client has the older one.",
      };
    case "missed":
      return { title: `missed a session ${on(need.date)}`, why: sessionName(need.session.title) };
    case "sets-left-out":
      return {
        title: `left out ${need.left} of ${count(need.planned, "set")}`,
        why: `${sessionName(need.session.title)}, ${day(need.date)}.`,
      };
    case "form-broke":
      return {
        title: `form broke in ${lift(need.name)}`,
        why: `${need.sets} of ${count(need.of, "set")}, ${day(need.date)}.`,
      };
    case "sets-short":
      return {
        title: `${lift(need.name)} fell short`,
        why: `${need.reps.join(", ")} where ${need.asked} or more were asked, ${day(need.date)}.`,
      };
    case "too-easy":
      return {
        title: `${lift(need.name)} is far too easy`,
        why: `Every set left ${decimal(need.over)} or more over what was asked, two days running, the last ${day(need.date)}.`,
      };
    case "bad-check-ins":
      return {
        title: "badly slept or very sore, twice running",
        why: need.checkIns.map((checkIn) => checkInSentence(checkIn)).join("; then "),
      };
    case "few-sessions":
      return {
        title: `${need.done} of ${need.planned} sessions done`,
        why: "In the last four weeks, against their own usual week.",
      };
    case "stands-still":
      return {
        title: `${need.names.length === 1 ? "one lift has" : `${need.names.length} lifts have`} not moved for eight weeks`,
        why: `${listed(need.names)}: the same loads and reps.`,
      };
    case "plan-ends":
      return { title: `the plan ends ${on(need.date)}`, why: "Nothing is planned after it." };
    case "limit-ends":
      return {
        title: `a limit ${need.date < today ? "ended" : "ends"} ${on(need.date)}`,
        why: limitSentence(need.limit),
      };
    case "unreviewed":
      return { title: `${sessionName(need.session.title)} is not reviewed`, why: doneWords(need, day(need.date)) };
  }
}

/** "22 hard sets for the chest this week"; the muscles beside it. */
function jumpNeedWords({ jumps }: NeedOf<"volume-jump">): { readonly title: string; readonly why: string } {
  const [first, ...others] = jumps.map(({ muscle, planned, usual, ratio }) => ({
    name: muscleName(muscle),
    ...{ planned: decimal(planned, 1), usual: decimal(usual, 1), ratio: decimal(ratio, 1) },
  }));
  const also = others.length === 0 ? "" : ` Also ${others.map(({ name }) => name).join(", ")}.`;
  return {
    title: `${first!.planned} hard sets for the ${first!.name} this week`,
    why: `${first!.ratio} times what is usual (${first!.usual}).${also}`,
  };
}

const limitSentence = (limit: ClientLimit): string =>
  `${limit.how === "avoid" ? "Not" : "Only in part"}: ${limitWords(limit)}.`;

function doneWords({ session }: NeedOf<"unreviewed">, day: string): string {
  const { summary } = session;
  if (!summary) return `Done ${day}.`;
  const left = summary.plannedSets - summary.sets;
  return [
    `Done ${day}: ${count(summary.sets, "set")}`,
    left > 0 ? `${left} left out` : null,
    summary.sessionRpe === null ? null : `effort ${summary.sessionRpe} of 10`,
  ]
    .filter(Boolean)
    .join(", ");
}

/** What a proposal does, on its button. */
export function proposalWords(proposal: NeedProposal, rule: NeedRule, today: string, dates: NeedDates): string {
  switch (proposal.kind) {
    case "answer":
      return rule === "message" ? "Answer" : "Write to them";
    case "send":
      return rule === "unsent" ? "Send it" : "Send it again";
    case "open":
      return OPEN_WORDS[rule] ?? "Open the session";
    case "change":
      return changeWords(proposal, today, dates);
    case "accept":
      return ACCEPT_WORDS[rule] ?? "Seen";
  }
}

const OPEN_WORDS: Partial<Record<NeedRule, string>> = {
  health: "Open the health questions",
  "health-old": "Open the health questions",
  "email-failed": "Look at their address",
  "volume-jump": "See the weeks",
  "goal-far": "See the weeks",
  missed: "See the weeks",
  "test-due": "See the weeks",
  "few-sessions": "See the weeks",
  "stands-still": "See the weeks",
  "plan-ends": "See the weeks",
  "pain-again": "See the review",
  pain: "See the review",
  "form-broke": "See the review",
  "sets-left-out": "See the review",
  "sets-short": "See the review",
  "too-easy": "See the review",
  unreviewed: "See the review",
};
/** What is agreed to where nothing is changed: rules answer what happened by themselves. */
const ACCEPT_WORDS: Partial<Record<NeedRule, string>> = {
  pain: "Lighter next time, as its rule says",
  "form-broke": "No more weight next time, as its rule says",
  "sets-short": "Leave it to its rule",
  "too-easy": "Leave it to its rule",
  "kit-out": "Swap it on the day",
  "goal-far": "Keep the goal",
  missed: "Leave it out",
  message: "Seen",
  "bad-check-ins": "Seen",
  "limit-ends": "Let it end",
  unreviewed: "Reviewed",
};

function changeWords(
  { change, missed = [] }: Extract<NeedProposal, { kind: "change" }>,
  today: string,
  dates: NeedDates,
): string {
  switch (change.kind) {
    case "leaveOut":
      return `Leave it out until ${dates.longDate(change.until)}`;
    case "extendLimit":
      return `Keep it until ${dates.longDate(change.until)}`;
    case "move":
      return change.wanted === today ? "Do it today" : `Move it to ${dates.longDate(change.wanted)}`;
    case "missed":
      if (change.to === null) return "Leave it out";
      if (change.way === "merge") return `${listed(missed)} into ${dates.longDate(change.to)}`;
      return change.to === today ? "Do it today" : `Move it to ${dates.longDate(change.to)}`;
  }
}

/** The middle of the times at which sessions began, in minutes after midnight, to five minutes; null: fewer than three are known. */
export function usualMinute(minutes: readonly number[]): number | null {
  if (minutes.length < 3) return null;
  const sorted = [...minutes].sort((a, b) => a - b);
  return Math.round(sorted[Math.floor(sorted.length / 2)]! / 5) * 5;
}
