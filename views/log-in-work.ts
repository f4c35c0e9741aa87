/**
 * A spreadsheet on its way to being a log: how it is read, what has to be decided, what would come of it. It holds the tables
 * itself, so that it can be worked on off the page, and answers with what a page shows.
 */
import { catalogueIn, type StudioExercises } from "../contract/catalogue";
import { LONGEST_CELL_KEPT, MOST_CELLS_KEPT, ROWS_OF_A_SHEET } from "../contract/set-log";
import {
  addDays,
  type Catalogue,
  curveKg,
  cutText,
  type DateFigures,
  dateOrderOf,
  daysOfLog,
  e1rmFactor,
  exerciseOrThrow,
  type FirstFigure,
  firstFigureOf,
  firstOf,
  firstYearOf,
  foldLogName,
  groupBy,
  guessLayout,
  type LoggedDay,
  type LoggedLift,
  type LogProblem,
  type LogSet,
  meaningAsNamed,
  meaningOfName,
  mondayOf,
  type NameContext,
  type NameMeaning,
  offerExercises,
  populationCurve,
  readDateFigures,
  readSetLog,
  type SetLogSetup,
  type Settings,
  type Table,
  toKg,
  type UsageCounts,
  type WeightUnit,
  weekOfHeading,
} from "../core";
import type { ClientName, UnreadRow } from "./views";

export interface LogContext {
  readonly exercises: StudioExercises;
  readonly usual: UsageCounts;
  readonly clients: readonly ClientName[];
  readonly settings: Settings;
  readonly unit: WeightUnit;
  readonly dateOrder: DateFigures;
  readonly today: string;
}

export interface LogSheet {
  readonly name: string;
  readonly rows: Table;
}

/** Whose days those of a name in the sheet are: a client of the studio, a new one, or nobody's, which are left out. */
export type ClientMeaning =
  | { readonly kind: "client"; readonly clientId: string }
  | { readonly kind: "new"; readonly name: string }
  | { readonly kind: "leftOut" };

/** What a person decides of a log. */
export interface LogDecisions {
  /** Which of the sheets are read, by their places. */
  readonly sheets: readonly number[];
  /** By a sheet's place how it is read, where that was changed by hand. */
  readonly setups: Readonly<Record<number, SetLogSetup>>;
  /** By the name in the sheet, as it is compared. */
  readonly names: Readonly<Record<string, NameMeaning>>;
  readonly clients: Readonly<Record<string, ClientMeaning>>;
  /** Cells that were mended: by sheet, row and column, from 0. */
  readonly mended: Readonly<Record<string, string>>;
}

export const NO_DECISIONS: LogDecisions = { sheets: [], setups: {}, names: {}, clients: {}, mended: {} };

export const cellKey = (sheet: number, row: number, column: number): string => `${sheet} ${row} ${column}`;

export interface LogName {
  /** As it stands in the sheet. */
  readonly written: string;
  readonly key: string;
  readonly sets: number;
  /** What it means; null: nothing is sure, and it comes in under its own name. */
  readonly meaning: NameMeaning | null;
  readonly isDecided: boolean;
  readonly offers: readonly { readonly id: string; readonly name: string }[];
}

export interface LogClient {
  /** As it stands in the sheet; empty: it names nobody. */
  readonly written: string;
  readonly key: string;
  readonly meaning: ClientMeaning | null;
  readonly isDecided: boolean;
  readonly days: number;
}

export interface LogProblemLine extends LogProblem {
  readonly sheet: number;
  /** The row's cells, and the place of the one that is wrong. */
  readonly cells: readonly string[];
}

export interface LogPreview {
  readonly sheets: readonly { readonly name: string; readonly rows: number; readonly isRead: boolean }[];
  /** The sheet whose columns are looked at, with its first rows. */
  readonly shown: {
    readonly sheet: number;
    readonly setup: SetLogSetup;
    readonly rows: Table;
    readonly isDateSure: boolean;
    readonly isWide: boolean;
    readonly isNumbered: boolean;
  };
  readonly sets: number;
  readonly days: number;
  readonly from: string | null;
  readonly until: string | null;
  readonly names: readonly LogName[];
  readonly clients: readonly LogClient[];
  readonly problems: readonly LogProblemLine[];
  readonly problemCount: number;
  /** The lifts with most days, each with its best set of a day as an e1RM. */
  readonly lifts: readonly {
    readonly name: string;
    readonly clientKey: string;
    readonly days: number;
    readonly points: readonly { readonly date: string; readonly kg: number }[];
  }[];
}

