/**
 * The loads of the sets still to come, as the floor has changed them: by what was lifted, chosen, taken on advice or carried over
 * to another exercise. What was lifted last stands in the rounds after it, a step up or down of the plan stays one, and drops
 * follow their set. A choice that was made after the last set of a lift holds before what that set showed.
 */
import { type Exercise, exerciseOrThrow, isBodyweight } from "../exercise";
import { firstOf } from "../lists";
import { type BuildableLoad, buildableLoads, type LoadBuild, roundToBuildable, shareOfLoad } from "../load";
import { type LoadChange, type Segment, type Slot, setInRound } from "../session";
import type { RunMove } from "../time";
import { fromKg, round as rounded, SAME_WEIGHT_KG, toKg, type Weight } from "../units";
import { type BlockRound, exerciseOfMove, isBlockRoundOver, movesAhead } from "./block-rounds";
import type { DoneSet, FloorLoad, PerformedSession } from "./events";
import { signedKg } from "./performed";
import type { ShownSession } from "./shown";

interface LoadAhead {
  readonly exerciseId: string;
  /** Prescribed kg; negative for assistance. */
  readonly kg: number;
  readonly weight: Weight;
  /** How this gym builds it; null where it does not. */
  readonly build: LoadBuild | null;
  /** Reps chosen on the floor; null: as planned. */
  readonly reps: number | null;
  /** Which set of the search for a load that nothing is known of, from 1; null: it is no search. */
  readonly searchStep: number | null;
}

/** At most so many sets look for a load. */
export const MOST_SEARCH_STEPS = 5;
/** A load is found where the reserve that was reported is this near to the one asked. */
const FOUND_WITHIN = 1;
/** A drop whose step is not known is a fifth lighter: docs/handbook.md#floor. */
const DROP_SHARE = 0.8;

/** What a lift's loads go by from a round on. */
interface Basis {
  /** The round in which it was lifted, or from which on it was chosen: the plan's steps count from there. */
  readonly round: number;
  readonly kg: number;
  readonly weight: Weight | null;
  readonly reps: number | null;
}

/** By segment, those alone that differ from what was shown. */
export function loadsAhead(
  shown: ShownSession,
  blockRounds: readonly BlockRound[],
  performed: PerformedSession,
): ReadonlyMap<string, LoadAhead> {
  const found = new Map<string, LoadAhead>();
  for (const blockRound of blockRounds) {
    if (isBlockRoundOver(blockRound, performed)) continue;
    for (const move of movesAhead(blockRound, performed)) {
      const ahead = setAhead(move, blockRound.round, shown, performed);
      for (const [id, load] of ahead) if (!found.has(id)) found.set(id, load);
    }
  }
  return found;
}

