"use client";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { catalogueIn } from "@/contract";
import {
  applyEdits,
  EMPTY_DOCUMENT,
  type JointSession,
  jointRests,
  jointSession,
  type RestsByRound,
  sameValue,
  writePartnerCell,
} from "@/core";
import { callApi } from "@/device/api";
import { newId } from "@/device/ids";
import { useLatest } from "@/ui/use-latest";
import { type ComputedSession, computeSession, type SessionView } from "@/views";
import type { Desk, Selection } from "./use-desk";
import { keptWork, useSaving, type Work } from "./use-saving";

export interface Partner {
  readonly view: SessionView;
  readonly computed: ComputedSession;
  /** Both in one time. */
  readonly joint: JointSession;
  /** Their own load and effort of a set as typed; what is wrong with it, else null. */
  readonly write: (at: Selection, typed: string) => string | null;
  /** What became of the last change, where it is not saved. */
  readonly refusal: string | null;
  /** Why what is changed here does not go there any more; null while it does. */
  readonly apart: string | null;
}

const NOTHING: Work = { document: EMPTY_DOCUMENT, draftText: null, unsaved: [] };

/**
 * The session that is trained together with this one: read again whenever this one was saved, for what is shared goes there by
 * itself; what is written of it here is kept and saved as the desk's own changes are. Null while there is none, or it is on its way.
 */
export function usePartner(desk: Desk): Partner | null {
  const { partner } = desk.view;
  const sessionId = partner?.sessionId ?? null;
  const [opened, setOpened] = useState<SessionView | null>(null);
  const [work, showWork] = useState<Work>(NOTHING);
  const now = useRef(NOTHING);
  const setWork = useCallback((change: (before: Work) => Work) => {
    now.current = change(now.current);
    showWork(now.current);
  }, []);
  const saving = useSaving({ sessionId: opened?.sessionId ?? "", revision: 0 }, work, now, setWork, () => {});
  const { touch, readAgain } = saving;
  const save = useLatest(saving.state);

  const read = useCallback(async () => {
    if (!sessionId) return setOpened(null);
    const reply = await callApi("sessions.show", { sessionId });
    if (reply.kind !== "ok") return;
    const view = reply.value;
    const left = now.current.unsaved;
    const isQuiet = left.length === 0 && save.now.kind === "saved";
    // Asked before the last change was saved, and answered after it: what is here is newer.
    if (isQuiet && !readAgain(view)) return;
    const kept = isQuiet ? keptWork(view) : null;
    const edited = applyEdits(view.document, left);
    setWork(
      () => kept ?? { document: edited.ok ? edited.document : view.document, draftText: view.draftText, unsaved: left },
    );
    if (kept) touch();
    setOpened(view);
  }, [sessionId, setWork, touch, readAgain, save]);
  // What was written of another before is kept, and no longer on this screen.
  // biome-ignore lint/correctness/useExhaustiveDependencies: by the session
  useEffect(() => {
    setWork(() => NOTHING);
    setOpened(null);
  }, [sessionId, setWork]);
  const isSaved = desk.save.kind === "saved";
  useEffect(() => {
    if (isSaved) void read();
  }, [isSaved, read]);

  const view = useMemo(() => opened && { ...opened, document: work.document }, [opened, work.document]);
  const write = useCallback(
    (at: Selection, typed: string): string | null => {
      if (opened?.state !== "draft") return "This session has been started: it stays as it was shown.";
      const { document } = now.current;
      const written = writePartnerCell(
        document,
        { ...at, typed },
        catalogueIn(opened.exercises),
        newId,
        opened.gym.equipment.unit,
      );
      if (!written.ok) return written.message;
      const edited = applyEdits(document, written.edits);
      if (!edited.ok) return edited.message;
      setWork((before) => ({ ...before, document: edited.document, unsaved: [...before.unsaved, ...written.edits] }));
      touch();
      return null;
    },
    [opened, setWork, touch],
  );

  const [rested, setTheirRests] = useState<RestsByRound>({});
  const computed = useMemo(() => (view ? computeSession(view.document, { ...view, rested }) : null), [view, rested]);
  const joint = useMemo(
    () => (computed ? jointSession(desk.computed.timeline, computed.timeline) : null),
    [computed, desk.computed],
  );
  // What is rested hangs on both sessions' work: found again when one of them changed, and not by what is foretold from it.
  const { document, setRested } = desk;
  const theirs = view?.document ?? null;
  const newest = useRef(joint);
  newest.current = joint;
  // biome-ignore lint/correctness/useExhaustiveDependencies: by the documents
  useEffect(() => {
    const same =
      <T>(next: T) =>
      (before: T) =>
        sameValue(before, next) ? before : next;
    const found = newest.current;
    setRested(same(found ? jointRests(found, "client") : undefined));
    setTheirRests(same(found ? jointRests(found, "partner") : {}));
  }, [document, theirs, setRested]);

  useEffect(() => () => setRested(undefined), [setRested]);

  const { state } = saving;
  const refusal =
    state.kind === "failed" && view
      ? `${view.client.name}'s loads are ${state.final ? "not saved" : "kept on this device, and not saved yet"}. ${state.message}`
      : null;
  const apart =
    view && view.state !== "draft" && !desk.locked
      ? `${view.client.name}'s session has been ${view.state}: what is changed here is ${desk.view.client.name}'s alone.`
      : null;
  return useMemo(
    () => (view && computed && joint ? { view, computed, joint, write, refusal, apart } : null),
    [view, computed, joint, write, refusal, apart],
  );
}
