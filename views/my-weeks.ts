/** A client's own look back over weeks, in plain words: what was kept, and where each lift goes. */

import { catalogueIn } from "../contract/catalogue";
import { addDays, type Exercise, exerciseOrThrow, lastOf, liftRecord, mondayOf, type Trend, trendOf } from "../core";
import type { ClientView } from "./views";

export interface MyLift {
  readonly lineage: string;
  readonly exercise: Exercise;
  readonly trend: Trend;
  readonly points: readonly { readonly date: string; readonly value: number; readonly isNew: boolean }[];
  readonly bandKg: readonly [number, number] | null;
  /** The day of the highest point. */
  readonly bestOn: string;
}

interface MyWeeksView {
  /** Of the last weeks, the oldest first, this one the last. */
  readonly weeks: readonly { readonly monday: string; readonly done: number; readonly minutes: number }[];
  readonly lifts: readonly MyLift[];
}

const WEEKS = 8;
const LEAST_DAYS = 2;

export function myWeeks(view: ClientView): MyWeeksView {
  const catalogue = catalogueIn(view.exercises);
  const thisMonday = mondayOf(view.today);
  const weeks = Array.from({ length: WEEKS }, (_, index) => {
    const monday = addDays(thisMonday, 7 * (index - WEEKS + 1));
    const done = view.sessions.filter(({ date, summary }) => summary !== null && mondayOf(date) === monday);
    return {
      monday,
      done: done.filter(({ state }) => state === "done").length,
      minutes: done.reduce((sum, { summary }) => sum + (summary?.minutes ?? 0), 0),
    };
  });
  const lifts = view.lifts.flatMap(({ lineage, exerciseId, exposures, strengths }): MyLift[] => {
    const exercise = catalogue.byId.get(exerciseId);
    if (!exercise) return [];
    const record = liftRecord(exposures, view.settings, strengths);
    if (record.estimates.length < LEAST_DAYS) return [];
    const light = new Set(exposures.filter(({ purpose }) => purpose !== "training").map(({ date }) => date));
    const last = lastOf(record.estimates).date;
    return [
      {
        lineage,
        exercise: exerciseOrThrow(catalogue, exerciseId),
        trend: trendOf(
          record.estimates.filter(({ date }) => !light.has(date)),
          view.trainingAge,
        ),
        points: record.estimates.map(({ date, kg }) => ({ date, value: kg, isNew: date === last })),
        bandKg: record.bandKg,
        bestOn: record.estimates.reduce((best, one) => (one.kg > best.kg ? one : best)).date,
      },
    ];
  });
  return { weeks, lifts: lifts.sort((a, b) => b.points.length - a.points.length) };
}