/** The loads of one set to come, part by part. */
function setAhead(
  { slot, set }: Pick<RunMove, "slot" | "set">,
  round: number,
  shown: ShownSession,
  performed: PerformedSession,
): [string, LoadAhead][] {
  const first = firstOf(set.segments);
  const exerciseId = exerciseOfMove({ slot, set });
  const exercise = exerciseOrThrow(shown.catalogue, exerciseId);
  const loads = buildableLoads(exercise, shown.equipment, first.setup ?? slot.setup);
  const planned = plannedKg(first, exerciseId, shown);
  const basis = basisOf(slot, round, exerciseId, shown, performed);
  const step = planned === null && !isKnown(slot, performed) ? searchStep(slot, round, exerciseId, performed) : null;
  const reps = basis?.reps ?? null;
  const made = (kg: number, of: readonly BuildableLoad[], weight: Weight | null = null): Omit<LoadAhead, "reps"> => {
    const built = of.find((load) => Math.abs(load.kg - kg) <= SAME_WEIGHT_KG);
    return {
      exerciseId,
      kg: rounded(kg, 3),
      weight: weight ?? built?.weight ?? fromKg(Math.abs(kg), shown.equipment.unit),
      build: built?.build ?? null,
      searchStep: step,
    };
  };
  const start = basis
    ? firstKg(basis, { slot, planned, exercise, loads }, shown)
    : planned === null && isSearched(first)
      ? lightest(exercise, loads)
      : planned;
  if (start === null) return [];
  const isSame = planned !== null && Math.abs(start - planned) <= SAME_WEIGHT_KG;
  const own = { ...made(start, loads, basis && basis.kg === start ? basis.weight : null), reps };
  const ahead: [string, LoadAhead][] = isSame && reps === null ? [] : [[first.id, own]];
  let before = start;
  let beforePlanned = planned;
  for (const segment of set.segments.slice(1)) {
    const id = segment.exerciseId ?? slot.exerciseId;
    // A part with another exercise has a load of its own.
    if (id !== exerciseId) break;
    const part = plannedKg(segment, id, shown);
    if (part !== null && isSame) continue;
    const wanted =
      part !== null && beforePlanned !== null
        ? moved(before, beforePlanned, part, exercise)
        : segment.load.kind === "fromSegment"
          ? changedBy(before, segment.load.change, exercise, shown)
          : shareOfLoad(exercise, before, DROP_SHARE, shown.bodyMassKg, shown.settings, slot.setup);
    const built = roundToBuildable(loads, wanted, "nearest")?.kg ?? wanted;
    ahead.push([segment.id, { ...made(built, loads), reps: null, searchStep: null }]);
    before = built;
    beforePlanned = part;
  }
  return ahead;
}

/** Whether a lift that was added on the floor came with its load: from the record, or as it was written. */
const isKnown = (slot: Slot, { blocksAdded, choices }: PerformedSession): boolean =>
  blocksAdded.some(({ slots }) => slots.some(({ id }) => id === slot.id)) &&
  choices.some(({ slotId, fromRound, load }) => slotId === slot.id && fromRound === 0 && load !== null);

/** What was shown for a part, if it was for this exercise. */
function plannedKg(segment: Segment, exerciseId: string, { loads }: ShownSession): number | null {
  const load = loads[segment.id];
  return load?.exerciseId === exerciseId ? load.kg : null;
}

/** Sets that count nothing by load (a hold of the body) look for none. */
const isSearched = ({ amount, load }: Segment): boolean =>
  load.kind !== "ofSlot" && (amount.kind === "reps" || amount.kind === "maxReps" || amount.kind === "toFailure");

/** The lightest load to begin with: the body alone where it is the body that moves. */
const lightest = (exercise: Exercise, loads: readonly BuildableLoad[]): number | null =>
  isBodyweight(exercise) ? 0 : (loads.find(({ kg }) => kg > 0)?.kg ?? loads[0]?.kg ?? null);

/** The set of a lift that was done last before a round. */
function lastDone(
  slotId: string,
  round: number,
  exerciseId: string,
  { sets }: Pick<PerformedSession, "sets">,
): DoneSet | null {
  let last: DoneSet | null = null;
  for (const set of sets.values()) {
    if (set.slotId !== slotId || set.whose !== "client" || set.round > round) continue;
    if (set.segments[0]?.exerciseId !== exerciseId) continue;
    if (!last || set.round > last.round || (set.round === last.round && set.ordinal >= last.ordinal)) last = set;
  }
  return last;
}

function basisOf(
  slot: Slot,
  round: number,
  exerciseId: string,
  shown: ShownSession,
  performed: PerformedSession,
): Basis | null {
  const done = lastDone(slot.id, round, exerciseId, performed);
  const own = ({ slotId, fromRound }: { readonly slotId: string; readonly fromRound: number }) =>
    slotId === slot.id && fromRound <= round;
  const choice = performed.choices.findLast((one) => own(one) && one.load);
  const reps = performed.choices.findLast((one) => own(one) && one.reps !== null)?.reps ?? null;
  const swap = performed.swaps.findLast((one) => own(one) && one.exerciseId === exerciseId);
  const chosen = choice ?? swap;
  if (chosen?.load && (!done || chosen.fromRound > done.round))
    return { ...chosenBasis(chosen.fromRound, chosen.load), reps };
  const lifted = done?.segments[0];
  if (done && lifted) return { round: done.round, kg: signedKg(lifted), weight: lifted.load, reps };
  const linked = linkedKg(slot, round, shown, performed);
  if (linked !== null) return { round, kg: linked, weight: null, reps };
  const first = setInRound(slot, round)?.segments[0];
  const planned = first ? plannedKg(first, exerciseId, shown) : null;
  return reps === null || planned === null ? null : { round, kg: planned, weight: null, reps };
}

