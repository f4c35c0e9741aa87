"use client";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { addDays, formatWeight, massWords, readinessSentence, toKg, type Weight, type WeightUnit } from "@/core";
import { callApi } from "@/device/api";
import { useMessages } from "@/device/messages";
import { sendPlanned } from "@/device/planned";
import { openSession, useApiMutation } from "@/device/query";
import { Messages } from "@/parts/messages";
import { PlannedLink, stateWords } from "@/parts/planned-link";
import { useDates } from "@/parts/region";
import { Button } from "@/ui/button";
import { chosen, optionsOf } from "@/ui/choice";
import { Notice } from "@/ui/notice";
import { type ClientView, isWaiting, type PlannedLine } from "@/views";
import { Account } from "./account";
import { ChangeDescription } from "./description";
import { Limits } from "./limits";
import { Readiness } from "./readiness";
import { Record } from "./record";

/** Days for which a session that was missed or left out stays listed. */
const MISSED_DAYS = 14;

export function ClientScreen({ view }: { view: ClientView }) {
  const router = useRouter();
  const [isChanging, setChanging] = useState(false);
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
  return (
    <main className="px-6 py-5">
      <header className="mb-5 flex flex-wrap items-baseline gap-x-4 gap-y-2">
        <h1 className="text-xl font-bold">{view.name}</h1>
        <p className="text-quiet">
          {[
            view.trainingAge,
            view.birthYear && `born ${view.birthYear}`,
            view.bodyMass[0] && bodyMassWords(view.bodyMass[0].weight, view.unit),
            `${view.minutes} min`,
          ]
            .filter(Boolean)
            .join(" · ")}
        </p>
        <Button className="ml-auto" onClick={() => setChanging(true)}>
          Change
        </Button>
        <Button kind="main" disabled={write.isPending || write.isSuccess || !ready} onClick={() => write.mutate()}>
          Write a session
        </Button>
      </header>
      {isChanging ? <ChangeDescription view={view} onClose={() => setChanging(false)} /> : null}
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
      <div className="grid gap-8 lg:grid-cols-[20rem_1fr]">
        <div className="flex flex-col gap-6">
          <section>
            <h2 className="mb-1 font-bold">Aims</h2>
            <p>{view.aims || "None written."}</p>
          </section>
          <Limits view={view} />
          {view.notes ? (
            <section>
              <h2 className="mb-1 font-bold">Notes</h2>
              <p>{view.notes}</p>
            </section>
          ) : null}
          <Habits view={view} />
          <Readiness view={view} />
          <section>
            <h2 className="mb-2 font-bold">To do</h2>
            {upcoming.length === 0 ? (
              <p className="text-quiet">No session is waiting.</p>
            ) : (
              <SessionList sessions={upcoming} today={view.today} />
            )}
          </section>
          <section>
            <h2 className="mb-2 font-bold">Done</h2>
            {done.length === 0 ? (
              <p className="text-quiet">
                Nothing yet. First loads come from a strength that you add, or are found on the floor.
              </p>
            ) : (
              <SessionList sessions={done.slice(0, 10)} today={view.today} />
            )}
          </section>
          <section>
            <h2 className="mb-2 font-bold">Messages</h2>
            <Messages
              {...words}
              label={`To ${view.name.split(" ")[0]}`}
              about={({ sessionId }) =>
                sessionId === null ? null : (
                  <>
                    {" · "}
                    <Link href={`/review/${sessionId}`} className="underline underline-offset-2">
                      {view.sessions.find((one) => one.sessionId === sessionId)?.title || "about a session"}
                    </Link>
                  </>
                )
              }
            />
          </section>
          <Account view={view} />
        </div>
        <Record view={view} coach />
      </div>
    </main>
  );
}

/** As it was weighed, or in the unit that figures are said in. */
const bodyMassWords = (mass: Weight, unit: WeightUnit): string =>
  mass.unit === unit ? formatWeight(mass) : massWords(toKg(mass), unit);

