"use client";
import { useCallback, useEffect, useRef, useState } from "react";
import { presentIds } from "@/contract";
import { allBlocks, applyEdits, blockLetter, blocksTouched, type Edit, type SessionDocument } from "@/core";
import { callApi, replySentence } from "@/device/api";
import { afterPaint } from "@/ui/after-paint";
import type { SavedSession, SessionView } from "@/views";

/** What stands on the desk: the document, the text while it does not read, and the changes that are not saved yet. */
export interface Work {
  readonly document: SessionDocument;
  readonly draftText: string | null;
  readonly unsaved: readonly Edit[];
}

export type SaveState =
  | { readonly kind: "saved" | "saving" | "unsaved" }
  | { readonly kind: "failed"; readonly message: string; readonly final: boolean };

interface Kept {
  readonly revision: number;
  readonly unsaved: readonly Edit[];
  readonly draftText: string | null;
}

const keptKey = (id: string): string => `yarvex:desk:${id}`;

function readKept(id: string): Kept | null {
  try {
    const kept = JSON.parse(localStorage.getItem(keptKey(id)) ?? "null") as Kept | null;
    return Array.isArray(kept?.unsaved) ? { ...kept, unsaved: presentIds(kept.unsaved) } : null;
  } catch {
    return null;
  }
}

/** Changes that had not reached the server when the tab closed, put on what the server has now. */
export function keptWork(view: Pick<SessionView, "sessionId" | "document" | "draftText">): Work | null {
  const kept = readKept(view.sessionId);
  const edited = kept && applyEdits(view.document, kept.unsaved);
  if (!kept || (kept.unsaved.length === 0 && kept.draftText === view.draftText)) return null;
  return { document: edited?.ok ? edited.document : view.document, draftText: kept.draftText, unsaved: kept.unsaved };
}

const PAUSE_MS = 500;
const RETRY_MS = 4000;
/** Changes in one request. */
const AT_ONCE = 1000;

/**
 * Keeps every change on the device at once, and on the server half a second after the last, one request at a time. What
 * others saved meanwhile is merged there and shown here; what clashed with it is said.
 */
export function useSaving(
  { sessionId, revision: opened }: Pick<SessionView, "sessionId" | "revision">,
  work: Work,
  /** The work as it stands now, also what was not drawn yet. */
  latest: { readonly current: Work },
  setWork: (change: (before: Work) => Work) => void,
  onMerged: (document: SessionDocument) => void,
) {
  const [state, setState] = useState<SaveState>({ kind: "saved" });
  const [notice, setNotice] = useState<string | null>(null);
  const [revision] = useState(() => ({ current: readKept(sessionId)?.revision ?? opened }));
  const of = useRef(sessionId);
  const busy = useRef(false);
  const merged = useRef(onMerged);
  merged.current = onMerged;
  const touch = useCallback(() => setState({ kind: "unsaved" }), []);
  /** The session was read again, and nothing of it waits here: what is sent next goes on from there. False: it is an older one. */
  const readAgain = useCallback(
    (now: Pick<SessionView, "sessionId" | "revision">): boolean => {
      const isNewer = now.sessionId !== of.current || now.revision >= revision.current;
      of.current = now.sessionId;
      if (isNewer) revision.current = readKept(now.sessionId)?.revision ?? now.revision;
      return isNewer;
    },
    [revision],
  );

  // Something kept from before waits to be sent.
  useEffect(() => {
    if (readKept(sessionId)) setState({ kind: "unsaved" });
  }, [sessionId]);

  useEffect(() => {
    if (state.kind !== "unsaved") return;
    const { unsaved, draftText } = work;
    // Once the frame that shows it is there; before, where the page is left or the next change comes.
    const kept: Kept = { revision: revision.current, unsaved, draftText };
    const finish = soonAtTheLatestOnLeaving(() => localStorage.setItem(keptKey(sessionId), JSON.stringify(kept)));
    const timer = setTimeout(async () => {
      if (busy.current) return;
      busy.current = true;
      const sent = latest.current;
      const edits = sent.unsaved.slice(0, AT_ONCE);
      setState({ kind: "saving" });
      const input = { sessionId, revision: revision.current, edits, draftText: sent.draftText };
      const reply = await callApi("sessions.edit", input);
      busy.current = false;
      if (reply.kind !== "ok") {
        const final = reply.kind === "conflict" || reply.kind === "notFound" || reply.kind === "refused";
        setState({ kind: "failed", message: replySentence(reply), final });
        return;
      }
      revision.current = reply.value.revision;
      const { merged: others } = reply.value;
      const left = latest.current.unsaved.slice(edits.length);
      const more = left.length > 0 || latest.current.draftText !== sent.draftText;
      if (!more) localStorage.removeItem(keptKey(sessionId));
      if (others) {
        const mine = applyEdits(others.document, left);
        const document = mine.ok ? mine.document : others.document;
        setWork((before) => ({ ...before, document, unsaved: mine.ok ? left : [] }));
        merged.current(document);
        setNotice(mergedWords(others, document, others.conflicts.length + (mine.ok ? 0 : 1)));
      } else setWork((before) => ({ ...before, unsaved: before.unsaved.slice(edits.length) }));
      setState({ kind: more ? "unsaved" : "saved" });
    }, PAUSE_MS);
    return () => {
      clearTimeout(timer);
      finish();
    };
  }, [work, latest, state, sessionId, setWork, revision]);

  useEffect(() => {
    if (state.kind !== "failed" || state.final) return;
    const timer = setTimeout(touch, RETRY_MS);
    return () => clearTimeout(timer);
  }, [state, touch]);

  return { state, notice, touch, readAgain };
}

/** Does it after the next frame, or on leaving the page; what it returns does it now, where it is not done. */
function soonAtTheLatestOnLeaving(work: () => void): () => void {
  let isDone = false;
  const once = () => {
    if (isDone) return;
    isDone = true;
    callOff();
    window.removeEventListener("pagehide", once);
    work();
  };
  const callOff = afterPaint(once);
  window.addEventListener("pagehide", once);
  return once;
}

/** Who changed what at the same time, and what became of it. */
function mergedWords(
  { by, blocks, conflicts }: Pick<NonNullable<SavedSession["merged"]>, "by" | "blocks" | "conflicts">,
  document: SessionDocument,
  lost: number,
): string {
  const who = by.length > 0 ? by.join(" and ") : "Somebody else";
  const all = allBlocks(document);
  const letters = (ids: readonly string[]) =>
    all.flatMap(({ id }, at) => (ids.includes(id) ? [`block ${blockLetter(at)}`] : [])).join(", ") || "this session";
  if (lost === 0) return `${who} changed ${letters(blocks)} at the same time: both changes are in it.`;
  const where = letters(
    blocksTouched(
      document,
      conflicts.map(({ mine }) => mine),
    ),
  );
  return `${who} changed the same thing in ${where} first: ${lost} of your changes ${lost === 1 ? "was" : "were"} not taken. Look it over.`;
}
