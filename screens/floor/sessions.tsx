"use client";
import { type ReactNode, useEffect, useState } from "react";
import type { Output } from "@/contract";
import { callApi, replySentence } from "@/device/api";
import { listFloors } from "@/device/floors";
import { openOn } from "@/device/planned";
import { readPerson, writePerson } from "@/device/store";
import { useDates } from "@/parts/region";
import { MOST_LANES } from "./lane-count";
import { Later, later } from "./later";
import { SmallButton } from "./small-button";

const SESSION_NOW = later(() => import("./session-now"));

type Line = Pick<
  Output<"floor.today">["sessions"][number],
  "sessionId" | "place" | "clientName" | "title" | "date" | "state"
>;

interface Listed {
  readonly today: string | null;
  readonly sessions: readonly Line[];
  /** Of other days, which may be trained today. */
  readonly others: readonly Line[];
  /** Opened here before, and so at hand without a network; of whoever uses the device. */
  readonly here: readonly Line[];
  readonly problem: "offline" | "signedOut" | null;
}

async function read(): Promise<Listed> {
  const reply = await callApi("floor.today", {});
  const viewer = reply.kind === "ok" ? await callApi("viewer.show", {}) : null;
  if (viewer?.kind === "ok") {
    const { memberId, role, region } = viewer.value;
    await writePerson({ memberId, role, region });
  }
  const person = await readPerson();
  const floors = person ? await listFloors(person.memberId) : [];
  const here = floors.map(({ sessionId, clientName, shown }) => ({
    sessionId,
    clientName,
    title: shown.document.title,
    date: shown.date,
    state: "begun" as const,
    place: null,
  }));
  if (reply.kind !== "ok")
    return {
      today: null,
      sessions: [],
      others: [],
      here,
      problem: reply.kind === "signedOut" ? "signedOut" : "offline",
    };
  const { today, sessions, others } = reply.value;
  const listed = new Set([...sessions, ...others].map((one) => one.sessionId));
  return { today, sessions, others, here: here.filter((one) => !listed.has(one.sessionId)), problem: null };
}

