"use client";
import { placesLeft } from "./places-left";
import type { Floor } from "./use-floor";

/** Nothing was logged for an hour or more: whether it goes on is asked before anything else. */
export function LeftOpen({ floor, idleMs, onGoOn }: { floor: Floor; idleMs: number; onGoOn: () => void }) {
  const { performed, blockRounds } = floor;
  const minutes = Math.floor(idleMs / 60_000);
  const [hours, rest] = [Math.floor(minutes / 60), minutes % 60];
  const end = () => {
    if (!floor.mayCommit()) return;
    const places = placesLeft(blockRounds, performed);
    if (places.length > 0) void floor.log({ kind: "setsSkipped", places, reason: "" });
    else onGoOn();
  };
  return (
    <section aria-label="Left open" className="flex flex-1 flex-col gap-4 pt-4">
      <h2 className="text-2xl font-bold">Does it go on?</h2>
      <p className="text-lg text-[var(--floor-quiet)]">
        Nothing was logged for {hours} h{rest > 0 ? ` ${rest} min` : ""}. What was done is kept, and that time counts as
        a pause.
      </p>
      <button
        type="button"
        onClick={end}
        className="mt-auto min-h-[56px] rounded-xl border border-[var(--floor-line)] text-lg font-semibold"
      >
        End the session here
      </button>
      <button
        type="button"
        onClick={onGoOn}
        className="min-h-[76px] rounded-xl bg-[var(--floor-now)] text-xl font-bold text-[var(--floor-on)]"
      >
        Go on
      </button>
    </section>
  );
}
