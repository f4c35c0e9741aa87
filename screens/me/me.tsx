"use client";
import { useState } from "react";
import { addDays, GENERAL_NOTICE, readinessSentence } from "@/core";
import { useMessages } from "@/device/messages";
import { signOut } from "@/device/sign-out";
import { Messages } from "@/parts/messages";
import { useDates } from "@/parts/region";
import { SessionInWords } from "@/parts/session-in-words";
import { Button, buttonClass } from "@/ui/button";
import { Mark } from "@/ui/mark";
import { Notice } from "@/ui/notice";
import { PageLink } from "@/ui/page-link";
import { isWaiting, type MeView, type PlannedLine } from "@/views";

const DAYS_AHEAD = 13;

/** A client's own page: what waits, what was done, in plain words. */
export function MyPage({ view }: { view: MeView }) {
  const { fullDate, longDate } = useDates();
  const words = useMessages({ clientId: view.id, sessionId: null, known: view.messages });
  const [problem, setProblem] = useState<string | null>(null);
  const [started, setStarted] = useState<{ readonly text: string; readonly at: number } | null>(null);
  const begin = (text: string) => setStarted((before) => ({ text, at: (before?.at ?? 0) + 1 }));
  const waiting = view.sessions.filter(
    (session) => isWaiting(session) && session.date >= view.today && session.date <= addDays(view.today, DAYS_AHEAD),
  );
  const next = waiting.find(({ sessionId }) => sessionId !== null && sessionId === view.next?.sessionId);
  const coachSaid = (sessionId: string | null) =>
    view.messages.filter((one) => one.writtenBy === "coach" && sessionId !== null && one.sessionId === sessionId);
  /** Messages that stand with the session that they are about. */
  const above = new Set(waiting.flatMap(({ sessionId }) => coachSaid(sessionId).map(({ id }) => id)));
  const done = view.sessions.filter((session) => session.state === "done").reverse();
  return (
    <main className="mx-auto flex max-w-2xl flex-col gap-6 px-5 py-6">
      <header className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <Mark />
        <h1 className="text-xl font-bold">{view.name}</h1>
        <PageLink href="/me/weeks" className="ml-auto text-indigo underline underline-offset-2">
          Your weeks
        </PageLink>
        <PageLink href="/me/you" className="text-indigo underline underline-offset-2">
          You
        </PageLink>
        <Button onClick={async () => setProblem(await signOut())}>Sign out</Button>
      </header>
      {problem ? <Notice kind="block">You are still signed in. {problem}</Notice> : null}
      {view.readiness.kind === "ready" ? null : (
        <Notice kind="block">
          {view.readiness.kind === "missing" ? (
            <>
              Before your first session:{" "}
              <PageLink href="/me/you" className="underline underline-offset-2">
                answer the health questions
              </PageLink>
              , and say what you lift now.
            </>
          ) : (
            readinessSentence(view.readiness, view.name)
          )}
        </Notice>
      )}
      {next && view.next ? (
        <NextSession line={next} isToday={next.date === view.today} next={view.next} onBegin={begin}>
          {coachSaid(next.sessionId).map(({ id, name, text }) => (
            <p key={id} className="border-l-4 border-indigo pl-3 whitespace-pre-line">
              <strong>{name.split(" ")[0]}:</strong> {text}
            </p>
          ))}
        </NextSession>
      ) : null}
      <section>
        <h2 className="mb-2 text-lg font-bold">{next ? "After that" : "To do"}</h2>
        {waiting.length === 0 ? <p className="text-quiet">Nothing is planned for you yet.</p> : null}
        {waiting.some(({ state }) => state === "planned" || state === "opened") ? (
          <p className="mb-2 text-quiet">What is not sent yet comes from your coach before its day.</p>
        ) : null}
        <ul className="flex flex-col gap-2">
          {waiting
            .filter((session) => session !== next)
            .map((session) => (
              <li
                key={`${session.date} ${session.place?.dayId ?? session.sessionId}`}
                className="flex items-center gap-3 border-t border-line pt-2"
              >
                <div className="min-w-0 flex-1">
                  <p className="font-semibold">{session.title || "Session"}</p>
                  <p className="text-quiet">{session.date === view.today ? "today" : longDate(session.date)}</p>
                  {coachSaid(session.sessionId).map(({ id, name, text }) => (
                    <p key={id} className="mt-1 border-l-4 border-indigo pl-3 whitespace-pre-line">
                      <strong>{name.split(" ")[0]}:</strong> {text}
                    </p>
                  ))}
                </div>
                {session.sessionId && session.state !== "opened" ? (
                  <a
                    href={`/floor?s=${session.sessionId}`}
                    className={buttonClass(session.date === view.today ? "main" : "plain", "min-h-11 px-4")}
                  >
                    Train
                  </a>
                ) : (
                  <span className="text-quiet">not sent yet</span>
                )}
              </li>
            ))}
        </ul>
      </section>
      <section id="messages">
        <h2 className="mb-2 text-lg font-bold">Messages</h2>
        <Messages
          {...words}
          started={started}
          messages={words.messages.filter((one) => !above.has(one.id))}
          label="To your coach"
          about={({ sessionId }) => {
            const title = view.sessions.find((one) => sessionId !== null && one.sessionId === sessionId)?.title;
            return title ? ` · ${title}` : null;
          }}
        />
      </section>
      <section>
        <h2 className="mb-2 text-lg font-bold">Done</h2>
        {done.length === 0 ? <p className="text-quiet">Nothing yet.</p> : null}
        <ul>
          {done.slice(0, 12).map((session) => (
            <li key={session.sessionId} className="flex items-baseline gap-3 border-t border-line py-2">
              <PageLink
                href={`/me/review/${session.sessionId}`}
                className="min-w-0 flex-1 font-semibold text-indigo underline underline-offset-2"
              >
                {session.title || "Session"}
              </PageLink>
              <span className="text-quiet">{fullDate(session.date)}</span>
              <span>
                {session.summary?.sets}/{session.summary?.plannedSets} sets
              </span>
            </li>
          ))}
        </ul>
      </section>
      <p className="border-t border-line pt-3 text-quiet">{GENERAL_NOTICE}</p>
    </main>
  );
}

