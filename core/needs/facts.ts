/** What the rules of what needs a coach read of a client, and what each of them finds. */
import type { ReadinessState } from "../caution";
import type { ClientLimit } from "../exercise";
import type { CheckIn } from "../progress";
import type { Exposure } from "../session";
import type { Jump, TrainingAge } from "../volume";

/** A session of a client, planned or done, as the rules read it. */
export interface NeedSession {
  readonly sessionId: string | null;
  readonly place: { readonly planId: string; readonly dayId: string; readonly week: number } | null;
  readonly date: string;
  readonly title: string;
  readonly state: "planned" | "opened" | "sent" | "seen" | "begun" | "done" | "missed" | "moved" | "leftOut";
  /** Of one that was done. */
  readonly summary: {
    readonly sets: number;
    readonly plannedSets: number;
    readonly sessionRpe: number | null;
    readonly checkIn: CheckIn | null;
  } | null;
  /** Where it was changed after it was sent: the newest copy, by when it was sent. */
  readonly changedCopy: string | null;
  /** The newest copy, where its email did not go: the mail server refuses the address, or could not be reached. */
  readonly unsentEmail: { readonly copyId: string; readonly problem: "refused" | "notSent" } | null;
}

/** A goal of a plan that runs. */
export interface NeedGoal {
  readonly id: string;
  readonly name: string;
  readonly byDate: string;
  /** What the lift has to gain from now to its day. */
  readonly percentAWeek: number;
}

/** A lift of a coming session that needs what is out of order then. */
export interface NeedKit {
  readonly exerciseId: string;
  readonly name: string;
  readonly date: string;
  readonly sessionId: string | null;
}

/** A lift of the last weeks: the days it was trained on, oldest first. */
export interface NeedLift {
  readonly lineage: string;
  readonly exerciseId: string;
  readonly name: string;
  readonly exposures: readonly Exposure[];
}

export interface ClientFacts {
  readonly today: string;
  readonly readiness: ReadinessState;
  /** The day of the health answers in force; null: there are none. */
  readonly answeredOn: string | null;
  readonly limits: readonly ClientLimit[];
  /** Oldest first, of the last nine weeks and the coming two. */
  readonly sessions: readonly NeedSession[];
  readonly lifts: readonly NeedLift[];
  /** Names of the lifts that have been done at the same loads and reps for eight weeks. */
  readonly standing: readonly string[];
  /** What the client wrote and no coach has seen. */
  readonly messages: readonly { readonly id: string; readonly sessionId: string | null; readonly text: string }[];
  /** Whether sessions are sent to this client at all: who has no account and was never sent any trains with the coach. */
  readonly isSentTo: boolean;
  /** The last day of the plan in force, where no other follows it; null: no plan, or another follows. */
  readonly planEnds: string | null;
  /** The Monday of the plan's week of tests, where it is this week or the next; null: there is none. */
  readonly testWeek: string | null;
  readonly trainingAge: TrainingAge;
  /** Of the plans that run. */
  readonly goals: readonly NeedGoal[];
  readonly kitOut: readonly NeedKit[];
  /** Where this week's sets go beyond what the client is used to, the gravest first. */
  readonly jumps: readonly Jump[];
}

/** What every need says beside its own facts. */
interface Found {
  /** The same for the same cause. */
  readonly key: string;
  /** The day that it is about. */
  readonly date: string;
  readonly sessionId: string | null;
}

interface LiftFound extends Found {
  readonly exerciseId: string;
  readonly name: string;
}

/** What is found by each rule. */
export interface NeedFacts {
  "pain-again": LiftFound & {
    readonly pain: number /** Twice running: what it was before. */;
    readonly before: number | null;
  };
  message: Found & { readonly text: string; readonly more: number };
  health: Found & { readonly readiness: Exclude<ReadinessState, { kind: "ready" }> };
  pain: LiftFound & { readonly pain: number };
  "email-failed": Found & { readonly session: NeedSession; readonly problem: "refused" | "notSent" };
  unsent: Found & { readonly session: NeedSession };
  "changed-since-sent": Found & { readonly session: NeedSession };
  "kit-out": LiftFound;
  missed: Found & { readonly session: NeedSession };
  "sets-left-out": Found & { readonly session: NeedSession; readonly left: number; readonly planned: number };
  "form-broke": LiftFound & { readonly sets: number; readonly of: number };
  "sets-short": LiftFound & { readonly reps: readonly number[]; readonly asked: number };
  "volume-jump": Found & { readonly jumps: readonly Jump[] };
  "too-easy": LiftFound & { readonly over: number; readonly days: number };
  "bad-check-ins": Found & { readonly checkIns: readonly CheckIn[] };
  "few-sessions": Found & { readonly done: number; readonly planned: number };
  "goal-far": Found & { readonly goal: NeedGoal };
  "stands-still": Found & { readonly names: readonly string[] };
  "test-due": Found;
  "plan-ends": Found;
  "health-old": Found;
  "limit-ends": Found & { readonly limit: ClientLimit };
  unreviewed: Found & { readonly session: NeedSession };
}

export type NeedRule = keyof NeedFacts;
export type NeedOf<K extends NeedRule> = { readonly rule: K } & NeedFacts[K];
export type Need = { [K in NeedRule]: NeedOf<K> }[NeedRule];
