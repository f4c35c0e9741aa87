import { expect, it } from "vitest";
import { buildableLoads, exerciseOrThrow, firstOf, parseCell, printCell, SHIPPED_CATALOGUE, slotLabels } from "@/core";
import { countingIds, read } from "@/core/testing/helpers";
import { computeSession } from "@/views";
import { figuresOf, figureText, type SetFigure, steppedText, typedFigure } from "./set-figures";
import { viewOf } from "./testing/view";

/** A line's first set with what its fields go by. */
const fieldOf = (line: string) => {
  const document = read(line);
  const slot = document.blocks[0]!.slots[0]!;
  const view = viewOf(document);
  const set = slot.sets[0]!;
  const exercise = exerciseOrThrow(SHIPPED_CATALOGUE, slot.exerciseId);
  const loads = buildableLoads(exercise, view.gym.equipment, slot.setup).map(({ kg }) => kg);
  const load = computeSession(document, view).resolved.loads.get(firstOf(set.segments).id);
  return { field: { set, load, loads, unit: "kg" as const }, labels: slotLabels(document) };
};
const after = (line: string, typedOf: (field: ReturnType<typeof fieldOf>["field"]) => string | null) => {
  const { field, labels } = fieldOf(line);
  const typed = typedOf(field);
  if (typed === null) return null;
  const cell = parseCell(typed, SHIPPED_CATALOGUE, countingIds(), {
    before: field.set,
    isFirstRound: true,
    labels,
    unit: "kg",
  });
  return "set" in cell ? printCell(cell.set, SHIPPED_CATALOGUE, labels) : cell.error.expected;
};

it.each<[string, SetFigure, 1 | -1, string | null]>([
  ["Bench press 3x8 @60kg rir2", "reps", 1, "9 @60kg rir2"],
  ["Bench press 3x6-8 @60kg", "reps", -1, "5-7 @60kg"],
  ["Bench press 3x1 @60kg", "reps", -1, null],
  ["Bench press 3xF @60kg", "reps", 1, null],
  ["Plank 3x40s", "seconds", 1, "45s"],
  ["Plank 3x5s", "seconds", -1, null],
  ["Bench press 3x8 @60kg rir2", "reserve", -1, "8 @60kg rir1"],
  ["Bench press 3x8 @60kg rir0", "reserve", -1, null],
  ["Bench press 3x8 @60kg", "reserve", 1, "8 @60kg rir2"],
  ["Bench press 3x8 @60kg > -20%x6", "reps", 1, "9 @60kg > -20%x6"],
])("%s: a step of the %s by %i is %s", (line, figure, by, wanted) => {
  expect(after(line, (field) => steppedText(figure, field, by))).toBe(wanted);
});

it("a step of the load is the next that can be built, and of a body's the next plate", () => {
  const { field } = fieldOf("Bench press 3x8 @60kg");
  const next = field.loads.find((one) => one > 60)!;
  expect(after("Bench press 3x8 @60kg", (one) => steppedText("load", one, 1))).toBe(`8 @${next}kg`);
  expect(after("Chin-up 3x6 @BW", (one) => steppedText("load", one, 1))).toMatch(/^6 @BW\+[\d.]+kg$/);
});

it.each<[string, SetFigure, string, string]>([
  ["Bench press 3x8 @60kg", "load", "72.5", "8 @72.5kg"],
  ["Bench press 3x8 @60kg", "load", "75%", "8 @75%"],
  ["Bench press 3x8 @60kg", "load", "", "8"],
  ["Chin-up 3x6 @BW", "load", "10", "6 @BW+10kg"],
  ["Chin-up 3x6 @BW+10kg", "load", "body", "6 @BW"],
  ["Chin-up 3x6 @BW", "load", "−15", "6 @BW-15kg"],
  ["Bench press 3x8 @60kg", "reps", "6-8", "6-8 @60kg"],
  ["Bench press 3x8 rir2", "reserve", "", "8"],
  ["Bench press 3x8", "reserve", "1-2", "8 rir1-2"],
  ["Plank 3x40s", "seconds", "60", "60s"],
])("%s: its %s typed as “%s” is %s", (line, figure, typed, wanted) => {
  expect(after(line, (field) => typedFigure(figure, typed, field))).toBe(wanted);
});

it("what is timed has seconds and no reps, and each figure is shown as it is written", () => {
  expect(figuresOf(fieldOf("Plank 3x40s").field.set)).toEqual(["seconds", "load", "reserve"]);
  const { field } = fieldOf("Chin-up 3x6-8 @BW+10kg rir1-2");
  expect((["reps", "load", "reserve"] as const).map((figure) => figureText(figure, field))).toEqual([
    "6-8",
    "+10",
    "1-2",
  ]);
});
