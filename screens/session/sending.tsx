"use client";
import { MessageSquare } from "lucide-react";
import { useRouter } from "next/navigation";
import { useMemo, useState } from "react";
import { allBlocks, type SessionDocument, sameValue } from "@/core";
import { callApi } from "@/device/api";
import { useApiMutation } from "@/device/query";
import { useSessionLink } from "@/device/session-link";
import { useDates } from "@/parts/region";
import { Button } from "@/ui/button";
import { fetched } from "@/ui/on-demand";
import { PageLink } from "@/ui/page-link";
import { useWholeDesk } from "./use-desk";

const HandOnSheet = fetched(() => import("@/parts/hand-on-sheet").then((module) => module.HandOnSheet));
const MessageSheet = fetched(() => import("./message-sheet").then((module) => module.MessageSheet));

/** What the client has of the session: nothing yet, a copy, one that was looked at; and what has changed since. */
export function Sending() {
  const { shortDateAt } = useDates();
  const { view, document, save, locked } = useWholeDesk();
  const router = useRouter();
  // What the client's copy was made of; of one from before, what stood when the desk was opened.
  const [copied, setCopied] = useState(document);
  const [isWriting, setWriting] = useState(false);
  const [isHandingOn, setHandingOn] = useState(false);
  const { sent, recipient } = view;
  const link = useSessionLink(view.sessionId, () => router.refresh());
  const isSame = useMemo(() => sent === null || sameValue(document, copied), [sent, document, copied]);
  const send = useApiMutation(
    (_: SessionDocument) => callApi("sessions.send", { sessionId: view.sessionId }),
    (_, sentDocument) => {
      setCopied(sentDocument);
      router.refresh();
    },
  );
  if (locked || allBlocks(document).length === 0) return null;
  const problem = send.error?.message ?? null;
  const isChanged = sent !== null && (sent.changed > 0 || !isSame);
  const words = !sent
    ? "not sent"
    : isChanged
      ? `sent ${shortDateAt(sent.atMs)}, changed since`
      : sent.emailProblem
        ? "email not sent"
        : sent.seenAtMs
          ? `seen ${shortDateAt(sent.seenAtMs)}`
          : `sent ${shortDateAt(sent.atMs)}, ${recipient.hasAccount ? "not seen yet" : "no account"}`;
  return (
    <>
      <span className="text-quiet" role={problem ? "alert" : undefined}>
        {problem ??
          (sent ? (
            <PageLink href={`/outbox?email=${sent.copyId}`} className="underline underline-offset-2">
              {words}
            </PageLink>
          ) : (
            words
          ))}
      </span>
      <button type="button" aria-label="Message" title="Message" className="p-1.5" onClick={() => setWriting(true)}>
        <MessageSquare size={16} aria-hidden />
      </button>
      {recipient.hasAccount || !sent ? null : <Button onClick={() => setHandingOn(true)}>Hand it on</Button>}
      {isHandingOn ? (
        <HandOnSheet
          clientId={view.client.id}
          clientName={view.client.name}
          sessionId={view.sessionId}
          linkUntilMs={recipient.linkUntilMs}
          link={link}
          onClose={() => setHandingOn(false)}
        />
      ) : null}
      {isWriting ? <MessageSheet onClose={() => setWriting(false)} /> : null}
      {!sent || isChanged ? (
        <Button disabled={send.isPending || save.kind !== "saved"} onClick={() => send.mutate(document)}>
          {sent ? "Send again" : "Send"}
        </Button>
      ) : null}
    </>
  );
}
