"use client";
import { useDraggable, useDroppable } from "@dnd-kit/core";
import { clsx } from "clsx";
import { useCallback } from "react";
import { liftOffers } from "@/contract";
import {
  type Block,
  decimal,
  type Exposure,
  exerciseOrThrow,
  isUnknownLift,
  printRest,
  printTempo,
  printWarmUpParts,
  type Slot,
  swapExercise,
  writeCues,
  writeHandover,
  writeRoundRest,
  writeRounds,
  writeSetup,
  writeTempo,
  writeWarmUp,
} from "@/core";
import { newId } from "@/device/ids";
import { LiftFinder } from "@/parts/lift-finder";
import { SetCell } from "@/parts/set-cell";
import { InPlace } from "./in-place";
import { BlockMenu, LiftMenu } from "./lift-menu";
import type { Desk } from "./use-desk";
import type { GridState } from "./use-grid";

/** What is dragged by a pointer; Alt with the arrow keys, and the menus, do the same. */
export type Dragged =
  | { readonly kind: "lift"; readonly slotId: string }
  | { readonly kind: "block"; readonly blockId: string };
export type Target =
  | { readonly kind: "row"; readonly blockId: string; readonly slotId: string; readonly at: number }
  | { readonly kind: "gap"; readonly at: number };

const moved = (transform: { x: number; y: number } | null) =>
  transform
    ? { transform: `translate(${transform.x}px, ${transform.y}px)`, position: "relative" as const, zIndex: 30 }
    : undefined;

/** Between two blocks: what is dropped here stands here alone. */
export function Gap({ at }: { at: number }) {
  const target: Target = { kind: "gap", at };
  const { setNodeRef, isOver } = useDroppable({ id: `gap ${at}`, data: target });
  return <div ref={setNodeRef} className={clsx("-my-0.5 h-1.5", isOver && "bg-indigo")} aria-hidden />;
}

/** What comes before the lifts, in a line. */
export function WarmUpRow({ desk, grid }: { desk: Desk; grid: GridState }) {
  const { document, catalogue, locked } = desk;
  const text = document.warmUp ? printWarmUpParts(document.warmUp) : "";
  if (locked && text === "") return null;
  return (
    <div role="row" className="flex min-h-[25px] items-center gap-2.5 px-2">
      <span role="rowheader" className="font-bold">
        Warm-up
      </span>
      <span role="gridcell" className="narrow text-quiet">
        <InPlace
          label="Warm-up"
          text={text}
          isWriting={grid.place?.kind === "warmUp"}
          locked={locked}
          onWrite={() => grid.open({ kind: "warmUp" })}
          onKeep={(typed) => desk.attempt(writeWarmUp(typed, catalogue, newId))}
          onLeave={grid.close}
        >
          {text === "" ? "none; such as 5min easy row; Hip circle 2x10" : text}
        </InPlace>
      </span>
    </div>
  );
}

