/** Cells of the grid as rectangles: what is chosen, filled, copied and pasted. Rows are lifts, columns are rounds. */
import { allBlocks, type SessionDocument, type TypedCell } from "@/core";
import type { Selection } from "./desk-state";

/** A lift with its rounds, as many as it has. */
export interface GridRow {
  readonly slotId: string;
  readonly rounds: number;
}

/** Whole columns of some rows, rounds counted from 0 and both ends inside. */
export interface Range {
  readonly rows: readonly GridRow[];
  readonly from: number;
  readonly to: number;
}

export const rowsOf = (document: SessionDocument): GridRow[] =>
  allBlocks(document).flatMap((block) => block.slots.map((slot) => ({ slotId: slot.id, rounds: slot.sets.length })));

/** The rectangle between two cells, in whatever order; null where one of them is gone. */
export function rangeBetween(rows: readonly GridRow[], a: Selection, b: Selection): Range | null {
  const place = ({ slotId }: Selection) => rows.findIndex((row) => row.slotId === slotId);
  const first = Math.min(place(a), place(b));
  const last = Math.max(place(a), place(b));
  if (first < 0) return null;
  return {
    rows: rows.slice(first, last + 1),
    from: Math.min(a.round, b.round),
    to: Math.max(a.round, b.round),
  };
}

/** Each cell of a rectangle that its lift has, with what is to stand there; null leaves it as it is. */
export const cellsIn = ({ rows, from, to }: Range, text: (at: Selection) => string | null): TypedCell[] =>
  rows.flatMap(({ slotId, rounds }) =>
    Array.from({ length: Math.max(0, Math.min(to, rounds - 1) - from + 1) }, (_, i) => from + i).flatMap((round) => {
      const typed = text({ slotId, round });
      return typed === null ? [] : [{ slotId, round, typed }];
    }),
  );

/**
 * The cells that a rectangle is filled with, the first row down or the first column to the right; of one row alone, or one column,
 * from what stands before it. Null where there is nothing to fill from.
 */
export function filled(
  range: Range,
  way: "down" | "right",
  rows: readonly GridRow[],
  printed: (at: Selection) => string,
): TypedCell[] | null {
  const [first] = range.rows;
  if (!first) return null;
  const above = rows[rows.findIndex(({ slotId }) => slotId === first.slotId) - 1];
  const isOne = way === "down" ? range.rows.length === 1 : range.from === range.to;
  const source = isOne && way === "down" ? above : first;
  const column = isOne ? range.from - 1 : range.from;
  if (!source || (way === "right" && column < 0)) return null;
  const rounds = new Map(rows.map((row) => [row.slotId, row.rounds]));
  return cellsIn(range, ({ slotId, round }) => {
    const from = way === "down" ? { slotId: source.slotId, round } : { slotId, round: column };
    const isItself = from.slotId === slotId && from.round === round;
    return isItself || from.round >= (rounds.get(from.slotId) ?? 0) ? null : printed(from);
  });
}

/** A rectangle as a spreadsheet has it: tabs between rounds, a line a lift; empty where a lift has no such round. */
export const copied = ({ rows, from, to }: Range, printed: (at: Selection) => string): string =>
  rows
    .map(({ slotId, rounds }) =>
      Array.from({ length: to - from + 1 }, (_, i) => from + i)
        .map((round) => (round < rounds ? printed({ slotId, round }) : ""))
        .join("\t"),
    )
    .join("\n");

/** Lines and cells of a text as a spreadsheet gives it. */
export const sheetOf = (text: string): string[][] =>
  text
    .replace(/\r/g, "")
    .replace(/\n+$/, "")
    .split("\n")
    .map((line) => line.split("\t"));

/** What a sheet writes from a cell on, empty cells left as they are, and how many of its cells stand beyond the grid. */
export function pasted(
  sheet: readonly (readonly string[])[],
  rows: readonly GridRow[],
  at: Selection,
): { readonly cells: TypedCell[]; readonly beyond: number } {
  const row = rows.findIndex(({ slotId }) => slotId === at.slotId);
  const cells: TypedCell[] = [];
  let beyond = 0;
  for (const [down, line] of sheet.entries())
    for (const [right, typed] of line.entries()) {
      if (typed.trim() === "") continue;
      const to = row < 0 ? undefined : rows[row + down];
      const round = at.round + right;
      if (to && round < to.rounds) cells.push({ slotId: to.slotId, round, typed });
      else beyond++;
    }
  return { cells, beyond };
}

/**
 * Whether a typed text says the whole set. Where something of what stood there is in it still, it was put right in place, and
 * does. Where nothing is, a part was typed, and changes that part.
 */
export function saysWhole(text: string, stood: string): boolean {
  const words = new Set(stood.split(/\s+/).filter(Boolean));
  return words.size > 1 && text.split(/\s+/).some((word) => words.has(word));
}
