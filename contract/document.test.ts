import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  DEFAULT_SETTINGS,
  DOCUMENT_VERSION,
  diffDocuments,
  type Edit,
  EMPTY_DOCUMENT,
  expandSession,
  foldEvents,
  projectSession,
  type SessionDocument,
  SHIPPED_CATALOGUE,
} from "../core";
import { arbitrarySession } from "../core/testing/arbitrary";
import { performedSet, SAMPLE_BODIES } from "../core/testing/floor";
import { BOATHOUSE, read, resolve } from "../core/testing/helpers";
import {
  check,
  documentSchema,
  editSchema,
  floorEventSchema,
  INPUTS,
  readDocument,
  readEvent,
  readShown,
  type SentEvent,
  shownSession,
  upcastDocument,
  upcastEvent,
} from ".";

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
  it("of version 1 had its cap in minutes, and no finisher", () => {
    const { capSeconds: _, finisher: __, methodId: ___, ...rest } = sound();
    const first = { ...rest, version: 1, capMinutes: 50 };
    expect(readDocument(first)).toEqual({ ok: true, value: { ...sound(), capSeconds: 3000 } });
    expect(upcastDocument({ ...first, capMinutes: null })).toMatchObject({
      version: DOCUMENT_VERSION,
      capSeconds: null,
    });
  });

  it("of version 2 had its rules beside it, and partners without a least rest", () => {
    const now = JSON.parse(JSON.stringify(read("Bench press 4x8 @80kg rpartner")));
    const rule = { kind: "loadFirst", stepKg: 5 };
    const [block] = now.blocks;
    const slotId = block.slots[0].id;
    const { methodId: _, ...bare } = block;
    const { rule: __, ...slot } = block.slots[0];
    const gymId = "01900000-0000-7000-8000-000000000000";
    const second = {
      ...now,
      version: 2,
      gymId,
      rules: { [slotId]: rule },
      blocks: [{ ...bare, restAfterRound: { kind: "partnersWork" }, slots: [slot] }],
    };
    const value = { ...now, gymId, blocks: [{ ...block, slots: [{ ...slot, rule }] }] };
    expect(readDocument(second)).toEqual({ ok: true, value });
    expect(upcastDocument({ ...second, gymId: "the hall" })).toMatchObject({ gymId: null });
  });

  it("leaves the present version as it is", () => {
    expect(upcastDocument(EMPTY_DOCUMENT)).toBe(EMPTY_DOCUMENT);
  });
});

describe("what cannot be meant is refused at its field", () => {
  const spoilt = (change: (document: ReturnType<typeof sound>) => void) => {
    const document = sound();
    change(document);
    const answer = readDocument(document);
    return answer.ok ? [] : answer.problems.map((one) => one.field);
  };
  const first = (d: ReturnType<typeof sound>) => d.blocks[0].slots[0].sets[0].segments[0];

  it.each<[string, (document: ReturnType<typeof sound>) => void, string]>([
    ["low above high", (d) => Object.assign(first(d).amount, { reps: { low: 9, high: 4 } }), "reps"],
    [
      "rounds 9 to 4",
      (d) => Object.assign(d.blocks[0], { rounds: { kind: "range", low: 9, high: 4, stop: { kind: "coach" } } }),
      "rounds",
    ],
    [
      "an empty list of rests",
      (d) => Object.assign(d.blocks[0], { restAfterRound: { kind: "list", rests: [] } }),
      "restAfterRound",
    ],
    ["99,999 kg", (d) => Object.assign(first(d).load.weight, { amount: "99999" }), "weight"],
    ["a rest of a week", (d) => Object.assign(first(d), { restBeforeSeconds: 604_800 }), "restBeforeSeconds"],
  ])("%s", (_, change, field) => {
    expect(spoilt(change).join()).toContain(field);
  });

  it("2026-99-99 and a birth year after today", () => {
    expect(check(INPUTS["clients.weigh"], { clientId: ID, date: "2026-99-99", bodyMass: KG })).toMatchObject({
      ok: false,
      problems: [{ field: "date" }],
    });
    expect(check(INPUTS["clients.weigh"], { clientId: ID, date: "2026-02-29", bodyMass: KG }).ok).toBe(false);
    expect(check(INPUTS["clients.weigh"], { clientId: ID, date: "2028-02-29", bodyMass: KG }).ok).toBe(true);
    const person = {
      name: "A",
      birthYear: 2150,
      trainingAge: "novice",
      minutes: 60,
      aims: "",
      limits: "",
      bodyMass: null,
    };
    expect(check(INPUTS["clients.create"], person)).toMatchObject({ ok: false, problems: [{ field: "birthYear" }] });
  });

  it("and everything that the edge accepts computes", () => {
    const mutated = fc.tuple(arbitrarySession, fc.array(fc.tuple(fc.nat(400), fc.nat(9)), { maxLength: 3 }));
    let accepted = 0;
    fc.assert(
      fc.property(mutated, ([document, changes]) => {
        const stored = JSON.parse(JSON.stringify(document));
        for (const [at, kind] of changes) mutate(stored, at, kind);
        const answer = readDocument(stored);
        if (!answer.ok) return;
        accepted++;
        const { seconds } = expandSession(answer.value, { catalogue: SHIPPED_CATALOGUE, settings: DEFAULT_SETTINGS });
        expect(Number.isFinite(seconds)).toBe(true);
        const { loads } = resolve(answer.value);
        for (const { kg } of loads.values()) expect(kg === null || Number.isFinite(kg)).toBe(true);
      }),
      { numRuns: 250 },
    );
    expect(accepted).toBeGreaterThan(40);
  });
});

