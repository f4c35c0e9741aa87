import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  type ClientLimit,
  catalogueOf,
  classifyPair,
  compareTrials,
  type Exercise,
  limitsOn,
  REGION_IDS,
  type RegionId,
  SHIPPED_CATALOGUE,
  type StressedJoint,
  type Trainee,
  type Trial,
  trialPlan,
  UNRESTRICTED,
} from "../exercise";
import { judgePair, pairsForRegions, partnersFor } from "../forecast";
import { keysOf } from "../lists";
import { buildableLoads } from "../load";
import { DEFAULT_SETTINGS } from "../settings";
import { BOATHOUSE, read } from "../testing/helpers";
import { unfitness } from "./fitness";
import { orderAdvice } from "./order";
import { RANK_PRESETS, rankExercises, rankForMuscle } from "./rank";
import { substitutesFor, substitutesSparing } from "./substitute";

const lift = (id: string) => SHIPPED_CATALOGUE.byId.get(id)!;
const ALL = SHIPPED_CATALOGUE.list;
const [BALANCED] = RANK_PRESETS;
const limit = (what: ClientLimit["what"], more: Partial<ClientLimit> = {}): ClientLimit => ({
  id: "l",
  what,
  how: "avoid",
  range: "",
  side: "both",
  from: "2026-01-01",
  until: null,
  clearedBy: null,
  ...more,
});
const trainee = (more: Partial<Trainee>): Trainee => ({ ...UNRESTRICTED, ...more });

describe("ranking", () => {
  const rank = (region: (typeof REGION_IDS)[number], more: Partial<Parameters<typeof rankExercises>[2]> = {}) =>
    rankExercises(ALL, region, { trainee: UNRESTRICTED, gym: BOATHOUSE, weights: BALANCED!.weights, ...more });

  it("prefers what loads the muscle long when the school does, and quiet joints when that is asked", () => {
    const place = (id: string, preset: string) => {
      const { weights } = RANK_PRESETS.find((one) => one.id === preset)!;
      return rank("biceps", { weights }).findIndex((one) => one.exercise.id === id);
    };
    expect(place("incline-dumbbell-curl", "long")).toBeLessThan(place("dumbbell-curl", "long"));
    const shoulders = (preset: string) =>
      rank("midChest", { weights: RANK_PRESETS.find((one) => one.id === preset)!.weights }).map(
        (one) => one.exercise.id,
      );
    expect(shoulders("joints").indexOf("push-up")).toBeLessThan(shoulders("joints").indexOf("dumbbell-fly"));
  });

  it("puts what the client likes before its like, and what they do not like behind it, and says so", () => {
    const place = (more: Partial<Trainee>) =>
      rank("biceps", { trainee: trainee(more) }).findIndex((one) => one.exercise.id === "hammer-curl");
    const hammer = new Set(["hammer-curl"]);
    expect(place({ likes: hammer })).toBeLessThan(place({}));
    expect(place({ dislikes: hammer })).toBeGreaterThan(place({}));
    const [liked] = rank("biceps", { trainee: trainee({ likes: hammer }) }).filter(
      (one) => one.exercise.id === "hammer-curl",
    );
    expect(liked!.parts.map(({ sentence }) => sentence).join(" ")).toContain("; liked.");
  });

  it("breaks the score down: the parts and their weights give it back, with a sentence each", () => {
    for (const one of rank("tricepsLong")) {
      const weight = one.parts.reduce((sum, part) => sum + part.weight, 0);
      expect(one.score).toBeCloseTo(one.parts.reduce((sum, part) => sum + part.weight * part.value, 0) / weight, 9);
      for (const part of one.parts) {
        expect(part.value).toBeGreaterThanOrEqual(0);
        expect(part.value).toBeLessThanOrEqual(1);
        expect(part.sentence).toMatch(/^[A-Z0-9].*\.$/);
      }
    }
  });

  it("puts what a limit keeps away last, with the reason, and lets it back when the limit ends or is cleared", () => {
    const knee = limit({ kind: "joint", joint: "knee" }, { until: "2026-11-01" });
    const on = (date: string) => trainee({ limits: limitsOn([knee], date) });
    const during = rank("vasti", { trainee: on("2026-10-01") });
    const squat = during.find((one) => one.exercise.id === "back-squat")!;
    expect(squat.group).toBe("not for this client");
    expect(during.indexOf(squat)).toBeGreaterThan(during.findIndex((one) => one.group !== "not for this client"));
    expect(
      rank("vasti", { trainee: on("2026-11-02") }).find((one) => one.exercise.id === "back-squat")!.unfit,
    ).toBeNull();
    expect(limitsOn([{ ...knee, clearedBy: "A doctor" }], "2026-10-01")).toEqual([]);
  });

  it("moves comfort by what the client felt, the more the more sets there are", () => {
    const felt = (mean: number, sets: number) =>
      rank("midChest", { trainee: trainee({ pain: new Map([["bench-press", { mean, sets }]]) }) })
        .find((one) => one.exercise.id === "bench-press")!
        .parts.find((part) => part.part === "comfort")!.value;
    expect(felt(0, 6)).toBeGreaterThan(felt(2, 6));
    expect(felt(2, 6)).toBeLessThan(felt(2, 1));
  });

  it("goes by form that slipped too, and ranks a whole muscle by the region each trains most", () => {
    const comfort = (rough: number) =>
      rank("midChest", { trainee: trainee({ pain: new Map([["bench-press", { mean: 0, sets: 6, rough }]]) }) })
        .find((one) => one.exercise.id === "bench-press")!
        .parts.find((part) => part.part === "comfort")!.value;
    expect(comfort(0.5)).toBeLessThan(comfort(0));
    const triceps = rankForMuscle(ALL, "triceps", {
      trainee: UNRESTRICTED,
      gym: BOATHOUSE,
      weights: BALANCED!.weights,
    });
    expect(new Set(triceps.map((one) => one.exercise.id)).size).toBe(triceps.length);
    for (const one of triceps) {
      const long = rank("tricepsLong").find((other) => other.exercise.id === one.exercise.id)?.score ?? 0;
      const lateral = rank("tricepsLateral").find((other) => other.exercise.id === one.exercise.id)?.score ?? 0;
      // What is weighed beside is how much of the muscle a lift trains: never more than its best region alone.
      expect(one.score).toBeLessThanOrEqual(Math.max(long, lateral) + 1e-9);
    }
  });

  it("is the same whatever the exercises are called, and in whatever order they come", () => {
    const renamed = ALL.toReversed().map((exercise, index): Exercise => ({ ...exercise, name: `x${index}` }));
    for (const region of REGION_IDS) {
      const ids = (list: readonly Exercise[]) =>
        rankExercises(list, region, { trainee: UNRESTRICTED, gym: null, weights: BALANCED!.weights }).map(
          (one) => one.exercise.id,
        );
      expect(ids(renamed)).toEqual(ids(ALL));
    }
  });
});

