/** What the columns of a spreadsheet hold, by their headings and by what stands below them. */
import type { WeightUnit } from "../units";
import { readDateFigures } from "./dates";
import { readLoad, readSets } from "./sets";

/** A sheet's cells as text, row by row; rows may be of different lengths. */
export type Table = readonly (readonly string[])[];

export const COLUMN_ROLES = [
  "date",
  "client",
  "session",
  "exercise",
  "sets",
  "reps",
  "load",
  "unit",
  "assistance",
  "seconds",
  "written",
  "rir",
  "rpe",
  "notes",
  "week",
] as const;
/** What a column says; "written": sets in a coach's way of writing, "week": the same, of the day at its head. */
export type ColumnRole = (typeof COLUMN_ROLES)[number];

export interface Column {
  /** Null: it is not read. */
  readonly role: ColumnRole | null;
  /** Of its loads; null: the heading does not say it. */
  readonly unit: WeightUnit | null;
}

export interface SheetLayout {
  /** The row with the headings; −1: there is none. */
  readonly headerRow: number;
  readonly columns: readonly Column[];
}

/** By heading; the first that fits holds. */
const HEADINGS: readonly (readonly [pattern: RegExp, role: ColumnRole | null])[] = [
  [/^(set ?(no|nr|number|#)|#|no|nr|order|id)\.?$/, null],
  [/^(place|part|planned .*|right side reps|metres|failed|form|pain|rest seconds|set no)$/, null],
  [/^units?$/, "unit"],
  [/^assistance$/, "assistance"],
  [/^(total|tonnage|volume|volume load|1 ?rm|e1rm|est\.? ?1rm|max|%|percent)/, null],
  [/^(date|day|dates|when|trained on|datum|dato)$/, "date"],
  [/^(client|athlete|lifter|member|person|who|name of client|trainee)s?$/, "client"],
  [/^(exercise|lift|movement|move|exercise name|lifts|exercises)$/, "exercise"],
  [/^(session|workout|title|training|day name|programme day|session name)$/, "session"],
  [/^(set|sets|no\.? of sets|# ?sets|working sets)$/, "sets"],
  [/^(rep|reps|repetitions|reps done|# ?reps)$/, "reps"],
  [/^(rir|reps in reserve|in reserve|left|reserve|reps left)$/, "rir"],
  [/^(rpe|effort|how hard)$/, "rpe"],
  [/^(sets? ?(x|×|and|\/) ?reps.*|result|results|done|performed|work|what was done|sets done)$/, "written"],
  [/^set ?\d{1,2}$/, "written"],
  [/^(note|notes|comment|comments|remark|remarks|how it felt)$/, "notes"],
  [/^(seconds|secs|sec|time|hold|duration)\b/, "seconds"],
  [/^(weight|load|kg|kgs|kilos|lb|lbs|pounds|bar|weight used)\b/, "load"],
  [/^(name)$/, "exercise"],
];

const foldHeading = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[():,[\]]/g, " ")
    .replace(/\s+/g, " ")
    .trim();

/** "Weight (lb)" says its unit. */
const unitOfHeading = (text: string): WeightUnit | null =>
  /\b(kg|kgs|kilos?)\b/i.test(text) ? "kg" : /\b(lbs?|pounds?)\b/i.test(text) ? "lb" : null;

const roleOfHeading = (text: string): ColumnRole | null | undefined => {
  const heading = foldHeading(text).replace(/ (kg|kgs|lb|lbs|s|sec|secs|seconds)$/, "");
  const found = HEADINGS.find(([pattern]) => pattern.test(heading) || pattern.test(foldHeading(text)));
  return found?.[1];
};

/** A week's number in a heading, from 1: "Week 3", "wk 3", "W3"; null where it is none. */
export function weekOfHeading(text: string): number | null {
  const found = /^w(?:eek|k)?\.? ?(\d{1,3})\b/i.exec(text.trim());
  return found ? Number(found[1]) : null;
}

const isDateCell = (text: string): boolean =>
  /[./\-\s]|\d{5}/.test(text.trim()) && Object.keys(readDateFigures(text)).length > 0;

/** Rows that are looked at for headings, and rows by which a column is told. */
const HEADING_ROWS = 25;
const SAMPLE_ROWS = 300;
const FEWEST_WEEKS = 3;
const MOST_COLUMNS = 500;

export interface LayoutContext {
  /** Whether a text names an exercise. */
  readonly isExercise: (text: string) => boolean;
  /** Whether it names a client of the studio. */
  readonly isClient: (text: string) => boolean;
}

/** The layout that a sheet seems to have. */
export function guessLayout(table: Table, context: LayoutContext): SheetLayout {
  const width = Math.min(MOST_COLUMNS, Math.max(0, ...table.slice(0, SAMPLE_ROWS).map((row) => row.length)));
  const wide = weekHeadings(table);
  if (wide !== null) return wideLayout(table, wide, width, context);
  const headerRow = headingRow(table);
  const columns = Array.from({ length: width }, (_, at): Column => {
    const heading = headerRow >= 0 ? (table[headerRow]?.[at] ?? "") : "";
    const said = heading === "" ? undefined : roleOfHeading(heading);
    const cells = sampleOf(table, headerRow, at);
    const role = said === undefined ? roleOfCells(cells, context) : confirmed(said, cells);
    return { role, unit: unitOfHeading(heading) };
  });
  return { headerRow, columns: withoutSecond(headerRow < 0 ? withMostReps(table, columns) : columns) };
}

/** Without headings the number of a set looks like reps: of such columns the one with the higher figures has the reps. */
function withMostReps(table: Table, columns: readonly Column[]): Column[] {
  const meanOf = (at: number) => {
    const figures = sampleOf(table, -1, at).map(Number);
    return figures.reduce((sum, figure) => sum + figure, 0) / Math.max(1, figures.length);
  };
  const likely = columns.flatMap(({ role }, at) => (role === "reps" ? [at] : []));
  const best = likely.reduce(
    (most, at) => (most === null || meanOf(at) > meanOf(most) ? at : most),
    null as number | null,
  );
  return columns.map((column, at) => (column.role === "reps" && at !== best ? { ...column, role: null } : column));
}

/** A role of which there is one: of two columns that seem to have it the first one has. */
const SINGLE: ReadonlySet<ColumnRole> = new Set(["date", "client", "session", "exercise", "sets", "rir", "rpe"]);

function withoutSecond(columns: readonly Column[]): Column[] {
  const seen = new Set<ColumnRole>();
  return columns.map((column) => {
    if (column.role === null || !SINGLE.has(column.role)) return column;
    if (seen.has(column.role)) return { ...column, role: null };
    seen.add(column.role);
    return column;
  });
}

/** A heading that says sets above numbers that count up from 1 in every lift is the set's number, and says nothing. */
function confirmed(said: ColumnRole | null, cells: readonly string[]): ColumnRole | null {
  if (said === "reps" && cells.some((text) => /[x×@]/i.test(text))) return "written";
  if (said === "sets" && cells.some((text) => /[x×@,]/i.test(text))) return "written";
  if (said !== "sets") return said;
  const figures = cells.map(Number);
  const steps = figures.filter((figure, index) => index > 0 && figure === figures[index - 1]! + 1).length;
  return figures.length > 3 && steps >= figures.length / 3 && Math.min(...figures) === 1 ? null : said;
}

const sampleOf = (table: Table, headerRow: number, at: number): string[] =>
  table
    .slice(headerRow + 1, headerRow + 1 + SAMPLE_ROWS)
    .map((row) => (row[at] ?? "").trim())
    .filter((text) => text !== "");

function headingRow(table: Table): number {
  const scores = table
    .slice(0, HEADING_ROWS)
    .map((row) => new Set(row.flatMap((cell) => roleOfHeading(cell) ?? [])).size);
  const best = Math.max(0, ...scores);
  return best >= 2 ? scores.indexOf(best) : -1;
}

/** Headings of what is done: a sheet that has them has no week a column, whatever stands below them. */
const OF_SETS: ReadonlySet<ColumnRole | null | undefined> = new Set(["reps", "load", "written", "sets", "seconds"]);

/** The row of a sheet that has a week or a day a column; null: it has none. */
function weekHeadings(table: Table): number | null {
  const at = table
    .slice(0, HEADING_ROWS)
    .findIndex((row) => row.filter((cell) => weekOfHeading(cell) !== null || isDateCell(cell)).length >= FEWEST_WEEKS);
  if (at < 0) return null;
  const named = headingRow(table);
  const isNamedBefore = named >= 0 && named < at && table[named]!.some((cell) => OF_SETS.has(roleOfHeading(cell)));
  return isNamedBefore ? null : at;
}

function wideLayout(table: Table, headerRow: number, width: number, context: LayoutContext): SheetLayout {
  const headings = table[headerRow] ?? [];
  const columns = Array.from({ length: width }, (_, at): Column => {
    const heading = headings[at] ?? "";
    if (weekOfHeading(heading) !== null || isDateCell(heading)) return { role: "week", unit: unitOfHeading(heading) };
    const cells = sampleOf(table, headerRow, at);
    const said = roleOfHeading(heading);
    // What a sheet asks for beside its weeks is not what was done.
    const role = said === "exercise" || said === "client" || said === "session" ? said : roleOfCells(cells, context);
    return { role: role === "exercise" || role === "client" || role === "session" ? role : null, unit: null };
  });
  return { headerRow, columns: withoutSecond(columns) };
}

function roleOfCells(cells: readonly string[], { isExercise, isClient }: LayoutContext): ColumnRole | null {
  if (cells.length === 0) return null;
  const share = (holds: (text: string) => boolean) => cells.filter(holds).length / cells.length;
  const isFigure = (text: string) => /^\d+([.,]\d+)?$/.test(text);
  if (share(isDateCell) > 0.6) return "date";
  if (share(isClient) > 0.6) return "client";
  if (share((text) => /[a-z]{3}/i.test(text) && isExercise(text)) > 0.4) return "exercise";
  if (share((text) => !isFigure(text) && readSets(text, { first: "sets", hasLoad: false }).ok) > 0.5) return "written";
  if (share((text) => !isFigure(text) && readLoad(text) !== null) > 0.5) return "load";
  if (share(isFigure) > 0.9) {
    const figures = cells.map((text) => Number(text.replace(",", ".")));
    const isWhole = figures.every(Number.isInteger);
    return isWhole && Math.max(...figures) <= 30 ? "reps" : "load";
  }
  return null;
}
