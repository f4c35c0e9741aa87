"use client";
import { useState } from "react";
import { catalogueIn } from "@/contract";
import { addLifts, allBlocks, comingDays, endDay, exerciseOrThrow, type PlanEdit, planWeeks, removeDay } from "@/core";
import { newId } from "@/device/ids";
import { useDates } from "@/parts/region";
import { TimeField } from "@/parts/time-field";
import { Button } from "@/ui/button";
import { SelectField, TextField } from "@/ui/field";
import { projectContextOf, type WeeksView } from "@/views";
import type { Weeks } from "./use-weeks";

/** The change that puts a day on a weekday. */
export const onWeekday = (dayId: string, weekday: number): PlanEdit => ({
  kind: "set",
  list: "days",
  id: dayId,
  field: "placed",
  value: { kind: "weekday", weekday },
});

/** A day of the plan: what it is called, when it is, and its lifts. */
export function DayPanel({ weeks, view, dayId }: { weeks: Weeks; view: WeeksView; dayId: string }) {
  const { weekdays } = useDates();
  const { plan, change, select } = weeks;
  const [typed, setTyped] = useState("");
  const [error, setError] = useState<string | null>(null);
  const [refused, setRefused] = useState<string | null>(null);
  const day = plan.days.find(({ id }) => id === dayId);
  if (!day) return <p className="text-quiet">This day is not in the plan any more.</p>;
  const catalogue = catalogueIn(view.exercises);
  const set = (edits: readonly PlanEdit[]) => setRefused(change(edits));
  const add = () => {
    const added = addLifts(plan, dayId, typed, catalogue, newId);
    if (!added.ok) return setError(added.message);
    setError(change(added.edits));
    setTyped("");
  };
  const isContent = plan.inTurn === null || plan.days.indexOf(day) < plan.inTurn;
  const wasDone = view.sessions.some((one) => one.dayId === dayId && one.state !== "draft");
  const coming = comingDays(plan, projectContextOf(view)).find((one) => one.dayId === dayId)?.week ?? null;
  return (
    <div className="flex flex-col gap-3">
      <header>
        <p className="text-quiet">{day.lastWeek === null ? "Each week" : `To the end of week ${day.lastWeek + 1}`}</p>
        <h2 className="text-lg font-bold">{day.name || "A day"}</h2>
      </header>
      <TextField
        key={day.name}
        label="Name"
        defaultValue={day.name}
        onBlur={({ target: { value } }) =>
          value.trim() !== day.name &&
          set([{ kind: "set", list: "days", id: dayId, field: "name", value: value.trim().slice(0, 80) }])
        }
      />
      <SelectField
        label="On"
        value={day.placed.kind === "weekday" ? day.placed.weekday : ""}
        hint={
          plan.inTurn === null
            ? undefined
            : isContent
              ? "Its session takes its turn."
              : "What stands here is whose turn it is."
        }
        onChange={({ target: { value } }) =>
          set([
            value === ""
              ? { kind: "set", list: "days", id: dayId, field: "placed", value: { kind: "inTurn" } }
              : onWeekday(dayId, Number(value)),
          ])
        }
      >
        {plan.inTurn !== null && isContent ? <option value="">no weekday of its own</option> : null}
        {weekdays.map(({ name, weekday }) => (
          <option key={name} value={weekday}>
            {name}
          </option>
        ))}
      </SelectField>
      <TimeField
        label="At"
        hint="Empty: any time"
        value={day.timeOfDay}
        onChange={(value) => set([{ kind: "set", list: "days", id: dayId, field: "timeOfDay", value }])}
      />
      {refused ? <p role="alert">{refused}</p> : null}
      <section aria-label="Lifts" hidden={!isContent} className="border-t border-line pt-3">
        <h3 className="font-semibold">Lifts</h3>
        <ul>
          {allBlocks(day.base).flatMap(({ slots }) =>
            slots.map((slot) => (
              <li key={slot.id}>
                <button
                  type="button"
                  className="min-h-6 underline underline-offset-2"
                  onClick={() => select({ kind: "cell", dayId, slotId: slot.id, week: weeks.nextWeek })}
                >
                  {exerciseOrThrow(catalogue, slot.exerciseId).name}
                </button>
              </li>
            )),
          )}
        </ul>
        <form
          className="mt-2 flex flex-col gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            add();
          }}
        >
          <TextField
            label="Add a lift"
            hint="As at the desk: Lateral raise 3x12 rir1"
            error={error}
            value={typed}
            onChange={(event) => {
              setTyped(event.target.value);
              setError(null);
            }}
          />
          <div>
            <Button type="submit">Add</Button>
          </div>
        </form>
      </section>
      <div className="border-t border-line pt-3">
        {day.lastWeek !== null ? (
          <Button onClick={() => set([{ kind: "set", list: "days", id: dayId, field: "lastWeek", value: null }])}>
            Go on with the day
          </Button>
        ) : wasDone && plan.inTurn === null ? (
          <>
            <Button
              disabled={coming === null || plan.days.length === 1}
              onClick={() => set(endDay(plan, dayId, coming ?? planWeeks(plan)))}
            >
              End the day
            </Button>
            <p className="text-quiet">
              {coming === null
                ? "It has no week to come."
                : `From week ${coming + 1} on it is not asked any more; the weeks before stay.`}
            </p>
          </>
        ) : (
          <>
            <Button
              disabled={plan.days.length === 1 || wasDone}
              onClick={() => {
                set(removeDay(plan, dayId));
                select(null);
              }}
            >
              Remove the day
            </Button>
            {wasDone ? <p className="text-quiet">Sessions of it were done: it stays in the plan.</p> : null}
          </>
        )}
      </div>
    </div>
  );
}
