/** Dates as spreadsheets write them: in any order, with names of months, with two digits of the year or none, or as a day number. */
import { addDays } from "../units";

/** In which order the figures of a date stand. */
export type DateFigures = "dayMonthYear" | "monthDayYear" | "yearMonthDay";

/** The parts of a date as written; the year is missing where none was written. */
interface DateParts {
  readonly year: number | null;
  readonly month: number;
  readonly day: number;
}

const MONTHS = ["jan", "feb", "mar", "apr", "may", "jun", "jul", "aug", "sep", "oct", "nov", "dec"];
/** Weekdays before a date say nothing that the date does not. */
const WEEKDAY = /^(mon|tue|wed|thu|fri|sat|sun)[a-z]*\.?,?\s+/i;
const TIME = /[T\s]+\d{1,2}:\d{2}(:\d{2}(\.\d+)?)?\s*([ap]m)?(Z|[+-]\d{2}:?\d{2})?$/i;

const FIRST_YEAR = 1950;
const LAST_YEAR = 2100;
/** Day numbers of spreadsheets between those two years: day 1 is 1 January 1900, and 29 February 1900 is counted. */
const DAY_NUMBER_START = "1899-12-30";
const isDayNumber = (figure: number): boolean => figure >= 18_264 && figure <= 73_415;

/** Two figures are of this century or, from 70 on, of the last; three or four are a year as it stands. */
const fullYear = (figures: string): number => {
  const year = Number(figures);
  return figures.length > 2 ? year : year >= 70 ? 1900 + year : 2000 + year;
};

const monthOf = (word: string): number => MONTHS.indexOf(word.slice(0, 3).toLowerCase()) + 1;

/** A cell's date in each order that makes one; several where 3/4/2025 may be either. Empty: it is no date. */
export function readDateFigures(text: string): Partial<Record<DateFigures, DateParts>> {
  const cell = text.trim().replace(TIME, "").replace(WEEKDAY, "").trim();
  const named = namedMonth(cell);
  if (named) return isDay(named) ? { dayMonthYear: named, monthDayYear: named, yearMonthDay: named } : {};
  if (/^\d{5}(\.\d+)?$/.test(cell) && isDayNumber(Number(cell))) {
    const [year, month, day] = addDays(DAY_NUMBER_START, Math.floor(Number(cell)))
      .split("-")
      .map(Number);
    const same = { year: year!, month: month!, day: day! };
    return { dayMonthYear: same, monthDayYear: same, yearMonthDay: same };
  }
  if (/^\d{8}$/.test(cell)) return readDateFigures(`${cell.slice(0, 4)}-${cell.slice(4, 6)}-${cell.slice(6)}`);
  const figures = /^(\d{1,4})\s*[./-]\s*(\d{1,2})(?:\s*[./-]\s*(\d{1,4}))?\.?$/.exec(cell);
  if (!figures) return {};
  const [a, b] = [figures[1]!, figures[2]!].map(Number) as [number, number];
  const c = figures[3] === undefined ? null : Number(figures[3]);
  const found: Partial<Record<DateFigures, DateParts>> = {};
  if (figures[1]!.length > 2) {
    const parts = { year: a, month: b, day: c ?? 0 };
    return isDay(parts) ? { yearMonthDay: parts } : {};
  }
  // 1.5 is a figure and 8-10 a range; without a year 3/4 and 3.4. are dates.
  if (c === null && !/\/|\.$/.test(cell)) return {};
  const year = c === null ? null : fullYear(figures[3]!);
  if (isDay({ year, month: b, day: a })) found.dayMonthYear = { year, month: b, day: a };
  if (isDay({ year, month: a, day: b })) found.monthDayYear = { year, month: a, day: b };
  if (c !== null && figures[3]!.length <= 2 && isDay({ year: fullYear(figures[1]!), month: b, day: c }))
    found.yearMonthDay = { year: fullYear(figures[1]!), month: b, day: c };
  return found;
}