/** A block's name, rounds, handovers and rest, each written in place. */
export function BlockHead({
  block,
  letter,
  desk,
  grid,
}: {
  block: Block;
  letter: string;
  desk: Desk;
  grid: GridState;
}) {
  const { computed, document, locked } = desk;
  const data: Dragged = { kind: "block", blockId: block.id };
  const drag = useDraggable({ id: `block ${block.id}`, data, disabled: locked });
  const { place } = grid;
  const isAt = (kind: "rest" | "rounds") => place?.kind === kind && place.blockId === block.id;
  const { rounds, restAfterRound: rest } = block;
  const fit = computed.blockTimelines.get(block.id)?.run.rounds.length ?? 0;
  const roundsText =
    rounds.kind === "fixed"
      ? `${rounds.count}`
      : rounds.kind === "range"
        ? `${rounds.low}-${rounds.high}`
        : `within ${decimal(rounds.seconds / 60)} min`;
  const restText =
    rest === null
      ? ""
      : rest.kind === "partnersWork"
        ? `partner${rest.leastSeconds === null ? "" : ` ${rest.leastSeconds}`}`
        : (rest.kind === "each" ? [rest.rest] : rest.rests).map(printRest).join(",");
  const { roundRestSeconds } = desk.view.settings.assumed;
  return (
    <div role="row" className="flex min-h-[25px] items-center gap-2.5 border-b border-rule px-2">
      <span
        ref={drag.setNodeRef}
        {...drag.listeners}
        role="rowheader"
        style={moved(drag.transform)}
        className={clsx("flex items-baseline gap-2.5 font-bold", !locked && "cursor-grab touch-none")}
      >
        <span>{letter}</span>
        <span>{computed.names.get(block.id)?.words}</span>
      </span>
      <span role="gridcell" className="narrow flex items-center gap-1 text-quiet">
        <InPlace
          label={`Rounds of block ${letter}`}
          text={roundsText}
          isWriting={isAt("rounds")}
          locked={locked}
          onWrite={() => grid.open({ kind: "rounds", blockId: block.id })}
          onKeep={(typed) => desk.attempt(writeRounds(document, block.id, typed, newId))}
          onLeave={grid.close}
        >
          {rounds.kind === "withinTime"
            ? `${fit} rounds within ${decimal(rounds.seconds / 60)} min`
            : `${roundsText.replace("-", "–")} ${roundsText === "1" ? "round" : "rounds"}`}
        </InPlace>
        <span aria-hidden>·</span>
        <InPlace
          label={`Rest after each round of block ${letter}`}
          text={restText}
          isWriting={isAt("rest")}
          locked={locked}
          onWrite={() => grid.open({ kind: "rest", blockId: block.id })}
          onKeep={(typed) => desk.attempt(writeRoundRest(document, block.id, typed))}
          onLeave={grid.close}
          className={rest === null ? "assumed" : undefined}
        >
          {rest === null
            ? `${roundRestSeconds} s rest`
            : rest.kind === "partnersWork"
              ? "rest: the partner's work"
              : `${restText.replaceAll(",", ", ")} s rest`}
        </InPlace>
      </span>
      <span role="gridcell" className="ml-auto self-center">
        <BlockMenu desk={desk} grid={grid} block={block} letter={letter} />
      </span>
    </div>
  );
}

