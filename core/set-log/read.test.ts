import { describe, expect, it } from "vitest";
import { findExercise, SHIPPED_CATALOGUE } from "../exercise";
import { guessLayout, type SheetLayout, type Table } from "./columns";
import { type LogSet, readSetLog, type SetLogSetup } from "./read";

const context = {
  isExercise: (text: string) => findExercise(SHIPPED_CATALOGUE, text) !== null,
  isClient: (text: string) => ["Ines Calder", "Tobias Renner"].includes(text),
};
const table = (text: string): Table => text.split("\n").map((line) => line.split("|").map((cell) => cell.trim()));
const setupOf = (layout: SheetLayout, more: Partial<SetLogSetup> = {}): SetLogSetup => ({
  ...layout,
  dateOrder: "dayMonthYear",
  firstYear: 2026,
  unit: "kg",
  firstFigure: "sets",
  firstMonday: "2026-03-02",
  ...more,
});
const rolesOf = ({ columns }: SheetLayout) => columns.map(({ role }) => role);
const words = ({ client, date, exercise, reps, seconds, load, rir }: LogSet): string =>
  [
    client,
    date,
    exercise,
    `${reps ?? `${seconds} s`} × ${load ? load.amount + load.unit : "?"}`,
    rir === null ? null : `rir ${rir}`,
  ]
    .filter((part) => part !== null)
    .join(" · ");
const read = (text: string, more: Partial<SetLogSetup> = {}) => {
  const sheet = table(text);
  const { sets, problems } = readSetLog(sheet, setupOf(guessLayout(sheet, context), more));
  return { sets: sets.map(words), problems: problems.map(({ row, why }) => `${row + 1}: ${why}`) };
};

describe("a sheet with a set a row", () => {
  const SHEET = `My training 2025||||||
Date|Athlete|Movement|Set #|Weight (kg)|Reps|RIR
3.4.2025|Ines Calder|Bench press|1|60|8|2
||||60|8|1
||||62,5|7|0
5.4.2025|Tobias Renner|Back squat|1|100|5|
|||2|105|5|-`;

  it("is told by its headings, wherever they stand; the number of a set says nothing", () => {
    const layout = guessLayout(table(SHEET), context);
    expect(layout.headerRow).toBe(1);
    expect(rolesOf(layout)).toEqual(["date", "client", "exercise", null, "load", "reps", "rir"]);
    expect(layout.columns[4]!.unit).toBe("kg");
  });

  it("is read with blank dates, clients and lifts as above", () => {
    expect(read(SHEET)).toEqual({
      sets: [
        "Ines Calder · 2025-04-03 · Bench press · 8 × 60kg · rir 2",
        "Ines Calder · 2025-04-03 · Bench press · 8 × 60kg · rir 1",
        "Ines Calder · 2025-04-03 · Bench press · 7 × 62.5kg · rir 0",
        "Tobias Renner · 2025-04-05 · Back squat · 5 × 100kg",
        "Tobias Renner · 2025-04-05 · Back squat · 5 × 105kg",
      ],
      problems: [],
    });
  });

  it("without headings its columns are told by what stands in them", () => {
    const bare = SHEET.split("\n").slice(2).join("\n");
    expect(rolesOf(guessLayout(table(bare), context))).toEqual([
      "date",
      "client",
      "exercise",
      null,
      "load",
      "reps",
      null,
    ]);
    const figures = "2025-04-03|Bench press|8|62.5\n2025-04-03|Back squat|5|100\n2025-04-05|Deadlift|5|120";
    expect(rolesOf(guessLayout(table(figures), context))).toEqual(["date", "exercise", "reps", "load"]);
  });
});

