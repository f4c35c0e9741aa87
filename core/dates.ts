/**
 * Dates and times as people of a region say them. A calendar date is ISO text ("2026-11-25") and has no time zone; an instant
 * is milliseconds since 1970 and is told in the region's zone.
 */
import type { WeightUnit } from "./units";

/** Regional settings of a studio: how dates, times and weights are written. */
export interface Region {
  /** An IANA name, such as Europe/Oslo. */
  readonly timeZone: string;
  /** "25 November" or "November 25". */
  readonly dateOrder: "dayMonth" | "monthDay";
  /** "18:30" or "6:30 pm". */
  readonly hours: 24 | 12;
  /** What a calendar's weeks begin with: Monday = 0 … Sunday = 6. Training weeks are counted from Monday everywhere. */
  readonly firstDay: 0 | 5 | 6;
  /** What new gyms and clients weigh in, and what is said of no gym and no client. */
  readonly unit: WeightUnit;
}

export const DEFAULT_REGION: Region = { timeZone: "UTC", dateOrder: "dayMonth", hours: 24, firstDay: 0, unit: "kg" };

/** Monday first, as weekdays are numbered. */
export const WEEKDAYS = ["Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"] as const;

export interface Dates {
  /** "Wednesday 25 November", "Wednesday, November 25". */
  readonly longDate: (date: string) => string;
  /** "25 Nov 2026", "Nov 25, 2026": where the year may be another. */
  readonly fullDate: (date: string) => string;
  /** "25 Nov 2026", of an instant. */
  readonly fullDateAt: (ms: number) => string;
  /** "25 Nov", "Nov 25". */
  readonly shortDate: (date: string) => string;
  /** "25 Nov", of an instant. */
  readonly shortDateAt: (ms: number) => string;
  /** "Wed 25". */
  readonly dayOfWeek: (date: string) => string;
  /** "Wednesday". */
  readonly weekdayName: (date: string) => string;
  /** "18:30", "6:30 pm", of minutes after midnight. */
  readonly timeWords: (minutes: number) => string;
  /** All seven, from the region's first day of the week. */
  readonly weekdays: readonly { readonly weekday: number; readonly name: string }[];
}

const made = new Map<string, Dates>();

/** The date and time formatters of a region, cached by its settings. */
export function datesOf({ timeZone, dateOrder, hours, firstDay }: Region): Dates {
  const key = `${timeZone} ${dateOrder} ${hours} ${firstDay}`;
  const known = made.get(key);
  if (known) return known;
  const locale = dateOrder === "monthDay" ? "en-US" : "en-GB";
  const say = (options: Intl.DateTimeFormatOptions, as = locale) => {
    const format = new Intl.DateTimeFormat(as, { ...options, timeZone: "UTC" });
    return (date: string): string => format.format(new Date(`${date}T00:00:00Z`));
  };
  const fullDate = say({ day: "numeric", month: "short", year: "numeric" });
  const shortDate = say({ day: "numeric", month: "short" });
  const dates: Dates = {
    longDate: say({ weekday: "long", day: "numeric", month: "long" }),
    fullDate,
    fullDateAt: (ms) => fullDate(dateIn(timeZone, ms)),
    shortDate,
    shortDateAt: (ms) => shortDate(dateIn(timeZone, ms)),
    // "Wed 25" in both orders: there is no month that could come first.
    dayOfWeek: say({ weekday: "short", day: "numeric" }, "en-GB"),
    weekdayName: say({ weekday: "long" }),
    timeWords: (minutes) => timeWords(minutes, hours),
    weekdays: WEEKDAYS.map((_, index) => {
      const weekday = (firstDay + index) % 7;
      return { weekday, name: WEEKDAYS[weekday]! };
    }),
  };
  if (made.size >= 500) made.clear();
  made.set(key, dates);
  return dates;
}

