import { describe, expect, it } from "vitest";
import {
  applyEdits,
  buildableLoads,
  equipmentOn,
  exerciseOrThrow,
  type GymEquipment,
  type SessionDocument,
  SHIPPED_CATALOGUE,
  toKg,
} from "../core";
import { BOATHOUSE, read } from "../core/testing/helpers";
import { cautionsOf, computeSession, type Remedy, remediesFor, type SessionContext, waysOut } from "./";
import { steadyLog, testContext } from "./testing/context";

const found = (text: string, context: SessionContext = testContext()) => {
  const document = read(text);
  return { document, cautions: cautionsOf(context, document, computeSession(document, context)) };
};
const said = (text: string, context?: SessionContext) =>
  found(text, context).cautions.map(({ place, words }) => `${place}: ${words}`);

/** Bench of 60 kg for eight with two in reserve, on three days. */
const BENCH = steadyLog("bench-press", 60);

describe("cautions of a session", () => {
  it("nothing is said of a session of nothing", () => {
    expect(said("# Nothing yet")).toEqual([]);
  });

  it("time over the cap is said with both figures", () => {
    const [caution] = said("cap 5min\nBench press 3x8 @60kg rir2 t2-0-1-0 r180").filter((one) =>
      one.startsWith("Time"),
    );
    expect(caution).toMatch(/^Time: \d+:\d\d is planned, \d+:\d\d over the cap of 5 min\.$/);
    expect(said("cap 55min\nBench press 3x8 @60kg rir2 r180").some((one) => one.startsWith("Time"))).toBe(false);
  });

  it("a timed set that cannot hold its reps names its lift and round", () => {
    expect(said("Leg extension 1x10 @20kg t2-0-1-0 > x10 > x10 in 60s")).toContain(
      "A1, round 1: The reps need 90 s, the set has 60 s. It fits at 2 s a rep, or at 6 reps a part.",
    );
  });

  it("a gym that cannot build a lift's load says so once, however many sets ask for it", () => {
    const bare = testContext({ gym: { id: "g", name: "Shed", equipment: { ...BOATHOUSE, dumbbells: [] } } });
    const all = said("Dumbbell press 4x8 @20kg rir2", bare).filter((one) => one.includes("Shed"));
    expect(all).toEqual(["A1: Shed has nothing to load this lift with."]);
  });

  it("a lift that moves the body asks for the body mass by the client's name", () => {
    const all = said("Chin-up 2x6 @RIR2", testContext({ bodyMassKg: null }));
    expect(all).toContain("A1: needs Somebody's body mass, and none is recorded.");
  });

  it("a step that the gym cannot build is said in its round", () => {
    expect(said("Dumbbell press 10,8 @22kg +0.5kg/round rir2")).toContain(
      "A1, round 2: This gym cannot load a step from 22 kg to 22.5 kg: both are the same.",
    );
  });

  it("the gravest come first, and only a block has a key to be passed by", () => {
    const { cautions } = found("Bench press 3xF @60kg r60", testContext({ alone: true }));
    const ranks = cautions.map(({ severity }) => ["block", "warn", "note"].indexOf(severity));
    expect(ranks).toEqual([...ranks].sort());
    const blocks = cautions.filter(({ severity }) => severity === "block");
    expect(blocks.length).toBeGreaterThan(0);
    expect(cautions.map(({ key }) => key !== null)).toEqual(cautions.map(({ severity }) => severity === "block"));
  });

  it("alone is what makes failure under a bar a block", () => {
    const grave = (alone: boolean) =>
      found("Bench press 3xF @60kg r60", testContext({ alone })).cautions.filter(
        ({ severity }) => severity === "block",
      );
    expect(grave(true).length).toBeGreaterThan(grave(false).length);
  });

  it("a block's key has its subject: a reason for one lift is none for another", () => {
    const keys = found(
      "A1 Bench press 2xF @60kg r60\n\nB1 Incline press 2xF @50kg r60",
      testContext({ alone: true }),
    ).cautions.flatMap(({ key }) => (key === null ? [] : [key]));
    expect(new Set(keys).size).toBe(keys.length);
    expect(keys.length).toBeGreaterThan(1);
  });
});

