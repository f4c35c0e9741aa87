"use client";
import { type ReactNode, useState } from "react";
import type { StudioExercises } from "@/contract";
import type { Exercise } from "@/core";
import { Button } from "@/ui/button";
import { ExerciseByName } from "./exercise-by-name";

/** A lift found by its name, and then a form for it; `onDone` leads back to finding one. */
export function ChosenLift({
  exercises,
  children,
}: {
  exercises: StudioExercises;
  children: (exercise: Exercise, onDone: () => void) => ReactNode;
}) {
  const [exercise, setExercise] = useState<Exercise | null>(null);
  const onDone = () => setExercise(null);
  if (!exercise)
    return (
      <ExerciseByName
        exercises={exercises}
        label="Lift"
        placeholder="Lift, by its name"
        onTake={(one) => {
          setExercise(one);
          return null;
        }}
      />
    );
  return (
    <>
      <p className="mb-1">
        <strong>{exercise.name}</strong>{" "}
        <Button className="ml-2" onClick={onDone}>
          Another lift
        </Button>
      </p>
      {children(exercise, onDone)}
    </>
  );
}
