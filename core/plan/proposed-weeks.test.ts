/** Proposed weeks for forty profiles, held to what a good coach would sign (docs/handbook.md#split). */
import { describe, expect, it } from "vitest";
import { type ClientLimit, exerciseOrThrow, type Muscle, REGIONS, SHIPPED_CATALOGUE, UNRESTRICTED } from "../exercise";
import type { GymEquipment } from "../load";
import { unfitness } from "../selection";
import { allBlocks, allWorkingSets, type SessionDocument, validateDocument } from "../session";
import { DEFAULT_SETTINGS } from "../settings";
import { BOATHOUSE, countingIds } from "../testing/helpers";
import { weight } from "../units";
import { LARGE_MUSCLES, type TrainingAge, weeklySetBand } from "../volume";
import { proposeSplits, type SplitProposal } from "./split";
import type { WeekContext } from "./week-builder";

const stack = (station: string) => ({ ...BOATHOUSE.stacks[0]!, station, max: weight(100) });
const WHOLE_GYM: GymEquipment = {
  ...BOATHOUSE,
  stacks: [
    "cable",
    "cross-cable",
    "pull-down",
    "cable row",
    "leg curl",
    "leg extension",
    "calf block",
    "chest press",
  ].map(stack),
  sleds: [...BOATHOUSE.sleds, { station: "seated calf", weight: weight(10), share: 1 }],
  stations: ["rack", "press bench", "bench", "incline bench", "platform", "bar", "dip bars", "box", "step"].map(
    (name) => ({
      name,
      count: 1,
    }),
  ),
};
const HOME: GymEquipment = {
  ...BOATHOUSE,
  bars: [],
  plates: [],
  stacks: [],
  sleds: [],
  stations: [{ name: "bar", count: 1 }],
};

interface Profile {
  readonly days: number;
  readonly minutes: number;
  readonly trainingAge?: TrainingAge;
  readonly age?: number;
  readonly isInactive?: boolean;
  readonly gym?: GymEquipment;
  readonly goals?: readonly string[];
  readonly built?: Muscle;
  readonly joint?: "knee" | "shoulder" | "lowerBack";
}

const PROFILES: readonly (readonly [string, Profile])[] = [
  ...[1, 2, 3, 4, 5, 6].map((days): [string, Profile] => [`${days} days of an hour`, { days, minutes: 60 }]),
  ...[2, 3, 4].map((days): [string, Profile] => [
    `novice, ${days} days of 45`,
    { days, minutes: 45, trainingAge: "novice" },
  ]),
  ...[3, 4, 5, 6].map((days): [string, Profile] => [
    `advanced, ${days} days of 75`,
    { days, minutes: 75, trainingAge: "advanced" },
  ]),
  ...[2, 3].map((days): [string, Profile] => [`${days} days of half an hour`, { days, minutes: 30 }]),
  ...[2, 3, 4].map((days): [string, Profile] => [`at home, ${days} days of 40`, { days, minutes: 40, gym: HOME }]),
  ...[2, 3].map((days): [string, Profile] => [
    `67 and inactive, ${days} days of 45`,
    { days, minutes: 45, trainingAge: "novice", age: 67, isInactive: true },
  ]),
  ...(["back-squat", "bench-press", "deadlift", "overhead-press"] as const).flatMap((id): [string, Profile][] => [
    [`strength of the ${id}, 3 days of 75`, { days: 3, minutes: 75, goals: [id] }],
    [`strength of the ${id}, 4 days of an hour`, { days: 4, minutes: 60, goals: [id] }],
  ]),
  ["a goal in the hip thrust, 3 days of an hour", { days: 3, minutes: 60, goals: ["hip-thrust"] }],
  ["a goal in the pull-up, 4 days of an hour", { days: 4, minutes: 60, goals: ["pull-up"] }],
  ...(["glutes", "chest", "delts", "back", "quads", "elbow flexors"] as const).map((built): [string, Profile] => [
    `${built} first, 4 days of an hour`,
    { days: 4, minutes: 60, built },
  ]),
  ...(["knee", "shoulder", "lowerBack"] as const).map((joint): [string, Profile] => [
    `a limit of the ${joint}, 3 days of an hour`,
    { days: 3, minutes: 60, joint },
  ]),
  ["55, three days of 50", { days: 3, minutes: 50, age: 55 }],
];

