/** Plans side by side: what each asks of a week, and where its lifts would stand at its end if all is made. */

import { catalogueIn } from "../contract/catalogue";
import {
  BUILDING,
  daysInWeek,
  type Exercise,
  entriesOf,
  entryAt,
  exerciseOrThrow,
  type Muscle,
  type PlanDocument,
  planWeeks,
} from "../core";
import { askedWords } from "./carry-on";
import type { WeekCell } from "./week-cells";
import { weeksModel } from "./weeks";
import type { WeeksView } from "./weeks-context";

interface PlanFigures {
  readonly days: number;
  /** Weeks that are still to come. */
  readonly weeks: number;
  /** Of a week that builds, in the mean. */
  readonly minutes: number;
  readonly volumeLoadKg: number;
  readonly hardSets: Readonly<Partial<Record<Muscle, number>>>;
  /** By exercise: the last that is planned of it outside light weeks, as it is said. */
  readonly ends: ReadonlyMap<string, { readonly exercise: Exercise; readonly asked: string }>;
}

/** What a plan asks from now on, by the client's record; `isKept`: it is the view's own, with what was done of it. */
export function planFigures(document: PlanDocument, view: WeeksView, isKept: boolean): PlanFigures {
  const own = isKept ? view : { ...view, sessions: [] };
  const { columns, days } = weeksModel(document, own);
  const ahead = columns.filter(({ done, planned, monday }) => done < planned && monday >= firstMonday(view, document));
  const building = ahead.filter(({ phase }) => BUILDING.has(phase.kind));
  const counted = building.length > 0 ? building : ahead;
  const weeks = Math.max(1, counted.length);
  const hardSets: Partial<Record<Muscle, number>> = {};
  for (const { muscles } of counted)
    for (const [muscle, load] of entriesOf(muscles)) hardSets[muscle] = (hardSets[muscle] ?? 0) + load.hardSets / weeks;
  const catalogue = catalogueIn(view.exercises);
  const ends = new Map<string, { exercise: Exercise; asked: string; week: number }>();
  const isLast = (cell: WeekCell | null): cell is WeekCell =>
    cell?.state === "planned" && BUILDING.has(entryAt(columns, cell.week).phase.kind);
  for (const { rows } of days)
    for (const { slot, cells } of rows) {
      const last = cells.findLast(isLast);
      const known = ends.get(slot.exerciseId);
      if (last && (known?.week ?? -1) < last.week)
        ends.set(slot.exerciseId, {
          exercise: exerciseOrThrow(catalogue, slot.exerciseId),
          asked: askedWords(last, view.client.unit),
          week: last.week,
        });
    }
  const total = (figure: (column: (typeof counted)[number]) => number) =>
    counted.reduce((sum, column) => sum + figure(column), 0) / weeks;
  return {
    days: daysInWeek(document, planWeeks(document) - 1).length,
    weeks: ahead.length,
    minutes: total(({ minutes }) => minutes),
    volumeLoadKg: total(({ volumeLoadKg }) => volumeLoadKg),
    hardSets,
    ends,
  };
}

/** Weeks that have begun are half of one thing and half of another: what is compared begins with the next whole one. */
function firstMonday({ today }: WeeksView, { startDate }: PlanDocument): string {
  return today > startDate ? today : startDate;
}
