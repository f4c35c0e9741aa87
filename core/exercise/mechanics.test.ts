/**
 * Where lifts are hard, long and short: what a coach or an anatomy text would sign, one statement a line. `hard` is where in the
 * lifting the region's joint is loaded most, 0 at its start and 1 at its end.
 */
import { describe, expect, it } from "vitest";
import { SHIPPED_CATALOGUE } from "./catalogue";
import { type Exercise, exerciseOrThrow } from "./exercise";
import { demandAlong, lengthProfile } from "./mechanics";
import type { RegionId } from "./regions";

const lift = (id: string): Exercise => exerciseOrThrow(SHIPPED_CATALOGUE, id);
const along = (id: string, region: RegionId) => demandAlong(lift(id), region).map((point) => point.demand);
const hard = (id: string, region: RegionId): number => along(id, region).indexOf(1) / 24;
const peak = (id: string, region: RegionId): number => lengthProfile(lift(id), region).peak;
/** The least of the middle half of the way. */
const midway = (id: string, region: RegionId): number => Math.min(...along(id, region).slice(6, 19));

describe("where lifts are hard", () => {
  it.each<[string, RegionId]>([
    ["back-squat", "vasti"],
    ["front-squat", "vasti"],
    ["leg-press", "vasti"],
    ["single-leg-leg-press", "vasti"],
    ["seated-leg-press", "vasti"],
    ["hack-squat", "vasti"],
    ["belt-squat", "vasti"],
    ["belt-squat", "gluteMax"],
    ["bulgarian-split-squat", "gluteMax"],
    ["romanian-deadlift", "hamstrings"],
    ["good-morning", "hamstrings"],
    ["dumbbell-fly", "midChest"],
    ["bench-press", "midChest"],
    ["push-up", "midChest"],
    ["dip", "lowerChest"],
    ["overhead-press", "frontDelts"],
    ["standing-calf-raise", "gastrocnemius"],
    ["seated-calf-raise", "soleus"],
    ["dumbbell-pull-over", "lats"],
  ])("%s is hardest for the %s in the first third, at the bottom", (id, region) => {
    expect(hard(id, region)).toBeLessThan(1 / 3);
  });

  it.each<[string, RegionId]>([
    ["inverted-row", "midBack"],
    ["suspension-strap-row", "midBack"],
    ["suspension-strap-face-pull", "rearDelts"],
    ["suspension-strap-curl", "biceps"],
    ["barbell-row", "midBack"],
    ["lateral-raise", "sideDelts"],
    ["hip-thrust", "gluteMax"],
    ["leg-extension", "vasti"],
    ["triceps-kickback", "tricepsLong"],
    ["horizontal-back-extension", "gluteMax"],
    ["bench-press", "tricepsLateral"],
    ["overhead-press", "tricepsLateral"],
    ["dip", "tricepsLateral"],
    ["push-up", "tricepsLateral"],
  ])("%s is hardest for the %s in the last third, at its end", (id, region) => {
    expect(hard(id, region)).toBeGreaterThan(2 / 3);
  });

  it.each<[string, RegionId]>([
    ["back-extension", "gluteMax"],
    ["barbell-curl", "biceps"],
    ["hammer-curl", "biceps"],
    ["side-lying-external-rotation", "rotatorCuff"],
    ["lat-pull-down", "lats"],
  ])("%s is hardest for the %s on the way", (id, region) => {
    expect(hard(id, region)).toBeGreaterThan(0.3);
    expect(hard(id, region)).toBeLessThan(0.85);
  });

  it.each<[string, RegionId]>([
    ["cable-pull-through", "gluteMax"],
    ["standing-leg-curl", "hamstrings"],
    ["lying-leg-curl", "hamstrings"],
    ["side-bend", "obliques"],
    ["back-extension", "spinalErectors"],
    ["inverted-row", "lats"],
    ["tibialis-raise", "shins"],
    ["cable-external-rotation", "rotatorCuff"],
  ])("%s never lets go of the %s midway", (id, region) => {
    expect(midway(id, region)).toBeGreaterThan(0.4);
  });
});

describe("where lifts are long and short", () => {
  it.each<[string, string, RegionId]>([
    ["incline-dumbbell-curl", "barbell-curl", "biceps"],
    ["behind-the-body-cable-curl", "incline-dumbbell-curl", "biceps"],
    ["preacher-curl", "spider-curl", "biceps"],
    ["incline-dumbbell-curl", "spider-curl", "biceps"],
    ["overhead-cable-extension", "triceps-press-down", "tricepsLong"],
    ["dumbbell-fly", "cable-fly", "midChest"],
    ["romanian-deadlift", "hip-thrust", "gluteMax"],
    ["romanian-deadlift", "lying-leg-curl", "hamstrings"],
    ["seated-leg-curl", "lying-leg-curl", "hamstrings"],
    ["back-squat", "leg-extension", "vasti"],
    ["cable-lateral-raise", "lateral-raise", "sideDelts"],
    ["dumbbell-pull-over", "barbell-row", "lats"],
    ["skull-crusher", "triceps-kickback", "tricepsLong"],
    ["deadlift", "hip-thrust", "gluteMax"],
  ])("%s loads longer than %s: %s", (longer, shorter, region) => {
    expect(peak(longer, region)).toBeGreaterThan(peak(shorter, region) + 0.03);
  });

  it("an incline curl and one lying chest-down on the incline are a fifth apart; behind and before the body likewise", () => {
    expect(peak("incline-dumbbell-curl", "biceps") - peak("spider-curl", "biceps")).toBeGreaterThan(0.2);
    expect(peak("behind-the-body-cable-curl", "biceps") - peak("barbell-curl", "biceps")).toBeGreaterThan(0.2);
  });

  it("one ankle has one answer, and every muscle below the knee and about the shoulder blade can be loaded long", () => {
    for (const id of ["standing-calf-raise", "dumbbell-calf-raise"])
      expect(hard(id, "soleus")).toBe(hard(id, "gastrocnemius"));
    const longest = (region: RegionId) =>
      Math.max(
        ...SHIPPED_CATALOGUE.list
          .filter((one) => one.shares[region] === 1)
          .map((one) => lengthProfile(one, region).peak),
      );
    for (const region of ["soleus", "gastrocnemius"] as const) expect(longest(region)).toBeGreaterThan(2 / 3);
    for (const region of ["shins", "serratus", "rotatorCuff"] as const) expect(longest(region)).toBeGreaterThan(0.4);
  });

  it("an overhead extension works both heads of the elbow extensors in full", () => {
    expect(lift("overhead-cable-extension").shares).toMatchObject({ tricepsLong: 1, tricepsLateral: 1 });
  });
});

it("the spine carries what lies on it, and not what is held or pressed from a corner", () => {
  const axial = (id: string) => lift(id).axial;
  for (const id of [
    "back-squat",
    "good-morning",
    "barbell-bulgarian-split-squat",
    "barbell-reverse-lunge",
    "overhead-press",
  ])
    expect(axial(id), id).toBe(true);
  for (const id of [
    "corner-bar-press",
    "romanian-deadlift",
    "deadlift",
    "goblet-squat",
    "bulgarian-split-squat",
    "hip-thrust",
  ])
    expect(axial(id), id).toBe(false);
});
