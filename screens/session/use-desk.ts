"use client";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { catalogueIn, computeSession, recordsOf, type SessionView } from "@/contract";
import {
  applyEdits,
  type Edit,
  type Operation,
  type ProgressionRule,
  parseCell,
  parseSession,
  printSession,
  reconcile,
  type SessionDocument,
  type ShorthandError,
  slotById,
  type WorkSet,
} from "@/core";
import { ask, replySentence } from "@/device/api";
import { newId } from "@/device/ids";

export interface Selection {
  readonly slotId: string;
  readonly round: number;
}

export type SaveState =
  | { readonly kind: "saved" | "saving" | "unsaved" }
  | { readonly kind: "failed"; readonly message: string; readonly final: boolean };

interface Work {
  readonly document: SessionDocument;
  readonly draftText: string | null;
  readonly rules: Readonly<Record<string, ProgressionRule>>;
}

/** One step back or forward: the edits that take it, and what stands beside the document then. */
interface Step extends Omit<Work, "document"> {
  readonly edits: readonly Edit[];
}

interface Kept extends Work {
  readonly revision: number;
}

const keptKey = (id: string): string => `yarvex:desk:${id}`;

/** Edits that had not reached the server when the tab closed, if they still fit. */
function kept(view: SessionView): Kept | null {
  try {
    const stored = JSON.parse(localStorage.getItem(keptKey(view.sessionId)) ?? "null") as Kept | null;
    return stored && stored.revision === view.revision ? stored : null;
  } catch {
    return null;
  }
}

/** The desk's state: the document with undo, the text as typed, the selection, and saving as one goes. */
export function useDesk(view: SessionView) {
  const catalogue = useMemo(() => catalogueIn(view.exercises), [view.exercises]);
  const [work, setWork] = useState<Work>({ document: view.document, draftText: view.draftText, rules: view.rules });
  const [past, setPast] = useState<readonly Step[]>([]);
  const [future, setFuture] = useState<readonly Step[]>([]);
  const [methods, setMethods] = useState(view.methods);
  const [refusal, setRefusal] = useState<string | null>(null);
  const [errors, setErrors] = useState<readonly ShorthandError[]>([]);
  const [text, setTextState] = useState(() => view.draftText ?? printSession(view.document, catalogue));
  const [mode, setModeState] = useState<"grid" | "text">(
    view.draftText !== null || view.document.blocks.length === 0 ? "text" : "grid",
  );
  const [selection, setSelection] = useState<Selection | null>(null);
  const [save, setSave] = useState<SaveState>({ kind: "saved" });
  // While a line does not parse, readings are reconciled with the last text that did: ids survive half-typed lines.
  const sound = useRef(view.document);
  const revision = useRef(view.revision);
  const locked = view.state !== "draft";

  useEffect(() => {
    const waiting = kept(view);
    const start = waiting ?? { document: view.document, draftText: view.draftText, rules: view.rules };
    if (waiting) {
      setWork({ document: waiting.document, draftText: waiting.draftText, rules: waiting.rules });
      setTextState(waiting.draftText ?? printSession(waiting.document, catalogue));
      setSave({ kind: "unsaved" });
    }
    if (start.draftText !== null) setErrors(parseSession(start.draftText, catalogue, newId).errors);
  }, [view, catalogue]);

  const records = useMemo(() => recordsOf(view), [view]);
  const context = useMemo(() => ({ ...view, rules: work.rules }), [view, work.rules]);
  const computed = useMemo(() => computeSession(work.document, context, records), [work.document, context, records]);

  const change = useCallback(
    (edits: readonly Edit[], beside: Partial<Omit<Work, "document">> = {}) => {
      if (locked) return;
      const edited = applyEdits(work.document, edits);
      if (!edited.ok) return setRefusal(edited.message);
      const { draftText, rules } = work;
      setRefusal(null);
      setPast((before) => [...before.slice(-199), { edits: edited.inverse, draftText, rules }]);
      setFuture([]);
      setWork({ ...work, ...beside, document: edited.document });
      setSave({ kind: "unsaved" });
      return edited.document;
    },
    [work, locked],
  );

  /** Does what a coach asked for, or says why not. */
  const operate = useCallback(
    (operation: Operation) => {
      if (!operation.ok) return setRefusal(operation.message);
      const document = change(operation.edits, { draftText: null });
      if (!document) return;
      sound.current = document;
      setTextState(printSession(document, catalogue));
      setErrors([]);
    },
    [change, catalogue],
  );

  const setText = useCallback(
    (typed: string) => {
      setTextState(typed);
      const read = parseSession(typed, catalogue, newId);
      setErrors(read.errors);
      const document = reconcile(sound.current, { ...read.document, gymId: work.document.gymId });
      if (read.errors.length === 0) sound.current = document;
      change([{ kind: "rewrite", document }], { draftText: read.errors.length > 0 ? typed : null });
    },
    [change, work, catalogue],
  );

  const setMode = useCallback(
    (next: "grid" | "text") => {
      if (next === "text" && work.draftText === null) {
        sound.current = work.document;
        setTextState(printSession(work.document, catalogue));
        setErrors([]);
      }
      setModeState(next);
    },
    [work, catalogue],
  );

  /** Reads a cell; on an error nothing changes and the error comes back to the field. */
  const setCell = useCallback(
    (at: Selection, typed: string): ShorthandError | null => {
      const slot = slotById(work.document, at.slotId);
      if (!slot) return null;
      const read = parseCell(typed, catalogue, newId);
      if ("error" in read) return read.error;
      const before = slot.sets[at.round] ?? null;
      const set = before ? keepIds(read.set, before) : read.set;
      operate({ ok: true, edits: [{ kind: "setSet", slotId: at.slotId, round: at.round, set }] });
      return null;
    },
    [operate, work, catalogue],
  );

  const setRule = useCallback(
    (slotId: string, rule: ProgressionRule) => change([], { rules: { ...work.rules, [slotId]: rule } }),
    [change, work],
  );

  const step = useCallback(
    (from: readonly Step[], back: boolean) => {
      const next = from.at(-1);
      const edited = next && applyEdits(work.document, next.edits);
      if (!next || !edited?.ok) return;
      (back ? setPast : setFuture)(from.slice(0, -1));
      (back ? setFuture : setPast)((other) => [
        ...other,
        { edits: edited.inverse, draftText: work.draftText, rules: work.rules },
      ]);
      setWork({ document: edited.document, draftText: next.draftText, rules: next.rules });
      sound.current = edited.document;
      setTextState(next.draftText ?? printSession(edited.document, catalogue));
      setErrors(next.draftText ? parseSession(next.draftText, catalogue, newId).errors : []);
      setSave({ kind: "unsaved" });
    },
    [work, catalogue],
  );

  useAutosave(view, work, save, setSave, revision);

  return {
    ...work,
    catalogue,
    methods,
    setMethods,
    computed,
    errors,
    text,
    mode,
    selection,
    save,
    locked,
    setText,
    setMode,
    setCell,
    setRule,
    operate,
    refusal,
    select: setSelection,
    undo: () => step(past, true),
    redo: () => step(future, false),
    canUndo: past.length > 0,
    canRedo: future.length > 0,
  };
}