describe("a sheet with a lift a row", () => {
  it("has sets, reps and a load in columns, or each set in its own", () => {
    const columns = `Day|Exercise|Sets|Reps|Weight (lbs)|RPE|Comments
4/3/2025|Bench press|3|8,8,7|135|8|felt easy
4/3/2025|Plank|3|60s||`;
    expect(read(columns, { dateOrder: "monthDayYear" }).sets).toEqual([
      "2025-04-03 · Bench press · 8 × 135lb · rir 2",
      "2025-04-03 · Bench press · 8 × 135lb · rir 2",
      "2025-04-03 · Bench press · 7 × 135lb · rir 2",
      ...Array(3).fill("2025-04-03 · Plank · 60 s × ?"),
    ]);
    const each = "Date|Lift|Set 1|Set 2|Set 3\n3/4/25|Deadlift|100x5|110x5|120x3";
    expect(read(each, { firstFigure: "load" }).sets).toEqual([
      "2025-04-03 · Deadlift · 5 × 100kg",
      "2025-04-03 · Deadlift · 5 × 110kg",
      "2025-04-03 · Deadlift · 3 × 120kg",
    ]);
  });

  it("has a row with a date alone for all that follows", () => {
    const notebook =
      "Exercise|Sets x reps\n3 March 2025|\nBench press|3x8x60\nChin-up|BW x 6\nMon 10 March 2025|\nBench press|60x8,8,8";
    expect(read(notebook).sets).toEqual([
      ...Array(3).fill("2025-03-03 · Bench press · 8 × 60kg"),
      "2025-03-03 · Chin-up · 6 × 0kg",
      ...Array(3).fill("2025-03-10 · Bench press · 8 × 60kg"),
    ]);
  });
});

describe("a sheet with a week a column", () => {
  it("is read by the numbers of its weeks and the days of its parts", () => {
    const sheet = `Exercise|Target|Week 1|Week 2|Week 3
Monday||||
Back squat|3x5|3x5x100|3x5x102.5|off sick
Thursday||||
Deadlift|1x5|5x120kg||5x125kg`;
    expect(rolesOf(guessLayout(table(sheet), context))).toEqual(["exercise", null, "week", "week", "week"]);
    expect(read(sheet)).toEqual({
      sets: [
        ...Array(3).fill("2026-03-02 · Back squat · 5 × 100kg"),
        ...Array(3).fill("2026-03-09 · Back squat · 5 × 102.5kg"),
        "2026-03-05 · Deadlift · 5 × 120kg",
        "2026-03-19 · Deadlift · 5 × 125kg",
      ],
      problems: ["3: “off sick” has no figure in it"],
    });
  });

  it("is read by the dates at their heads", () => {
    const sheet = "Lift|3 Nov|10 Nov|17 Nov\nBench press|60x8|60x9|62.5x8";
    expect(read(sheet, { firstYear: 2025, firstFigure: "load" }).sets).toEqual([
      "2025-11-03 · Bench press · 8 × 60kg",
      "2025-11-10 · Bench press · 9 × 60kg",
      "2025-11-17 · Bench press · 8 × 62.5kg",
    ]);
  });
});

describe("what cannot be read", () => {
  it("is a problem of its row with its reason, and the rows around it are read", () => {
    const sheet = `Date|Exercise|Reps|Load|RIR
1/1/0001|Bench press|8|60|
3/4/2025|Bench press|8-10|60|
3/4/2025|Bench press|8|heavy|
3/4/2025|Bench press||60|
3/4/2025|Bench press|8|60|12
3/4/2025|Bench press|8,8|60/62/64|
3/4/2025|Bench press|8|60|2`;
    expect(read(sheet)).toEqual({
      sets: ["2025-04-03 · Bench press · 8 × 60kg · rir 2"],
      problems: [
        "2: “1/1/0001” is no date",
        "3: “8-10” says a range, 8-10, and not what was done",
        "4: “heavy” is no load",
        "5: has a load and no reps",
        "6: “12” is no number of reps in reserve",
        "7: says 3 loads for 2 sets",
      ],
    });
  });

  it("a set under a date that is none is not put on the day before", () => {
    const sheet = "Date|Exercise|Reps|Load\n3/4/2025|Bench press|8|60\n40/4/2025|Bench press|8|60\n|Bench press|8|60";
    expect(read(sheet).problems).toEqual([
      "3: “40/4/2025” is no date",
      "4: says no date, and neither does a row above",
    ]);
    expect(read("Exercise|Reps|Load\nBench press|8|60\nBench press|8|60").problems).toHaveLength(2);
  });
});