const MOST_SHOWN_ROWS = 12;
const MOST_PROBLEMS = 200;
const MOST_LIFTS = 8;
const MOST_OFFERS = 4;
const DATE_SAMPLE = 5_000;

/** One log in work. */
export class LogInWork {
  private readonly catalogue: Catalogue;
  private readonly guessed = new Map<number, { setup: SetLogSetup; isDateSure: boolean }>();
  private days: readonly (LoggedDay & { readonly clientKey: string })[] = [];
  private unread: readonly UnreadRow[] = [];

  constructor(
    private readonly sheets: readonly LogSheet[],
    private readonly context: LogContext,
  ) {
    this.catalogue = catalogueIn(context.exercises);
  }

  private get names(): NameContext {
    return { usual: this.context.usual };
  }

  private isExercise = (text: string): boolean => meaningOfName(this.catalogue, text, this.names) !== null;

  private clientOf(written: string): ClientName | null {
    const key = foldLogName(written);
    const exact = this.context.clients.find(({ name }) => foldLogName(name) === key);
    if (exact) return exact;
    const first = this.context.clients.filter(({ name }) => foldLogName(name).split(" ")[0] === key);
    return first.length === 1 ? first[0]! : null;
  }

  /** How a sheet seems to be written. */
  private guess(at: number): { setup: SetLogSetup; isDateSure: boolean } {
    const known = this.guessed.get(at);
    if (known) return known;
    const { rows } = this.sheets[at]!;
    const layout = guessLayout(rows, { isExercise: this.isExercise, isClient: (text) => this.clientOf(text) !== null });
    const dateColumn = layout.columns.findIndex(({ role }) => role === "date");
    const isDate = (text: string) => Object.keys(readDateFigures(text)).length > 0;
    const heads = layout.columns.flatMap(({ role }, column) =>
      role === "week" ? [rows[layout.headerRow]?.[column] ?? ""] : [],
    );
    const body = rows.slice(layout.headerRow + 1, layout.headerRow + 1 + DATE_SAMPLE);
    // Dates in a column, or alone on a row, or at the heads of columns.
    const dates =
      heads.length > 0
        ? heads
        : body.map((row) => (dateColumn >= 0 ? (row[dateColumn] ?? "") : (row.find(isDate) ?? "")));
    const { order, isSure } = dateOrderOf(dates.filter(isDate), this.context.today, this.context.dateOrder);
    const written = layout.columns.flatMap(({ role }, column) =>
      role === "written" || role === "week" ? body.slice(0, 500).map((row) => row[column] ?? "") : [],
    );
    const firstFigure: FirstFigure = firstFigureOf(written);
    const setup = {
      ...layout,
      dateOrder: order,
      firstYear: firstYearOf(dates.filter(isDate), order, this.context.today),
      unit: this.context.unit,
      firstFigure,
      firstMonday: this.firstMondayOf(layout.columns, rows[layout.headerRow] ?? [], body),
    };
    const guessed = { setup, isDateSure: isSure };
    this.guessed.set(at, guessed);
    return guessed;
  }

  /** The Monday of week 1, if the last week in which something stands is the last that is over. */
  private firstMondayOf(columns: SetLogSetup["columns"], header: readonly string[], body: Table): string {
    const monday = mondayOf(addDays(this.context.today, -6));
    const filled = columns.flatMap(({ role }, column) => {
      const week = role === "week" ? weekOfHeading(header[column] ?? "") : null;
      return week !== null && body.some((row) => (row[column] ?? "").trim() !== "") ? [week] : [];
    });
    return addDays(monday, -7 * (Math.max(1, ...filled) - 1));
  }

  /** The sheets that hold a log: those with a lift and either sets or weeks in their columns. */
  likelySheets(): number[] {
    const likely = this.sheets.flatMap((_, at) => {
      const { columns } = this.guess(at).setup;
      const has = (...roles: readonly string[]) => columns.some(({ role }) => role !== null && roles.includes(role));
      return has("exercise") && has("reps", "written", "week", "seconds") ? [at] : [];
    });
    return likely.length > 0 ? likely : [0];
  }

