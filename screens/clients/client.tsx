"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import {
  addDays,
  formatWeight,
  lastOf,
  massWords,
  readinessSentence,
  toKg,
  type Weight,
  type WeightUnit,
} from "@/core";
import { callApi } from "@/device/api";
import { useMessages } from "@/device/messages";
import { sendPlanned } from "@/device/planned";
import { openSession, useApiMutation } from "@/device/query";
import { useMayPlan, useSessionHref } from "@/parts/duty";
import { Messages } from "@/parts/messages";
import { PlannedLink, stateWords } from "@/parts/planned-link";
import { useDates } from "@/parts/region";
import { useActions } from "@/ui/actions";
import { Button, buttonClass } from "@/ui/button";
import { Notice } from "@/ui/notice";
import { PageHeader } from "@/ui/page-header";
import { PageLink } from "@/ui/page-link";
import { useLatest } from "@/ui/use-latest";
import { type ClientView, isUnsent, isWaiting, type PlannedLine } from "@/views";
import { Account } from "./account";
import { SHEETS } from "./client-sheet";
import { FirstSteps } from "./first-steps";
import { Goals } from "./goals";
import { Habits } from "./habits";
import { Likes } from "./likes";
import { Limits } from "./limits";
import type { ClientSheet } from "./open-sheet";
import { Readiness } from "./readiness";
import { Record } from "./record";

/** Days for which a session that was missed or left out stays listed. */
const MISSED_DAYS = 14;

export function ClientScreen({ view }: { view: ClientView }) {
  const router = useRouter();
  const dates = useDates();
  const mayPlan = useMayPlan();
  const [open, setOpen] = useState<ClientSheet | null>(null);
  const Opened = open && SHEETS[open];
  const ready = view.readiness.kind === "ready";
  const words = useMessages({ clientId: view.id, sessionId: null, known: view.messages });
  const write = useApiMutation(
    () => callApi("sessions.create", { clientId: view.id, title: "" }),
    ({ sessionId }) => router.push(`/session/${sessionId}`),
  );

  const lately = addDays(view.today, -MISSED_DAYS);
  const upcoming = view.sessions.filter(
    (session) =>
      isWaiting(session) || (session.date >= lately && (session.state === "missed" || session.state === "leftOut")),
  );
  const done = view.sessions.filter((session) => session.state === "done").reverse();
  useActions(
    useLatest(() => [
      ...(mayPlan && ready ? [{ name: `Write a session for ${view.name}`, run: () => write.mutate() }] : []),
      ...(mayPlan ? [{ name: `Weeks of ${view.name}`, run: () => router.push(`/weeks?for=${view.id}`) }] : []),
    ]),
  );
  return (
    <main>
      <PageHeader
        title={view.name}
        about={[
          view.trainingAge,
          ...view.groups,
          view.birthYear && `born ${view.birthYear}`,
          view.bodyMass[0] && bodyMassWords(view.bodyMass[0].weight, view.unit),
          `${view.minutes} min`,
          view.timeZone && `days by the clock of ${lastOf(view.timeZone.split("/")).replaceAll("_", " ")}`,
        ]
          .filter(Boolean)
          .join(" · ")}
        actions={
          mayPlan ? (
            <>
              <PageLink href={`/weeks?for=${view.id}`} className={buttonClass("plain")}>
                Weeks
              </PageLink>
              <Button onClick={() => setOpen("description")}>Change</Button>
              <Button
                kind="main"
                disabled={write.isPending || write.isSuccess || !ready}
                onClick={() => write.mutate()}
              >
                Write a session
              </Button>
            </>
          ) : null
        }
      />
      <div className="px-4 py-4">
        {Opened ? <Opened view={view} onClose={() => setOpen(null)} /> : null}
        {view.archivedOn === null ? null : (
          <Notice kind="warn" className="mb-4">
            Archived since {dates.longDate(view.archivedOn)}: on no list but that of archived clients.
          </Notice>
        )}
        {done.length === 0 && mayPlan ? <FirstSteps view={view} onOpen={setOpen} /> : null}
        {ready ? null : (
          <Notice kind="block" className="mb-4">
            {readinessSentence(view.readiness, view.name)}
          </Notice>
        )}
        {write.error ? (
          <Notice kind="warn" className="mb-4">
            {write.error.message}
          </Notice>
        ) : null}
        <div className="grid grid-cols-[minmax(0,1fr)] gap-8 print:[zoom:0.62] print:grid-cols-[20rem_minmax(0,1fr)] lg:grid-cols-[20rem_minmax(0,1fr)]">
          <div className="flex flex-col gap-6">
            <section>
              <h2 className="mb-2 font-bold">To do</h2>
              {upcoming.length === 0 ? (
                <p className="text-quiet">No session is waiting.</p>
              ) : (
                <SessionList sessions={upcoming} today={view.today} first={5} />
              )}
            </section>
            <section className="no-print">
              <h2 className="mb-2 font-bold">Messages</h2>
              <Messages
                {...words}
                label={`To ${view.name.split(" ")[0]}`}
                about={({ sessionId }) =>
                  sessionId === null ? null : (
                    <>
                      {" · "}
                      <PageLink href={`/review/${sessionId}`} className="underline underline-offset-2">
                        {view.sessions.find((one) => one.sessionId === sessionId)?.title || "about a session"}
                      </PageLink>
                    </>
                  )
                }
              />
            </section>
            <section>
              <h2 className="mb-2 font-bold">Done</h2>
              {done.length === 0 ? (
                <p className="text-quiet">
                  Nothing yet. First loads come from a strength that you add, or are found on the floor.
                </p>
              ) : (
                <>
                  <SessionList sessions={done} today={view.today} first={5} />
                  {mayPlan ? (
                    <p className="no-print mt-2 flex flex-wrap gap-x-4">
                      <a
                        href={`/api/export/set-log?client=${view.id}`}
                        download
                        className="min-h-6 py-0.5 underline underline-offset-2"
                      >
                        Every set as a table (.csv)
                      </a>
                      <a
                        href={`/api/export/studio?client=${view.id}`}
                        download
                        className="min-h-6 py-0.5 underline underline-offset-2"
                      >
                        All that is kept (.json)
                      </a>
                    </p>
                  ) : null}
                </>
              )}
            </section>
            <section>
              <h2 className="mb-1 font-bold">Aims</h2>
              <p>{view.aims || "None written."}</p>
            </section>
            <Goals view={view} onOpen={mayPlan ? setOpen : null} />
            <Limits view={view} onOpen={mayPlan ? setOpen : null} />
            <Likes view={view} onOpen={mayPlan ? setOpen : null} />
            {view.notes ? (
              <section>
                <h2 className="mb-1 font-bold">Notes</h2>
                <p>{view.notes}</p>
              </section>
            ) : null}
            <Habits view={view} onOpen={mayPlan ? setOpen : null} />
            <Readiness view={view} onOpen={mayPlan ? setOpen : null} />
            {mayPlan ? <Account view={view} onOpen={setOpen} /> : null}
          </div>
          <Record view={view} coach={mayPlan} />
        </div>
      </div>
    </main>
  );
}

