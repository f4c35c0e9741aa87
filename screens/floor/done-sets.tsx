"use client";
import {
  type BlockRound,
  buildableLoads,
  exerciseOfMove,
  exerciseOrThrow,
  foundIn,
  hasDropDone,
  lastOf,
  occurrenceKey,
  type PerformedSet,
  printSpan,
  withDropDone,
  withoutLastPart,
} from "@/core";
import { FORMS } from "./forms";
import { Pain, SegmentRow } from "./rest-parts";
import { SmallButton } from "./small-button";
import type { Floor } from "./use-floor";
import { nameOf } from "./work-parts";

/** What is asked of a set beside its figures. */
export type MoreAsked = "none" | "reserve" | "form" | "pain";

interface Props {
  readonly floor: Floor;
  readonly blockRound: BlockRound;
  readonly sets: readonly PerformedSet[];
  readonly more: MoreAsked;
  readonly onSets: (sets: readonly PerformedSet[]) => void;
}

/** What was done in a round, pre-filled, to be put right before it is saved. */
export function DoneSets({ floor, blockRound, sets, more, onSets }: Props) {
  const view = floor.view!;
  const change = (place: PerformedSet, map: (set: PerformedSet) => PerformedSet) =>
    onSets(sets.map((set) => (occurrenceKey(set) === occurrenceKey(place) ? map(set) : set)));
  /** Form and pain are a lift's, not a round's. */
  const changeLift = (slotId: string, part: Partial<PerformedSet>) =>
    onSets(sets.map((set) => (set.slotId === slotId ? { ...set, ...part } : set)));
  const lifts = liftsOf(floor, blockRound, sets);
  return (
    <section aria-label="What was done" className="flex flex-col gap-3">
      {(more === "pain" ? [] : sets).map((set) => {
        const move = foundIn(blockRound.moves, (one) => one.slot.id === set.slotId);
        const name = nameOf(view, set.segments[0]?.exerciseId ?? move.slot.exerciseId);
        // Of mini-sets the last one says what was left.
        const isLast = sets.findLast((other) => other.slotId === set.slotId) === set;
        const isAsked = isLast && (more === "reserve" || matters(floor, blockRound, set.slotId));
        const drop = isLast && isSpent(set, blockRound) ? dropAfter(floor, set) : null;
        return (
          <div key={occurrenceKey(set)} className="flex flex-col gap-2">
            {set.segments.map((segment, index) => (
              <SegmentRow
                key={index}
                view={view}
                segment={segment}
                label={index > 0 || set.ordinal > blockRound.ordinal ? "then" : nameOf(view, segment.exerciseId)}
                onChange={(changed) => change(set, (one) => ({ ...one, segments: one.segments.with(index, changed) }))}
              />
            ))}
            {hasDropDone(set) ? (
              <button
                type="button"
                onClick={() => change(set, withoutLastPart)}
                className="min-h-[56px] self-start text-lg underline underline-offset-4"
              >
                No drop after all
              </button>
            ) : drop ? (
              <SmallButton onClick={() => change(set, () => drop)}>{name} went on as a drop</SmallButton>
            ) : null}
            {isAsked ? (
              <ReserveAsked
                name={name}
                asked={plannedReserve(blockRound, set.slotId)}
                rir={set.rir}
                onRir={(rir) => change(set, (one) => ({ ...one, rir }))}
              />
            ) : null}
          </div>
        );
      })}
      {more === "form"
        ? lifts.map((lift) => (
            <fieldset key={lift.slotId} className="flex gap-2">
              <legend className={lifts.length > 1 ? "mb-1" : "sr-only"}>{lift.name}: form</legend>
              {FORMS.map((form) => (
                <SmallButton
                  key={form}
                  pressed={lift.sets.every((set) => set.form === form)}
                  onClick={() => changeLift(lift.slotId, { form })}
                >
                  {form}
                </SmallButton>
              ))}
            </fieldset>
          ))
        : null}
      {more === "pain"
        ? lifts.map((lift) => (
            <Pain
              key={lift.slotId}
              name={lift.name}
              sets={lift.sets}
              onChange={(part) => changeLift(lift.slotId, part)}
            />
          ))
        : null}
    </section>
  );
}

