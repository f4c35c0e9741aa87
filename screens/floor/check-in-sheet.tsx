"use client";
import { useState } from "react";
import {
  allBlocks,
  type CheckIn,
  entriesOf,
  exerciseOrThrow,
  keysOf,
  type Muscle,
  muscleName,
  REGIONS,
  type ShownSession,
  SLEEP_WORDS,
  type Sleep,
  SORE_WORDS,
} from "@/core";
import { FloorSheet } from "./floor-sheet";
import { SmallButton } from "./small-button";

/** How somebody slept, and which of the session's muscles are sore. */
export default function CheckInSheet({
  shown,
  before,
  onClose,
  onSay,
}: {
  shown: ShownSession;
  before: CheckIn | null;
  onClose: () => void;
  onSay: (checkIn: CheckIn) => Promise<void>;
}) {
  const [sleep, setSleep] = useState<Sleep | null>(before?.sleep ?? null);
  const [levels, setLevels] = useState<ReadonlyMap<Muscle, 0 | 1 | 2>>(
    new Map(before?.sore.map(({ muscle, level }) => [muscle, level])),
  );
  const sore = [...levels].flatMap(([muscle, level]) => (level === 0 ? [] : [{ muscle, level }]));
  return (
    <FloorSheet title="Check-in" open onOpenChange={(stays) => !stays && onClose()}>
      <div role="group" aria-label="Slept" className="flex items-center gap-2">
        <span className="w-14 text-lg">Slept</span>
        {keysOf(SLEEP_WORDS).map((one) => (
          <SmallButton key={one} pressed={sleep === one} onClick={() => setSleep(sleep === one ? null : one)}>
            {SLEEP_WORDS[one]}
          </SmallButton>
        ))}
      </div>
      <p className="text-lg">Sore? Once: sore. Twice: very sore.</p>
      <div className="grid grid-cols-2 gap-2">
        {musclesOf(shown).map((muscle) => {
          const level = levels.get(muscle) ?? 0;
          return (
            <button
              key={muscle}
              type="button"
              aria-label={`${muscleName(muscle)}: ${SORE_WORDS[level]}`}
              onClick={() => setLevels(new Map([...levels, [muscle, NEXT_LEVEL[level]]]))}
              className={`min-h-[56px] rounded-lg border text-lg leading-tight font-semibold ${level > 0 ? "border-transparent bg-[var(--floor-warn)] text-[var(--floor-on)]" : "border-[var(--floor-line)]"}`}
            >
              {muscleName(muscle)}
              {level > 0 ? <span className="block text-base font-normal">{SORE_WORDS[level]}</span> : null}
            </button>
          );
        })}
      </div>
      <button
        type="button"
        onClick={() => void onSay({ sleep, sore })}
        className="min-h-[64px] rounded-xl bg-[var(--floor-done)] text-xl font-bold text-[var(--floor-on)]"
      >
        Save
      </button>
    </FloorSheet>
  );
}

/** A tap makes it worse, and the worst is none again. */
const NEXT_LEVEL = { 0: 1, 1: 2, 2: 0 } as const;

/** The muscles that the session trains directly, in the order in which they come. */
function musclesOf({ document, catalogue }: ShownSession): Muscle[] {
  const muscles = new Set<Muscle>();
  for (const { slots } of allBlocks(document))
    for (const { exerciseId } of slots)
      for (const [region, share] of entriesOf(exerciseOrThrow(catalogue, exerciseId).shares))
        if (share === 1) muscles.add(REGIONS[region].muscle);
  return [...muscles];
}
