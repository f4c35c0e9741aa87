import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { type Edit, SHIPPED_CATALOGUE, SHIPPED_EXERCISES } from "../core";
import { read } from "../core/testing/helpers";
import { readDocument } from "./document";
import { upcastDocument } from "./document-versions";
import { upcastEvent } from "./event-versions";
import { presentId, presentIds, RENAMED } from "./renamed";
import { readShown } from "./shown";

/** A value as a build before the renaming had it. */
const asBefore = <T>(value: T): T => {
  const old = new Map(Object.entries(RENAMED).map(([from, to]) => [to, from]));
  return JSON.parse(JSON.stringify(value), (_, one) => {
    if (typeof one !== "string") return one;
    const [id = "", ...rest] = one.split("|");
    return [old.get(id) ?? id, ...rest].join("|");
  });
};

const document = read(
  "A1 Hammer curl 3x10 @12kg\nA2 Preacher curl [grip wide] 3x10 > as Dumbbell preacher curl x8 @8kg",
);

describe("ids of exercises that were renamed", () => {
  it("lead to exercises that are there, and are used for none again", () => {
    for (const [old, present] of Object.entries(RENAMED)) {
      expect(SHIPPED_CATALOGUE.byId.has(present), present).toBe(true);
      expect(SHIPPED_CATALOGUE.byId.has(old), old).toBe(false);
      expect(presentId(present)).toBe(present);
    }
  });

  it("say the name that a coach uses", () => {
    const slug = (name: string) =>
      name
        .toLowerCase()
        .replace(/'/g, "")
        .replace(/[^a-z0-9]+/g, "-");
    const apart = SHIPPED_EXERCISES.filter(({ id, name }) => slug(name) !== id).map(({ id }) => id);
    // "split-squat" was the rear-foot-elevated one.
    expect(apart).toEqual(["split-squat-flat"]);
  });

  it("are read in a document of the third version, its records going on", () => {
    const third = { ...asBefore(document), version: 3 };
    expect(JSON.stringify(third)).toContain('"lineage":"sloped-curl|grip=wide"');
    expect(upcastDocument(third)).toEqual(document);
    expect(readDocument(third)).toEqual({ ok: true, value: document });
  });

  it("are read in changes, whole blocks in them too", () => {
    const edits: readonly Edit[] = [
      { kind: "insertBlock", block: document.blocks[0]!, after: null },
      { kind: "setSlot", slotId: "s", field: "exerciseId", value: "hammer-curl" } as unknown as Edit,
    ];
    const [inserted] = presentIds(asBefore(edits));
    expect(inserted).toEqual(edits[0]);
  });

  it("are read in what a device logged", () => {
    const common = { id: "e", sessionId: "s", atMs: 1, shownHash: "h", version: 3 as const, clocks: null };
    const body = {
      kind: "exerciseSwapped",
      slotId: "s",
      fromRound: 1,
      exerciseId: "nordic-lower",
      load: null,
      reason: "neutral-curl",
    };
    const event = upcastEvent({ ...common, body } as Parameters<typeof upcastEvent>[0], () => null);
    expect(event.body).toEqual({ ...body, exerciseId: "nordic-curl" });
  });

  it("are read in what stood on a screen", () => {
    const slot = document.blocks[0]!.slots[0]!;
    const segment = slot.sets[0]!.segments[0]!;
    const content = {
      version: 2,
      document: { ...asBefore(document), version: 3 },
      loads: { [segment.id]: { exerciseId: "neutral-curl", expectedReps: 9 } },
    };
    expect(readShown(content)).toMatchObject({
      document,
      loads: { [segment.id]: { exerciseId: "hammer-curl", expectedReps: [9] } },
    });
  });

  it("change nothing else, and read twice as once", () => {
    fc.assert(
      fc.property(fc.jsonValue(), (value) => {
        const once = presentIds(value);
        expect(presentIds(once)).toEqual(once);
        expect(asBefore(once)).toEqual(asBefore(value));
      }),
    );
  });
});
