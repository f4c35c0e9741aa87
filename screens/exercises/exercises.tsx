"use client";
import { useRouter } from "next/navigation";
import { useRef, useState } from "react";
import { Button } from "@/ui/button";
import { PageHeader } from "@/ui/page-header";
import { Select } from "@/ui/select";
import { useDebounced } from "@/ui/use-debounced";
import { useKey } from "@/ui/use-key";
import type { ExercisesView } from "@/views";
import { ExerciseDetail } from "./detail";
import { ExerciseList } from "./list";
import { MuscleChoice, Muscles } from "./muscles";
import { type NameToDefine, OwnExerciseSheet } from "./own-exercise";
import { Ranking } from "./ranking";
import { useExercises } from "./use-exercises";

const SEARCH_MS = 120;

/** The muscles at the left, the ranking for one of them in the middle, one exercise of it, or two, at the right. */
export function ExercisesScreen({
  view,
  make,
  draw,
}: {
  view: ExercisesView;
  make: NameToDefine | null;
  /** The id of the exercise that is selected when the screen opens; null: the best of the ranking. */
  draw: string | null;
}) {
  const router = useRouter();
  const state = useExercises(view, draw);
  const [search, setSearch] = useState("");
  const [isWhole, setWhole] = useState(false);
  const searched = useDebounced(search, SEARCH_MS);
  const field = useRef<HTMLInputElement>(null);
  useKey("/", () => field.current?.focus());
  const showAll = (wanted: boolean) => {
    setSearch("");
    setWhole(wanted);
  };
  const isList = isWhole || searched.trim() !== "";
  return (
    <div className="grid min-h-dvh grid-cols-1 content-start lg:h-page lg:min-h-[40rem] lg:grid-cols-[clamp(17rem,28vw,26rem)_minmax(22rem,1fr)_clamp(19rem,30vw,30rem)] lg:grid-rows-[auto_minmax(0,1fr)]">
      <PageHeader title="Exercises" actions={<OwnExerciseSheet exercises={view.exercises} make={make} />}>
        <input
          ref={field}
          type="search"
          aria-label="Search exercises"
          aria-keyshortcuts="/"
          placeholder="bench, rope, one-arm, hams … /"
          value={search}
          onChange={(event) => setSearch(event.target.value)}
          className="min-h-8 w-64 rounded-[3px] border border-rule bg-surface px-2.5 py-1"
        />
        <label className="flex items-center gap-2 text-quiet">
          for
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
        <label className="flex items-center gap-2 text-quiet">
          at
          <Select aria-label="Gym" value={state.gymId} onChange={(event) => state.setGymId(event.target.value)}>
            {view.gyms.map((gym) => (
              <option key={gym.id} value={gym.id}>
                {gym.name}
              </option>
            ))}
          </Select>
        </label>
      </PageHeader>
      <main
        className="min-w-0 px-4 py-3 lg:col-start-2 lg:row-start-2 lg:min-h-0 lg:overflow-y-auto"
        aria-label="Ranking"
      >
        <MuscleChoice state={state} className="mb-2 lg:hidden" />
        {isList ? (
          <>
            <Button onClick={() => showAll(false)}>Back to the {state.placeName}</Button>
            <ExerciseList state={state} search={searched} />
          </>
        ) : (
          <Ranking state={state} onAll={() => showAll(true)} />
        )}
      </main>
      <section
        aria-label="The exercise"
        className="border-line bg-surface p-4 max-lg:border-t lg:col-start-3 lg:row-start-2 lg:min-h-0 lg:overflow-y-auto lg:border-l"
      >
        <ExerciseDetail state={state} />
      </section>
      <aside
        aria-label="Muscles"
        className="border-line px-3 py-2 max-lg:border-t lg:col-start-1 lg:row-start-2 lg:min-h-0 lg:overflow-y-auto lg:border-r"
      >
        <Muscles state={state} />
      </aside>
    </div>
  );
}
