"use client";
import { clsx } from "clsx";
import { memo, useMemo } from "react";
import {
  type Block,
  type Catalogue,
  decimal,
  type Exposure,
  exerciseOrThrow,
  isUnknownLift,
  isWithoutReps,
  printRamp,
  printRest,
  printTempo,
  roundExtras,
  type Settings,
  type ShorthandError,
  type Slot,
  sameValue,
  type WeightUnit,
  writeCues,
  writeRamp,
  writeSetup,
  writeTempo,
  writeTransition,
} from "@/core";
import { type CellActions, readsTheSame, SetCell } from "@/parts/set-cell";
import { doneFigures } from "@/parts/set-words";
import { fetched } from "@/ui/on-demand";
import type { Latest } from "@/ui/use-latest";
import { handleId, rowId } from "./grid-ids";
import { InPlaceEditor } from "./in-place";
import { LiftMenu } from "./lift-menu";
import { useDesk, useDeskStore } from "./use-desk";
import type { GridState, Place } from "./use-grid";

const SwapLift = fetched(() => import("./swap-lift").then((module) => module.SwapLift));

interface Props {
  readonly block: Block;
  readonly slot: Slot;
  readonly rounds: number;
  readonly columns: string;
  readonly catalogue: Catalogue;
  readonly settings: Settings;
  /** What loads are weighed in here. */
  readonly unit: WeightUnit;
  readonly locked: boolean;
  /** Its round that is chosen. */
  readonly selected: number | null;
  /** Its rounds among several that are chosen. */
  readonly chosen: { readonly from: number; readonly to: number } | null;
  /** Its cell that is being written, as typed. */
  readonly writing: { readonly round: number; readonly text: string; readonly error: ShorthandError | null } | null;
  /** What beside its cells is being written. */
  readonly place: Place | null;
  readonly isMenuOpen: boolean;
  readonly grid: Latest<GridState>;
  readonly last: Exposure | undefined;
}

