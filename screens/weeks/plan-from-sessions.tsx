"use client";
import { useQueries, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { addDays, type PlanDay, type PlanTemplate, type SessionDocument, startingPhases, weekday } from "@/core";
import { newId } from "@/device/ids";
import { apiQuery } from "@/device/query";
import { useDates } from "@/parts/region";
import type { WeeksView } from "@/views";
import { PlanCard, type Starting } from "./plan-card";

const MOST_DAYS = 7;
const MOST_LISTED = 16;
/** Sessions of these days are listed. */
const DAYS_BEFORE = 45;
const DAYS_AFTER = 14;

/** Sessions that exist, each a day of the week: on its own weekday, or on the next that is free. */
export function templateOfSessions(
  sessions: readonly { readonly date: string; readonly document: SessionDocument }[],
): PlanTemplate {
  const taken = new Set<number>();
  const days = sessions.slice(0, MOST_DAYS).map(({ date, document }): PlanDay => {
    let on = weekday(date);
    while (taken.has(on)) on = (on + 1) % 7;
    taken.add(on);
    return {
      id: newId(),
      name: document.title || "A day",
      placed: { kind: "weekday", weekday: on },
      timeOfDay: null,
      lastWeek: null,
      base: { ...document, gymId: null },
    };
  });
  return { phases: startingPhases(newId), inTurn: null, days };
}

/** A plan from sessions that the client has: those that are ticked become its days; loads go on by the record. */
export function FromSessions({ view, starting }: { view: WeeksView; starting: Starting }) {
  const { fullDate } = useDates();
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const { today, client } = view;
  const { data, error } = useQuery(
    apiQuery("planned.list", {
      from: addDays(today, -DAYS_BEFORE),
      to: addDays(today, DAYS_AFTER),
      clientId: client.id,
      after: null,
    }),
  );
  const opened = useQueries({
    queries: chosen.map((sessionId) => apiQuery("sessions.show", { sessionId })),
  });
  const own = (data?.clients ?? [])
    .flatMap(({ sessions }) => sessions)
    .flatMap(({ sessionId, title, date, isEmpty }) =>
      sessionId === null || isEmpty ? [] : [{ id: sessionId, title, date }],
    )
    .reverse()
    .slice(0, MOST_LISTED);
  const read = opened.flatMap((one) => one.data ?? []);
  const failed = opened.find((one) => one.error)?.error ?? null;
  if (data && own.length === 0) return <p className="text-quiet">There is no session of this client yet.</p>;
  return (
    <>
      <fieldset className="flex flex-col">
        <legend className="font-semibold">Its days</legend>
        {own.map(({ id, title, date }) => (
          <label key={id} className="flex min-h-8 items-center gap-2">
            <input
              type="checkbox"
              className="size-5 accent-indigo"
              checked={chosen.includes(id)}
              disabled={!chosen.includes(id) && chosen.length >= MOST_DAYS}
              onChange={(event) =>
                setChosen(event.target.checked ? [...chosen, id] : chosen.filter((one) => one !== id))
              }
            />
            {title || "Untitled session"} <span className="text-quiet">{fullDate(date)}</span>
          </label>
        ))}
      </fieldset>
      {error || failed ? <p role="alert">{(error ?? failed)!.message}</p> : null}
      {!data && !error ? <p className="text-quiet">Looking…</p> : null}
      {read.length > 0 && read.length === chosen.length ? (
        <PlanCard
          key={chosen.join()}
          name={read.map(({ document }) => document.title || "A day").join(", ")}
          template={templateOfSessions(read)}
          view={view}
          starting={starting}
        />
      ) : null}
    </>
  );
}
