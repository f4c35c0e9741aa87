"use client";
import { useState } from "react";
import { type Absence, addDays, appended, type PhaseShift, phaseWords, shiftWeek, USUAL_SHIFT } from "@/core";
import { newId } from "@/device/ids";
import { useDates } from "@/parts/region";
import { WeekSessions } from "@/parts/week-sessions";
import { Button } from "@/ui/button";
import { TextField } from "@/ui/field";
import type { WeeksView } from "@/views";
import type { Weeks } from "./use-weeks";
import { WeekDays } from "./week-days";

/** A whole week: what it holds, and all its sessions shifted at once. */
export function WeekPanel({ weeks, view, week }: { weeks: Weeks; view: WeeksView; week: number }) {
  const { fullDate } = useDates();
  const { model, plan, change } = weeks;
  const [shift, setShift] = useState<Readonly<Record<keyof PhaseShift, string>>>({
    setsPercent: "0",
    loadPercent: "0",
    rir: "0",
  });
  const [error, setError] = useState<string | null>(null);
  const column = model.columns[week];
  if (!column) return <p className="text-quiet">This week is not in the plan any more.</p>;
  const sunday = addDays(column.monday, 6);
  const hasGone = sunday < view.today;
  const put = (wanted: PhaseShift) => {
    const edits = shiftWeek(plan, week, wanted, newId);
    setError(edits.length === 0 ? "That changes nothing in this week." : change(edits));
  };
  const figure = (key: keyof PhaseShift, label: string) => (
    <TextField
      label={label}
      type="number"
      step="any"
      value={shift[key]}
      onChange={(event) => setShift({ ...shift, [key]: event.target.value })}
    />
  );
  const away = (): void => {
    const item: Absence = { id: newId(), from: column.monday, until: sunday, gymId: null };
    setError(change(appended(plan, "absences", [item])));
  };
  return (
    <div className="flex flex-col gap-3">
      <header>
        <p className="text-quiet">
          {fullDate(column.monday)} · {phaseWords(column.phase)}
        </p>
        <h2 className="text-lg font-bold">Week {week + 1}</h2>
      </header>
      <WeekDays view={view} week={week} isChanged={weeks.isChanged} />
      <WeekSessions model={model} view={view} week={week} />
      {hasGone ? (
        <p className="text-quiet">It has gone by and stays as it was.</p>
      ) : (
        <form
          className="flex flex-col gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            const [setsPercent, loadPercent, rir] = [
              Number(shift.setsPercent),
              Number(shift.loadPercent),
              Number(shift.rir),
            ];
            if (Math.abs(setsPercent) > 100 || Math.abs(loadPercent) > 50 || Math.abs(rir) > 5)
              return setError("At most 100 % of sets, 50 % of loads and 5 in reserve.");
            put({ setsPercent, loadPercent, rir });
          }}
        >
          <fieldset className="flex flex-col gap-2">
            <legend className="font-semibold">All its sessions, this week alone</legend>
            {figure("setsPercent", "Sets, %")}
            {figure("loadPercent", "Adjust loads, %")}
            {figure("rir", "Reps in reserve")}
          </fieldset>
          {error ? (
            <p role="alert" className="font-semibold">
              {error}
            </p>
          ) : null}
          <div className="flex flex-wrap gap-2">
            <Button type="submit">Change</Button>
            <Button onClick={() => put(USUAL_SHIFT.deload)}>A light week</Button>
            <Button onClick={away}>Away all week</Button>
          </div>
        </form>
      )}
    </div>
  );
}
