"use client";
import Link from "next/link";
import { useState } from "react";
import type { Output } from "@/contract";
import { addDays, mondayOf } from "@/core";
import { callApi } from "@/device/api";
import { useLaterPages } from "@/device/later-pages";
import { openSession } from "@/device/query";
import { PlannedLink } from "@/parts/planned-link";
import { useDates } from "@/parts/region";
import { Button } from "@/ui/button";
import { Notice } from "@/ui/notice";
import { Sheet } from "@/ui/sheet";
import { type ClientListLine, isWaiting, needWords, type PlannedLine } from "@/views";
import { NewClient } from "./new-client";

const WEEKS = 9;

type ClientListPage = Pick<Output<"clients.list">, "clients" | "next">;

export function ClientList({ first, today }: { first: ClientListPage; today: string }) {
  const { longDate } = useDates();
  const [adding, setAdding] = useState(false);
  const { pages, hasMore, more, isBusy, error } = useLaterPages<ClientListPage>(["clients.list"], first.next, (after) =>
    callApi("clients.list", { after }),
  );
  const clients = [first, ...pages].flatMap((page) => page.clients);
  return (
    <main className="px-6 py-5">
      <header className="mb-4 flex items-baseline gap-4">
        <h1 className="text-xl font-bold">Clients</h1>
        <p className="text-quiet">{longDate(today)}</p>
        <Link href="/outbox" prefetch={false} className="ml-auto text-indigo underline underline-offset-2">
          Outbox
        </Link>
        <Button kind="main" onClick={() => setAdding(true)}>
          New client
        </Button>
      </header>
      {clients.length === 0 ? (
        <div className="border-y border-line py-12 text-center">
          <p className="text-lg font-semibold">No clients yet.</p>
          <p className="text-quiet">Add the first one, ask the health questions, and write a session.</p>
        </div>
      ) : (
        <>
          <ul className="grid grid-cols-[repeat(auto-fill,minmax(11.5rem,1fr))] gap-x-5 gap-y-8">
            {clients.map((client) => (
              <ClientBars key={client.id} client={client} today={today} />
            ))}
          </ul>
          {hasMore ? (
            <p className="mt-6">
              <Button disabled={isBusy} onClick={more}>
                Show more clients
              </Button>
              {error ? <span role="alert"> {error.message}</span> : null}
            </p>
          ) : null}
          <p className="mt-6 max-w-2xl text-quiet">
            Each bar is one session, longer is more sets; it ends short where some were left out. Outlined bars at the
            foot are still to come.
          </p>
        </>
      )}
      <Sheet open={adding} onOpenChange={setAdding} title="New client">
        <NewClient />
      </Sheet>
    </main>
  );
}

function ClientBars({ client, today }: { client: ClientListLine; today: string }) {
  const dates = useDates();
  const { weekdayName } = dates;
  const firstWeek = addDays(mondayOf(today), -7 * (WEEKS - 1));
  const weeks = Array.from({ length: WEEKS }, (_, week) => addDays(firstWeek, week * 7));
  // What was done and not looked at is no cause for alarm.
  const needs = client.needs.filter(({ rule }) => rule !== "unreviewed");
  const [gravest] = needs;
  const next = client.sessions.find((session) => session.date >= today && isWaiting(session));
  return (
    <li className="flex flex-col [contain-intrinsic-size:auto_480px] [content-visibility:auto]">
      <h2 className="font-bold">
        <Link href={`/clients/${client.id}`} className="hover:underline">
          {client.name}
        </Link>
      </h2>
      <p className="narrow text-quiet">{client.trainingAge}</p>
      <Link href={`/clients/${client.id}`} tabIndex={-1} aria-hidden className="my-2 block">
        <WeekBars weeks={weeks} sessions={client.sessions} today={today} />
      </Link>
      {gravest ? (
        <Notice kind={gravest.rule === "health" ? "block" : "warn"} className="mb-2 text-[13px]">
          <Link href="/today" className="inline-block hover:underline first-letter:uppercase">
            {needWords(gravest, client.name, today, dates).title}
            {needs.length > 1 ? `, and ${needs.length - 1} more` : ""}
          </Link>
        </Notice>
      ) : null}
      {next ? (
        <p className="narrow">
          <span className="text-quiet">{next.date === today ? "today" : weekdayName(next.date)} </span>
          <PlannedLink
            line={next}
            hrefOf={(id) => `/session/${id}`}
            open={openSession}
            className="font-semibold text-indigo underline underline-offset-2"
          >
            {next.title || "Untitled session"}
          </PlannedLink>
        </p>
      ) : (
        <p className="narrow text-quiet">nothing planned</p>
      )}
      <p className="narrow mt-1 text-quiet">{client.aims}</p>
    </li>
  );
}

/** Lines hang all the way down; each session is a bar across them. */
function WeekBars({
  weeks,
  sessions,
  today,
}: {
  weeks: readonly string[];
  sessions: readonly PlannedLine[];
  today: string;
}) {
  const width = 184;
  const row = 30;
  const height = weeks.length * row + 14;
  const lines = 9;
  const step = width / lines;
  return (
    <svg viewBox={`0 0 ${width} ${height}`} className="block w-full">
      <title>Sessions by week</title>
      {Array.from({ length: lines }, (_, i) => (
        <line
          key={i}
          x1={step * (i + 0.5)}
          x2={step * (i + 0.5) + (i % 2 ? 1.5 : -1.5)}
          y1={0}
          y2={height}
          stroke="var(--color-line)"
          strokeWidth={3}
        />
      ))}
      {weeks.map((monday, week) => {
        const inWeek = sessions.filter(
          ({ date, state }) => date >= monday && date < addDays(monday, 7) && state !== "moved" && state !== "leftOut",
        );
        const each = Math.min(8.4, (row - 3) / Math.max(inWeek.length, 1));
        return inWeek.map((session, index) => {
          const y = week * row + 2 + index * each;
          const planned = session.summary?.plannedSets ?? 1;
          const share =
            session.state === "done" && session.summary ? Math.min(1, session.summary.sets / Math.max(planned, 1)) : 1;
          const length = (width - 8) * share;
          if (session.state === "done")
            return (
              <SessionBar
                key={index}
                y={y}
                thick={each - 1.2}
                length={length}
                step={step}
                odd={(week * 3 + index) % 2 === 1}
              />
            );
          const missed = session.state === "missed";
          return (
            <rect
              key={index}
              x={4}
              y={y}
              width={width - 8}
              height={Math.max(0.6, each - 1.2)}
              fill={missed ? "none" : "var(--color-ground)"}
              stroke={
                missed ? "var(--color-rule)" : session.date === today ? "var(--color-madder)" : "var(--color-indigo)"
              }
              strokeDasharray={missed ? "2 3" : undefined}
            />
          );
        });
      })}
    </svg>
  );
}

function SessionBar({
  y,
  thick,
  length,
  step,
  odd,
}: {
  y: number;
  thick: number;
  length: number;
  step: number;
  odd: boolean;
}) {
  const parts = [];
  for (let i = 0; i * step < length; i++) {
    const under = i % 2 === (odd ? 1 : 0);
    const from = 4 + i * step;
    const to = Math.min(4 + length, from + step);
    parts.push(
      <rect
        key={i}
        x={from + (under ? 3 : 0)}
        y={y}
        width={Math.max(0, to - from - (under ? 5 : -1))}
        height={thick}
        fill="var(--color-woad)"
      />,
    );
  }
  return <g>{parts}</g>;
}
