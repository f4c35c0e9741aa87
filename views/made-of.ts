/** What a muscle's figure of a week is made of: the days that train it, and their lifts with their sets. */

import { catalogueIn } from "../contract/catalogue";
import { entriesOf, exerciseOrThrow, type Muscle, REGIONS, type Share } from "../core";
import type { CellState, WeekCell } from "./week-cells";
import { musclesOfDay, type WeeksModel } from "./weeks";
import type { WeeksView } from "./weeks-context";

interface VolumeBreakdownLift {
  readonly key: string;
  readonly name: string;
  readonly state: CellState;
  readonly asked: Pick<WeekCell, "sets" | "reps" | "topKg">;
  /** The largest share of the muscle's regions: 1 direct, 0.5 indirect. */
  readonly share: Share;
}

interface VolumeBreakdownDay {
  readonly dayId: string;
  readonly dayName: string;
  readonly hardSets: number;
  /** Its sets by their shares, as if each were hard and stood alone: what is more than `hardSets` was easy, or done in one go. */
  readonly plainSets: number;
  readonly lifts: readonly VolumeBreakdownLift[];
}

/** The most direct lift of a day first; what is only slightly trained counts for nothing and is left out. */
export function madeOf(
  view: WeeksView,
  model: WeeksModel,
  { muscle, week }: { readonly muscle: Muscle; readonly week: number },
): VolumeBreakdownDay[] {
  const catalogue = catalogueIn(view.exercises);
  return model.days.flatMap(({ day, rows }): VolumeBreakdownDay[] => {
    const lifts = rows.flatMap((row): VolumeBreakdownLift[] => {
      const cell = row.cells[week];
      if (!cell || (cell.state !== "done" && cell.state !== "planned")) return [];
      const exercise = exerciseOrThrow(catalogue, cell.lift?.slot.exerciseId ?? row.slot.exerciseId);
      const shares = entriesOf(exercise.shares)
        .filter(([region]) => REGIONS[region].muscle === muscle)
        .map(([, share]) => share);
      const share = Math.max(0, ...shares) as Share;
      return share < 0.5 ? [] : [{ key: row.key, name: exercise.name, state: cell.state, asked: cell, share }];
    });
    if (lifts.length === 0) return [];
    return [
      {
        dayId: day.id,
        dayName: day.name,
        hardSets: musclesOfDay(view, model, { dayId: day.id, week })[muscle]?.hardSets ?? 0,
        plainSets: lifts.reduce((sum, { asked, share }) => sum + share * asked.sets, 0),
        lifts: lifts.sort((a, b) => b.share - a.share),
      },
    ];
  });
}

/** Measures of a muscle's week. */
export type MuscleMeasure = "hardSets" | "volumeLoadKg" | "tensionSeconds";
