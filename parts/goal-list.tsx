"use client";
import { catalogueIn } from "@/contract";
import { exerciseOrThrow, toKg } from "@/core";
import { type ClientView, goalNeeds, goalNeedsWords, goalWords } from "@/views";
import { useDates } from "./region";

type GoalOwner = Pick<ClientView, "today" | "settings" | "exercises" | "lifts" | "trainingAge" | "bodyMass" | "goals">;

/** The client's last weighing in kg; null where there is none. */
export const lastBodyMassKg = ({ bodyMass: [last] }: Pick<ClientView, "bodyMass">): number | null =>
  last ? toKg(last.weight) : null;

/** A client's goals, each with its day and the gain per week that it needs; those that wait for a plan can be removed. */
export function GoalList({ view, onRemove }: { view: GoalOwner; onRemove?: (id: string) => void }) {
  const { fullDate } = useDates();
  const context = { ...view, client: { trainingAge: view.trainingAge, bodyMassKg: lastBodyMassKg(view) } };
  return (
    <ul>
      {view.goals.map((goal) => {
        const exercise = exerciseOrThrow(catalogueIn(view.exercises), goal.exerciseId);
        return (
          <li key={goal.id} className="border-t border-line py-1 first:border-0">
            <span className="font-semibold">{exercise.name}</span> {goalWords(goal, exercise)} by{" "}
            {fullDate(goal.byDate)}
            {onRemove && !goal.isOfPlan ? (
              <button
                type="button"
                className="ml-2 min-h-6 underline underline-offset-2"
                onClick={() => onRemove(goal.id)}
              >
                remove<span className="sr-only"> the goal in {exercise.name}</span>
              </button>
            ) : null}
            <span className="block text-quiet">{goalNeedsWords(goalNeeds(context, goal))}</span>
          </li>
        );
      })}
    </ul>
  );
}
