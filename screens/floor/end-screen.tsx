"use client";
import { useState } from "react";
import { Later, later } from "./later";
import { SmallButton } from "./small-button";
import type { Floor } from "./use-floor";

const ADD_LIFT = later(() => import("./add-lift"));
const AFTER_SESSION = later(() => import("./after-session"));

/** A session in which nothing is planned yet: it grows lift by lift. */
export function EmptySession({ floor }: { floor: Floor }) {
  return (
    <section aria-label="Empty session" className="flex flex-1 flex-col gap-4 pt-4">
      <h2 className="text-2xl font-bold">What comes first?</h2>
      <Later part={ADD_LIFT} props={{ floor, onAdded: () => undefined }} />
    </section>
  );
}

/** How hard the whole session was, asked after it and never derived from sets. */
export function EndScreen({ floor, sessionId }: { floor: Floor; sessionId: string }) {
  const [rpe, setRpe] = useState<number | null>(null);
  const [note, setNote] = useState("");
  const [isAdding, setAdding] = useState(false);
  const { performed } = floor;
  if (isAdding)
    return (
      <div className="flex flex-1 flex-col gap-4 pt-4">
        <Later part={ADD_LIFT} props={{ floor, onAdded: () => setAdding(false) }} />
        <div className="flex">
          <SmallButton onClick={() => setAdding(false)}>Back</SmallButton>
        </div>
      </div>
    );
  // Of a rep goal all mini-sets are one.
  const setsDone = new Set([...performed.sets.values()].map(({ slotId, round }) => `${slotId} ${round}`)).size;
  if (performed.ended) {
    return (
      <div className="flex flex-1 flex-col gap-4 pt-4">
        <h2 className="text-2xl font-bold">Done</h2>
        <p className="text-lg text-[var(--floor-quiet)]">
          {setsDone} {setsDone === 1 ? "set" : "sets"} saved
          {performed.skipped.size > 0 ? `, ${performed.skipped.size} left out` : ""}.{" "}
          {floor.refused.length > 0
            ? "Some of it was not accepted: put it right below."
            : floor.waiting === 0
              ? "All of it has reached the studio."
              : "It is safe on this device and is sent as soon as there is a network."}
        </p>
        {performed.ended.note || performed.ended.sessionRpe !== null ? (
          <p className="text-lg">
            {performed.ended.sessionRpe === null ? "" : `Effort ${performed.ended.sessionRpe} of 10. `}
            {performed.ended.note}
          </p>
        ) : null}
        {floor.waiting === 0 ? <Later part={AFTER_SESSION} props={{ floor }} /> : null}
        {floor.refused.length > 0 ? (
          <a
            href="/floor?entries"
            className="flex min-h-[56px] items-center justify-center rounded-xl border border-[var(--floor-warn)] text-lg font-bold"
          >
            Entries that were not accepted
          </a>
        ) : null}
        <a
          href={`/after/${sessionId}`}
          className="flex min-h-[64px] items-center justify-center rounded-xl bg-[var(--floor-done)] text-xl font-bold text-[var(--floor-on)]"
        >
          The whole review
        </a>
      </div>
    );
  }
  return (
    <form
      className="flex flex-1 flex-col gap-4 pt-4"
      onSubmit={(event) => {
        event.preventDefault();
        if (floor.mayCommit()) void floor.log({ kind: "ended", sessionRpe: rpe, note });
      }}
    >
      <div className="flex">
        <SmallButton onClick={() => setAdding(true)}>Add a lift</SmallButton>
      </div>
      <h2 className="text-2xl font-bold">How hard was the whole session?</h2>
      <div className="grid grid-cols-4 gap-2" role="group" aria-label="Session effort, 0 to 10">
        {Array.from({ length: 11 }, (_, figure) => (
          <button
            key={figure}
            type="button"
            aria-pressed={rpe === figure}
            onClick={() => setRpe(figure)}
            className={`min-h-[56px] rounded-lg border text-xl font-bold ${rpe === figure ? "border-transparent bg-[var(--floor-plan)] text-[var(--floor-on)]" : "border-[var(--floor-line)]"}`}
          >
            {figure}
          </button>
        ))}
      </div>
      <label className="flex flex-col gap-1 text-lg">
        Note
        <textarea
          value={note}
          maxLength={2000}
          onChange={(event) => setNote(event.target.value)}
          rows={3}
          className="rounded-lg border border-[var(--floor-line)] bg-transparent p-3"
        />
      </label>
      <button
        type="submit"
        className="mt-auto min-h-[76px] rounded-xl bg-[var(--floor-done)] text-xl font-bold text-[var(--floor-on)]"
      >
        Finish
      </button>
    </form>
  );
}