  /** Reads the log as decided, and says what would come of it. `shown`: the sheet whose columns are looked at. */
  read(decisions: LogDecisions, shown: number, tell: (rows: number, of: number) => void = () => {}): LogPreview {
    const { catalogue } = this;
    const read = decisions.sheets.length > 0 ? decisions.sheets : this.likelySheets();
    const of = read.reduce((sum, at) => sum + this.sheets[at]!.rows.length, 0);
    let before = 0;
    const problems: LogProblemLine[] = [];
    const sets: (LogSet & { readonly sheet: number })[] = [];
    for (const at of read) {
      const { rows: written, name } = this.sheets[at]!;
      const rows = mendedRows(written, at, decisions.mended);
      const setup = decisions.setups[at] ?? this.guess(at).setup;
      const found = readSetLog(rows, setup, (done) => tell(before + done, of));
      before += rows.length;
      const client = read.length > 1 && !setup.columns.some(({ role }) => role === "client") ? name : null;
      const problemAt = (problem: LogProblem) =>
        problems.push({ ...problem, sheet: at, cells: rows[problem.row] ?? [] });
      const told = new Set<number>();
      for (const set of found.sets) {
        if (set.date <= this.context.today) sets.push({ ...set, client: set.client ?? client, sheet: at });
        else if (!told.has(set.row)) {
          told.add(set.row);
          problemAt({ row: set.row, column: null, why: `${set.date} is still to come` });
        }
      }
      for (const problem of found.problems) problemAt(problem);
    }
    const counted = new Map<string, { written: string; sets: number }>();
    for (const { exercise } of sets) {
      const key = foldLogName(exercise);
      const known = counted.get(key);
      counted.set(key, { written: known?.written ?? exercise, sets: (known?.sets ?? 0) + 1 });
    }
    const meanings = new Map<string, NameMeaning>();
    const names = [...counted].map(([key, { written, sets: count }]): LogName => {
      const decided = decisions.names[key];
      const meaning = decided ?? meaningOfName(catalogue, written, this.names);
      meanings.set(key, meaning ?? meaningAsNamed(written));
      const offers =
        meaning && !decided ? [] : offerExercises(catalogue, written, { most: MOST_OFFERS, ...this.names });
      return {
        ...{ written, key, sets: count, meaning, isDecided: decided !== undefined },
        offers: offers.map(({ id, name }) => ({ id, name })),
      };
    });
    const days: (LoggedDay & { clientKey: string })[] = [];
    for (const [sheet, own] of groupedBySheet(sets)) {
      const made = daysOfLog(own, meanings, catalogue);
      for (const day of made.days) days.push({ ...day, clientKey: foldLogName(day.client ?? "") });
      for (const problem of made.problems)
        problems.push({
          ...problem,
          sheet,
          cells: mendedRows(this.sheets[sheet]!.rows, sheet, decisions.mended)[problem.row] ?? [],
        });
    }
    this.days = joinedDays(days);
    this.unread = unreadRowsOf(problems);
    const clients = [...new Map(this.days.map((day) => [day.clientKey, day.client ?? ""]))].map(
      ([key, written]): LogClient => {
        const decided = decisions.clients[key];
        const found = written === "" ? null : this.clientOf(written);
        return {
          ...{ written, key, isDecided: decided !== undefined },
          meaning: decided ?? (found ? { kind: "client", clientId: found.id } : null),
          days: this.days.filter((day) => day.clientKey === key).length,
        };
      },
    );
    const setup = decisions.setups[shown] ?? this.guess(shown).setup;
    const { rows } = this.sheets[shown]!;
    const firstRow = Math.max(0, setup.headerRow);
    return {
      sheets: this.sheets.map((sheet, at) => ({
        name: sheet.name,
        rows: sheet.rows.length,
        isRead: read.includes(at),
      })),
      shown: {
        sheet: shown,
        setup,
        rows: rows.slice(firstRow, firstRow + MOST_SHOWN_ROWS),
        isDateSure: this.guess(shown).isDateSure,
        isWide: setup.columns.some(({ role }) => role === "week"),
        isNumbered: setup.columns.some(
          ({ role }, at) => role === "week" && weekOfHeading(rows[setup.headerRow]?.[at] ?? "") !== null,
        ),
      },
      sets: this.days.reduce((sum, { lifts }) => sum + lifts.reduce((all, lift) => all + lift.sets.length, 0), 0),
      days: this.days.length,
      from: this.days[0]?.date ?? null,
      until: this.days.at(-1)?.date ?? null,
      names: names.sort((a, b) => Number(a.meaning !== null) - Number(b.meaning !== null) || b.sets - a.sets),
      clients,
      problems: problems.slice(0, MOST_PROBLEMS),
      problemCount: problems.length,
      lifts: this.liftCurves(),
    };
  }

