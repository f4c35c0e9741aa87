/** A spreadsheet read as a log: one set after the other with its day, client and lift, and what could not be read, with its reason. */

import { groupBy } from "../lists";
import { addDays, mondayOf, type WeightUnit } from "../units";
import type { Column, ColumnRole, SheetLayout, Table } from "./columns";
import { weekOfHeading } from "./columns";
import { type DateFigures, DateReader } from "./dates";
import {
  type FirstFigure,
  readLoad,
  readSets,
  rirOfRpe,
  type SetsRead,
  type WrittenLoad,
  type WrittenSet,
} from "./sets";

interface Cell {
  readonly column: Column;
  readonly index: number;
  readonly text: string;
}

const MOST_REMEMBERED = 20_000;

/** The function with its answers kept by text. */
function remembered<T>(read: (text: string) => T): (text: string) => T {
  const known = new Map<string, T>();
  return (text) => {
    const before = known.get(text);
    if (before !== undefined) return before;
    const found = read(text);
    if (known.size >= MOST_REMEMBERED) known.clear();
    known.set(text, found);
    return found;
  };
}

/** How a sheet is read: what its columns hold, and what they do not say themselves. */
export interface SetLogSetup extends SheetLayout {
  readonly dateOrder: DateFigures;
  /** The year of the first date, where dates have none. */
  readonly firstYear: number;
  /** Of loads whose unit nothing says. */
  readonly unit: WeightUnit;
  readonly firstFigure: FirstFigure;
  /** The Monday of week 1, where columns are numbered weeks. */
  readonly firstMonday: string;
}

export interface LogLoad {
  readonly amount: string;
  readonly unit: WeightUnit;
  readonly sign: 1 | -1;
  readonly isOfBody: boolean;
}

/** A set of the log. */
export interface LogSet {
  /** The row of the sheet, from 0. */
  readonly row: number;
  /** As written; null: the sheet does not say it. */
  readonly client: string | null;
  readonly date: string;
  readonly session: string;
  readonly exercise: string;
  readonly reps: number | null;
  readonly seconds: number | null;
  /** Null: nothing says it. */
  readonly load: LogLoad | null;
  readonly rir: number | null;
  readonly note: string;
}

/** A row, or a cell of it, that could not be read. */
export interface LogProblem {
  readonly row: number;
  /** Null: the row as a whole. */
  readonly column: number | null;
  readonly why: string;
}

export interface SetLogRead {
  readonly sets: readonly LogSet[];
  readonly problems: readonly LogProblem[];
}

/** More cells than that say nothing that a log has; what is longer is cut. */
const MOST_NOTE = 500;
const MOST_NAME = 120;

const DAY_NAMES = ["monday", "tuesday", "wednesday", "thursday", "friday", "saturday", "sunday"];
/** Days of a numbered week, where they have numbers: so many days after its Monday. */
const NUMBERED_DAYS = [0, 2, 4, 5, 1, 3, 6];

/** Reads rows one after the other; blank dates, clients and lifts are those above. */
export class SetLogReader {
  private readonly dates: DateReader;
  private readonly headDates: readonly (string | null)[];
  private readonly weeks: readonly number[];
  private date: string | null = null;
  private client: string | null = null;
  private session = "";
  /** Columns by what they hold. */
  private readonly byRole: ReadonlyMap<ColumnRole, readonly { readonly column: Column; readonly index: number }[]>;
  /** Cells say the same over and over: each text is read once. */
  private readonly setsOf: (text: string, hasLoad: boolean) => SetsRead;
  private readonly loadOf = remembered(readLoad);
  private exercise: string | null = null;
  private dayOffset = 0;

  constructor(
    private readonly setup: SetLogSetup,
    private readonly header: readonly string[],
  ) {
    this.dates = new DateReader(setup.dateOrder, setup.firstYear);
    const filled = setup.columns.flatMap((column, index) => (column.role === null ? [] : [{ column, index }]));
    this.byRole = groupBy(filled, ({ column }) => column.role!);
    const read = [true, false].map((hasLoad) =>
      remembered((text: string) => readSets(text, { first: setup.firstFigure, hasLoad })),
    );
    this.setsOf = (text, hasLoad) => read[hasLoad ? 0 : 1]!(text);
    this.weeks = setup.columns.flatMap(({ role }, at) => (role === "week" ? [at] : []));
    const heads = new DateReader(setup.dateOrder, setup.firstYear);
    this.headDates = setup.columns.map(({ role }, at) => {
      if (role !== "week") return null;
      const heading = header[at] ?? "";
      const week = weekOfHeading(heading);
      return week === null ? heads.read(heading) : addDays(mondayOf(setup.firstMonday), 7 * (week - 1));
    });
  }

  private cellsOf(row: readonly string[], role: ColumnRole): Cell[] {
    const cells: Cell[] = [];
    for (const { column, index } of this.byRole.get(role) ?? []) {
      const text = (row[index] ?? "").trim();
      if (text !== "") cells.push({ column, index, text });
    }
    return cells;
  }

