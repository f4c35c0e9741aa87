"use client";
import { useEffect, useMemo, useState } from "react";
import { useStore } from "zustand";
import { type JointSession, jointRests, jointSession, type RestsByRound, sameValue } from "@/core";
import { useLatest } from "@/ui/use-latest";
import { type ComputedSession, computeSession, type SessionView } from "@/views";
import type { Selection } from "./desk-state";
import { createPartner, NO_PARTNER, type PartnerStore } from "./partner-store";
import { useDesk } from "./use-desk";

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

/**
 * The session that is trained together with the desk's: read again whenever the desk's was saved, for what is shared goes there by
 * itself; what is written of it here is kept and saved as the desk's own changes are. Null while there is none, or it is on its way.
 */
export function usePartner(): Partner | null {
  const sessionId = useDesk(({ view }) => view.partner?.sessionId ?? null);
  const clientName = useDesk(({ view }) => view.client.name);
  const isSaved = useDesk(({ save }) => save.kind === "saved");
  const locked = useDesk((desk) => desk.locked);
  const mine = useDesk((desk) => desk.document);
  const ownComputed = useDesk((desk) => desk.computed);
  const setRested = useDesk((desk) => desk.setRested);

  const [partner, setPartner] = useState<PartnerStore | null>(null);
  useEffect(() => {
    if (sessionId === null) return;
    const made = createPartner(sessionId);
    setPartner(made);
    // What was written of another before is kept, and no longer on this screen.
    return () => {
      made.stop();
      setPartner(null);
    };
  }, [sessionId]);
  useEffect(() => {
    if (partner && isSaved) void partner.read();
  }, [partner, isSaved]);

  const { opened, work, save } = useStore(partner ?? NO_PARTNER);
  const view = useMemo(() => opened && { ...opened, document: work.document }, [opened, work.document]);
  const [rested, setTheirRests] = useState<RestsByRound>({});
  const computed = useMemo(() => (view ? computeSession(view.document, { ...view, rested }) : null), [view, rested]);
  const joint = useMemo(
    () => (computed ? jointSession(ownComputed.timeline, computed.timeline) : null),
    [computed, ownComputed],
  );
  // What is rested hangs on both sessions' work: found again when one of them changed, and not by what is foretold from it.
  const theirs = view?.document ?? null;
  const newest = useLatest(joint);
  // biome-ignore lint/correctness/useExhaustiveDependencies: by the documents
  useEffect(() => {
    const found = newest.now;
    const theirRests = found ? jointRests(found, "partner") : {};
    setRested(found ? jointRests(found, "client") : undefined);
    setTheirRests((before) => (sameValue(before, theirRests) ? before : theirRests));
  }, [mine, theirs, setRested]);
  useEffect(() => () => setRested(undefined), [setRested]);

  const refusal =
    save.kind === "failed" && view
      ? `${view.client.name}'s loads are ${save.final ? "not saved" : "kept on this device, and not saved yet"}. ${save.message}`
      : null;
  const apart =
    view && view.state !== "draft" && !locked
      ? `${view.client.name}'s session has been ${view.state}: what is changed here is ${clientName}'s alone.`
      : null;
  return useMemo(
    () =>
      view && computed && joint && partner ? { view, computed, joint, write: partner.write, refusal, apart } : null,
    [view, computed, joint, partner, refusal, apart],
  );
}
