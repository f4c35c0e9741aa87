import { expect, it } from "vitest";
import { countSets, expandAll } from ".";
import { fuzz } from "./fuzz";
import { buildPlan } from "./plan";

it("the parser and the document's check stand mutated input", () => {
  expect(fuzz(3000, 7).cases).toBe(3000);
});

it("the fixed plan is of the size that the bench speaks of", () => {
  const plan = buildPlan();
  expect(plan).toHaveLength(48);
  expect(countSets(plan)).toBeGreaterThan(1200);
  expect(expandAll(plan)).toBeGreaterThan(48 * 1800);
});
