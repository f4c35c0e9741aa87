"use client";
import type { Output } from "@/contract";
import { openSession } from "@/device/query";
import { PlannedLink, stateWords } from "@/parts/planned-link";
import { useDates } from "@/parts/region";
import { PageHeader } from "@/ui/page-header";
import { PageLink } from "@/ui/page-link";

/** The sessions that wait to be trained, the next first, where none of them was opened yet. */
export function PlannedSessions({ sessions, today }: Output<"planned.next">) {
  const dates = useDates();
  return (
    <main>
      <PageHeader title="Coming sessions" />
      <div className="max-w-2xl p-4">
        {sessions.length === 0 ? (
          <div className="border-y border-line py-12 text-center">
            <p className="text-lg font-semibold">No session is planned for the next two weeks.</p>
            <p className="text-quiet">
              <PageLink href="/clients" className="text-indigo underline underline-offset-2">
                Choose a client
              </PageLink>{" "}
              to write one, or start a plan in{" "}
              <PageLink href="/weeks" className="text-indigo underline underline-offset-2">
                Weeks
              </PageLink>
              .
            </p>
          </div>
        ) : (
          <ul className="border-t border-line">
            {sessions.map((line) => (
              <li
                key={`${line.clientId} ${line.date} ${line.place?.dayId ?? line.sessionId}`}
                className="flex flex-wrap items-baseline gap-x-3 border-b border-line py-2"
              >
                <span className="w-full shrink-0 text-quiet sm:w-44">
                  {line.date === today ? "today" : dates.longDate(line.date)}
                </span>
                <span className="min-w-0 flex-1">
                  <PlannedLink
                    line={line}
                    hrefOf={(id) => `/session/${id}`}
                    open={openSession}
                    className="font-semibold text-indigo underline underline-offset-2"
                  >
                    {line.clientName}, {line.title || "session without a name"}
                  </PlannedLink>
                </span>
                <span className="text-quiet">{stateWords(line, dates)}</span>
              </li>
            ))}
          </ul>
        )}
      </div>
    </main>
  );
}
