import { describe, expect, it } from "vitest";
import { UNRESTRICTED, unfitness } from "../core";
import { BOATHOUSE, read } from "../core/testing/helpers";
import { computeSession } from "./compute";
import { lackingMuscles, liftOffers, swapOffers } from "./lift-offers";
import { testContext } from "./testing/context";
import { usageCounts } from "./usage";
import type { SessionContext } from "./views";

const offers = (
  typed: string,
  { text = "", context = testContext(), besideId = null as string | null, usual = new Map<string, number>() } = {},
) => {
  const document = read(text);
  return liftOffers(document, computeSession(document, context), context, { typed, besideId, usual });
};
const named = (groups: ReturnType<typeof offers>) =>
  groups.map(({ heading, offers: own }) => [heading, own.map(({ exercise }) => exercise.name)] as const);
const load = (hardSets: number) => ({
  reps: 0,
  hardSets,
  failureSets: 0,
  volumeLoadKg: 0,
  tensionSeconds: 0,
  loweringSeconds: 0,
});

describe("lifts that are offered", () => {
  it("by a name, as it is begun", () => {
    const [[heading, names]] = named(offers("bench pr")) as [readonly [string, string[]]];
    expect([heading, names[0]]).toEqual(["By name", "Bench press"]);
  });

  it("for a muscle, ranked for the client, each with what speaks for it", () => {
    const [first] = offers("chest");
    expect(first!.heading).toBe("For chest, ranked for Somebody here");
    expect(first!.offers.every(({ exercise }) => Object.keys(exercise.shares).some((one) => /Chest/.test(one)))).toBe(
      true,
    );
    expect(first!.offers.every(({ isUnfit, note }) => isUnfit || note !== "")).toBe(true);
  });

  it("with an implement, and for a muscle with it", () => {
    const [cable] = offers("triceps cable");
    expect(cable!.offers.length).toBeGreaterThan(2);
    expect(cable!.offers.every(({ exercise }) => exercise.implement === "stack")).toBe(true);
    const [kettlebell] = offers("kettlebell");
    expect(kettlebell!.offers.every(({ exercise }) => exercise.implement === "kettlebell")).toBe(true);
  });

  it("in the place of another: what trains the same, each with the load carried over, and nothing that is there already", () => {
    const context = testContext();
    const document = read("A1 Bench press 3x8 @60kg r90\n\nB1 Dumbbell bench press 3x10 r90");
    const swap = (typed: string, loadKg: number | null) =>
      swapOffers(document, computeSession(document, context), context, {
        ...{ typed, loadKg, exerciseId: "bench-press", usual: new Map() },
      });
    const [group, ...others] = swap("", 60);
    expect([group!.heading, others]).toEqual(["Trains the same, its load carried over", []]);
    const notes = new Map(group!.offers.map(({ exercise, note }) => [exercise.id, note]));
    expect(notes.has("bench-press") || notes.has("dumbbell-bench-press")).toBe(false);
    expect(notes.get("floor-press")).toMatch(/^5\d(\.5)? kg$/);
    expect(new Set(swap("", null)[0]!.offers.map(({ note }) => note))).toEqual(new Set(["load to be found"]));
    expect(swap("overhead pr", 60)[0]!.offers[0]!.exercise.name).toBe("Overhead press");
  });

  it("what a gym has nothing for comes last, and says so", () => {
    const gym = { id: "g", name: "Shed", equipment: { ...BOATHOUSE, dumbbells: [] } };
    const [group] = offers("dumbbell", { context: testContext({ gym }) });
    for (const { exercise, isUnfit, note } of group!.offers) {
      expect(isUnfit).toBe(unfitness(exercise, UNRESTRICTED, gym.equipment) !== null);
      if (isUnfit) expect(note).toMatch(/\.$/);
    }
  });

  it("what was trained lately is more usual than what was trained often, and long ago", () => {
    const lift = (exerciseId: string, lastDate: string) => ({ exerciseId, lastDate });
    const known = [
      lift("deadlift", "2026-11-20"),
      lift("back-squat", "2026-06-01"),
      lift("back-squat", "2026-05-01"),
      lift("bench-press", "2026-09-29"),
      lift("bench-press", "2026-09-29"),
      lift("barbell-row", "2026-11-10"),
    ];
    const usual = usageCounts(known, "2026-11-24");
    expect(usual.get("bench-press")).toBeCloseTo(1, 6);
    // Which day of the last two weeks it was makes no difference.
    expect([usual.get("deadlift"), usual.get("barbell-row")]).toEqual([1, 1]);
    expect(usual.get("back-squat")).toBeLessThan(0.2);
    const heading = "Usual for Somebody";
    const offered = offers("", { text: "A1 Push-up 3x10", usual: new Map(usual) }).find(
      (group) => group.heading === heading,
    )!.offers;
    expect(offered.map(({ exercise }) => exercise.id).slice(0, 4)).toEqual([
      "deadlift",
      "bench-press",
      "barbell-row",
      "back-squat",
    ]);
    // A day that is yet to come counts as today.
    expect(usageCounts([lift("deadlift", "2026-12-24")], "2026-11-24").get("deadlift")).toBe(1);
  });

  it("where nothing is typed: a partner for the lift in hand, what the week lacks, what is usual; each once, none that is there", () => {
    const context = testContext({
      week: { ...testContext().week, others: { chest: load(4) }, before: [{ chest: load(12), back: load(12) }] },
    });
    const groups = offers("", {
      text: "A1 Bench press 3x8 rir2",
      context,
      besideId: "bench-press",
      usual: new Map([["deadlift", 3]]),
    });
    const headings = groups.map(({ heading }) => heading);
    expect(headings[0]).toBe("Pairs with Bench press");
    expect(headings).toContain("The week has 0 of 10 hard sets for back");
    expect(headings).toContain("The week has 7 of 10 hard sets for chest");
    expect(named(groups).at(-1)![1]).toContain("Deadlift");
    const all = groups.flatMap(({ offers: own }) => own.map(({ exercise }) => exercise.id));
    expect(new Set(all).size).toBe(all.length);
    expect(all).not.toContain("bench-press");
  });
});

describe("muscles that the week leaves under their band", () => {
  const lacking = (more: Partial<SessionContext["week"]>, priorities = {}) => {
    const base = testContext();
    const context = testContext({ week: { ...base.week, ...more }, client: { ...base.client, priorities } });
    const document = read("A1 Bench press 4x8 rir2");
    return lackingMuscles(computeSession(document, context), context).map(({ muscle, sets, low }) => [
      muscle,
      sets,
      low,
    ]);
  };
  it("are those that are trained as a rule, the emptiest first, this session counted in", () => {
    const before = [{ chest: load(12), back: load(12), calves: load(1) }];
    expect(lacking({ before, others: { back: load(2) } })).toEqual([
      ["back", 2, 10],
      ["chest", 4, 10],
    ]);
  });
  it("begin with what is to be built, and leave out what is enough", () => {
    const before = [{ chest: load(12), back: load(12) }];
    expect(lacking({ before, others: { back: load(12), quads: load(5) } }, { quads: "build" })).toEqual([
      ["quads", 5, 14],
      ["chest", 4, 10],
    ]);
  });
  it("are the big ones where there is no log to tell", () => {
    expect(lacking({ before: [] }).map(([muscle]) => muscle)).toEqual(
      expect.arrayContaining(["back", "quads", "hamstrings", "glutes", "chest"]),
    );
  });
});
