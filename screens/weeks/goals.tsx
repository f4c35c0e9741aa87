"use client";
import { useMemo } from "react";
import * as yup from "yup";
import { catalogueIn } from "@/contract";
import {
  appended,
  decimal,
  type Exercise,
  exerciseOrThrow,
  type Goal,
  isBodyweight,
  type Slot,
  type WeightUnit,
} from "@/core";
import { newId } from "@/device/ids";
import { DateField } from "@/parts/date-field";
import { useDates } from "@/parts/region";
import { Button } from "@/ui/button";
import { TextField } from "@/ui/field";
import { Form, typedNumber, useCheckedForm } from "@/ui/form";
import { type GoalNeeds, goalChance, goalNeeds, goalWords, readGoalLoad, type WeeksView } from "@/views";
import type { Weeks } from "./use-weeks";

/** What a goal asks, read as it is typed. */
const goalSchema = (unit: WeightUnit, bodyMassKg: number | null, today: string) => {
  const such = unit === "kg" ? "107.5" : "235";
  const noLoad =
    bodyMassKg === null
      ? `A load in ${unit}, such as ${such}; the body mass is not known.`
      : `A load in ${unit}, such as ${such}, or times the body, such as 1.25x.`;
  const noReps = "Whole reps, at least 1.";
  return yup.object({
    load: yup
      .mixed<Goal["load"]>()
      .transform((_, text: string) => readGoalLoad(text, unit, bodyMassKg))
      .required(noLoad),
    reps: typedNumber(noReps, { low: 1, high: 100, whole: true }).required(noReps),
    byDate: yup
      .string()
      .matches(/^\d{4}-\d\d-\d\d$/, "A day to reach it by.")
      .test("ahead", "That day is not ahead any more.", (date) => date !== undefined && date > today)
      .required(),
  });
};

/** The goals of a lift, and a new one. */
export function Goals({ weeks, view, slot }: { weeks: Weeks; view: WeeksView; slot: Slot }) {
  const { plan, change } = weeks;
  const { today } = view;
  const exercise = exerciseOrThrow(catalogueIn(view.exercises), slot.exerciseId);
  const { bodyMassKg, unit } = view.client;
  const own = plan.goals.filter(({ lineage }) => lineage === slot.lineage);
  const schema = useMemo(() => goalSchema(unit, bodyMassKg, today), [unit, bodyMassKg, today]);
  const form = useCheckedForm({
    schema,
    typed: { load: "", reps: "1", byDate: "" },
    send: (goal) => {
      const item: Goal = { id: newId(), lineage: slot.lineage, exerciseId: slot.exerciseId, ...goal };
      const refused = change(appended(plan, "goals", [item]));
      if (refused) return { field: "load", message: refused };
      form.setValue("load", "");
      return null;
    },
  });
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
      <Form form={form} className="flex flex-col gap-2">
        <div className="grid grid-cols-2 gap-2">
          <TextField
            label={`${isBodyweight(exercise) ? "Beside the body" : "Load"}, ${unit}`}
            hint={isBodyweight(exercise) ? "0: the body alone" : "Or times the body: 1.25x"}
            inputMode="decimal"
            {...form.field("load")}
          />
          <TextField label="Reps" inputMode="numeric" {...form.field("reps")} />
        </div>
        <DateField label="By" {...form.controlled("byDate")} />
        <div>
          <Button type="submit">Add the goal</Button>
        </div>
      </Form>
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