/** What coaches reach for, by docs/handbook.md#first-choices: at least three of the first five, the first of all among them. */
describe("first choices of an intermediate client with a whole gym", () => {
  const GOOD: readonly (readonly [RegionId, readonly string[]])[] = [
    ["midChest", ["bench-press", "dumbbell-bench-press", "chest-press", "cable-fly", "machine-fly", "push-up", "dip"]],
    [
      "upperChest",
      ["incline-dumbbell-press", "incline-bench-press", "plate-loaded-incline-press", "low-to-high-cable-fly"],
    ],
    [
      "lats",
      [
        "pull-up",
        "chin-up",
        "lat-pull-down",
        "single-arm-pull-down",
        "dumbbell-row",
        "straight-arm-pull-down",
        "cable-pull-over",
      ],
    ],
    ["midBack", ["chest-supported-row", "seated-cable-row", "barbell-row", "t-bar-row", "dumbbell-row"]],
    ["sideDelts", ["lateral-raise", "cable-lateral-raise", "lean-away-lateral-raise", "machine-lateral-raise"]],
    [
      "frontDelts",
      [
        "overhead-press",
        "seated-dumbbell-shoulder-press",
        "standing-dumbbell-shoulder-press",
        "machine-shoulder-press",
        "incline-bench-press",
        "incline-dumbbell-press",
      ],
    ],
    ["biceps", ["incline-dumbbell-curl", "barbell-curl", "dumbbell-curl", "preacher-curl", "cable-curl"]],
    [
      "tricepsLong",
      ["overhead-cable-extension", "dumbbell-overhead-extension", "single-arm-overhead-extension", "skull-crusher"],
    ],
    [
      "gluteMax",
      [
        "hip-thrust",
        "back-squat",
        "romanian-deadlift",
        "bulgarian-split-squat",
        "walking-lunge",
        "step-up",
        "leg-press",
      ],
    ],
    [
      "vasti",
      [
        "back-squat",
        "front-squat",
        "leg-press",
        "hack-squat",
        "pendulum-squat",
        "leg-extension",
        "bulgarian-split-squat",
      ],
    ],
    ["hamstrings", ["seated-leg-curl", "lying-leg-curl", "romanian-deadlift", "stiff-leg-deadlift", "nordic-curl"]],
    [
      "spinalErectors",
      ["back-extension", "horizontal-back-extension", "romanian-deadlift", "good-morning", "deadlift"],
    ],
    ["rotatorCuff", ["cable-external-rotation", "side-lying-external-rotation", "band-external-rotation"]],
  ];
  const ranked = (region: RegionId) =>
    rankExercises(ALL, region, { trainee: UNRESTRICTED, gym: null, weights: BALANCED!.weights });

  it.each(GOOD)("%s", (region, good) => {
    const five = ranked(region)
      .slice(0, 5)
      .map(({ exercise }) => exercise.id);
    expect(good).toContain(five[0]);
    expect(five.filter((id) => good.includes(id)).length).toBeGreaterThanOrEqual(3);
  });

  it.each(REGION_IDS)("%s: at most five, and no group scores less than the next one's best", (region) => {
    const all = ranked(region);
    const first = all.filter(({ group }) => group === "first choice");
    expect(first.length).toBeLessThanOrEqual(5);
    expect(first.length).toBeGreaterThan(0);
    const order = ["first choice", "good", "situational", "not for this client"];
    for (const [index, one] of all.entries()) {
      if (index === 0 || one.unfit) continue;
      expect(one.score).toBeLessThanOrEqual(all[index - 1]!.score);
      expect(order.indexOf(one.group)).toBeGreaterThanOrEqual(order.indexOf(all[index - 1]!.group));
    }
  });

  it("a machine of one gym in a hundred leads no list", () => {
    for (const region of REGION_IDS) {
      const [best] = ranked(region);
      expect(best!.exercise.id, region).not.toMatch(/^(plate-loaded|guided-bar|pendulum|belt-squat|corner-bar)/);
    }
  });

  it("the same move with another grip or on one side steps back behind the others", () => {
    const ids = ranked("tricepsLateral").map(({ exercise }) => exercise.id);
    const five = ids.slice(0, 5);
    expect(five.filter((id) => id.endsWith("press-down"))).toHaveLength(1);
    const other = ranked("tricepsLateral").find(({ exercise }) => exercise.id === "rope-press-down")!;
    expect(other.parts.find(({ part }) => part === "variety")!.sentence).toBe(
      "Much the same move as triceps press-down.",
    );
  });

  it("a novice is not sent to pull-ups first where there is a pull-down", () => {
    const novice = { ...UNRESTRICTED, trainingAge: "novice" };
    const [best] = rankExercises(ALL, "lats", { trainee: novice, gym: null, weights: BALANCED!.weights });
    expect(best!.exercise.id).toMatch(/pull-down|row/);
  });
});

