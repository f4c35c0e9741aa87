import { describe, expect, it } from "vitest";
import { SHIPPED_CATALOGUE } from "../exercise";
import { countingIds, read } from "../testing/helpers";
import { applyEdits } from "./edits";
import { isShared, writePartnerCell } from "./partners";

const document = read("A1 Bench press 3x6-8 rir2 r90");
const slotId = document.blocks[0]!.slots[0]!.id;
const own = (typed: string, round = 1) =>
  writePartnerCell(document, { slotId, round, typed }, SHIPPED_CATALOGUE, countingIds("p"));

describe("what partners share", () => {
  it("a load and an effort are each one's own, and change nothing that is shared", () => {
    const written = own("6-8 @52.5kg rir1");
    if (!written.ok) throw new Error(written.message);
    expect(written.edits.map((edit) => (edit.kind === "setSegment" ? edit.field : edit.kind))).toEqual(["load", "rir"]);
    expect(written.edits.some(isShared)).toBe(false);
    const edited = applyEdits(document, written.edits);
    expect(edited.ok && edited.document.blocks[0]!.slots[0]!.sets[0]).toBe(document.blocks[0]!.slots[0]!.sets[0]);
  });

  it.each(["5 @52.5kg rir2", "6-8 @52.5kg rir2 t3-1-1-0", "6-8 @52.5kg rir2 > -20%x6", "-"])(
    "%s changes what is shared, and is not the partner's to write",
    (typed) => {
      expect(own(typed)).toMatchObject({ ok: false, message: expect.stringContaining("Only load and effort") });
    },
  );

  it("what does not read says so, and a set that is gone too", () => {
    expect(own("6-8 @@")).toMatchObject({ ok: false, message: expect.stringContaining("expected") });
    expect(own("6-8 @50kg", 7).ok).toBe(false);
  });

  it("name, gym and length are not shared; structure is", () => {
    expect(isShared({ kind: "setSession", field: "title", value: "Pull" })).toBe(false);
    expect(isShared({ kind: "removeSlot", slotId })).toBe(true);
  });
});
