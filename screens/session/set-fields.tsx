"use client";
import {
  allBlocks,
  blockOfSlot,
  buildableLoads,
  exerciseOrThrow,
  firstOf,
  fromKg,
  isBodyweight,
  type Operation,
  printRest,
  type RestAmount,
  repsByRound,
  roundRestText,
  type Slot,
  slotById,
  type WorkSet,
  writeCells,
  writeRoundRest,
} from "@/core";
import { newId } from "@/device/ids";
import type { SessionView } from "@/views";
import { cellsIn, rangeBetween, rowsOf } from "./grid-range";
import { writeOrAskReps } from "./reps-by-round";
import { FIGURE_NAMES, figuresOf, figureText, type SetFigure, steppedText, typedFigure } from "./set-figures";
import { Stepper } from "./stepper";
import { useWholeDesk } from "./use-desk";

const REST_STEP_SECONDS = 15;

/** Reps, load, reserve and rest as fields with steps, for the set in hand or for all that are chosen with it. */
export function SetFields({ view, slot, set }: { view: SessionView; slot: Slot; set: WorkSet }) {
  const desk = useWholeDesk();
  const { document, selection, anchor, catalogue, computed } = desk;
  const { equipment } = view.gym;
  const chosen = selection && anchor ? rangeBetween(rowsOf(document), anchor, selection) : null;
  const cells = chosen
    ? cellsIn(chosen, () => "").flatMap(({ slotId, round }) => {
        const [own, one] = [slotById(document, slotId), slotById(document, slotId)?.sets[round]];
        return own && one ? [{ slot: own, set: one, round }] : [];
      })
    : selection
      ? [{ slot, set, round: selection.round }]
      : [];
  const block = blockOfSlot(document, slot.id);
  if (desk.locked || cells.length === 0 || !block) return null;
  const loadOf = (one: WorkSet) => computed.resolved.loads.get(firstOf(one.segments).id);
  const fieldOf = (one: { readonly slot: Slot; readonly set: WorkSet }) => ({
    set: one.set,
    load: loadOf(one.set),
    unit: equipment.unit,
  });
  const write = (figure: SetFigure, textOf: (cell: (typeof cells)[number]) => string | null): string | null => {
    const typed = cells.flatMap((cell) => {
      const text = figuresOf(cell.set).includes(figure) ? textOf(cell) : null;
      return text === null ? [] : [{ slotId: cell.slot.id, round: cell.round, typed: text, isPart: true }];
    });
    return typed.length === 0 ? null : desk.attempt(writeCells(document, typed, catalogue, newId, equipment.unit));
  };
  const loadsOf = (one: Slot): number[] => {
    const exercise = exerciseOrThrow(catalogue, one.exerciseId);
    const amounts = buildableLoads(exercise, equipment, one.setup).map(({ kg }) =>
      Number(fromKg(kg, equipment.unit).amount),
    );
    return isBodyweight(exercise) ? [...new Set([...amounts, 0])].sort((a, b) => a - b) : amounts;
  };
  return (
    <section aria-label={cells.length > 1 ? `Figures of ${cells.length} sets` : "Figures of this set"}>
      {cells.length > 1 ? <p className="mb-1 font-semibold">{cells.length} sets are chosen</p> : null}
      <div className="grid grid-cols-[auto_1fr] items-center gap-x-3 gap-y-1">
        {figuresOf(set).map((figure) => (
          <Stepper
            key={figure}
            name={figure === "load" ? `Load, ${equipment.unit}` : FIGURE_NAMES[figure]}
            text={figureText(figure, fieldOf({ slot, set }))}
            onStep={(by) =>
              write(figure, (cell) => steppedText(figure, { ...fieldOf(cell), loads: loadsOf(cell.slot) }, by))
            }
            onType={(typed) => {
              const reps = figure === "reps" ? repsByRound(typed) : null;
              return reps
                ? writeOrAskReps(desk, slot.id, reps)
                : write(figure, (cell) => typedFigure(figure, typed, fieldOf(cell)));
            }}
          />
        ))}
        {block.rounds.kind === "fixed" && block.rounds.count === 1 ? null : (
          <Stepper
            name="Rest, s"
            text={roundRestText(block.restAfterRound) || String(view.settings.assumed.roundRestSeconds)}
            onStep={(by) =>
              desk.attempt(steppedRest(desk.document, block.id, by, view.settings.assumed.roundRestSeconds))
            }
            onType={(typed) => desk.attempt(writeRoundRest(document, block.id, typed))}
          />
        )}
      </div>
    </section>
  );
}

/** The rests of a block, each a step longer or shorter. */
function steppedRest(
  document: Parameters<typeof writeRoundRest>[0],
  blockId: string,
  by: 1 | -1,
  assumedSeconds: number,
): Operation {
  const rest = allBlocks(document).find(({ id }) => id === blockId)?.restAfterRound ?? null;
  if (rest?.kind === "partnersWork")
    return { ok: false, message: "The rest is the partner’s work: write seconds to change it." };
  const step = (seconds: number) => Math.max(0, seconds + by * REST_STEP_SECONDS);
  const stepped = (one: RestAmount): RestAmount =>
    one.kind === "range"
      ? { kind: "range", low: step(one.low), high: step(one.high) }
      : { kind: "seconds", seconds: step(one.seconds) };
  const rests: readonly RestAmount[] =
    rest === null ? [{ kind: "seconds", seconds: assumedSeconds }] : rest.kind === "each" ? [rest.rest] : rest.rests;
  return writeRoundRest(document, blockId, rests.map((one) => printRest(stepped(one))).join(","));
}
