import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { addDays } from "../units";
import { type DateFigures, DateReader, dateOrderOf, firstYearOf } from "./dates";

const TODAY = "2026-12-02";
const read = (text: string, order: DateFigures = "dayMonthYear") => new DateReader(order, 2026).read(text);

describe("dates of a spreadsheet", () => {
  it.each([
    ["3/4/2025", "2025-04-03"],
    ["03.04.25", "2025-04-03"],
    ["2025-04-03", null],
    ["3 April 2025", "2025-04-03"],
    ["Thu 3. apr. 2025", "2025-04-03"],
    ["Apr 3, 2025", "2025-04-03"],
    ["Thursday, April 3rd, 2025", "2025-04-03"],
    ["3/4/2025 18:30", "2025-04-03"],
    ["45750", "2025-04-03"],
    ["45750.77", "2025-04-03"],
    ["20250403", null],
    ["31/2/2025", null],
    ["1/1/0001", null],
    ["12345", null],
    ["60", null],
    ["1.5", null],
    ["8-10", null],
    ["3/4", "2026-04-03"],
    ["3.4.", "2026-04-03"],
    ["3x8", null],
    ["", null],
  ])("%s as day, month, year is %s", (text, date) => {
    expect(read(text)).toBe(date);
  });

  it("a year written first is a year, and a time zone is left out", () => {
    expect(read("2025-04-03", "yearMonthDay")).toBe("2025-04-03");
    expect(read("2025-04-03T18:30:00.000Z", "yearMonthDay")).toBe("2025-04-03");
    expect(read("20250403", "yearMonthDay")).toBe("2025-04-03");
  });

  it("the order is the one in which all are dates, run on, and lie before today; else it is asked", () => {
    const order = (...cells: string[]) => dateOrderOf(cells, TODAY, "dayMonthYear");
    expect(order("3/4/2025", "13/4/2025")).toEqual({ order: "dayMonthYear", isSure: true });
    expect(order("4/3/2025", "4/13/2025")).toEqual({ order: "monthDayYear", isSure: true });
    expect(order("2025-04-03")).toEqual({ order: "yearMonthDay", isSure: true });
    expect(order("1/5/2026", "2/2/2026", "3/2/2026", "4/6/2026")).toEqual({ order: "monthDayYear", isSure: true });
    expect(order("11/12/2026", "11/12/2026")).toEqual({ order: "monthDayYear", isSure: true });
    expect(order("3/4/2025")).toEqual({ order: "dayMonthYear", isSure: false });
    expect(order("4/4/2025", "5/5/2025").isSure).toBe(true);
  });

  it("dates without a year go on over new year, and end before today", () => {
    const cells = ["3 Nov", "20 Dec", "5 Jan", "2 Feb"];
    const first = firstYearOf(cells, "dayMonthYear", TODAY);
    expect(first).toBe(2025);
    const reader = new DateReader("dayMonthYear", first);
    expect(cells.map((text) => reader.read(text))).toEqual(["2025-11-03", "2025-12-20", "2026-01-05", "2026-02-02"]);
  });

  it("whatever order a log's dates are written in, it is found or asked for, and never another day in silence", () => {
    const writeAs: Record<DateFigures, (y: string, m: string, d: string) => string> = {
      dayMonthYear: (y, m, d) => `${d}.${m}.${y}`,
      monthDayYear: (y, m, d) => `${m}/${d}/${y}`,
      yearMonthDay: (y, m, d) => `${y}-${m}-${d}`,
    };
    const orders = fc.constantFrom<DateFigures>("dayMonthYear", "monthDayYear", "yearMonthDay");
    fc.assert(
      fc.property(
        orders,
        fc.integer({ min: 0, max: 2000 }),
        fc.array(fc.integer({ min: 1, max: 9 }), { minLength: 12, maxLength: 40 }),
        (order, start, steps) => {
          let day = start;
          const days = steps.map((step) => {
            day += step;
            return addDays("2019-01-01", day);
          });
          const cells = days.map((date) => writeAs[order](...(date.split("-") as [string, string, string])));
          const found = dateOrderOf(cells, TODAY, "dayMonthYear");
          const reader = new DateReader(found.order, 2026);
          const isRight = cells.every((text, index) => reader.read(text) === days[index]);
          expect(isRight || !found.isSure).toBe(true);
        },
      ),
      { numRuns: 300 },
    );
  });
});
