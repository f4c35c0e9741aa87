"use client";
import Link from "next/link";
import { addDays } from "@/core";
import { openSession } from "@/device/query";
import { PlannedLink, stateWords } from "@/parts/planned-link";
import { useDates } from "@/parts/region";
import { isWaiting, type PlannedLine, type TodayView } from "@/views";

const DAYS = 7;

/** The coming week of everybody, a row a client; who has nothing in it is named below. */
export function ComingDays({ view }: { view: TodayView }) {
  const dates = useDates();
  const days = Array.from({ length: DAYS }, (_, index) => addDays(view.today, index + 1));
  const isShown = ({ state }: PlannedLine) => state !== "leftOut" && state !== "moved";
  const rows = view.clients
    .map(({ id, name, coming }) => ({ id, name, lines: coming.filter(isShown) }))
    .filter(({ lines }) => lines.length > 0);
  const without = view.clients.filter(({ id }) => !rows.some((row) => row.id === id));
  return (
    <section aria-labelledby="coming-days" className="min-w-0">
      <div className="overflow-x-auto">
        <table className="w-full min-w-[46rem] table-fixed border-collapse">
          <caption id="coming-days" className="pb-1 text-left text-lg font-bold">
            Coming days
          </caption>
          <thead>
            <tr className="border-b border-rule text-left text-quiet">
              <th scope="col" className="w-32 py-1 font-normal">
                <span className="sr-only">Client</span>
              </th>
              {days.map((date) => (
                <th key={date} scope="col" className="py-1 pr-2 font-normal">
                  {dates.dayOfWeek(date)}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map(({ id, name, lines }) => (
              <tr key={id} className="border-b border-line align-top">
                <th scope="row" className="py-2 pr-2 text-left font-semibold">
                  <Link href={`/clients/${id}`} prefetch={false} className="hover:underline">
                    {name}
                  </Link>
                </th>
                {days.map((date) => (
                  <td key={date} className="py-2 pr-2">
                    {lines
                      .filter((line) => line.date === date)
                      .map((line) => (
                        <ComingSession key={`${line.sessionId} ${line.place?.dayId}`} line={line} />
                      ))}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {without.length > 0 ? (
        <p className="mt-2 text-quiet">
          Nothing in these days:{" "}
          {without.map(({ id, name }, index) => (
            <span key={id}>
              {index > 0 ? ", " : ""}
              <Link href={`/clients/${id}`} prefetch={false} className="underline underline-offset-2">
                {name}
              </Link>
            </span>
          ))}
          .
        </p>
      ) : null}
    </section>
  );
}

/** Its title, with three strips above that are filled once the client has it. */
function ComingSession({ line }: { line: PlannedLine }) {
  const dates = useDates();
  const isSent = line.state === "sent" || line.state === "seen";
  return (
    <div className="min-w-0">
      <svg aria-hidden viewBox="0 0 60 14" className="mb-0.5 h-3.5 w-14" stroke="var(--color-indigo)">
        {[2, 7, 12].map((y) => (
          <line key={y} x1={1} x2={59} y1={y} y2={y} strokeWidth={isSent ? 3.4 : 1.4} />
        ))}
      </svg>
      <PlannedLink
        line={line}
        hrefOf={(sessionId) => `/session/${sessionId}`}
        open={openSession}
        className="leading-tight text-indigo underline underline-offset-2 [overflow-wrap:anywhere]"
      >
        {line.title || "Session"}
      </PlannedLink>
      <p className="narrow text-quiet">
        {[
          line.timeOfDay === null ? null : dates.timeWords(line.timeOfDay),
          isWaiting(line) ? stateWords(line, dates) : null,
        ]
          .filter(Boolean)
          .join(", ")}
      </p>
    </div>
  );
}
