import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { SHIPPED_CATALOGUE } from "../exercise";
import * as operations from "../index";
import { arbitrarySession } from "../testing/arbitrary";
import { countingIds, read } from "../testing/helpers";
import { operationOf } from "../testing/operate";
import { diffDocuments } from "./diff";
import { applyEdits, type Edit } from "./edits";
import type { SessionDocument } from "./grammar";
import { areIndependent, blocksTouched, mergeEdits } from "./merge";
import { reconcile } from "./reconcile";
import { parseSession } from "./shorthand/parse";
import { printSession } from "./shorthand/print";

const applied = (document: SessionDocument, edits: readonly Edit[]): SessionDocument => {
  const edited = applyEdits(document, edits);
  if (!edited.ok) throw new Error(edited.message);
  return edited.document;
};

/** The edits that a rewritten text amounts to. */
const retyped = (document: SessionDocument, text: string): Edit[] =>
  diffDocuments(document, reconcile(document, parseSession(text, SHIPPED_CATALOGUE, countingIds("new")).document));

const picks = fc.array(fc.tuple(fc.nat(18), fc.nat(20), fc.nat(20), fc.nat(20)), { minLength: 1, maxLength: 4 });

/** What a coach did to a document: some operations, one after the other. */
function changesOf(document: SessionDocument, sequence: readonly (readonly number[])[], prefix: string): Edit[] {
  const makeId = countingIds(prefix);
  const edits: Edit[] = [];
  let current = document;
  for (const pick of sequence) {
    const operation = operationOf(current, pick, makeId);
    const edited = operation.ok ? applyEdits(current, operation.edits) : null;
    if (!operation.ok || !edited?.ok) continue;
    current = edited.document;
    edits.push(...operation.edits);
  }
  return edits;
}

describe("the difference of two documents", () => {
  it("makes the one of the other, whatever was done to it, and back", () => {
    fc.assert(
      fc.property(arbitrarySession, picks, (document, sequence) => {
        const changed = applied(document, changesOf(document, sequence, "x"));
        expect(applied(document, diffDocuments(document, changed))).toEqual(changed);
        expect(applied(changed, diffDocuments(changed, document))).toEqual(document);
      }),
      { numRuns: 200 },
    );
  });

  it("says nothing of a document whose keys came back in another order", () => {
    const turned = (value: unknown): unknown => {
      if (Array.isArray(value)) return value.map(turned);
      if (typeof value !== "object" || value === null) return value;
      return Object.fromEntries(
        Object.entries(value)
          .toReversed()
          .map(([key, inner]) => [key, turned(inner)]),
      );
    };
    fc.assert(
      fc.property(arbitrarySession, (document) => {
        const stored = turned(document) as SessionDocument;
        expect(diffDocuments(document, stored)).toEqual([]);
        expect(printSession(stored, SHIPPED_CATALOGUE)).toBe(printSession(document, SHIPPED_CATALOGUE));
      }),
      { numRuns: 60 },
    );
  });

  it("makes any document of any other", () => {
    fc.assert(
      fc.property(arbitrarySession, arbitrarySession, (one, other) => {
        const named = JSON.parse(JSON.stringify(other).replaceAll(/"g(\d+)"/g, '"h$1"')) as SessionDocument;
        expect(applied(one, diffDocuments(one, named))).toEqual(named);
        expect(diffDocuments(one, one)).toEqual([]);
      }),
      { numRuns: 80 },
    );
  });

  const text =
    "A1 Back squat 4x5 @80kg r150\n\nB1 Bench press 3x8 h10\nB2 Seated cable row 3x10 r90\n\nC1 Dumbbell curl 3x12 r60";
  const document = read(text, "old");
  it.each<[string, string, string[]]>([
    ["nothing", text, []],
    ["a title", `# Heavy day\n\n${text}`, ["setSession title"]],
    ["a rest", text.replace("r150", "r180"), ["setBlock restAfterRound"]],
    ["the reps of one round", text.replace("4x5", "5,5,5,3"), ["setSegment amount"]],
    ["a load", text.replace("@80kg", "@82.5kg"), Array.from({ length: 4 }, () => "setSegment load")],
    ["a drop on the last round", text.replace("3x12 r60", "3x12 r60 last: > -20%x8"), ["insertSegment"]],
    ["a block moved", text.split("\n\n").toReversed().join("\n\n").replace("C1", "A1"), ["moveBlock", "moveBlock"]],
    ["a lift added to a superset", text.replace("\nB2", "\nB2 Push-up 3x10 h10\nB3"), ["insertSlot"]],
    ["a block taken out", text.replace(/\n\nC1.*/, ""), ["removeBlock"]],
    ["a transition", text.replace("h10", "h15"), ["setSlot restAfter"]],
  ])("says what a person would: %s", (_, typed, expected) => {
    const edits = retyped(document, typed);
    expect(edits.map((edit) => ("field" in edit ? `${edit.kind} ${edit.field}` : edit.kind))).toEqual(expected);
    expect(printSession(applied(document, edits), SHIPPED_CATALOGUE)).toBe(
      printSession(read(typed), SHIPPED_CATALOGUE),
    );
  });
});

