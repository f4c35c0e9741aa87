"use client";
import { clsx } from "clsx";
import { openSession } from "@/device/query";
import { isEndedEarly, PlannedLink, stateWords } from "@/parts/planned-link";
import { useDates } from "@/parts/region";
import type { WeekWindow } from "@/parts/week-window";
import { type PlannedLine, weekLineKey } from "@/views";

/** Above each day's lifts its session of every week: the day, how far it has come, and the way into it. */
export function SessionHeads({
  shown,
  dayId,
  lines,
}: {
  shown: WeekWindow;
  dayId: string;
  lines: ReadonlyMap<string, PlannedLine>;
}) {
  const dates = useDates();
  return shown.columns.map(({ week, isNow }) => {
    const line = lines.get(weekLineKey({ dayId, week }));
    return (
      <td key={week} className={clsx("week border-b-2 border-b-line px-0.5 align-bottom", isNow && "week-now")}>
        {line ? (
          <PlannedLink
            line={line}
            hrefOf={(id) => (line.state === "done" ? `/review/${id}` : `/session/${id}`)}
            open={openSession}
            className="narrow inline-flex min-h-6 w-full items-end gap-1 pb-0.5 text-xs leading-tight hover:bg-indigo-tint hover:underline"
          >
            <span className="sr-only">{line.title || "Session"}, </span>
            <span className="font-semibold whitespace-nowrap">{dates.dayOfWeek(line.date)}</span>
            <span className="text-quiet">
              {line.state === "done" && isEndedEarly(line.summary) ? (
                <>
                  <span className="sr-only">ended after </span>
                  {line.summary.sets} of {line.summary.plannedSets}
                </>
              ) : (
                stateWords(line, dates)
              )}
            </span>
          </PlannedLink>
        ) : null}
      </td>
    );
  });
}
