import { describe, expect, it } from "vitest";
import {
  applyEdits,
  type Operation,
  restFloorSeconds,
  type SessionDocument,
  SHIPPED_CATALOGUE,
  validateDocument,
} from "../core";
import { countingIds, read } from "../core/testing/helpers";
import { computeSession } from "./compute";
import { type ChangeCost, fillSession, fitSession } from "./fit-time";
import { testContext } from "./testing/context";

const TEXT = `A1 Back squat 4x5 @80kg rir2 r180

B1 Bench press 4x8 @60kg rir2 r120

C1 Barbell row 4x8 @60kg rir2 r120

D1 Lateral raise 3x12 @8kg rir1 r75

E1 Face pull 3x15 @15kg rir1 r60`;

const madeOf = (document: SessionDocument, operation: Operation): SessionDocument => {
  const edited = operation.ok ? applyEdits(document, operation.edits) : null;
  if (!edited?.ok) throw new Error("not done");
  expect(validateDocument(edited.document, SHIPPED_CATALOGUE)).toEqual([]);
  return edited.document;
};
const context = testContext({ client: { ...testContext().client, priorities: { chest: "build", quads: "hold" } } });
const secondsOf = (document: SessionDocument) => computeSession(document, context).timeline.seconds;
const fitted = (text: string, minutes: number, own = context) => {
  const document = read(text);
  const found = fitSession(document, own, computeSession(document, own), minutes * 60, countingIds("f"));
  return { document, found };
};
const LOAD = { reps: 0, hardSets: 6, failureSets: 0, volumeLoadKg: 0, tensionSeconds: 0, loweringSeconds: 0 };
/** The same client, whose other sessions of the week train all of it too. */
const alsoElsewhere = {
  ...context,
  week: { ...context.week, others: { quads: LOAD, glutes: LOAD, chest: LOAD, delts: LOAD, triceps: LOAD } },
};

