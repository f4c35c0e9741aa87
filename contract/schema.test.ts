import { describe, expect, it } from "vitest";
import {
  anything,
  booleanValue,
  boundedText,
  check,
  checked,
  checkSteps,
  discriminatedUnion,
  finiteNumber,
  integer,
  isoDate,
  listOf,
  nonEmptyString,
  nullable,
  oneOfTexts,
  recordOf,
  runYielding,
  type Schema,
  schemaBy,
  spanOf,
  strictObject,
  uuid,
} from "./schema";

/** The fields that were found wrong; empty where the value passes. */
const wrong = (schema: Schema<unknown>, value: unknown): string[] => {
  const answer = check(schema, value);
  return answer.ok ? [] : answer.problems.map(({ field, message }) => `${field}: ${message}`);
};

describe("values at the edge", () => {
  it.each<[string, Schema<unknown>, unknown[], unknown[]]>([
    ["a whole number", integer(1, 5), [1, 5], [0, 6, 2.5, "3", null, undefined, Number.NaN]],
    ["a figure", finiteNumber(-1, 1), [-1, 0.25, 1], [1.01, Number.POSITIVE_INFINITY, Number.NaN, "0", true]],
    ["a date", isoDate(), ["2026-11-24", "2028-02-29"], ["2026-02-29", "2026-99-99", "24.11.2026", "2026-11-24T10:00"]],
    ["an id", uuid(), ["0190a5a0-0000-7000-8000-000000000000"], ["", "0190a5a0", "'; drop table clients; --"]],
    ["a choice", oneOfTexts("kg", "lb"), ["kg", "lb"], ["KG", "", "stone", null]],
    ["yes or no", booleanValue(), [true, false], ["true", 1, null]],
    ["words", boundedText(3), ["", "abc"], ["abcd", 3, null]],
    ["something said", nonEmptyString(3), ["a"], ["", "abcd"]],
    ["anything", anything(), [0, "", false, {}, []], [null, undefined]],
    ["a span", spanOf(integer(0, 9)), [{ low: 4, high: 4 }], [{ low: 9, high: 4 }, { low: 1 }, { low: 1, high: 10 }]],
    ["one or nothing", nullable(integer(0, 1)), [null, 0, 1], [2, "", undefined]],
  ])("%s", (_, schema, good, bad) => {
    expect(good.filter((value) => wrong(schema, value).length > 0)).toEqual([]);
    expect(bad.filter((value) => wrong(schema, value).length === 0)).toEqual([]);
  });

  it("nothing is cast: a figure in quotes stays wrong", () => {
    const answer = check(strictObject({ reps: integer(1, 100) }), { reps: "8" });
    expect(answer.ok).toBe(false);
  });
});

describe("where it is wrong is said", () => {
  const set = strictObject({ reps: integer(1, 100), load: nullable(finiteNumber(0, 500)) });
  const session = strictObject({ name: nonEmptyString(20), sets: listOf(set, 3, 1) });

  it("down to the field of a set in a list", () => {
    const sets = [
      { reps: 5, load: null },
      { reps: 0, load: 900 },
    ];
    expect(wrong(session, { name: "Legs", sets })).toEqual([
      "sets[1].reps: is 1 at least",
      "sets[1].load: is 500 at most",
    ]);
  });

  it("of all fields at once, so that nobody mends one after the other", () => {
    expect(wrong(session, { name: "", sets: [] })).toEqual(["name: is missing", "sets: holds at least one entry"]);
  });

  it("of a field that does not belong there, by its name", () => {
    expect(wrong(session, { name: "Legs", sets: [{ reps: 5, load: null, admin: true }] })).toEqual([
      "sets[0]: has a field that does not belong there: admin",
    ]);
  });

  it("twenty at most, however much is wrong", () => {
    const many = listOf(integer(0, 1), 100);
    expect(
      wrong(
        many,
        Array.from({ length: 60 }, () => 7),
      ),
    ).toHaveLength(20);
  });
});

