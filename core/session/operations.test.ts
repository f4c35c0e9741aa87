import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { SHIPPED_CATALOGUE } from "../exercise";
import * as operations from "../index";
import { arbitrarySession } from "../testing/arbitrary";
import { countingIds, read } from "../testing/helpers";
import { operationOf } from "../testing/operate";
import { applyEdits, type Edit } from "./edits";
import { allBlocks, type SessionDocument } from "./grammar";
import { printSession } from "./shorthand/print";
import { validateDocument } from "./validate";

const after = (document: SessionDocument, operation: operations.Operation): SessionDocument => {
  if (!operation.ok) throw new Error(operation.message);
  const edited = applyEdits(document, operation.edits);
  if (!edited.ok) throw new Error(edited.message);
  return edited.document;
};
const printed = (document: SessionDocument) => printSession(document, SHIPPED_CATALOGUE);
const ids = () => countingIds("n");
const block = (document: SessionDocument, index = 0) => document.blocks[index]!;

describe("what a coach does, in words and in text", () => {
  it.each<[string, string, (d: SessionDocument) => operations.Operation, string]>([
    [
      "pairs two blocks",
      "Bench press 4x8 r90\n\nDumbbell row 3x10/side r60",
      (d) => operations.pairBlocks(d, block(d).id, block(d, 1).id, 10),
      "A1 Bench press 4x8 h10\nA2 Dumbbell row 10,10,10,-/side r90",
    ],
    ...(
      [
        [0, "A1 Barbell row 3x8 r90\n\nB1 Bench press 3x8 r90\n\nC1 Back squat 3x5 r90\n\nD1 Plank 2x30s"],
        [2, "A1 Bench press 3x8 r90\n\nB1 Back squat 3x5 r90\n\nC1 Barbell row 3x8 r90\n\nD1 Plank 2x30s"],
        [3, "A1 Bench press 3x8 r90\n\nB1 Back squat 3x5 r90\n\nC1 Plank 2x30s\n\nD1 Barbell row 3x8 r90"],
      ] as const
    ).map(([at, text]): [string, string, (d: SessionDocument) => operations.Operation, string] => [
      `puts a lift of a superset at place ${at}, alone`,
      "Bench press 3x8 r90\n\nB1 Back squat 3x5 h10\nB2 Barbell row 3x8 r90\n\nC1 Plank 2x30s",
      (d) => operations.liftToPlace(d, block(d, 1).slots[1]!.id, at, ids()),
      text,
    ]),
    [
      "puts a lift that stands alone after the next block",
      "Bench press 3x8 r90\n\nB1 Back squat 3x5 h10\nB2 Barbell row 3x8 r90\n\nC1 Plank 2x30s",
      (d) => operations.liftToPlace(d, block(d, 0).slots[0]!.id, 2, ids()),
      "A1 Back squat 3x5 h10\nA2 Barbell row 3x8 r90\n\nB1 Bench press 3x8 r90\n\nC1 Plank 2x30s",
    ],
    [
      "adds blocks in their order",
      "Bench press 3x8\n\nPlank 2x30s",
      (d) => operations.addBlocks(d, read("Back squat 3x5\n\nBarbell row 3x8", "new").blocks, 1),
      "A1 Bench press 3x8\n\nB1 Back squat 3x5\n\nC1 Barbell row 3x8\n\nD1 Plank 2x30s",
    ],
    [
      "puts another session in the place of this one",
      "# Mine\ncap 40min\n\nA1 Bench press 3x8\n\nZ: finisher\nZ1 Plank 1x60s",
      (d) => operations.replaceSession(d, read("# Other\n\nBack squat 3x5", "other"), ids()),
      "# Other\n\nA1 Back squat 3x5",
    ],
    [
      "makes a block the finisher, and the one there was a block",
      "Bench press 4x8 r90\n\nPush-up 2xF\n\nZ: finisher\nZ1 Plank 1x60s",
      (d) => operations.asFinisher(d, block(d, 0).id),
      "A1 Push-up 2xF\n\nB1 Plank 1x60s\n\nC: finisher\nC1 Bench press 4x8 r90",
    ],
    [
      "takes the finisher back among the blocks",
      "Bench press 4x8 r90\n\nZ: finisher\nZ1 Plank 1x60s",
      (d) => operations.noFinisher(d),
      "A1 Bench press 4x8 r90\n\nB1 Plank 1x60s",
    ],
    [
      "splits them again",
      "A1 Bench press 4x8 h10\nA2 Dumbbell row 10,10,10,-/side r90",
      (d) => operations.splitSlot(d, block(d).slots[1]!.id, ids()),
      "A1 Bench press 4x8 r90\n\nB1 Dumbbell row 3x10/side r90",
    ],
    [
      "stretches a pyramid by even steps",
      "Bench press 12,8,4 @60,70,80kg r60,90",
      (d) => operations.changeRounds(d, block(d).id, 5, ids()),
      "A1 Bench press 12,10,8,6,4 @60,65,70,75,80kg r60,90,90,90",
    ],
    [
      "makes no load between two that no gym builds",
      "Bench press 3x5 @60,61,62kg r60",
      (d) => operations.changeRounds(d, block(d).id, 4, ids()),
      "A1 Bench press 4x5 @60,60,61,62kg r60",
    ],
    [
      "cuts a ruled load for this session, and the rule goes on",
      "Bench press 3x8 rir2 r90",
      (d) => operations.cutLoads(d, block(d).slots[0]!.id, 0.96, new Map()),
      "A1 Bench press 3x8 @next-4% rir2 r90",
    ],
    [
      "cuts it twice",
      "Bench press 3x8 @next-4% r90",
      (d) => operations.cutLoads(d, block(d).slots[0]!.id, 0.9, new Map()),
      "A1 Bench press 3x8 @next-13.6% r90",
    ],
    [
      "shortens it, ends kept",
      "Bench press 12,10,8,6,4 @60,65,70,75,80kg r60",
      (d) => operations.changeRounds(d, block(d).id, 3, ids()),
      "A1 Bench press 12,8,4 @60,70,80kg r60",
    ],
    [
      "keeps the last round's drop last",
      "Barbell curl 3x10 @30kg r60 last: > -20%x8",
      (d) => operations.changeRounds(d, block(d).id, 5, ids()),
      "A1 Barbell curl 5x10 @30kg r60 last: > -20%x8",
    ],
    [
      "keeps the first round first when one is left",
      "Deadlift 3x5 @60kg +10kg/round r90",
      (d) => operations.changeRounds(d, block(d).id, 1, ids()),
      "A1 Deadlift 1x5 @60kg r90",
    ],
    [
      "takes out the first round and keeps the load the steps began with",
      "Deadlift 3x5 @60kg +10kg/round r90",
      (d) => operations.removeRound(d, block(d).id, 0),
      "A1 Deadlift 2x5 @60kg +10kg/round r90",
    ],
    [
      "takes out the first round under a stepped set of two parts",
      "Deadlift 2x5 @60kg last: +10kg/round > x3",
      (d) => operations.removeRound(d, block(d).id, 0),
      "A1 Deadlift 1x5 @60kg > x3",
    ],
    [
      "doubles a round",
      "Bench press 12,10 r90",
      (d) => operations.duplicateRound(d, block(d).id, 0, ids()),
      "A1 Bench press 12,12,10 r90",
    ],
    [
      "moves a round",
      "Bench press 12,10,8 r90",
      (d) => operations.moveRound(d, block(d).id, 2, 0),
      "A1 Bench press 8,12,10 r90",
    ],
    [
      "makes a drop set",
      "Barbell curl 2x10 @30kg r60",
      (d) => operations.toDropSet(d, block(d).slots[0]!.id, 1, 2, 20, ids()),
      "A1 Barbell curl 2x10 @30kg r60 last: (> -20%x10)*2",
    ],
    [
      "and takes it back",
      "Barbell curl 2x10 @30kg r60 last: > -20%x8",
      (d) => operations.toPlainSet(d, block(d).slots[0]!.id, 1),
      "A1 Barbell curl 2x10 @30kg r60",
    ],
    [
      "moves a lift to another block, fitted to its rounds",
      "A1 Bench press 4x8 h10\nA2 Dumbbell row 4x10/side r90\n\nB1 Barbell curl 2x10 r60",
      (d) => operations.moveSlot(d, block(d).slots[1]!.id, block(d, 1).id, 1),
      "A1 Bench press 4x8 r90\n\nB1 Barbell curl 2x10\nB2 Dumbbell row 2x10/side r60",
    ],
    [
      "doubles a block with its references",
      "A1 Bench press 2x5 @60kg h10\nA2 Dumbbell press 2x10 @0.5A1 r60",
      (d) => operations.duplicateBlock(d, block(d).id, ids()),
      "A1 Bench press 2x5 @60kg h10\nA2 Dumbbell bench press 2x10 @0.5A1 r60\n\nB1 Bench press 2x5 @60kg h10\nB2 Dumbbell bench press 2x10 @0.5B1 r60",
    ],
    [
      "removes a lift that another takes its load from",
      "A1 Bench press 2x5 @60kg r60\n\nB1 Dumbbell press 2x10 @0.5A1 r60",
      (d) => operations.removeBlock(d, block(d).id),
      "A1 Dumbbell bench press 2x10 r60",
    ],
    [
      "scales loads",
      "Bench press 3x5 @60,70,80kg r90\n\nBack squat 3x5 @80%\n\nChin-up 3x5 @RIR2",
      (d) => operations.scaleLoads(d, 0.9),
      "A1 Bench press 3x5 @54,63,72kg r90\n\nB1 Back squat 3x5 @72%\n\nC1 Chin-up 3x5 @RIR2",
    ],
    [
      "scales rests",
      "Bench press 3x5 r90\n\nBack squat 3x5 r60-90",
      (d) => operations.scaleRests(d, 0.8),
      "A1 Bench press 3x5 r70\n\nB1 Back squat 3x5 r50-70",
    ],
  ])("%s", (_, text, operate, result) => {
    const document = read(text);
    const changed = after(document, operate(document));
    expect(printed(changed)).toBe(result);
  });

  it("answers with a sentence where it cannot", () => {
    const document = read("B: within 10min\nB1 Push-up 1x10\n\nC1 Bench press 1x5");
    const [within, single] = document.blocks;
    for (const operation of [
      operations.changeRounds(document, within!.id, 3, ids()),
      operations.pairBlocks(document, within!.id, single!.id, 10),
      operations.splitSlot(document, single!.slots[0]!.id, ids()),
      operations.removeRound(document, single!.id, 0),
      operations.changeRounds(document, single!.id, 99, ids()),
      operations.removeSegment(document, single!.slots[0]!.id, 0, 0),
      operations.moveBlock(document, "nowhere", 0),
      operations.scaleLoads(document, 99),
    ]) {
      expect(operation.ok).toBe(false);
      if (!operation.ok) expect(operation.message).toMatch(/^[A-Z].*\.$/);
    }
  });

  it("says so when the target of a change has gone, and then changes nothing", () => {
    const document = read("Bench press 3x5");
    const edits: Edit[] = [
      { kind: "setSession", field: "title", value: "New" },
      { kind: "removeSlot", slotId: "gone" },
    ];
    expect(applyEdits(document, edits)).toEqual({
      ok: false,
      message: expect.stringMatching(/lift .* not in the session any more/),
    });
  });
});

