"use client";
import {
  DndContext,
  type DragEndEvent,
  PointerSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
} from "@dnd-kit/core";
import { clsx } from "clsx";
import { type KeyboardEvent, type MouseEvent, type ReactNode, useState } from "react";
import { addDays } from "@/core";
import { openSession } from "@/device/query";
import type { Day } from "@/device/today";
import { useMayPlan, useSessionHref } from "@/parts/duty";
import { PlannedLink, stateWords } from "@/parts/planned-link";
import { useDates } from "@/parts/region";
import { Button } from "@/ui/button";
import { dragData } from "@/ui/drag";
import { PageLink } from "@/ui/page-link";
import { isUnsent, isWaiting, type PlannedLine } from "@/views";

const DAYS = 7;
/** How many clients have a row before "Show … more" is pressed. */
const FIRST_CLIENTS = 60;
/** A session stays in its client's row: the page does not scroll away under it. */
const ALONG_THE_ROW = { threshold: { x: 0.1, y: 0 } };

/** What is dragged, and where to: a day of the same client. */
interface Dragged {
  readonly kind: "session";
  readonly clientId: string;
  readonly name: string;
  readonly line: PlannedLine;
}
interface Target {
  readonly kind: "day";
  readonly clientId: string;
  readonly date: string;
}

const sessionKey = (clientId: string, { date, sessionId, place }: PlannedLine): string =>
  [clientId, date, sessionId, place?.dayId, place?.week].join(" ");

/**
 * The coming week of everybody, a row a client; a session is dragged to another day, or taken there by Shift and an arrow. What is not
 * sent is sent one by one, or selected and sent together.
 */
