"use client";
import { useMemo } from "react";
import { GENERAL_NOTICE } from "@/core";
import { type LiftInWords, sessionInWords } from "@/views";
import type { Floor } from "./use-floor";

/** A client's own session before it begins: the coach's words, then every lift with its sets, set-up and cues. */
export default function Preview({ floor, onBegin }: { floor: Floor; onBegin: () => void }) {
  const view = floor.view!;
  const { shown, messages = [], alone = {} } = view;
  const blocks = useMemo(() => sessionInWords(shown), [shown]);
  const words = messages.filter(({ writtenBy }) => writtenBy === "coach");
  return (
    <div className="flex flex-1 flex-col">
      <div className="flex flex-1 flex-col gap-4 py-3">
        <h2 className="text-2xl leading-tight font-bold">
          {shown.document.title || "Your session"}
          {floor.timeline && floor.timeline.seconds > 0 ? (
            <span className="block text-lg font-normal text-[var(--floor-quiet)]">
              about {Math.round(floor.timeline.seconds / 60)} min
            </span>
          ) : null}
        </h2>
        {words.map(({ id, name, text }) => (
          <p key={id} className="border-l-4 border-[var(--floor-warn)] pl-3 text-lg whitespace-pre-line">
            <strong>{name.split(" ")[0]}:</strong> {text}
          </p>
        ))}
        <ol className="flex flex-col gap-4">
          {blocks.map(({ letter, name, rounds, lifts }) => (
            <li key={letter} className="border-t border-[var(--floor-line)] pt-3">
              <p className="text-lg text-[var(--floor-quiet)]">
                {letter}: {name}, {rounds}
              </p>
              <ul className="mt-1 flex flex-col gap-3">
                {lifts.map((lift) => (
                  <Lift key={lift.slotId} lift={lift} alone={alone[lift.slotId] ?? null} />
                ))}
              </ul>
            </li>
          ))}
        </ol>
        <p className="text-lg text-[var(--floor-quiet)]">
          If something hurts, stop that lift and say so. {GENERAL_NOTICE}
        </p>
      </div>
      <div className="sticky bottom-[var(--floor-bar,0px)] flex bg-[var(--floor-ground)] pt-2 pb-1 left-hand:flex-row-reverse">
        <button
          type="button"
          onClick={onBegin}
          className="min-h-[76px] w-[58%] rounded-xl bg-[var(--floor-now)] text-xl font-bold text-[var(--floor-on)]"
        >
          Start
        </button>
      </div>
    </div>
  );
}

function Lift({ lift: { name, setup, ramp, sets, cues }, alone }: { lift: LiftInWords; alone: string | null }) {
  return (
    <li>
      <p className="text-xl leading-tight font-bold">
        {name}
        {setup ? <span className="font-normal text-[var(--floor-quiet)]"> ({setup})</span> : null}
      </p>
      {ramp ? <p className="text-[var(--floor-quiet)]">First: {ramp}</p> : null}
      {sets.map((line, index) => (
        <p key={index} className="text-lg leading-snug">
          {line}
        </p>
      ))}
      {cues.map((cue) => (
        <p key={cue} className="text-lg leading-snug text-[var(--floor-quiet)]">
          {cue}
        </p>
      ))}
      {alone ? <p className="text-lg leading-snug text-[var(--floor-warn)]">▲ {alone}</p> : null}
    </li>
  );
}
