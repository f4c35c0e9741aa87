"use client";
import { useEffect, useState } from "react";
import type { FloorLine } from "@/contract";
import { ask } from "@/device/api";
import { listFloors } from "@/device/floors";
import { readPerson, writePerson } from "@/device/store";
import { longDate } from "@/ui/dates";

interface Listed {
  readonly today: string | null;
  readonly sessions: readonly FloorLine[];
  /** Opened here before, and so at hand without a network; of whoever uses the device. */
  readonly here: readonly FloorLine[];
  readonly problem: "offline" | "signedOut" | null;
}

async function read(): Promise<Listed> {
  const reply = await ask("floor.today", {});
  const viewer = reply.kind === "ok" ? await ask("viewer.show", {}) : null;
  if (viewer?.kind === "ok") await writePerson({ memberId: viewer.value.memberId, role: viewer.value.role });
  const person = await readPerson();
  const floors = person ? await listFloors(person.memberId) : [];
  const here = floors.map(({ sessionId, clientName, shown }) => ({
    sessionId,
    clientName,
    title: shown.document.title,
    date: shown.date,
    state: "started" as const,
  }));
  if (reply.kind !== "ok")
    return { today: null, sessions: [], here, problem: reply.kind === "signedOut" ? "signedOut" : "offline" };
  const { today, sessions } = reply.value;
  const listed = new Set(sessions.map((one) => one.sessionId));
  return { today, sessions, here: here.filter((one) => !listed.has(one.sessionId)), problem: null };
}

/** What can be trained now: today's sessions, and what this device holds. */
export function Sessions() {
  const [listed, setListed] = useState<Listed | null>(null);
  const [person, setPerson] = useState<"coach" | "client" | null>(null);
  useEffect(() => {
    void read().then(async (found) => {
      setPerson((await readPerson())?.role ?? null);
      setListed(found);
    });
  }, []);
  if (!listed) return <main className="flex-1 pt-6 text-lg">Looking for today’s sessions…</main>;
  const { today, sessions, here, problem } = listed;
  return (
    <main className="flex flex-1 flex-col gap-3 pt-4">
      <h1 className="text-2xl font-bold">{today ? `Today, ${longDate(today)}` : "Floor"}</h1>
      {problem === "signedOut" ? (
        <p className="text-lg">
          Nobody is signed in on this device.{" "}
          <a href="/sign-in" className="inline-flex min-h-[56px] items-center font-bold underline underline-offset-4">
            Sign in
          </a>
        </p>
      ) : problem ? (
        <p role="status" className="text-lg text-[var(--floor-warn)]">
          No network: these sessions are on this device.
        </p>
      ) : null}
      {sessions.length > 0 ? <List lines={sessions} today={today} /> : null}
      {today && sessions.length === 0 ? (
        <p className="text-lg text-[var(--floor-quiet)]">Nothing is to be trained today.</p>
      ) : null}
      {here.length > 0 ? (
        <>
          <h2 className="mt-3 text-lg font-bold">On this device</h2>
          <List lines={here} today={today} />
        </>
      ) : null}
      <a
        href={person === "client" ? "/me" : "/clients"}
        className="mt-2 flex min-h-[56px] items-center text-lg underline underline-offset-4"
      >
        {person === "client" ? "To my sessions" : "To the desk"}
      </a>
    </main>
  );
}

function List({ lines, today }: { lines: readonly FloorLine[]; today: string | null }) {
  return (
    <ul className="flex flex-col gap-2">
      {lines.map(({ sessionId, clientName, title, date, state }) => (
        <li key={sessionId}>
          <a
            href={`/floor?s=${sessionId}`}
            className="flex min-h-[64px] flex-col justify-center rounded-lg border border-[var(--floor-line)] px-4 py-2"
          >
            <span className="text-lg font-bold">{clientName}</span>
            <span className="text-[var(--floor-quiet)]">
              {title || "Session without a name"}
              {date === today ? "" : ` · ${longDate(date)}`}
              {today && state === "started" ? " · begun" : ""}
            </span>
          </a>
        </li>
      ))}
    </ul>
  );
}
