"use client";
import { clsx } from "clsx";
import { catalogueIn } from "@/contract";
import { type CellChance, isBodyweight, isLikelyMissed, massFigure, type Slot, type WeightUnit } from "@/core";
import { repsWords, type WeekCell, type WeeksView } from "@/views";

export const STATE_WORDS = {
  done: "done",
  missed: "missed",
  planned: "planned",
  underWay: "under way",
  away: "away",
  leftOut: "left out",
} as const;

const isOff = ({ medianKg }: CellChance, { topKg }: WeekCell): boolean =>
  medianKg !== null && topKg !== null && Math.abs(medianKg - topKg) > 0.01;

/** "60", "+10", "−15": as the lift is loaded, without its unit, which the row's head and the panel say. */
function loadFigureWords(cell: Pick<WeekCell, "topKg" | "lift">, isOfBody: boolean, unit: WeightUnit): string {
  if (cell.topKg === null) return "?";
  const figure = massFigure(Math.abs(cell.topKg), unit, 2);
  if (!isOfBody) return figure;
  return cell.topKg === 0 ? "body" : `${cell.topKg > 0 ? "+" : "−"}${figure}`;
}

/** Whether a lift's load is told beside the body. */
export const isOfBody = (slot: Slot, view: WeeksView): boolean => {
  const exercise = catalogueIn(view.exercises).byId.get(slot.exerciseId);
  return exercise !== undefined && isBodyweight(exercise);
};

export const cellWords = (cell: WeekCell, slot: Slot, view: WeeksView): string =>
  cell.state === "missed" || cell.state === "underWay"
    ? `${cell.sets} sets`
    : `${repsWords(cell)} at ${loadFigureWords(cell, isOfBody(slot, view), view.client.unit)} ${view.client.unit}`;

export function Figures({
  cell,
  before,
  isOfBody: besideBody,
  expected,
  unit,
}: {
  unit: WeightUnit;
  cell: WeekCell;
  before: WeekCell | null;
  isOfBody: boolean;
  expected: CellChance | null;
}) {
  if (cell.state !== "done" && cell.state !== "planned")
    return <span className="narrow text-xs text-quiet">{STATE_WORDS[cell.state]}</span>;
  const load = loadFigureWords(cell, besideBody, unit);
  const old = before && loadFigureWords(before, besideBody, unit);
  const isMoved = before !== null && (old !== load || repsWords(before) !== repsWords(cell));
  // What is expected and what stood before take the line of the reps: the columns keep their width.
  return (
    <span className={clsx("min-w-0", cell.state === "done" ? "text-woad" : "text-indigo")}>
      <span className="narrow block overflow-hidden text-xs whitespace-nowrap">
        {isMoved ? (
          <s className="text-quiet">{old === load ? repsWords(before) : old}</s>
        ) : expected && isOff(expected, cell) ? (
          <span className="text-walnut">
            ≈{loadFigureWords({ ...cell, topKg: expected.medianKg }, besideBody, unit)}
            <span className="sr-only"> to be expected</span>
          </span>
        ) : (
          repsWords(cell)
        )}
      </span>
      <span className="block font-bold whitespace-nowrap">
        {load}
        {expected && isLikelyMissed(expected) ? (
          <span className="text-weld">
            ?<span className="sr-only"> likely missed</span>
          </span>
        ) : null}
        {isMoved && old === load ? <span className="narrow ml-1 text-xs font-normal">{repsWords(cell)}</span> : null}
      </span>
    </span>
  );
}
