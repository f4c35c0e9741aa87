"use client";
import { openSession } from "@/device/query";
import { useSessionHref } from "@/parts/duty";
import { isEndedEarly, PlannedLink, stateWords } from "@/parts/planned-link";
import { useDates } from "@/parts/region";
import type { TodaySession, TodayView } from "@/views";

/** The hours that are drawn at least. */
const FROM = 7 * 60;
const TO = 20 * 60;
const HOUR = 60;

/** Today's sessions along the hours: begun, planned for an hour, or at the client's usual one. */
export function DayHours({ view, nowMinute }: { view: TodayView; nowMinute: number }) {
  const { timeWords } = useDates();
  const hrefOf = useSessionHref();
  const rows = view.clients.flatMap(({ id, name, today }) => today.map((session) => ({ id, name, session })));
  rows.sort((a, b) => (a.session.startMinute ?? 9_999) - (b.session.startMinute ?? 9_999));
  const starts = rows.flatMap(({ session }) => session.startMinute ?? []);
  const from = Math.floor(Math.min(FROM, ...starts) / HOUR) * HOUR;
  const ends = rows.flatMap(({ session }) =>
    session.startMinute === null ? [] : session.startMinute + session.minutes,
  );
  const to = Math.min(24 * HOUR, Math.ceil(Math.max(TO, ...ends) / HOUR) * HOUR + HOUR);
  const at = (minute: number) => `${((minute - from) / (to - from)) * 100}%`;
  const hours = Array.from({ length: Math.floor((to - from) / (2 * HOUR)) + 1 }, (_, index) => from + index * 2 * HOUR);
  return (
    <section aria-labelledby="today-hours">
      <h2 id="today-hours" className="sr-only">
        Sessions today
      </h2>
      {rows.length === 0 ? (
        <p className="py-3 text-quiet">Nobody trains today. What is coming stands below.</p>
      ) : (
        <div className="md:grid md:grid-cols-[11rem_minmax(0,1fr)]">
          <div aria-hidden className="relative col-start-2 hidden h-6 text-quiet md:block">
            {hours.map((hour) => (
              <span key={hour} className="absolute -translate-x-1/2 whitespace-nowrap" style={{ left: at(hour) }}>
                {timeWords(hour)}
              </span>
            ))}
          </div>
          <ul className="contents">
            {rows.map(({ id, name, session }) => (
              <li key={`${id} ${session.sessionId} ${session.title}`} className="contents">
                <div className="border-t border-line py-2 pr-3">
                  <p className="font-semibold">{name}</p>
                  <PlannedLink
                    line={session}
                    hrefOf={(sessionId) => pageOf(session, sessionId, hrefOf)}
                    open={openSession}
                    className="text-indigo underline underline-offset-2"
                  >
                    {session.title || "Session"}
                  </PlannedLink>
                  <p className="text-quiet md:hidden">{words(session, nowMinute, timeWords)}</p>
                </div>
                <div className="relative hidden border-t border-line md:block">
                  {hours.map((hour) => (
                    <span key={hour} className="absolute inset-y-0 w-px bg-line" style={{ left: at(hour) }} />
                  ))}
                  {from <= nowMinute && nowMinute <= to ? (
                    <span className="absolute inset-y-0 w-[3px] bg-madder" style={{ left: at(nowMinute) }} />
                  ) : null}
                  <SessionOnDay session={session} nowMinute={nowMinute} at={at} />
                </div>
              </li>
            ))}
          </ul>
        </div>
      )}
      {view.clashes.length > 0 ? (
        <ul aria-label="Stations wanted twice" className="mt-3 border-l-4 border-weld pl-3">
          {view.clashes.map(({ station, count, clientNames, fromMinute, toMinute }) => (
            <li key={`${station} ${fromMinute} ${clientNames.join()}`}>
              <strong>
                {timeWords(fromMinute)} to {timeWords(toMinute)}
              </strong>
              : {clientNames.join(" and ")} want the {station}, of which there {count === 1 ? "is one" : `are ${count}`}
              .
            </li>
          ))}
        </ul>
      ) : null}
    </section>
  );
}

/** Four strips at its hour: thick where it is done, half of them shorter where it goes on, thin where it is to come. */
function SessionOnDay({
  session,
  nowMinute,
  at,
}: {
  session: TodaySession;
  nowMinute: number;
  at: (minute: number) => string;
}) {
  const { timeWords } = useDates();
  const { startMinute, minutes, state, isUsual } = session;
  if (startMinute === null)
    return <p className="relative px-2 py-3 text-quiet">{words(session, nowMinute, timeWords)}</p>;
  const isLate = startMinute > 15 * HOUR;
  const label = (
    <span className={`whitespace-nowrap px-2 ${state === "begun" ? "font-bold text-madder" : "text-quiet"}`}>
      {words(session, nowMinute, timeWords)}
    </span>
  );
  return (
    <div
      className={`absolute inset-y-0 flex items-center ${isLate ? "flex-row-reverse" : ""}`}
      style={isLate ? { right: `calc(100% - ${at(startMinute + minutes)})` } : { left: at(startMinute) }}
    >
      <svg
        aria-hidden
        viewBox="0 0 40 24"
        preserveAspectRatio="none"
        className="h-6 w-11 shrink-0"
        stroke={
          state === "begun" ? "var(--color-madder)" : state === "done" ? "var(--color-woad)" : "var(--color-indigo)"
        }
      >
        {[3, 9, 15, 21].map((y, strip) => (
          <line
            key={y}
            x1={1}
            x2={state === "begun" && strip > 1 ? 20 : 39}
            y1={y}
            y2={y}
            strokeWidth={state === "done" || state === "begun" ? 4 : 1.6}
            strokeDasharray={isUsual && state !== "done" ? "4 2" : undefined}
          />
        ))}
      </svg>
      {label}
    </div>
  );
}

const pageOf = ({ state }: TodaySession, sessionId: string, hrefOf: (sessionId: string) => string): string =>
  state === "done" ? `/review/${sessionId}` : state === "begun" ? `/floor?s=${sessionId}` : hrefOf(sessionId);

/** Minutes after which a session that has not begun is late. */
const LATE = 30;

function words(session: TodaySession, nowMinute: number, timeWords: (minutes: number) => string): string {
  const { state, startMinute, isUsual, minutes, summary } = session;
  const when = startMinute === null ? null : `${isUsual ? "usually " : ""}${timeWords(startMinute)}`;
  if (state === "done") {
    const effort = summary?.sessionRpe ?? null;
    const how = isEndedEarly(summary) ? `ended after ${summary.sets} of ${summary.plannedSets} sets` : "done";
    return [`${how}, ${minutes} min`, effort === null ? null : `effort ${effort}`].filter(Boolean).join(", ");
  }
  if (state === "begun")
    return summary && summary.sets > 0
      ? `training now, ${summary.sets} of ${summary.plannedSets} sets done`
      : "training now";
  const how = stateWords({ ...session, otherDate: null }, NO_DATES);
  const isLate = startMinute !== null && nowMinute > startMinute + LATE;
  return [when, how, isLate ? "not begun yet" : null].filter(Boolean).join(", ");
}

/** Words of a session that stands on its own day name no other. */
const NO_DATES = { shortDate: (date: string) => date } as Parameters<typeof stateWords>[1];