export function ComingDays({ day }: { day: Day }) {
  const mayPlan = useMayPlan();
  const { view } = day;
  // A click on a session is no drag.
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  const days = Array.from({ length: DAYS }, (_, index) => addDays(view.today, index + 1));
  const isShown = ({ state }: PlannedLine) => state !== "leftOut" && state !== "moved";
  const rows = view.clients
    .map(({ id, name, coming }) => ({ id, name, lines: coming.filter(isShown) }))
    .filter(({ lines }) => lines.length > 0);
  const [shown, setShown] = useState(FIRST_CLIENTS);
  const unsent = rows.flatMap(({ id, name, lines }) =>
    mayPlan ? lines.filter(isUnsent).map((line) => ({ key: sessionKey(id, line), name, line })) : [],
  );
  const selection = useSelection(unsent);
  const drop = ({ active, over }: DragEndEvent) => {
    const [dragged, target] = [dragData<Dragged>(active), dragData<Target>(over)];
    if (dragged && target && target.clientId === dragged.clientId && target.date !== dragged.line.date)
      void day.move(dragged.name, dragged.line, target.date);
  };
  return (
    <section aria-labelledby="coming-days" className="min-w-0">
      <DndContext sensors={sensors} autoScroll={ALONG_THE_ROW} onDragEnd={drop}>
        {/* It may scroll with nothing in it that takes the focus. */}
        {/* biome-ignore lint/a11y/noNoninteractiveTabindex: a scrolling region must be reachable by keyboard */}
        <div tabIndex={0} className="overflow-x-auto">
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
                    <DayName
                      date={date}
                      unsent={unsent.filter(({ line }) => line.date === date).map(({ key }) => key)}
                      selection={selection}
                    />
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {rows.slice(0, shown).map(({ id, name, lines }) => (
                <tr key={id} className="border-b border-line align-top">
                  <th scope="row" className="py-2 pr-2 text-left font-semibold">
                    <PageLink href={`/clients/${id}`} className="hover:underline">
                      {name}
                    </PageLink>
                  </th>
                  {days.map((date) => (
                    <DayCell key={date} clientId={id} date={date}>
                      {lines
                        .filter((line) => line.date === date)
                        .map((line) => (
                          <ComingSession
                            key={`${line.sessionId} ${line.place?.dayId}`}
                            dragged={{ kind: "session", clientId: id, name, line }}
                            onMove={(wanted) => wanted > view.today && void day.move(name, line, wanted)}
                            onSend={() => void day.send([{ name, line }])}
                            isSelected={selection.has(sessionKey(id, line))}
                            onSelect={isUnsent(line) && mayPlan ? () => selection.turn([sessionKey(id, line)]) : null}
                          />
                        ))}
                    </DayCell>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      </DndContext>
      {rows.length > shown ? (
        <Button className="mt-2" onClick={() => setShown(rows.length)}>
          Show {rows.length - shown} more
        </Button>
      ) : null}
      <SelectedSessions selection={selection} send={day.send} />
      {rows.length > 0 && mayPlan ? (
        <p className="mt-2 text-quiet">
          To another day: drag a session by its strips, or Shift and an arrow left or right on its name. Several to
          send: a click on the strips, Shift and Space on a name, or the day’s name selects what is not sent.
        </p>
      ) : null}
      <Without clients={view.clients.filter(({ id }) => !rows.some((row) => row.id === id))} />
    </section>
  );
}

interface Unsent {
  readonly key: string;
  readonly name: string;
  readonly line: PlannedLine;
}

/** Which of the sessions that are not sent are selected; what was sent or moved since is not any more. */
function useSelection(unsent: readonly Unsent[]) {
  const [marked, setMarked] = useState<ReadonlySet<string>>(new Set());
  return {
    selected: unsent.filter(({ key }) => marked.has(key)),
    has: (key: string) => marked.has(key),
    /** Selects some, or none of them where all are. */
    turn: (keys: readonly string[]) => {
      const isAll = keys.every((key) => marked.has(key));
      setMarked(new Set(isAll ? [...marked].filter((key) => !keys.includes(key)) : [...marked, ...keys]));
    },
    clear: () => setMarked(new Set()),
  };
}

type Selected = ReturnType<typeof useSelection>;

/** A day over its column; where something of it is not sent, it selects that. */
function DayName({ date, unsent, selection }: { date: string; unsent: readonly string[]; selection: Selected }) {
  const { dayOfWeek } = useDates();
  if (unsent.length === 0) return dayOfWeek(date);
  return (
    <button
      type="button"
      title={`Select what is not sent (${unsent.length})`}
      aria-pressed={unsent.every(selection.has)}
      onClick={() => selection.turn(unsent)}
      className="min-h-6 underline decoration-dotted underline-offset-4"
    >
      {dayOfWeek(date)}
    </button>
  );
}

/** What is selected, to be sent together. */
function SelectedSessions({ selection, send }: { selection: Selected; send: Day["send"] }) {
  const [isSending, setSending] = useState(false);
  const { selected, clear } = selection;
  if (selected.length === 0) return null;
  const sendAll = async () => {
    setSending(true);
    await send(selected);
    clear();
    setSending(false);
  };
  return (
    <section
      aria-label="Selected sessions"
      className="sticky bottom-12 max-md:bottom-28 z-30 mt-2 flex flex-wrap items-center gap-3 border-2 border-walnut bg-surface px-3 py-2"
    >
      <p className="font-semibold">
        {selected.length} selected: {[...new Set(selected.map(({ name }) => name.split(" ")[0]))].join(", ")}
      </p>
      <Button kind="main" className="ml-auto" disabled={isSending} onClick={() => void sendAll()}>
        {isSending ? "Sending…" : `Send ${selected.length}`}
      </Button>
      <Button disabled={isSending} onClick={clear}>
        Select none
      </Button>
    </section>
  );
}

/** How many clients without a session are named; of the others only their number is said. */
const NAMED_WITHOUT = 20;

function Without({ clients }: { clients: readonly { readonly id: string; readonly name: string }[] }) {
  if (clients.length === 0) return null;
  const more = clients.length - NAMED_WITHOUT;
  return (
    <p className="mt-2 text-quiet">
      Nothing in these days:{" "}
      {clients.slice(0, NAMED_WITHOUT).map(({ id, name }, index) => (
        <span key={id}>
          {index > 0 ? ", " : ""}
          <PageLink href={`/clients/${id}`} className="underline underline-offset-2">
            {name}
          </PageLink>
        </span>
      ))}
      {more > 0 ? `, and ${more} more` : ""}.
    </p>
  );
}

function DayCell({ clientId, date, children }: { clientId: string; date: string; children: ReactNode }) {
  const data: Target = { kind: "day", clientId, date };
  const { setNodeRef, isOver, active } = useDroppable({ id: `${clientId} ${date}`, data });
  const isMeant = isOver && dragData<Dragged>(active)?.clientId === clientId;
  return (
    <td ref={setNodeRef} className={clsx("py-2 pr-2", isMeant && "bg-indigo-tint")}>
      {children}
    </td>
  );
}

/** Its title, with three strips above that are filled once the client has it: what it is dragged by. */
function ComingSession({
  dragged,
  onMove,
  onSend,
  isSelected,
  onSelect,
}: {
  dragged: Dragged;
  onMove: (date: string) => void;
  onSend: () => void;
  isSelected: boolean;
  /** Null: there is nothing to send. */
  onSelect: (() => void) | null;
}) {
  const dates = useDates();
  const { line } = dragged;
  const id = `${line.sessionId ?? ""} ${line.place?.dayId ?? ""} ${line.place?.week ?? ""}`;
  const mayPlan = useMayPlan();
  const hrefOf = useSessionHref();
  const mayMove = isWaiting(line) && line.state !== "begun" && mayPlan;
  const { setNodeRef, listeners, transform } = useDraggable({ id, data: dragged, disabled: !mayMove });
  const isSent = line.state === "sent" || line.state === "seen";
  const onKey = (event: KeyboardEvent) => {
    if (event.shiftKey && event.key === " " && onSelect) {
      event.preventDefault();
      onSelect();
      return;
    }
    const by = event.key === "ArrowRight" ? 1 : event.key === "ArrowLeft" ? -1 : 0;
    if (!event.shiftKey || by === 0 || !mayMove) return;
    event.preventDefault();
    onMove(addDays(line.date, by));
  };
  return (
    <div
      className={clsx("min-w-0", isSelected && "bg-indigo-tint outline-2 outline-indigo")}
      style={transform ? { transform: `translateX(${transform.x}px)`, position: "relative", zIndex: 20 } : undefined}
    >
      {/* By keyboard the session's name does what its strips do. */}
      {/* biome-ignore lint/a11y/noStaticElementInteractions lint/a11y/useKeyWithClickEvents: the name below has the keys. */}
      <span
        ref={setNodeRef}
        {...listeners}
        onClick={(event: MouseEvent) => {
          if (!onSelect) return;
          event.preventDefault();
          onSelect();
        }}
        className={clsx("block w-14 touch-none", mayMove && "cursor-grab")}
      >
        <svg aria-hidden viewBox="0 0 60 14" className="mb-0.5 h-3.5 w-14" stroke="var(--color-indigo)">
          {[2, 7, 12].map((y) => (
            <line key={y} x1={1} x2={59} y1={y} y2={y} strokeWidth={isSent ? 3.4 : 1.4} />
          ))}
        </svg>
      </span>
      <PlannedLink
        line={line}
        hrefOf={hrefOf}
        open={openSession}
        onKeyDown={onKey}
        className="min-h-6 leading-tight text-indigo underline underline-offset-2 [overflow-wrap:anywhere]"
      >
        {line.title || "Session"}
      </PlannedLink>
      <p className="text-quiet">
        {[
          line.timeOfDay === null ? null : dates.timeWords(line.timeOfDay),
          isWaiting(line) ? stateWords(line, dates) : null,
        ]
          .filter(Boolean)
          .join(", ")}
        {isUnsent(line) && mayPlan ? (
          <button
            type="button"
            aria-label={`Send ${line.title || "the session"} to ${dragged.name}`}
            onClick={onSend}
            className="ml-1.5 min-h-6 min-w-6 text-indigo underline underline-offset-2"
          >
            send
          </button>
        ) : null}
      </p>
    </div>
  );
}