/** What can be trained now: today's sessions, and what this device holds. */
export function Sessions() {
  const { longDate } = useDates();
  const [listed, setListed] = useState<Listed | null>(null);
  const [person, setPerson] = useState<"coach" | "client" | null>(null);
  const [isChoosing, setChoosing] = useState(false);
  const [isNow, setNow] = useState(false);
  useEffect(() => {
    void read().then(async (found) => {
      setPerson((await readPerson())?.role ?? null);
      setListed(found);
    });
  }, []);
  if (!listed) return <main className="flex-1 pt-6 text-lg">Looking for today’s sessions…</main>;
  const { today, sessions, others, here, problem } = listed;
  const rehearsable = [...sessions, ...others].find(({ sessionId }) => sessionId !== null);
  return (
    <main className="flex flex-1 flex-col gap-3 pt-4">
      <h1 className="text-xl font-bold">{today ? `Today, ${longDate(today)}` : "Floor"}</h1>
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
      {sessions.length > 0 && !isChoosing ? (
        <List lines={sessions} today={today} isClient={person === "client"} />
      ) : null}
      {person === "coach" && today && sessions.length > 1 ? (
        isChoosing ? (
          <ChooseSeveral lines={sessions} today={today} onLeave={() => setChoosing(false)} />
        ) : (
          <button
            type="button"
            onClick={() => setChoosing(true)}
            className="min-h-[56px] rounded-lg border border-[var(--floor-line)] text-lg font-semibold"
          >
            Coach several at once
          </button>
        )
      ) : null}
      {today && sessions.length === 0 ? (
        <p className="text-lg text-[var(--floor-quiet)]">Nothing is planned for today.</p>
      ) : null}
      {person === "coach" && today ? (
        isNow ? (
          <Later part={SESSION_NOW} props={{ onLeave: () => setNow(false) }} />
        ) : (
          <button
            type="button"
            onClick={() => setNow(true)}
            className="min-h-[56px] rounded-lg border border-[var(--floor-line)] text-lg font-semibold"
          >
            A session that is not planned…
          </button>
        )
      ) : null}
      {person === "coach" && rehearsable ? (
        <a
          href={`/floor?rehearse=${rehearsable.sessionId}`}
          className="flex min-h-[56px] items-center text-lg underline underline-offset-4 wrap-anywhere"
        >
          Watch {rehearsable.clientName.split(" ")[0]}’s session run, without anybody
        </a>
      ) : null}
      {today && others.length > 0 ? (
        <details open={sessions.length === 0}>
          <summary className="flex min-h-[56px] cursor-pointer items-center text-lg underline underline-offset-4">
            Train another day’s session today
          </summary>
          <List lines={others} today={today} isClient={false} />
        </details>
      ) : null}
      {here.length > 0 ? (
        <>
          <h2 className="mt-3 text-lg font-bold">On this device</h2>
          <List lines={here} today={today} isClient={false} />
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

const BOX =
  "flex min-h-[64px] w-full flex-col justify-center rounded-lg border border-[var(--floor-line)] px-4 py-2 text-left";

/** `isClient`: whoever looks trains from what was sent to them, and opens nothing that was not. */
function List({ lines, today, isClient }: { lines: readonly Line[]; today: string | null; isClient: boolean }) {
  const { longDate } = useDates();
  return (
    <ul className="flex flex-col gap-2">
      {lines.map((line) => {
        const { sessionId, clientName, title, date, state } = line;
        const isUnsent = isClient && (state === "planned" || state === "opened");
        const words = (
          <>
            <span className="text-lg font-bold">{clientName}</span>
            <span className="text-[var(--floor-quiet)]">
              {title || "Session without a name"}
              {date === today ? "" : ` · ${longDate(date)}`}
              {today && state === "begun" ? " · under way" : state === "missed" ? " · missed" : ""}
              {isUnsent ? " · not sent by your coach yet" : ""}
            </span>
          </>
        );
        return (
          <li
            key={keyOf(line)}
            // A studio of many clients has hundreds in a week: what is out of sight is not laid out.
            className="[contain-intrinsic-size:auto_72px] [content-visibility:auto]"
          >
            {isUnsent ? (
              <p className={BOX}>{words}</p>
            ) : sessionId && (today === null || date === today || state === "begun") ? (
              <a href={`/floor?s=${sessionId}`} className={BOX}>
                {words}
              </a>
            ) : (
              <OpenLine line={line} today={today ?? date}>
                {words}
              </OpenLine>
            )}
          </li>
        );
      })}
    </ul>
  );
}

const keyOf = ({ sessionId, place, date }: Line): string => sessionId ?? `${place?.planId} ${place?.dayId} ${date}`;

/** Which of today's sessions stand side by side: two to four, in the order in which they are tapped. */
function ChooseSeveral({ lines, today, onLeave }: { lines: readonly Line[]; today: string; onLeave: () => void }) {
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const [problem, setProblem] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  const toggle = (key: string) =>
    setChosen(chosen.includes(key) ? chosen.filter((one) => one !== key) : [...chosen, key]);
  const open = async () => {
    setBusy(true);
    const ids: string[] = [];
    for (const key of chosen) {
      const line = lines.find((one) => keyOf(one) === key)!;
      const opened = await openOn(line.state === "begun" ? line.date : today, line);
      if (opened.kind !== "ok") {
        setBusy(false);
        return setProblem(replySentence(opened));
      }
      ids.push(opened.value.sessionId);
    }
    window.location.assign(`/floor?lanes=${ids.join(",")}`);
  };
  return (
    <section aria-label="Several at once" className="flex flex-col gap-2">
      <p className="text-lg">Two to {MOST_LANES} clients, side by side:</p>
      {lines.map((line) => {
        const key = keyOf(line);
        const at = chosen.indexOf(key);
        return (
          <button
            key={key}
            type="button"
            aria-pressed={at >= 0}
            disabled={at < 0 && chosen.length === MOST_LANES}
            onClick={() => toggle(key)}
            className={`${BOX} disabled:opacity-45 ${at >= 0 ? "border-transparent bg-[var(--floor-plan)] text-[var(--floor-on)]" : ""}`}
          >
            <span className="text-lg font-bold">
              {at >= 0 ? `${at + 1}. ` : ""}
              {line.clientName}
            </span>
            <span>{line.title || "Session without a name"}</span>
          </button>
        );
      })}
      {problem ? <p role="alert">{problem}</p> : null}
      <div className="flex gap-2.5">
        <SmallButton onClick={onLeave}>One at a time</SmallButton>
        <button
          type="button"
          disabled={chosen.length < 2 || isBusy}
          onClick={() => void open()}
          className="min-h-[64px] flex-1 rounded-xl bg-[var(--floor-done)] text-lg font-bold text-[var(--floor-on)] disabled:opacity-45"
        >
          Open {chosen.length < 2 ? "them" : `the ${["", "", "two", "three", "four"][chosen.length]}`}
        </button>
      </div>
    </section>
  );
}

/** A session that only its plan knows yet is made on the way to it, one of another day becomes today's. */
function OpenLine({ line, today, children }: { line: Line; today: string; children: ReactNode }) {
  const [problem, setProblem] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  const open = async () => {
    setBusy(true);
    const opened = await openOn(today, line);
    if (opened.kind === "ok") return window.location.assign(`/floor?s=${opened.value.sessionId}`);
    setBusy(false);
    setProblem(replySentence(opened));
  };
  return (
    <>
      <button type="button" disabled={isBusy} onClick={() => void open()} className={BOX}>
        {children}
      </button>
      {problem ? <p role="alert">{problem}</p> : null}
    </>
  );
}