  private liftCurves(): LogPreview["lifts"] {
    const curve = populationCurve(this.context.settings.e1rmFormula);
    const byLift = new Map<string, { name: string; clientKey: string; points: { date: string; kg: number }[] }>();
    for (const { clientKey, date, lifts } of this.days)
      for (const lift of lifts) {
        const kg = bestOf(lift, this.catalogue, this.context.settings, curve);
        if (kg === null) continue;
        const { name } = exerciseOrThrow(this.catalogue, lift.exerciseId);
        const key = `${clientKey}\n${lift.exerciseId}`;
        const known = byLift.get(key) ?? { name, clientKey, points: [] };
        known.points.push({ date, kg });
        byLift.set(key, known);
      }
    return [...byLift.values()]
      .map((lift) => ({ ...lift, days: lift.points.length }))
      .sort((a, b) => b.days - a.days)
      .slice(0, MOST_LIFTS);
  }

  /** Days to send, in their order: those of clients that are left out, or nobody's, are none. */
  daysToSend(from: number, most: number): readonly (LoggedDay & { readonly clientKey: string })[] {
    return this.days.slice(from, from + most);
  }

  unreadToSend(from: number, most: number): readonly UnreadRow[] {
    return this.unread.slice(from, from + most);
  }
}

/** The heaviest a lift's sets of a day speak of, as an e1RM; null where they are no lift with a load. */
function bestOf(
  lift: LoggedLift,
  catalogue: Catalogue,
  settings: Settings,
  curve: Parameters<typeof e1rmFactor>[1],
): number | null {
  const exercise = exerciseOrThrow(catalogue, lift.exerciseId);
  const kgs = lift.sets.flatMap(({ reps, load, sign, rir }) => {
    if (reps === null || load === null) return [];
    const kg = curveKg(exercise, sign * toKg(load), null, settings, lift.setup);
    return kg === null ? [] : [kg * e1rmFactor(reps + (rir ?? 0), curve)];
  });
  return kgs.length > 0 ? Math.max(...kgs) : null;
}

/** The rows that are kept with the import: each once, whatever is wrong with its cells. */
function unreadRowsOf(problems: readonly LogProblemLine[]): UnreadRow[] {
  const byRow = groupBy(problems, ({ sheet, row }) => sheet * ROWS_OF_A_SHEET + row + 1);
  return [...byRow].map(([row, own]) => ({
    row,
    cells: firstOf(own)
      .cells.slice(0, MOST_CELLS_KEPT)
      .map((cell) => cutText(cell, LONGEST_CELL_KEPT)),
    why: cutText([...new Set(own.map(({ why }) => why))].join("; "), 400),
  }));
}

function mendedRows(rows: Table, sheet: number, mended: LogDecisions["mended"]): Table {
  const own = Object.entries(mended).filter(([key]) => key.startsWith(`${sheet} `));
  if (own.length === 0) return rows;
  const changed = [...rows];
  for (const [key, text] of own) {
    const [, row, column] = key.split(" ").map(Number) as [number, number, number];
    const cells = [...(changed[row] ?? [])];
    while (cells.length <= column) cells.push("");
    cells[column] = text;
    changed[row] = cells;
  }
  return changed;
}

function groupedBySheet(sets: readonly (LogSet & { readonly sheet: number })[]): Map<number, LogSet[]> {
  const bySheet = new Map<number, LogSet[]>();
  for (const set of sets) {
    const own = bySheet.get(set.sheet) ?? [];
    own.push(set);
    bySheet.set(set.sheet, own);
  }
  return bySheet;
}

/** Days by date; those of one client and date from several sheets are one. */
function joinedDays<T extends LoggedDay & { readonly clientKey: string }>(days: readonly T[]): T[] {
  const joined = new Map<string, T>();
  for (const day of days) {
    const key = `${day.clientKey}\n${day.date}`;
    const known = joined.get(key);
    joined.set(key, known ? { ...known, lifts: [...known.lifts, ...day.lifts] } : day);
  }
  return [...joined.values()].sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : 0));
}
