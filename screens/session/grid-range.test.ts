import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { cellsIn, copied, filled, type GridRow, pasted, rangeBetween, saysWhole, sheetOf } from "./grid-range";

const ROWS: readonly GridRow[] = [
  { slotId: "squat", rounds: 4 },
  { slotId: "press", rounds: 2 },
  { slotId: "row", rounds: 3 },
];
const at = (slotId: string, round: number) => ({ slotId, round });
const printed = ({ slotId, round }: { slotId: string; round: number }) => `${slotId}${round}`;
const between = (a: ReturnType<typeof at>, b: ReturnType<typeof at>) => rangeBetween(ROWS, a, b)!;

describe("cells that are chosen together", () => {
  it("are the rectangle between two of them, whichever is first", () => {
    const range = between(at("row", 2), at("squat", 1));
    expect(range).toEqual({ rows: ROWS, from: 1, to: 2 });
    expect(between(at("squat", 1), at("row", 2))).toEqual(range);
  });

  it("leave out the rounds that a lift does not have", () => {
    const cells = cellsIn(between(at("squat", 1), at("row", 3)), printed);
    expect(cells.map(({ typed }) => typed)).toEqual(["squat1", "squat2", "squat3", "press1", "row1", "row2"]);
  });

  it("are none where one of them is gone", () => {
    expect(rangeBetween(ROWS, at("squat", 0), at("curl", 0))).toBeNull();
  });
});

describe("filling", () => {
  const fill = (a: ReturnType<typeof at>, b: ReturnType<typeof at>, way: "down" | "right") =>
    filled(between(a, b), way, ROWS, printed)?.map(({ slotId, round, typed }) => `${slotId}${round}=${typed}`) ?? null;

  it.each([
    [
      "down: the first row into those below, as far as it goes",
      at("squat", 0),
      at("row", 1),
      "down",
      ["press0=squat0", "press1=squat1", "row0=squat0", "row1=squat1"],
    ],
    [
      "right: the first column into those after it",
      at("squat", 0),
      at("press", 2),
      "right",
      ["squat1=squat0", "squat2=squat0", "press1=press0"],
    ],
    ["one cell down: from the lift above", at("press", 1), at("press", 1), "down", ["press1=squat1"]],
    ["one cell right: from the round before", at("row", 2), at("row", 2), "right", ["row2=row1"]],
    ["a round that the lift above does not have stays", at("row", 2), at("row", 2), "down", []],
    ["nothing stands above the first lift", at("squat", 1), at("squat", 1), "down", null],
    ["nor before the first round", at("press", 0), at("press", 0), "right", null],
  ] as const)("%s", (_, a, b, way, wanted) => {
    expect(fill(a, b, way)).toEqual(wanted);
  });
});

describe("the clipboard", () => {
  it("has rounds between tabs and a lift a line, empty where there is no such round", () => {
    expect(copied(between(at("squat", 1), at("row", 2)), printed)).toBe("squat1\tsquat2\npress1\t\nrow1\trow2");
  });

  it("is written from the chosen cell on; what is beyond the grid is counted, and what is empty stays as it is", () => {
    const { cells, beyond } = pasted(sheetOf("a\tb\tc\r\nd\t\te\nf\n\n"), ROWS, at("press", 1));
    expect(cells).toEqual([
      { slotId: "press", round: 1, typed: "a" },
      { slotId: "row", round: 1, typed: "d" },
    ]);
    expect(beyond).toBe(4);
    expect(pasted([["a"]], ROWS, at("gone", 0))).toEqual({ cells: [], beyond: 1 });
  });

  it("what was copied comes back to where it was", () => {
    const cell = fc.record({ row: fc.nat(2), round: fc.nat(3) }).map(({ row, round }) => at(ROWS[row]!.slotId, round));
    fc.assert(
      fc.property(cell, cell, (a, b) => {
        const range = between(a, b);
        const { cells, beyond } = pasted(sheetOf(copied(range, printed)), ROWS, at(range.rows[0]!.slotId, range.from));
        expect(cells).toEqual(cellsIn(range, printed));
        expect(beyond).toBe(0);
      }),
    );
  });
});

describe("what is typed over a set", () => {
  it.each([
    ["8", "6-8 @60kg rir2", false],
    ["@62.5kg", "6-8 @60kg rir2", false],
    ["6-8 @62.5kg", "6-8 @60kg rir2", true],
    ["rir2", "6-8 @60kg rir2", true],
    ["8", "8", false],
  ])("%s over %s: the whole set %s", (text, stood, whole) => {
    expect(saysWhole(text, stood)).toBe(whole);
  });
});
