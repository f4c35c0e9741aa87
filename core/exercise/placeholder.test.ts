import { describe, expect, it } from "vitest";
import { parseCell, parseSession, printSession, validateDocument } from "../session";
import { countingIds, read, resolve, TEST_CONTEXT, timelineOf } from "../testing/helpers";
import { totalSession } from "../volume";
import { SHIPPED_CATALOGUE } from "./catalogue";
import { exerciseOrThrow } from "./exercise";
import { offerExercises } from "./finder";
import { isPlaceholder, placeholderId, placeholderName } from "./placeholder";

describe("a lift that is not known yet", () => {
  const text = 'A1 "Rowboat drag, uphill"? 3x40m @30kg r90';

  it("keeps its place, its figures and its seconds under its name", () => {
    const document = read(text);
    expect(validateDocument(document, SHIPPED_CATALOGUE)).toEqual([]);
    expect(printSession(document, SHIPPED_CATALOGUE)).toBe(text);
    expect(timelineOf(text).seconds).toBe(3 * 40 + 2 * 90);
    const [set] = document.blocks[0]!.slots[0]!.sets;
    expect(resolve(document).loads.get(set!.segments[0]!.id)).toMatchObject({ kg: 30, shareOfE1rm: null });
  });

  it("trains no muscle that anybody could name, and its reps count", () => {
    const totals = totalSession(timelineOf('"Winch turn"? 2x10 @20kg'), TEST_CONTEXT);
    expect([totals.sets, totals.reps, totals.byMuscle.size]).toEqual([2, 20, 0]);
  });

  it("is the same however it is spaced, and a pair does not fall apart over it", () => {
    expect(placeholderId("  Winch   turn ")).toBe(placeholderId("Winch turn"));
    expect([isPlaceholder(placeholderId("x")), isPlaceholder("back-squat")]).toEqual([true, false]);
    expect(placeholderName(placeholderId("Winch turn"))).toBe("Winch turn");
    const pair = read('A1 Bench press 3x8 h10\nA2 "Winch turn"? 3x10 r90');
    expect(pair.blocks[0]!.slots.map((slot) => exerciseOrThrow(SHIPPED_CATALOGUE, slot.exerciseId).name)).toEqual([
      "Bench press",
      "Winch turn",
    ]);
  });

  it("comes of any name that is not known, with the three nearest to choose from, in its superset", () => {
    const typed = "A1 Bench press 3x8 h10\nA2 Incline winch curl 3x10 r90\nA3 Bench pres 3x8";
    const { document, errors, unknown } = parseSession(typed, SHIPPED_CATALOGUE, countingIds());
    expect(errors).toEqual([]);
    expect(document.blocks.map(({ slots }) => slots.map(({ exerciseId }) => exerciseId))).toEqual([
      ["bench-press", placeholderId("Incline winch curl"), "bench-press"],
    ]);
    expect(unknown).toMatchObject([{ line: 2, column: 4, length: 18, name: "Incline winch curl" }]);
    const offers = offerExercises(SHIPPED_CATALOGUE, unknown[0]!.name);
    expect([offers.length, offers[0]!.name]).toEqual([3, "Incline dumbbell curl"]);
    expect(parseSession('"Winch turn"? 2x10', SHIPPED_CATALOGUE, countingIds()).unknown).toMatchObject([
      { name: "Winch turn", isMarked: true },
    ]);
  });

  it("is not made of what is no exercise at all, nor within one cell", () => {
    expect(parseSession("remember the keys", SHIPPED_CATALOGUE, countingIds()).errors).toHaveLength(1);
    expect(parseCell("8 > as Winch turn xF", SHIPPED_CATALOGUE, countingIds())).toMatchObject({ error: { column: 8 } });
    expect(() => exerciseOrThrow(SHIPPED_CATALOGUE, "never-heard-of")).toThrow(/no exercise/);
  });
});