describe("unions", () => {
  const shape = discriminatedUnion({
    circle: { radius: finiteNumber(0, 10) },
    box: { width: finiteNumber(0, 10), height: finiteNumber(0, 10) },
  });

  it("are told apart by their kind, each exact", () => {
    expect(wrong(shape, { kind: "circle", radius: 2 })).toEqual([]);
    expect(wrong(shape, { kind: "box", width: 1, height: 2 })).toEqual([]);
    expect(wrong(shape, { kind: "circle", radius: 2, width: 1 })[0]).toContain("width");
    expect(wrong(shape, { kind: "box", width: 1 })[0]).toContain("height");
  });

  it.each([[null], [undefined], [7], ["circle"], [{}], [{ kind: "blob" }], [{ kind: { toString: null } }]])(
    "of no known kind are refused: %j",
    (value) => {
      expect(wrong(shape, value)).toHaveLength(1);
    },
  );

  it("nest inside lists, nulls and records", () => {
    const nested = strictObject({ list: listOf(nullable(shape), 5), byName: recordOf(shape, 2) });
    expect(wrong(nested, { list: [null, { kind: "circle", radius: 1 }], byName: {} })).toEqual([]);
    expect(wrong(nested, { list: [{ kind: "circle", radius: 11 }], byName: { a: { kind: "box" } } })).toHaveLength(3);
    const circle = { kind: "circle", radius: 1 };
    expect(wrong(nested, { list: [], byName: { a: circle, b: circle, c: circle } })).toEqual([
      "byName: holds at most 2 entries",
    ]);
  });

  it("chosen by the value take a further condition with them", () => {
    const even = checked(integer(0, 100), "is even", (value) => value % 2 === 0);
    const either = schemaBy<unknown>((value) => (typeof value === "number" ? even : nonEmptyString(5)));
    expect(wrong(listOf(either, 5), [2, "two"])).toEqual([]);
    expect(wrong(listOf(either, 5), [3, ""])).toEqual(["[0]: is even", "[1]: is missing"]);
    const small = checked(either, "is under ten", (value) => typeof value !== "number" || value < 10);
    expect(wrong(small, 12)).toEqual([": is under ten"]);
  });
});

describe("what is long", () => {
  /** A text that counts how often it is looked at. */
  function counted() {
    let looked = 0;
    const schema = checked(nonEmptyString(5), "is not counted", () => {
      looked++;
      return true;
    });
    return { schema, looked: () => looked };
  }

  it("is refused by its length before any of it is looked at", () => {
    const { schema, looked } = counted();
    const many = Array.from({ length: 5000 }, () => "a");
    expect(wrong(strictObject({ list: listOf(schema, 64) }), { list: many })).toEqual([
      "list: holds at most 64 entries",
    ]);
    expect(wrong(recordOf(schema, 3), Object.fromEntries(many.map((text, i) => [i, text])))).toHaveLength(1);
    expect(looked()).toBe(0);
  });

  it("is looked at no further once enough is wrong", () => {
    let looked = 0;
    const no = checked(integer(0, 9), "is wrong", () => {
      looked++;
      return false;
    });
    expect(wrong(listOf(no, 10_000), new Array(10_000).fill(1))).toHaveLength(20);
    expect(looked).toBe(20);
  });

  it("is checked in pieces with the same answer, others having their turn between", async () => {
    const schema = listOf(strictObject({ name: nonEmptyString(5), figures: listOf(integer(0, 9), 50) }), 2000);
    const value = Array.from({ length: 2000 }, () => ({ name: "abc", figures: [1, 2, 3, 4, 5, 6, 7, 8, 9] }));
    let turns = 0;
    const others = setInterval(() => turns++, 0);
    const answer = await runYielding(checkSteps(schema, value));
    clearInterval(others);
    expect(answer).toEqual(check(schema, value));
    expect(turns).toBeGreaterThan(2);
  });
});