describe("any sequence of operations", () => {
  const lastSlots = (document: SessionDocument) => allBlocks(document).map((one) => one.slots.at(-1)!.restAfter);
  const picks = fc.array(fc.tuple(fc.nat(18), fc.nat(20), fc.nat(20), fc.nat(20)), { minLength: 1, maxLength: 8 });

  it("leaves a sound document, and undone is the document it began with; redone, the one it ended with", () => {
    fc.assert(
      fc.property(arbitrarySession, picks, (start, sequence) => {
        const makeId = countingIds("x");
        let document = start;
        const undo: (readonly Edit[])[] = [];
        const redo: (readonly Edit[])[] = [];
        for (const pick of sequence) {
          const operation = operationOf(document, pick, makeId);
          if (!operation.ok) continue;
          const edited = applyEdits(document, operation.edits);
          if (!edited.ok) throw new Error(edited.message);
          expect(validateDocument(edited.document, SHIPPED_CATALOGUE), JSON.stringify(pick)).toEqual([]);
          document = edited.document;
          expect(lastSlots(document).filter((rest) => rest !== null)).toEqual([]);
          undo.push(edited.inverse);
        }
        const end = document;
        for (const inverse of undo.toReversed()) {
          const edited = applyEdits(document, inverse);
          if (!edited.ok) throw new Error(edited.message);
          document = edited.document;
          redo.push(edited.inverse);
        }
        expect(document).toEqual(start);
        for (const again of redo.toReversed()) {
          const edited = applyEdits(document, again);
          if (!edited.ok) throw new Error(edited.message);
          document = edited.document;
        }
        expect(document).toEqual(end);
      }),
      { numRuns: 300 },
    );
  });
});
