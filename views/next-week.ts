/** A session's next week: what its lifts' rules ask then, and what a coach accepts of it. */

import { catalogueIn } from "../contract/catalogue";
import {
  allBlocks,
  appended,
  applyEdits,
  cutLoads,
  dateOfDay,
  type Edit,
  exerciseOrThrow,
  foundIn,
  fromKg,
  isBodyweight,
  type MakeId,
  oneSetFewer,
  type PlanEdit,
  type SessionDocument,
  sessionDay,
  sessionOfWeek,
  type WeightUnit,
  writeLift,
} from "../core";
import { type CarriedLift, carriedLifts, isMoved } from "./carry-on";
import { weeksModel } from "./weeks";
import type { WeeksView } from "./weeks-context";

/** As the rule says, or for that week alone: as it was, lighter, a set fewer. */
export type NextChoice = "asRuled" | "again" | "lighter" | "setFewer";

/** How much lighter a lift is taken. */
const LIGHTER = 0.95;

export interface NextWeek {
  readonly dayId: string;
  readonly week: number;
  /** What masses are said in. */
  readonly unit: WeightUnit;
  readonly date: string;
  readonly name: string;
  readonly lifts: readonly (CarriedLift & { readonly choices: readonly NextChoice[] })[];
  readonly moved: number;
  readonly need: number;
  readonly isSent: boolean;
}

/** The next open session of a day after a week; null where there is none, or the client is away. */
export function nextWeekOf(view: WeeksView, at: { readonly dayId: string; readonly week: number }): NextWeek | null {
  const plan = view.plan?.document;
  const day = plan && sessionDay(plan, at.dayId, at.week);
  if (!plan || !day) return null;
  const model = weeksModel(plan, view);
  // Where sessions go in turn, its next turn may be in the same week, on another day.
  const date = dateOfDay(
    plan,
    foundIn(plan.days, ({ id }) => id === at.dayId),
    at.week,
  );
  const session = model.sessions.find(
    (one) => !one.isAway && one.date > date && sessionDay(plan, one.dayId, one.week) === day,
  );
  if (!session) return null;
  const lifts = carriedLifts(session, model, view).map((lift) => ({
    ...lift,
    choices: (["asRuled", "again", "lighter", "setFewer"] as const).filter(
      (choice) => choice === "asRuled" || choiceEdits(session.written, view, lift, choice).length > 0,
    ),
  }));
  return {
    unit: view.client.unit,
    dayId: session.dayId,
    week: session.week,
    date: session.date,
    name: day.name,
    lifts,
    moved: lifts.filter(isMoved).length,
    need: lifts.filter(({ needs }) => needs !== null).length,
    isSent: view.sessions.some(
      ({ dayId, week, copy }) => dayId === session.dayId && week === session.week && copy !== null,
    ),
  };
}

/** What a choice changes in a session; nothing where it changes nothing there. */
function choiceEdits(
  document: SessionDocument,
  view: WeeksView,
  { slotId, before }: Pick<CarriedLift, "slotId" | "before">,
  choice: NextChoice,
): readonly Edit[] {
  const block = allBlocks(document).find(({ slots }) => slots.some(({ id }) => id === slotId));
  const slot = block?.slots.find(({ id }) => id === slotId);
  if (!block || !slot) return [];
  const catalogue = catalogueIn(view.exercises);
  switch (choice) {
    case "asRuled":
      return [];
    case "lighter": {
      const cut = cutLoads(document, slotId, LIGHTER, new Map());
      return cut.ok ? cut.edits : [];
    }
    case "setFewer":
      return oneSetFewer({ block, slot });
    case "again": {
      const isPlain = slot.sets.every((set) => set === null || set.segments.length === 1);
      if (!isPlain || isBodyweight(exerciseOrThrow(catalogue, slot.exerciseId)) || before?.topKg == null) return [];
      const reps = before.reps.map((one) => one ?? 0);
      if (reps.length === 0 || reps.some((one) => one < 1)) return [];
      // Sets keep their ids; what is more than there was has one of the lift's.
      let made = 0;
      const makeId = () => `${slotId}=${made++}`;
      const { amount, unit } = fromKg(before.topKg, view.client.unit);
      const written = writeLift(document, slotId, `${reps.join(",")} @${amount}${unit}`, catalogue, makeId);
      return written.ok ? written.edits : [];
    }
  }
}

/** Next week as a coach accepts it: one change for that week alone with the lifts that are not as their rules say. */
export function acceptedEdits(
  view: WeeksView,
  next: NextWeek,
  choices: ReadonlyMap<string, NextChoice>,
  makeId: MakeId,
): PlanEdit[] {
  const plan = view.plan?.document;
  let document = plan && sessionOfWeek(plan, next.dayId, next.week)?.document;
  if (!plan || !document) return [];
  const edits: Edit[] = [];
  for (const lift of next.lifts) {
    const own: readonly Edit[] = choiceEdits(document, view, lift, choices.get(lift.slotId) ?? "asRuled");
    const edited = applyEdits(document, own);
    if (!edited.ok) continue;
    document = edited.document;
    edits.push(...own);
  }
  if (edits.length === 0) return [];
  const { dayId, week } = next;
  return appended(plan, "patches", [{ id: makeId(), dayId, edits, span: { kind: "onlyWeek", week }, note: "" }]);
}
