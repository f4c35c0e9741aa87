"use client";
import { DndContext, type DragEndEvent, PointerSensor, useSensor, useSensors } from "@dnd-kit/core";
import { clsx } from "clsx";
import { type KeyboardEvent, useEffect, useMemo, useRef } from "react";
import { entryAt, firstOf, ruleName, sessionDaysOf, suggestedRule, targetsOf } from "@/core";
import { useDates } from "@/parts/region";
import { SessionBars } from "@/parts/session-bars";
import { WeeklyVolumeTable } from "@/parts/weekly-volume-table";
import { dragData } from "@/ui/drag";
import { type WeekCell, type WeeksView, weekLines } from "@/views";
import { onWeekday } from "./day-panel";
import { cellWords, Figures, isOfBody, STATE_WORDS } from "./grid-figures";
import { DayHead, type Dragged, LiftHead, PhaseRow, type Target, WeekdayStrip } from "./grid-heads";
import { SessionHeads } from "./session-heads";
import type { Weeks } from "./use-weeks";
import { cellKey } from "./use-what-if";

/** Weeks across, days and lifts down, phases as bands on top; the table below counts muscles against their bands. */
export function WeeksGrid({ weeks, view }: { weeks: Weeks; view: WeeksView }) {
  const { shortDate } = useDates();
  const { model, ghost, selection, select } = weeks;
  const lines = useMemo(() => weekLines(view), [view]);
  const table = useRef<HTMLTableElement>(null);
  const frame = useRef<HTMLDivElement>(null);
  const now = model.columns.findIndex(({ isNow }) => isNow);
  // The present week is in sight with what led to it, and as much of what is ahead as there is room for.
  useEffect(() => {
    if (!frame.current || now < 0) return;
    const led = frame.current.clientWidth < 600 ? 0 : 3;
    const column = table.current?.querySelector<HTMLElement>(`[data-week="${Math.max(0, now - led)}"]`);
    const labels = column?.parentElement?.firstElementChild;
    if (column && labels && now > led) frame.current.scrollLeft = column.offsetLeft - labels.clientWidth;
  }, [now]);
  const rows = model.days.flatMap(({ day, rows: own }) => own.map((row) => ({ day, row })));
  const move = (event: KeyboardEvent<HTMLTableElement>) => {
    if (selection?.kind !== "cell") return;
    const at = rows.findIndex(({ row }) => row.dayId === selection.dayId && row.slot.id === selection.slotId);
    const step = {
      ArrowLeft: [0, -1],
      ArrowRight: [0, 1],
      ArrowUp: [-1, 0],
      ArrowDown: [1, 0],
      Home: [0, -99],
      End: [0, 99],
    }[event.key];
    if (!step) return;
    event.preventDefault();
    const row = entryAt(rows, Math.min(rows.length - 1, Math.max(0, at + firstOf(step)))).row;
    const week = Math.min(model.columns.length - 1, Math.max(0, selection.week + entryAt(step, 1)));
    select({ kind: "cell", dayId: row.dayId, slotId: row.slot.id, week });
    requestAnimationFrame(() =>
      table.current?.querySelector<HTMLElement>(`[data-cell="${row.key} ${week}"]`)?.focus({ preventScroll: false }),
    );
  };
  const expected = weeks.whatIf.cells;
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  const drop = ({ active, over }: DragEndEvent): void => {
    const dragged = dragData<Dragged>(active);
    const target = dragData<Target>(over);
    if (dragged?.kind === "lift" && target?.kind === "day" && target.dayId !== dragged.dayId)
      weeks.say(weeks.moveLiftTo(dragged.slotId, target.dayId));
    if (dragged?.kind === "day" && target?.kind === "weekday")
      weeks.say(weeks.change([onWeekday(dragged.dayId, target.weekday)]));
  };
  const ghostOf = (key: string, week: number): WeekCell | null =>
    ghost?.days.flatMap(({ rows: own }) => own).find((row) => row.key === key)?.cells[week] ?? null;
  return (
    <DndContext sensors={sensors} onDragEnd={drop}>
      <div ref={frame} className="relative overflow-x-auto pr-3 pb-4 print:[zoom:0.62] print:overflow-visible">
        <table ref={table} className="border-separate border-spacing-0" onKeyDown={move}>
          <caption className="sr-only">
            Weeks of the plan: lifts down, weeks across. Arrow keys move; Enter writes in the side panel.
          </caption>
          <thead>
            <PhaseRow weeks={weeks} />
            <tr>
              <th
                scope="col"
                className="sticky left-0 z-10 w-30 max-w-30 min-w-30 bg-ground pl-3 text-left md:w-46 md:max-w-46 md:min-w-46"
              >
                <span className="sr-only">Lift</span>
                <WeekdayStrip days={model.days.map(({ day }) => day)} />
              </th>
              {model.columns.map(({ week, monday, isNow }) => (
                <th
                  key={week}
                  scope="col"
                  data-week={week}
                  aria-current={isNow ? "date" : undefined}
                  className={clsx(
                    "w-[84px] max-w-[84px] min-w-[84px] p-0 text-left font-normal",
                    isNow
                      ? "border-x-2 border-t-2 border-madder text-madder"
                      : "border-x-2 border-transparent forced-colors:border-[Canvas]",
                  )}
                >
                  <button
                    type="button"
                    aria-pressed={selection?.kind === "week" && selection.week === week}
                    onClick={() => select({ kind: "week", week })}
                    className={clsx(
                      "block min-h-7 w-full px-1 text-left",
                      selection?.kind === "week" && selection.week === week
                        ? "outline outline-2 outline-indigo"
                        : "hover:bg-indigo-tint",
                    )}
                  >
                    <span className="sr-only">Week </span>
                    <span className="font-bold">{week + 1}</span>{" "}
                    <span className="narrow text-xs">{shortDate(monday)}</span>
                    {isNow ? <span className="sr-only"> this week</span> : null}
                  </button>
                </th>
              ))}
            </tr>
          </thead>
          {model.days.map(({ day, rows: own }) => (
            <tbody key={day.id}>
              <tr>
                <th
                  scope="rowgroup"
                  className="sticky left-0 z-10 pl-3 border-b-2 border-line bg-ground pt-2 text-left"
                >
                  <DayHead
                    day={day}
                    name={sessionDaysOf(weeks.plan, day.id)
                      .map((one) => one.name || "unnamed")
                      .join(" / ")}
                    isHere={selection?.kind === "day" && selection.dayId === day.id}
                    onSelect={() => select({ kind: "day", dayId: day.id })}
                  />
                </th>
                <SessionHeads weeks={weeks} dayId={day.id} lines={lines} />
              </tr>
              {own.map((row) => (
                <tr key={row.key}>
                  <th
                    scope="row"
                    className="sticky left-0 z-10 border-b border-line bg-ground py-0.5 pr-2 pl-3 text-left"
                  >
                    <LiftHead name={row.name} dayId={row.dayId} slotId={row.slot.id} />
                    <span className="block text-xs font-normal leading-tight text-quiet max-md:hidden">
                      {ruleName(row.slot.rule ?? suggestedRule(targetsOf(row.slot))).toLowerCase()}
                    </span>
                  </th>
                  {row.cells.map((cell, week) => {
                    const { isNow, phase } = entryAt(model.columns, week);
                    const isHere =
                      selection?.kind === "cell" &&
                      selection.dayId === row.dayId &&
                      selection.slotId === row.slot.id &&
                      selection.week === week;
                    return (
                      <td
                        key={`${row.key} ${entryAt(model.columns, week).monday}`}
                        className={clsx(
                          "max-w-[84px] border-b border-line border-x-2 p-0",
                          isNow ? "border-x-madder" : "border-x-transparent forced-colors:border-x-[Canvas]",
                        )}
                      >
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
                            <SessionBars cell={cell} isSlack={phase.kind === "deload"} />
                            <Figures
                              unit={view.client.unit}
                              cell={cell}
                              before={ghostOf(row.key, week)}
                              isOfBody={isOfBody(row.slot, view)}
                              expected={expected.get(cellKey(row.dayId, week, cell.lift?.slot.lineage ?? "")) ?? null}
                            />
                          </button>
                        ) : null}
                      </td>
                    );
                  })}
                </tr>
              ))}
            </tbody>
          ))}
          <WeeklyVolumeTable
            model={model}
            view={view}
            onOpen={(muscle, week) => weeks.select({ kind: "muscle", muscle, week })}
            onWeek={(week) => weeks.select({ kind: "week", week })}
          />
        </table>
      </div>
    </DndContext>
  );
}
