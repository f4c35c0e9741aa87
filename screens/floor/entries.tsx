"use client";
import { useCallback, useEffect, useState } from "react";
import { shownSession, upcastEvent } from "@/contract";
import {
  decimal,
  entryAt,
  exerciseOrThrow,
  FLOOR_EVENTS,
  type FloorEvent,
  type FloorEventBody,
  formatWeight,
  isTrainable,
  keysOf,
  type PerformedSegment,
} from "@/core";
import { readFloor } from "@/device/floors";
import { newId } from "@/device/ids";
import {
  eventsIn,
  exportEntries,
  markEvents,
  onEntriesChanged,
  readPerson,
  replaceRefusedEvent,
  type StoredEvent,
} from "@/device/store";
import { useDates } from "@/parts/region";
import { saveFile } from "@/ui/save-file";
import type { FloorView } from "@/views";
import { SmallButton } from "./small-button";

interface Entry {
  readonly stored: StoredEvent;
  readonly event: FloorEvent;
  readonly floor: FloorView | null;
}

/** What was logged here and has not been accepted: why, put right, sent again, or kept as a file. */
export default function Entries() {
  const { longDate } = useDates();
  const [memberId, setMemberId] = useState<string | null>(null);
  const [entries, setEntries] = useState<readonly Entry[] | null>(null);
  const [waiting, setWaiting] = useState(0);
  const [mending, setMending] = useState<string | null>(null);
  const read = useCallback(async () => {
    const person = await readPerson();
    setMemberId(person?.memberId ?? null);
    const [refused, unsent] = person
      ? await Promise.all([eventsIn(person.memberId, "refused"), eventsIn(person.memberId, "waiting")])
      : [[], []];
    // Read together: an entry that was put right is never between the two, as if it were sent.
    setWaiting(unsent.length);
    setEntries(
      await Promise.all(
        refused.map(async (stored) => {
          const floor = await readFloor(stored.memberId, stored.sessionId);
          return { stored, floor, event: upcastEvent(stored.event, () => floor?.shown.document ?? null) };
        }),
      ),
    );
  }, []);
  useEffect(() => {
    void read();
    return onEntriesChanged(() => void read());
  }, [read]);
  return (
    <main className="flex flex-1 flex-col gap-3 pt-4">
      <h1 className="text-xl font-bold">Entries that were not accepted</h1>
      {entries && memberId === null ? (
        <p className="text-lg">
          Nobody is signed in on this device yet: entries are shown to whoever logged them.{" "}
          <a href="/sign-in" className="inline-flex min-h-[56px] items-center font-bold underline underline-offset-4">
            Sign in
          </a>
        </p>
      ) : null}
      {entries?.length === 0 && memberId !== null ? (
        <p className="text-lg text-[var(--floor-quiet)]">
          There are none.{waiting > 0 ? ` ${waiting} still wait to be sent.` : " All that was logged here is sent."}
        </p>
      ) : null}
      <ul className="flex flex-col gap-3">
        {entries?.map((entry) => (
          <li
            key={entry.stored.id}
            // Hundreds may wait after a day without a network: what is out of sight is not laid out.
            className="rounded-lg border border-[var(--floor-line)] p-4 [contain-intrinsic-size:auto_180px] [content-visibility:auto]"
          >
            <p className="text-[var(--floor-quiet)]">
              {entry.floor
                ? `${entry.floor.clientName}, ${longDate(entry.floor.shown.date)}`
                : "A session not kept here"}
            </p>
            <p className="text-lg font-bold">{wordsOf(entry)}</p>
            <p className="mb-2">Not accepted, because {entry.stored.because}.</p>
            {mending === entry.stored.id ? (
              <Mend entry={entry} onDone={() => setMending(null)} />
            ) : (
              <div className="flex gap-2.5">
                {FLOOR_EVENTS[entry.event.body.kind].canCorrect ? (
                  <SmallButton onClick={() => setMending(entry.stored.id)}>Correct</SmallButton>
                ) : null}
                <SmallButton onClick={() => markEvents([{ id: entry.stored.id, state: "waiting" }])}>
                  Send again
                </SmallButton>
              </div>
            )}
          </li>
        ))}
      </ul>
      {memberId ? (
        <div className="flex">
          <SmallButton
            onClick={async () => saveFile("yarvex-entries.json", await exportEntries(memberId), "application/json")}
          >
            Save all entries of this device as a file
          </SmallButton>
        </div>
      ) : null}
      <a href="/floor" className="flex min-h-[56px] items-center text-lg underline underline-offset-4">
        Sessions
      </a>
    </main>
  );
}

function wordsOf({ event: { body }, floor }: Entry): string {
  const segments = segmentsOf(body);
  if (segments.length === 0) return FLOOR_EVENTS[body.kind].name;
  const catalogue = floor && shownSession(floor.shown).catalogue;
  return `${FLOOR_EVENTS[body.kind].name}: ${segments
    .map((one) => {
      const isKnown = catalogue && isTrainable(catalogue, one.exerciseId);
      return `${isKnown ? exerciseOrThrow(catalogue, one.exerciseId).name : "a lift"} ${figures(one)}`;
    })
    .join(", ")}`;
}

