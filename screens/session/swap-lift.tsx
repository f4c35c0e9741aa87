"use client";
import { useCallback } from "react";
import { type Slot, swapExercise } from "@/core";
import { LiftFinder } from "@/parts/lift-finder";
import type { Latest } from "@/ui/use-latest";
import { swapOffers } from "@/views";
import { useWholeDesk } from "./use-desk";
import type { GridState } from "./use-grid";

/** Another lift in the place of one: its sets stay, its load is found anew. */
export function SwapLift({ grid, slot, name }: { grid: Latest<GridState>; slot: Slot; name: string }) {
  const desk = useWholeDesk();
  const { document, computed, view, usual } = desk;
  const { exerciseId } = slot;
  const first = slot.sets.find((set) => set !== null)?.segments[0];
  const loadKg = (first && computed.resolved.loads.get(first.id)?.kg) ?? null;
  const offersFor = useCallback(
    (typed: string) => swapOffers(document, computed, view, { typed, exerciseId, loadKg, usual }),
    [document, computed, view, exerciseId, loadKg, usual],
  );
  return (
    <div className="my-1 max-w-md">
      <LiftFinder
        label={`A lift in the place of ${name}`}
        placeholder={`instead of ${name}`}
        offersFor={offersFor}
        onTake={(exercise) => {
          const refused = desk.attempt(swapExercise(document, slot.id, exercise));
          if (refused === null) grid.now.close();
          return refused;
        }}
        onLeave={() => grid.now.close()}
      />
    </div>
  );
}
