"use client";
import {
  type BlockRound,
  buildableLoads,
  type EventLoggedBy,
  exerciseOrThrow,
  lastOf,
  occurrenceKey,
  type PerformedSet,
  placeOf,
  withDropDone,
} from "@/core";
import { FloorSheet } from "./floor-sheet";
import { SmallButton } from "./small-button";
import type { Floor } from "./use-floor";

/** Less usual turns: a drop that nobody planned, a round more, leaving some out, ending early. The log says planned and done. */
export function ChangeSheet({
  open,
  onOpenChange,
  floor,
  blockRound,
  justDone,
  onSets,
  onChanged,
  onTime,
}: {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  floor: Floor;
  blockRound: BlockRound | null;
  /** What was just done and is not kept yet. */
  justDone: readonly PerformedSet[];
  onSets: (sets: readonly PerformedSet[]) => void;
  onChanged: () => void;
  onTime: () => void;
}) {
  const skip = async (blockRounds: readonly BlockRound[]) => {
    const places = blockRounds
      .flatMap((one) => one.moves.map(({ slot }) => placeOf(slot.id, one.round, one.ordinal)))
      .filter((place) => !floor.performed.sets.has(occurrenceKey(place)));
    if (places.length > 0) await floor.log({ kind: "setsSkipped", places, reason: "" });
    onChanged();
  };
  const add = async (body: EventLoggedBy<"floor">) => {
    await floor.log(body);
    onChanged();
  };
  const rest = blockRound ? floor.blockRounds.slice(floor.blockRounds.indexOf(blockRound)) : [];
  return (
    <FloorSheet title="Change" open={open} onOpenChange={onOpenChange}>
      {dropsDone(floor, justDone).map(({ name, set }) => (
        <SmallButton
          key={occurrenceKey(set)}
          onClick={() => {
            onSets(justDone.map((one) => (occurrenceKey(one) === occurrenceKey(set) ? set : one)));
            onChanged();
          }}
        >
          {name} went on as a drop
        </SmallButton>
      ))}
      {blockRound ? (
        <>
          <SmallButton onClick={() => add({ kind: "roundAdded", blockId: blockRound.block.id })}>
            One more round of {blockRound.letter}
          </SmallButton>
          <SmallButton onClick={() => skip([blockRound])}>
            Leave out {blockRound.letter}
            {blockRound.rounds > 1 ? `, round ${blockRound.round + 1}` : ""}
          </SmallButton>
          <SmallButton onClick={() => skip(rest.filter((one) => one.block.id === blockRound.block.id))}>
            Leave out the rest of {blockRound.letter}
          </SmallButton>
          <SmallButton onClick={onTime}>Shorten session…</SmallButton>
          <SmallButton onClick={() => skip(rest)}>End the session here</SmallButton>
        </>
      ) : null}
    </FloorSheet>
  );
}

/** Each lift's last set with a drop after it, where one can be built. */
function dropsDone({ shown }: Floor, sets: readonly PerformedSet[]): { name: string; set: PerformedSet }[] {
  if (!shown) return [];
  return sets.flatMap((set) => {
    const isLast = sets.findLast((other) => other.slotId === set.slotId) === set;
    const exercise = exerciseOrThrow(shown.catalogue, lastOf(set.segments).exerciseId);
    const more = isLast ? withDropDone(set, buildableLoads(exercise, shown.equipment)) : null;
    return more ? [{ name: exercise.name, set: more }] : [];
  });
}
