/** Changes of a plan: by list, id and field, places by neighbour, each with an exact inverse; as those of a session. */

import { entryAt } from "../lists";
import { applyEdits, type Edit, type PrecedingId } from "../session";
import type { PlanPhase } from "./phase";
import type { Absence, Goal, MovedSession, PlanDay, PlanDocument, PlanPatch } from "./plan";

interface PlanLists {
  readonly phases: PlanPhase;
  readonly days: PlanDay;
  readonly patches: PlanPatch;
  readonly absences: Absence;
  readonly goals: Goal;
  readonly moved: MovedSession;
}

export type PlanList = keyof PlanLists;

type FieldOf<T> = { [K in keyof T]-?: { readonly field: K; readonly value: T[K] } }[keyof T];

export type PlanEdit =
  | ({ readonly kind: "setPlan" } & FieldOf<Pick<PlanDocument, "name" | "startDate" | "missed" | "inTurn">>)
  | {
      [L in PlanList]:
        | { readonly kind: "insert"; readonly list: L; readonly item: PlanLists[L]; readonly after: PrecedingId }
        | { readonly kind: "remove"; readonly list: L; readonly id: string }
        | { readonly kind: "move"; readonly list: L; readonly id: string; readonly after: PrecedingId }
        | ({ readonly kind: "set"; readonly list: L; readonly id: string } & FieldOf<
            Omit<PlanLists[L], "id" | "base">
          >);
    }[PlanList]
  /** A day's base session, changed by the edits of a session. */
  | { readonly kind: "editDay"; readonly dayId: string; readonly edits: readonly Edit[] };

/** Items at the end of one of a plan's lists, in their order. */
export function appended<L extends PlanList>(
  plan: Pick<PlanDocument, L>,
  list: L,
  items: readonly PlanLists[L][],
): PlanEdit[] {
  let after = (plan[list] as readonly Listed[]).at(-1)?.id ?? null;
  return items.map((item) => {
    const edit = { kind: "insert", list, item, after } as PlanEdit;
    after = item.id;
    return edit;
  });
}

type EditedPlan =
  | { readonly ok: true; readonly plan: PlanDocument; readonly inverse: readonly PlanEdit[] }
  | { readonly ok: false; readonly message: string };

interface Listed {
  readonly id: string;
}

const gone: EditedPlan = { ok: false, message: "What this change is about is not in the plan any more." };

/** Applies edits in order: all of them, or none. */
export function applyPlanEdits(plan: PlanDocument, edits: readonly PlanEdit[]): EditedPlan {
  let current = plan;
  const inverse: PlanEdit[] = [];
  for (const edit of edits) {
    const step = applyOne(current, edit);
    if (!step.ok) return step;
    current = step.plan;
    inverse.unshift(...step.inverse);
  }
  return { ok: true, plan: current, inverse };
}

function applyOne(plan: PlanDocument, edit: PlanEdit): EditedPlan {
  const done = (changed: Partial<PlanDocument>, inverse: object): EditedPlan => ({
    ok: true,
    plan: { ...plan, ...changed },
    inverse: [inverse as PlanEdit],
  });
  if (edit.kind === "setPlan")
    return done({ [edit.field]: edit.value }, { kind: "setPlan", field: edit.field, value: plan[edit.field] });
  if (edit.kind === "editDay") {
    const day = plan.days.find((one) => one.id === edit.dayId);
    if (!day) return gone;
    const edited = applyEdits(day.base, edit.edits);
    if (!edited.ok) return edited;
    const days = plan.days.map((one) => (one === day ? { ...day, base: edited.document } : one));
    return done({ days }, { kind: "editDay", dayId: edit.dayId, edits: edited.inverse });
  }
  const list = plan[edit.list] as readonly Listed[];
  const at = edit.kind === "insert" ? -1 : list.findIndex((one) => one.id === edit.id);
  if (edit.kind !== "insert" && at < 0) return gone;
  const put = (items: readonly Listed[], inverse: object) =>
    done({ [edit.list]: items }, { list: edit.list, ...inverse });
  const before = list[at - 1]?.id ?? null;
  switch (edit.kind) {
    case "insert": {
      const items = placed(list, edit.item, edit.after);
      return items ? put(items, { kind: "remove", id: edit.item.id }) : gone;
    }
    case "remove":
      return put(list.toSpliced(at, 1), { kind: "insert", item: list[at], after: before });
    case "move": {
      const items = placed(list.toSpliced(at, 1), entryAt(list, at), edit.after);
      return items ? put(items, { kind: "move", id: edit.id, after: before }) : gone;
    }
    case "set": {
      const item = list[at] as unknown as Record<string, unknown>;
      return put(list.with(at, { ...item, [edit.field]: edit.value } as unknown as Listed), {
        kind: "set",
        id: edit.id,
        field: edit.field,
        value: item[edit.field],
      });
    }
  }
}

function placed(list: readonly Listed[], item: Listed, after: PrecedingId): Listed[] | null {
  if (after === null) return [item, ...list];
  const at = list.findIndex((one) => one.id === after);
  return at < 0 ? null : list.toSpliced(at + 1, 0, item);
}
