"use client";
import { clsx } from "clsx";
import { memo } from "react";
import type { CellChance } from "@/core";
import { SessionBars } from "@/parts/session-bars";
import type { WeekCell, WeekRow, WeeksView } from "@/views";
import { cellWords, Figures, isOfBody, STATE_WORDS } from "./grid-figures";
import type { Weeks } from "./use-weeks";

interface GridCellProps {
  readonly row: Pick<WeekRow, "key" | "dayId" | "name" | "slot">;
  /** Null: the lift is not done in that week, or it is not worked out yet. */
  readonly cell: WeekCell | null;
  readonly week: number;
  readonly view: WeeksView;
  readonly isNow: boolean;
  readonly isHere: boolean;
  /** Of a deload. */
  readonly isSlack: boolean;
  /** As it is kept, where the plan is being changed. */
  readonly before: WeekCell | null;
  readonly expected: CellChance | null;
  readonly select: Weeks["select"];
}

/** A lift in a week: drawn again only where something of it changed. */
export const GridCell = memo(
  function GridCell({ row, cell, week, view, isNow, isHere, isSlack, before, expected, select }: GridCellProps) {
    return (
      <td className={clsx("week border-b border-b-line p-0", isNow && "week-now")}>
        {cell ? (
          <button
            type="button"
            data-cell={`${row.key} ${week}`}
            tabIndex={isHere ? 0 : -1}
            aria-pressed={isHere}
            aria-label={`${row.name}, week ${week + 1}: ${cellWords(cell, row.slot, view)}, ${STATE_WORDS[cell.state]}${cell.isChanged ? ", changed by hand" : ""}`}
            onClick={() => select({ kind: "cell", dayId: row.dayId, slotId: row.slot.id, week })}
            className={clsx(
              "flex min-h-9 w-full items-end gap-1 px-0.5 py-0.5 text-left leading-tight",
              isHere ? "outline outline-2 outline-indigo" : "hover:bg-indigo-tint",
            )}
          >
            <SessionBars cell={cell} isSlack={isSlack} />
            <Figures
              unit={view.client.unit}
              cell={cell}
              before={before}
              isOfBody={isOfBody(row.slot, view)}
              expected={expected}
            />
          </button>
        ) : null}
      </td>
    );
  },
  // A row is made anew with the model; what of it is shown here is the same.
  (was, is) =>
    was.cell === is.cell &&
    was.before === is.before &&
    was.expected === is.expected &&
    was.isHere === is.isHere &&
    was.isNow === is.isNow &&
    was.isSlack === is.isSlack &&
    was.week === is.week &&
    was.view === is.view &&
    was.row.key === is.row.key &&
    was.row.name === is.row.name &&
    was.row.slot === is.row.slot,
);