export type Desk = ReturnType<typeof useDesk>;

/** Keeps every change on the device at once, and on the server half a second after the last. */
function useAutosave(
  view: SessionView,
  work: Work,
  save: SaveState,
  setSave: (state: SaveState) => void,
  revision: React.RefObject<number>,
): void {
  const latest = useRef(work);
  latest.current = work;
  useEffect(() => {
    if (save.kind !== "unsaved") return;
    localStorage.setItem(keptKey(view.sessionId), JSON.stringify({ ...work, revision: revision.current }));
    const timer = setTimeout(async () => {
      const sent = work;
      setSave({ kind: "saving" });
      const reply = await ask<{ revision: number }>("sessions.save", {
        sessionId: view.sessionId,
        revision: revision.current,
        ...sent,
      });
      if (reply.kind === "ok") {
        revision.current = reply.value.revision;
        const more = latest.current !== sent;
        if (!more) localStorage.removeItem(keptKey(view.sessionId));
        setSave({ kind: more ? "unsaved" : "saved" });
        return;
      }
      setSave({
        kind: "failed",
        message: replySentence(reply),
        final: reply.kind === "conflict" || reply.kind === "notFound",
      });
    }, 500);
    return () => clearTimeout(timer);
  }, [work, save, setSave, view.sessionId, revision]);
  useEffect(() => {
    if (save.kind !== "failed" || save.final) return;
    const timer = setTimeout(() => setSave({ kind: "unsaved" }), 4000);
    return () => clearTimeout(timer);
  }, [save, setSave]);
}

/** A rewritten cell is the same set: it keeps its id, and its segments theirs by order. */
function keepIds(set: WorkSet, before: WorkSet): WorkSet {
  return {
    ...set,
    id: before.id,
    segments: set.segments.map((segment, index) => ({ ...segment, id: before.segments[index]?.id ?? segment.id })),
  };
}
