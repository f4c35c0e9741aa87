"use client";
import { VolumeBreakdownPanel } from "@/parts/made-of";
import type { WeeksView } from "@/views";
import { CellPanel } from "./cell-panel";
import { DayPanel } from "./day-panel";
import { PhasePanel } from "./phase-panel";
import { PlanPanel } from "./plan-panel";
import type { Weeks } from "./use-weeks";
import { WeekPanel } from "./week-panel";

/** How a prescription came about, what it hangs on, and where it is changed. */
export function Side({ weeks, view }: { weeks: Weeks; view: WeeksView }) {
  const { selection } = weeks;
  return (
    <aside
      id="week-side"
      tabIndex={-1}
      aria-label="This week"
      className="no-print bg-surface p-4 lg:overflow-y-auto lg:border-l lg:border-line"
    >
      {selection === null ? (
        <p className="text-quiet">Choose a lift in a week, or a phase above the weeks.</p>
      ) : selection.kind === "phase" ? (
        <PhasePanel key={selection.phaseId} weeks={weeks} phaseId={selection.phaseId} today={view.today} />
      ) : selection.kind === "day" ? (
        <DayPanel key={selection.dayId} weeks={weeks} view={view} dayId={selection.dayId} />
      ) : selection.kind === "week" ? (
        <WeekPanel key={selection.week} weeks={weeks} view={view} week={selection.week} />
      ) : selection.kind === "muscle" ? (
        <VolumeBreakdownPanel model={weeks.model} view={view} muscle={selection.muscle} week={selection.week} />
      ) : selection.kind === "plan" ? (
        <PlanPanel weeks={weeks} view={view} />
      ) : (
        <CellPanel weeks={weeks} view={view} at={selection} />
      )}
    </aside>
  );
}
