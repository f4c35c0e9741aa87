import fc from "fast-check";
import { expect, it } from "vitest";
import { entryAt, firstOf, foundIn, groupBy, lastOf, unmoved, valueAt } from "./lists";
import { canonicalJson, sameValue } from "./same";

it("groups keep the order of their keys and of what is in them", () => {
  expect([...groupBy([5, 2, 7, 4, 1], (n) => (n % 2 === 0 ? "even" : "odd"))]).toEqual([
    ["odd", [5, 7, 1]],
    ["even", [2, 4]],
  ]);
});

it.each([
  [["a", "b", "c"], ["a", "b", "c"], 3],
  [["a", "b", "c", "d"], ["d", "a", "b", "c"], 3],
  [["a", "b", "c"], ["c", "b", "a"], 1],
  [["a", "x", "b"], ["a", "b"], 2],
  [[], ["a"], 0],
])("of %j the most that stand as in %j are %i", (from, to, count) => {
  expect(unmoved(from, to).size).toBe(count);
});

it("what is unmoved stands in one order in both, and nothing more could", () => {
  fc.assert(
    fc.property(fc.shuffledSubarray([..."abcdefg"]), fc.shuffledSubarray([..."abcdefg"]), (from, to) => {
      const kept = unmoved(from, to);
      const inOrder = (list: string[]) => list.filter((one) => kept.has(one));
      expect(inOrder(from)).toEqual(inOrder(to));
      // By brute force over the few subsets there are.
      const common = from.filter((one) => to.includes(one));
      const best = Math.max(
        0,
        ...Array.from({ length: 1 << common.length }, (_, mask) => common.filter((_one, i) => mask & (1 << i)))
          .filter((some) => some.every((one, i) => i === 0 || to.indexOf(some[i - 1]!) < to.indexOf(one)))
          .map((some) => some.length),
      );
      expect(kept.size).toBe(best);
    }),
    { numRuns: 100 },
  );
});

it("values are the same by what they hold, not by the order of their keys", () => {
  expect(sameValue({ a: 1, b: [1, { c: null }] }, { b: [1, { c: null }], a: 1 })).toBe(true);
  expect(sameValue([1, 2], [2, 1])).toBe(false);
  expect(sameValue({ a: undefined }, {})).toBe(false);
  expect(sameValue([], {})).toBe(false);
  fc.assert(
    fc.property(fc.jsonValue(), fc.jsonValue(), (a, b) => {
      expect(sameValue(a, JSON.parse(JSON.stringify(a)))).toBe(true);
      if (canonicalJson(a) === canonicalJson(b)) expect(sameValue(a, b)).toBe(true);
    }),
  );
});

it("what must be there is given, what may be nothing too: 0 and an empty text are there", () => {
  expect([entryAt([4, 0], 1), firstOf([0, 4]), lastOf(["a", ""]), valueAt(new Map([["a", 0]]), "a")]).toEqual([
    0,
    0,
    "",
    0,
  ]);
  expect(foundIn([4, 0, 7], (n) => n < 4)).toBe(0);
});

it.each<[string, () => unknown]>([
  ["an index beyond the end", () => entryAt([1, 2], 2)],
  ["the first of none", () => firstOf([])],
  ["the last of none", () => lastOf([])],
  ["a key that is not in the map", () => valueAt(new Map<string, number>(), "a")],
  ["what no entry is", () => foundIn([1, 2], (n) => n > 2)],
])("%s is a mistake, thrown where it is made", (_, ask) => {
  expect(ask).toThrow(RangeError);
});