/** As it was weighed, or in the unit that figures are said in. */
const bodyMassWords = (mass: Weight, unit: WeightUnit): string =>
  mass.unit === unit ? formatWeight(mass) : massWords(toKg(mass), unit);

/** Sends a coming session from the list, opened before or not. */
function SendSession({ line }: { line: PlannedLine }) {
  const router = useRouter();
  const send = useApiMutation(sendPlanned, () => router.refresh());
  if (send.error) return <span role="alert">{send.error.message}</span>;
  return (
    <button
      type="button"
      disabled={send.isPending}
      onClick={() => send.mutate(line)}
      className="min-h-6 underline underline-offset-2"
    >
      send<span className="sr-only"> {line.title || "the session"}</span>
    </button>
  );
}

/** The first of the sessions, and all of them when asked. */
function SessionList({ sessions, today, first }: { sessions: readonly PlannedLine[]; today: string; first: number }) {
  const dates = useDates();
  const mayPlan = useMayPlan();
  const hrefOf = useSessionHref();
  const [isWhole, setWhole] = useState(false);
  return (
    <>
      <ul className="border-t border-line">
        {(isWhole ? sessions : sessions.slice(0, first)).map((session) => (
          <li
            key={`${session.date} ${session.place?.dayId ?? ""} ${session.sessionId ?? ""}`}
            className="flex items-baseline gap-3 border-b border-line py-1.5"
          >
            <span className="w-16 shrink-0 text-quiet">
              {session.date === today ? "today" : dates.shortDate(session.date)}
            </span>
            <span className="min-w-0 flex-1 truncate">
              <PlannedLink
                line={session}
                hrefOf={(id) => (session.state === "done" ? `/review/${id}` : hrefOf(id))}
                open={openSession}
                className="block max-w-full truncate font-semibold text-indigo underline underline-offset-2"
              >
                {session.title || "Untitled session"}
              </PlannedLink>
            </span>
            {session.summary && session.state === "done" ? (
              <span className="text-quiet">
                {session.summary.sets}/{session.summary.plannedSets} sets
              </span>
            ) : isUnsent(session) && session.otherDate === null ? null : (
              <span className="text-quiet">{stateWords(session, dates)}</span>
            )}
            {isUnsent(session) && mayPlan ? <SendSession line={session} /> : null}
            {isWaiting(session) ? (
              <PlannedLink
                line={session}
                hrefOf={(id) => `/floor?s=${id}`}
                open={openSession}
                className="underline underline-offset-2"
              >
                floor
              </PlannedLink>
            ) : null}
          </li>
        ))}
      </ul>
      {sessions.length > first && !isWhole ? (
        <Button kind="quiet" className="px-0!" onClick={() => setWhole(true)}>
          All {sessions.length}
        </Button>
      ) : null}
    </>
  );
}
