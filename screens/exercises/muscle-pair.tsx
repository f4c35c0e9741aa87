"use client";
import { useMemo, useState } from "react";
import { decimal, mapValues, pairsForRegions, REGIONS, type RegionId } from "@/core";
import { type Choices, chosen, optionsOf } from "@/ui/choice";
import { Select } from "@/ui/select";
import type { ExercisesState } from "./use-exercises";

const CHOICES: Choices<RegionId | ""> = { "": "nothing", ...mapValues(REGIONS, ({ name }) => name) };

/** The best pairs of the chosen region with another; choosing one draws both. */
export function MusclePair({ state }: { state: ExercisesState }) {
  const [other, setOther] = useState<RegionId | "">("");
  const pairs = useMemo(
    () =>
      other === ""
        ? []
        : pairsForRegions(state.region, other, state.catalogue.list, { trainee: state.trainee, gym: state.gym }, 8),
    [other, state.region, state.catalogue, state.trainee, state.gym],
  );
  return (
    <div>
      <label className="flex items-center gap-2">
        <span className="text-quiet">Pairs with the</span>
        <Select value={other} onChange={chosen(CHOICES, setOther)}>
          {optionsOf(CHOICES, (region) => region !== state.region)}
        </Select>
      </label>
      {other !== "" && pairs.length === 0 ? <p className="text-quiet">No pair of the two can be done here.</p> : null}
      <ol>
        {pairs.map((pair) => (
          <li key={`${pair.first.id} ${pair.second.id}`} className="border-b border-inset">
            <button
              type="button"
              onClick={() => state.compare(pair.second.id, pair.first.id)}
              className="flex min-h-8 w-full items-center gap-2 text-left leading-tight hover:bg-inset/60"
            >
              <span className="min-w-0 flex-1">
                {pair.first.name} + {pair.second.name}
              </span>
              <span className="text-quiet">{pair.transitionSeconds} s</span>
              <span className="text-quiet">{decimal(pair.repsLost.second, 1)} reps lost</span>
            </button>
          </li>
        ))}
      </ol>
    </div>
  );
}
