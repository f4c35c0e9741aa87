"use client";
import { useDraggable, useDroppable } from "@dnd-kit/core";
import { clsx } from "clsx";
import { firstWeekOf, lastOf, type PlanDay, type PlanPhase, phaseWords, WEEKDAYS } from "@/core";
import { useDates } from "@/parts/region";
import { WeekGap, type WeekWindow } from "@/parts/week-window";
import { dragData } from "@/ui/drag";
import { PhaseEdge } from "./phase-edge";
import type { Weeks } from "./use-weeks";

/** What is dragged by a pointer; the side panels do the same by keyboard. */
export type Dragged =
  | { readonly kind: "lift"; readonly dayId: string; readonly slotId: string }
  | { readonly kind: "day"; readonly dayId: string };

export type Target =
  | { readonly kind: "day"; readonly dayId: string }
  | { readonly kind: "weekday"; readonly weekday: number };

const moved = (transform: { x: number; y: number } | null) =>
  transform
    ? { transform: `translate(${transform.x}px, ${transform.y}px)`, position: "relative" as const, zIndex: 20 }
    : undefined;

export function LiftHead({ name, dayId, slotId }: { name: string; dayId: string; slotId: string }) {
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

export function DayHead({
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
        <span className="font-normal">
          {name}
          {day.lastWeek === null ? "" : `, to week ${day.lastWeek + 1}`}
        </span>
      </button>
    </span>
  );
}

/** The days of the week, those that are trained filled; a day of the plan is put on one of them. */
export function WeekdayStrip({ days }: { days: readonly PlanDay[] }) {
  const taken = new Set(days.flatMap(({ placed }) => (placed.kind === "weekday" ? [placed.weekday] : [])));
  return (
    <span className="flex gap-0.5 max-md:hidden" aria-hidden>
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

/** Weeks of less work are dashed, weeks before and of a test are dark; all others are plain. */
const PHASE_LOOKS: Readonly<Partial<Record<PlanPhase["kind"], string>>> = {
  deload: "border-dashed border-walnut bg-ground",
  comeback: "border-dashed border-walnut bg-ground",
  peak: "border-indigo bg-indigo-tint",
  test: "border-walnut bg-walnut text-ground",
};

export function PhaseRow({ weeks, shown }: { weeks: Weeks; shown: WeekWindow }) {
  const { plan, selection, select } = weeks;
  const now = weeks.model.columns.findIndex(({ isNow }) => isNow);
  /** Weeks that have gone by stay. */
  const leastWeeks = (phase: PlanPhase): number => {
    const first = firstWeekOf(plan, phase);
    return Math.max(1, Math.min(phase.weeks, now - first + 1));
  };
  return (
    <tr>
      <td className="sticky left-0 z-20 bg-ground pl-3" />
      <WeekGap px={shown.before} />
      {plan.phases.map((phase) => {
        const isHere = selection?.kind === "phase" && selection.phaseId === phase.id;
        const end = firstWeekOf(plan, phase) + phase.weeks;
        const inSight = shown.columns.filter(({ week }) => week < end && week >= end - phase.weeks);
        if (inSight.length === 0) return null;
        return (
          <td key={phase.id} colSpan={inSight.length} className="relative px-0.5 pt-2">
            <button
              type="button"
              aria-pressed={isHere}
              onClick={() => select({ kind: "phase", phaseId: phase.id })}
              className={clsx(
                "flex min-h-7 w-full items-center overflow-clip whitespace-nowrap border px-1.5 text-left text-xs",
                PHASE_LOOKS[phase.kind] ?? "border-woad bg-woad-tint",
                isHere && "outline outline-2 outline-indigo",
              )}
            >
              {/* The name stays in view while its weeks are. */}
              <span className="sticky left-30 flex gap-2 md:left-46">
                <span className="font-bold">{phaseWords(phase)}</span>
                {phase.weeks > 1 ? <span>{phase.weeks} weeks</span> : null}
              </span>
            </button>
            {lastOf(inSight).week === end - 1 ? (
              <PhaseEdge weeks={weeks} phase={phase} least={leastWeeks(phase)} />
            ) : null}
          </td>
        );
      })}
      <WeekGap px={shown.after} />
    </tr>
  );
}
