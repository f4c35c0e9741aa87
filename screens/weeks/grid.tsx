"use client";
import { DndContext, type DragEndEvent, PointerSensor, useSensor, useSensors } from "@dnd-kit/core";
import { clsx } from "clsx";
import { type KeyboardEvent, useEffect, useMemo, useRef } from "react";
import { entryAt, firstOf, ruleName, sessionDaysOf, suggestedRule, targetsOf } from "@/core";
import { useDates } from "@/parts/region";
import { useWeekWindow, WEEK_PX, WeekGap } from "@/parts/week-window";
import { WeeklyVolumeTable } from "@/parts/weekly-volume-table";
import { dragData } from "@/ui/drag";
import { type WeekCell, type WeeksView, weekLines } from "@/views";
import { onWeekday } from "./day-panel";
import { GridCell } from "./grid-cell";
import { DayHead, type Dragged, LiftHead, PhaseRow, type Target, WeekdayStrip } from "./grid-heads";
import { SessionHeads } from "./session-heads";
import type { Weeks } from "./use-weeks";
import { cellKey } from "./use-what-if";

/** Weeks before the present one that are in sight with it. */
const LED = 3;

/** Weeks across, days and lifts down, phases as bands on top; the table below counts muscles against their bands. */
export function WeeksGrid({ weeks, view }: { weeks: Weeks; view: WeeksView }) {
  const { shortDate } = useDates();
  const { model, ghost, selection, select } = weeks;
  const lines = useMemo(() => weekLines(view), [view]);
  const table = useRef<HTMLTableElement>(null);
  const frame = useRef<HTMLDivElement>(null);
  const now = model.columns.findIndex(({ isNow }) => isNow);
  const shown = useWeekWindow(frame, model.columns, Math.max(0, now - LED));
  // The present week is in sight with what led to it, and as much of what is ahead as there is room for.
  useEffect(() => {
    if (!frame.current || now < 0) return;
    const led = frame.current.clientWidth < 600 ? 0 : LED;
    // The names stand still at the left.
    if (now > led) frame.current.scrollLeft = (now - led) * WEEK_PX;
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
      Home: [0, Number.NEGATIVE_INFINITY],
      End: [0, Number.POSITIVE_INFINITY],
    }[event.key];
    if (!step) return;
    event.preventDefault();
    const row = entryAt(rows, Math.min(rows.length - 1, Math.max(0, at + firstOf(step)))).row;
    const week = Math.min(model.columns.length - 1, Math.max(0, selection.week + entryAt(step, 1)));
    select({ kind: "cell", dayId: row.dayId, slotId: row.slot.id, week });
    shown.scrollTo(week);
    // Where it was out of sight it is drawn in the frame after it came in sight.
    const focus = () => {
      const cell = table.current?.querySelector<HTMLElement>(`[data-cell="${row.key} ${week}"]`);
      cell?.focus({ preventScroll: false });
      return cell !== null && cell !== undefined;
    };
    requestAnimationFrame(() => focus() || requestAnimationFrame(focus));
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
  const ghosts = useMemo(
    () => new Map(ghost?.days.flatMap(({ rows: own }) => own.map(({ key, cells }) => [key, cells] as const))),
    [ghost],
  );
  const ghostOf = (key: string, week: number): WeekCell | null => ghosts.get(key)?.[week] ?? null;
  return (
    <DndContext sensors={sensors} onDragEnd={drop}>
      <div ref={frame} className="relative overflow-x-auto pr-3 pb-4 print:[zoom:0.62] print:overflow-visible">
        <table ref={table} className="border-separate border-spacing-0" onKeyDown={move}>
          <caption className="sr-only">
            Weeks of the plan: lifts down, weeks across. Arrow keys move; Enter writes in the side panel.
          </caption>
          <thead>
            <PhaseRow weeks={weeks} shown={shown} />
            <tr>
              <th
                scope="col"
                className="sticky left-0 z-10 w-30 max-w-30 min-w-30 bg-ground pl-3 text-left md:w-46 md:max-w-46 md:min-w-46"
              >
                <span className="sr-only">Lift</span>
                <WeekdayStrip days={model.days.map(({ day }) => day)} />
              </th>
              <WeekGap px={shown.before} />
              {shown.columns.map(({ week, monday, isNow }) => (
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
              <WeekGap px={shown.after} />
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
                <WeekGap px={shown.before} />
                <SessionHeads shown={shown} dayId={day.id} lines={lines} />
                <WeekGap px={shown.after} />
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
                  <WeekGap px={shown.before} />
                  {shown.columns.map(({ week, monday, isNow, phase }) => {
                    const isHere =
                      selection?.kind === "cell" &&
                      selection.dayId === row.dayId &&
                      selection.slotId === row.slot.id &&
                      selection.week === week;
                    const cell = row.cells[week] ?? null;
                    return (
                      <GridCell
                        key={`${row.key} ${monday}`}
                        row={row}
                        cell={cell}
                        week={week}
                        view={view}
                        isNow={isNow}
                        isHere={isHere}
                        isSlack={phase.kind === "deload"}
                        before={ghostOf(row.key, week)}
                        expected={expected.get(cellKey(row.dayId, week, cell?.lift?.slot.lineage ?? "")) ?? null}
                        select={select}
                      />
                    );
                  })}
                  <WeekGap px={shown.after} />
                </tr>
              ))}
            </tbody>
          ))}
          <WeeklyVolumeTable
            model={model}
            view={view}
            shown={shown}
            onOpen={(muscle, week) => weeks.select({ kind: "muscle", muscle, week })}
            onWeek={(week) => weeks.select({ kind: "week", week })}
          />
        </table>
      </div>
    </DndContext>
  );
}
