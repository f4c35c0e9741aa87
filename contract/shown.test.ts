import { describe, expect, it } from "vitest";
import { allBlocks, DEFAULT_SETTINGS, SHIPPED_CATALOGUE } from "../core";
import { shownSession as shownForTest } from "../core/testing/floor";
import { read } from "../core/testing/helpers";
import { readShown, SHOWN_VERSION, type ShownContent, settingsOf, shownSession } from ".";

const document = read("A1 Bench press 2x8 @60kg rir2 last: > -20%x6\nA2 Chin-up 2x6 @BW rir2 r90");
const { loads, equipment } = shownForTest(document);
const content: ShownContent = {
  version: SHOWN_VERSION,
  engineVersion: 7,
  settings: DEFAULT_SETTINGS,
  date: "2026-11-24",
  purpose: "deload",
  oneOff: [],
  bodyMassKg: 80,
  equipment,
  own: [],
  document,
  loads,
  ramps: {},
  inPart: {},
};
/** As the first build stored it: with the person's name, and loads that did not say whose they were. */
const first = {
  engineVersion: 1,
  clientName: "Somebody",
  date: "2026-08-24",
  bodyMassKg: 80,
  settings: { e1rmFormula: "epley", assumed: { roundRestSeconds: 75 } },
  equipment,
  exercises: { own: [], hidden: ["hammer-curl"], named: {} },
  document: { ...document, version: 2, partners: undefined },
  loads: Object.fromEntries(
    Object.entries(loads).map(([id, { exerciseId: _, expectedReps: __, nextKg: ___, ...load }]) => [id, load]),
  ),
  ramps: {},
};

describe("what stood on a screen, from an older build", () => {
  const read2 = readShown(JSON.parse(JSON.stringify(first)));

  it("is read in the present shape, without the person's name", () => {
    expect(read2).toMatchObject({ version: SHOWN_VERSION, engineVersion: 1, purpose: "training", own: [] });
    expect(JSON.stringify(read2)).not.toContain("Somebody");
    expect(read2.document.version).toBe(document.version);
  });

  it("knows for which exercise each load was resolved", () => {
    const bench = allBlocks(document)[0]!.slots[0]!.sets.flatMap((set) => set?.segments ?? []);
    expect(bench.map(({ id }) => read2.loads[id]!.exerciseId)).toEqual(bench.map(() => "bench-press"));
    expect(Object.keys(read2.loads).sort()).toEqual(Object.keys(loads).sort());
  });

  it("of before one-off changes were known counts as it was", () => {
    const third = {
      ...content,
      version: 3,
      oneOff: undefined,
      loads: Object.fromEntries(Object.entries(loads).map(([id, { nextKg: _, ...load }]) => [id, load])),
    };
    expect(readShown(JSON.parse(JSON.stringify(third)))).toEqual(content);
  });

  it("of before a client's limits were part of it leaves out none", () => {
    const fourth = { ...content, version: 4, inPart: undefined };
    expect(readShown(JSON.parse(JSON.stringify(fourth)))).toEqual(content);
  });

  it("of this build is left exactly as it is", () => {
    expect(readShown(content)).toBe(content);
  });
});

describe("settings from an older record", () => {
  it("keep what was set and take the rest from the defaults", () => {
    const settings = settingsOf(first.settings);
    expect(settings.e1rmFormula).toBe("epley");
    expect(settings.assumed).toEqual({ ...DEFAULT_SETTINGS.assumed, roundRestSeconds: 75 });
    expect(settingsOf(null)).toEqual(DEFAULT_SETTINGS);
  });

  it("lose what does not compute", () => {
    expect(settingsOf({ methods: { myoReps: {} }, hiddenExercises: ["x"] })).toEqual(DEFAULT_SETTINGS);
  });
});

describe("the content as the core works with it", () => {
  it("is the same object for the same content, so that what was computed of it is kept", () => {
    expect(shownSession(content)).toBe(shownSession(content));
    expect(shownSession({ ...content })).not.toBe(shownSession(content));
  });

  it("knows a lift that was named since by its new name", () => {
    const named = { "?evening press": "bench-press" };
    const session = shownSession(content, named);
    expect(session).not.toBe(shownSession(content));
    expect(session.catalogue.byId.get("bench-press")).toEqual(SHIPPED_CATALOGUE.byId.get("bench-press"));
    expect(session.document).toBe(document);
  });
});
