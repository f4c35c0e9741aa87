/** Plate orders for a slot: everything that goes on one bar or sled, in the order of doing. */
import type { Exercise } from "../exercise";
import { identityCache } from "../memo";
import type { Slot } from "../session";
import { toKg } from "../units";
import type { GymEquipment, LoadBuild } from "./equipment";
import { type PlatePlan, type PlateStep, planPlates } from "./plate-plan";
import type { RampSet } from "./ramp";

/** A plate plan's key of a ramp set; working parts go by their segment's id. */
export const rampStepKey = (index: number): string => `ramp ${index}`;

const plansByGym = identityCache<Map<string, PlatePlan>>();
const MOST_PLANS_KEPT = 400;

/**
 * The plan for a slot's ramp, rounds and drops, or null where it uses no bar, several bars, or nothing that is known. Plans are
 * remembered by gym and sequence, so that an edit elsewhere costs nothing.
 */
export function planSlot(
  slot: Slot,
  exercise: Exercise,
  ramp: readonly RampSet[],
  loadOf: (segmentId: string) => { readonly kg: number | null; readonly build: LoadBuild | null } | undefined,
  gym: GymEquipment,
): PlatePlan | null {
  if (exercise.implement !== "barbell" && exercise.implement !== "sled") return null;
  const sled = gym.sleds.find((one) => exercise.stations.includes(one.station));
  const owns = new Map<string, number>();
  const steps: PlateStep[] = [];
  const add = (key: string, kg: number | null, build: LoadBuild | null, urgent: boolean) => {
    if (kg === null || !build) return;
    if (build.kind === "bar") owns.set(build.barName, toKg(build.bar));
    else if (build.kind === "sled") owns.set("sled", sled ? toKg(sled.weight) : 0);
    else return;
    steps.push({ key, totalKg: kg, urgent });
  };
  for (const [index, { load }] of ramp.entries()) add(rampStepKey(index), load.kg, load.build, false);
  for (const set of slot.sets) {
    for (const [index, segment] of (set?.segments ?? []).entries()) {
      if (segment.exerciseId && segment.exerciseId !== slot.exerciseId) continue;
      const load = loadOf(segment.id);
      if (load) add(segment.id, load.kg, load.build, index > 0);
    }
  }
  const [own] = owns.values();
  if (owns.size !== 1 || own === undefined) return null;
  return planOnce(steps, own, gym);
}

/** Two partners who alternate on one bar: their working loads turn about, as one sequence. */
export function planShared(
  first: readonly number[],
  second: readonly number[],
  barKg: number,
  gym: GymEquipment,
): PlatePlan {
  const steps: PlateStep[] = [];
  for (let round = 0; round < Math.max(first.length, second.length); round++) {
    for (const [who, loads] of [first, second].entries()) {
      const totalKg = loads[round];
      if (totalKg !== undefined) steps.push({ key: `${who}:${round}`, totalKg, urgent: false });
    }
  }
  return planOnce(steps, barKg, gym);
}

function planOnce(steps: readonly PlateStep[], barKg: number, gym: GymEquipment): PlatePlan {
  const known = plansByGym(gym, [], () => new Map());
  const key = `${barKg}|${steps.map((step) => `${step.key}=${step.totalKg}${step.urgent ? "!" : ""}`).join()}`;
  let plan = known.get(key);
  if (!plan) {
    if (known.size > MOST_PLANS_KEPT) known.clear();
    plan = planPlates(steps, barKg, gym.plates);
    known.set(key, plan);
  }
  return plan;
}
