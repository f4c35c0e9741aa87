"use client";
import { type Chain, type FloorEventBody, occurrenceKey, placeOf } from "@/core";
import { FloorSheet } from "./floor-sheet";
import type { Floor } from "./use-floor";
import { Small } from "./work-screen";

/** Less usual turns: a round more, leaving a round or the rest of a block out, ending early. The log says planned and done. */
export function ChangeSheet({
  open,
  onOpenChange,
  floor,
  chain,
  onChanged,
  onTime,
}: {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  floor: Floor;
  chain: Chain | null;
  onChanged: () => void;
  onTime: () => void;
}) {
  const skip = async (chains: readonly Chain[]) => {
    const places = chains
      .flatMap((one) => one.moves.map(({ slot }) => placeOf(slot.id, one.round, one.ordinal)))
      .filter((place) => !floor.performed.sets.has(occurrenceKey(place)));
    if (places.length > 0) await floor.log({ kind: "setsSkipped", places, reason: "" });
    onChanged();
  };
  const add = async (body: FloorEventBody) => {
    await floor.log(body);
    onChanged();
  };
  const rest = chain ? floor.chains.slice(floor.chains.indexOf(chain)) : [];
  return (
    <FloorSheet title="Change" open={open} onOpenChange={onOpenChange}>
      {chain ? (
        <>
          <Small onClick={() => add({ kind: "roundAdded", blockId: chain.block.id })}>
            One more round of {chain.letter}
          </Small>
          <Small onClick={() => skip([chain])}>
            Leave out {chain.letter}
            {chain.rounds > 1 ? `, round ${chain.round + 1}` : ""}
          </Small>
          <Small onClick={() => skip(rest.filter((one) => one.block.id === chain.block.id))}>
            Leave out the rest of {chain.letter}
          </Small>
          <Small onClick={onTime}>Only so much time…</Small>
          <Small onClick={() => skip(rest)}>End the session here</Small>
        </>
      ) : null}
    </FloorSheet>
  );
}
