"use client";
import { useMemo, useState } from "react";
import {
  type Catalogue,
  directRegions,
  type Exercise,
  findExercise,
  lengthProfile,
  offerExercises,
  otherNamesOf,
  REGIONS,
  thirdOf,
} from "@/core";
import { Select } from "@/ui/select";
import { VirtualRows } from "@/ui/virtual-rows";
import type { ExercisesState } from "./use-exercises";

/** What is meant comes first, then what has every word in a name, its pattern or its station. */
function searchIn(catalogue: Catalogue, all: readonly Exercise[], search: string): readonly Exercise[] {
  const words = search.toLowerCase().split(/\s+/).filter(Boolean);
  if (words.length === 0) return all;
  const having = all.filter((exercise) => {
    const said = [exercise.name, ...otherNamesOf(exercise), exercise.pattern, ...exercise.stations]
      .join(" ")
      .toLowerCase();
    return words.every((word) => said.includes(word));
  });
  const meant = findExercise(catalogue, search)?.exercise;
  const near = having.length > 0 ? [] : offerExercises(catalogue, search, { most: 12, isTyping: true });
  return [...new Set([...(meant ? [meant] : []), ...having, ...near])];
}

/** The catalogue as a table: what is searched for, or all of it, by implement and pattern. */
export function ExerciseList({ state, search }: { state: ExercisesState; search: string }) {
  const [implement, setImplement] = useState("");
  const [pattern, setPattern] = useState("");
  const all = useMemo(() => [...state.catalogue.byId.values()], [state.catalogue]);
  const hidden = new Set(state.view.exercises.hidden);
  const own = new Set(state.view.exercises.own.map((one) => one.id));
  const searched = useMemo(() => searchIn(state.catalogue, all, search), [state.catalogue, all, search]);
  const found = searched.filter(
    (exercise) =>
      (implement === "" || exercise.implement === implement) && (pattern === "" || exercise.pattern === pattern),
  );
  const options = (values: readonly string[]) => [...new Set(values)].sort();
  return (
    <div>
      <div className="sticky -top-1 z-10 flex flex-wrap items-center gap-2 bg-ground py-1.5">
        <Select aria-label="Implement" value={implement} onChange={(e) => setImplement(e.target.value)}>
          <option value="">any implement</option>
          {options(all.map((one) => one.implement)).map((one) => (
            <option key={one}>{one}</option>
          ))}
        </Select>
        <Select aria-label="Pattern" value={pattern} onChange={(e) => setPattern(e.target.value)}>
          <option value="">any pattern</option>
          {options(all.map((one) => one.pattern)).map((one) => (
            <option key={one}>{one}</option>
          ))}
        </Select>
        <span role="status" className="text-quiet">
          {found.length} of {all.length}
        </span>
      </div>
      <table className="w-full table-fixed" aria-rowcount={found.length + 1}>
        <colgroup>
          {["44%", "18%", "38%"].map((width, index) => (
            <col key={index} style={{ width }} />
          ))}
        </colgroup>
        <thead>
          <tr className="text-left text-quiet">
            <th className="font-normal">exercise</th>
            <th className="font-normal">implement</th>
            <th className="font-normal">trains directly, hardest where</th>
          </tr>
        </thead>
        <VirtualRows
          rows={found}
          keyOf={({ id }) => id}
          columns={3}
          height={32}
          className="border-t border-inset align-baseline"
        >
          {(exercise) => (
            <>
              <td className="pr-3">
                <button
                  type="button"
                  aria-pressed={state.first?.id === exercise.id}
                  onClick={() => state.choose(exercise.id)}
                  className={`min-h-6 text-left underline-offset-2 hover:underline ${state.first?.id === exercise.id ? "font-bold text-indigo" : ""}`}
                >
                  {exercise.name}
                </button>
                {own.has(exercise.id) ? <span className="text-woad"> own</span> : null}
                {hidden.has(exercise.id) ? <span className="text-quiet"> hidden</span> : null}
              </td>
              <td className="pr-3">{exercise.implement}</td>
              <td className="pr-3">
                {directRegions(exercise)
                  .map(
                    (region) =>
                      `${REGIONS[region].name} ${{ lengthened: "long", middle: "mid", shortened: "short" }[thirdOf(lengthProfile(exercise, region).peak)]}`,
                  )
                  .join(", ")}
              </td>
            </>
          )}
        </VirtualRows>
      </table>
      {found.length === 0 ? <p className="py-4 text-quiet">Nothing by that name. Add it as your own.</p> : null}
    </div>
  );
}
