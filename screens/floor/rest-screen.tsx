"use client";
import { useState } from "react";
import { shownSession } from "@/contract";
import {
  type BlockRound,
  exerciseOrThrow,
  type FormReport,
  firstOf,
  foundIn,
  hasDropDone,
  lastOf,
  occurrenceKey,
  type PerformedSet,
  printAmount,
  printSpan,
  stopReached,
  stopSentence,
  withoutLastPart,
} from "@/core";
import type { Pending } from "@/device/store";
import type { FloorView } from "@/views";
import { Pain, RestLine, SegmentRow, savedWords } from "./rest-parts";
import { SmallButton } from "./small-button";
import type { Floor } from "./use-floor";

interface Props {
  readonly floor: Floor;
  readonly blockRound: BlockRound;
  readonly pending: Pending;
  readonly restLeft: number;
  /** The block's round that follows. */
  readonly next: BlockRound | null;
  /** It begins with a ramp. */
  readonly ramped: boolean;
  readonly onSets: (sets: readonly PerformedSet[]) => void;
  /** The round was not done after all. */
  readonly onTakeBack: () => void;
  readonly onKeep: (sets: readonly PerformedSet[]) => void;
  readonly onStart: () => void;
  readonly onChange: () => void;
}

const FORMS: readonly FormReport[] = ["held", "slipped", "broke"];

