/** Saves what is changed at a desk: on the device at once, on the server half a second after the last change. */

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

/** What was kept of a session. The server checks each edit when it comes: the desk's page is spared the schemas. */
function keptOf(id: string): Kept | null {
  try {
    const kept = JSON.parse(localStorage.getItem(keptKey(id)) ?? "null") as Kept | null;
    return Array.isArray(kept?.unsaved) ? { ...kept, unsaved: presentIds(kept.unsaved) } : null;
  } catch {
    return null;
  }
}

/** Changes that had not reached the server when the tab closed, put on what the server has now. */
export function keptWork(view: Pick<SessionView, "sessionId" | "document" | "draftText">): Work | null {
  const kept = keptOf(view.sessionId);
  const edited = kept && applyEdits(view.document, kept.unsaved);
  if (!kept || (kept.unsaved.length === 0 && kept.draftText === view.draftText)) return null;
  return { document: edited?.ok ? edited.document : view.document, draftText: kept.draftText, unsaved: kept.unsaved };
}

const PAUSE_MS = 500;
const RETRY_MS = 4000;
/** Changes in one request. */
const AT_ONCE = 1000;

type Opened = Pick<SessionView, "sessionId" | "revision">;

/** Whose changes are saved, and who is told what becomes of them. */
export interface SaverOwner {
  readonly work: () => Work;
  readonly setWork: (change: (before: Work) => Work) => void;
  readonly onState: (state: SaveState) => void;
  /**
   * What others saved meanwhile is in the work now; what it was, in a sentence. `typedOn`: the document of the text, where that
   * was typed on meanwhile and does not hold what others changed.
   */
  readonly onMerged: (document: SessionDocument, notice: string, typedOn: SessionDocument | null) => void;
}

export interface Saver {
  /** Begins: what was kept from before is sent. */
  readonly start: () => void;
  /** Ends: what waits stays on the device, and is sent when the session is opened again. */
  readonly stop: () => void;
  /** Something was changed. */
  readonly touch: () => void;
  /** The session was read again, and nothing of it waits here: what is sent next goes on from there. False: it is an older one. */
  readonly readAgain: (now: Opened) => boolean;
}

/**
 * Keeps every change on the device at once, and on the server half a second after the last, one request at a time. What
 * others saved meanwhile is merged there and shown here; what clashed with it is said.
 */
export function createSaver(opened: Opened, owner: SaverOwner): Saver {
  let { sessionId } = opened;
  let revision: number | null = null;
  let state: SaveState = { kind: "saved" };
  let isBusy = false;
  let isStopped = false;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let keepNow = () => {};

  const revisionNow = (): number => (revision ??= keptOf(sessionId)?.revision ?? opened.revision);
  const tell = (next: SaveState) => {
    state = next;
    owner.onState(next);
  };
  const callOff = () => {
    clearTimeout(timer);
    keepNow();
    keepNow = () => {};
  };
  const schedule = () => {
    callOff();
    if (isStopped) return;
    const { unsaved, draftText } = owner.work();
    const kept: Kept = { revision: revisionNow(), unsaved, draftText };
    const key = keptKey(sessionId);
    // Once the frame that shows it is there; before, where the page is left or the next change comes.
    keepNow = soonAtTheLatestOnLeaving(() => localStorage.setItem(key, JSON.stringify(kept)));
    timer = setTimeout(() => void send(), PAUSE_MS);
  };
  const touch = () => {
    tell({ kind: "unsaved" });
    schedule();
  };
  const send = async () => {
    if (isBusy) return;
    isBusy = true;
    const sent = owner.work();
    const edits = sent.unsaved.slice(0, AT_ONCE);
    const of = sessionId;
    callOff();
    tell({ kind: "saving" });
    const reply = await callApi("sessions.edit", {
      sessionId: of,
      revision: revisionNow(),
      edits,
      draftText: sent.draftText,
    });
    isBusy = false;
    // Another session is here by now: what waits of this one was kept.
    if (of !== sessionId) return;
    if (reply.kind !== "ok") {
      const final = reply.kind === "conflict" || reply.kind === "notFound" || reply.kind === "refused";
      tell({ kind: "failed", message: replySentence(reply), final });
      if (!final && !isStopped) timer = setTimeout(touch, RETRY_MS);
      return;
    }
    revision = reply.value.revision;
    const { merged: others } = reply.value;
    const work = owner.work();
    const left = work.unsaved.slice(edits.length);
    const more = left.length > 0 || work.draftText !== sent.draftText;
    if (!more) localStorage.removeItem(keptKey(of));
    if (others) {
      const mine = applyEdits(others.document, left);
      const document = mine.ok ? mine.document : others.document;
      // What was typed on meanwhile is newer than the text that was saved; others' lines go below it.
      const isTypedOn = work.draftText !== sent.draftText;
      const typed = [work.draftText ?? "", ...others.unread].join("\n\n");
      const draftText = isTypedOn ? typed.trim() || null : others.draftText;
      owner.setWork(() => ({ document, draftText, unsaved: mine.ok ? left : [] }));
      const notice = mergedWords(others, document, others.conflicts.length + (mine.ok ? 0 : 1));
      owner.onMerged(document, notice, isTypedOn ? work.document : null);
    } else owner.setWork((before) => ({ ...before, unsaved: before.unsaved.slice(edits.length) }));
    if (more) touch();
    else tell({ kind: "saved" });
  };

  return {
    start: () => {
      isStopped = false;
      if (keptOf(sessionId)) touch();
    },
    stop: () => {
      isStopped = true;
      callOff();
    },
    touch,
    readAgain: (now) => {
      const isNewer = now.sessionId !== sessionId || now.revision >= revisionNow();
      if (now.sessionId !== sessionId) {
        callOff();
        sessionId = now.sessionId;
        if (state.kind !== "saved") tell({ kind: "saved" });
      }
      if (isNewer) revision = keptOf(sessionId)?.revision ?? now.revision;
      return isNewer;
    },
  };
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
  { by, blocks, conflicts, unread }: Omit<NonNullable<SavedSession["merged"]>, "document" | "draftText">,
  document: SessionDocument,
  lost: number,
): string {
  const who = by.length > 0 ? by.join(" and ") : "Somebody else";
  const all = allBlocks(document);
  const letters = (ids: readonly string[]) =>
    all.flatMap(({ id }, at) => (ids.includes(id) ? [`block ${blockLetter(at)}`] : [])).join(", ") || "this session";
  const lines = unread.map((line) => `“${line}”`).join(" and ");
  const typed = unread.length === 1 ? "a line that does not read yet" : "lines that do not read yet";
  if (lines !== "")
    return `${who} typed ${typed} at the same time: ${lines} ${unread.length === 1 ? "is" : "are"} in the text too.`;
  if (lost === 0) return `${who} changed ${letters(blocks)} at the same time: both changes are in it.`;
  const where = letters(
    blocksTouched(
      document,
      conflicts.map(({ mine }) => mine),
    ),
  );
  return `${who} changed the same thing in ${where} first: ${lost} of your changes ${lost === 1 ? "was" : "were"} not taken. Look it over.`;
}