describe("advice never puts forward what this client may not do here", () => {
  const joints = ["shoulder", "elbow", "wrist", "lowerBack", "hip", "knee"] as const;
  const anyone = fc.record({
    limits: fc.array(
      fc.oneof(
        fc.constantFrom(...joints).map((joint) => limit({ kind: "joint", joint })),
        fc.constantFrom(...REGION_IDS).map((region) => limit({ kind: "region", region })),
        fc
          .constantFrom("squat" as const, "hinge" as const, "vertical push" as const)
          .map((pattern) => limit({ kind: "pattern", pattern })),
      ),
      { maxLength: 3 },
    ),
    gym: fc.constantFrom(
      BOATHOUSE,
      { ...BOATHOUSE, bars: [], stacks: [] },
      { ...BOATHOUSE, dumbbells: [], kettlebells: [], stations: [{ name: "bar", count: 0 }] },
    ),
  });

  it("in rankings, pairs and substitutes; and every load it carries over can be built", () => {
    fc.assert(
      fc.property(
        anyone,
        fc.constantFrom(...ALL),
        fc.constantFrom(...REGION_IDS),
        ({ limits, gym }, exercise, region) => {
          const who = trainee({ limits });
          for (const one of rankExercises(ALL, region, { trainee: who, gym, weights: BALANCED!.weights }))
            expect(one.group === "not for this client").toBe(unfitness(one.exercise, who, gym) !== null);
          for (const { second } of partnersFor(exercise, ALL, { trainee: who, gym }, 10))
            expect(unfitness(second, who, gym)).toBeNull();
          const context = { trainee: who, gym, settings: DEFAULT_SETTINGS, bodyMassKg: 80, policy: "nearest" as const };
          for (const { exercise: other, kg } of substitutesFor(exercise, 40, ALL, context)) {
            expect(other.id).not.toBe(exercise.id);
            expect(unfitness(other, who, gym)).toBeNull();
            const loads = buildableLoads(other, gym);
            expect(loads.length).toBeGreaterThan(0);
            if (kg !== null) expect(loads.some((load) => Math.abs(load.kg - kg) < 0.002)).toBe(true);
          }
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe("what a level makes of the body alone", () => {
  const placeFor = (trainingAge: string, muscle: "quads" | "glutes" | "chest", id: string) =>
    rankForMuscle(ALL, muscle, {
      trainee: { ...UNRESTRICTED, trainingAge },
      gym: null,
      weights: RANK_PRESETS[0]!.weights,
    }).findIndex(({ exercise }) => exercise.id === id);

  it("an advanced client has outgrown squats of the body, wall sits and push-ups; a novice less so", () => {
    for (const [muscle, id, better] of [
      ["quads", "bodyweight-squat", "back-squat"],
      ["quads", "wall-sit", "leg-press"],
      ["glutes", "bodyweight-split-squat", "machine-hip-thrust"],
      ["chest", "push-up", "bench-press"],
    ] as const) {
      expect(placeFor("advanced", muscle, id), id).toBeGreaterThan(placeFor("advanced", muscle, better));
      expect(placeFor("advanced", muscle, id), id).toBeGreaterThanOrEqual(placeFor("novice", muscle, id));
    }
  });
});

describe("pairs", () => {
  it.each([
    ["bench-press", "seated-cable-row", "antagonist"],
    ["dumbbell-curl", "triceps-press-down", "antagonist"],
    ["leg-extension", "seated-leg-curl", "antagonist"],
    ["incline-dumbbell-curl", "high-cable-curl", "stretch and squeeze"],
    ["overhead-cable-extension", "triceps-kickback", "stretch and squeeze"],
    ["cable-fly", "bench-press", "pre-exhaust"],
    ["leg-extension", "back-squat", "pre-exhaust"],
    ["lateral-raise", "upright-row", "same muscle"],
    ["push-up", "knee-push-up", "mechanical drop"],
    ["dumbbell-bench-press", "bench-press", "same muscle"],
    ["back-squat", "lateral-raise", "unrelated"],
    ["triceps-press-down", "bench-press", "pre-exhaust"],
    ["bench-press", "triceps-press-down", "post-exhaust"],
  ])("%s then %s: %s", (first, second, kind) => {
    expect(classifyPair(lift(first), lift(second))).toBe(kind);
  });

  it("lose least when they oppose, most when they share the muscle", () => {
    const lost = (a: string, b: string) => judgePair(lift(a), lift(b)).repsLost.second;
    expect(lost("bench-press", "seated-cable-row")).toBeLessThan(1);
    expect(lost("bench-press", "push-up")).toBeGreaterThan(2);
    expect(lost("bench-press", "standing-calf-raise")).toBeLessThan(1);
  });

  it("count what speaks for and against: one station and plane for, shared back, grip and skill against", () => {
    const points = (a: string, b: string) => judgePair(lift(a), lift(b)).reasons.map((reason) => reason.point);
    expect(points("cable-curl", "triceps-press-down")).toEqual(
      expect.arrayContaining(["opposing", "onePlane", "oneStation", "oneImplement"]),
    );
    expect(points("deadlift", "barbell-row")).toEqual(expect.arrayContaining(["sharedGrip", "sharedBack"]));
    expect(points("back-squat", "deadlift")).toEqual(expect.arrayContaining(["sharedBack", "twoSkilled"]));
    expect(points("front-squat", "overhead-press")).toContain("twoAxial");
  });

  it("are found for an exercise and for two regions, opposing ones on top", () => {
    const context = { trainee: UNRESTRICTED, gym: BOATHOUSE };
    const partners = partnersFor(lift("bench-press"), ALL, context);
    expect(partners).toHaveLength(20);
    expect(partners[0]!.kind).toBe("antagonist");
    expect(partners.every((pair) => pair.kind !== "mechanical drop")).toBe(true);
    const pairs = pairsForRegions("biceps", "tricepsLong", ALL, context);
    expect(pairs.every((pair) => pair.first.shares.biceps === 1 && pair.second.shares.tricepsLong === 1)).toBe(true);
    for (let i = 1; i < pairs.length; i++) expect(pairs[i]!.score).toBeLessThanOrEqual(pairs[i - 1]!.score);
  });
});

describe("order", () => {
  const advice = (text: string, priorities = {}) =>
    orderAdvice(read(text), SHIPPED_CATALOGUE, priorities).map((one) => one.kind);
  it("asks for compound before the isolation it needs, unless pre-exhaust is meant", () => {
    expect(advice("A1 Cable press-down 3x10\n\nB1 Bench press 3x8")).toEqual(["isolationFirst"]);
    expect(advice("A1 Dumbbell fly 3x10\n\nB1 Bench press 3x8")).toEqual(["stretchEarly"]);
    expect(advice("A1 Bench press 3x8\n\nB1 Cable press-down 3x10")).toEqual([]);
    expect(advice("A: pre-exhaust\nA1 Cable press-down 3x10\nA2 Bench press 3x8")).toEqual([]);
    expect(advice("A1 Cable press-down 3x10\nA2 Bench press 3x8")).toEqual(["isolationFirst"]);
  });
  it("asks for skilled lifts, hinges before the grip is gone, and the muscle of priority early", () => {
    expect(advice("A1 Push-up 3x8\n\nB1 Lateral raise 3x8\n\nC1 Dumbbell curl 3x8\n\nD1 Back squat 3x5")).toContain(
      "skilledLate",
    );
    expect(advice("A1 Chin-up 3x8\n\nB1 Deadlift 3x5")).toEqual(["gripBeforeHinge"]);
    expect(advice("A1 Back squat 3x8\n\nB1 Bench press 3x5\n\nC1 Chin-up 3x5", { back: "build" })).toEqual([
      "priorityLate",
    ]);
  });
});

describe("substitutes", () => {
  const context = {
    trainee: UNRESTRICTED,
    gym: BOATHOUSE,
    settings: DEFAULT_SETTINGS,
    bodyMassKg: 80,
    policy: "nearest" as const,
  };
  it("no push-up with a stack of plates on the back stands in for a press; a light one may", () => {
    const ids = (kg: number) => substitutesFor(lift("bench-press"), kg, ALL, context, 60).map((one) => one.exercise.id);
    expect(ids(90)).not.toContain("push-up");
    expect(ids(50)).toContain("push-up");
  });

  it("are the nearest in what they train, and carry the load over through the family", () => {
    const [first, ...rest] = substitutesFor(lift("dumbbell-bench-press"), 30, ALL, context);
    expect(first!.exercise.shares.midChest).toBe(1);
    for (const one of rest) expect(one.distance).toBeGreaterThanOrEqual(first!.distance);
    const bench = substitutesFor(lift("dumbbell-bench-press"), 30, ALL, context, 40).find(
      (one) => one.exercise.id === "bench-press",
    )!;
    // 30 a hand is 30 / 0.38 on the bar: 78.9, built as 80.
    expect(bench.kg).toBe(80);
    expect(substitutesFor(lift("bench-press"), null, ALL, context).every((one) => one.kg === null)).toBe(true);
  });
  it("have nothing in an empty room but the body", () => {
    const empty = {
      ...BOATHOUSE,
      bars: [],
      dumbbells: [],
      kettlebells: [],
      stacks: [],
      sleds: [],
      bands: [],
      plates: [],
    };
    const found = substitutesFor(lift("bench-press"), 80, ALL, { ...context, gym: empty });
    expect(found.length).toBeGreaterThan(0);
    expect(found.every((one) => ["bodyweight", "straps"].includes(one.exercise.implement))).toBe(true);
  });
});

describe("in place of what hurts", () => {
  const context = {
    trainee: UNRESTRICTED,
    gym: BOATHOUSE,
    settings: DEFAULT_SETTINGS,
    bodyMassKg: 80,
    policy: "nearest",
  } as const;
  const offered = (id: string, joint: StressedJoint) =>
    substitutesSparing(lift(id), joint, 60, ALL, context).map(({ exercise }) => exercise.id);

  it.each([
    ["back-squat", "knee", ["romanian-deadlift", "hip-thrust"]],
    ["front-squat", "knee", ["hip-thrust"]],
    ["back-squat", "lowerBack", ["bulgarian-split-squat"]],
    ["deadlift", "lowerBack", ["kettlebell-deadlift", "cable-pull-through"]],
    ["deadlift", "knee", ["romanian-deadlift"]],
    ["bench-press", "shoulder", ["floor-press", "dumbbell-floor-press"]],
    ["overhead-press", "shoulder", ["half-kneeling-press"]],
    ["barbell-row", "lowerBack", ["chest-supported-row"]],
    ["chin-up", "elbow", ["straight-arm-pull-down"]],
    ["skull-crusher", "elbow", ["triceps-press-down"]],
  ] as const)("of a %s and its %s a coach names what is offered", (id, joint, named) => {
    expect(offered(id, joint)).toEqual(expect.arrayContaining([...named]));
  });

  it("nothing that is offered asks as much of the joint, much more of another, or a skill of years", () => {
    for (const exercise of ALL)
      for (const joint of keysOf(exercise.stress))
        for (const id of offered(exercise.id, joint)) {
          const other = lift(id);
          expect(other.stress[joint] ?? 0, `${exercise.id} → ${id}`).toBeLessThan(Math.max(1, exercise.stress[joint]!));
          expect(id).not.toMatch(/handstand|overhead-squat|muscle-up|behind-the-neck/);
          for (const at of keysOf(other.stress))
            expect(other.stress[at]!, `${exercise.id} → ${id}`).toBeLessThanOrEqual(
              Math.max(1, exercise.stress[at] ?? 0),
            );
        }
  });
});

describe("comparing two variants", () => {
  const day = (date: string, a: number, b: number, first: "a" | "b"): Trial[] => [
    { date, variant: "a", order: first === "a" ? 1 : 2, reps: a },
    { date, variant: "b", order: first === "b" ? 1 : 2, reps: b },
  ];
  it("is planned turn about", () => {
    expect(trialPlan(3).map((one) => one.first)).toEqual(["a", "b", "a"]);
  });
  it("says that one trial within two reps says nothing, and asks for more beyond", () => {
    expect(compareTrials(day("1", 10, 12, "a")).verdict).toBe("nothing");
    expect(compareTrials(day("1", 10, 13, "a"))).toMatchObject({ verdict: "more trials", band: null });
    expect(compareTrials([])).toMatchObject({ pairs: 0, verdict: "nothing" });
  });
  it("takes the order's effect out: what is always done second is not thereby worse", () => {
    const trials = [...day("1", 10, 8, "a"), ...day("2", 8, 10, "b"), ...day("3", 10, 8, "a"), ...day("4", 8, 10, "b")];
    expect(compareTrials(trials)).toMatchObject({ difference: 0, orderEffect: 2, verdict: "alike" });
  });
  it("finds a steady difference, and is wrong about none no more often than it says", () => {
    const steady = [
      ...day("1", 10, 13, "a"),
      ...day("2", 9, 13, "b"),
      ...day("3", 10, 13, "a"),
      ...day("4", 9, 12, "b"),
    ];
    const found = compareTrials(steady);
    expect(found.verdict).toBe("b");
    expect(found.band![0]).toBeGreaterThan(1);
  });
});

describe("a studio's own catalogue", () => {
  it("ranks its own exercises beside the shipped ones", () => {
    const own: Exercise = {
      ...lift("incline-dumbbell-curl"),
      id: "own",
      name: "Our curl",
      stability: 5,
      setupSeconds: 0,
    };
    const { list } = catalogueOf([...ALL, own]);
    const ids = rankExercises(list, "biceps", {
      trainee: UNRESTRICTED,
      gym: BOATHOUSE,
      weights: BALANCED!.weights,
    }).map((one) => one.exercise.id);
    expect(ids.indexOf("own")).toBeLessThan(ids.indexOf("incline-dumbbell-curl"));
  });
});
