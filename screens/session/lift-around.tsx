"use client";
import { useMemo } from "react";
import { type LiftLog, type SessionView, slotRemedies, traineeOf } from "@/contract";
import {
  addSlot,
  type Block,
  decimal,
  type Exercise,
  loadWords,
  partnersFor,
  printName,
  type Slot,
  substitutesFor,
  swapExercise,
} from "@/core";
import { Button } from "@/ui/button";
import { shortDate } from "@/ui/dates";
import type { Desk } from "./use-desk";

/** The ways out where it falls short, done in place. */
export function InPlaceRemedies({ desk, view, slot }: { desk: Desk; view: SessionView; slot: Slot }) {
  const { computed, locked } = desk;
  const remedies = useMemo(() => slotRemedies(view, computed, slot), [view, computed, slot]);
  if (locked || remedies.length === 0) return null;
  return (
    <span className="mt-1 flex flex-wrap gap-1.5">
      {remedies.map(({ name, operation }) => (
        <Button key={name} className="min-h-7 px-2 py-0.5" onClick={() => desk.operate(operation(desk.document))}>
          {name}
        </Button>
      ))}
    </span>
  );
}

const TIMES_SHOWN = 4;

/** What was done of the lift on its last days, the latest first. */
export function LastTimes({ log }: { log: LiftLog | undefined }) {
  if (!log || log.exposures.length === 0) return null;
  return (
    <section>
      <h3 className="font-bold">Last times</h3>
      <ul>
        {log.exposures
          .slice(-TIMES_SHOWN)
          .reverse()
          .map(({ date, sessionId, sets }) => {
            const working = sets.filter((set) => set.working);
            const done = working
              .map((set) => (set.seconds === null ? set.reps : `${decimal(set.seconds)} s`))
              .join(" ");
            const kg = Math.max(0, ...working.map((set) => set.loadKg));
            const rir = working.at(-1)?.rir ?? null;
            return (
              <li key={`${date} ${sessionId}`} className="narrow flex justify-between gap-2 border-t border-selvedge">
                <span className="text-quiet">{shortDate(date)}</span>
                <span>
                  {done}
                  {kg > 0 ? ` × ${decimal(kg, 2)}` : ""}
                  {rir === null ? "" : `, ${decimal(rir)} left`}
                </span>
              </li>
            );
          })}
      </ul>
    </section>
  );
}

/** What could stand in its place here, with the load carried over, and what pairs well with it. */
export function Alternatives({
  desk,
  view,
  block,
  slot,
  exercise,
  loadKg,
}: {
  desk: Desk;
  view: SessionView;
  block: Block;
  slot: Slot;
  exercise: Exercise;
  loadKg: number | null;
}) {
  // Its partner comes into its block, with the sets it is usual to do.
  const pairWith = async (second: Exercise) => {
    const read = await desk.readLifts(printName(second.id, desk.catalogue));
    const [lift] = read.ok ? read.blocks.flatMap(({ slots }) => slots) : [];
    if (lift) desk.operate(addSlot(desk.document, block.id, lift));
  };
  const found = useMemo(() => {
    const trainee = traineeOf(view);
    const gym = view.gym.equipment;
    const { settings, bodyMassKg } = view;
    const policy = view.client.rounding;
    return {
      instead: substitutesFor(exercise, loadKg, desk.catalogue.list, { trainee, gym, settings, bodyMassKg, policy }, 4),
      pairs: partnersFor(exercise, desk.catalogue.list, { trainee, gym }, 4),
    };
  }, [view, exercise, loadKg, desk.catalogue]);
  return (
    <>
      {found.instead.length > 0 ? (
        <section>
          <h3 className="font-bold">Instead</h3>
          <ul>
            {found.instead.map(({ exercise: other, kg }) => (
              <li key={other.id} className="flex items-baseline justify-between gap-2 border-t border-selvedge">
                <button
                  type="button"
                  disabled={desk.locked}
                  onClick={() => desk.operate(swapExercise(desk.document, slot.id, other))}
                  className="narrow min-h-6 text-left underline-offset-2 hover:underline"
                >
                  {other.name}
                </button>
                <span className="narrow whitespace-nowrap text-quiet">
                  {kg === null ? "find it" : loadWords(other, kg, { amount: decimal(Math.abs(kg)), unit: "kg" })}
                </span>
              </li>
            ))}
          </ul>
        </section>
      ) : null}
      <section>
        <h3 className="font-bold">Pairs well with it</h3>
        <ul>
          {found.pairs.map((pair) => (
            <li key={pair.second.id} className="narrow flex justify-between gap-2 border-t border-selvedge py-0.5">
              <button
                type="button"
                disabled={desk.locked}
                aria-label={`Pair with ${pair.second.name}`}
                onClick={() => void pairWith(pair.second)}
                className="min-h-6 text-left underline-offset-2 hover:underline"
              >
                {pair.second.name}
              </button>
              <span className="whitespace-nowrap text-quiet">
                {pair.kind === "antagonist" ? "opposing" : pair.kind}, −{decimal(pair.repsLost.second, 1)} rep
              </span>
            </li>
          ))}
        </ul>
      </section>
    </>
  );
}