const limitOf = (joint: NonNullable<Profile["joint"]>): ClientLimit => ({
  id: "l",
  what: { kind: "joint", joint },
  how: "avoid",
  range: "",
  side: "both",
  from: "2026-01-01",
  until: null,
  clearedBy: null,
});

function contextOf({
  minutes,
  trainingAge = "intermediate",
  gym = WHOLE_GYM,
  built,
  joint,
  ...more
}: Profile): WeekContext {
  return {
    catalogue: SHIPPED_CATALOGUE,
    settings: DEFAULT_SETTINGS,
    gym,
    trainee: { ...UNRESTRICTED, trainingAge, limits: joint ? [limitOf(joint)] : [] },
    trainingAge,
    priorities: built ? { [built]: "build" } : {},
    minutes,
    ...(more.goals ? { goals: more.goals } : {}),
    ...(more.age ? { age: more.age } : {}),
    ...(more.isInactive ? { isInactive: true } : {}),
  };
}

const liftsOf = (document: SessionDocument) =>
  allBlocks(document).flatMap(({ slots }) =>
    slots.map((slot) => ({ slot, exercise: exerciseOrThrow(SHIPPED_CATALOGUE, slot.exerciseId) })),
  );
const weekOf = ({ days }: SplitProposal) => days.flatMap(({ document }) => liftsOf(document));

/** Every profile with its proposals, which all of the tests look at. */
const PROPOSED = PROFILES.map(([title, profile]) => {
  const context = contextOf(profile);
  return { title, profile, context, proposals: proposeSplits(profile.days, context, countingIds()) };
});

describe.each(PROPOSED)("$title", ({ profile, context, proposals }) => {
  it("sessions are sound, inside of the minutes, of lifts that the client may and the gym can", () => {
    for (const { days } of proposals)
      for (const { document, minutes } of days) {
        expect(validateDocument(document, SHIPPED_CATALOGUE)).toEqual([]);
        expect(minutes).toBeLessThanOrEqual(profile.minutes);
        for (const { exercise } of liftsOf(document))
          expect(unfitness(exercise, context.trainee, context.gym), exercise.id).toBeNull();
      }
  });

  it("no muscle is over its band, and of the large ones none is under it while there are minutes", () => {
    for (const { muscles, days, name } of proposals)
      for (const { muscle, hardSets, verdict } of muscles) {
        const { high } = weeklySetBand(muscle, context.trainingAge, context.priorities[muscle]);
        expect(hardSets, `${name}: ${muscle}`).toBeLessThanOrEqual(high + 0.5);
        const isRoomy = days.some(({ minutes }) => minutes < 0.6 * profile.minutes);
        if (verdict === "under" && profile.joint === undefined && !isHomeCalf(muscle, profile))
          expect(isRoomy && days.length >= 3 && name === "Whole body", `${name}: ${muscle} ${hardSets}`).toBe(false);
      }
  });

  it("reps are those of the kind of lift, and two barbell lifts that load the lower back are no neighbours", () => {
    for (const { days } of proposals)
      for (const { document } of days) {
        const lifts = liftsOf(document);
        for (const { slot, exercise } of lifts) {
          const [set] = allWorkingSets(slot);
          const { amount, rir } = set!.segments[0]!;
          if (exercise.pattern === "carry") expect(amount.kind).toBe("metres");
          if (amount.kind !== "reps") continue;
          if (exercise.pattern === "calf raise") expect(amount.reps).toEqual({ low: 12, high: 20 });
          if (exercise.joints === "single") expect(amount.reps.low, exercise.id).toBeGreaterThanOrEqual(10);
          if (profile.isInactive) expect(rir!.low, exercise.id).toBeGreaterThanOrEqual(3);
        }
        const backs = lifts.map(
          ({ exercise }) => exercise.implement === "barbell" && (exercise.stress.lowerBack ?? 0) >= 2,
        );
        if (lifts.length > 3)
          expect(
            backs.some((one, index) => one && backs[index + 1]),
            document.title,
          ).toBe(false);
      }
  });

  if (profile.days >= 2 && !profile.joint && profile.minutes >= 45)
    it("the whole-body week has every pattern before any isolation comes twice", () => {
      const whole = proposals.find(({ id }) => id === "whole");
      if (!whole) return;
      const patterns = new Set(weekOf(whole).map(({ exercise }) => exercise.pattern));
      const wanted = [
        "squat",
        "horizontal push",
        "vertical push",
        "horizontal pull",
        "vertical pull",
        "trunk",
      ] as const;
      for (const pattern of wanted) expect(patterns, `${pattern}`).toContain(pattern);
      expect(patterns.has("hinge") || patterns.has("hip extension")).toBe(true);
    });

  if (profile.goals)
    it("the goal's lift is first on its day", () => {
      const [goal] = profile.goals!;
      for (const proposal of proposals) {
        const firsts = proposal.days.map(({ document }) => liftsOf(document)[0]!.exercise.id);
        expect(firsts, proposal.name).toContain(goal);
      }
    });

  if (profile.built)
    it("the muscle to be built is trained first on its days, directly", () => {
      const [whole] = proposals;
      for (const { document } of whole!.days) {
        const first = liftsOf(document)[0]!.exercise;
        const share = Math.max(
          0,
          ...Object.entries(first.shares).map(([region, one]) =>
            REGIONS[region as keyof typeof REGIONS].muscle === profile.built ? one : 0,
          ),
        );
        if (weekMuscles(document).has(profile.built!)) expect(share, document.title).toBe(1);
      }
    });
});

