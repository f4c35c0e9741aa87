import { expect, it, vi } from "vitest";
import { memoizeLast } from "./memo";

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
