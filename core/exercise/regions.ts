/** Muscle regions, each part of one muscle. Shares, coverage and hard sets are counted by region and summed by muscle. */
export const REGIONS = {
  upperChest: { name: "upper chest", muscle: "chest" },
  midChest: { name: "mid chest", muscle: "chest" },
  lowerChest: { name: "lower chest", muscle: "chest" },
  lats: { name: "lats", muscle: "back" },
  midBack: { name: "mid back", muscle: "back" },
  upperTraps: { name: "upper traps", muscle: "traps" },
  neckFront: { name: "front of the neck", muscle: "neck" },
  neckBack: { name: "back of the neck", muscle: "neck" },
  spinalErectors: { name: "spinal erectors", muscle: "lower back" },
  frontDelts: { name: "front delts", muscle: "delts" },
  sideDelts: { name: "side delts", muscle: "delts" },
  rearDelts: { name: "rear delts", muscle: "delts" },
  rotatorCuff: { name: "rotator cuff", muscle: "rotator cuff" },
  serratus: { name: "serratus", muscle: "serratus" },
  biceps: { name: "biceps", muscle: "elbow flexors" },
  brachialis: { name: "brachialis", muscle: "elbow flexors" },
  tricepsLong: { name: "triceps, long head", muscle: "triceps" },
  tricepsLateral: { name: "triceps, lateral head", muscle: "triceps" },
  forearms: { name: "forearms and grip", muscle: "forearms" },
  gluteMax: { name: "glutes", muscle: "glutes" },
  gluteMed: { name: "side glutes", muscle: "glutes" },
  vasti: { name: "vasti", muscle: "quads" },
  rectusFemoris: { name: "rectus femoris", muscle: "quads" },
  hamstrings: { name: "hamstrings", muscle: "hamstrings" },
  adductors: { name: "adductors", muscle: "adductors" },
  gastrocnemius: { name: "gastrocnemius", muscle: "calves" },
  soleus: { name: "soleus", muscle: "calves" },
  shins: { name: "shins", muscle: "shins" },
  abs: { name: "abs", muscle: "trunk" },
  obliques: { name: "obliques", muscle: "trunk" },
  hipFlexors: { name: "hip flexors", muscle: "hip flexors" },
} as const satisfies Record<string, { name: string; muscle: string }>;

export type RegionId = keyof typeof REGIONS;
export type Muscle = (typeof REGIONS)[RegionId]["muscle"];

/** Muscles whose name in a gym is not the one they are stored by. */
const GYM_NAMES: Readonly<Partial<Record<Muscle, string>>> = { "elbow flexors": "biceps", trunk: "abs" };

/** What a muscle is called on screen. */
export const muscleName = (muscle: Muscle): string => GYM_NAMES[muscle] ?? muscle;

export const REGION_IDS = keysOf(REGIONS);
export const MUSCLES: readonly Muscle[] = [...new Set<Muscle>(REGION_IDS.map((id) => REGIONS[id].muscle))];

/** 1 direct, 0.5 indirect, 0.25 slight. */
export type Share = 1 | 0.5 | 0.25;
export type Shares = Partial<Record<RegionId, Share>>;

import { keysOf } from "../lists";
