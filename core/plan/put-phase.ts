/**
 * A phase of a week where the signs or a break call for one: a deload, a way back in. It takes the place of a week of the phase
 * that stood there, so that what is dated behind it keeps its date.
 */
import type { MakeId } from "../session";
import type { PhaseKind } from "./phase";
import { firstWeekOf, type PlanDocument, phaseOfWeek } from "./plan";
import { appended, type PlanEdit } from "./plan-edits";
import { newPhase } from "./start";

/** Null where the week is not in the plan, is of that kind already, or stands before a date that it would cost: a peak, a test. */
export function putPhase(plan: PlanDocument, week: number, kind: PhaseKind, makeId: MakeId): PlanEdit[] | null {
  const phase = phaseOfWeek(plan, week);
  if (!phase || phase.kind === kind || phase.kind === "peak" || phase.kind === "test" || phase.kind === "deload")
    return null;
  const at = plan.phases.indexOf(phase);
  const first = firstWeekOf(plan, phase);
  const before = week - first;
  const after = phase.weeks - before - 1;
  const put = newPhase(kind, 1, makeId);
  const insert = (item: typeof phase, behind: string | null): PlanEdit => ({
    kind: "insert",
    list: "phases",
    item,
    after: behind,
  });
  const setWeeks = (weeks: number): PlanEdit => ({
    kind: "set",
    list: "phases",
    id: phase.id,
    field: "weeks",
    value: weeks,
  });
  const previous = plan.phases[at - 1]?.id ?? null;
  // What is left of the phase that stood there keeps its id; where that is two parts, the second has its changes too.
  if (before === 0 && after === 0)
    return [insert(put, phase.id), { kind: "remove", list: "phases", id: phase.id }, ...withoutSpan(plan, phase.id)];
  if (before === 0) return [insert(put, previous), setWeeks(after)];
  if (after === 0) return [setWeeks(before), insert(put, phase.id)];
  const rest = { ...phase, id: makeId(), weeks: after };
  const carried = plan.patches.filter(({ span }) => span.kind === "phase" && span.phaseId === phase.id);
  const span = { kind: "phase", phaseId: rest.id } as const;
  const copies = carried.map((patch) => ({ ...patch, id: makeId(), span }));
  return [setWeeks(before), insert(put, phase.id), insert(rest, put.id), ...appended(plan, "patches", copies)];
}

const withoutSpan = (plan: PlanDocument, phaseId: string): PlanEdit[] =>
  plan.patches.flatMap(({ id, span }): PlanEdit[] =>
    span.kind === "phase" && span.phaseId === phaseId ? [{ kind: "remove", list: "patches", id }] : [],
  );
