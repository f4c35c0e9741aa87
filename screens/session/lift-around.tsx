"use client";
import { memo, useMemo } from "react";
import {
  addSlot,
  type Catalogue,
  decimal,
  type Exercise,
  type Exposure,
  exerciseOrThrow,
  fallsShort,
  loadWordsIn,
  printName,
  type Slot,
  swapExercise,
  type WeightUnit,
} from "@/core";
import { useDates } from "@/parts/region";
import { doneFigures } from "@/parts/set-words";
import { Button } from "@/ui/button";
import { type LiftLog, remediesFor, type SessionView } from "@/views";
import { useAnswer } from "./use-answers";
import { useAside, useDesk, useDeskStore, useWholeDesk } from "./use-desk";

/** The ways out where it falls short, done in place. */
export function InPlaceRemedies({ view, slot }: { view: SessionView; slot: Slot }) {
  const desk = useWholeDesk();
  const { computed, document, locked } = desk;
  const isShort = computed.forecast.work.some((one) => one.span.slotId === slot.id && fallsShort(one));
  const question = useMemo(
    () => (locked || !isShort ? null : { document, slotId: slot.id }),
    [locked, isShort, document, slot.id],
  );
  const found = useAnswer(useAside(), "waysOut", question);
  if (!question) return null;
  if (found.kind === "working") return <p className="text-quiet">Looking for a way out…</p>;
  const remedies = found.kind === "answered" && found.answer ? remediesFor(view, computed, found.answer) : [];
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

/** What a day was that is none of plain training. */
export const PURPOSE_WORDS: Readonly<Record<Exclude<Exposure["purpose"], "training">, string>> = {
  deload: "easier week",
  test: "test",
  finding: "load being found",
  oneOff: "for once",
};

/** What was done of the lift on its last days, the latest first. */
export const LastTimes = memo(function LastTimes({ log, unit }: { log: LiftLog | undefined; unit: WeightUnit }) {
  const { shortDate } = useDates();
  if (!log || log.exposures.length === 0) return null;
  return (
    <section>
      <h3 className="font-bold">Last times</h3>
      <ul>
        {log.exposures
          .slice(-TIMES_SHOWN)
          .reverse()
          .map(({ date, sessionId, sets, purpose }) => {
            const rir = sets.findLast(({ working }) => working)?.rir ?? null;
            return (
              <li key={`${date} ${sessionId}`} className="narrow flex justify-between gap-2 border-t border-inset">
                <span className="text-quiet">
                  {shortDate(date)}
                  {purpose === "training" ? "" : `, ${PURPOSE_WORDS[purpose]}`}
                </span>
                <span>
                  {doneFigures(sets, unit)}
                  {rir === null ? "" : `, ${decimal(rir)} left`}
                </span>
              </li>
            );
          })}
      </ul>
    </section>
  );
});

/** What could stand in its place here, with the load carried over, and what pairs well with it. */
export const Alternatives = memo(function Alternatives({
  catalogue,
  locked,
  blockId,
  slotId,
  exerciseId,
  loadKg,
}: {
  catalogue: Catalogue;
  locked: boolean;
  /** The block that a partner comes into. */
  blockId: string;
  slotId: string;
  exerciseId: string;
  loadKg: number | null;
}) {
  const desk = useDeskStore();
  const aside = useAside();
  const { unit } = useDesk(({ view }) => view.gym.equipment);
  // Its partner comes into its block, with the sets it is usual to do.
  const pairWith = async (second: Exercise) => {
    const read = await desk.getState().readLifts(printName(second.id, catalogue));
    const [lift] = read.ok ? read.blocks.flatMap(({ slots }) => slots) : [];
    if (lift) desk.getState().operate(addSlot(desk.getState().document, blockId, lift));
  };
  const question = useMemo(() => ({ exerciseId, loadKg }), [exerciseId, loadKg]);
  const answered = useAnswer(aside, "beside", question);
  if (answered.kind === "working")
    return <p className="text-quiet">What could stand in its place, and pair with it: working…</p>;
  if (answered.kind === "failed") return null;
  const found = answered.answer;
  const lift = (id: string) => exerciseOrThrow(catalogue, id);
  return (
    <>
      {found.instead.length > 0 ? (
        <section>
          <h3 className="font-bold">Instead</h3>
          <ul>
            {found.instead.map(({ exerciseId, kg }) => (
              <li key={exerciseId} className="flex items-baseline justify-between gap-2 border-t border-inset">
                <button
                  type="button"
                  disabled={locked}
                  onClick={() =>
                    desk.getState().operate(swapExercise(desk.getState().document, slotId, lift(exerciseId)))
                  }
                  className="min-h-6 text-left underline-offset-2 hover:underline"
                >
                  {lift(exerciseId).name}
                </button>
                <span className="whitespace-nowrap text-quiet">
                  {kg === null ? "find the load" : loadWordsIn(lift(exerciseId), kg, unit)}
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
            <li key={pair.exerciseId} className="flex justify-between gap-2 border-t border-inset py-0.5">
              <button
                type="button"
                disabled={locked}
                aria-label={`Pair with ${lift(pair.exerciseId).name}`}
                onClick={() => void pairWith(lift(pair.exerciseId))}
                className="min-h-6 text-left underline-offset-2 hover:underline"
              >
                {lift(pair.exerciseId).name}
              </button>
              <span className="whitespace-nowrap text-quiet">
                {pair.kind === "antagonist" ? "opposing" : pair.kind}, −{decimal(pair.repsLost, 1)} rep
              </span>
            </li>
          ))}
        </ul>
      </section>
    </>
  );
});
