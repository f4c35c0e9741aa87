"use client";
import { useEffect, useRef } from "react";
import { exerciseOfMove, exerciseOrThrow, movesAhead, type PainStop, placeOf, roundsAhead, sparing } from "@/core";
import type { StandIn } from "@/views";
import { ChoiceButton } from "./questions";
import type { Floor } from "./use-floor";

const OFFERED = 3;

/** An exercise that hurt stops until somebody says what is done: another one, none, or on all the same. Its partner goes on. */
export function PainStopPanel({ floor, stop }: { floor: Floor; stop: PainStop }) {
  const { shown, view, blockRounds, performed } = floor;
  // It is what comes first now, wherever the screen had been scrolled to.
  const top = useRef<HTMLElement>(null);
  useEffect(() => {
    // Newer browsers answer a scroll with a promise, which is no clean-up.
    top.current?.scrollIntoView({ block: "nearest" });
  }, []);
  if (!shown || !view) return null;
  const exercise = exerciseOrThrow(shown.catalogue, stop.exerciseId);
  const ahead = roundsAhead(stop.slotId, blockRounds, performed);
  const partners = (ahead[0] ? movesAhead(ahead[0], performed) : [])
    .filter(({ slot }) => slot.id !== stop.slotId)
    .map((move) => exerciseOrThrow(shown.catalogue, exerciseOfMove(move)).name);
  const standIns = sparing(
    view.standIns?.[stop.slotId] ?? [],
    ({ exerciseId }) => exerciseOrThrow(shown.catalogue, exerciseId),
    { exercise, place: stop.place },
  ).slice(0, OFFERED);
  const swap = async ({ exerciseId, load }: StandIn) => {
    if (!floor.mayCommit()) return;
    const reason = `pain ${stop.pain} of 10${stop.place ? `, ${stop.place}` : ""}`;
    await floor.log({ kind: "exerciseSwapped", slotId: stop.slotId, fromRound: stop.round, exerciseId, load, reason });
  };
  const leaveOut = async () => {
    if (!floor.mayCommit()) return;
    const places = ahead.map(({ round, ordinal }) => placeOf(stop.slotId, round, ordinal));
    await floor.log({ kind: "setsSkipped", places, reason: `pain ${stop.pain} of 10` });
  };
  const goOn = async () => {
    if (!floor.mayCommit()) return;
    const nothing = { load: null, reps: null, rest: null };
    const words = `Pain ${stop.pain} of 10.`;
    const advice = { kind: "despitePain" as const, slotId: stop.slotId, round: stop.round, words, ...nothing };
    await floor.log({ kind: "advice", advice, taken: false });
  };
  return (
    <section
      ref={top}
      aria-label={`Stop ${exercise.name}`}
      className="flex flex-col gap-2 rounded-xl border-2 border-[var(--floor-warn)] p-3"
    >
      <p role="alert" className="text-lg leading-snug">
        <strong className="block text-xl">▲ Stop: {exercise.name}.</strong> Pain {stop.pain} of 10
        {stop.place ? `, ${stop.place}` : ""}.
        {partners.length > 0 ? ` ${partners.join(" and ")} beside it goes on.` : ""}
      </p>
      {standIns.map((one, index) => (
        <ChoiceButton
          key={one.exerciseId}
          isFirst={index === 0}
          title={exerciseOrThrow(shown.catalogue, one.exerciseId).name}
          detail={`in its place, ${one.words}`}
          onTake={() => swap(one)}
        />
      ))}
      <ChoiceButton
        title="Leave it out today"
        detail={`${ahead.length} ${ahead.length === 1 ? "set" : "sets"} fewer`}
        onTake={leaveOut}
      />
      <ChoiceButton title="Go on all the same" detail="the coach sees it" onTake={goOn} />
    </section>
  );
}