/** What is next, whole: its day, what the coach says, every lift with its sets, and the way to train it. */
function NextSession({
  line,
  isToday,
  next: { blocks, changes },
  onBegin,
  children,
}: {
  line: PlannedLine;
  isToday: boolean;
  next: NonNullable<MeView["next"]>;
  /** Begins a message to the coach. */
  onBegin: (text: string) => void;
  children: React.ReactNode;
}) {
  const { longDate, timeWords } = useDates();
  const when = isToday ? "Today" : longDate(line.date);
  return (
    <section aria-labelledby="next-session" className="border-t-4 border-indigo bg-surface px-4 py-3">
      <h2 id="next-session" className="text-xl font-bold">
        {when}
        {line.timeOfDay === null ? "" : `, ${timeWords(line.timeOfDay)}`}: {line.title || "your session"}
      </h2>
      <div className="my-2 flex flex-col gap-2">{children}</div>
      {changes.length > 0 ? (
        <Notice kind="warn" className="mb-2">
          <p className="font-bold">Changed since you looked at it:</p>
          <ul>
            {changes.map((words) => (
              <li key={words}>{words}</li>
            ))}
          </ul>
        </Notice>
      ) : null}
      <SessionInWords blocks={blocks} />
      <a
        href={`/floor?s=${line.sessionId}`}
        className={buttonClass("main", "mt-3 min-h-14 w-full justify-center text-lg")}
      >
        Train
      </a>
      <div className="mt-2 grid grid-cols-2 gap-2">
        <Button
          className="min-h-11 justify-center"
          onClick={() => onBegin(`Could we do ${line.title || "this session"} on another day: `)}
        >
          Another day
        </Button>
        <Button className="min-h-11 justify-center" onClick={() => onBegin("Something hurts: ")}>
          Something hurts
        </Button>
      </div>
    </section>
  );
}
