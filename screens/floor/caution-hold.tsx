"use client";
import { useCallback, useEffect, useState } from "react";
import type { Output } from "@/contract";
import { callApi, type Reply, replySentence } from "@/device/api";
import { ChoiceButton } from "./questions";

type Hold = Output<"floor.holds">["holds"][number];

/** Cautions hold the session until a coach says why they are all right here, in one sentence, or changes what they are about. */
export function CautionHold({ sessionId, onRecorded }: { sessionId: string; onRecorded: () => void }) {
  const [holds, setHolds] = useState<readonly Hold[] | null>(null);
  const [reason, setReason] = useState("");
  const [problem, setProblem] = useState("");
  const [isBusy, setBusy] = useState(false);
  const read = useCallback(async () => {
    const reply = await callApi("floor.holds", { sessionId });
    if (reply.kind !== "ok") return setProblem(replySentence(reply));
    setHolds(reply.value.holds);
    if (reply.value.holds.length === 0) onRecorded();
  }, [sessionId, onRecorded]);
  useEffect(() => {
    void read();
  }, [read]);
  const run = async (work: () => Promise<Reply<unknown>>) => {
    if (isBusy) return;
    setBusy(true);
    setProblem("");
    const reply = await work();
    if (reply.kind === "ok") await read();
    else setProblem(reply.kind === "refused" ? (reply.problems[0]?.message ?? reply.message) : replySentence(reply));
    setBusy(false);
  };
  const recordAll = () =>
    run(async () => {
      let reply: Reply<unknown> = { kind: "ok", value: null };
      for (const { key } of holds ?? [])
        if (reply.kind === "ok") reply = await callApi("sessions.recordReason", { sessionId, key, reason });
      return reply;
    });
  const change = (slotId: string, exerciseId: string | null) =>
    run(() => callApi("floor.changeLift", { sessionId, slotId, exerciseId }));
  const lifts = liftsOf(holds ?? []);
  return (
    <form
      className="flex flex-1 flex-col gap-4 pt-4 text-left"
      onSubmit={(event) => {
        event.preventDefault();
        void recordAll();
      }}
    >
      <h1 className="text-xl font-bold">Before this session starts</h1>
      {holds === null ? <p className="text-lg">One moment…</p> : null}
      {(holds ?? [])
        .filter(({ lift }) => lift === null)
        .map(({ key, words }) => (
          <p key={key} className="text-lg">
            ▲ {words}
          </p>
        ))}
      {lifts.map(({ lift, words }) => (
        <section key={lift.slotId} aria-label={lift.name} className="flex flex-col gap-2">
          {words.map((one) => (
            <p key={one} className="text-lg">
              ▲ {one}
            </p>
          ))}
          {lift.standIns.map(({ exerciseId, name, words: load }) => (
            <ChoiceButton
              key={exerciseId}
              title={`${name} instead`}
              detail={load}
              onTake={() => void change(lift.slotId, exerciseId)}
            />
          ))}
          <ChoiceButton title={`Leave out ${lift.name}`} detail="" onTake={() => void change(lift.slotId, null)} />
        </section>
      ))}
      <label className="flex flex-col gap-1 text-lg">
        {holds && holds.length > 1 ? "Or why all of it is all right here" : "Or why it is all right here"}
        <input
          value={reason}
          maxLength={500}
          required
          minLength={3}
          aria-describedby="held-problem"
          onChange={(event) => setReason(event.target.value)}
          className="min-h-[56px] rounded-lg border border-[var(--floor-line)] bg-transparent px-3"
        />
      </label>
      <p id="held-problem" role="alert" className="min-h-6 text-[var(--floor-warn)]">
        {problem}
      </p>
      <button
        type="submit"
        disabled={!holds || isBusy}
        className="min-h-[64px] rounded-xl bg-[var(--floor-done)] text-xl font-bold text-[var(--floor-on)] disabled:opacity-45"
      >
        Save and open
      </button>
      <a href="/floor" className="flex min-h-[56px] items-center justify-center text-lg underline underline-offset-4">
        Other sessions
      </a>
    </form>
  );
}

/** The lifts that cautions are about, each once, with every sentence about it. */
function liftsOf(holds: readonly Hold[]) {
  const lifts = new Map<string, { readonly lift: NonNullable<Hold["lift"]>; readonly words: string[] }>();
  for (const { lift, words } of holds) {
    if (!lift) continue;
    const known = lifts.get(lift.slotId) ?? { lift, words: [] };
    known.words.push(words);
    lifts.set(lift.slotId, known);
  }
  return [...lifts.values()];
}
