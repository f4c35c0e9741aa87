import { describe, expect, it } from "vitest";
import {
  anything,
  check,
  checked,
  checkSteps,
  chosenBy,
  exact,
  finite,
  inPieces,
  isoDate,
  kinds,
  listOf,
  oneOf,
  orNull,
  recordOf,
  type Schema,
  said,
  spanOf,
  uuid,
  whole,
  words,
  yesNo,
} from "./schema";

/** The fields that were found wrong; empty where the value passes. */
const wrong = (schema: Schema<unknown>, value: unknown): string[] => {
  const answer = check(schema, value);
  return answer.ok ? [] : answer.problems.map(({ field, message }) => `${field}: ${message}`);
};

describe("values at the edge", () => {
  it.each<[string, Schema<unknown>, unknown[], unknown[]]>([
    ["a whole number", whole(1, 5), [1, 5], [0, 6, 2.5, "3", null, undefined, Number.NaN]],
    ["a figure", finite(-1, 1), [-1, 0.25, 1], [1.01, Number.POSITIVE_INFINITY, Number.NaN, "0", true]],
    ["a date", isoDate(), ["2026-11-24", "2028-02-29"], ["2026-02-29", "2026-99-99", "24.11.2026", "2026-11-24T10:00"]],
    ["an id", uuid(), ["0190a5a0-0000-7000-8000-000000000000"], ["", "0190a5a0", "'; drop table clients; --"]],
    ["a choice", oneOf("kg", "lb"), ["kg", "lb"], ["KG", "", "stone", null]],
    ["yes or no", yesNo(), [true, false], ["true", 1, null]],
    ["words", words(3), ["", "abc"], ["abcd", 3, null]],
    ["something said", said(3), ["a"], ["", "abcd"]],
    ["anything", anything(), [0, "", false, {}, []], [null, undefined]],
    ["a span", spanOf(whole(0, 9)), [{ low: 4, high: 4 }], [{ low: 9, high: 4 }, { low: 1 }, { low: 1, high: 10 }]],
    ["one or nothing", orNull(whole(0, 1)), [null, 0, 1], [2, "", undefined]],
  ])("%s", (_, schema, good, bad) => {
    expect(good.filter((value) => wrong(schema, value).length > 0)).toEqual([]);
    expect(bad.filter((value) => wrong(schema, value).length === 0)).toEqual([]);
  });

  it("nothing is cast: a figure in quotes stays wrong", () => {
    const answer = check(exact({ reps: whole(1, 100) }), { reps: "8" });
    expect(answer.ok).toBe(false);
  });
});

describe("where it is wrong is said", () => {
  const set = exact({ reps: whole(1, 100), load: orNull(finite(0, 500)) });
  const session = exact({ name: said(20), sets: listOf(set, 3, 1) });

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
    const many = listOf(whole(0, 1), 100);
    expect(
      wrong(
        many,
        Array.from({ length: 60 }, () => 7),
      ),
    ).toHaveLength(20);
  });
});

describe("unions", () => {
  const shape = kinds({ circle: { radius: finite(0, 10) }, box: { width: finite(0, 10), height: finite(0, 10) } });

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
    const nested = exact({ list: listOf(orNull(shape), 5), byName: recordOf(shape, 2) });
    expect(wrong(nested, { list: [null, { kind: "circle", radius: 1 }], byName: {} })).toEqual([]);
    expect(wrong(nested, { list: [{ kind: "circle", radius: 11 }], byName: { a: { kind: "box" } } })).toHaveLength(3);
    const circle = { kind: "circle", radius: 1 };
    expect(wrong(nested, { list: [], byName: { a: circle, b: circle, c: circle } })).toEqual([
      "byName: holds at most 2 entries",
    ]);
  });

  it("chosen by the value take a further condition with them", () => {
    const even = checked(whole(0, 100), "is even", (value) => value % 2 === 0);
    const either = chosenBy<unknown>((value) => (typeof value === "number" ? even : said(5)));
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
    const schema = checked(said(5), "is not counted", () => {
      looked++;
      return true;
    });
    return { schema, looked: () => looked };
  }

  it("is refused by its length before any of it is looked at", () => {
    const { schema, looked } = counted();
    const many = Array.from({ length: 5000 }, () => "a");
    expect(wrong(exact({ list: listOf(schema, 64) }), { list: many })).toEqual(["list: holds at most 64 entries"]);
    expect(wrong(recordOf(schema, 3), Object.fromEntries(many.map((text, i) => [i, text])))).toHaveLength(1);
    expect(looked()).toBe(0);
  });

  it("is looked at no further once enough is wrong", () => {
    let looked = 0;
    const no = checked(whole(0, 9), "is wrong", () => {
      looked++;
      return false;
    });
    expect(wrong(listOf(no, 10_000), new Array(10_000).fill(1))).toHaveLength(20);
    expect(looked).toBe(20);
  });

  it("is checked in pieces with the same answer, others having their turn between", async () => {
    const schema = listOf(exact({ name: said(5), figures: listOf(whole(0, 9), 50) }), 2000);
    const value = Array.from({ length: 2000 }, () => ({ name: "abc", figures: [1, 2, 3, 4, 5, 6, 7, 8, 9] }));
    let turns = 0;
    const others = setInterval(() => turns++, 0);
    const answer = await inPieces(checkSteps(schema, value));
    clearInterval(others);
    expect(answer).toEqual(check(schema, value));
    expect(turns).toBeGreaterThan(2);
  });
});
