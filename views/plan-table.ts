/** A plan as a table that any spreadsheet reads: a lift of a day a row, done, missed or asked. */
import { entryAt, massFigure, type WeightUnit } from "../core";
import type { WeeksModel } from "./weeks";

export const PLAN_TABLE_HEADINGS = [
  "date",
  "week",
  "phase",
  "session",
  "lift",
  "state",
  "sets",
  "reps",
  "load",
  "unit",
  "share of e1RM",
] as const;

/** Its rows by date, the first being the headings; loads as they are loaded, in a unit. */
export function planTable(model: WeeksModel, unit: WeightUnit): (string | number)[][] {
  const rows = model.days.flatMap(({ day, rows: lifts }) =>
    lifts.flatMap(({ name, cells }) =>
      cells.flatMap((cell) => {
        if (cell === null || cell.state === "away" || cell.state === "leftOut") return [];
        const { phase } = entryAt(model.columns, cell.week);
        return [
          [
            cell.date,
            cell.week + 1,
            phase.name || phase.kind,
            day.name,
            name,
            cell.state === "underWay" ? "under way" : cell.state,
            cell.sets,
            cell.reps.map((reps) => reps ?? "").join(" "),
            cell.topKg === null ? "" : massFigure(cell.topKg, unit, 3),
            cell.topKg === null ? "" : unit,
            cell.share === null ? "" : `${Math.round(100 * cell.share)} %`,
          ],
        ];
      }),
    ),
  );
  const byDate = (a: readonly (string | number)[], b: readonly (string | number)[]) =>
    a[0]! < b[0]! ? -1 : a[0]! > b[0]! ? 1 : 0;
  return [[...PLAN_TABLE_HEADINGS], ...rows.sort(byDate)];
}
