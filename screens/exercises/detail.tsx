"use client";
import { useRouter } from "next/navigation";
import * as Tabs from "radix-ui/tabs";
import { useMemo } from "react";
import { type Input, ownExerciseOf } from "@/contract";
import {
  decimal,
  type Exercise,
  massWords,
  partnersFor,
  type Ranked,
  rankReason,
  rankVerdict,
  substitutesFor,
} from "@/core";
import { callApi } from "@/device/api";
import { useApiMutation } from "@/device/query";
import { useDates } from "@/parts/region";
import { Button } from "@/ui/button";
import { Compared } from "./compared";
import { Curve } from "./curve";
import { Cues, Facts } from "./facts";
import { OwnExerciseSheet } from "./own-exercise";
import { CLASS_WORDS, reasonsWords } from "./pair-words";
import type { ExercisesState } from "./use-exercises";

const TAB =
  "min-h-8 border border-rule px-3 py-1 font-semibold data-[state=active]:border-indigo data-[state=active]:bg-indigo data-[state=active]:text-ground";

/** The chosen exercise: what the ranking comes to first, then where it is hard, the facts and what goes with it; or beside a second. */
export function ExerciseDetail({ state }: { state: ExercisesState }) {
  const { first, second } = state;
  if (!first)
    return <p className="text-quiet">Nothing in this gym trains that muscle. Choose another gym, or add your own.</p>;
  return (
    <Tabs.Root
      value={state.isCompared ? "compared" : "alone"}
      onValueChange={(tab) => state.setCompared(tab === "compared")}
      className="flex flex-col gap-4"
    >
      <div>
        <h2 className="text-xl leading-tight font-bold">{first.name}</h2>
        <p className="text-quiet">
          {first.pattern} · {first.implement} · {first.laterality === "both" ? "both sides" : "each side"}
          {first.stations.length > 0 ? ` · ${first.stations.join(", ")}` : ""}
        </p>
      </div>
      <Tabs.List aria-label="Alone, or beside a second" className="flex">
        <Tabs.Trigger value="alone" className={`${TAB} rounded-l-[3px]`}>
          Alone
        </Tabs.Trigger>
        <Tabs.Trigger value="compared" className={`${TAB} rounded-r-[3px] border-l-0`}>
          {second ? "Compared" : "Compared · tick one"}
        </Tabs.Trigger>
      </Tabs.List>
      <Tabs.Content value="alone">
        <Alone state={state} exercise={first} />
      </Tabs.Content>
      <Tabs.Content value="compared">
        {second ? (
          <Compared first={first} second={second} />
        ) : (
          <p className="text-quiet">Tick a second exercise in the list, and the two stand beside each other here.</p>
        )}
      </Tabs.Content>
    </Tabs.Root>
  );
}

function Alone({ state, exercise }: { state: ExercisesState; exercise: Exercise }) {
  const router = useRouter();
  const { view } = state;
  const hide = useApiMutation(
    (choice: Input<"exercises.hide">) => callApi("exercises.hide", choice),
    () => router.refresh(),
  );
  const hidden = view.exercises.hidden.includes(exercise.id);
  const own = view.exercises.own.find((one) => one.id === exercise.id);
  const ranked = state.ranked.find((one) => one.exercise.id === exercise.id);
  return (
    <div className="flex flex-col gap-4">
      <div>
        {ranked ? (
          <p className="text-lg leading-snug font-bold">{rankVerdict(ranked, state.placeName, rankReason(ranked))}</p>
        ) : null}
        <LastTime state={state} exercise={exercise} />
      </div>
      <Curve key={exercise.id} exercise={exercise} second={null} />
      <Cues exercise={exercise} />
      <Facts exercises={[exercise]} />
      {ranked && !ranked.unfit ? <WhyThere ranked={ranked} /> : null}
      <GoesWellWith state={state} exercise={exercise} />
      <Instead state={state} exercise={exercise} />
      <div className="flex flex-wrap gap-2">
        {own ? <OwnExerciseSheet key={own.id} exercises={view.exercises} initial={ownExerciseOf(own)} /> : null}
        <Button onClick={() => hide.mutate({ exerciseId: exercise.id, hidden: !hidden })}>
          {hidden ? "Offer it again" : "Hide it"}
        </Button>
        {hide.error ? <p role="alert">{hide.error.message}</p> : null}
      </div>
    </div>
  );
}

/** What the client has done of it. */
function LastTime({ state, exercise }: { state: ExercisesState; exercise: Exercise }) {
  const { longDate } = useDates();
  const { client } = state.view;
  const known = client?.known.find((one) => one.exerciseId === exercise.id);
  if (!client) return null;
  const [name] = client.name.split(" ");
  return (
    <p className="text-quiet">
      {known
        ? `${name} did it last on ${longDate(known.lastDate)}${known.e1rmKg === null ? "" : `, e1RM ${massWords(known.e1rmKg, state.unit)}`}.`
        : `${name} has not done it yet.`}
    </p>
  );
}

const WhyThere = ({ ranked }: { ranked: Ranked }) => (
  <details>
    <summary className="min-h-6 cursor-pointer font-semibold">Why it stands there</summary>
    <ul>
      {ranked.parts.map(({ part, value, sentence }) => (
        <li key={part} className="flex gap-2">
          <span className="w-7 shrink-0 text-right font-semibold">{Math.round(100 * value)}</span>
          <span>{sentence}</span>
        </li>
      ))}
    </ul>
  </details>
);

function GoesWellWith({ state, exercise }: { state: ExercisesState; exercise: Exercise }) {
  const partners = useMemo(
    () => partnersFor(exercise, state.catalogue.list, { trainee: state.trainee, gym: state.gym }, 8),
    [exercise, state.catalogue, state.trainee, state.gym],
  );
  return (
    <div>
      <h3 className="font-bold">Goes well with</h3>
      <ul>
        {partners.map((pair) => (
          <li key={pair.second.id} className="border-t border-inset">
            <button
              type="button"
              aria-pressed={state.second?.id === pair.second.id}
              onClick={() => state.compare(pair.second.id)}
              title={reasonsWords(pair)}
              className="flex min-h-7 w-full items-baseline gap-2 py-0.5 text-left hover:bg-inset/60"
            >
              <span className="min-w-0 flex-1">
                {pair.second.name} <span className="text-quiet">{CLASS_WORDS[pair.kind]}</span>
              </span>
              <span className="shrink-0 text-quiet">{decimal(pair.repsLost.second, 1)} reps lost</span>
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}

function Instead({ state, exercise }: { state: ExercisesState; exercise: Exercise }) {
  const { gym, trainee, view } = state;
  const found = useMemo(
    () =>
      gym
        ? substitutesFor(exercise, null, state.catalogue.list, {
            trainee,
            gym,
            settings: view.settings,
            bodyMassKg: view.client?.bodyMassKg ?? null,
            policy: "nearest",
          })
        : [],
    [exercise, gym, trainee, view, state.catalogue],
  );
  if (found.length === 0) return null;
  return (
    <div>
      <h3 className="font-bold">In its place</h3>
      <p className="flex flex-wrap gap-x-3 gap-y-0.5">
        {found.slice(0, 6).map(({ exercise: other }) => (
          <button
            key={other.id}
            type="button"
            onClick={() => state.choose(other.id)}
            className="min-h-6 text-left text-indigo underline underline-offset-2"
          >
            {other.name}
          </button>
        ))}
      </p>
    </div>
  );
}