  /** What a row adds to the log. */
  read(row: readonly string[], at: number): SetLogRead {
    const cellsOf = (role: ColumnRole) => this.cellsOf(row, role);
    const problem = (column: number | null, why: string): SetLogRead => ({
      sets: [],
      problems: [{ row: at, column, why }],
    });
    const [dated] = cellsOf("date");
    const filled = row.filter((text) => text.trim() !== "");
    if (filled.length === 0) return { sets: [], problems: [] };
    if (filled.length === 1 && this.takeHeading(filled[0]!.trim())) return { sets: [], problems: [] };
    if (dated) {
      const date = this.dates.read(dated.text);
      if (date === null) {
        this.date = null;
        return problem(dated.index, `“${cut(dated.text, 40)}” is no date`);
      }
      if (date !== this.date) this.exercise = null;
      this.date = date;
    }
    const [client] = cellsOf("client");
    if (client) this.client = cut(client.text, MOST_NAME);
    const [session] = cellsOf("session");
    if (session) this.session = cut(session.text, MOST_NAME);
    else if (dated) this.session = "";
    const [exercise] = cellsOf("exercise");
    if (exercise) this.exercise = cut(exercise.text, MOST_NAME);
    if (this.weeks.length > 0) return this.readWeeks(row, at);
    const work = this.workOf(cellsOf);
    if (work === null) return { sets: [], problems: [] };
    if ("why" in work) return problem(work.column, work.why);
    if (this.date === null) return problem(null, "says no date, and neither does a row above");
    if (this.exercise === null) return problem(null, "says no exercise, and neither does a row above");
    const note = cut(
      cellsOf("notes")
        .map(({ text }) => text)
        .join("; "),
      MOST_NOTE,
    );
    return { sets: work.sets.map((set) => this.setOf(set, at, this.date!, note)), problems: [] };
  }

  /** A row with one cell alone: a day for what follows, or a part of the sheet. */
  private takeHeading(text: string): boolean {
    const date = this.weeks.length > 0 ? null : this.dates.read(text);
    if (date !== null) {
      this.date = date;
      this.exercise = null;
      this.session = "";
      return true;
    }
    if (this.weeks.length === 0) return false;
    const weekday = DAY_NAMES.findIndex(
      (name) =>
        text.toLowerCase().startsWith(name.slice(0, 3)) &&
        /^[a-z]+\b/i.exec(text)![0].length >= 3 &&
        name.startsWith(/^[a-z]+/i.exec(text)![0].toLowerCase()),
    );
    const numbered = /^(?:day|session|workout)\s*([1-7a-g])\b/i.exec(text)?.[1]?.toLowerCase();
    if (weekday >= 0) this.dayOffset = weekday;
    else if (numbered)
      this.dayOffset = NUMBERED_DAYS[/\d/.test(numbered) ? Number(numbered) - 1 : numbered.charCodeAt(0) - 97] ?? 0;
    else return false;
    this.session = cut(text, MOST_NAME);
    return true;
  }

  private readWeeks(row: readonly string[], at: number): SetLogRead {
    const sets: LogSet[] = [];
    const problems: LogProblem[] = [];
    for (const column of this.weeks) {
      const text = (row[column] ?? "").trim();
      if (text === "" || /^[-–—x/]+$/i.test(text)) continue;
      const head = this.headDates[column];
      const { unit } = this.setup.columns[column]!;
      const read = this.setsOf(text, false);
      if (this.exercise === null)
        problems.push({ row: at, column, why: "says no exercise, and neither does a row above" });
      else if (!head)
        problems.push({ row: at, column, why: `“${cut(this.header[column] ?? "", 40)}” above it is no date` });
      else if (!read.ok) problems.push({ row: at, column, why: `“${cut(text, 60)}” ${read.why}` });
      else {
        const isNumbered = weekOfHeading(this.header[column] ?? "") !== null;
        const date = isNumbered ? addDays(head, this.dayOffset) : head;
        for (const set of read.sets) sets.push(this.setOf({ ...set, unit }, at, date, ""));
      }
    }
    return { sets, problems };
  }

  private setOf(
    set: WrittenSet & { readonly unit: WeightUnit | null },
    row: number,
    date: string,
    note: string,
  ): LogSet {
    const { reps, seconds, load, rir, unit } = set;
    return {
      row,
      client: this.client,
      date,
      session: this.session,
      exercise: this.exercise!,
      reps,
      seconds,
      load: load && { ...load, unit: load.unit ?? unit ?? this.setup.unit },
      rir,
      note,
    };
  }

