/** What a block is called: derived from its slots, handovers and muscles, never stored. Handbook sections 2 and 3. */
import { areOpposing, type Catalogue, type Exercise, exerciseOrThrow, trainSameRegion } from "../exercise/exercise";
import type { Settings } from "../settings";
import { handoverAfter } from "../time/run";
import type { Block, Slot, WorkSet } from "./grammar";
import { HANDOVER_LIMIT_SECONDS } from "./shorthand/print";

export type BlockName =
  | "straight sets"
  | "single set"
  | "rising pyramid"
  | "falling pyramid"
  | "double pyramid"
  | "back-off sets"
  | "rep goal"
  | "timed sets"
  | "superset"
  | "tri-set"
  | "giant set"
  | "staggered giant sets"
  | "paired sets"
  | "mechanical drop"
  | "circuit";

/** What is further true of the pair or block. */
export type BlockTrait =
  | "opposing"
  | "same muscle"
  | "pre-exhaust"
  | "post-exhaust"
  | "drop"
  | "rest-pause"
  | "mechanical drop"
  | "partials"
  | "hold"
  | "within a time";

export interface NamedBlock {
  readonly name: BlockName;
  readonly traits: readonly BlockTrait[];
}

export function nameBlock(block: Block, catalogue: Catalogue, settings: Settings): NamedBlock {
  const exercises = block.slots.map((slot) => exerciseOrThrow(catalogue, slot.exerciseId));
  return { name: baseName(block, exercises, settings), traits: traitsOf(block, exercises) };
}

function baseName(block: Block, exercises: readonly Exercise[], settings: Settings): BlockName {
  const { slots } = block;
  if (block.intent === "circuit") return "circuit";
  if (slots.length === 1) return singleName(slots[0]!);
  const handovers = slots.slice(0, -1).map((slot) => longestHandover(slot, settings));
  const short = handovers.map((seconds) => seconds <= HANDOVER_LIMIT_SECONDS);
  if (!short.every(Boolean)) {
    const runs = runLengths(short);
    return runs.length > 1 && runs.every((length) => length >= 3) ? "staggered giant sets" : "paired sets";
  }
  if (slots.length === 2)
    return isMechanicalDrop(exercises[0]!, exercises[1]!, handovers[0]!) ? "mechanical drop" : "superset";
  return slots.length === 3 ? "tri-set" : "giant set";
}

/** Slots in each run of short handovers: [true,true,false,true,true] is two runs of three. */
function runLengths(short: readonly boolean[]): number[] {
  const runs = [1];
  for (const isShort of short) {
    if (isShort) runs[runs.length - 1]!++;
    else runs.push(1);
  }
  return runs;
}

const longestHandover = (slot: Slot, settings: Settings): number =>
  Math.max(...slot.sets.map((_, round) => handoverAfter(slot, round, settings).seconds));

/** The same action with an easier lever, straight on: really one set continued. */
function isMechanicalDrop(first: Exercise, second: Exercise, handoverSeconds: number): boolean {
  return (
    handoverSeconds <= 5 &&
    first.pattern === second.pattern &&
    first.family === second.family &&
    trainSameRegion(first, second)
  );
}

function singleName(slot: Slot): BlockName {
  const sets = slot.sets.filter((set): set is WorkSet => set !== null);
  const stop = sets[0]?.stop.kind;
  if (stop === "repTotal") return "rep goal";
  const timed = sets.every((set) => ["seconds", "hold"].includes(set.segments[0]!.amount.kind));
  if (timed) return "timed sets";
  if (sets.length === 1) return "single set";
  const reps = sets.map(repsOf);
  if (reps.some((figure) => figure === null)) return "straight sets";
  return pyramidName(reps as number[], sets);
}

function repsOf(set: WorkSet): number | null {
  const { amount } = set.segments[0]!;
  return amount.kind === "reps" ? (amount.reps.low + amount.reps.high) / 2 : null;
}

function pyramidName(reps: readonly number[], sets: readonly WorkSet[]): BlockName {
  const steps = reps.slice(1).map((figure, index) => Math.sign(figure - reps[index]!));
  const down = steps.filter((step) => step < 0).length;
  const up = steps.filter((step) => step > 0).length;
  if (down === 0 && up === 0) return sets.slice(1).some(isLighter) ? "back-off sets" : "straight sets";
  if (down > 0 && up === 0) return "rising pyramid";
  if (down > 0 && steps.findIndex((step) => step > 0) > steps.findLastIndex((step) => step < 0)) {
    return up === 1 && down === 0 ? "back-off sets" : up >= 2 || down >= 2 ? "double pyramid" : "back-off sets";
  }
  return down === 0 ? "falling pyramid" : "straight sets";
}

function isLighter(set: WorkSet): boolean {
  const { load } = set.segments[0]!;
  if (load.kind === "percentOfTop") return load.percent < 100;
  if (load.kind !== "fromRound") return false;
  return load.change.kind === "percent" ? load.change.percent < 0 : load.change.sign < 0;
}

function traitsOf(block: Block, exercises: readonly Exercise[]): BlockTrait[] {
  const traits: BlockTrait[] = [];
  if (block.rounds.kind === "withinTime") traits.push("within a time");
  const [first, second] = exercises;
  if (first && second && exercises.length === 2) {
    if (areOpposing(first, second)) traits.push("opposing");
    else if (block.intent === "pre-exhaust") traits.push("pre-exhaust");
    else if (trainSameRegion(first, second)) {
      traits.push("same muscle");
      if (first.joints === "multi" && second.joints === "single") traits.push("post-exhaust");
    }
  } else if (block.intent === "pre-exhaust") traits.push("pre-exhaust");
  const sets = block.slots.flatMap((slot) => slot.sets.filter((set): set is WorkSet => set !== null));
  const links = sets.flatMap((set) => set.segments.slice(1));
  if (links.some((link) => link.exerciseId !== null)) traits.push("mechanical drop");
  if (links.some((link) => link.restBeforeSeconds > 0)) traits.push("rest-pause");
  if (sets.some((set) => set.segments.some((segment) => segment.rom !== "full"))) traits.push("partials");
  if (links.some((link) => link.amount.kind === "hold")) traits.push("hold");
  if (links.some((link) => link.load.kind === "fromSegment" || link.load.kind === "fixed")) traits.push("drop");
  return traits;
}
