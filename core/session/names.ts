/** What a block is called: derived from its slots, transitions and muscles, never stored. docs/handbook.md#names. */
import { type Catalogue, classifyPair, type Exercise, exerciseOrThrow, trainSameRegion } from "../exercise";
import { entryAt, firstOf } from "../lists";
import type { Settings } from "../settings";
import { toKg } from "../units";
import type { Block, LoadRule, Slot, WorkSet } from "./grammar";
import { transitionAfter } from "./rests";
import { TRANSITION_LIMIT_SECONDS } from "./shorthand/print-parts";

type BlockName =
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
  | "staggered supersets"
  | "paired sets"
  | "mechanical drop"
  | "circuit";

/** What is further true of the pair or block. */
type BlockTrait =
  | "opposing"
  | "same muscle"
  | "stretch and squeeze"
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
  if (slots.length === 1) return singleName(firstOf(slots));
  const transitions = slots.slice(0, -1).map((slot) => longestTransition(slot, settings));
  const short = transitions.map((seconds) => seconds <= TRANSITION_LIMIT_SECONDS);
  if (!short.every(Boolean)) {
    const runs = runLengths(short);
    if (runs.length > 1 && runs.every((length) => length >= 3)) return "staggered giant sets";
    return runs.length > 1 && runs.every((length) => length >= 2) ? "staggered supersets" : "paired sets";
  }
  if (slots.length === 2) {
    const isDrop =
      firstOf(transitions) <= STRAIGHT_ON_SECONDS &&
      classifyPair(firstOf(exercises), entryAt(exercises, 1)) === "mechanical drop";
    return isDrop ? "mechanical drop" : "superset";
  }
  return slots.length === 3 ? "tri-set" : "giant set";
}

/** Slots in each run of short transitions: [true,true,false,true,true] is two runs of three. */
function runLengths(short: readonly boolean[]): number[] {
  const runs = [1];
  for (const isShort of short) {
    if (isShort) runs[runs.length - 1]!++;
    else runs.push(1);
  }
  return runs;
}

const longestTransition = (slot: Slot, settings: Settings): number =>
  Math.max(...slot.sets.map((_, round) => transitionAfter(slot, round, settings).seconds));

/** Up to this long between them an easier lever is one set continued. */
const STRAIGHT_ON_SECONDS = 5;

function singleName(slot: Slot): BlockName {
  const all = slot.sets.filter((set): set is WorkSet => set !== null);
  // Warm-up sets do not name what follows them.
  const working = all.filter((set) => set.role === "working");
  const sets = working.length > 0 ? working : all;
  if (sets[0]?.stop.kind === "repTotal") return "rep goal";
  const timed = sets.every((set) => ["seconds", "hold"].includes(firstOf(set.segments).amount.kind));
  if (timed) return "timed sets";
  if (sets.length === 1) return "single set";
  const loads = loadLevels(sets);
  const reps = sets.map(repsOf);
  if (loads) return nameByLoad(loads, reps);
  // Rounds to failure say nothing of the shape; the others do.
  const known = reps.filter((figure) => figure !== null);
  return known.length < 2 || known.length < sets.length - 1 ? "straight sets" : nameByReps(known);
}

function repsOf(set: WorkSet): number | null {
  const { amount } = firstOf(set.segments);
  return amount.kind === "reps" ? (amount.reps.low + amount.reps.high) / 2 : null;
}

/** How heavy each set is beside the others; null where that is not known of all of them. */
function loadLevels(sets: readonly WorkSet[]): number[] | null {
  const levels: number[] = [];
  const kinds = new Set<LoadRule["kind"]>();
  let hasSteps = false;
  for (const set of sets) {
    const { load } = firstOf(set.segments);
    if (load.kind === "fromRound") {
      // Steps count from a first load even where that itself is not known.
      const before = levels.at(-1) ?? UNKNOWN_LEVEL;
      const { change } = load;
      levels.push(
        change.kind === "percent" ? before * (1 + change.percent / 100) : before + change.sign * toKg(change.weight),
      );
      hasSteps = true;
      continue;
    }
    const level = levelOf(load);
    if (level === null) return null;
    kinds.add(load.kind);
    levels.push(level);
  }
  if (kinds.size > 1) return null;
  const isKnown = kinds.size === 1 && !kinds.has("unsaid") && !kinds.has("byEffort");
  return isKnown || hasSteps ? levels : null;
}

/** Stands for a load that nothing says, so that steps from it can be told apart. */
const UNKNOWN_LEVEL = 100;

function levelOf(load: LoadRule): number | null {
  switch (load.kind) {
    case "fixed":
      return toKg(load.weight);
    case "percentOfMax":
    case "percentOfTop":
      return load.percent;
    case "repMax":
      return -load.reps;
    case "bodyweight":
      return load.added ? load.sign * toKg(load.added) : 0;
    case "unsaid":
    case "byEffort":
      return UNKNOWN_LEVEL;
    default:
      return null;
  }
}

