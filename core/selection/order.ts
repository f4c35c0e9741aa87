/** Advice on the order of a session. docs/handbook.md#exercises; a pre-exhaust that is meant is left alone. */

import {
  type Catalogue,
  directRegions,
  type Exercise,
  exerciseOrThrow,
  lengthProfile,
  type Muscle,
  type MusclePriority,
  REGIONS,
  type RegionId,
} from "../exercise";
import { entriesOf, entryAt } from "../lists";
import { allBlocks, type SessionDocument, type Slot } from "../session";

export type OrderAdvice =
  | { readonly kind: "isolationFirst"; readonly slotId: string; readonly beforeId: string; readonly region: RegionId }
  | { readonly kind: "skilledLate"; readonly slotId: string; readonly after: number }
  | { readonly kind: "priorityLate"; readonly slotId: string; readonly muscle: Muscle }
  | { readonly kind: "gripBeforeHinge"; readonly slotId: string; readonly beforeId: string }
  | { readonly kind: "stretchEarly"; readonly slotId: string; readonly beforeId: string; readonly region: RegionId };

/** A skilled lift after this many others comes too late. */
const LATE_AFTER = 3;

export function orderAdvice(
  document: SessionDocument,
  catalogue: Catalogue,
  priorities: Readonly<Partial<Record<Muscle, MusclePriority>>> = {},
): OrderAdvice[] {
  const advice: OrderAdvice[] = [];
  const placed: { slot: Slot; exercise: Exercise; block: number; meant: boolean }[] = [];
  allBlocks(document).forEach((block, index) => {
    for (const slot of block.slots)
      placed.push({
        slot,
        exercise: exerciseOrThrow(catalogue, slot.exerciseId),
        block: index,
        meant: block.intent === "pre-exhaust",
      });
  });
  // Of each lift that comes too early it is said before the first that needs what it tires.
  const told = new Set<string>();
  placed.forEach((late, index) => {
    const { exercise } = late;
    for (const early of placed.slice(0, index)) {
      if (early.slot.id === late.slot.id || (early.meant && early.block === late.block)) continue;
      if (early.exercise.joints === "single" && exercise.joints === "multi" && !told.has(early.slot.id)) {
        const region = directRegions(early.exercise).find((one) => (exercise.shares[one] ?? 0) >= 0.5);
        if (region) {
          told.add(early.slot.id);
          const stretched = lengthProfile(early.exercise, region).peak > 0.72;
          advice.push({
            kind: stretched ? "stretchEarly" : "isolationFirst",
            slotId: early.slot.id,
            beforeId: late.slot.id,
            region,
          });
        }
      }
    }
    const gripping = placed.slice(0, index).filter(({ exercise: one }) => one.grip >= 2 && one.pattern !== "hinge");
    const most = Math.max(...gripping.map((one) => one.exercise.grip));
    const taker = gripping.findLast((one) => one.exercise.grip === most);
    if (taker && exercise.pattern === "hinge" && exercise.grip >= 2)
      advice.push({ kind: "gripBeforeHinge", slotId: taker.slot.id, beforeId: late.slot.id });
    if (exercise.joints === "multi" && exercise.learning >= 4 && index >= LATE_AFTER)
      advice.push({ kind: "skilledLate", slotId: late.slot.id, after: index });
  });
  for (const [muscle, priority] of entriesOf(priorities)) {
    if (priority !== "build") continue;
    const trains = (exercise: Exercise) => directRegions(exercise).some((region) => REGIONS[region].muscle === muscle);
    const first = placed.findIndex(({ exercise }) => trains(exercise));
    if (first >= 2) advice.push({ kind: "priorityLate", slotId: entryAt(placed, first).slot.id, muscle });
  }
  return advice;
}
