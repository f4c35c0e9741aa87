/** The session of a client who trains together with the desk’s client. */

import { createStore, type StoreApi } from "zustand/vanilla";
import { catalogueIn } from "@/contract";
import { applyEdits, EMPTY_DOCUMENT, writePartnerCell } from "@/core";
import { callApi } from "@/device/api";
import { newId } from "@/device/ids";
import type { SessionView } from "@/views";
import type { Selection } from "./desk-state";
import { createSaver, keptWork, type SaveState, type Work } from "./saving";

interface PartnerState {
  /** The session as it was read last; null: it is on its way. */
  readonly opened: SessionView | null;
  readonly work: Work;
  readonly save: SaveState;
}

const NOTHING: PartnerState = {
  opened: null,
  work: { document: EMPTY_DOCUMENT, draftText: null, unsaved: [] },
  save: { kind: "saved" },
};

export interface PartnerStore extends StoreApi<PartnerState> {
  /** Reads it again: what is shared goes there by itself. */
  readonly read: () => Promise<void>;
  /** Their own load and effort of a set as typed; what is wrong with it, else null. */
  readonly write: (at: Selection, typed: string) => string | null;
  /** Ends: what waits stays on the device. */
  readonly stop: () => void;
}

/** Where nobody trains together. */
export const NO_PARTNER: StoreApi<PartnerState> = createStore(() => NOTHING);

/** The session of the one who trains together with the desk's client; what is written of it is saved as the desk's own changes are. */
export function createPartner(sessionId: string): PartnerStore {
  const store = createStore<PartnerState>(() => NOTHING);
  const now = store.getState;
  let isStopped = false;
  const setWork = (change: (before: Work) => Work) => store.setState({ work: change(now().work) });
  const saver = createSaver(
    { sessionId, revision: 0 },
    {
      work: () => now().work,
      setWork,
      onState: (save) => store.setState({ save }),
      // What is shared is merged into the desk's own session, and said there.
      onMerged: () => {},
    },
  );
  return {
    ...store,
    read: async () => {
      const reply = await callApi("sessions.show", { sessionId });
      if (reply.kind !== "ok" || isStopped) return;
      const opened = reply.value;
      const left = now().work.unsaved;
      const isQuiet = left.length === 0 && now().save.kind === "saved";
      // Asked before the last change was saved, and answered after it: what is here is newer.
      if (isQuiet && !saver.readAgain(opened)) return;
      const kept = isQuiet ? keptWork(opened) : null;
      const edited = applyEdits(opened.document, left);
      const document = edited.ok ? edited.document : opened.document;
      store.setState({ opened, work: kept ?? { document, draftText: opened.draftText, unsaved: left } });
      if (kept) saver.touch();
    },
    write: (at, typed) => {
      const { opened, work } = now();
      if (opened?.state !== "draft") return "This session has been started: it stays as it was shown.";
      const { exercises, gym } = opened;
      const cell = { ...at, typed };
      const written = writePartnerCell(work.document, cell, catalogueIn(exercises), newId, gym.equipment.unit);
      if (!written.ok) return written.message;
      const edited = applyEdits(work.document, written.edits);
      if (!edited.ok) return edited.message;
      setWork((before) => ({ ...before, document: edited.document, unsaved: [...before.unsaved, ...written.edits] }));
      saver.touch();
      return null;
    },
    stop: () => {
      isStopped = true;
      saver.stop();
    },
  };
}
