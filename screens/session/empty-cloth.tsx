"use client";
import { useCallback } from "react";
import { liftOffers } from "@/contract";
import { printName } from "@/core";
import { LiftFinder } from "@/parts/lift-finder";
import { StartFrom } from "./start-from";
import type { Desk } from "./use-desk";
import { insertBlocks } from "./use-grid";

/** A session of nothing yet: one cell to type a lift into, and what else it can be started from. */
export function EmptyCloth({ desk }: { desk: Desk }) {
  const { document, computed, view, usual, catalogue } = desk;
  const offersFor = useCallback(
    (typed: string) => liftOffers(document, computed, view, { typed, besideId: null, usual }),
    [document, computed, view, usual],
  );
  const add = async (typed: string): Promise<string | null> => {
    const read = await desk.readLifts(typed);
    if (!read.ok) return read.message;
    const refused = desk.attempt(insertBlocks(document, read.blocks, 0));
    if (refused === null) desk.select({ slotId: read.blocks[0]!.slots[0]!.id, round: 0 });
    return refused;
  };
  if (desk.locked) return <p className="p-4 text-quiet">Nothing was planned in this session.</p>;
  return (
    <div className="grid gap-8 px-4 py-4 lg:grid-cols-2">
      <section aria-label="The first lift">
        <h2 className="mb-1 font-bold">The first lift</h2>
        <LiftFinder
          label="The first lift"
          placeholder="a lift, a muscle, cable, or Bench press 4x8 rir2"
          offersFor={offersFor}
          onTake={(exercise) => add(printName(exercise.id, catalogue))}
          onTyped={add}
        />
      </section>
      <section aria-label="Or start from">
        <h2 className="mb-1 font-bold">Or start from</h2>
        <StartFrom desk={desk} onTaken={() => undefined} />
      </section>
    </div>
  );
}
