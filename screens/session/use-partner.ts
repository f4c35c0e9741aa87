"use client";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { type ComputedSession, catalogueIn, computeSession, type SessionView } from "@/contract";
import { applyEdits, type JointSession, jointSession, writeOwn } from "@/core";
import { ask, replySentence } from "@/device/api";
import { newId } from "@/device/ids";
import type { Desk, Selection } from "./use-desk";

export interface Partner {
  readonly view: SessionView;
  readonly computed: ComputedSession;
  /** Both in one time. */
  readonly joint: JointSession;
  /** Their own load and effort of a set as typed; what is wrong with it, else null. */
  readonly write: (at: Selection, typed: string) => string | null;
  /** What became of the last change, where it was not taken. */
  readonly refusal: string | null;
}

/**
 * The session that is trained together with this one: read again whenever this one was saved, for what is shared goes there by
 * itself; null while there is none, or it is on its way.
 */
export function usePartner(desk: Desk): Partner | null {
  const { partner } = desk.view;
  const [view, setView] = useState<SessionView | null>(null);
  const [refusal, setRefusal] = useState<string | null>(null);
  const sending = useRef<Promise<void>>(Promise.resolve());
  const latest = useRef<SessionView | null>(null);
  const put = useCallback((next: SessionView | null) => {
    latest.current = next;
    setView(next);
  }, []);
  const sessionId = partner?.sessionId ?? null;
  const read = useCallback(async () => {
    if (!sessionId) return put(null);
    const reply = await ask("sessions.show", { sessionId });
    if (reply.kind === "ok") put(reply.value);
  }, [sessionId, put]);
  const isSaved = desk.save.kind === "saved";
  useEffect(() => {
    if (isSaved) sending.current = sending.current.then(read);
  }, [isSaved, read]);

  const write = useCallback(
    (at: Selection, typed: string): string | null => {
      const now = latest.current;
      if (now?.state !== "draft") return "This session has been started: it stays as it was shown.";
      const written = writeOwn(now.document, { ...at, typed }, catalogueIn(now.exercises), newId);
      if (!written.ok) return written.message;
      const edited = applyEdits(now.document, written.edits);
      if (!edited.ok) return edited.message;
      setRefusal(null);
      put({ ...now, document: edited.document });
      // One after the other, each on what the server has then.
      sending.current = sending.current.then(async () => {
        const revision = latest.current?.revision ?? now.revision;
        const input = { sessionId: now.sessionId, revision, edits: written.edits, draftText: null };
        const reply = await ask("sessions.edit", input);
        if (reply.kind === "ok") {
          const { revision: next, merged } = reply.value;
          const stands = latest.current ?? now;
          return put({ ...stands, revision: next, document: merged?.document ?? stands.document });
        }
        setRefusal(`${now.client.name}'s load was not saved. ${replySentence(reply)}`);
        await read();
      });
      return null;
    },
    [put, read],
  );

  const computed = useMemo(() => (view ? computeSession(view.document, view) : null), [view]);
  const joint = useMemo(
    () => (computed ? jointSession(desk.computed.timeline, computed.timeline) : null),
    [computed, desk.computed],
  );
  return useMemo(
    () => (view && computed && joint ? { view, computed, joint, write, refusal } : null),
    [view, computed, joint, write, refusal],
  );
}