  /** The sets that a row says; null: none, it only tells of what follows. */
  private workOf(
    cellsOf: (role: ColumnRole) => readonly Cell[],
  ):
    | { readonly sets: readonly (WrittenSet & { readonly unit: WeightUnit | null })[] }
    | { readonly why: string; readonly column: number }
    | null {
    const loads: { load: WrittenLoad; unit: WeightUnit | null }[] = [];
    for (const { column, index, text } of cellsOf("load"))
      for (const part of text.split(/[;/]|, /)) {
        if (/^[-–—]$/.test(part.trim())) continue;
        const load = this.loadOf(part);
        if (!load) return { why: `“${cut(text, 40)}” is no load`, column: index };
        loads.push({ load, unit: column.unit });
      }
    const [unit] = cellsOf("unit");
    const [assisted] = cellsOf("assistance");
    const saidUnit = unit ? (/^(lb|lbs|pounds?|#)$/i.test(unit.text) ? "lb" : "kg") : null;
    const sets: (WrittenSet & { unit: WeightUnit | null })[] = [];
    let worked: number | null = null;
    for (const { column, index, text } of [...cellsOf("written"), ...cellsOf("reps")]) {
      if (/^[-–—x/]+$/i.test(text)) continue;
      const read = this.setsOf(text, loads.length > 0);
      if (!read.ok) return { why: `“${cut(text, 60)}” ${read.why}`, column: index };
      worked = index;
      sets.push(...read.sets.map((set) => ({ ...set, unit: column.unit })));
    }
    const [timed] = cellsOf("seconds");
    if (sets.length === 0 && timed) {
      const read = this.setsOf(/^\d+$/.test(timed.text) ? `${timed.text}s` : timed.text, true);
      if (!read.ok) return { why: `“${cut(timed.text, 40)}” ${read.why}`, column: timed.index };
      worked = timed.index;
      sets.push(...read.sets.map((set) => ({ ...set, unit: null })));
    }
    if (sets.length === 0 || worked === null) {
      const [load] = cellsOf("load");
      return load && loads.length > 0 ? { why: "has a load and no reps", column: load.index } : null;
    }
    const [counted] = cellsOf("sets");
    if (counted && sets.length === 1) {
      const count = Number(counted.text);
      if (!Number.isInteger(count) || count < 1 || count > 40)
        return { why: `“${cut(counted.text, 20)}” is no number of sets`, column: counted.index };
      sets.push(...Array.from({ length: count - 1 }, () => sets[0]!));
    }
    if (loads.length > 1 && loads.length !== sets.length)
      return {
        why: `says ${loads.length} loads for ${sets.length} ${sets.length === 1 ? "set" : "sets"}`,
        column: worked,
      };
    const left = this.reservesOf(cellsOf, sets.length);
    if ("why" in left) return left;
    return {
      sets: sets.map((set, index) => {
        const given = loads.length > 1 ? loads[index] : loads[0];
        const load = set.load ?? given?.load ?? null;
        return {
          ...set,
          load: load && assisted && /^y/i.test(assisted.text) ? { ...load, sign: -1 as const } : load,
          unit: saidUnit ?? set.unit ?? given?.unit ?? null,
          rir: set.rir ?? left.rirs[index] ?? null,
        };
      }),
    };
  }

  /** What was left in reserve, one figure for all sets or one each. */
  private reservesOf(
    cellsOf: (role: ColumnRole) => readonly Cell[],
    count: number,
  ): { readonly rirs: readonly (number | null)[] } | { readonly why: string; readonly column: number } {
    for (const role of ["rir", "rpe"] as const) {
      const [said] = cellsOf(role);
      if (!said || /^[-–—?]$/.test(said.text)) continue;
      const figures = said.text.split(/[;/]|,\s|,(?=\d\b)(?!5\b)/).map((text) => Number(text.trim().replace(",", ".")));
      if (figures.some((figure) => !Number.isFinite(figure) || figure < 0 || figure > 10))
        return {
          why: `“${cut(said.text, 20)}” is no ${role === "rir" ? "number of reps in reserve" : "effort from 1 to 10"}`,
          column: said.index,
        };
      if (figures.length > 1 && figures.length !== count)
        return { why: `says ${figures.length} of them for ${count} sets`, column: said.index };
      const rirs = figures.map((figure) => (role === "rir" ? figure : rirOfRpe(figure)));
      return { rirs: Array.from({ length: count }, (_, index) => rirs[rirs.length > 1 ? index : 0] ?? null) };
    }
    return { rirs: [] };
  }
}

const cut = (text: string, most: number): string => (text.length > most ? `${text.slice(0, most - 1)}…` : text);

/** The whole sheet; `tell` is called now and then with the rows that have been read. */
export function readSetLog(table: Table, setup: SetLogSetup, tell: (rows: number) => void = () => {}): SetLogRead {
  const reader = new SetLogReader(setup, table[setup.headerRow] ?? []);
  const sets: LogSet[] = [];
  const problems: LogProblem[] = [];
  for (let at = setup.headerRow + 1; at < table.length; at++) {
    const found = reader.read(table[at]!, at);
    for (const set of found.sets) sets.push(set);
    for (const problem of found.problems) problems.push(problem);
    if (at % 2_000 === 0) tell(at);
  }
  return { sets, problems };
}