const ID = "01900000-0000-7000-8000-000000000000";
const KG = { amount: "80", unit: "kg" };

/** Puts something else into one place of a JSON value, counted through it. */
function mutate(value: unknown, at: number, kind: number): void {
  const places: [Record<string, unknown>, string][] = [];
  const walk = (one: unknown) => {
    if (typeof one !== "object" || one === null) return;
    for (const key of Object.keys(one)) {
      places.push([one as Record<string, unknown>, key]);
      walk((one as Record<string, unknown>)[key]);
    }
  };
  walk(value);
  const [owner, key] = places[at % places.length]!;
  const old = owner[key];
  const others = [0, 1, 7200, -1, 0.5, "0", null, [], "80", Array.isArray(old) ? old.slice(1) : 3];
  owner[key] = others[kind];
}

describe("edits at the edge", () => {
  const document = read("A1 Bench press 4x8 @80kg h10\nA2 Push-up 4x8 r90");
  const [bench] = document.blocks[0]!.slots;
  const good: Edit[] = [
    { kind: "setSession", field: "title", value: "Heavy" },
    { kind: "setBlock", blockId: document.blocks[0]!.id, field: "methodId", value: "density" },
    { kind: "setSlot", slotId: bench!.id, field: "rule", value: { kind: "loadFirst", stepKg: null } },
    { kind: "moveSlot", slotId: bench!.id, blockId: document.blocks[0]!.id, after: document.blocks[0]!.slots[1]!.id },
    { kind: "arrangeSets", slotId: bench!.id, order: [bench!.sets[0]!.id, null], added: [] },
    { kind: "removeSegment", segmentId: bench!.sets[0]!.segments[0]!.id },
  ];

  it.each(good.map((edit) => [edit.kind, edit] as const))("%s is accepted, and exact", (_, edit) => {
    expect(check(editSchema, JSON.parse(JSON.stringify(edit)))).toEqual({ ok: true, value: edit });
    expect(check(editSchema, { ...edit, more: 1 }).ok).toBe(false);
  });

  it.each<[string, unknown]>([
    ["an unknown kind", { kind: "rewrite", document }],
    ["a field that is not there", { kind: "setSlot", slotId: "s", field: "sets", value: [] }],
    ["a value of another field", { kind: "setSlot", slotId: "s", field: "laterality", value: "sideways" }],
    ["a place by index", { kind: "moveBlock", blockId: "b", to: 1 }],
    ["nothing", null],
  ])("%s is refused", (_, edit) => {
    expect(check(editSchema, edit).ok).toBe(false);
  });

  it.each(["constructor", "toString", "__proto__", "hasOwnProperty", "rewrite", ""])(
    "of the kind %j is none",
    (kind) => {
      expect(check(editSchema, { kind }).ok).toBe(false);
    },
  );

  it("the difference of any two documents is accepted", () => {
    fc.assert(
      fc.property(arbitrarySession, arbitrarySession, (one, other) => {
        const named = JSON.parse(JSON.stringify(other).replaceAll(/"g(\d+)"/g, '"h$1"')) as SessionDocument;
        for (const edit of diffDocuments(one, named)) expect(check(editSchema, edit)).toMatchObject({ ok: true });
      }),
      { numRuns: 30 },
    );
  });
});

