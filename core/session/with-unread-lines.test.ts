import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { SHIPPED_CATALOGUE } from "../exercise";
import { arbitrarySession } from "../testing/arbitrary";
import { countingIds } from "../testing/helpers";
import { applyEdits } from "./edits";
import { allBlocks, type SessionDocument } from "./grammar";
import { writeRoundRest } from "./in-place";
import type { Operation } from "./operation";
import { moveBlock, removeSlot } from "./operations";
import { parseSession } from "./shorthand/parse";
import { printSession } from "./shorthand/print";
import { withUnreadLines } from "./unread";

const parse = (text: string) => parseSession(text, SHIPPED_CATALOGUE, countingIds("s"));
const print = (document: SessionDocument) => printSession(document, SHIPPED_CATALOGUE);

/** The text after an edit beside it. */
function edited(typed: string, edit: (document: SessionDocument) => Operation): string | null {
  const read = parse(typed);
  const operation = edit(read.document);
  if (!operation.ok) throw new Error(operation.message);
  const after = applyEdits(read.document, operation.edits);
  if (!after.ok) throw new Error(after.message);
  return withUnreadLines(typed, read, read.document, after.document, print(after.document));
}
const slotId = (document: SessionDocument, at: number) => allBlocks(document).flatMap(({ slots }) => slots)[at]!.id;
const rest =
  (seconds: string, at = 0) =>
  (document: SessionDocument) =>
    writeRoundRest(document, allBlocks(document)[at]!.id, seconds);

const HALF = "A1 Bench press 3x8 @60kg\nA2 Barbell row 3x10 @@ r60\n\nB1 Back squat 5x5 @90kg r150";

describe("an edit beside a text of which some does not read", () => {
  it("leaves the line where it stood, and writes what was changed", () => {
    expect(edited(HALF, rest("120", 1))).toBe(HALF.replace("r150", "r120"));
  });

  it("goes with the lift above it where blocks change places, and reads there once it is put right", () => {
    const after = edited(HALF, (document) => moveBlock(document, document.blocks[0]!.id, 1));
    expect(after).toBe("A1 Back squat 5x5 @90kg r150\n\nB1 Bench press 3x8 @60kg\nA2 Barbell row 3x10 @@ r60");
    const { document, errors } = parse(after!.replace("A2", "B2").replace("@@", "@50kg"));
    expect(errors).toEqual([]);
    expect(document.blocks.map(({ slots }) => slots.length)).toEqual([1, 2]);
  });

  it("is at the end where the lift above it is gone", () => {
    expect(edited(HALF, (document) => removeSlot(document, slotId(document, 0)))).toBe(
      "A1 Back squat 5x5 @90kg r150\n\nA2 Barbell row 3x10 @@ r60",
    );
  });

  it("above all lifts it stays above them, a setting with the settings and a lift on its own", () => {
    expect(edited("cap soon\n# Pull\nA1 Chin-up 3x5", rest("90"))).toBe("cap soon\n# Pull\n\nA1 Chin-up 3x5 r90");
    expect(edited("Wobble 3x @@\n\nA1 Chin-up 3x5", rest("90"))).toBe("Wobble 3x @@\n\nA1 Chin-up 3x5 r90");
  });

  it("a line that reads but for its end stays as typed while its lift is the same", () => {
    const text = "A1 Bench press 3x8 @60kg r60,60,60\n\nB1 Back squat 5x5 @90kg r150";
    expect(parse(text)).toMatchObject({ errors: [{ line: 1 }], lines: [1, 3] });
    expect(edited(text, rest("120", 1))).toBe(text.replace("r150", "r120"));
    expect(edited(text, (document) => removeSlot(document, slotId(document, 0)))).toBeNull();
  });

  it("several lines keep their order", () => {
    const text = "A1 Bench press 3x8\n\nfirst ?? line\n\nsecond ?? line\n\nB1 Back squat 5x5";
    expect(edited(text, rest("90"))).toBe(text.replace("3x8", "3x8 r90"));
  });

  it("is no text where every line reads", () => {
    fc.assert(
      fc.property(arbitrarySession, (session) => {
        const typed = print(session);
        const read = parse(typed);
        expect(withUnreadLines(typed, read, read.document, read.document, typed)).toBeNull();
        expect(read.lines).toHaveLength(allBlocks(session).flatMap(({ slots }) => slots).length);
      }),
      { numRuns: 60 },
    );
  });

  it("never loses one, whatever stands around it", () => {
    fc.assert(
      fc.property(arbitrarySession, fc.nat(30), fc.boolean(), (session, at, isApart) => {
        const lines = print(session).split("\n");
        lines.splice(at % (lines.length + 1), 0, ...(isApart ? ["", "?? half a line", ""] : ["?? half a line"]));
        const typed = lines.join("\n");
        const read = parse(typed);
        const [first] = read.document.blocks;
        if (!first) return;
        const after = applyEdits(read.document, [
          { kind: "setBlock", blockId: first.id, field: "intent", value: null },
        ]);
        if (!after.ok) throw new Error(after.message);
        const text = withUnreadLines(typed, read, read.document, after.document, print(after.document));
        expect(text!.split("\n").filter((line) => line === "?? half a line")).toHaveLength(1);
      }),
      { numRuns: 100 },
    );
  });
});
