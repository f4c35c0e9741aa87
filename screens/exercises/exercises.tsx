"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { Button } from "@/ui/button";
import { Select } from "@/ui/select";
import type { ExercisesView } from "@/views";
import { ExerciseDetail } from "./detail";
import { Lengths } from "./lengths";
import { ExerciseList } from "./list";
import { type NameToDefine, OwnExerciseSheet } from "./own-exercise";
import { Ranking } from "./ranking";
import { useExercises } from "./use-exercises";

/** Muscle regions by thirds of their length, exercises as lines; what fits a client in a gym, and what goes with what. */
export function ExercisesScreen({
  view,
  make,
  draw,
}: {
  view: ExercisesView;
  make: NameToDefine | null;
  /** The exercise that is drawn at first. */
  draw: string | null;
}) {
  const router = useRouter();
  const state = useExercises(view, draw);
  const [mode, setMode] = useState<"lengths" | "list">("lengths");
  return (
    <div className="grid min-h-dvh grid-cols-1 content-start lg:h-page lg:min-h-[40rem] lg:grid-rows-[auto_minmax(0,1fr)] lg:grid-cols-[minmax(0,1fr)_310px_330px]">
      <header className="flex flex-wrap items-center gap-x-3 gap-y-1 border-b border-line px-4 py-2 lg:col-span-3">
        <h1 className="text-lg font-bold">Exercises</h1>
        <label className="text-quiet">
          for{" "}
          <Select
            aria-label="For whom"
            value={view.client?.id ?? ""}
            onChange={(event) =>
              router.push(event.target.value ? `/exercises?for=${event.target.value}` : "/exercises")
            }
          >
            <option value="">anybody</option>
            {view.clients.map((client) => (
              <option key={client.id} value={client.id}>
                {client.name}
              </option>
            ))}
          </Select>
        </label>
        <label className="text-quiet">
          at{" "}
          <Select aria-label="Gym" value={state.gymId} onChange={(event) => state.setGymId(event.target.value)}>
            {view.gyms.map((gym) => (
              <option key={gym.id} value={gym.id}>
                {gym.name}
              </option>
            ))}
          </Select>
        </label>
        <div className="ml-auto flex items-center gap-2">
          <OwnExerciseSheet exercises={view.exercises} make={make} />
          <Button aria-pressed={mode === "list"} onClick={() => setMode(mode === "list" ? "lengths" : "list")}>
            {mode === "list" ? "Lengths" : "List"}
          </Button>
        </div>
      </header>
      <main className="min-w-0 overflow-x-auto px-3 lg:min-h-0 lg:overflow-auto py-1">
        {mode === "lengths" ? <Lengths state={state} /> : <ExerciseList state={state} />}
        {mode === "lengths" ? (
          <p className="flex flex-wrap gap-x-4 py-1 text-quiet">
            {view.client ? <span className="text-woad">▮ hard sets this week</span> : null}
            <span className="text-indigo">━ drawn, thick where it is hard</span>
            <span>┅ beside it</span>
            {view.client ? <span className="text-weld">⬚ a hole</span> : null}
          </p>
        ) : null}
      </main>
      <aside
        aria-label="Ranking"
        className="border-l lg:min-h-0 lg:overflow-y-auto border-line px-3 py-3 max-lg:border-t max-lg:border-l-0"
      >
        <Ranking state={state} />
      </aside>
      <aside
        aria-label="The exercise"
        className="border-l lg:min-h-0 lg:overflow-y-auto border-line bg-surface p-4 max-lg:border-t max-lg:border-l-0"
      >
        <ExerciseDetail state={state} />
      </aside>
    </div>
  );
}
