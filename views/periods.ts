/** Spans of weeks that are compared: what was done in each, and where each lift stood. */
import { entriesOf, type Muscle, mean } from "../core";
import type { LiftAcrossWeeks } from "./lifts-across";
import type { MuscleMeasure } from "./made-of";
import type { WeeksModel } from "./weeks";

export interface Period {
  /** Weeks of the plan, counted from 0, both in it. */
  readonly from: number;
  readonly until: number;
}

/** A span of weeks summed up; means are by week. */
interface PeriodSums {
  readonly weeks: number;
  readonly done: number;
  readonly planned: number;
  readonly minutes: number;
  readonly volumeLoadKg: number;
  /** Mean load as felt of the weeks that have one; null: none has. */
  readonly load: number | null;
  readonly hardSets: Readonly<Partial<Record<Muscle, number>>>;
  readonly tensionSeconds: Readonly<Partial<Record<Muscle, number>>>;
}

export function periodSums(model: WeeksModel, { from, until }: Period): PeriodSums {
  const columns = model.columns.filter(({ week }) => week >= from && week <= until);
  const weeks = Math.max(1, columns.length);
  const byMuscle = (measure: MuscleMeasure) => {
    const sums: Partial<Record<Muscle, number>> = {};
    for (const { muscles } of columns)
      for (const [muscle, load] of entriesOf(muscles)) sums[muscle] = (sums[muscle] ?? 0) + load[measure] / weeks;
    return sums;
  };
  const loads = columns.flatMap(({ load }) => (load ? [load.sum] : []));
  const total = (figure: (column: (typeof columns)[number]) => number) =>
    columns.reduce((sum, column) => sum + figure(column), 0);
  return {
    weeks: columns.length,
    done: total(({ done }) => done),
    planned: total(({ planned }) => planned),
    minutes: total(({ minutes }) => minutes) / weeks,
    volumeLoadKg: total(({ volumeLoadKg }) => volumeLoadKg) / weeks,
    load: loads.length > 0 ? loads.reduce((sum, load) => sum + load, 0) / loads.length : null,
    hardSets: byMuscle("hardSets"),
    tensionSeconds: byMuscle("tensionSeconds"),
  };
}

/** The period of the same length right before; null at the beginning. */
export const periodBefore = ({ from, until }: Period): Period | null => {
  const weeks = until - from + 1;
  return from === 0 ? null : { from: Math.max(0, from - weeks), until: from - 1 };
};

/** A lift's mean e1RM in each of two periods, in curve kg; null where no day tells. */
interface LiftInPeriods {
  readonly key: string;
  readonly name: string;
  readonly kg: number | null;
  readonly beforeKg: number | null;
}

/** Lifts that were trained in one of the two at the least. */
export function liftsInPeriods(
  lifts: readonly LiftAcrossWeeks[],
  period: Period,
  before: Period | null,
): LiftInPeriods[] {
  const meanIn = ({ weeks }: LiftAcrossWeeks, span: Period | null): number | null => {
    const found = span
      ? weeks.slice(span.from, span.until + 1).flatMap((one) => (one?.e1rmKg == null ? [] : [one.e1rmKg]))
      : [];
    return found.length > 0 ? mean(found) : null;
  };
  return lifts
    .map((lift) => ({
      key: `${lift.dayId} ${lift.slot.id}`,
      name: lift.name,
      kg: meanIn(lift, period),
      beforeKg: meanIn(lift, before),
    }))
    .filter(({ kg, beforeKg }) => kg !== null || beforeKg !== null);
}
