"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { allBlocks } from "@/core";
import { ask, replySentence } from "@/device/api";
import { Button } from "@/ui/button";
import { shortDate } from "@/ui/dates";
import type { Desk } from "./use-desk";

const dayOf = (ms: number): string => shortDate(new Date(ms).toISOString().slice(0, 10));

/** What the client has of the session: nothing yet, a copy, one that was looked at; and what has changed since. */
export function Sending({ desk }: { desk: Desk }) {
  const { view, document, save, locked, changesSinceSent } = desk;
  const router = useRouter();
  const [isBusy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const { sent } = view;
  if (locked || allBlocks(document).length === 0) return null;
  const send = async () => {
    setBusy(true);
    const reply = await ask("sessions.send", { sessionId: view.sessionId });
    setBusy(false);
    setProblem(reply.kind === "ok" ? null : replySentence(reply));
    if (reply.kind === "ok") router.refresh();
  };
  const changed = sent ? Math.max(sent.changed, changesSinceSent) : 0;
  const words = !sent
    ? "not sent"
    : changed > 0
      ? `sent ${dayOf(sent.atMs)}, changed since`
      : sent.seenAtMs
        ? `seen ${dayOf(sent.seenAtMs)}`
        : `sent ${dayOf(sent.atMs)}, not seen yet`;
  return (
    <>
      <span className="narrow text-quiet" role={problem ? "alert" : undefined}>
        {problem ?? words}
      </span>
      {!sent || changed > 0 ? (
        <Button disabled={isBusy || save.kind !== "saved"} onClick={send}>
          {sent ? "Send again" : "Send"}
        </Button>
      ) : null}
    </>
  );
}
