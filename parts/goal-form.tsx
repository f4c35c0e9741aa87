"use client";
import { useMemo } from "react";
import * as yup from "yup";
import { type Exercise, type Goal, isBodyweight, type WeightUnit } from "@/core";
import { Button } from "@/ui/button";
import { TextField } from "@/ui/field";
import { Form, typedNumber, useCheckedForm } from "@/ui/form";
import { readGoalLoad } from "@/views";
import { DateField } from "./date-field";

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

/** A new goal of a lift: load, reps and day. What `onAdd` answers is wrong with the load; null: it was added. */
export function GoalForm({
  exercise,
  unit,
  bodyMassKg,
  today,
  onAdd,
}: {
  exercise: Exercise;
  unit: WeightUnit;
  bodyMassKg: number | null;
  today: string;
  onAdd: (goal: Pick<Goal, "load" | "reps" | "byDate">) => string | null | Promise<string | null>;
}) {
  const schema = useMemo(() => goalSchema(unit, bodyMassKg, today), [unit, bodyMassKg, today]);
  const form = useCheckedForm({
    schema,
    typed: { load: "", reps: "1", byDate: "" },
    send: async (goal) => {
      const refused = await onAdd(goal);
      if (refused) return { field: "load", message: refused };
      form.setValue("load", "");
      return null;
    },
  });
  return (
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
        <Button type="submit" disabled={form.isBusy}>
          Add the goal
        </Button>
      </div>
    </Form>
  );
}
