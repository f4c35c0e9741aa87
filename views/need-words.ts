/** What a need says, and what is proposed about it, in a coach's words. */
import {
  addDays,
  type ClientLimit,
  checkInSentence,
  type Dates,
  decimal,
  limitWords,
  lowerFirst,
  muscleName,
  type Need,
  type NeedOf,
  type NeedRule,
  readinessSentence,
} from "../core";
import { emailProblemWords } from "./session-email";
import type { NeedProposal } from "./today";

/** Days as people say them. */
export type NeedDates = Pick<Dates, "fullDate" | "shortDate" | "weekdayName" | "longDate">;

const count = (figure: number, noun: string): string => `${figure} ${noun}${figure === 1 ? "" : "s"}`;
/** "Goblet squat and plank", "Goblet squat, plank and 2 more". */
function listed(names: readonly string[]): string {
  const said = names.map((name, index) => (index === 0 ? name : lowerFirst(name)));
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
  switch (need.rule) {
    case "pain-again":
      return {
        title: `${lowerFirst(need.name)} hurt ${need.pain} of 10${need.before === null ? "" : " again"}`,
        why:
          need.before === null
            ? `Its worst set, ${day(need.date)}.`
            : `Its worst set, ${day(need.date)}; ${need.before} of 10 the time before.`,
      };
    case "pain":
      return {
        title: `${lowerFirst(need.name)} hurt ${need.pain} of 10`,
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
        title: `${lowerFirst(need.name)} cannot be done ${on(need.date)}`,
        why: "What it needs is out of order then.",
      };
    case "volume-jump":
      return jumpNeedWords(need);
    case "goal-far":
      return {
        title: `the goal in ${lowerFirst(need.goal.name)} is out of reach`,
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
        title: `form broke in ${lowerFirst(need.name)}`,
        why: `${need.sets} of ${count(need.of, "set")}, ${day(need.date)}.`,
      };
    case "sets-short":
      return {
        title: `${lowerFirst(need.name)} fell short`,
        why: `${need.reps.join(", ")} where ${need.asked} or more were asked, ${day(need.date)}.`,
      };
    case "too-easy":
      return {
        title: `${lowerFirst(need.name)} is far too easy`,
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
