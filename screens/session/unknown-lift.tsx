"use client";
import { useMemo } from "react";
import { offerExercises } from "@/core";
import { Button } from "@/ui/button";
import { useWholeDesk } from "./use-desk";

/** What becomes of lifts that nobody here knows. */
export const UNKNOWN_SAYS = "What is not known keeps its place, sets and seconds, and counts for no muscle.";

/** A lift that nobody here knows yet: what it may mean, to be made the studio's own, or left under its name. */
export function UnknownLift({
  name,
  onTake,
  onLeave,
}: {
  name: string;
  onTake: (name: string) => void;
  /** Null where it is left so already. */
  onLeave: (() => void) | null;
}) {
  const { catalogue, usual, view, locked } = useWholeDesk();
  const offers = useMemo(() => offerExercises(catalogue, name, { usual }), [catalogue, name, usual]);
  const own = new URLSearchParams({ make: name, back: view.sessionId });
  return (
    <div className="flex flex-col gap-2 border border-weld bg-weld-tint px-3 py-2">
      <p>
        <strong>{name}</strong> is not known here yet.
      </p>
      {offers.length > 0 ? <p>Is it one of these?</p> : null}
      <div className="flex flex-wrap gap-1.5">
        {offers.map((offer) => (
          <Button key={offer.id} disabled={locked} className="min-h-7 px-2 py-0.5" onClick={() => onTake(offer.name)}>
            {offer.name}
          </Button>
        ))}
      </div>
      <div className="flex flex-wrap items-center gap-3">
        <a href={`/exercises?${own}`} className="text-indigo underline underline-offset-2">
          Make it ours
        </a>
        {onLeave ? (
          <Button kind="quiet" disabled={locked} className="min-h-7 px-2 py-0.5" onClick={onLeave}>
            Leave it so
          </Button>
        ) : null}
      </div>
    </div>
  );
}
