import { expect, it } from "vitest";
import { restKept } from "./rest-kept";

const start = 1_000_000;
const rest = (more: Partial<Parameters<typeof restKept>[0]>) =>
  restKept({ restStartedMs: start, workStartedMs: null, doneMs: start, workSeconds: 40, plannedSeconds: 90, ...more });
const after = (seconds: number) => start + seconds * 1000;

it.each([
  [
    "as long as it was seen to be, overrun included",
    { workStartedMs: after(10), doneMs: after(30), plannedSeconds: 3 },
    10,
  ],
  ["shorter where work began early", { workStartedMs: after(60), doneMs: after(100) }, 60],
  ["without a word, what is left of the gap after the work", { doneMs: after(150) }, 110],
  ["and at least what was counted down", { doneMs: after(100) }, 90],
  ["but never more than the gap", { doneMs: after(70) }, 70],
  ["a beginning after the end is no beginning", { workStartedMs: after(200), doneMs: after(150) }, 110],
])("a rest is %s", (_, taken, seconds) => {
  expect(rest(taken)).toBe(seconds);
});

it("a clock that ran backward tells nothing", () => {
  expect(rest({ doneMs: after(-5) })).toBeNull();
});

it("a break of two hours and more is not timed", () => {
  expect(rest({ doneMs: after(3 * 3600) })).toBeNull();
  expect(rest({ workStartedMs: after(3 * 3600), doneMs: after(3 * 3600 + 40) })).toBeNull();
  expect(rest({ workStartedMs: after(3600), doneMs: after(3640) })).toBe(3600);
});