function timeWords(minutes: number, hours: Region["hours"]): string {
  const [hour, minute] = [Math.floor(minutes / 60), String(minutes % 60).padStart(2, "0")];
  if (hours === 24) return `${String(hour).padStart(2, "0")}:${minute}`;
  return `${hour % 12 || 12}:${minute} ${hour % 24 < 12 ? "am" : "pm"}`;
}

/** Minutes after midnight of a time as typed: "18:30", "18.30", "6:30 pm", "6pm". Null where it is none. */
export function readTime(typed: string): number | null {
  const read = /^(\d{1,2})(?:[:.](\d{2}))?\s*([ap])?\.?(?:m\.?)?$/i.exec(typed.trim());
  if (!read) return null;
  const [hour, minute, half] = [Number(read[1]), Number(read[2] ?? 0), read[3]?.toLowerCase()];
  // A bare number is no time: "6" may be either half of the day.
  if (minute > 59 || (read[2] === undefined && !half)) return null;
  if (half ? hour < 1 || hour > 12 : hour > 23) return null;
  return (half ? (hour % 12) + (half === "p" ? 12 : 0) : hour) * 60 + minute;
}

/** The calendar date at an instant in a time zone. */
export function dateIn(timeZone: string, ms: number): string {
  return formatIn(timeZone, "dates").format(ms);
}

/** Minutes after midnight at an instant in a time zone. */
export function minuteOfDayIn(timeZone: string, ms: number): number {
  const time = formatIn(timeZone, "hours").format(ms);
  const [hour, minute] = time.split(":").map(Number);
  return (hour! % 24) * 60 + minute!;
}

/** What is formatted, in the locale that writes dates as ISO does, or hours by 24. */
const FORMATS = {
  dates: ["en-CA", { year: "numeric", month: "2-digit", day: "2-digit" }],
  hours: ["en-GB", { hour: "2-digit", minute: "2-digit" }],
} as const satisfies Record<string, readonly [string, Intl.DateTimeFormatOptions]>;

const zones = new Map<string, Intl.DateTimeFormat>();

/** A formatter for a time zone, cached: creating an `Intl.DateTimeFormat` takes longer than using it. */
function formatIn(timeZone: string, what: keyof typeof FORMATS): Intl.DateTimeFormat {
  const key = `${what} ${timeZone}`;
  let format = zones.get(key);
  if (!format) {
    const [locale, options] = FORMATS[what];
    format = new Intl.DateTimeFormat(locale, { ...options, timeZone });
    zones.set(key, format);
  }
  return format;
}

/** Usual regional settings by ISO country code; any other country has the values of `DEFAULT_REGION`. */
const MONTH_FIRST = new Set(["US", "PH", "PR", "GU", "AS", "VI", "FM", "MH", "PW"]);
const TWELVE_HOURS = new Set([
  ...MONTH_FIRST,
  "CA",
  "AU",
  "NZ",
  "IN",
  "PK",
  "BD",
  "EG",
  "SA",
  "JO",
  "CO",
  "MX",
  "KR",
  "MY",
]);
const SUNDAY_FIRST = new Set([...MONTH_FIRST, "CA", "IN", "IL", "JP", "KR", "BR", "MX", "CO", "ZA", "TW", "HK", "SA"]);
const SATURDAY_FIRST = new Set(["EG", "AE", "JO", "KW", "QA", "BH", "OM", "IQ", "DZ"]);
const IN_POUNDS = new Set(["US", "PR", "GU", "AS", "VI", "CA"]);

/** What is likely where a browser's language ("en-US") and time zone are used: a first guess, which its studio changes. */
export function guessRegion(language: string, timeZone: string): Region {
  const country = /[-_]([A-Z]{2})\b/i.exec(language)?.[1]?.toUpperCase() ?? "";
  return {
    timeZone,
    dateOrder: MONTH_FIRST.has(country) ? "monthDay" : "dayMonth",
    hours: TWELVE_HOURS.has(country) ? 12 : 24,
    firstDay: SUNDAY_FIRST.has(country) ? 6 : SATURDAY_FIRST.has(country) ? 5 : 0,
    unit: IN_POUNDS.has(country) ? "lb" : "kg",
  };
}
