/** A log that is brought in from elsewhere, as it is sent: days with their lifts and sets, and the rows that could not be read. */
import type { LoggedLift } from "../core";
import { setupSchema, weightSchema } from "./document";
import {
  boundedText,
  checked,
  finiteNumber,
  identifier,
  integer,
  isoDate,
  listOf,
  nullable,
  oneOfNumbers,
  oneOfTexts,
  type Schema,
  strictObject,
  uuid,
} from "./schema";

/** So many days, and rows that could not be read, are sent at once. */
export const MOST_DAYS_AT_ONCE = 100;
export const MOST_ROWS_AT_ONCE = 200;
/** Rows of a workbook's second sheet are counted on from here, and so forth: no sheet has as many. */
export const ROWS_OF_A_SHEET = 300_000;
/** Of a row that could not be read so many cells are kept, each cut. */
export const MOST_CELLS_KEPT = 60;
export const LONGEST_CELL_KEPT = 300;

const sets = listOf(
  checked(
    strictObject({
      reps: nullable(integer(1, 300)),
      seconds: nullable(finiteNumber(1, 7200)),
      load: nullable(weightSchema),
      sign: oneOfNumbers(1, -1),
      rir: nullable(finiteNumber(0, 10)),
    }),
    "has neither reps nor seconds",
    ({ reps, seconds }) => (reps === null) !== (seconds === null),
  ),
  40,
  1,
);

const lift: Schema<LoggedLift> = strictObject({
  exerciseId: identifier(),
  setup: setupSchema,
  laterality: oneOfTexts("both", "eachSide", "alternating", "otherHolds"),
  note: boundedText(500),
  sets,
});

/** What one client did on one day. */
export const loggedDaySchema = strictObject({
  clientId: uuid(),
  date: isoDate(),
  title: boundedText(200),
  lifts: listOf(lift, 60, 1),
});

export const unreadRowSchema = strictObject({
  /** From 1, as a spreadsheet counts; of a later sheet with `ROWS_OF_A_SHEET` for each before it. */
  row: integer(1, 100 * ROWS_OF_A_SHEET),
  cells: listOf(boundedText(LONGEST_CELL_KEPT), MOST_CELLS_KEPT),
  why: boundedText(400),
});