describe("a gym on a day when something is away", () => {
  const item = "dumbbells:22 kg";
  const gym: GymEquipment = {
    ...BOATHOUSE,
    outOfOrder: [
      { item, from: "2026-11-20", until: "2026-11-27" },
      { item, from: "2026-12-20", until: null },
    ],
  };
  const on = (date: string) => testContext({ date, gym: { id: "g", name: "Gym", equipment: equipmentOn(gym, date) } });
  const TEXT = "Dumbbell press 1x8 @22kg rir2";
  const builds = (context: SessionContext): (number | null)[] => {
    const { loads } = computeSession(read(TEXT), context).resolved;
    return [...loads.values()].map(({ build }) => (build?.kind === "hand" ? toKg(build.weight) : null));
  };

  it("builds with what is there, and does not take what is away for a slip in the list", () => {
    expect(builds(on("2026-11-24"))).not.toEqual([22]);
    expect(builds(on("2026-11-27"))).toEqual([22]);
    for (const date of ["2026-11-24", "2026-11-27", "2026-12-24"])
      expect(said(TEXT, on(date)).filter((one) => one.startsWith("Gym:"))).toEqual([]);
  });

  it("is worked out once: the next edit finds what could be built before", () => {
    const { gym: away } = on("2026-11-24");
    const press = exerciseOrThrow(SHIPPED_CATALOGUE, "dumbbell-bench-press");
    const before = buildableLoads(press, away.equipment);
    computeSession(read(TEXT), testContext({ gym: away }));
    expect(buildableLoads(press, away.equipment)).toBe(before);
    expect(equipmentOn(gym, "2026-11-27")).toBe(gym);
  });
});

describe("ways out of a set that is expected to stop", () => {
  const context = testContext({ lifts: [BENCH] });
  const TOO_MUCH = "Bench press 3x7 @60kg rir1 r20";
  const { document, cautions } = found(TOO_MUCH, context);
  const short = cautions.find(({ slotId }) => slotId !== null)!;
  /** The ways out of whatever falls short, as the desk offers them. */
  const waysOf = (of: SessionDocument): Remedy[] => {
    const computed = computeSession(of, context);
    return cautionsOf(context, of, computed).flatMap(({ slotId }) => {
      const ways = slotId === null ? null : waysOut(computed, slotId);
      return ways ? remediesFor(context, computed, ways) : [];
    });
  };

  it("are offered with the lift's label and the round that stops", () => {
    expect(short.place).toBe("A1");
    expect(short.words).toMatch(/^Round \d is expected to/);
    expect(waysOf(document).map(({ name }) => name.replace(/\d+/, "n"))).toEqual(["Cut the load n %", "Rest n s"]);
  });

  it.each([0, 1])("each is one change, and then the set is not short any more (%d)", (index) => {
    const result = waysOf(document)[index]!.operation(document);
    if (!result.ok) throw new Error("the way out cannot be taken");
    const mended = applyEdits(document, result.edits);
    if (!mended.ok) throw new Error("the way out does not fit the document");
    expect(waysOf(mended.document)).toEqual([]);
  });

  it("of a load that its rule says leaves the rule in force: less of what it says, in this session", () => {
    const ruled = found("Bench press 3x8 rir2 r20", context);
    const way = waysOf(ruled.document).find(({ name }) => name.startsWith("Cut the load"))!;
    const result = way.operation(ruled.document);
    const mended = result.ok ? applyEdits(ruled.document, result.edits) : result;
    if (!mended.ok) throw new Error("not applied");
    const [slot] = mended.document.blocks[0]!.slots;
    for (const set of slot!.sets) expect(set!.segments[0]!.load).toMatchObject({ kind: "ofNext" });
    const loads = [...computeSession(mended.document, context).resolved.loads.values()];
    expect(loads.every(({ reasons }) => reasons.some((reason) => reason.kind === "progress"))).toBe(true);
    expect(waysOf(mended.document)).toEqual([]);
  });

  it("a lighter load is one that the gym builds, and never a heavier one", () => {
    const result = waysOf(document)[0]!.operation(document);
    if (!result.ok) throw new Error("no edits");
    const mended = applyEdits(document, result.edits);
    if (!mended.ok) throw new Error("not applied");
    const kg = (one: SessionDocument) =>
      [...computeSession(one, context).resolved.loads.values()].map((load) => load.kg ?? 0);
    const before = kg(document);
    kg(mended.document).forEach((load, index) => {
      expect(load).toBeLessThan(before[index]!);
      expect((load - 20) % 2.5).toBeCloseTo(0, 9);
    });
  });
});