/** Calves at home are raised on one leg, slowly: they are the first to be left out. */
const isHomeCalf = (muscle: Muscle, { gym }: Profile): boolean => gym === HOME && muscle === "calves";

const weekMuscles = (document: SessionDocument): Set<Muscle> =>
  new Set(
    liftsOf(document).flatMap(({ exercise }) =>
      Object.keys(exercise.shares).map((id) => REGIONS[id as keyof typeof REGIONS].muscle),
    ),
  );

it("no more than forty profiles are reviewed, and no fewer", () => {
  expect(PROFILES).toHaveLength(40);
  expect(LARGE_MUSCLES).toHaveLength(9);
});

it("what is skilled is proposed to nobody, and a gym without a guided bar gets none", () => {
  for (const { exercise } of PROPOSED.flatMap(({ proposals }) => proposals.flatMap(weekOf))) {
    expect(exercise.id).not.toMatch(/muscle-up|handstand|pistol|clap|archer/);
    expect(exercise.stations).not.toContain("guided bar");
    expect(exercise.stations).not.toContain("suspension straps");
  }
});

describe("a proposed week of somebody with likes and dislikes", () => {
  const context = contextOf({ days: 3, minutes: 75 });
  const idsOf = (more: Partial<typeof context.trainee>) =>
    proposeSplits(3, { ...context, trainee: { ...context.trainee, ...more } }, countingIds()).map(
      (proposal) => new Set(weekOf(proposal).map(({ exercise }) => exercise.id)),
    );

  it("has the liked one among lifts that do the same, and never one that is not liked", () => {
    const liked = "front-squat";
    expect(idsOf({})[0]!.has(liked)).toBe(false);
    expect(idsOf({ likes: new Set([liked]) })[0]!.has(liked)).toBe(true);
    const [usual] = [...idsOf({})[0]!];
    for (const ids of idsOf({ dislikes: new Set([usual!]) })) expect(ids.has(usual!)).toBe(false);
  });

  it("keeps the other lifts of a kind in their turn: what is liked comes once", () => {
    const [week] = proposeSplits(
      3,
      { ...context, trainee: { ...context.trainee, likes: new Set(["front-squat"]) } },
      countingIds(),
    );
    const squats = weekOf(week!).filter(({ exercise }) => exercise.id === "front-squat");
    expect(squats).toHaveLength(1);
  });
});