/** Rest: the time, what is next and how to build it, and what was done, pre-filled and kept with one tap. */
export function RestScreen(props: Props) {
  const { floor, blockRound, pending, restLeft, next: following, ramped } = props;
  const { onKeep, onSets: setSets, onTakeBack, onStart, onChange } = props;
  // They live with the pending round on the device: a reload loses none of it.
  const { sets } = pending;
  const [more, setMore] = useState<"none" | "reserve" | "form" | "pain">("none");
  const view = floor.view!;
  const total = blockRound.rest?.seconds ?? null;
  const reached = pending.kept ? stopReached(blockRound.block, floor.performed) : null;
  const stopped = reached && reached.afterRound === blockRound.round ? reached : null;
  const change = (place: PerformedSet, map: (set: PerformedSet) => PerformedSet) =>
    setSets(sets.map((set) => (occurrenceKey(set) === occurrenceKey(place) ? map(set) : set)));
  /** Form and pain are a lift's, not a round's. */
  const changeLift = (slotId: string, part: Partial<PerformedSet>) =>
    setSets(sets.map((set) => (set.slotId === slotId ? { ...set, ...part } : set)));
  const lifts = blockRound.moves.map(({ slot }) => ({
    slotId: slot.id,
    name: nameOf(view, slot.exerciseId),
    sets: sets.filter((set) => set.slotId === slot.id),
  }));
  return (
    <div className="flex flex-1 flex-col">
      <div className="flex flex-1 flex-col gap-4 pt-1">
        {total === null ? (
          <p className="text-center text-3xl font-bold">Block done</p>
        ) : (
          <div>
            <p
              role="timer"
              aria-label="Rest left"
              className={`text-center text-[96px] leading-none font-bold tracking-tighter ${restLeft <= 0 ? "text-[var(--floor-now)]" : ""}`}
            >
              {restLeft < 0 ? "+" : ""}
              {clock(Math.abs(restLeft))}
            </p>
            <RestLine left={Math.max(0, restLeft) / total} />
          </div>
        )}
        {stopped ? <p className="text-lg text-[var(--floor-warn)]">{stopSentence(stopped)}</p> : null}
        {following ? (
          <div className="border-l-4 border-[var(--floor-plan)] pl-4">
            <p className="text-lg text-[var(--floor-quiet)]">
              then {following.letter}
              {following.rounds > 1 ? `, round ${following.round + 1}` : ""}
            </p>
            {following.moves.map(({ slot, set }) => {
              const shown = view.shown.loads[firstOf(set.segments).id];
              return (
                <p key={set.id} className="leading-snug">
                  <strong className="text-[22px]">
                    {nameOf(view, slot.exerciseId)}{" "}
                    {shown?.aimReps ?? printAmount(firstOf(set.segments).amount, "full")} × {shown?.words}
                  </strong>
                  {shown?.build ? (
                    <span className="block text-lg text-[var(--floor-quiet)]">
                      {shown.build}
                      {shown.change && !ramped ? `: ${shown.change}` : ""}
                    </span>
                  ) : null}
                </p>
              );
            })}
          </div>
        ) : null}
        {pending.kept ? (
          <p className="text-lg text-[var(--floor-done)]">
            Saved: {sets.map((set) => savedWords(set, view)).join("; ")}
          </p>
        ) : (
          <section aria-label="What was done" className="flex flex-col gap-3">
            {sets.map((set) => {
              const name = nameOf(view, foundIn(blockRound.moves, (one) => one.slot.id === set.slotId).slot.exerciseId);
              // Of mini-sets the last one says what was left.
              const isLast = sets.findLast((other) => other.slotId === set.slotId) === set;
              const asked = isLast && (more === "reserve" || matters(blockRound, set.slotId));
              const planned = plannedReserve(blockRound, set.slotId);
              return (
                <div key={occurrenceKey(set)} className="flex flex-col gap-2">
                  {set.segments.map((segment, index) => (
                    <SegmentRow
                      key={index}
                      view={view}
                      segment={segment}
                      label={index > 0 || set.ordinal > blockRound.ordinal ? "then" : nameOf(view, segment.exerciseId)}
                      onChange={(changed) =>
                        change(set, (one) => ({ ...one, segments: one.segments.with(index, changed) }))
                      }
                    />
                  ))}
                  {hasDropDone(set) ? (
                    <button
                      type="button"
                      onClick={() => change(set, withoutLastPart)}
                      className="min-h-[56px] self-start text-lg underline underline-offset-4"
                    >
                      No drop after all
                    </button>
                  ) : null}
                  <fieldset className={`flex items-center gap-2 ${asked ? "" : "hidden"}`}>
                    <legend className="sr-only">{name}: could have done more</legend>
                    <span aria-hidden className="w-[74px] shrink-0 leading-tight text-[var(--floor-quiet)]">
                      could have done more
                      {planned ? <span className="block text-[13px]">asked {planned}</span> : null}
                    </span>
                    {[0, 1, 2, 3, 4].map((rir) => (
                      <button
                        key={rir}
                        type="button"
                        aria-pressed={set.rir === rir}
                        aria-label={`${rir}${rir === 4 ? " or more" : ""} in reserve`}
                        onClick={() => change(set, (one) => ({ ...one, rir: one.rir === rir ? null : rir }))}
                        className={`min-h-[56px] flex-1 rounded-lg border text-lg font-bold ${set.rir === rir ? "border-transparent bg-[var(--floor-plan)] text-[var(--floor-on)]" : "border-[var(--floor-line)]"}`}
                      >
                        {rir === 4 ? "4+" : rir}
                      </button>
                    ))}
                  </fieldset>
                </div>
              );
            })}
            {more === "form"
              ? lifts.map((lift) => (
                  <fieldset key={lift.slotId} className="flex gap-2">
                    <legend className={lifts.length > 1 ? "mb-1" : "sr-only"}>{lift.name}: form</legend>
                    {FORMS.map((form) => (
                      <SmallButton
                        key={form}
                        pressed={lift.sets.every((set) => set.form === form)}
                        onClick={() => changeLift(lift.slotId, { form })}
                      >
                        {form}
                      </SmallButton>
                    ))}
                  </fieldset>
                ))
              : null}
            {more === "pain"
              ? lifts.map((lift) => (
                  <Pain
                    key={lift.slotId}
                    name={lift.name}
                    sets={lift.sets}
                    onChange={(part) => changeLift(lift.slotId, part)}
                  />
                ))
              : null}
          </section>
        )}
      </div>
      <div className="sticky bottom-0 mt-3 flex flex-col gap-3 bg-[var(--floor-ground)] pt-2 pb-1">
        {pending.kept ? (
          <SmallButton onClick={onStart}>Start now</SmallButton>
        ) : (
          <div className="flex gap-2.5">
            {lifts.every(({ slotId }) => matters(blockRound, slotId) || !isCounted(blockRound, slotId)) ? null : (
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
              className="min-h-[76px] w-[38%] rounded-xl bg-[var(--floor-done)] text-2xl font-bold text-[var(--floor-on)]"
            >
              Save set
            </button>
          )}
        </div>
      </div>
    </div>
  );
}

const nameOf = (view: FloorView, id: string): string => exerciseOrThrow(shownSession(view.shown).catalogue, id).name;

const clock = (seconds: number): string => `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, "0")}`;

/**
 * Where what was left in reserve decides something: the first round speaks for the day's estimate, the last for the lift's
 * rule, and a stop by reserve for the rounds between. Elsewhere it can be said, and is not asked.
 */
function matters(blockRound: BlockRound, slotId: string): boolean {
  if (!isCounted(blockRound, slotId)) return false;
  const { rounds } = blockRound.block;
  const stopsByReserve = rounds.kind === "range" && rounds.stop.kind === "belowRir";
  return blockRound.round === 0 || blockRound.round >= blockRound.rounds - 1 || stopsByReserve;
}

/** Whether its reps are counted, so that some may be left. */
function isCounted(blockRound: BlockRound, slotId: string): boolean {
  const set = blockRound.moves.find(({ slot }) => slot.id === slotId)?.set;
  return set !== undefined && ["reps", "maxReps"].includes(lastOf(set.segments).amount.kind);
}

/** The reserve that the round asks for, as it is written; empty where it asks for none. */
function plannedReserve(blockRound: BlockRound, slotId: string): string {
  const set = blockRound.moves.find(({ slot }) => slot.id === slotId)?.set;
  const asked = set?.segments.at(-1)?.rir ?? set?.segments[0]?.rir;
  return asked ? printSpan(asked) : "";
}
