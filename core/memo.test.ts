import { expect, it, vi } from "vitest";
import { identityCache, memoizeLast } from "./memo";

it("the last result is kept for the very same arguments alone", () => {
  const compute = vi.fn((a: object, b: number) => ({ a, b }));
  const kept = memoizeLast(compute);
  const key = {};
  const first = kept(key, 1);
  expect(kept(key, 1)).toBe(first);
  expect(compute).toHaveBeenCalledTimes(1);
  expect(kept({}, 1)).not.toBe(first);
  // Only one result is held.
  expect(kept(key, 1)).not.toBe(first);
  expect(compute).toHaveBeenCalledTimes(3);
});

it("a value is kept with its key until one of its inputs is another one", () => {
  const cache = identityCache<{ readonly sum: number }>();
  const compute = vi.fn(() => ({ sum: 3 }));
  const key = {};
  const first = cache(key, [1, "a"], compute);
  expect(cache(key, [1, "a"], compute)).toBe(first);
  expect(compute).toHaveBeenCalledTimes(1);
  expect(cache({}, [1, "a"], compute), "another key that looks the same").not.toBe(first);
  expect(cache(key, [1, "b"], compute)).not.toBe(first);
  expect(cache(key, [1], compute), "fewer inputs").not.toBe(first);
  expect(compute).toHaveBeenCalledTimes(4);
});

it("a value that is null or undefined is kept too", () => {
  const cache = identityCache<null | undefined>();
  const compute = vi.fn(() => undefined);
  const key = {};
  cache(key, [], compute);
  cache(key, [], compute);
  expect(compute).toHaveBeenCalledTimes(1);
});
