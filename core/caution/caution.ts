/** What a caution is, what a rule is given to find it, and what several rules ask of a set. */
import type { Catalogue, Exercise, Muscle, Trainee } from "../exercise";
import type { GymEquipment } from "../load";
import type { Block, Segment, SessionDocument, Slot, WorkSet } from "../session";
import type { Settings } from "../settings";
import type { Jump, Severity } from "../volume";
import type { CautionFoundBy, CautionId } from "./kinds";
import type { ReadinessQuestionId } from "./readiness";

export interface Place {
  readonly slotId: string | null;
  /** 0-based. */
  readonly round: number | null;
}

/** What a caution is about beside its place: the limit, the muscle, the station; else the lift's exercise. */
interface Subject {
  readonly subject?: string;
}

export interface CautionFound extends Place {
  readonly ruleId: CautionId;
  readonly subject: string;
  readonly severity: Severity;
  readonly words: string;
}

/** The same caution about the same thing at the same place, by which a recorded reason is found again. */
export const cautionKey = ({ ruleId, slotId, subject }: Pick<CautionFound, "ruleId" | "slotId" | "subject">): string =>
  [ruleId, slotId, subject].filter((part) => part !== null && part !== "").join(" ");

export interface HardTechnique {
  readonly date: string;
  readonly muscles: readonly Muscle[];
}

export interface CautionContext {
  readonly catalogue: Catalogue;
  readonly settings: Settings;
  readonly gym: GymEquipment;
  readonly date: string;
  readonly trainee: Trainee;
  /** Since the first logged session; a novice's first weeks are spared hard techniques. */
  readonly weeksTrained: number;
  /** Whole weeks without training before this one. */
  readonly weeksAway: number;
  readonly answeredYes: readonly ReadinessQuestionId[];
  /** Load as a share of e1RM where known. */
  readonly intensity: (segmentId: string) => number | null;
  /** Hard techniques of the week before and after this session's day. */
  readonly hardTechniques: readonly HardTechnique[];
  readonly jumps: readonly Jump[];
  /** Muscles that the week, with this session, takes far over their band. */
  readonly overBand: readonly { readonly muscle: Muscle; readonly hardSets: number; readonly high: number }[];
  readonly isDeload: boolean;
}

/** A part of a working set, with what it belongs to. */
export interface CheckedPart {
  readonly block: Block;
  readonly slot: Slot;
  readonly exercise: Exercise;
  readonly set: WorkSet;
  readonly segment: Segment;
  readonly round: number;
  readonly index: number;
}

/** Reports a caution at a place; without a severity it has its rule's. */
export type Report = (place: Place & Subject, words: string, severity?: Severity) => void;

export interface CautionRule {
  readonly severity: Severity;
  readonly about: string;
  readonly check: (session: CheckedSession, context: CautionContext, report: Report) => void;
}

interface CheckedSession {
  readonly document: SessionDocument;
  readonly parts: readonly CheckedPart[];
}

export const isFailure = ({ amount, rir }: Segment): boolean =>
  amount.kind === "toFailure" || (amount.kind === "reps" && rir !== null && rir.high === 0);
export const isNear = (segment: Segment): boolean =>
  isFailure(segment) || (segment.rir !== null && (segment.rir.low + segment.rir.high) / 2 <= 1);
export const at = ({ slot, round }: CheckedPart): Place => ({ slotId: slot.id, round });
const topReps = (segment: Segment): number | null => (segment.amount.kind === "reps" ? segment.amount.reps.high : null);

/** Heavy: four fifths of the maximum or more, or six reps or fewer where the load is not known. */
export function isHeavy(one: CheckedPart, context: CautionContext): boolean {
  const share = context.intensity(one.segment.id);
  if (share !== null) return share >= 0.8;
  const reps = topReps(one.segment);
  return reps !== null && reps <= 6;
}

/** Checks by the ids of some of the session's rules. */
export type SomeCautionRules = { readonly [Id in CautionFoundBy<"rule">]?: CautionRule };
