"use client";
import { useState } from "react";
import {
  type BlockRound,
  type DoneSet,
  exerciseOfMove,
  firstOf,
  occurrenceKey,
  type PerformedSet,
  placeOf,
} from "@/core";
import { ReserveAsked } from "./done-sets";
import { FloorSheet } from "./floor-sheet";
import { Pain, SegmentRow, savedWords } from "./rest-parts";
import { SmallButton } from "./small-button";
import type { Floor } from "./use-floor";
import { nameOf } from "./work-parts";

/** Every set of the session in its order, what was done and what is to come; one that was done is put right here. */
export default function DoneList({ onOpenChange, floor }: { onOpenChange: (open: boolean) => void; floor: Floor }) {
  const [key, setKey] = useState<string | null>(null);
  const set = key === null ? undefined : floor.performed.sets.get(key);
  return (
    <FloorSheet
      title={set ? "Put it right" : "This session"}
      open
      onOpenChange={(stays) => {
        setKey(null);
        onOpenChange(stays);
      }}
    >
      {set ? (
        <Correct floor={floor} set={set} onDone={() => setKey(null)} />
      ) : (
        <ol className="flex flex-col gap-1.5">
          {floor.blockRounds.map((one) => (
            <Round key={one.key} floor={floor} blockRound={one} onPick={setKey} />
          ))}
        </ol>
      )}
    </FloorSheet>
  );
}

function Round({ floor, blockRound, onPick }: { floor: Floor; blockRound: BlockRound; onPick: (key: string) => void }) {
  const { performed, view } = floor;
  return blockRound.moves.map((move) => {
    const { slot } = move;
    const key = occurrenceKey(placeOf(slot.id, blockRound.round, blockRound.ordinal));
    const done = performed.sets.get(key);
    const label = `${blockRound.letter}${blockRound.rounds > 1 ? ` ${blockRound.round + 1}` : ""}`;
    const name = nameOf(view!, exerciseOfMove(move));
    return (
      <li key={key} className="flex items-center gap-3 text-lg leading-tight">
        <span className="w-11 shrink-0 text-[var(--floor-quiet)]">{label}</span>
        {done ? (
          <button
            type="button"
            onClick={() => onPick(key)}
            className="min-h-[56px] flex-1 rounded-lg border border-[var(--floor-line)] px-3 text-left"
          >
            {savedWords(done, view!)}
            {done.pain > 0 ? `, pain ${done.pain}` : ""}
          </button>
        ) : (
          <span className="flex-1 text-[var(--floor-quiet)]">
            {name}
            {performed.skipped.has(key) ? ", left out" : ", to come"}
          </span>
        )}
      </li>
    );
  });
}

function Correct({ floor, set: before, onDone }: { floor: Floor; set: DoneSet; onDone: () => void }) {
  const { shownHash: _, atMs: __, ...done } = before;
  const [set, setSet] = useState<PerformedSet>(done);
  const view = floor.view!;
  const name = nameOf(view, firstOf(set.segments).exerciseId);
  const save = async () => {
    if (!floor.mayCommit()) return;
    await floor.log({ kind: "setCorrected", set });
    onDone();
  };
  return (
    <div className="flex flex-col gap-3">
      {set.segments.map((segment, index) => (
        <SegmentRow
          key={index}
          view={view}
          segment={segment}
          label={index > 0 ? "then" : name}
          onChange={(changed) => setSet({ ...set, segments: set.segments.with(index, changed) })}
        />
      ))}
      <ReserveAsked name={name} asked="" rir={set.rir} onRir={(rir) => setSet({ ...set, rir })} />
      <Pain name={name} sets={[set]} onChange={(part) => setSet({ ...set, ...part })} />
      <div className="flex gap-2.5">
        <SmallButton onClick={onDone}>Leave it as it was</SmallButton>
        <button
          type="button"
          onClick={() => void save()}
          className="min-h-[56px] flex-1 rounded-lg bg-[var(--floor-done)] text-lg font-bold text-[var(--floor-on)]"
        >
          Save
        </button>
      </div>
    </div>
  );
}