export function ReserveAsked({
  name,
  asked,
  rir,
  onRir,
}: {
  name: string;
  asked: string;
  rir: number | null;
  onRir: (rir: number | null) => void;
}) {
  return (
    <fieldset className="flex items-center gap-2">
      <legend className="sr-only">{name}: could have done more</legend>
      <span aria-hidden className="w-[74px] shrink-0 leading-tight text-[var(--floor-quiet)]">
        could have done more
        {asked ? <span className="block text-base">asked {asked}</span> : null}
      </span>
      {[0, 1, 2, 3, 4].map((one) => (
        <button
          key={one}
          type="button"
          aria-pressed={rir === one}
          aria-label={`${one}${one === 4 ? " or more" : ""} in reserve`}
          onClick={() => onRir(rir === one ? null : one)}
          className={`min-h-[56px] flex-1 rounded-lg border text-lg font-bold ${rir === one ? "border-transparent bg-[var(--floor-plan)] text-[var(--floor-on)]" : "border-[var(--floor-line)]"}`}
        >
          {one === 4 ? "4+" : one}
        </button>
      ))}
    </fieldset>
  );
}

const liftsOf = ({ view }: Floor, { moves }: BlockRound, sets: readonly PerformedSet[]) =>
  moves.flatMap((move) => {
    const own = sets.filter((one) => one.slotId === move.slot.id);
    const name = nameOf(view!, exerciseOfMove(move));
    return own.length > 0 ? [{ slotId: move.slot.id, name, sets: own }] : [];
  });

/** Whether what is left in reserve need not be asked of any lift of a round by a button of its own. */
export const asksReserve = (floor: Floor, blockRound: BlockRound): boolean =>
  blockRound.moves.every(({ slot }) => matters(floor, blockRound, slot.id) || !isCounted(blockRound, slot.id));

/**
 * Where what was left in reserve decides something: the first round speaks for the day's estimate, the last for the lift's
 * rule, a stop by reserve for the rounds between, and the search for a load goes by it. Elsewhere it can be said, and is not asked.
 */
function matters(floor: Floor, blockRound: BlockRound, slotId: string): boolean {
  if (!isCounted(blockRound, slotId)) return false;
  const { rounds } = blockRound.block;
  const stopsByReserve = rounds.kind === "range" && rounds.stop.kind === "belowRir";
  const first = blockRound.moves.find(({ slot }) => slot.id === slotId)?.set.segments[0];
  const isSearched = first !== undefined && floor.search.has(first.id);
  return blockRound.round === 0 || blockRound.round >= blockRound.rounds - 1 || stopsByReserve || isSearched;
}

/** Whether its reps are counted, so that some may be left. */
function isCounted(blockRound: BlockRound, slotId: string): boolean {
  const set = blockRound.moves.find(({ slot }) => slot.id === slotId)?.set;
  return set !== undefined && ["reps", "maxReps"].includes(lastOf(set.segments).amount.kind);
}

/** The reps in reserve that a lift's set of the round asks for, such as "2" or "1-2"; empty where it asks for none. */
function plannedReserve(blockRound: BlockRound, slotId: string): string {
  const set = blockRound.moves.find(({ slot }) => slot.id === slotId)?.set;
  const asked = set?.segments.at(-1)?.rir ?? set?.segments[0]?.rir;
  return asked ? printSpan(asked) : "";
}

/** Nothing was left of a set, or its form broke, so that it may have gone on as a drop. */
function isSpent(set: PerformedSet, { moves }: BlockRound): boolean {
  const asked = moves.find(({ slot }) => slot.id === set.slotId)?.set.segments[0]?.amount;
  const reps = set.segments[0]?.reps ?? 0;
  return set.failed || set.form === "broke" || (asked?.kind === "reps" && set.rir === 0 && reps < asked.reps.low);
}

/** A set with a drop after it, where one can be built. */
export function dropAfter({ shown }: Floor, set: PerformedSet): PerformedSet | null {
  if (!shown) return null;
  const exercise = exerciseOrThrow(shown.catalogue, lastOf(set.segments).exerciseId);
  return withDropDone(set, buildableLoads(exercise, shown.equipment));
}