interface Shape {
  readonly rises: number;
  readonly falls: number;
  /** Whether nothing rises once something has fallen. */
  readonly isOneArch: boolean;
}

function shapeOf(levels: readonly number[]): Shape {
  const steps = levels.slice(1).map((level, index) => Math.sign(level - entryAt(levels, index)));
  const firstFall = steps.indexOf(-1);
  return {
    rises: steps.filter((step) => step > 0).length,
    falls: steps.filter((step) => step < 0).length,
    isOneArch: firstFall < 0 || steps.lastIndexOf(1) < firstFall,
  };
}

/** One change among four rounds or more is a heavier or a lighter set, and no pyramid. */
const isStaircase = (changes: number, sets: number): boolean => changes >= 2 || changes === sets - 1;

/** Twice down at the least and then twice up: a double pyramid from its base. */
function isOneValley(levels: readonly number[]): boolean {
  const { rises, falls, isOneArch } = shapeOf(levels.map((level) => -level));
  return isOneArch && rises >= 2 && falls >= 2;
}

function nameByLoad(loads: readonly number[], reps: readonly (number | null)[]): BlockName {
  const { rises, falls, isOneArch } = shapeOf(loads);
  if (isOneValley(loads)) return "double pyramid";
  if (!isOneArch || (rises === 0 && falls === 0)) return "straight sets";
  if (falls === 0) return isStaircase(rises, loads.length) ? "rising pyramid" : "straight sets";
  if (rises === 0) {
    const known = reps.filter((figure) => figure !== null);
    const repsRise =
      falls >= 2 && known.length === reps.length && shapeOf(known).rises >= 2 && shapeOf(known).falls === 0;
    return repsRise ? "falling pyramid" : "back-off sets";
  }
  if (falls >= 2) return rises >= 2 ? "double pyramid" : "back-off sets";
  return rises >= 2 ? "rising pyramid" : "straight sets";
}

function nameByReps(reps: readonly number[]): BlockName {
  // More reps are less load.
  const { rises, falls, isOneArch } = shapeOf(reps.map((figure) => -figure));
  if (isOneValley(reps.map((figure) => -figure))) return "double pyramid";
  if (!isOneArch || (rises === 0 && falls === 0)) return "straight sets";
  if (falls === 0) return isStaircase(rises, reps.length) ? "rising pyramid" : "straight sets";
  if (rises === 0) return isStaircase(falls, reps.length) ? "falling pyramid" : "back-off sets";
  if (rises >= 2) return falls >= 2 ? "double pyramid" : "rising pyramid";
  return falls >= 2 ? "falling pyramid" : "straight sets";
}

function traitsOf(block: Block, exercises: readonly Exercise[]): BlockTrait[] {
  const traits: BlockTrait[] = [];
  if (block.rounds.kind === "withinTime") traits.push("within a time");
  const [first, second] = exercises;
  if (first && second && exercises.length === 2) {
    const kind = classifyPair(first, second);
    if (kind === "antagonist") traits.push("opposing");
    else if (block.intent === "pre-exhaust") traits.push("pre-exhaust");
    else if (kind === "pre-exhaust" || kind === "post-exhaust") traits.push(kind);
    else if (kind === "stretch and squeeze") traits.push("stretch and squeeze");
    else if (kind === "same muscle" || trainSameRegion(first, second)) traits.push("same muscle");
  } else if (block.intent === "pre-exhaust") traits.push("pre-exhaust");
  const sets = block.slots.flatMap((slot) => slot.sets.filter((set): set is WorkSet => set !== null));
  const links = sets.flatMap((set) => set.segments.slice(1));
  if (links.some((link) => link.exerciseId !== null) || sets.some(getsMoreHelp)) traits.push("mechanical drop");
  if (links.some((link) => link.restBeforeSeconds > 0)) traits.push("rest-pause");
  if (sets.some((set) => set.segments.some((segment) => segment.rom !== "full"))) traits.push("partials");
  if (links.some((link) => link.amount.kind === "hold")) traits.push("hold");
  if (links.some((link) => link.load.kind === "fromSegment" || link.load.kind === "fixed")) traits.push("drop");
  return traits;
}

/** From added load to the body alone, to help: one lever that gets easier within a set. */
function getsMoreHelp(set: WorkSet): boolean {
  const added = set.segments.map(({ load }) => (load.kind === "bodyweight" ? levelOf(load) : null));
  return added.some(
    (level, place) => place > 0 && level !== null && added[place - 1] != null && level < added[place - 1]!,
  );
}
