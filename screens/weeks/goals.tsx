"use client";
import { useState } from "react";
import { catalogueIn } from "@/contract";
import { appended, decimal, type Exercise, exerciseOrThrow, type Goal, isBodyweight, type Slot } from "@/core";
import { newId } from "@/device/ids";
import { DateField } from "@/parts/date-field";
import { useDates } from "@/parts/region";
import { Button } from "@/ui/button";
import { TextField } from "@/ui/field";
import { type GoalNeeds, goalChance, goalNeeds, goalWords, readGoalLoad, type WeeksView } from "@/views";
import type { Weeks } from "./use-weeks";

/** The goals of a lift, and a new one. */
export function Goals({ weeks, view, slot }: { weeks: Weeks; view: WeeksView; slot: Slot }) {
  const { plan, change } = weeks;
  const { today } = view;
  const exercise = exerciseOrThrow(catalogueIn(view.exercises), slot.exerciseId);
  const { bodyMassKg, unit } = view.client;
  const own = plan.goals.filter(({ lineage }) => lineage === slot.lineage);
  const [typed, setTyped] = useState("");
  const [reps, setReps] = useState("1");
  const [byDate, setByDate] = useState("");
  const [problem, setProblem] = useState<{ field: "load" | "reps" | "byDate"; message: string } | null>(null);
  const add = () => {
    const load = readGoalLoad(typed, unit, bodyMassKg);
    const such = unit === "kg" ? "107.5" : "235";
    const count = Number(reps);
    if (load === null)
      return setProblem({
        field: "load",
        message:
          bodyMassKg === null
            ? `A load in ${unit}, such as ${such}; the body mass is not known.`
            : `A load in ${unit}, such as ${such}, or times the body, such as 1.25x.`,
      });
    if (!Number.isInteger(count) || count < 1 || count > 100)
      return setProblem({ field: "reps", message: "Whole reps, at least 1." });
    if (!/^\d{4}-\d\d-\d\d$/.test(byDate)) return setProblem({ field: "byDate", message: "A day to reach it by." });
    if (byDate <= today) return setProblem({ field: "byDate", message: "That day is not ahead any more." });
    const item: Goal = {
      id: newId(),
      lineage: slot.lineage,
      exerciseId: slot.exerciseId,
      load,
      reps: count,
      byDate,
    };
    const refused = change(appended(plan, "goals", [item]));
    setProblem(refused ? { field: "load", message: refused } : null);
    if (!refused) setTyped("");
  };
  const errorAt = (field: "load" | "reps" | "byDate") => (problem?.field === field ? problem.message : null);
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
              Take out
            </button>
          </li>
        ))}
      </ul>
      <form
        noValidate
        className="flex flex-col gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          add();
        }}
      >
        <div className="grid grid-cols-2 gap-2">
          <TextField
            label={`${isBodyweight(exercise) ? "Beside the body" : "Load"}, ${unit}`}
            hint={isBodyweight(exercise) ? "0: the body alone" : "Or times the body: 1.25x"}
            inputMode="decimal"
            value={typed}
            error={errorAt("load")}
            onChange={(event) => setTyped(event.target.value)}
          />
          <TextField
            label="Reps"
            inputMode="numeric"
            value={reps}
            error={errorAt("reps")}
            onChange={(event) => setReps(event.target.value)}
          />
        </div>
        <DateField label="By" value={byDate} error={errorAt("byDate")} onChange={setByDate} />
        <div>
          <Button type="submit">Add the goal</Button>
        </div>
      </form>
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
      <span className="block text-quiet">{needsWords(goalNeeds(view, goal))}</span>
    </>
  );
}

/** A chance as people say it. */
export const tenths = (share: number): string => {
  if (share < 0.05) return "hardly ever";
  if (share > 0.95) return "nearly always";
  return `${Math.round(10 * share)} in 10`;
};

/** What would have to be true: the gain a week from now to its day, beside what the lift has moved. */
function needsWords(needs: GoalNeeds | null): string {
  if (!needs) return "";
  const { percentAWeek, movedPercent } = needs;
  if (percentAWeek <= 0) return "The record says that it can be done now.";
  const moved = movedPercent === null ? "" : `; it has moved ${decimal(movedPercent, 1)} % lately`;
  return `It has to gain ${decimal(percentAWeek, 1)} % a week${moved}.`;
}