function figures({ load, reps, rightReps, seconds, metres }: PerformedSegment): string {
  const amount =
    metres !== null
      ? `${decimal(metres)} m`
      : seconds !== null
        ? `${reps > 0 ? `${reps} in ` : ""}${decimal(seconds)} s`
        : rightReps === null
          ? String(reps)
          : `${reps}/${rightReps}`;
  return load ? `${amount} × ${formatWeight(load)}` : amount;
}

const setsOf = (body: FloorEventBody) =>
  body.kind === "setsDone" ? body.sets : body.kind === "setCorrected" ? [body.set] : [];
const segmentsOf = (body: FloorEventBody) => setsOf(body).flatMap((set) => set.segments);

type FigureName = "reps" | "rightReps" | "seconds" | "metres" | "load";
const FIGURES: Readonly<Record<FigureName, string>> = {
  reps: "Reps",
  rightReps: "Reps, right",
  seconds: "Seconds",
  metres: "Metres",
  load: "Load",
};

interface Figure {
  readonly set: number;
  readonly part: number;
  readonly name: FigureName;
  readonly value: string;
}

/** The figures of an entry that can be put right. */
function figuresOf(body: FloorEventBody): Figure[] {
  return setsOf(body).flatMap(({ segments }, set) =>
    segments.flatMap((segment, part) =>
      keysOf(FIGURES).flatMap((name): Figure[] => {
        const value = name === "load" ? segment.load?.amount : segment[name];
        const isReps = name === "reps" && segment.reps === 0 && (segment.seconds !== null || segment.metres !== null);
        return value === null || value === undefined || isReps ? [] : [{ set, part, name, value: String(value) }];
      }),
    ),
  );
}

const noteOf = (body: FloorEventBody): string | null =>
  body.kind === "note" ? body.text : body.kind === "ended" ? body.note : null;

function mended(body: FloorEventBody, typed: readonly Figure[], note: string): FloorEventBody {
  const set = <S extends { readonly segments: readonly PerformedSegment[] }>(one: S, index: number): S => ({
    ...one,
    segments: one.segments.map((segment, part) => {
      const here = typed.filter((figure) => figure.set === index && figure.part === part);
      const load = here.find(({ name }) => name === "load");
      const counts = here.filter(({ name }) => name !== "load").map(({ name, value }) => [name, Number(value)]);
      const lifted = segment.load && load ? { ...segment.load, amount: load.value.trim() } : segment.load;
      return { ...segment, ...Object.fromEntries(counts), load: lifted };
    }),
  });
  switch (body.kind) {
    case "setsDone":
      return { ...body, sets: body.sets.map(set) };
    case "setCorrected":
      return { ...body, set: set(body.set, 0) };
    case "note":
      return { ...body, text: note };
    case "ended":
      return { ...body, note };
    case "started":
    case "checkIn":
    case "setsSkipped":
    case "shortened":
    case "roundAdded":
    case "setAdded":
    case "liftsAdded":
    case "exerciseSwapped":
    case "loadChanged":
    case "rampOver":
    case "orderChanged":
    case "advice":
    case "paused":
    case "undone":
      return body;
  }
}

function Mend({ entry, onDone }: { entry: Entry; onDone: () => void }) {
  const [typed, setTyped] = useState(() => figuresOf(entry.event.body));
  const [note, setNote] = useState(noteOf(entry.event.body));
  const wrong = typed.findIndex(({ value }) => !/^\d+(\.\d+)?$/.test(value.trim()));
  return (
    <form
      className="flex flex-col gap-3"
      onSubmit={async (event) => {
        event.preventDefault();
        if (wrong >= 0) return;
        const { stored, event: logged } = entry;
        await replaceRefusedEvent(stored, { ...logged, id: newId(), body: mended(logged.body, typed, note ?? "") });
        onDone();
      }}
    >
      {typed.map((figure, index) => (
        <label key={`${figure.set}-${figure.part}-${figure.name}`} className="flex items-center gap-3 text-lg">
          <span className="w-32">{FIGURES[figure.name]}</span>
          <input
            inputMode="decimal"
            value={figure.value}
            aria-invalid={wrong === index}
            onChange={(event) => setTyped(typed.with(index, { ...figure, value: event.target.value }))}
            className="min-h-[56px] min-w-0 flex-1 rounded-lg border border-[var(--floor-line)] bg-transparent px-3"
          />
        </label>
      ))}
      {note === null ? null : (
        <label className="flex flex-col gap-1 text-lg">
          Note
          <textarea
            value={note}
            rows={3}
            onChange={(event) => setNote(event.target.value)}
            className="rounded-lg border border-[var(--floor-line)] bg-transparent p-3"
          />
        </label>
      )}
      {wrong >= 0 ? (
        <p role="alert" className="text-[var(--floor-warn)]">
          {FIGURES[entryAt(typed, wrong).name]}: a figure such as 8 or 22.5.
        </p>
      ) : null}
      <div className="flex gap-2.5">
        <button
          type="submit"
          className="min-h-[56px] flex-1 rounded-lg bg-[var(--floor-done)] text-lg font-bold text-[var(--floor-on)]"
        >
          Send
        </button>
        <SmallButton onClick={onDone}>Leave it</SmallButton>
      </div>
    </form>
  );
}
