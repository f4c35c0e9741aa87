/** What a muscle's figure of a week is made of: the lifts that train it, with their sets. */
import { exerciseOrThrow, type Muscle, REGIONS, type RegionId, type Share } from "../core";
import { catalogueIn } from "./catalogue";
import type { CellState, WeekCell, WeeksModel, WeeksView } from "./weeks";

export interface MadeOf {
  readonly key: string;
  readonly dayName: string;
  readonly name: string;
  readonly state: CellState;
  readonly asked: Pick<WeekCell, "sets" | "reps" | "topKg">;
  /** The largest share of the muscle's regions: 1 direct, 0.5 indirect. */
  readonly share: Share;
}

/** Most direct first; what is only slightly trained counts for nothing and is left out. */
export function madeOf(
  view: WeeksView,
  model: WeeksModel,
  at: { readonly muscle: Muscle; readonly week: number },
): MadeOf[] {
  const catalogue = catalogueIn(view.exercises);
  const found = model.days.flatMap(({ day, rows }) =>
    rows.flatMap((row): MadeOf[] => {
      const cell = row.cells[at.week];
      if (!cell || cell.state === "missed" || cell.state === "away" || cell.state === "leftOut") return [];
      const exercise = exerciseOrThrow(catalogue, cell.lift?.slot.exerciseId ?? row.slot.exerciseId);
      const shares = (Object.entries(exercise.shares) as [RegionId, Share][])
        .filter(([region]) => REGIONS[region].muscle === at.muscle)
        .map(([, share]) => share);
      const share = Math.max(0, ...shares) as Share;
      if (share < 0.5) return [];
      return [{ key: row.key, dayName: day.name, name: exercise.name, state: cell.state, asked: cell, share }];
    }),
  );
  return found.sort((a, b) => b.share - a.share);
}

/** Measures of a muscle's week. */
export type MuscleMeasure = "hardSets" | "volumeLoadKg" | "tensionSeconds";
