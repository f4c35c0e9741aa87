"use client";
import {
  DndContext,
  type DragEndEvent,
  PointerSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
} from "@dnd-kit/core";
import { clsx } from "clsx";
import { type KeyboardEvent, useEffect, useRef } from "react";
import { catalogueIn } from "@/contract";
import {
  type CellChance,
  entryAt,
  firstOf,
  firstWeekOf,
  isBodyweight,
  isLikelyMissed,
  massFigure,
  type PlanDay,
  type PlanPhase,
  phaseWords,
  ruleName,
  type Slot,
  sessionDaysOf,
  suggestedRule,
  targetsOf,
  WEEKDAYS,
  type WeightUnit,
} from "@/core";
import { useDates } from "@/parts/region";
import { SessionBars } from "@/parts/session-bars";
import { HeadingGaps, WeeklyVolumeTable } from "@/parts/weekly-volume-table";
import { dragData } from "@/ui/drag";
import { repsWords, type WeekCell, type WeeksView } from "@/views";
import { onWeekday } from "./day-panel";
import { PhaseEdge } from "./phase-edge";
import type { Weeks } from "./use-weeks";
import { cellKey } from "./use-what-if";

const STATE_WORDS = {
  done: "done",
  missed: "not done",
  planned: "planned",
  away: "away",
  leftOut: "left out",
} as const;