describe("fitting a session into a time", () => {
  it("every way saves what it says, by the session computed after it", () => {
    const { document, found } = fitted(TEXT, 40);
    const before = secondsOf(document);
    expect(found.overSeconds).toBeCloseTo(before - 2400, 6);
    expect(found.ways.length).toBeGreaterThan(8);
    for (const way of found.ways) {
      const now = secondsOf(madeOf(document, way.operation));
      expect(way.seconds).toBeCloseTo(now, 6);
      expect(way.savedSeconds).toBeCloseTo(before - now, 6);
      expect(way.isEnough).toBe(now <= 2400);
      expect(way.savedSeconds).toBeGreaterThan(0);
    }
  });

  it("knows a round fewer, opposing lifts paired, rests to their floor, two sets as a drop, and the least wanted lift left out", () => {
    const { document, found } = fitted(TEXT, 40);
    const kinds = new Set(found.ways.map(({ change }) => change.kind));
    expect([...kinds].sort()).toEqual(["dropLift", "lastTwoAsDrop", "pair", "roundFewer", "trimRest"]);
    const pair = found.ways.find(({ change }) => change.kind === "pair")!;
    expect(
      madeOf(document, pair.operation).blocks.map(({ slots }) => slots.map((slot) => slot.exerciseId)),
    ).toContainEqual(["bench-press", "barbell-row"]);
    // Its work is the same: neither's own muscle loses a set. What both help along is trained in one go now.
    expect(pair.price.sets).toEqual([{ muscle: "delts", sets: 1 }]);
    const dropped = found.ways.flatMap(({ change }) => (change.kind === "dropLift" ? [change.slotId] : []));
    const names = document.blocks.flatMap(({ slots }) => slots);
    expect(dropped.map((id) => names.find((slot) => slot.id === id)!.exerciseId)).not.toContain("bench-press");
  });

  it("prices what is lost by muscle: a round fewer of the bench is a set of the chest and half of one of the triceps", () => {
    const { document, found } = fitted(TEXT, 40);
    const bench = document.blocks[1]!.id;
    const way = found.ways.find(({ change }) => change.kind === "roundFewer" && change.blockId === bench)!;
    expect(way.price.sets).toContainEqual({ muscle: "chest", sets: 1 });
    expect(way.price.sets).toContainEqual({ muscle: "triceps", sets: 0.5 });
    // 8 reps at 3 s, and a rest of 120 s.
    expect(way.savedSeconds).toBe(144);
  });

  it.each([35, 30, 25])("a plan of several comes inside %d minutes in one step that can be undone", (minutes) => {
    const { document, found } = fitted(TEXT, minutes);
    expect(found.ways.some(({ isEnough }) => isEnough && minutes < 35)).toBe(false);
    const { plan } = found;
    if (!plan) return expect(found.ways.some(({ isEnough }) => isEnough)).toBe(true);
    const edited = applyEdits(document, plan.operation.ok ? plan.operation.edits : []);
    if (!edited.ok) throw new Error(edited.message);
    expect(secondsOf(edited.document)).toBeCloseTo(plan.seconds, 6);
    expect(plan.seconds <= minutes * 60).toBe(plan.isEnough);
    const back = applyEdits(edited.document, edited.inverse);
    expect(back.ok && back.document).toEqual(document);
  });

  it("what the session was begun for stays while rounds and rests of it can go", () => {
    const text =
      "A1 Overhead press 4x5 @40kg r150\n\nB1 Chin-up 4x6 h10\nB2 Push-up 4x12 r75\n\nC1 Face pull 3x15 @15kg h10\nC2 Lateral raise 3x15 @7kg r60";
    const { document, found } = fitted(text, 20);
    const made = madeOf(document, found.plan!.operation);
    expect(made.blocks.flatMap(({ slots }) => slots.map((slot) => slot.exerciseId))).toContain("overhead-press");
    expect(found.plan!.isEnough).toBe(true);
  });

  it.each([48, 44, 40, 35, 30, 25, 20])("at %d minutes no single way is cheaper than what is proposed", (minutes) => {
    const { document, found } = fitted(TEXT, minutes);
    const single = found.ways.filter(({ isEnough }) => isEnough);
    if (!found.plan?.isEnough) return;
    const lost = ({ sets }: Pick<ChangeCost, "sets">) => sets.reduce((sum, one) => sum + Math.max(0, one.sets), 0);
    // A way that is enough alone and loses fewer sets would have been proposed, unless it makes more reps fall short.
    for (const way of single)
      if (way.change.kind !== "dropLift" && way.price.repsShort <= found.plan.price.repsShort)
        expect(lost(way.price)).toBeGreaterThan(lost(found.plan.price) - 1e-9);
    expect(secondsOf(madeOf(document, found.plan.operation))).toBeCloseTo(found.plan.seconds, 6);
  });

  it("several small changes are proposed before a lift is left out that is worth more than they cost", () => {
    const { found } = fitted(
      "A1 Back squat 3x5 @80kg rir2 r180\n\nB1 Bench press 4x8 @60kg rir2 r120\n\nC1 Lateral raise 4x15 @8kg rir1 r75",
      15,
      alsoElsewhere,
    );
    expect(found.ways.some(({ change, isEnough }) => isEnough && change.kind === "dropLift")).toBe(true);
    expect(found.plan!.isEnough).toBe(true);
    expect(found.plan!.steps.map(({ change }) => change.kind)).not.toContain("dropLift");
  });

  it("tempo and rests are listed first, whole lifts last", () => {
    const { found } = fitted(TEXT.replace("3x12 @8kg rir1", "3x12 @8kg rir1 t4-1-2-1"), 40);
    const place = { plainTempo: 0, trimRest: 0, pair: 1, lastTwoAsDrop: 1, roundFewer: 2, dropLift: 3 };
    const places = found.ways.map(({ change }) => place[change.kind]);
    expect(places).toEqual([...places].sort((a, b) => a - b));
    // 3 sets of 12 reps, 8 s a rep instead of 3.
    const tempo = found.ways.find(({ change }) => change.kind === "plainTempo")!;
    expect([tempo.savedSeconds, tempo.price.sets]).toEqual([180, []]);
  });

  it("a muscle's only work of the week is never taken, however short the time; done on another day too, it may go", () => {
    const legs = "A1 Bench press 4x8 @60kg r120\n\nB1 Leg extension 3x12 @40kg r60";
    const without = (own: typeof context) => {
      const { found } = fitted(legs, 5, own);
      const all = [...found.ways, ...(found.plan?.steps ?? [])];
      return all.flatMap(({ change }) => (change.kind === "dropLift" ? [change.slotId] : []));
    };
    expect(without(context)).toEqual([]);
    expect(without(alsoElsewhere).length).toBeGreaterThan(0);
  });

  it("what fits needs nothing", () => {
    expect(fitted(TEXT, 90).found).toMatchObject({ plan: null });
    expect(fitted(TEXT, 90).found.overSeconds).toBeLessThan(0);
  });

  it("rests go down to what the goal needs, by its reps or its method", () => {
    const floor = (text: string, methodId: string | null = null) => {
      const document = { ...read(text), methodId };
      return restFloorSeconds(document, document.blocks[0]!);
    };
    expect([floor("Back squat 4x5"), floor("Bench press 4x8-12"), floor("Lateral raise 3x15-20")]).toEqual([
      120, 60, 30,
    ]);
    expect(floor("Bench press 4x8-12", "heavyStraightSets")).toBe(120);
  });
});

describe("filling a time that is left", () => {
  const fill = (minutes: number) => {
    const document = read(TEXT);
    return {
      document,
      ways: fillSession(document, context, computeSession(document, context), minutes * 60, countingIds("f")),
    };
  };
  it("by rounds or by rest, each as much as goes in and no more", () => {
    const { document, ways } = fill(58);
    const kinds = new Set(ways.map(({ change }) => change.kind));
    expect([...kinds].sort()).toEqual(["restLonger", "roundsMore"]);
    for (const way of ways) {
      const now = secondsOf(madeOf(document, way.operation));
      expect(now).toBeLessThanOrEqual(58 * 60);
      expect(way.savedSeconds).toBeCloseTo(secondsOf(document) - now, 6);
      expect(way.savedSeconds).toBeLessThan(0);
    }
    const rest = ways.find(({ change }) => change.kind === "restLonger")!;
    if (rest.change.kind !== "restLonger") throw new Error("no rest");
    // Five seconds more after each round would be too much, or more than anybody rests.
    const block = document.blocks.find(({ id }) => id === (rest.change as { blockId: string }).blockId)!;
    const left = 58 * 60 - rest.seconds;
    expect(left < 5 * (block.slots[0]!.sets.length - 1) || rest.change.seconds === 300).toBe(true);
  });
  it("nothing where nothing is left", () => {
    expect(fill(30).ways).toEqual([]);
  });
});
