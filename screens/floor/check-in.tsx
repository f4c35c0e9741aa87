"use client";
import { useState } from "react";
import {
  allBlocks,
  type CheckIn,
  checkInSentence,
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
import { type EasierLift, easierDay } from "@/views";
import { FloorSheet } from "./floor-sheet";
import { ChoiceButton } from "./questions";
import { SmallButton } from "./small-button";
import type { Floor } from "./use-floor";

/** How the client came, in a tap before the first set; whoever just starts has skipped it. */
export function CheckInLine({ floor }: { floor: Floor }) {
  const [open, setOpen] = useState(false);
  const { performed, shown } = floor;
  if (!shown || performed.sets.size > 0) return null;
  const log = async (checkIn: CheckIn) => {
    setOpen(false);
    if (floor.mayCommit()) await floor.log({ kind: "checkIn", checkIn });
  };
  const said = performed.checkIn;
  const easier = easierDay(shown, performed);
  return (
    <>
      <section aria-label="Check-in" className="mt-1 flex items-center gap-2 left-hand:flex-row-reverse">
        <p className="flex-1 text-[15px] leading-tight text-[var(--floor-quiet)]">
          {said ? `Check-in: ${checkInSentence(said)}` : "Check-in: sleep, soreness"}
        </p>
        {said ? null : (
          <button
            type="button"
            onClick={() => void log({ sleep: "well", sore: [] })}
            className="min-h-[56px] rounded-lg border border-[var(--floor-line)] px-3 font-semibold"
          >
            All well
          </button>
        )}
        <button
          type="button"
          onClick={() => setOpen(true)}
          className="min-h-[56px] rounded-lg border border-[var(--floor-line)] px-3 font-semibold"
        >
          {said ? "Change" : "Not quite…"}
        </button>
        {open ? <CheckInSheet shown={shown} before={said} onClose={() => setOpen(false)} onSay={log} /> : null}
      </section>
      {easier.length > 0 ? <EasierDay floor={floor} lifts={easier} /> : null}
    </>
  );
}

/** Badly slept and sore: lighter for the sore muscles' lifts, or as planned; one tap either way. */
function EasierDay({ floor, lifts }: { floor: Floor; lifts: readonly EasierLift[] }) {
  const answer = async (taken: boolean) => {
    if (!floor.mayCommit()) return;
    for (const { advice } of taken ? lifts : lifts.slice(0, 1)) await floor.log({ kind: "advice", advice, taken });
  };
  return (
    <section aria-label="A lighter day" className="mt-2 flex flex-col gap-2">
      <p className="text-lg">Badly slept and sore: about 5 % lighter for what is sore?</p>
      <ChoiceButton
        isFirst
        title="Lighter today"
        detail={lifts.map(({ words }) => words).join(", ")}
        onTake={() => answer(true)}
      />
      <ChoiceButton title="As planned" detail="" onTake={() => answer(false)} />
    </section>
  );
}

function CheckInSheet({
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
