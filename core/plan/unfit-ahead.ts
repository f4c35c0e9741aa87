/**
 * Lifts of the coming weeks that cannot be done as they stand: a limit of the client, a machine out of order on that day, a gym that
 * has nothing for them (docs/handbook.md#what-life-does: each is checked against every week still to come). As what is wrong and what would do.
 */
import { type Catalogue, type ClientLimit, type Exercise, exerciseOrThrow, limitsOn, type Trainee } from "../exercise";
import { sameValue } from "../same";
import { substitutesFor, type Unfit, unfitness } from "../selection";
import { allBlocks, swapExercise } from "../session";
import { type PlanDocument, type PlanPatch, sessionOfWeek } from "./plan";
import { appended, type PlanEdit } from "./plan-edits";
import type { ProjectContext, ProjectedSession } from "./projection-memory";

export interface UnfitAhead {
  readonly dayId: string;
  readonly slotId: string;
  readonly exercise: Exercise;
  readonly unfit: Unfit;
  /** Counted from 0, in their order. */
  readonly weeks: readonly number[];
  /** The nearest that could be done instead in the first of them; null where nothing near can. */
  readonly substitute: Exercise | null;
}

interface UnfitContext extends Pick<ProjectContext, "gymOf" | "settings" | "bodyMassKg" | "policy"> {
  readonly catalogue: Catalogue;
  readonly trainee: Omit<Trainee, "limits">;
  readonly limits: readonly ClientLimit[];
}

/** One entry for a lift and a cause, the earliest first. */
export function unfitAhead(sessions: readonly ProjectedSession[], context: UnfitContext): UnfitAhead[] {
  const found: (Omit<UnfitAhead, "weeks"> & { weeks: number[] })[] = [];
  for (const { dayId, week, date, resolved, isAway } of sessions) {
    if (isAway) continue;
    const gym = context.gymOf(resolved.document.gymId, date);
    const trainee = { ...context.trainee, limits: limitsOn(context.limits, date) };
    for (const slot of allBlocks(resolved.document).flatMap(({ slots }) => slots)) {
      const exercise = exerciseOrThrow(context.catalogue, slot.exerciseId);
      const unfit = unfitness(exercise, trainee, gym);
      if (!unfit) continue;
      const known = found.find((one) => one.dayId === dayId && one.slotId === slot.id && sameValue(one.unfit, unfit));
      if (known) known.weeks.push(week);
      else {
        const [nearest] = substitutesFor(exercise, null, context.catalogue.list, { ...context, trainee, gym }, 1);
        const substitute = nearest?.exercise ?? null;
        found.push({ dayId, slotId: slot.id, exercise, unfit, weeks: [week], substitute });
      }
    }
  }
  return found;
}

/** The substitute in those weeks and no others, as changes of the plan. */
export function substituteAhead(
  plan: PlanDocument,
  { dayId, slotId, weeks, substitute }: UnfitAhead,
  makeId: () => string,
): PlanEdit[] {
  if (!substitute) return [];
  const patches = weeks.flatMap((week): PlanPatch[] => {
    const document = sessionOfWeek(plan, dayId, week)?.document;
    const swapped = document && swapExercise(document, slotId, substitute);
    if (!swapped?.ok) return [];
    return [{ id: makeId(), dayId, edits: swapped.edits, span: { kind: "onlyWeek", week }, note: "" }];
  });
  return appended(plan, "patches", patches);
}
