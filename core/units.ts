/**
 * Weights and durations.
 *
 * A weight keeps the unit and the decimal it was given in: three 45 lb plates are 135 lb, never 61.236 kg.
 * Arithmetic happens in kilograms (IEEE doubles); two weights are the same weight when they differ by less than 2 g.
 * Durations are plain numbers in seconds inside the core and carry `Seconds` in their names.
 */

export type WeightUnit = "kg" | "lb";

/** A weight as somebody gave it. `amount` is a plain decimal such as "22.5"; never negative. */
export interface Weight {
  readonly amount: string;
  readonly unit: WeightUnit;
}

/** Exact by definition (international pound). */
export const KG_PER_LB = 0.45359237;

/** Two weights closer than this are the same weight. */
export const SAME_WEIGHT_KG = 0.002;

/** The largest weight the program takes seriously, in kg. Above it, input is refused as a typing error. */
export const MAX_WEIGHT_KG = 1000;

export function weight(amount: number | string, unit: WeightUnit = "kg"): Weight {
  return { amount: typeof amount === "number" ? decimal(amount) : amount, unit };
}

export function toKg(w: Weight): number {
  return w.unit === "kg" ? Number(w.amount) : Number(w.amount) * KG_PER_LB;
}

/** A kilogram figure expressed in a unit, rounded to the gram-scale decimals that unit is written in. */
export function fromKg(kg: number, unit: WeightUnit = "kg"): Weight {
  return weight(unit === "kg" ? round(kg, 3) : round(kg / KG_PER_LB, 2), unit);
}

/** Words that begin a line: the first letter is a capital. */
export const capitalised = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);

/** A number as a short plain decimal: 72, 22.5, 1.25. Never an exponent, never trailing zeros. */
export function decimal(value: number, places = 3): string {
  const rounded = round(value, places);
  if (Number.isInteger(rounded)) return String(rounded);
  return rounded.toFixed(places).replace(/0+$/, "");
}

export function round(value: number, places = 0): number {
  const scale = 10 ** places;
  return (Math.round((Math.abs(value) + Number.EPSILON) * scale) / scale) * Math.sign(value) || 0;
}

/** A figure in kilograms as it is read in a unit, without its name: 95.94 in kg is 211.5 in lb, which has a tenth at the most. */
export const massFigure = (kg: number, unit: WeightUnit, places = 1): string =>
  unit === "kg" ? decimal(kg, places) : decimal(kg / KG_PER_LB, Math.min(places, 1));

/** A figure typed in a unit, in kilograms. */
export const kgOf = (figure: number, unit: WeightUnit): number => (unit === "kg" ? figure : figure * KG_PER_LB);

/** "95.9 kg", or the same in the reader's unit: "211.4 lb". */
export const massWords = (kg: number, unit: WeightUnit, places = 1): string =>
  `${massFigure(kg, unit, places)} ${unit}`;

/** A sum of work (reps × load) as it is said, with its unit apart: tonnes from 1,000 kg up, or whole pounds. */
export function volumeParts(
  kg: number,
  unit: WeightUnit,
  places = 2,
): { readonly figure: string; readonly unit: string } {
  if (unit === "lb") return { figure: thousands(kg / KG_PER_LB), unit: "lb" };
  return kg >= 1000 ? { figure: decimal(kg / 1000, places), unit: "t" } : { figure: decimal(kg), unit: "kg" };
}

/** "5.78 t", "850 kg", "12,743 lb". */
export function volumeWords(kg: number, unit: WeightUnit, places = 2): string {
  const parts = volumeParts(kg, unit, places);
  return `${parts.figure} ${parts.unit}`;
}

const thousands = (value: number): string => String(Math.round(value)).replace(/\B(?=(\d{3})+$)/g, ",");

/** "72.5 kg", with the unit spelled once. */
export function formatWeight(w: Weight): string {
  return `${w.amount} ${w.unit}`;
}

/** Whole seconds as a clock: 46:04, 1:02:30, 0:48. */
export function formatClock(totalSeconds: number): string {
  const whole = Math.max(0, Math.round(totalSeconds));
  const hours = Math.floor(whole / 3600);
  const minutes = Math.floor((whole % 3600) / 60);
  const seconds = String(whole % 60).padStart(2, "0");
  return hours > 0 ? `${hours}:${String(minutes).padStart(2, "0")}:${seconds}` : `${minutes}:${seconds}`;
}

export function clamp(value: number, low: number, high: number): number {
  return Math.min(high, Math.max(low, value));
}

/** A name as it stands within a sentence: "bench press". */
export const lowerFirst = (name: string): string => `${name.slice(0, 1).toLowerCase()}${name.slice(1)}`;

export function sum(values: readonly number[]): number {
  let total = 0;
  for (const value of values) total += value;
  return total;
}

export function mean(values: readonly number[]): number {
  return values.length === 0 ? 0 : sum(values) / values.length;
}

/** Dates are read again and again: their days since 1970, and the other way round. */
const dayNumbers = new Map<string, number>();
const datesOfDays = new Map<number, string>();
const MOST_DATES_KNOWN = 20_000;

/** Days since 1970 of an ISO date; NaN for what is none. */
function dayNumber(isoDate: string): number {
  let day = dayNumbers.get(isoDate);
  if (day === undefined) {
    day = Date.parse(`${isoDate}T00:00:00Z`) / 86_400_000;
    if (dayNumbers.size >= MOST_DATES_KNOWN) dayNumbers.clear();
    dayNumbers.set(isoDate, day);
  }
  return day;
}

function dateOfDayNumber(day: number): string {
  let date = datesOfDays.get(day);
  if (date === undefined) {
    date = new Date(day * 86_400_000).toISOString().slice(0, 10);
    if (datesOfDays.size >= MOST_DATES_KNOWN) datesOfDays.clear();
    datesOfDays.set(day, date);
  }
  return date;
}

/** The date `days` after an ISO date, with no time zone in it. */
export const addDays = (isoDate: string, days: number): string => dateOfDayNumber(dayNumber(isoDate) + days);

export const daysBetween = (fromIso: string, toIso: string): number =>
  Math.round(dayNumber(toIso) - dayNumber(fromIso));

/** Monday = 0 … Sunday = 6. */
export function weekday(isoDate: string): number {
  return (((dayNumber(isoDate) + 3) % 7) + 7) % 7;
}

/** The Monday of a date's week; weeks are counted from Monday. */
export function mondayOf(isoDate: string): string {
  return addDays(isoDate, -weekday(isoDate));
}

/** A weight as typed into a field: "22.5", "45 lb", "12,5 kg". Null where it is none, negative, or beyond what is lifted. */
export function readWeight(typed: string, unit: WeightUnit): Weight | null {
  const read = /^(\d{1,4}(?:[.,]\d{1,3})?)\s*(kg|lbs?)?$/i.exec(typed.trim());
  if (!read) return null;
  const amount = decimal(Number(read[1]!.replace(",", ".")));
  const found = weight(amount, read[2] ? (read[2].toLowerCase().startsWith("l") ? "lb" : "kg") : unit);
  return toKg(found) <= MAX_WEIGHT_KG ? found : null;
}
