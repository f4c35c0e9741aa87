import { expect, it } from "vitest";
import { curveRecovery, reserveRecovery } from "./recovery";

it("curves are recovered from simulated lifters without much bias, and the 80 % band holds the truth about as often", () => {
  const found = curveRecovery(150, 12, 11);
  expect(Math.abs(found.biasPercent)).toBeLessThan(2);
  expect(found.typicalErrorPercent).toBeLessThan(4);
  for (const share of [found.bandHoldsMax, found.bandHoldsEight]) {
    expect(share).toBeGreaterThan(0.7);
    expect(share).toBeLessThan(0.92);
  }
  expect(Math.abs(found.shapeBias)).toBeLessThan(0.12);
  expect(found.ownShare).toBeGreaterThan(0.6);
});

it("a client's own recovery is recovered from their sets", () => {
  for (const { recovery, found } of reserveRecovery(41)) expect(Math.abs(found / recovery - 1)).toBeLessThan(0.25);
});