const chosenBasis = (round: number, { weight, sign }: FloorLoad): Omit<Basis, "reps"> => ({
  round,
  kg: rounded(sign * toKg(weight), 3),
  weight,
});

/** A share of another lift's load that was found on the floor; null where the set asks for none, or nothing was lifted there yet. */
function linkedKg(slot: Slot, round: number, shown: ShownSession, performed: PerformedSession): number | null {
  const first = setInRound(slot, round)?.segments[0];
  if (first?.load.kind !== "ofSlot" || plannedKg(first, slot.exerciseId, shown) !== null) return null;
  const { slotId, share } = first.load;
  const other = [...performed.sets.values()].findLast((set) => set.slotId === slotId && set.whose === "client");
  const lifted = other?.segments[0];
  if (!lifted) return null;
  const exercise = exerciseOrThrow(shown.catalogue, slot.exerciseId);
  const wanted = shareOfLoad(exercise, signedKg(lifted), share, shown.bodyMassKg, shown.settings, slot.setup);
  return roundToBuildable(buildableLoads(exercise, shown.equipment, slot.setup), wanted, "nearest")?.kg ?? wanted;
}

interface Planned {
  readonly slot: Slot;
  /** Of the set's first part in the plan. */
  readonly planned: number | null;
  readonly exercise: Exercise;
  readonly loads: readonly BuildableLoad[];
}

/** The first part's load: the basis, moved by the step that the plan makes between the two rounds. */
function firstKg(basis: Basis, { slot, planned, exercise, loads }: Planned, shown: ShownSession): number {
  const from = setInRound(slot, basis.round)?.segments[0];
  const then = from ? (shown.loads[from.id]?.kg ?? null) : null;
  if (planned === null || then === null || Math.abs(planned - then) <= SAME_WEIGHT_KG) return basis.kg;
  // As lifted there, as planned here.
  if (Math.abs(basis.kg - then) <= SAME_WEIGHT_KG) return planned;
  const wanted = moved(basis.kg, then, planned, exercise);
  return roundToBuildable(loads, wanted, "nearest")?.kg ?? wanted;
}

/** A load moved as the plan moves between two: by their share, of moves of the body by their difference. */
function moved(kg: number, from: number, to: number, exercise: Exercise): number {
  return isBodyweight(exercise) || from <= 0 ? kg + (to - from) : kg * (to / from);
}

function changedBy(kg: number, change: LoadChange, exercise: Exercise, shown: ShownSession): number {
  if (change.kind === "weight") return kg + change.sign * toKg(change.weight);
  return shareOfLoad(exercise, kg, 1 + change.percent / 100, shown.bodyMassKg, shown.settings, []);
}

/** Which set of the search a round's is; null once the load is found, or enough sets have looked for it. */
function searchStep(
  slot: Slot,
  round: number,
  exerciseId: string,
  performed: Pick<PerformedSession, "sets">,
): number | null {
  const done = [...performed.sets.values()].filter(
    (set) => set.slotId === slot.id && set.round < round && set.segments[0]?.exerciseId === exerciseId,
  );
  const asked = setInRound(slot, round)?.segments[0]?.rir ?? null;
  const last = done.at(-1);
  if (!last) return 1;
  const isFound =
    last.rir !== null &&
    last.rir < 4 &&
    (asked === null || Math.abs(last.rir - (asked.low + asked.high) / 2) <= FOUND_WITHIN);
  return isFound || done.length >= MOST_SEARCH_STEPS ? null : done.length + 1;
}
