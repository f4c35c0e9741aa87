import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { arbitrarySession } from "../core/testing/arbitrary";
import { read } from "../core/testing/helpers";
import { check, documentSchema, EMPTY_DOCUMENT, floorEventSchema, readDocument, upcastDocument } from ".";

const sound = () => JSON.parse(JSON.stringify(read("Bench press 4x8 @80kg r90")));

describe("a document at the edge", () => {
  it("accepts every structure of the grammar, through JSON and back", () => {
    fc.assert(
      fc.property(arbitrarySession, (document) => {
        const stored = JSON.parse(JSON.stringify(document));
        expect(check(documentSchema, stored)).toMatchObject({ ok: true });
        expect(readDocument(stored)).toEqual({ ok: true, value: document });
      }),
      { numRuns: 60 },
    );
  });

  it.each<[string, (document: ReturnType<typeof sound>) => void]>([
    ["an unknown key", (d) => Object.assign(d.blocks[0], { colour: "red" })],
    ["a figure as text", (d) => Object.assign(d.blocks[0].rounds, { count: "4" })],
    [
      "a figure that is not finite",
      (d) => Object.assign(d.blocks[0].slots[0].sets[0].segments[0].amount.reps, { low: Number.NaN }),
    ],
    ["an unknown kind", (d) => Object.assign(d.blocks[0].slots[0].sets[0].segments[0].load, { kind: "guess" })],
    [
      "a load that is no decimal",
      (d) => Object.assign(d.blocks[0].slots[0].sets[0].segments[0].load.weight, { amount: "1e9" }),
    ],
    ["a missing part", (d) => delete d.blocks[0].slots],
    ["rounds that do not agree with sets", (d) => Object.assign(d.blocks[0].rounds, { count: 5 })],
    ["an id used twice", (d) => Object.assign(d.blocks[0].slots[0].sets[1], { id: d.blocks[0].slots[0].sets[0].id })],
    ["an exercise that is not there", (d) => Object.assign(d.blocks[0].slots[0], { exerciseId: "levitation" })],
    [
      "a load taken from itself",
      (d) =>
        Object.assign(d.blocks[0].slots[0].sets[0].segments[0], {
          load: { kind: "ofSlot", slotId: d.blocks[0].slots[0].id, share: 1 },
        }),
    ],
    ["a title of 10,000 characters", (d) => Object.assign(d, { title: "x".repeat(10_000) })],
    ["another version", (d) => Object.assign(d, { version: 99 })],
  ])("refuses %s, and says where", (_, spoil) => {
    const document = sound();
    expect(readDocument(document).ok).toBe(true);
    spoil(document);
    const answer = readDocument(document);
    expect(answer.ok).toBe(false);
    if (!answer.ok) expect(answer.problems[0]!.message.length).toBeGreaterThan(5);
  });

  it("never throws on any JSON", () => {
    fc.assert(
      fc.property(fc.jsonValue(), (value) => typeof readDocument(value).ok === "boolean"),
      { numRuns: 300 },
    );
  });
});

describe("an older document", () => {
  it("becomes the present version: the cap was in minutes, and there was no finisher", () => {
    const { capSeconds: _, finisher: __, methodId: ___, ...rest } = sound();
    const first = { ...rest, version: 1, capMinutes: 50 };
    expect(readDocument(first)).toEqual({ ok: true, value: { ...sound(), capSeconds: 3000 } });
    expect(upcastDocument({ ...first, capMinutes: null })).toMatchObject({ version: 2, capSeconds: null });
  });

  it("leaves the present version as it is", () => {
    expect(upcastDocument(EMPTY_DOCUMENT)).toBe(EMPTY_DOCUMENT);
  });
});

describe("an event at the edge", () => {
  const event = () => ({
    id: "01900000-0000-7000-8000-000000000000",
    sessionId: "01900000-0000-7000-8000-000000000001",
    atMs: 1,
    shownHash: "a".repeat(64),
    body: { kind: "ended", sessionRpe: 7, note: "" } as Record<string, unknown>,
  });
  it("is exact", () => {
    expect(check(floorEventSchema, event()).ok).toBe(true);
    expect(check(floorEventSchema, { ...event(), more: 1 }).ok).toBe(false);
    expect(check(floorEventSchema, { ...event(), body: { kind: "ended", sessionRpe: 70, note: "" } }).ok).toBe(false);
    expect(check(floorEventSchema, { ...event(), body: { kind: "setsDone", sets: [{}] } }).ok).toBe(false);
    expect(check(floorEventSchema, { ...event(), id: "1" }).ok).toBe(false);
  });
});
