import { readFileSync } from "node:fs";
import { join } from "node:path";
import { expect, it } from "vitest";
import { ROWS_OF_A_SHEET } from "@/contract";
import { DEFAULT_SETTINGS, type NameMeaning } from "@/core";
import { type LogDecisions, LogInWork, NO_DECISIONS } from "@/views";
import { readSheets } from "./read-file";

const CLIENTS = ["Ines Calder", "Tobias Renner", "Greta Alm"].map((name) => ({ id: `id of ${name}`, name }));
const context = {
  exercises: { own: [], hidden: [], named: {} },
  usual: new Map<string, number>(),
  clients: CLIENTS,
  settings: DEFAULT_SETTINGS,
  unit: "kg",
  dateOrder: "dayMonthYear",
  today: "2026-12-02",
} as const;
const open = async (name: string) => {
  const bytes = readFileSync(join(import.meta.dirname, "../../docs/formats/samples", name));
  return new LogInWork(await readSheets(name, new Uint8Array(bytes)), context);
};
const exercise = (exerciseId: string): NameMeaning => ({ kind: "exercise", exerciseId, setup: [], laterality: "both" });

/** How many things a person decides of it, and what comes in then. */
async function comesIn(name: string, decisions: Partial<LogDecisions> = {}) {
  const log = await open(name);
  const preview = log.read({ ...NO_DECISIONS, ...decisions }, 0);
  const asked = [
    ...preview.names.filter(({ meaning }) => meaning === null).map(({ written }) => `name ${written}`),
    ...preview.clients.filter(({ meaning }) => meaning === null).map(({ written }) => `client ${written}`),
    ...(preview.shown.isDateSure ? [] : ["order of dates"]),
    ...(preview.shown.isNumbered ? ["week 1"] : []),
  ];
  const { sets, days, from, until } = preview;
  return {
    asked,
    sets,
    days,
    from,
    until,
    problems: preview.problems.map(({ row, why }) => `${row + 1}: ${why}`),
    preview,
    log,
  };
}

it("a set a row, semicolons and decimal commas, two clients, misspelt names: nothing is to be decided", async () => {
  const { asked, sets, days, from, until, problems, preview } = await comesIn("set-a-row.csv");
  expect(asked).toEqual([]);
  expect([sets, days, from, until]).toEqual([1200, 100, "2025-01-06", "2025-12-16"]);
  expect(
    preview.names.map(({ written, meaning }) => [written, meaning?.kind === "exercise" && meaning.exerciseId]),
  ).toEqual([
    ["Bench pres", "bench-press"],
    ["Barbell row", "barbell-row"],
    ["Lat pulldown", "lat-pull-down"],
    ["DB curl", "dumbbell-curl"],
    ["Squat", "back-squat"],
    ["Romanian dead lift", "romanian-deadlift"],
    ["Legpress", "leg-press"],
    ["Calf raise (standing)", "standing-calf-raise"],
  ]);
  expect(problems).toEqual(["206: “31.02.2025” is no date", "303: “60 or 62,5” is no load"]);
});

it("a lift a row in pounds, dates with the month first: whose it is is the one thing to be decided", async () => {
  const { asked, sets, days, from, until, problems } = await comesIn("lift-a-row-pounds.tsv");
  expect(asked).toEqual(["client "]);
  expect([sets, days, from, until]).toEqual([1032, 86, "2025-02-03", "2025-11-27"]);
  expect(problems).toEqual([]);
});

it("a workbook with a sheet a client and a week a column: two things are to be decided", async () => {
  const { asked, days, from, until, problems, preview } = await comesIn("weeks-across.xlsx");
  expect(asked).toEqual(["client Solvei Aas", "week 1"]);
  expect([days, from, until]).toEqual([204, "2026-02-23", "2026-11-26"]);
  expect(problems.filter((why) => !why.includes("“holiday”"))).toEqual([]);
  expect(preview.sheets.map(({ name, isRead }) => [name, isRead])).toEqual([
    ["Ines", true],
    ["Tobias", true],
    ["Solvei Aas", true],
  ]);
});

it("rows that cannot be read are kept once each, of every sheet, and days still to come are among them", async () => {
  const early = { ...context, today: "2026-11-20" };
  const name = "weeks-across.xlsx";
  const bytes = readFileSync(join(import.meta.dirname, "../../docs/formats/samples", name));
  const log = new LogInWork(await readSheets(name, new Uint8Array(bytes)), early);
  const { shown } = log.read(NO_DECISIONS, 0);
  const late = { ...shown.setup, firstMonday: "2026-02-23" };
  const preview = log.read({ ...NO_DECISIONS, setups: { 0: late, 1: late, 2: late } }, 0);
  const kept = log.unreadToSend(0, 1_000);
  expect(preview.until! <= early.today).toBe(true);
  expect(new Set(kept.map(({ row }) => row)).size).toBe(kept.length);
  expect(kept.map(({ row }) => Math.floor(row / ROWS_OF_A_SHEET))).toEqual([
    ...Array(6).fill(0),
    ...Array(6).fill(1),
    ...Array(6).fill(2),
  ]);
  expect(kept[0]!.why).toMatch(
    /“holiday” has no figure in it; .*2026-11-23 is still to come|2026-11-23 is still to come; “holiday”/,
  );
  expect(kept.every(({ row }) => row >= 1)).toBe(true);
});

it("a coach's notebook without years: whose it is and one name are to be decided, and what was no log is kept to be mended", async () => {
  const { asked, sets, days, from, until, problems, log } = await comesIn("coachs-notebook.csv");
  expect(asked).toEqual(["name Boat carry", "client "]);
  expect([days, from, until]).toEqual([25, "2025-09-01", "2026-02-16"]);
  expect(problems).toEqual([
    "31: “felt awful” has no figure in it",
    "62: “3x8-10” says a range, 8-10, and not what was done",
  ]);
  const mended = log.read(
    { ...NO_DECISIONS, mended: { "0 61 1": "3x9x67.5" }, names: { "boat carry": exercise("farmers-carry") } },
    0,
  );
  expect([mended.sets - sets, mended.problemCount]).toEqual([3, 1]);
});
