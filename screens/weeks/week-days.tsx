"use client";
import { useRouter } from "next/navigation";
import { useMemo, useState } from "react";
import { callApi } from "@/device/api";
import { sendPlanned } from "@/device/planned";
import { openSession, useApiMutation } from "@/device/query";
import { DateField } from "@/parts/date-field";
import { PlannedLink, stateWords } from "@/parts/planned-link";
import { useDates } from "@/parts/region";
import { Button } from "@/ui/button";
import { isUnsent, isWaiting, type PlannedLine, type WeeksView, weekLines } from "@/views";

/** A week's sessions that are not done, each to open, to send and to put on another day. */
export function WeekDays({ view, week, isChanged }: { view: WeeksView; week: number; isChanged: boolean }) {
  const lines = useMemo(
    () => [...weekLines(view).values()].filter(({ place, state }) => place?.week === week && state !== "done"),
    [view, week],
  );
  if (lines.length === 0) return null;
  return (
    <section aria-label="Sessions of the week">
      <ul>
        {lines.map((line) => (
          <li key={line.place!.dayId} className="border-b border-line py-1">
            <WeekDay line={line} isChanged={isChanged} />
          </li>
        ))}
      </ul>
      {isChanged && lines.some(isWaiting) ? (
        <p className="text-quiet">Keep your changes of the plan first: then sessions are sent and moved from here.</p>
      ) : null}
    </section>
  );
}

/** One session of a plan: opened, sent and moved. */
export function WeekDay({ line, isChanged }: { line: PlannedLine; isChanged: boolean }) {
  const router = useRouter();
  const dates = useDates();
  const [isMoving, setMoving] = useState(false);
  const done = () => {
    setMoving(false);
    router.refresh();
  };
  const send = useApiMutation(sendPlanned, done);
  const move = useApiMutation((wanted: string) => {
    const { sessionId, place, date } = line;
    return callApi("planned.move", { sessionId, place, seen: date, wanted });
  }, done);
  const error = send.error ?? move.error;
  const mayChange = isWaiting(line) && line.state !== "begun" && !isChanged;
  const name = line.title || "the session";
  return (
    <div>
      <div className="flex flex-wrap items-baseline gap-x-2">
        <PlannedLink
          line={line}
          hrefOf={(id) => (line.state === "done" ? `/review/${id}` : `/session/${id}`)}
          open={openSession}
          className="font-semibold text-indigo underline underline-offset-2"
        >
          {line.title || "Session"}
        </PlannedLink>
        <span className="text-quiet">
          {dates.longDate(line.date)}
          {line.timeOfDay === null ? "" : `, ${dates.timeWords(line.timeOfDay)}`}
          {", "}
          {stateWords(line, dates)}
        </span>
      </div>
      {mayChange ? (
        <div className="mt-1 flex flex-wrap gap-1.5">
          <Button disabled={send.isPending} onClick={() => send.mutate(line)}>
            {isUnsent(line) ? "Send" : "Send again"}
            <span className="sr-only"> {name}</span>
          </Button>
          <Button aria-expanded={isMoving} onClick={() => setMoving(!isMoving)}>
            Another day<span className="sr-only"> for {name}</span>
          </Button>
        </div>
      ) : null}
      {isMoving && mayChange ? (
        <DateField
          label="To"
          value={line.date}
          onChange={(wanted) => wanted !== "" && wanted !== line.date && move.mutate(wanted)}
        />
      ) : null}
      {error ? <p role="alert">{error.message}</p> : null}
    </div>
  );
}
