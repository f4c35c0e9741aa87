/** How often a muscle is trained hard, and how long ago it last was. docs/handbook.md#volume. */
import type { Muscle } from "../exercise";
import { daysBetween } from "../units";

export interface HardDay {
  readonly date: string;
  readonly hardSets: Readonly<Record<string, number>>;
}

export interface Frequency {
  /** Days of the seven up to and with this one on which the muscle was trained hard. */
  readonly daysAWeek: number;
  /** Hours since the last such day before this one; null where none is known. Dates have no hours: whole days. */
  readonly hoursSince: number | null;
}

/** A day with this many hard sets of a muscle trained it. */
const TRAINED_FROM = 1;

export function frequencyOf(muscle: Muscle, date: string, days: readonly HardDay[]): Frequency {
  const trained = days.filter((day) => (day.hardSets[muscle] ?? 0) >= TRAINED_FROM);
  const before = trained.filter((day) => day.date < date).map((day) => daysBetween(day.date, date));
  const within = new Set(
    trained.filter((day) => day.date <= date && daysBetween(day.date, date) < 7).map((day) => day.date),
  );
  return { daysAWeek: within.size, hoursSince: before.length > 0 ? 24 * Math.min(...before) : null };
}