/** A lift: its name and set-up, its sets, its tempo, and what was done last time. */
export function LiftRow({
  block,
  slot,
  at,
  rounds,
  columns,
  desk,
  grid,
  last,
}: {
  block: Block;
  slot: Slot;
  at: number;
  rounds: number;
  columns: string;
  desk: Desk;
  grid: GridState;
  last: Exposure | undefined;
}) {
  const { document, computed, selection, catalogue, locked } = desk;
  const { cell, place } = grid;
  const exercise = exerciseOrThrow(catalogue, slot.exerciseId);
  const target: Target = { kind: "row", blockId: block.id, slotId: slot.id, at };
  const drop = useDroppable({ id: `row ${slot.id}`, data: target });
  const data: Dragged = { kind: "lift", slotId: slot.id };
  const drag = useDraggable({ id: `lift ${slot.id}`, data, disabled: locked });
  const isAt = (kind: "tempo" | "setup" | "cues" | "handover" | "swap") =>
    place?.kind === kind && place.slotId === slot.id;
  const setupText = slot.setup.map(({ name, value }) => `${name} ${value}`).join(", ");
  const tempo = slot.sets.find((set) => set !== null)?.segments[0]?.tempo;
  const tempoText = tempo ? printTempo(tempo).slice(1) : "";
  const { restAfter } = slot;
  const isLast = block.slots.at(-1)?.id === slot.id;
  const handoverText = restAfter
    ? (restAfter.kind === "each" ? [restAfter.rest] : restAfter.rests).map(printRest).join(",")
    : "";
  return (
    <>
      <div
        ref={drop.setNodeRef}
        role="row"
        className={clsx("grid", drop.isOver && drag.transform === null && "shadow-[inset_0_2px_0_var(--color-indigo)]")}
        style={{ gridTemplateColumns: columns }}
      >
        <span
          role="rowheader"
          className={clsx(
            "group narrow flex min-h-[34px] items-center gap-1 pl-6 leading-tight",
            selection?.slotId === slot.id && "font-semibold",
          )}
        >
          <span className="min-w-0 flex-1">
            <span
              ref={drag.setNodeRef}
              {...drag.listeners}
              style={moved(drag.transform)}
              className={clsx("block", !locked && "cursor-grab touch-none")}
            >
              {exercise.name}
            </span>
            {setupText !== "" || isAt("setup") ? (
              <InPlace
                label={`Set-up of ${exercise.name}`}
                text={setupText}
                isWriting={isAt("setup")}
                locked={locked}
                onWrite={() => grid.open({ kind: "setup", slotId: slot.id })}
                onKeep={(typed) => desk.attempt(writeSetup(document, slot.id, typed))}
                onLeave={grid.close}
                className="min-h-4 font-normal text-quiet"
              >
                {setupText}
              </InPlace>
            ) : null}
            {isAt("cues") ? (
              <InPlace
                label={`Cues for ${exercise.name}`}
                text={slot.cues.join("; ")}
                isWriting
                locked={locked}
                onWrite={() => undefined}
                onKeep={(typed) => desk.attempt(writeCues(document, slot.id, typed))}
                onLeave={grid.close}
              >
                {null}
              </InPlace>
            ) : null}
            {isUnknownLift(catalogue, slot.exerciseId) ? (
              <span className="block font-normal text-quiet">not known yet</span>
            ) : null}
          </span>
          <LiftMenu desk={desk} grid={grid} block={block} slot={slot} name={exercise.name} />
        </span>
        {Array.from({ length: rounds }, (_, round) => (
          <SetCell
            key={round}
            slot={slot}
            round={round}
            computed={computed}
            selected={selection?.slotId === slot.id && selection.round === round}
            inRange={grid.isInRange(slot.id, round)}
            onSelect={grid.select}
            onEdit={() => grid.startEdit({ slotId: slot.id, round })}
            editing={cell?.at.slotId === slot.id && cell.at.round === round ? cell.text : null}
            setEditing={grid.setText}
            commit={grid.commit}
            leave={grid.leave}
            error={grid.error}
          />
        ))}
        <span role="gridcell" className="narrow flex items-center pl-1">
          <InPlace
            label={`Tempo of ${exercise.name}`}
            text={tempoText}
            isWriting={isAt("tempo")}
            locked={locked}
            onWrite={() => grid.open({ kind: "tempo", slotId: slot.id })}
            onKeep={(typed) => desk.attempt(writeTempo(document, slot.id, typed))}
            onLeave={grid.close}
            className={tempoText === "" ? "assumed min-w-8 text-quiet" : "min-w-8"}
          >
            {tempoText === "" ? `${decimal(desk.view.settings.untempoedRepSeconds)} s a rep` : tempoText}
          </InPlace>
        </span>
        <span role="gridcell" className="narrow flex items-center pl-2 text-woad">
          {lastTime(last)}
        </span>
      </div>
      {isLast ? null : (
        <div role="row" className="narrow flex min-h-0 items-center pl-8 text-xs text-quiet">
          <span role="gridcell" className={clsx("leading-none", isAt("handover") && "py-0.5")}>
            <InPlace
              label={`Handover after ${exercise.name}`}
              text={handoverText}
              isWriting={isAt("handover")}
              locked={locked}
              onWrite={() => grid.open({ kind: "handover", slotId: slot.id })}
              onKeep={(typed) => desk.attempt(writeHandover(document, slot.id, typed))}
              onLeave={grid.close}
              className={clsx("!min-h-0 leading-none", handoverText === "" && "assumed")}
            >
              ↓ {handoverText === "" ? desk.view.settings.assumed.handoverSeconds : handoverText.replaceAll(",", ", ")}{" "}
              s
            </InPlace>
          </span>
        </div>
      )}
      {isAt("swap") ? <SwapLift desk={desk} grid={grid} slot={slot} name={exercise.name} /> : null}
    </>
  );
}

function lastTime(exposure: Exposure | undefined): string {
  if (!exposure) return "first time";
  const load = Math.max(...exposure.sets.map((set) => set.loadKg));
  const done = exposure.sets.map((set) => (set.seconds === null ? set.reps : `${decimal(set.seconds)}s`)).join(" ");
  return load === 0 ? done : `${done} × ${decimal(load).replace("-", "−")}`;
}

/** Another lift in the place of one: its sets stay, its load is found anew. */
function SwapLift({ desk, grid, slot, name }: { desk: Desk; grid: GridState; slot: Slot; name: string }) {
  const { document, computed, view, usual } = desk;
  const offersFor = useCallback(
    (typed: string) => liftOffers(document, computed, view, { typed, besideId: null, usual }),
    [document, computed, view, usual],
  );
  return (
    <div className="my-1 max-w-md">
      <LiftFinder
        label={`A lift in the place of ${name}`}
        placeholder={`instead of ${name}`}
        offersFor={offersFor}
        onTake={(exercise) => {
          const refused = desk.attempt(swapExercise(document, slot.id, exercise));
          if (refused === null) grid.close();
          return refused;
        }}
        onLeave={grid.close}
      />
    </div>
  );
}
