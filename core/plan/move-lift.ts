/** Lifts of a plan's days: put on another day, taken out, added as typed; and a whole week shifted. As edits of the plan. */
import type { Catalogue } from "../exercise";
import { foundIn } from "../lists";
import {
  allBlocks,
  type Block,
  diffDocuments,
  errorWords,
  type MakeId,
  parseSession,
  type SessionDocument,
} from "../session";
import type { PhaseShift } from "./phase";
import { dayOfSlot, daysInWeek, type PlanDocument, type PlanPatch, sessionOfWeek } from "./plan";
import { appended, type PlanEdit } from "./plan-edits";
import { shifted } from "./shift";

export type PlannedEdits =
  | { readonly ok: true; readonly edits: readonly PlanEdit[] }
  | { readonly ok: false; readonly message: string };

const GONE: PlannedEdits = { ok: false, message: "This lift is not in the plan any more." };

/** A lift on another day: its whole block, or a block of its own where its partners stay. What was changed for single weeks stays behind. */
export function moveLift(
  plan: PlanDocument,
  { slotId, toDayId }: { readonly slotId: string; readonly toDayId: string },
  makeId: MakeId,
): PlannedEdits {
  const { id: fromId, base: from } = dayOfSlot(plan, slotId) ?? { id: null, base: null };
  const to = plan.days.find(({ id }) => id === toDayId)?.base;
  const block = from && blockOf(from, slotId);
  if (!from || !to || !block || fromId === toDayId) return GONE;
  const slot = foundIn(block.slots, ({ id }) => id === slotId);
  const moved: Block = block.slots.length === 1 ? block : { ...block, id: makeId(), slots: [slot] };
  const arrived: SessionDocument = { ...to, blocks: [...to.blocks, moved] };
  return {
    ok: true,
    edits: [
      { kind: "editDay", dayId: fromId!, edits: diffDocuments(from, without(from, slotId)) },
      { kind: "editDay", dayId: toDayId, edits: diffDocuments(to, arrived) },
    ],
  };
}

/** A lift out of its day, for all weeks still to come. */
export function removeLift(plan: PlanDocument, slotId: string): PlannedEdits {
  const day = dayOfSlot(plan, slotId);
  if (!day) return GONE;
  const { id: dayId, base } = day;
  return { ok: true, edits: [{ kind: "editDay", dayId, edits: diffDocuments(base, without(base, slotId)) }] };
}

/** A day out of the plan, with what was changed or moved of it. */
export const removeDay = (plan: PlanDocument, dayId: string): PlanEdit[] => [
  ...(["patches", "moved"] as const).flatMap((list) =>
    (plan[list] as readonly { readonly id: string; readonly dayId: string }[])
      .filter((one) => one.dayId === dayId)
      .map(({ id }): PlanEdit => ({ kind: "remove", list, id })),
  ),
  { kind: "remove", list: "days", id: dayId },
];

/**
 * A day ended before a week: its weeks until then stay as they were. What was changed or moved of single weeks after that goes with
 * it; a day that has no week before goes whole.
 */
export function endDay(plan: PlanDocument, dayId: string, beforeWeek: number): PlanEdit[] {
  if (beforeWeek <= 0) return removeDay(plan, dayId);
  const isAfter = (one: { readonly dayId: string }, week: number | null) =>
    one.dayId === dayId && week !== null && week >= beforeWeek;
  return [
    ...plan.patches
      .filter((one) => isAfter(one, one.span.kind === "phase" ? null : one.span.week))
      .map(({ id }): PlanEdit => ({ kind: "remove", list: "patches", id })),
    ...plan.moved
      .filter((one) => isAfter(one, one.week))
      .map(({ id }): PlanEdit => ({ kind: "remove", list: "moved", id })),
    { kind: "set", list: "days", id: dayId, field: "lastWeek", value: beforeWeek - 1 },
  ];
}

/** Lifts as they are typed at the desk, at the end of a day: "Lateral raise 3x12 rir1". */
export function addLifts(
  plan: PlanDocument,
  dayId: string,
  typed: string,
  catalogue: Catalogue,
  makeId: MakeId,
): PlannedEdits {
  const base = plan.days.find(({ id }) => id === dayId)?.base;
  if (!base) return { ok: false, message: "This day is not in the plan any more." };
  if (typed.trim() === "")
    return { ok: false, message: "Write a lift with its sets, such as Lateral raise 3x12 rir1." };
  const read = parseSession(typed, catalogue, makeId);
  const [error] = read.errors;
  if (error) return { ok: false, message: errorWords(error) };
  if (read.document.blocks.length === 0) return { ok: false, message: "Write a lift with its sets." };
  const after: SessionDocument = { ...base, blocks: [...base.blocks, ...read.document.blocks] };
  return { ok: true, edits: [{ kind: "editDay", dayId, edits: diffDocuments(base, after) }] };
}

/** All sessions of one week shifted, as changes for that week alone. */
export function shiftWeek(plan: PlanDocument, week: number, shift: PhaseShift, makeId: MakeId): PlanEdit[] {
  const patches = daysInWeek(plan, week).flatMap((day): PlanPatch[] => {
    const before = sessionOfWeek(plan, day.id, week)!.document;
    const edits = diffDocuments(before, shifted(before, shift));
    return edits.length === 0
      ? []
      : [{ id: makeId(), dayId: day.id, edits, span: { kind: "onlyWeek", week }, note: "" }];
  });
  return appended(plan, "patches", patches);
}

const blockOf = (document: SessionDocument, slotId: string): Block | null =>
  allBlocks(document).find(({ slots }) => slots.some(({ id }) => id === slotId)) ?? null;

function without(document: SessionDocument, slotId: string): SessionDocument {
  const kept = (block: Block): Block[] => {
    const slots = block.slots.filter(({ id }) => id !== slotId);
    return slots.length === 0 ? [] : [slots.length === block.slots.length ? block : { ...block, slots }];
  };
  return {
    ...document,
    blocks: document.blocks.flatMap(kept),
    finisher: document.finisher && (kept(document.finisher)[0] ?? null),
  };
}