describe("events at the edge", () => {
  const sent = (body: object, more: object = {}) => ({
    id: ID,
    sessionId: ID,
    atMs: 1,
    shownHash: "a".repeat(64),
    ...more,
    body,
  });
  const present = { version: 3, clocks: { wallMs: 1, page: "p", steadyMs: 12.5 } };
  const accepts = (event: object) => check(floorEventSchema, JSON.parse(JSON.stringify(event))).ok;

  it("are exact", () => {
    const ended = sent({ kind: "ended", sessionRpe: 7, note: "" }, present);
    expect(accepts(ended)).toBe(true);
    expect(accepts({ ...ended, more: 1 })).toBe(false);
    expect(accepts(sent({ kind: "ended", sessionRpe: 70, note: "" }, present))).toBe(false);
    expect(accepts(sent({ kind: "setsDone", sets: [{}] }, present))).toBe(false);
    const sore = [{ muscle: "wings", level: 1 }];
    expect(accepts(sent({ kind: "checkIn", checkIn: { sleep: "well", sore } }, present))).toBe(false);
    expect(accepts({ ...ended, id: "1" })).toBe(false);
    expect(accepts({ ...ended, version: 4 })).toBe(false);
  });

  it("of every kind that the floor logs pass", () => {
    const bodies = [...Object.values(SAMPLE_BODIES), { kind: "checkIn", checkIn: { sleep: null, sore: [] } }];
    for (const body of bodies) expect(accepts(sent(body, present)), JSON.stringify(body)).toBe(true);
  });

  it("with whatever a clock can show are taken, and rests beyond sense read as not timed", () => {
    for (const restSeconds of [10_800, -3600, 31_536_000, 1e11]) {
      const set = performedSet({ slotId: "s", restSeconds });
      const event = sent({ kind: "setsDone", sets: [set] }, { ...present, atMs: -5_000 });
      expect(accepts(event)).toBe(true);
      const { body } = upcastEvent(event as unknown as SentEvent, () => null);
      expect(body).toMatchObject({ sets: [{ restSeconds: null }] });
    }
  });

  it("of the second build keep both clocks", () => {
    const event = sent({ kind: "started" }, { version: 2, steady: { page: "p", ms: 12.5 } });
    expect(accepts(event)).toBe(true);
    expect(upcastEvent(event as unknown as SentEvent, () => null)).toMatchObject({
      version: 3,
      clocks: { wallMs: 1, page: "p", steadyMs: 12.5 },
    });
  });

  it("that are not taken say why in words", () => {
    const because = (event: unknown) => {
      const read = readEvent(event);
      return read.ok ? null : read.because;
    };
    const set = (more: object) => ({ kind: "setsDone", sets: [{ ...performedSet({ slotId: "s" }), ...more }] });
    const segments = [{ ...performedSet().segments[0]!, reps: 4000 }];
    expect(because(sent(set({ segments }), present))).toBe("the reps: a figure that is 1000 at most");
    expect(because(sent(set({ pain: 40 }), present))).toBe("the pain: a figure that is 10 at most");
    expect(because(sent({ kind: "note", slotId: null, text: "x".repeat(70_000) }, present))).toBe("it is too long");
    expect(because(null)).toMatch(/^it /);
    expect(because(sent({ kind: "started" }, present))).toBeNull();
  });

  it("of the first builds are accepted and understood: an old phone's log replays", () => {
    const document = read("Bench press 3x8 @80kg r90");
    const slot = document.blocks[0]!.slots[0]!;
    const [one, two] = slot.sets;
    const {
      ordinal: _,
      whose: __,
      plannedSetId: ___,
      failed: ____,
      segments,
      ...rest
    } = performedSet({ slotId: slot.id });
    const { metres: _____, ...part } = segments[0]!;
    const old = [
      sent({ kind: "started" }),
      sent({ kind: "setsDone", sets: [{ ...rest, setId: one!.id, segments: [{ ...part, segmentId: "g" }] }] }),
      sent({ kind: "setsSkipped", setIds: [two!.id], reason: "" }),
    ];
    for (const event of old) expect(accepts(event)).toBe(true);
    const events = old.map((event, i) => ({ ...upcastEvent(event as SentEvent, () => document), id: `e${i}` }));
    const performed = foldEvents(events);
    expect([...performed.sets]).toMatchObject([[`${slot.id}:0:0`, { plannedSetId: one!.id, failed: false }]]);
    expect([...performed.skipped.keys()]).toEqual([`${slot.id}:1:0`]);
    const shown = readShown({
      engineVersion: 1,
      settings: { ...DEFAULT_SETTINGS, hiddenExercises: ["x"] },
      date: "2026-11-01",
      clientName: "Somebody",
      bodyMassKg: 80,
      equipment: BOATHOUSE,
      document,
      loads: { [one!.segments[0]!.id]: { kg: 80, weight: KG, sign: 1, words: "", build: "", change: "", aimReps: 8 } },
      ramps: {},
    });
    expect(shown).not.toHaveProperty("clientName");
    expect(shown.settings).toEqual(DEFAULT_SETTINGS);
    const hash = "a".repeat(64);
    const { summary } = projectSession("s", events, new Map([[hash, shownSession(shown)]]));
    expect(summary).toMatchObject({ sets: 1, plannedSets: 3, reps: 8, volumeLoadKg: 640 });
  });
});
