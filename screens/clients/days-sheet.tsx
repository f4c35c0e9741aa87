"use client";
import { useState } from "react";
import { useDates } from "@/parts/region";
import { TimeField } from "@/parts/time-field";
import { Button } from "@/ui/button";
import { Sheet } from "@/ui/sheet";
import type { ClientView, TrainingDay } from "@/views";
import { useHabits } from "./habits";

/** The days on which a client trains, each with its hour. */
export function DaysSheet({ view, onClose }: { view: ClientView; onClose: () => void }) {
  const { weekdays } = useDates();
  const [days, setDays] = useState<readonly TrainingDay[]>(view.days);
  const change = useHabits(view);
  const put = (weekday: number, day: TrainingDay | null) =>
    setDays([...days.filter((one) => one.weekday !== weekday), ...(day ? [day] : [])]);
  const save = () => change.mutate({ days: days.toSorted((a, b) => a.weekday - b.weekday) }, { onSuccess: onClose });
  return (
    <Sheet open onOpenChange={(open) => !open && onClose()} title="Days and hours">
      <p className="mb-3 text-quiet">
        A new plan is put on these days, and Today shows sessions at these hours. An hour may stay empty.
      </p>
      <ul className="mb-4 flex flex-col gap-2">
        {weekdays.map(({ weekday, name }) => {
          const day = days.find((one) => one.weekday === weekday);
          return (
            <li key={weekday} className="grid min-h-16 grid-cols-[9rem_8rem] items-center gap-3">
              <label className="flex min-h-8 items-center gap-2">
                <input
                  type="checkbox"
                  className="size-5 accent-indigo"
                  checked={day !== undefined}
                  onChange={(event) => put(weekday, event.target.checked ? { weekday, timeOfDay: null } : null)}
                />
                {name}
              </label>
              {day ? (
                <TimeField
                  label={`${name}, at`}
                  value={day.timeOfDay}
                  onChange={(timeOfDay) => put(weekday, { weekday, timeOfDay })}
                />
              ) : null}
            </li>
          );
        })}
      </ul>
      {change.error ? <p role="alert">{change.error.message}</p> : null}
      <Button kind="main" disabled={change.isPending} onClick={save}>
        Save
      </Button>
    </Sheet>
  );
}
