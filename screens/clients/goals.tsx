"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { catalogueIn } from "@/contract";
import { type Exercise, exerciseOrThrow, lineageOf, toKg } from "@/core";
import { callApi, problemOf } from "@/device/api";
import { newId } from "@/device/ids";
import { ExerciseByName } from "@/parts/exercise-by-name";
import { GoalForm } from "@/parts/goal-form";
import { useDates } from "@/parts/region";
import { Button } from "@/ui/button";
import { Sheet } from "@/ui/sheet";
import { type ClientView, goalNeeds, goalNeedsWords, goalWords, habitsOf } from "@/views";
import { useHabits } from "./habits";
import type { OpenSheet } from "./open-sheet";

const bodyMassKg = ({ bodyMass: [last] }: ClientView): number | null => (last ? toKg(last.weight) : null);

/** What is aimed at, with its day and what would have to be true for it. */
function GoalList({ view, onRemove }: { view: ClientView; onRemove?: (id: string) => void }) {
  const { fullDate } = useDates();
  const context = { ...view, client: { trainingAge: view.trainingAge, bodyMassKg: bodyMassKg(view) } };
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

export function Goals({ view, onOpen }: { view: ClientView; onOpen: OpenSheet | null }) {
  return (
    <section>
      <h2 className="mb-1 font-bold">Goals</h2>
      {view.goals.length === 0 ? <p className="text-quiet">None yet: a lift, a load and a day.</p> : null}
      <GoalList view={view} />
      {onOpen ? (
        <Button className="mt-1" onClick={() => onOpen("goals")}>
          Add a goal
        </Button>
      ) : null}
    </section>
  );
}

/** A goal in any lift. It waits for the client's next plan; where one runs, its own goals are changed in the weeks. */
export function GoalsSheet({ view, onClose }: { view: ClientView; onClose: () => void }) {
  const router = useRouter();
  const [exercise, setExercise] = useState<Exercise | null>(null);
  const change = useHabits(view);
  const waiting = habitsOf(view).goals;
  const add = async (goal: Pick<(typeof waiting)[number], "load" | "reps" | "byDate">) => {
    if (!exercise) return null;
    const item = { id: newId(), lineage: lineageOf(exercise.id, []), exerciseId: exercise.id, ...goal };
    const seen = habitsOf(view);
    const reply = await callApi("clients.change", {
      clientId: view.id,
      seen,
      wanted: { ...seen, goals: [...waiting, item] },
    });
    if (reply.kind !== "ok") return problemOf(reply).message;
    setExercise(null);
    router.refresh();
    return null;
  };
  return (
    <Sheet open onOpenChange={(open) => !open && onClose()} title="Goals">
      <div className="flex flex-col gap-3">
        <p className="text-quiet">
          The next plan that is started takes these goals along and puts their lifts first. Goals of a plan that runs
          are changed in its weeks.
        </p>
        <GoalList view={view} onRemove={(id) => change.mutate({ goals: waiting.filter((goal) => goal.id !== id) })} />
        {change.error ? <p role="alert">{change.error.message}</p> : null}
        {exercise ? (
          <>
            <p>
              <strong>{exercise.name}</strong>{" "}
              <Button className="ml-2" onClick={() => setExercise(null)}>
                Another lift
              </Button>
            </p>
            <GoalForm
              exercise={exercise}
              unit={view.unit}
              bodyMassKg={bodyMassKg(view)}
              today={view.today}
              onAdd={add}
            />
          </>
        ) : (
          <ExerciseByName
            exercises={view.exercises}
            label="Lift"
            placeholder="Lift, by its name"
            onTake={(one) => {
              setExercise(one);
              return null;
            }}
          />
        )}
      </div>
    </Sheet>
  );
}
