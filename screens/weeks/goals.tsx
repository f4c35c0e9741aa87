"use client";
import { catalogueIn } from "@/contract";
import { appended, type Exercise, exerciseOrThrow, type Goal, type Slot } from "@/core";
import { newId } from "@/device/ids";
import { GoalForm } from "@/parts/goal-form";
import { useDates } from "@/parts/region";
import { goalChance, goalNeeds, goalNeedsWords, goalWords, type WeeksView } from "@/views";
import type { Weeks } from "./use-weeks";

/** The goals of a lift, and a new one. */
export function Goals({ weeks, view, slot }: { weeks: Weeks; view: WeeksView; slot: Slot }) {
  const { plan, change } = weeks;
  const { today } = view;
  const exercise = exerciseOrThrow(catalogueIn(view.exercises), slot.exerciseId);
  const { bodyMassKg, unit } = view.client;
  const own = plan.goals.filter(({ lineage }) => lineage === slot.lineage);
  return (
    <details open={own.length > 0 || undefined}>
      <summary className="cursor-pointer font-semibold">Goals</summary>
      <ul className="my-1">
        {own.map((goal) => (
          <li key={goal.id} className="flex items-center justify-between gap-2">
            <span>
              <GoalWords weeks={weeks} view={view} goal={goal} exercise={exercise} />
            </span>
            <button
              type="button"
              className="min-h-6 underline underline-offset-2"
              onClick={() => change([{ kind: "remove", list: "goals", id: goal.id }])}
            >
              Remove
            </button>
          </li>
        ))}
      </ul>
      <GoalForm
        exercise={exercise}
        unit={unit}
        bodyMassKg={bodyMassKg}
        today={today}
        onAdd={(goal) => {
          const item: Goal = { id: newId(), lineage: slot.lineage, exerciseId: slot.exerciseId, ...goal };
          return change(appended(plan, "goals", [item]));
        }}
      />
    </details>
  );
}

/** A goal, what would have to be true for it, and its chance. */
export function GoalWords({
  weeks: { whatIf },
  view,
  goal,
  exercise,
}: {
  weeks: Weeks;
  view: WeeksView;
  goal: Goal;
  exercise: Exercise;
}) {
  const { fullDate } = useDates();
  const chance = whatIf.current && goalChance(view, whatIf.current, goal);
  return (
    <>
      {goalWords(goal, exercise)} by {fullDate(goal.byDate)}
      {chance === null ? "" : `: ${tenths(chance)}`}
      <span className="block text-quiet">{goalNeedsWords(goalNeeds(view, goal))}</span>
    </>
  );
}

/** A chance as people say it. */
export const tenths = (share: number): string => {
  if (share < 0.05) return "hardly ever";
  if (share > 0.95) return "nearly always";
  return `${Math.round(10 * share)} in 10`;
};
