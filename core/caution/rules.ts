/**
 * Cautions on a session, each a rule with an id, a severity and its words. docs/handbook.md#cautions: general information, not medical
 * advice. A `block` passes only with the coach's recorded reason.
 */
import { directRegions, exerciseOrThrow, REGIONS } from "../exercise";
import { allBlocks, type SessionDocument } from "../session";
import {
  type CautionContext,
  type CautionFound,
  type CautionRule,
  type CheckedPart,
  cautionKey,
  type Report,
} from "./caution";
import { CLIENT_RULES } from "./client-rules";
import { FAILURE_RULES } from "./failure-rules";
import { HANDLING_RULES } from "./handling-rules";
import { CAUTION_IDS, type CautionFoundBy, type CautionId } from "./kinds";
import { SESSION_RULES } from "./session-rules";

/** The check of every kind that a session's rules find. */
export const CAUTION_RULES: { readonly [Id in CautionFoundBy<"rule">]: CautionRule } = {
  ...FAILURE_RULES,
  ...HANDLING_RULES,
  ...SESSION_RULES,
  ...CLIENT_RULES,
};

const ruleOf = (id: CautionId): CautionRule | null =>
  Object.hasOwn(CAUTION_RULES, id) ? CAUTION_RULES[id as keyof typeof CAUTION_RULES] : null;

const once = (report: Report): Report => {
  let said: Set<string> | null = null;
  return (place, words, severity) => {
    const key = `${place.slotId} ${words}`;
    said ??= new Set();
    if (said.has(key)) return;
    said.add(key);
    report(place, words, severity);
  };
};
/** Why failure is not for a lift, the reason that settles the matter first: one is enough for a lift. */
const WHY_NO_FAILURE: readonly CautionId[] = [
  "fixed-bar-failure",
  "skilled-failure",
  "alone-failure",
  "novice-failure",
  "first-week-back",
  "first-set-failure",
];

const GRAVITY = { block: 0, warn: 1, note: 2 } as const;

/** One line for one cause: of why a lift does not go to failure the first reason, and no jump in failure that is told of there. */
function saidOnce(found: readonly CautionFound[], parts: readonly CheckedPart[]): CautionFound[] {
  const reasonAt = new Map<string, number>();
  for (const { ruleId, slotId } of found) {
    const place = WHY_NO_FAILURE.indexOf(ruleId);
    if (slotId !== null && place >= 0) reasonAt.set(slotId, Math.min(place, reasonAt.get(slotId) ?? place));
  }
  // Only what is as grave tells of a jump: a note silences no block.
  const told = new Map<string, number>();
  for (const { slot, exercise } of parts) {
    const place = reasonAt.get(slot.id);
    const grave = found.filter(({ ruleId, slotId }) => slotId === slot.id && WHY_NO_FAILURE.indexOf(ruleId) === place);
    if (place === undefined || grave.length === 0) continue;
    const rank = Math.min(...grave.map(({ severity }) => GRAVITY[severity]));
    for (const region of directRegions(exercise)) {
      const subject = `${REGIONS[region].muscle} failureSets`;
      told.set(subject, Math.min(rank, told.get(subject) ?? rank));
    }
  }
  return found.filter(({ ruleId, slotId, subject, severity }) => {
    if (ruleId === "jump") return (told.get(subject) ?? Infinity) > GRAVITY[severity];
    const place = WHY_NO_FAILURE.indexOf(ruleId);
    return place < 0 || slotId === null || place === reasonAt.get(slotId);
  });
}

/** Every caution of a session, the gravest first; each rule says the same thing once for a lift. */
export function evaluateCautions(document: SessionDocument, context: CautionContext): CautionFound[] {
  const parts: CheckedPart[] = [];
  for (const block of allBlocks(document)) {
    for (const slot of block.slots) {
      for (const [round, set] of slot.sets.entries()) {
        if (set?.role !== "working") continue;
        for (const [index, segment] of set.segments.entries()) {
          const exercise = exerciseOrThrow(context.catalogue, segment.exerciseId ?? slot.exerciseId);
          parts.push({ block, slot, exercise, set, segment, round, index });
        }
      }
    }
  }
  const exerciseOf = new Map(parts.map(({ slot }) => [slot.id, slot.exerciseId]));
  const found: CautionFound[] = [];
  for (const ruleId of CAUTION_IDS) {
    const rule = ruleOf(ruleId);
    const report = once(({ slotId, round, subject = exerciseOf.get(slotId ?? "") ?? "" }, words, severity) =>
      found.push({ ruleId, severity: severity ?? rule!.severity, words, slotId, round, subject }),
    );
    rule?.check({ document, parts }, context, report);
  }
  return saidOnce(found, parts).sort((a, b) => GRAVITY[a.severity] - GRAVITY[b.severity]);
}

/** Blocks for which no reason is recorded. */
export const openBlocks = (found: readonly CautionFound[], reasons: Readonly<Record<string, string>>): CautionFound[] =>
  found.filter((one) => one.severity === "block" && !(reasons[cautionKey(one)] ?? "").trim());
