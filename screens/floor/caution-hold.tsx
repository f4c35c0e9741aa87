"use client";
import { useState } from "react";
import { callApi, replySentence } from "@/device/api";

/** A caution holds the session until a coach says why it is all right here: that can be done where they stand. */
export function CautionHold({
  sessionId,
  message,
  reasonKey,
  onRecorded,
}: {
  sessionId: string;
  message: string;
  reasonKey: string;
  onRecorded: () => void;
}) {
  const [reason, setReason] = useState("");
  const [problem, setProblem] = useState("");
  return (
    <form
      className="flex flex-col gap-4 text-left"
      onSubmit={async (event) => {
        event.preventDefault();
        const reply = await callApi("sessions.recordReason", { sessionId, key: reasonKey, reason });
        if (reply.kind === "ok") onRecorded();
        else setProblem(replySentence(reply));
      }}
    >
      <h1 className="text-2xl font-bold">Before this session starts</h1>
      <p className="text-lg">▲ {message}</p>
      <label className="flex flex-col gap-1 text-lg">
        Why it is all right here
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
        className="min-h-[64px] rounded-xl bg-[var(--floor-done)] text-xl font-bold text-[var(--floor-on)]"
      >
        Record and open
      </button>
      <a href="/floor" className="flex min-h-[56px] items-center justify-center text-lg underline underline-offset-4">
        Other sessions
      </a>
    </form>
  );
}