/** "3 March 2025", "Mar 3", "3. mar. 25". */
function namedMonth(cell: string): DateParts | null {
  const dayFirst = /^(\d{1,2})(?:st|nd|rd|th|\.)?[\s-]*([a-z]{3,9})\.?,?(?:[\s-]+(\d{2,4}))?$/i.exec(cell);
  const monthFirst = /^([a-z]{3,9})\.?\s*(\d{1,2})(?:st|nd|rd|th)?(?:,?\s+(\d{4}))?$/i.exec(cell);
  const [day, word, year] = dayFirst
    ? [dayFirst[1], dayFirst[2], dayFirst[3]]
    : monthFirst
      ? [monthFirst[2], monthFirst[1], monthFirst[3]]
      : [];
  if (!day || !word || monthOf(word) === 0) return null;
  return { day: Number(day), month: monthOf(word), year: year ? fullYear(year) : null };
}

/** Whether the parts are a day that there is, in a year that somebody trained in; 29 February where no year is said. */
function isDay({ year, month, day }: DateParts): boolean {
  if (month < 1 || month > 12 || day < 1) return false;
  if (year !== null && (year < FIRST_YEAR || year > LAST_YEAR)) return false;
  return day <= new Date(Date.UTC(year ?? 2000, month, 0)).getUTCDate();
}

const isoOf = (year: number, { month, day }: DateParts): string =>
  `${year}-${String(month).padStart(2, "0")}-${String(day).padStart(2, "0")}`;

/** What the dates of a column say together. */
export interface DateOrderFound {
  readonly order: DateFigures;
  /** Whether the dates can be read in another order too, and nothing tells which is meant. */
  readonly isSure: boolean;
}

/**
 * The order in which a column's dates are written: the one in which all (or nearly all) are dates; of several, the one in which they
 * lie before today and run on without going back. `isSure` is false where two orders do as well.
 */
export function dateOrderOf(cells: readonly string[], today: string, usual: DateFigures): DateOrderFound {
  const written = cells.map((text) => text.trim()).filter((text) => text !== "");
  const scored = (["dayMonthYear", "monthDayYear", "yearMonthDay"] as const).map((order) => {
    let read = 0;
    let back = 0;
    let ahead = 0;
    let before: string | null = null;
    for (const text of written) {
      const parts = readDateFigures(text)[order];
      if (!parts) continue;
      read++;
      if (parts.year === null) continue;
      const date = isoOf(parts.year, parts);
      if (date > today) ahead++;
      if (before !== null && date < before) back++;
      before = date;
    }
    // A list of the newest first goes back all the time.
    return { order, read, turns: Math.min(back, Math.max(0, read - 1 - back)), ahead };
  });
  const most = Math.max(...scored.map(({ read }) => read));
  const best = scored
    .filter(({ read }) => read === most)
    .sort((a, b) => a.ahead - b.ahead || a.turns - b.turns || Number(b.order === usual) - Number(a.order === usual));
  const [first, second] = best;
  const isAlike = second !== undefined && second.ahead === first!.ahead && second.turns === first!.turns;
  const saysSame = written.every((text) => {
    const found = readDateFigures(text);
    const [one, other] = [found[first!.order], second && found[second.order]];
    return !one || !other || (one.month === other.month && one.day === other.day && one.year === other.year);
  });
  return { order: first!.order, isSure: !isAlike || saysSame };
}

/** Reads one date after the other in an order. Those without a year follow the last that had one, or go back from the year said. */
export class DateReader {
  private last: string | null = null;

  constructor(
    private readonly order: DateFigures,
    /** The year of the first date that has none. */
    private readonly firstYear: number,
  ) {}

  /** The date of a cell; null: it is none. */
  read(text: string): string | null {
    const parts = readDateFigures(text)[this.order];
    if (!parts) return null;
    const year = parts.year ?? this.yearAfter(parts);
    if (!isDay({ ...parts, year })) return null;
    this.last = isoOf(year, parts);
    return this.last;
  }

  /** Half a year or more back is the next year. */
  private yearAfter(parts: DateParts): number {
    if (this.last === null) return this.firstYear;
    const [year, month] = this.last.split("-").map(Number) as [number, number];
    if (parts.month + 6 <= month) return year + 1;
    return parts.month - 6 > month ? year - 1 : year;
  }
}

/** The year in which a column of dates without years begins, if its last one lies before today. */
export function firstYearOf(cells: readonly string[], order: DateFigures, today: string): number {
  const year = Number(today.slice(0, 4));
  for (const first of [year, year - 1, year - 2, year - 3]) {
    const reader = new DateReader(order, first);
    const dates = cells.flatMap((text) => reader.read(text) ?? []);
    if (dates.length === 0 || dates.every((date) => date <= today)) return first;
  }
  return year;
}
