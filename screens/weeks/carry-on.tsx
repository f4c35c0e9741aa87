"use client";
import { clsx } from "clsx";
import { useRouter } from "next/navigation";
import { type KeyboardEvent, useCallback, useEffect, useRef, useState } from "react";
import { callApi, replySentence } from "@/device/api";
import { useDates } from "@/parts/region";
import { Button, buttonClass } from "@/ui/button";
import { PageHeader } from "@/ui/page-header";
import { PageLink } from "@/ui/page-link";
import { askedWords, type CarriedWeek, type ClientName, isMoved } from "@/views";

interface Line {
  readonly client: ClientName;
  readonly state:
    | { readonly kind: "reading" }
    | { readonly kind: "failed"; readonly message: string }
    | { readonly kind: "nothing" }
    | {
        readonly kind: "ready";
        readonly planId: string;
        readonly carried: CarriedWeek;
        /** What needs a decision is asked, and the next acceptance sends. */
        readonly isAsked?: boolean;
      }
    | { readonly kind: "sending" }
    | { readonly kind: "sent"; readonly sessions: number }
    | { readonly kind: "left" };
}

/** Every client's coming week as the rules move it on: accepted (which sends it), opened to be edited, or left, a key each. */
export function CarryOnScreen({ clients }: { clients: readonly ClientName[] }) {
  const router = useRouter();
  const [lines, setLines] = useState<readonly Line[]>(() =>
    clients.map((client) => ({ client, state: { kind: "reading" } })),
  );
  const [at, setAt] = useState(0);
  const list = useRef<HTMLUListElement>(null);
  const set = useCallback(
    (id: string, state: Line["state"]) =>
      setLines((before) => before.map((line) => (line.client.id === id ? { ...line, state } : line))),
    [],
  );
  const read = useCallback(
    async (id: string) => {
      const reply = await callApi("weeks.next", { clientId: id });
      if (reply.kind !== "ok") return set(id, { kind: "failed", message: replySentence(reply) });
      const { next } = reply.value;
      set(id, next ? { kind: "ready", planId: next.planId, carried: next.week } : { kind: "nothing" });
    },
    [set],
  );
  useEffect(() => {
    let isHere = true;
    void (async () => {
      for (const { id } of clients) {
        if (!isHere) return;
        await read(id);
      }
    })();
    return () => {
      isHere = false;
    };
  }, [clients, read]);

  const accept = async ({ client, state }: Line) => {
    if (state.kind !== "ready") return;
    // What needs a decision is asked before anything is sent.
    if (state.carried.need > 0 && !state.isAsked) return set(client.id, { ...state, isAsked: true });
    set(client.id, { kind: "sending" });
    for (const { dayId } of state.carried.sessions) {
      const opened = await callApi("plans.openSession", { planId: state.planId, dayId, week: state.carried.week });
      const reply =
        opened.kind === "ok" ? await callApi("sessions.send", { sessionId: opened.value.sessionId }) : opened;
      if (reply.kind !== "ok") return set(client.id, { kind: "failed", message: replySentence(reply) });
    }
    set(client.id, { kind: "sent", sessions: state.carried.sessions.length });
  };
  const edit = ({ client }: Line) => router.push(`/weeks?for=${client.id}`);
  const go = (to: number) => {
    const next = Math.min(lines.length - 1, Math.max(0, to));
    setAt(next);
    requestAnimationFrame(() => list.current?.querySelectorAll<HTMLElement>("[data-line]")[next]?.focus());
  };
  const onKey = (event: KeyboardEvent) => {
    const line = lines[at];
    if (!line || event.ctrlKey || event.metaKey || event.altKey) return;
    if (event.target instanceof HTMLElement && !event.target.hasAttribute("data-line")) return;
    switch (event.key) {
      case "ArrowDown":
        go(at + 1);
        break;
      case "ArrowUp":
        go(at - 1);
        break;
      case "a":
        void accept(line);
        break;
      case "e":
        edit(line);
        break;
      case "l":
        if (line.state.kind === "ready") set(line.client.id, { kind: "left" });
        go(at + 1);
        break;
      default:
        return;
    }
    event.preventDefault();
  };
  return (
    <main>
      <PageHeader
        title="Next week, all clients"
        about="the coming week of every client, moved on by the rules"
        actions={
          <PageLink href="/weeks" className={buttonClass("plain")}>
            To the weeks
          </PageLink>
        }
      />
      <div className="flex max-w-4xl flex-col gap-3 px-4 py-4">
        <p className="text-quiet">
          Keys on a line: arrows move, A accepts and sends (what needs you is asked first), E opens the weeks, L leaves
          it.
        </p>
        {lines.length === 0 ? <p className="text-quiet">There is no client yet.</p> : null}
        <ul ref={list} className="flex flex-col gap-2" onKeyDown={onKey}>
          {lines.map((line, index) => (
            <li
              key={line.client.id}
              className={clsx("border bg-surface", index === at ? "border-indigo" : "border-line")}
            >
              <div className="flex flex-wrap items-center gap-3 px-3 py-2">
                <button
                  type="button"
                  data-line
                  tabIndex={index === at ? 0 : -1}
                  aria-expanded={index === at}
                  onClick={() => setAt(index)}
                  className="min-h-8 min-w-40 text-left font-semibold"
                >
                  {line.client.name}
                </button>
                <StateWords line={line} />
                {line.state.kind === "ready" ? (
                  <span className="ml-auto flex gap-2">
                    <Button
                      kind="main"
                      onClick={() => {
                        setAt(index);
                        void accept(line);
                      }}
                      aria-label={`${line.state.isAsked ? "Send as proposed" : "Accept and send"} ${line.client.name}`}
                    >
                      {line.state.isAsked ? "Send as proposed" : "Accept"}
                    </Button>
                    <Button onClick={() => edit(line)} aria-label={`Edit ${line.client.name}`}>
                      Edit
                    </Button>
                    <Button
                      onClick={() => set(line.client.id, { kind: "left" })}
                      aria-label={`Leave ${line.client.name}`}
                    >
                      Leave
                    </Button>
                  </span>
                ) : line.state.kind === "failed" || line.state.kind === "left" ? (
                  <Button className="ml-auto" onClick={() => read(line.client.id)}>
                    Look again
                  </Button>
                ) : line.state.kind === "nothing" ? (
                  <PageLink href={`/weeks?for=${line.client.id}`} className={buttonClass("plain", "ml-auto")}>
                    The weeks
                  </PageLink>
                ) : null}
              </div>
              {line.state.kind === "ready" && line.state.isAsked ? <Asked carried={line.state.carried} /> : null}
              {index === at && line.state.kind === "ready" ? <Lifts carried={line.state.carried} /> : null}
            </li>
          ))}
        </ul>
      </div>
    </main>
  );
}

