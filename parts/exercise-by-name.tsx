"use client";
import { useCallback, useMemo } from "react";
import { catalogueIn, type StudioExercises } from "@/contract";
import { type Exercise, hasEveryWord, offerExercises } from "@/core";
import { LiftFinder } from "./lift-finder";

/** An exercise, found by its name; what `onTake` answers is wrong with it. */
export function ExerciseByName({
  exercises,
  label,
  placeholder,
  onTake,
}: {
  exercises: StudioExercises;
  label: string;
  placeholder: string;
  onTake: (exercise: Exercise) => string | null | Promise<string | null>;
}) {
  const catalogue = useMemo(() => catalogueIn(exercises), [exercises]);
  const offersFor = useCallback(
    (typed: string) => {
      if (typed.trim() === "") return [];
      const found = offerExercises(catalogue, typed, { most: 8, isTyping: true });
      const offers = found.map((exercise) => ({
        ...{ exercise, note: "", isUnfit: false },
        hasAll: hasEveryWord(catalogue, typed, exercise),
      }));
      return [{ heading: offers.length === 0 ? "No exercise by that name" : "By name", offers }];
    },
    [catalogue],
  );
  return <LiftFinder label={label} placeholder={placeholder} offersFor={offersFor} onTake={onTake} />;
}
