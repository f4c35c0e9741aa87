"use client";
import { useMemo, useState } from "react";
import {
  type BlockRound,
  firstOf,
  formatClock,
  type PainStop,
  type PerformedSet,
  stopReached,
  stopSentence,
} from "@/core";
import type { Pending } from "@/device/store";
import { moveWords, questionsAfter } from "@/views";
import { asksReserve, DoneSets, type MoreAsked } from "./done-sets";
import { Questions } from "./questions";
import { RestLine, savedWords } from "./rest-parts";
import { SmallButton } from "./small-button";
import type { Floor } from "./use-floor";
import { COLUMNS } from "./work-screen";

interface Props {
  readonly floor: Floor;
  readonly blockRound: BlockRound;
  readonly pending: Pending;
  readonly restLeft: number;
  /** The block's round that follows. */
  readonly next: BlockRound | null;
  /** Exercises that hurt: what is done about that is asked first. */
  readonly stops: readonly PainStop[];
  /** It begins with a ramp. */
  readonly ramped: boolean;
  readonly onSets: (sets: readonly PerformedSet[]) => void;
  /** The round was not done after all. */
  readonly onTakeBack: () => void;
  readonly onKeep: (sets: readonly PerformedSet[]) => void;
  readonly onStart: () => void;
  /** The round that was saved is put right. */
  readonly onUndo: () => void;
  readonly onChange: () => void;
}

/** Rest: the time, what is next and how to build it, and what was done, pre-filled and kept with one tap. */
export function RestScreen(props: Props) {
  const { floor, blockRound, pending, restLeft, next: following, stops, ramped } = props;
  const { onKeep, onSets: setSets, onTakeBack, onStart, onUndo, onChange } = props;
  // They live with the pending round on the device: a reload loses none of it.
  const { sets } = pending;
  const [more, setMore] = useState<MoreAsked>("none");
  const view = floor.view!;
  const total = blockRound.rest?.seconds ?? null;
  const reached = pending.kept ? stopReached(blockRound.block, floor.performed) : null;
  const stopped = reached && reached.afterRound === blockRound.round ? reached : null;
  const { blockRounds, performed, shown, loadsBefore } = floor;
  const client = view.client ?? null;
  // The clock draws this screen again and again, and what is asked stays the same.
  const questions = useMemo(() => {
    const before = pending.kept && shown ? loadsBefore(blockRound) : null;
    if (!before || !shown) return [];
    const search = new Set(before.search.keys());
    const saved = { blockRound, sets, shown: { ...shown, loads: before.loads }, search };
    return questionsAfter(saved, blockRounds, performed, client);
  }, [pending.kept, shown, loadsBefore, blockRound, sets, blockRounds, performed, client]);
  // Two lifts and more have to stand on one screen with what is asked of each.
  const isCrowded = !pending.kept && blockRound.moves.length > 1;
  return (
    <div className={COLUMNS}>
      <div className="flex flex-col gap-3 pt-1 across:row-span-2 left-hand:across:order-2">
        {total === null ? (
          <p className="text-center text-2xl font-bold">Block done</p>
        ) : (
          <div>
            <p
              role="timer"
              aria-label="Rest left"
              className={`text-center ${isCrowded ? "text-5xl across:text-6xl" : "text-6xl"} leading-none tablet:text-[8.75rem] font-bold tracking-tighter ${restLeft <= 0 ? "text-[var(--floor-now)]" : ""}`}
            >
              {restLeft < 0 ? "+" : ""}
              {formatClock(Math.abs(restLeft))}
            </p>
            <RestLine left={Math.max(0, restLeft) / total} />
          </div>
        )}
        {stopped ? <p className="text-lg text-[var(--floor-warn)]">{stopSentence(stopped)}</p> : null}
        <Questions
          floor={floor}
          questions={questions.filter(({ slotId }) => stops.every((stop) => stop.slotId !== slotId))}
        />
        {following ? (
          <div className="border-l-4 border-[var(--floor-plan)] pl-4">
            <p className="text-lg text-[var(--floor-quiet)]">
              then {following.letter}
              {following.rounds > 1 ? `, round ${following.round + 1}` : ""}
            </p>
            {following.moves.map((move) => {
              const { set } = move;
              const shown = view.shown.loads[firstOf(set.segments).id];
              return (
                <p key={set.id} className="leading-snug">
                  <strong className={isCrowded ? "text-lg" : "text-xl"}>
                    {moveWords(move, following, floor.shown!)}
                  </strong>
                  {shown?.build ? (
                    <span className={`text-lg text-[var(--floor-quiet)] ${isCrowded ? "" : "block"}`}>
                      {isCrowded ? " " : ""}
                      {shown.build}
                      {shown.change && !ramped ? `: ${shown.change}` : ""}
                    </span>
                  ) : null}
                </p>
              );
            })}
          </div>
        ) : null}
      </div>
      <div className="mt-4 flex flex-1 flex-col across:mt-1 across:min-h-0">
        {pending.kept ? (
          <p className="text-lg text-[var(--floor-done)]">
            Saved: {sets.map((set) => savedWords(set, view)).join("; ")}
          </p>
        ) : (
          <DoneSets floor={floor} blockRound={blockRound} sets={sets} more={more} onSets={setSets} />
        )}
      </div>
      <div className="sticky bottom-[var(--floor-bar,0px)] mt-3 flex flex-col gap-3 bg-[var(--floor-ground)] pt-2 pb-1 across:self-end">
        {pending.kept ? (
          <div className="flex gap-2.5">
            <SmallButton onClick={onUndo}>Undo</SmallButton>
            <SmallButton onClick={onChange}>Options</SmallButton>
            <SmallButton onClick={onStart}>Start now</SmallButton>
          </div>
        ) : (
          <div className="flex gap-2.5">
            {asksReserve(floor, blockRound) ? null : (
              <SmallButton
                onClick={() => setMore(more === "reserve" ? "none" : "reserve")}
                pressed={more === "reserve"}
              >
                Reserve
              </SmallButton>
            )}
            <SmallButton
              onClick={() => setMore(more === "form" ? "none" : "form")}
              pressed={sets.some((set) => set.form !== "held")}
            >
              Form
            </SmallButton>
            <SmallButton
              onClick={() => setMore(more === "pain" ? "none" : "pain")}
              pressed={sets.some((set) => set.pain > 0)}
            >
              Hurts
            </SmallButton>
            <SmallButton onClick={onChange}>Options</SmallButton>
          </div>
        )}
        <div className="flex min-h-[76px] items-center justify-end gap-3 left-hand:flex-row-reverse">
          {pending.kept ? null : (
            <button
              type="button"
              onClick={onTakeBack}
              className="min-h-[56px] flex-1 rounded-lg border border-[var(--floor-line)] text-lg font-semibold"
            >
              Not done yet
            </button>
          )}
          {pending.kept ? null : (
            <button
              type="button"
              onClick={() => onKeep(sets)}
              className="min-h-[76px] w-[38%] rounded-xl bg-[var(--floor-done)] text-xl font-bold text-[var(--floor-on)]"
            >
              Save set
            </button>
          )}
        </div>
      </div>
    </div>
  );
}
