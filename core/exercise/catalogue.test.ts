import { describe, expect, it } from "vitest";
import { exerciseFrom, exerciseProblems, SHIPPED_CATALOGUE, SHIPPED_EXERCISES } from "./catalogue";
import { areOpposing, type Exercise } from "./exercise";
import { demandCurve, lengthProfile, lowDemandStretches, strengthAt, thirdOf } from "./mechanics";
import { regionLength } from "./muscles";
import { otherNamesOf } from "./other-names";
import { REGION_IDS, REGIONS } from "./regions";
import { ROWS } from "./rows";

const lift = (id: string) => SHIPPED_CATALOGUE.byId.get(id)!;

describe("the shipped exercises", () => {
  it("are at least 330, for the whole body, several implements for each pattern", () => {
    expect(SHIPPED_EXERCISES.length).toBeGreaterThanOrEqual(330);
    for (const region of REGION_IDS)
      expect(SHIPPED_EXERCISES.filter((one) => one.shares[region] === 1).length, REGIONS[region].name).toBeGreaterThan(
        1,
      );
    for (const pattern of ["squat", "hinge", "horizontal push", "vertical push", "horizontal pull", "vertical pull"])
      expect(
        new Set(SHIPPED_EXERCISES.filter((one) => one.pattern === pattern).map((one) => one.implement)).size,
        pattern,
      ).toBeGreaterThanOrEqual(4);
  });

  it("have ids and names that mean one thing each, and can be written without quotes", () => {
    const names = SHIPPED_EXERCISES.flatMap((exercise) => [exercise.name, ...otherNamesOf(exercise)]).map((name) =>
      name.toLowerCase(),
    );
    expect(names.filter((name, i) => names.indexOf(name) !== i)).toEqual([]);
    expect(SHIPPED_CATALOGUE.byId.size).toBe(SHIPPED_EXERCISES.length);
    for (const name of names) expect(name).not.toMatch(/[\d:@[\]>(]/);
  });

  it.each(SHIPPED_EXERCISES.map((exercise) => [exercise.name, exercise] as const))(
    "%s is whole and does not contradict itself",
    (_, exercise) => {
      expect(exerciseProblems({ ...exercise, otherNames: otherNamesOf(exercise) })).toEqual([]);
      for (const joint of Object.values(exercise.stress)) expect([0, 1, 2, 3]).toContain(joint);
      expect(exercise.breathing).not.toBe("");
      for (const region of Object.keys(exercise.shares) as (keyof typeof exercise.shares)[]) {
        const { from, to, peak } = lengthProfile(exercise, region);
        for (const figure of [from, to, peak]) expect(figure >= 0 && figure <= 1).toBe(true);
      }
    },
  );

  it("are refused when they miss or contradict something, at the field", () => {
    const [first] = ROWS;
    const fields = (change: Partial<Exercise>) =>
      exerciseProblems({ ...exerciseFrom({ ...first!, name: "A lift" }), ...change }).map((problem) => problem.field);
    expect(fields({})).toEqual([]);
    expect(fields({ name: "Anderson squat" })).toEqual(["name"]);
    expect(fields({ name: "x" })).toEqual(["name"]);
    expect(fields({ shares: { vasti: 0.5 } })).toEqual(["shares"]);
    expect(fields({ implement: "bodyweight" })).toEqual(["fraction"]);
    expect(fields({ bodyweightFraction: 0.5 })).toEqual(["fraction"]);
    expect(fields({ implement: "stack", stations: [] })).toEqual(["station"]);
    expect(fields({ travel: { kneeFlexion: [200, 5] } })).toEqual(["travel"]);
    expect(fields({ travel: {} })).toEqual(["travel"]);
    expect(fields({ cues: ["one"] })).toEqual(["cues"]);
    expect(fields({ familyRatio: 0 })).toEqual(["ratio"]);
    expect(fields({ cableDegrees: 90 })).toEqual(["cable"]);
  });

  it("oppose each other both ways, and never themselves", () => {
    for (const a of SHIPPED_EXERCISES) {
      expect(areOpposing(a, a)).toBe(false);
      for (const b of SHIPPED_EXERCISES) expect(areOpposing(a, b)).toBe(areOpposing(b, a));
    }
  });
});

describe("muscle length follows every joint the muscle crosses", () => {
  it("the long head of the elbow extensors: longest overhead and bent, shortest behind and straight", () => {
    const poses = [-60, 0, 90, 180].flatMap((shoulderFlexion) =>
      [0, 70, 145].map((elbowFlexion) => ({ shoulderFlexion, elbowFlexion })),
    );
    const lengths = poses.map((pose) => regionLength("tricepsLong", pose));
    expect(poses[lengths.indexOf(Math.max(...lengths))]).toEqual({ shoulderFlexion: 180, elbowFlexion: 145 });
    expect(poses[lengths.indexOf(Math.min(...lengths))]).toEqual({ shoulderFlexion: -60, elbowFlexion: 0 });
  });

  it("hamstrings long with the hip bent and the knee straight; the straight thigh muscle the other way round", () => {
    const folded = { hipFlexion: 100, kneeFlexion: 5 };
    const curled = { hipFlexion: 0, kneeFlexion: 110 };
    expect(regionLength("hamstrings", folded)).toBeGreaterThan(regionLength("hamstrings", curled));
    expect(regionLength("rectusFemoris", folded)).toBeLessThan(regionLength("rectusFemoris", curled));
  });

  it("stays between short and long whatever the pose", () => {
    for (const region of REGION_IDS)
      for (const angle of [-300, 0, 300])
        for (const value of [
          regionLength(region, { hipFlexion: angle, kneeFlexion: angle, shoulderFlexion: angle, elbowFlexion: angle }),
        ])
          expect(value >= 0 && value <= 1).toBe(true);
  });
});

describe("resistance through the range", () => {
  const peak = (id: string, region: keyof typeof REGIONS) => lengthProfile(lift(id), region).peak;

  it("a dumbbell's torque follows the limb's angle, a cable's the cable's, a machine's is near even", () => {
    expect(thirdOf(peak("dumbbell-fly", "midChest"))).toBe("lengthened");
    expect(thirdOf(peak("cable-fly", "midChest"))).toBe("shortened");
    expect(peak("cable-lateral-raise", "sideDelts")).toBeGreaterThan(peak("lateral-raise", "sideDelts"));
    const even = demandCurve(lift("leg-extension")).map((point) => point.torque);
    expect(Math.min(...even)).toBeGreaterThan(0.8);
  });

  it("what the legs push on a sled or hang from a belt is hardest deep, like any squat", () => {
    for (const id of ["leg-press", "seated-leg-press", "hack-squat", "belt-squat", "pendulum-squat", "back-squat"])
      expect(thirdOf(peak(id, "vasti")), id).toBe("lengthened");
  });

  it("a two-joint muscle follows its moment arms: an arm behind the body makes a curl longer than one in front", () => {
    expect(peak("incline-dumbbell-curl", "biceps")).toBeGreaterThan(peak("dumbbell-curl", "biceps"));
    expect(peak("dumbbell-curl", "biceps")).toBeGreaterThan(peak("spider-curl", "biceps"));
    expect(peak("seated-leg-curl", "hamstrings")).toBeGreaterThan(peak("lying-leg-curl", "hamstrings"));
  });

  it("moving a bench or a cable moves where it is hard; a longer lever makes it harder throughout", () => {
    const hardest = (tilt: number) => {
      const curve = demandCurve(lift("dumbbell-curl"), { tilt });
      return curve.reduce((most, point) => (point.demand > most.demand ? point : most)).at;
    };
    expect(hardest(40)).toBeLessThan(hardest(0));
    const cable = (degrees: number) =>
      demandCurve(lift("cable-fly"), { cable: degrees }).reduce((most, point) =>
        point.demand > most.demand ? point : most,
      ).at;
    expect(cable(170)).toBeLessThan(cable(95));
  });

  it("a band beside a dumbbell fills what the dumbbell loses at the top", () => {
    const alone = demandCurve(lift("dumbbell-bench-press"));
    const banded = demandCurve(lift("dumbbell-bench-press"), {}, [
      { resistance: { kind: "gravity" }, part: 0.6 },
      { resistance: { kind: "band" }, part: 0.4 },
    ]);
    expect(lowDemandStretches(banded)).toBeLessThan(lowDemandStretches(alone));
  });

  it("strength is best a little beyond the middle and never nothing", () => {
    expect(strengthAt(0.58)).toBe(1);
    expect(strengthAt(0)).toBeLessThan(strengthAt(1));
    for (const length of [-1, 0, 0.5, 1, 2]) expect(strengthAt(length)).toBeGreaterThanOrEqual(0.3);
    for (const exercise of SHIPPED_EXERCISES)
      for (const point of demandCurve(exercise))
        expect([point.torque, point.strength, point.demand].every((one) => one > 0 && one <= 1 + 1e-9)).toBe(true);
  });
});