describe("two people's changes", () => {
  it("that touch different things give the same, whichever came first", () => {
    let compared = 0;
    fc.assert(
      fc.property(arbitrarySession, picks, picks, (document, first, second) => {
        const a = changesOf(document, first, "a");
        const b = changesOf(document, second, "b");
        if (!areIndependent(document, a, b)) return;
        compared++;
        expect(applied(document, [...a, ...b])).toEqual(applied(document, [...b, ...a]));
        const merged = mergeEdits(document, a, b);
        expect(merged.conflicts).toEqual([]);
        expect(merged.document).toEqual(applied(document, [...a, ...b]));
      }),
      { numRuns: 400 },
    );
    expect(compared).toBeGreaterThan(20);
  });

  const document = read("A1 Back squat 4x5 @80kg r150\n\nB1 Bench press 3x8 r90", "base");
  const [squat, bench] = document.blocks.map((block) => block.slots[0]!);
  const rest = (seconds: number): readonly Edit[] => {
    const operation = operations.setRoundRest(document, document.blocks[0]!.id, seconds);
    return operation.ok ? operation.edits : [];
  };

  it("of one field to two values are said, and the first stands", () => {
    const merged = mergeEdits(document, rest(120), rest(180));
    expect(merged.conflicts).toMatchObject([
      { mine: { field: "restAfterRound" }, theirs: { field: "restAfterRound" } },
    ]);
    expect(merged.document).toEqual(applied(document, rest(120)));
  });

  it("to the same value are no conflict", () => {
    expect(mergeEdits(document, rest(120), rest(120)).conflicts).toEqual([]);
  });

  it("of something that the other took out are said", () => {
    const mine: Edit[] = [{ kind: "setSlot", slotId: bench!.id, field: "cues", value: ["elbows in"] }];
    const theirs: Edit[] = [{ kind: "removeBlock", blockId: document.blocks[1]!.id }];
    const merged = mergeEdits(document, theirs, mine);
    expect(merged.conflicts).toHaveLength(1);
    expect(merged.document.blocks).toHaveLength(1);
  });

  it("of different sets of one lift both hold", () => {
    const change = (round: number, reps: number): Edit => ({
      kind: "setSegment",
      segmentId: squat!.sets[round]!.segments[0]!.id,
      field: "amount",
      value: { kind: "reps", reps: { low: reps, high: reps } },
    });
    const merged = mergeEdits(document, [change(0, 6)], [change(3, 3)]);
    expect(printSession(merged.document, SHIPPED_CATALOGUE)).toContain("Back squat 6,5,5,3 @80kg");
    const back = applyEdits(merged.document, merged.inverse);
    expect(back.ok && back.document).toEqual(applied(document, [change(0, 6)]));
  });

  it("are told by the blocks they are about: a figure, a set, a part of one, a lift, a block that came; what has gone is none", () => {
    const document = read("A1 Bench press 2x8 h10\nA2 Barbell row 2x8\n\nB1 Back squat 3x5\n\nC1 Plank 2x30s");
    const [a, b, c] = document.blocks.map(({ id }) => id) as [string, string, string];
    const row = document.blocks[0]!.slots[1]!;
    const squat = document.blocks[1]!.slots[0]!.sets[1]!;
    const cue = { kind: "setSlot", slotId: row.id, field: "cues", value: ["slow"] } as const;
    const reserve = { kind: "setSegment", segmentId: squat.segments[0]!.id, field: "rir", value: null } as const;
    expect(blocksTouched(document, [reserve, cue])).toEqual([a, b]);
    expect(blocksTouched(document, [{ kind: "setBlock", blockId: c, field: "intent", value: "circuit" }])).toEqual([c]);
    expect(blocksTouched(document, [{ kind: "setSession", field: "title", value: "Legs" }])).toEqual([]);
    expect(blocksTouched(document, [{ kind: "removeSlot", slotId: "gone" }])).toEqual([]);
  });
});
