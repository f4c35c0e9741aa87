/** What whoever trains alone sees to before a set that may fail. docs/handbook.md#floor. */
import { type Catalogue, type Exercise, exerciseOrThrow } from "../exercise";
import { allBlocks, type SessionDocument } from "../session";
import { isNear } from "./caution";

/** By slot, a sentence for each lift that comes near failure and cannot be failed safely with nobody there. */
export function aloneWarnings(document: SessionDocument, catalogue: Catalogue): Readonly<Record<string, string>> {
  const warnings: Record<string, string> = {};
  for (const { id, exerciseId, sets } of allBlocks(document).flatMap(({ slots }) => slots))
    for (const segment of sets.flatMap((set) => (set?.role === "working" ? set.segments : []))) {
      const words = isNear(segment) && wayOut(exerciseOrThrow(catalogue, segment.exerciseId ?? exerciseId));
      if (words) warnings[id] ??= words;
    }
  return warnings;
}

/** How a set that fails is got out of; null: it can be put down. */
function wayOut({ spotting, stations, failureSafeAlone }: Exercise): string | null {
  if (stations.includes("guided bar")) return "Alone: set the stops just below the lowest point, and stop a rep early.";
  if (spotting !== "none") return "Alone: pins or safety arms just below the lowest point, or stop with 2 left.";
  return failureSafeAlone ? null : "Alone: stop while a good rep is still left.";
}
