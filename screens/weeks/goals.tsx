"use client";
import { useState } from "react";
import { appended, decimal, type Goal, type Slot, toKg, weight } from "@/core";
import { newId } from "@/device/ids";
import { Button } from "@/ui/button";
import { fullDate } from "@/ui/dates";
import { TextField } from "@/ui/field";
import type { Weeks } from "./use-weeks";

/** The goals of a lift, and a new one. */
export function Goals({ weeks, slot, today }: { weeks: Weeks; slot: Slot; today: string }) {
  const { plan, change } = weeks;
  const own = plan.goals.filter(({ lineage }) => lineage === slot.lineage);
  const [kg, setKg] = useState("");
  const [reps, setReps] = useState("1");
  const [byDate, setByDate] = useState("");
  const [problem, setProblem] = useState<{ field: "kg" | "reps" | "byDate"; message: string } | null>(null);
  const add = () => {
    const load = Number(kg.replace(",", "."));
    const count = Number(reps);
    if (kg.trim() === "" || !Number.isFinite(load) || load <= -300 || load > 1000)
      return setProblem({ field: "kg", message: "A load in kg, such as 107.5." });
    if (!Number.isInteger(count) || count < 1 || count > 100)
      return setProblem({ field: "reps", message: "Whole reps, at least 1." });
    if (!/^\d{4}-\d\d-\d\d$/.test(byDate)) return setProblem({ field: "byDate", message: "A day to reach it by." });
    if (byDate <= today) return setProblem({ field: "byDate", message: "That day is not ahead any more." });
    const item: Goal = {
      id: newId(),
      lineage: slot.lineage,
      exerciseId: slot.exerciseId,
      load: weight(load),
      reps: count,
      byDate,
    };
    const refused = change(appended(plan, "goals", [item]));
    setProblem(refused ? { field: "kg", message: refused } : null);
    if (!refused) setKg("");
  };
  const errorAt = (field: "kg" | "reps" | "byDate") => (problem?.field === field ? problem.message : null);
  return (
    <details open={own.length > 0 || undefined}>
      <summary className="cursor-pointer font-semibold">Goals</summary>
      <ul className="my-1">
        {own.map((goal) => (
          <li key={goal.id} className="flex items-center justify-between gap-2">
            <span>
              {decimal(toKg(goal.load), 2)} kg{goal.reps > 1 ? ` × ${goal.reps}` : ""} by {fullDate(goal.byDate)}
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
            label="Load, kg"
            inputMode="decimal"
            value={kg}
            error={errorAt("kg")}
            onChange={(event) => setKg(event.target.value)}
          />
          <TextField
            label="Reps"
            inputMode="numeric"
            value={reps}
            error={errorAt("reps")}
            onChange={(event) => setReps(event.target.value)}
          />
        </div>
        <TextField
          label="By"
          type="date"
          value={byDate}
          error={errorAt("byDate")}
          onChange={(event) => setByDate(event.target.value)}
        />
        <div>
          <Button type="submit">Add the goal</Button>
        </div>
      </form>
    </details>
  );
}
