/** The coach's day: what is on, what is coming, and what needs a decision, with what may be decided. */
import { addDays, type MissedProposal, type Need, type NeedOf, type PlanEdit } from "../core";
import type { DayClash } from "./day-clashes";
import type { PlannedLine, PlanPlace, TeamMember } from "./views";

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
      readonly place: PlanPlace;
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
  /** Whether it is a decision of who asks. */
  readonly isOwn: boolean;
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
    /** Of the seven days before today. */
    readonly lastWeek: { readonly done: number; readonly planned: number };
    /** Names of the lifts that have their best estimate in the last seven days. */
    readonly bests: readonly string[];
  }[];
  /** Stations that more want at once today than there are, the first first. */
  readonly clashes: readonly DayClash[];
  /** Who coaches here. */
  readonly team: readonly TeamMember[];
  readonly needs: readonly NeedLine[];
  readonly decided: readonly DecidedLine[];
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

/** The middle of the times at which sessions began, in minutes after midnight, to five minutes; null: fewer than three are known. */
export function usualMinute(minutes: readonly number[]): number | null {
  if (minutes.length < 3) return null;
  const sorted = [...minutes].sort((a, b) => a - b);
  return Math.round(sorted[Math.floor(sorted.length / 2)]! / 5) * 5;
}
