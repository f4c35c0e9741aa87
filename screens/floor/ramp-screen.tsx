"use client";
import { useState } from "react";
import { type BlockRound, firstOf, printAmount } from "@/core";
import type { FloorView } from "@/views";
import { SmallButton } from "./small-button";
import { nameOf } from "./work-parts";

/** The ramp before a block: outside the rounds, built set by set, never logged as work. */
export function RampScreen({
  view,
  blockRound,
  isStarted,
  onBegin,
  onEnd,
}: {
  view: FloorView;
  blockRound: BlockRound;
  isStarted: boolean;
  onBegin: () => void;
  onEnd: (how: "done" | "skipped") => void;
}) {
  const [done, setDone] = useState(0);
  const steps = blockRound.moves.flatMap(({ slot }) =>
    (view.shown.ramps[slot.id] ?? []).map((step) => ({ ...step, name: nameOf(view, slot.exerciseId) })),
  );
  return (
    <div className="flex flex-1 flex-col">
      <div className="flex-1 py-3">
        <h2 className="text-2xl leading-tight font-bold">Ramp up: {steps[0]?.name}</h2>
        <ol className="mt-3">
          {steps.map((step, index) => (
            <li
              key={index}
              className={`flex min-h-[60px] items-center gap-4 border-b border-[var(--floor-line)] ${index < done ? "opacity-55" : ""}`}
            >
              <span className={`w-36 shrink-0 font-bold ${index === done ? "text-3xl" : "text-xl"}`}>
                {step.reps} × {step.words.replace(/ (?:kg|lb)$/, "")}
              </span>
              <span className="text-lg text-[var(--floor-quiet)]">{step.build}</span>
            </li>
          ))}
        </ol>
        <p className="mt-3 text-lg text-[var(--floor-quiet)]">
          then{" "}
          {blockRound.moves
            .map(
              ({ set }) =>
                `${printAmount(firstOf(set.segments).amount, "full")} × ${view.shown.loads[firstOf(set.segments).id]?.words}`,
            )
            .join(", ")}
        </p>
      </div>
      <div className="flex flex-col gap-3">
        <SmallButton onClick={() => onEnd("skipped")}>Skip the ramp</SmallButton>
        <div className="flex justify-end left-hand:justify-start">
          <button
            type="button"
            onClick={() => (!isStarted ? onBegin() : done < steps.length - 1 ? setDone(done + 1) : onEnd("done"))}
            className="min-h-[76px] w-[38%] rounded-xl bg-[var(--floor-plan)] text-xl font-bold text-[var(--floor-on)]"
          >
            {isStarted ? (done < steps.length - 1 ? "Next" : "Ramp done") : "Start"}
          </button>
        </div>
      </div>
    </div>
  );
}
