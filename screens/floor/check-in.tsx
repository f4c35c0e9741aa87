"use client";
import { useState } from "react";
import { type CheckIn, checkInSentence } from "@/core";
import { type EasierLift, easierDay } from "@/views";
import { Later, later } from "./later";
import { ChoiceButton } from "./questions";
import type { Floor } from "./use-floor";

const SHEET = later(() => import("./check-in-sheet"));

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
        <p className="flex-1 text-lg leading-tight text-[var(--floor-quiet)]">
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
        {open ? (
          <Later part={SHEET} props={{ shown, before: said, onClose: () => setOpen(false), onSay: log }} />
        ) : null}
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
