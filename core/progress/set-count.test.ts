import { describe, expect, it } from "vitest";
import { SHIPPED_CATALOGUE } from "../exercise";
import { applyEdits, printSession } from "../session";
import { read } from "../testing/helpers";
import { oneSetFewer } from "./set-count";

/** The text with a set fewer of one lift of its first block. */
function fewer(text: string, lift = 0): string {
  const document = read(text);
  const block = document.blocks[0]!;
  const edited = applyEdits(document, oneSetFewer({ block, slot: block.slots[lift]! }));
  if (!edited.ok) throw new Error(edited.message);
  const back = applyEdits(edited.document, edited.inverse);
  expect(back.ok && back.document).toEqual(document);
  return printSession(edited.document, SHIPPED_CATALOGUE);
}

describe("a set fewer", () => {
  it.each([
    ["of a lift alone is a round fewer", "Bench press 4x8 r90", "A1 Bench press 3x8 r90"],
    ["keeps a list of rests one shorter than the rounds", "Bench press 3x8 r60,90", "A1 Bench press 2x8 r60"],
    ["shortens a range from above", "Bench press 2-4x8 r90", "A1 Bench press 2-3x8 r90"],
    ["and a range that is none any more is a number", "Bench press 2-3x8 r90", "A1 Bench press 2x8 r90"],
    ["of a pyramid is its last", "Bench press 12,10,8 @60,70,80kg r90", "A1 Bench press 12,10 @60kg,70kg r90"],
    ["of one set is none", "Bench press 1x8", "A1 Bench press 1x8"],
    ["of warm-up sets is none", "Bench press 2x8 round 1: warmup", "A1 Bench press 2x8 warmup last: working"],
    ["against the clock is none", "B: within 10min\nB1 Push-up 2x8", "A: within 10min\nA1 Push-up 2x8"],
  ])("%s", (_, text, expected) => {
    expect(fewer(text)).toBe(expected);
  });

  it("in a superset the lift sits out the round that it did last, and its partner keeps its own", () => {
    const text = "A1 Bench press 3x8 h10\nA2 Push-up 3x10 r90";
    expect(fewer(text, 0)).toBe("A1 Bench press 8,8,- h10\nA2 Push-up 3x10 r90");
    expect(fewer(text, 1)).toBe("A1 Bench press 3x8 h10\nA2 Push-up 10,10,- r90");
  });
});