/** Weeks across, days and lifts down, phases as bands on top; the table below counts muscles against their bands. */
export function WeeksGrid({ weeks, view }: { weeks: Weeks; view: WeeksView }) {
  const { shortDate } = useDates();
  const { model, ghost, selection, select } = weeks;
  const table = useRef<HTMLTableElement>(null);
  const frame = useRef<HTMLDivElement>(null);
  const now = model.columns.findIndex(({ isNow }) => isNow);
  // The present week is in sight with what led to it, and as much of what is ahead as there is room for.
  useEffect(() => {
    if (!frame.current || now < 0) return;
    const led = frame.current.clientWidth < 600 ? 0 : 3;
    const column = table.current?.querySelector<HTMLElement>(`[data-week="${Math.max(0, now - led)}"]`);
    if (column && now > led) frame.current.scrollLeft = column.offsetLeft - 176;
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
      <div ref={frame} className="relative overflow-x-auto pb-4 pr-3">
        <table ref={table} className="border-separate border-spacing-0" onKeyDown={move}>
          <caption className="sr-only">
            Weeks of the plan: lifts down, weeks across. Arrow keys move; Enter writes in the side panel.
          </caption>
          <thead>
            <PhaseRow weeks={weeks} />
            <tr>
              <th scope="col" className="sticky left-0 z-10 pl-3 min-w-40 bg-ground text-left">
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
                    "min-w-[76px] p-0 text-left font-normal",
                    isNow ? "border-x-2 border-t-2 border-madder text-madder" : "border-x-2 border-transparent",
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
                <HeadingGaps columns={model.columns} />
              </tr>
              {own.map((row) => (
                <tr key={row.key}>
                  <th
                    scope="row"
                    className="sticky left-0 z-10 pl-3 border-b border-line bg-ground py-0.5 pr-2 text-left"
                  >
                    <LiftHead name={row.name} dayId={row.dayId} slotId={row.slot.id} />
                    <span className="narrow block text-xs font-normal leading-tight text-quiet">
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
                          "border-b border-line border-x-2 p-0",
                          isNow ? "border-x-madder" : "border-x-transparent",
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
const isOfBody = (slot: Slot, view: WeeksView): boolean => {
  const exercise = catalogueIn(view.exercises).byId.get(slot.exerciseId);
  return exercise !== undefined && isBodyweight(exercise);
};

const cellWords = (cell: WeekCell, slot: Slot, view: WeeksView): string =>
  cell.state === "missed"
    ? `${cell.sets} sets`
    : `${repsWords(cell)} at ${loadFigureWords(cell, isOfBody(slot, view), view.client.unit)} ${view.client.unit}`;

function Figures({
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
  if (cell.state === "missed") return <span className="narrow text-xs text-quiet">not done</span>;
  if (cell.state === "leftOut") return <span className="narrow text-xs text-quiet">left out</span>;
  if (cell.state === "away") return <span className="narrow text-xs text-quiet">away</span>;
  const load = loadFigureWords(cell, besideBody, unit);
  const old = before && loadFigureWords(before, besideBody, unit);
  const isMoved = before !== null && (old !== load || repsWords(before) !== repsWords(cell));
  return (
    <span className={cell.state === "done" ? "text-woad" : "text-indigo"}>
      <span className="narrow block text-xs">{repsWords(cell)}</span>
      <span className="block font-bold">
        {load}
        {expected && isOff(expected, cell) ? (
          <span className="narrow ml-1 text-xs font-normal text-walnut">
            ≈{loadFigureWords({ ...cell, topKg: expected.medianKg }, besideBody, unit)}
            <span className="sr-only"> to be expected</span>
          </span>
        ) : null}
        {expected && isLikelyMissed(expected) ? (
          <span className="text-weld">
            ?<span className="sr-only"> likely missed</span>
          </span>
        ) : null}
        {isMoved ? (
          <s className="narrow ml-1 text-xs font-normal text-quiet">{old === load ? repsWords(before) : old}</s>
        ) : null}
      </span>
    </span>
  );
}

/** What is dragged by a pointer; the side panels do the same by keyboard. */
type Dragged =
  | { readonly kind: "lift"; readonly dayId: string; readonly slotId: string }
  | { readonly kind: "day"; readonly dayId: string };
type Target = { readonly kind: "day"; readonly dayId: string } | { readonly kind: "weekday"; readonly weekday: number };

const moved = (transform: { x: number; y: number } | null) =>
  transform
    ? { transform: `translate(${transform.x}px, ${transform.y}px)`, position: "relative" as const, zIndex: 20 }
    : undefined;

function LiftHead({ name, dayId, slotId }: { name: string; dayId: string; slotId: string }) {
  const data: Dragged = { kind: "lift", dayId, slotId };
  const { setNodeRef, listeners, transform } = useDraggable({ id: `lift ${dayId} ${slotId}`, data });
  return (
    <span
      ref={setNodeRef}
      {...listeners}
      style={moved(transform)}
      className="block cursor-grab touch-none font-semibold leading-tight"
    >
      {name}
    </span>
  );
}

function DayHead({
  day,
  name,
  isHere,
  onSelect,
}: {
  day: PlanDay;
  /** Of its session, or of those that stand on it in turn. */
  name: string;
  isHere: boolean;
  onSelect: () => void;
}) {
  const { timeWords } = useDates();
  const data: Dragged = { kind: "day", dayId: day.id };
  const drag = useDraggable({ id: `day ${day.id}`, data });
  const target: Target = { kind: "day", dayId: day.id };
  const drop = useDroppable({ id: `into ${day.id}`, data: target });
  const isOver = drop.isOver && dragData<Dragged>(drop.active)?.kind === "lift";
  return (
    <span ref={drop.setNodeRef} className={clsx("block", isOver && "bg-indigo-tint")}>
      <button
        ref={drag.setNodeRef}
        {...drag.listeners}
        type="button"
        aria-pressed={isHere}
        onClick={onSelect}
        style={moved(drag.transform)}
        className={clsx(
          "block min-h-7 w-full touch-none text-left",
          isHere ? "outline outline-2 outline-indigo" : "hover:bg-indigo-tint",
        )}
      >
        <span className="font-bold">
          {day.placed.kind === "weekday" ? WEEKDAYS[day.placed.weekday]!.slice(0, 3) : ""}
          {day.timeOfDay === null ? "" : ` ${timeWords(day.timeOfDay)}`}
        </span>{" "}
        <span className="narrow font-normal">
          {name}
          {day.lastWeek === null ? "" : `, to week ${day.lastWeek + 1}`}
        </span>
      </button>
    </span>
  );
}

/** The days of the week, those that are trained filled; a day of the plan is put on one of them. */
function WeekdayStrip({ days }: { days: readonly PlanDay[] }) {
  const taken = new Set(days.flatMap(({ placed }) => (placed.kind === "weekday" ? [placed.weekday] : [])));
  return (
    <span className="flex gap-0.5" aria-hidden>
      {WEEKDAYS.map((name, weekday) => (
        <WeekdayPlace key={name} name={name} weekday={weekday} isTaken={taken.has(weekday)} />
      ))}
    </span>
  );
}

function WeekdayPlace({ name, weekday, isTaken }: { name: string; weekday: number; isTaken: boolean }) {
  const target: Target = { kind: "weekday", weekday };
  const { setNodeRef, isOver, active } = useDroppable({ id: `weekday ${weekday}`, data: target });
  const isAsked = isOver && dragData<Dragged>(active)?.kind === "day";
  return (
    <span
      ref={setNodeRef}
      className={clsx(
        "narrow inline-flex h-5 w-5 items-center justify-center border text-xs",
        isTaken ? "border-woad bg-woad-tint font-bold" : "border-line font-normal text-quiet",
        isAsked && "outline outline-2 outline-indigo",
      )}
    >
      {name.slice(0, 2)}
    </span>
  );
}

function PhaseRow({ weeks }: { weeks: Weeks }) {
  const { plan, selection, select } = weeks;
  const now = weeks.model.columns.findIndex(({ isNow }) => isNow);
  /** Weeks that have gone by stay. */
  const leastWeeks = (phase: PlanPhase): number => {
    const first = firstWeekOf(plan, phase);
    return Math.max(1, Math.min(phase.weeks, now - first + 1));
  };
  return (
    <tr>
      <td className="sticky left-0 z-10 pl-3 bg-ground" />
      {plan.phases.map((phase) => {
        const isHere = selection?.kind === "phase" && selection.phaseId === phase.id;
        return (
          <td key={phase.id} colSpan={phase.weeks} className="relative px-0.5 pt-2">
            <button
              type="button"
              aria-pressed={isHere}
              onClick={() => select({ kind: "phase", phaseId: phase.id })}
              className={clsx(
                "flex min-h-7 w-full items-center gap-2 overflow-hidden whitespace-nowrap border px-1.5 text-left text-xs",
                phase.kind === "deload" || phase.kind === "peak" || phase.kind === "comeback"
                  ? "border-weld bg-weld-tint"
                  : phase.kind === "test"
                    ? "border-walnut bg-walnut text-ground"
                    : "border-woad bg-woad-tint",
                isHere && "outline outline-2 outline-indigo",
              )}
            >
              <span className="font-bold">{phaseWords(phase)}</span>
              {phase.weeks > 1 ? <span className="narrow">{phase.weeks} weeks</span> : null}
            </button>
            <PhaseEdge weeks={weeks} phase={phase} least={leastWeeks(phase)} />
          </td>
        );
      })}
    </tr>
  );
}