const ROUNDINGS: Readonly<Record<ClientView["rounding"], string>> = {
  nearest: "to the nearest",
  neverHarder: "never harder",
};
const UNITS: Readonly<Record<WeightUnit, string>> = { kg: "kilograms", lb: "pounds" };

/** Where this client usually trains, to which side loads are rounded, and what masses are said in. */
function Habits({ view }: { view: ClientView }) {
  const router = useRouter();
  const { gymId, rounding, unit } = view;
  const seen = { gymId, rounding, unit };
  const change = useApiMutation(
    (part: Partial<typeof seen>) =>
      callApi("clients.change", { clientId: view.id, seen, wanted: { ...seen, ...part } }),
    () => router.refresh(),
  );
  const box = "rounded-[3px] border border-rule bg-surface px-1.5 py-1";
  return (
    <section className="flex flex-col gap-1.5">
      <label className="flex items-baseline justify-between gap-2">
        <span className="font-bold">Trains at</span>
        <select
          className={box}
          value={view.gymId ?? ""}
          onChange={(event) => change.mutate({ gymId: event.target.value })}
        >
          {view.gyms
            .filter((gym) => gym.clientId === null || gym.clientId === view.id)
            .map((gym) => (
              <option key={gym.id} value={gym.id}>
                {gym.name}
              </option>
            ))}
        </select>
      </label>
      <label className="flex items-baseline justify-between gap-2">
        <span className="font-bold">Loads round</span>
        <select
          className={box}
          value={view.rounding}
          onChange={chosen(ROUNDINGS, (one) => change.mutate({ rounding: one }))}
        >
          {optionsOf(ROUNDINGS)}
        </select>
      </label>
      <label className="flex items-baseline justify-between gap-2">
        <span className="font-bold">Figures in</span>
        <select className={box} value={view.unit} onChange={chosen(UNITS, (one) => change.mutate({ unit: one }))}>
          {optionsOf(UNITS)}
        </select>
      </label>
      {change.error ? <p role="alert">{change.error.message}</p> : null}
    </section>
  );
}

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
      className="narrow min-h-6 underline underline-offset-2"
    >
      send<span className="sr-only"> {line.title || "the session"}</span>
    </button>
  );
}

/** That it was not sent is said by what sends it. */
const mayBeSent = ({ state }: PlannedLine): boolean => state === "planned" || state === "opened";

function SessionList({ sessions, today }: { sessions: readonly PlannedLine[]; today: string }) {
  const dates = useDates();
  return (
    <ul className="border-t border-line">
      {sessions.map((session) => (
        <li
          key={`${session.date} ${session.place?.dayId ?? ""} ${session.sessionId ?? ""}`}
          className="flex items-baseline gap-3 border-b border-line py-1.5"
        >
          <span className="narrow w-16 shrink-0 text-quiet">
            {session.date === today ? "today" : dates.shortDate(session.date)}
          </span>
          <span className="min-w-0 flex-1 truncate">
            <PlannedLink
              line={session}
              hrefOf={(id) => (session.state === "done" ? `/review/${id}` : `/session/${id}`)}
              open={openSession}
              className="block max-w-full truncate font-semibold text-indigo underline underline-offset-2"
            >
              {session.title || "Untitled session"}
            </PlannedLink>
          </span>
          {session.summary ? (
            <span className="narrow text-quiet">
              {session.summary.sets}/{session.summary.plannedSets} sets
            </span>
          ) : mayBeSent(session) && session.otherDate === null ? null : (
            <span className="narrow text-quiet">{stateWords(session, dates)}</span>
          )}
          {mayBeSent(session) ? <SendSession line={session} /> : null}
          {isWaiting(session) ? (
            <PlannedLink
              line={session}
              hrefOf={(id) => `/floor?s=${id}`}
              open={openSession}
              className="narrow underline underline-offset-2"
            >
              floor
            </PlannedLink>
          ) : null}
        </li>
      ))}
    </ul>
  );
}