/** A lift: its name and set-up, its sets, its tempo, and what was done last time. */
export const LiftRow = memo(function LiftRow({
  block,
  slot,
  rounds,
  columns,
  catalogue,
  settings,
  unit,
  locked,
  selected,
  chosen,
  writing,
  place,
  isMenuOpen,
  grid,
  last,
}: Props) {
  const desk = useDeskStore();
  // Of the session's figures only those of its own sets.
  const done = useDesk(({ view }) => view.done);
  const computed = useDesk(
    (now) => now.computed,
    (a, b) =>
      slot.sets.every((set) => readsTheSame(set, a, b)) &&
      sameValue(a.resolved.ramps.get(slot.id), b.resolved.ramps.get(slot.id)),
  );
  const exercise = exerciseOrThrow(catalogue, slot.exerciseId);
  const isAt = (kind: Place["kind"]) => place?.kind === kind;
  const on = useMemo<CellActions>(
    () => ({
      select: (to, extend) => grid.now.select(to, extend),
      edit: (at) => grid.now.startEdit(at),
      write: (text) => grid.now.setText(text),
      commit: (move) => grid.now.commit(move),
      leave: () => grid.now.leave(),
    }),
    [grid],
  );
  const ramp = computed.resolved.ramps.get(slot.id) ?? [];
  const extras = roundExtras(slot, catalogue);
  const setupText = slot.setup.map(({ name, value }) => `${name} ${value}`).join(", ");
  const tempo = slot.sets.find((set) => set !== null)?.segments[0]?.tempo;
  const tempoText = tempo ? printTempo(tempo).slice(1) : "";
  const isTimed = slot.sets.every((set) => {
    const amount = set?.segments[0]?.amount;
    return amount === undefined || isWithoutReps(amount);
  });
  const { restAfter } = slot;
  const isLast = block.slots.at(-1)?.id === slot.id;
  const transitionText = restAfter
    ? (restAfter.kind === "each" ? [restAfter.rest] : restAfter.rests).map(printRest).join(",")
    : "";
  return (
    <>
      <div
        id={rowId(slot.id)}
        role="row"
        className={clsx(
          // Painted by itself; what hangs out of a place that is written lies over the rows below.
          "isolate grid data-over:shadow-[inset_0_2px_0_var(--color-indigo)]",
          (writing || place) && "relative z-10",
        )}
        style={{ gridTemplateColumns: columns }}
      >
        <span
          role="rowheader"
          className={clsx(
            "group flex min-h-[34px] items-center gap-1 pl-6 leading-tight",
            selected !== null && "font-semibold",
          )}
        >
          <span className="min-w-0 flex-1">
            <span id={handleId(slot.id)} className="grid">
              <span className="[grid-area:1/1]">{exercise.name}</span>
            </span>
            {setupText !== "" || isAt("setup") ? (
              <InPlaceEditor
                label={`Set-up of ${exercise.name}`}
                text={setupText}
                isWriting={isAt("setup")}
                locked={locked}
                onWrite={() => grid.now.open({ kind: "setup", slotId: slot.id })}
                onKeep={(typed) => desk.getState().attempt(writeSetup(desk.getState().document, slot.id, typed))}
                onLeave={() => grid.now.close()}
                className="min-h-4 font-normal text-quiet"
              >
                {setupText}
              </InPlaceEditor>
            ) : null}
            {isAt("cues") ? (
              <InPlaceEditor
                label={`Cues for ${exercise.name}`}
                text={slot.cues.join("; ")}
                isWriting
                locked={locked}
                onWrite={() => undefined}
                onKeep={(typed) => desk.getState().attempt(writeCues(desk.getState().document, slot.id, typed))}
                onLeave={() => grid.now.close()}
              >
                {null}
              </InPlaceEditor>
            ) : null}
            {isUnknownLift(catalogue, slot.exerciseId) ? (
              <span className="block font-normal text-quiet">not known yet</span>
            ) : null}
          </span>
          {locked ? null : <LiftMenu grid={grid} slotId={slot.id} name={exercise.name} isOpen={isMenuOpen} />}
        </span>
        {Array.from({ length: rounds }, (_, round) => (
          <SetCell
            key={round}
            slot={slot}
            round={round}
            computed={computed}
            selected={selected === round}
            inRange={chosen !== null && round >= chosen.from && round <= chosen.to}
            editing={writing?.round === round ? writing.text : null}
            on={on}
            error={writing?.round === round ? writing.error : null}
            done={done ? (done[slot.id]?.[round] ?? null) : undefined}
            optional={block.rounds.kind === "range" && round >= block.rounds.low}
          />
        ))}
        <span role="gridcell" className="narrow flex items-center pl-1">
          <InPlaceEditor
            label={`Tempo of ${exercise.name}`}
            text={tempoText}
            isWriting={isAt("tempo")}
            locked={locked}
            onWrite={() => grid.now.open({ kind: "tempo", slotId: slot.id })}
            onKeep={(typed) => desk.getState().attempt(writeTempo(desk.getState().document, slot.id, typed))}
            onLeave={() => grid.now.close()}
            isAtEnd
            className={tempoText === "" ? "assumed min-w-8 text-quiet" : "min-w-8"}
          >
            {tempoText === "" ? (isTimed ? "by time" : `${decimal(settings.untempoedRepSeconds)} s a rep`) : tempoText}
          </InPlaceEditor>
        </span>
        <span role="gridcell" className="narrow flex items-center pl-2 text-woad">
          {last ? doneFigures(last.sets, unit) : "first time"}
        </span>
      </div>
      {slot.ramp.kind !== "none" || isAt("ramp") || extras.length > 0 ? (
        <div role="row" className="flex min-h-0 flex-wrap items-baseline gap-x-3 pb-0.5 pl-8 text-xs text-quiet">
          {slot.ramp.kind !== "none" || isAt("ramp") ? (
            <span role="gridcell" className="leading-tight">
              <InPlaceEditor
                label={`Ramp before ${exercise.name}`}
                text={
                  slot.ramp.kind === "none" ? "" : printRamp(slot.ramp).replace(/^ramp\(|\)$|^ramp$/g, "") || "auto"
                }
                isWriting={isAt("ramp")}
                locked={locked}
                onWrite={() => grid.now.open({ kind: "ramp", slotId: slot.id })}
                onKeep={(typed) => desk.getState().attempt(writeRamp(desk.getState().document, slot.id, typed))}
                onLeave={() => grid.now.close()}
                className="min-h-6 leading-tight"
              >
                first{" "}
                {ramp.length > 0
                  ? ramp.map(({ load, reps }) => `${reps} × ${load.weight.amount}`).join(", ")
                  : "a ramp"}
              </InPlaceEditor>
            </span>
          ) : null}
          {extras.map((words) => (
            <span key={words} role="gridcell" className="leading-tight">
              {words}
            </span>
          ))}
        </div>
      ) : null}
      {isLast ? null : (
        <div role="row" className="flex min-h-0 items-center pl-8 text-xs text-quiet">
          <span role="gridcell" className={clsx("leading-none", isAt("transition") && "py-0.5")}>
            <InPlaceEditor
              label={`Transition after ${exercise.name}`}
              text={transitionText}
              isWriting={isAt("transition")}
              locked={locked}
              onWrite={() => grid.now.open({ kind: "transition", slotId: slot.id })}
              onKeep={(typed) => desk.getState().attempt(writeTransition(desk.getState().document, slot.id, typed))}
              onLeave={() => grid.now.close()}
              className={clsx("min-h-6 leading-none", transitionText === "" && "assumed")}
            >
              ↓ {transitionText === "" ? settings.assumed.handoverSeconds : transitionText.replaceAll(",", ", ")} s
            </InPlaceEditor>
          </span>
        </div>
      )}
      {isAt("swap") ? <SwapLift grid={grid} slot={slot} name={exercise.name} /> : null}
    </>
  );
});
