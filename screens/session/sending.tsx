"use client";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useMemo, useState } from "react";
import { allBlocks, sameValue } from "@/core";
import { callApi, replySentence } from "@/device/api";
import { useDates } from "@/parts/region";
import { Button } from "@/ui/button";
import type { Desk } from "./use-desk";

/** What the client has of the session: nothing yet, a copy, one that was looked at; and what has changed since. */
export function Sending({ desk }: { desk: Desk }) {
  const { shortDateAt } = useDates();
  const { view, document, save, locked } = desk;
  const router = useRouter();
  const [isBusy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  // What the client's copy was made of; of one from before, what stood when the desk was opened.
  const [copied, setCopied] = useState(document);
  const { sent } = view;
  const isSame = useMemo(() => sent === null || sameValue(document, copied), [sent, document, copied]);
  if (locked || allBlocks(document).length === 0) return null;
  const send = async () => {
    setBusy(true);
    const reply = await callApi("sessions.send", { sessionId: view.sessionId });
    setBusy(false);
    setProblem(reply.kind === "ok" ? null : replySentence(reply));
    if (reply.kind !== "ok") return;
    setCopied(document);
    router.refresh();
  };
  const isChanged = sent !== null && (sent.changed > 0 || !isSame);
  const words = !sent
    ? "not sent"
    : isChanged
      ? `sent ${shortDateAt(sent.atMs)}, changed since`
      : sent.seenAtMs
        ? `seen ${shortDateAt(sent.seenAtMs)}`
        : `sent ${shortDateAt(sent.atMs)}, not seen yet`;
  return (
    <>
      <span className="narrow text-quiet" role={problem ? "alert" : undefined}>
        {problem ??
          (sent ? (
            <Link href={`/outbox?letter=${sent.copyId}`} prefetch={false} className="underline underline-offset-2">
              {words}
            </Link>
          ) : (
            words
          ))}
      </span>
      {!sent || isChanged ? (
        <Button disabled={isBusy || save.kind !== "saved"} onClick={send}>
          {sent ? "Send again" : "Send"}
        </Button>
      ) : null}
    </>
  );
}