function StateWords({ line: { state } }: { line: Line }) {
  switch (state.kind) {
    case "reading":
      return <span className="text-quiet">reading…</span>;
    case "failed":
      return <span role="alert">{state.message}</span>;
    case "nothing":
      return <span className="text-quiet">nothing ahead that was not sent</span>;
    case "sending":
      return <span className="text-quiet">sending…</span>;
    case "sent":
      return (
        <span role="status" className="font-semibold text-woad">
          {state.sessions} {state.sessions === 1 ? "session" : "sessions"} sent
        </span>
      );
    case "left":
      return <span className="text-quiet">left as it is</span>;
    case "ready": {
      const { week, moved, need, sessions } = state.carried;
      return (
        <span>
          week {week + 1}, {sessions.length} {sessions.length === 1 ? "session" : "sessions"}: {moved} moved
          {need > 0 ? (
            <>
              , <span className="font-bold text-weld">{need === 1 ? "1 needs you" : `${need} need you`}</span>
            </>
          ) : null}
        </span>
      );
    }
  }
}

/** What a coach decides before the week is sent: lift by lift, with its reason. */
function Asked({ carried }: { carried: CarriedWeek }) {
  return (
    <div role="alert" className="border-t border-line bg-inset px-3 py-2">
      <p className="font-bold">
        {carried.need === 1 ? "One lift needs you" : `${carried.need} lifts need you`} before this week is sent:
      </p>
      <ul>
        {carried.sessions.flatMap(({ dayId, name, lifts }) =>
          lifts
            .filter(({ needs }) => needs !== null)
            .map((lift) => (
              <li key={`${dayId} ${lift.slotId}`}>
                <span className="font-semibold">{lift.name}</span>, {name}: {askedWords(lift.next, carried.unit)}.{" "}
                {lift.needs}
              </li>
            )),
        )}
      </ul>
      <p className="text-quiet">A once more sends it as proposed; E opens the weeks to change it.</p>
    </div>
  );
}

function Lifts({ carried }: { carried: CarriedWeek }) {
  const { longDate } = useDates();
  return (
    <div className="border-t border-line px-3 py-2">
      {carried.sessions.map((session) => (
        <table key={session.dayId} className="mb-2 w-full text-left">
          <caption className="text-left font-semibold">
            {session.name} <span className="font-normal text-quiet">{longDate(session.date)}</span>
          </caption>
          <thead className="sr-only">
            <tr>
              <th scope="col">lift</th>
              <th scope="col">last</th>
              <th scope="col">next</th>
              <th scope="col">why</th>
            </tr>
          </thead>
          <tbody>
            {session.lifts.map((lift) => (
              <tr key={lift.name} className="border-b border-line align-top">
                <th scope="row" className="w-48 py-0.5 font-normal">
                  {lift.name}
                </th>
                <td className="w-36 text-quiet">{lift.before ? askedWords(lift.before, carried.unit) : "not yet"}</td>
                <td className="w-36 font-bold text-indigo">{askedWords(lift.next, carried.unit)}</td>
                <td className={lift.needs ? "text-weld" : "text-quiet"}>
                  {lift.needs ?? (isMoved(lift) ? (lift.why ?? "") : "")}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      ))}
    </div>
  );
}
