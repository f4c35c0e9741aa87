"use client";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { catalogueIn } from "@/contract";
import {
  allBlocks,
  applyEdits,
  diffDocuments,
  type Edit,
  findExercise,
  type Operation,
  type ParsedSession,
  type ProgressionRule,
  parseCell,
  parseSession,
  printSession,
  type ReadLift,
  type RestsByRound,
  readNewLifts,
  reconcile,
  type SessionDocument,
  type ShorthandError,
  slotById,
  slotLabels,
  withUnreadLines,
  writeSet,
} from "@/core";
import { callApi } from "@/device/api";
import { newId } from "@/device/ids";
import { computeSession, type LiftLog, recordsOf, type SessionView, usualFor } from "@/views";
import { useWorkerAnswer } from "./use-answers";
import { keptWork, type SaveState, useSaving, type Work } from "./use-saving";

export interface Selection {
  readonly slotId: string;
  readonly round: number;
}

/** One step back or forward: the edits that take it, and the text that stands then. */
interface Step {
  readonly edits: readonly Edit[];
  readonly draftText: string | null;
}

/** The desk's state: the document with undo, the text as typed, the selection, and saving as one goes. */
export function useDesk(view: SessionView) {
  const catalogue = useMemo(() => catalogueIn(view.exercises), [view.exercises]);
  const print = useCallback(
    (document: SessionDocument) => printSession(document, catalogue, view.gyms),
    [catalogue, view.gyms],
  );
  const usual = useMemo(() => usualFor(view.known, view.date), [view.known, view.date]);
  const parse = useCallback(
    (text: string) => parseSession(text, catalogue, newId, view.gyms, usual),
    [catalogue, view.gyms, usual],
  );
  const [work, showWork] = useState<Work>({ document: view.document, draftText: view.draftText, unsaved: [] });
  // What stands now, also for what was begun before it was drawn: every change is made on the last one.
  const now = useRef(work);
  const setWork = useCallback((change: (before: Work) => Work) => {
    now.current = change(now.current);
    showWork(now.current);
  }, []);
  const [past, setPast] = useState<readonly Step[]>([]);
  const [future, setFuture] = useState<readonly Step[]>([]);
  const [methods, setMethods] = useState(view.methods);
  const [refusal, setRefusal] = useState<string | null>(null);
  const [problems, setProblems] = useState<Problems>(NO_PROBLEMS);
  const [mode, setModeState] = useState<"grid" | "text">(view.draftText !== null ? "text" : "grid");
  const isText = useRef(mode === "text");
  // Written out where it is looked at: an edit in the grid prints nothing.
  const [text, setTextState] = useState(() => view.draftText ?? "");
  const [selection, setSelection] = useState<Selection | null>(null);
  // While a line does not parse, readings are reconciled with the last text that did: ids survive half-typed lines.
  const lastParsedDocument = useRef(view.document);
  const locked = view.state !== "draft";

  /** The document as it stands, with its text. */
  const show = useCallback(
    (document: SessionDocument, draftText: string | null) => {
      if (draftText === null) lastParsedDocument.current = document;
      if (isText.current) setTextState(draftText ?? print(document));
      setProblems(draftText ? parse(draftText) : NO_PROBLEMS);
    },
    [print, parse],
  );

  const saving = useSaving(view, work, now, setWork, (document) => show(document, null));

  const opened = useRef<string | null>(null);
  useEffect(() => {
    if (opened.current === view.sessionId) return;
    opened.current = view.sessionId;
    const kept = keptWork(view);
    if (kept) {
      setWork(() => kept);
      show(kept.document, kept.draftText);
    } else if (view.draftText !== null) setProblems(parse(view.draftText));
  }, [view, parse, show, setWork]);

  const { lifts, bring } = useLifts(view, work.document);
  const records = useMemo(() => recordsOf({ lifts, settings: view.settings }), [lifts, view.settings]);
  const [rested, setRested] = useState<RestsByRound | undefined>(undefined);
  const context = useMemo(() => ({ ...view, lifts, ...(rested && { rested }) }), [view, lifts, rested]);
  const computed = useMemo(() => computeSession(work.document, context, records), [work.document, context, records]);
  const aside = useWorkerAnswer(context);
  /** A session that is only looked at: how a change would be. */
  const [preview, setPreview] = useState<SessionDocument | null>(null);
  const previewed = useMemo(() => preview && computeSession(preview, context, records), [preview, context, records]);
  /** A lift or lines of them as blocks; of a name alone with the sets of its last time, which is read first. */
  const readLifts = useCallback(
    async (typed: string): Promise<ReadLift> => {
      const named = findExercise(catalogue, typed, usual)?.exercise.id;
      const log = named ? await bring(named) : null;
      return readNewLifts(typed, catalogue, newId, (lineage) =>
        lineage === named ? (log?.exposures.at(-1) ?? null) : null,
      );
    },
    [catalogue, usual, bring],
  );

  const change = useCallback(
    (edits: readonly Edit[], draftOf: (after: SessionDocument) => string | null) => {
      if (locked) return null;
      const { document, draftText: before } = now.current;
      const edited = applyEdits(document, edits);
      if (!edited.ok) {
        setRefusal(edited.message);
        return null;
      }
      const draftText = draftOf(edited.document);
      setRefusal(null);
      setPast((steps) => [...steps.slice(-199), { edits: edited.inverse, draftText: before }]);
      setFuture([]);
      setWork(({ unsaved }) => ({ document: edited.document, draftText, unsaved: [...unsaved, ...edits] }));
      saving.touch();
      return edited.document;
    },
    [locked, saving.touch, setWork],
  );

  /** Does what a coach asked for, or says why not. */
  const operate = useCallback(
    (operation: Operation) => {
      if (!operation.ok) return setRefusal(operation.message);
      if (operation.edits.length === 0) return;
      // Lines that do not read yet are kept in the text, whatever is done beside them.
      const { document: before, draftText } = now.current;
      const unread = (after: SessionDocument) =>
        draftText === null ? null : withUnreadLines(draftText, parse(draftText), before, after, print(after));
      const document = change(operation.edits, unread);
      if (!document) return;
      if (now.current.draftText !== null) {
        const edited = applyEdits(lastParsedDocument.current, operation.edits);
        lastParsedDocument.current = edited.ok ? edited.document : document;
      }
      show(document, now.current.draftText);
    },
    [change, show, parse, print],
  );

  /** The same, with what is wrong brought back to where it was asked; null where it was done. */
  const attempt = useCallback(
    (operation: Operation): string | null => {
      if (!operation.ok) return operation.message;
      if (locked) return "This session has been started: it stays as it was shown.";
      const edited = applyEdits(now.current.document, operation.edits);
      if (!edited.ok) return edited.message;
      operate(operation);
      return null;
    },
    [operate, locked],
  );

  const setText = useCallback(
    (typed: string) => {
      setTextState(typed);
      const read = parse(typed);
      setProblems(read);
      const document = reconcile(lastParsedDocument.current, read.document);
      if (read.errors.length === 0) lastParsedDocument.current = document;
      change(diffDocuments(now.current.document, document), () => (read.errors.length > 0 ? typed : null));
    },
    [change, parse],
  );

  const setMode = useCallback(
    (next: "grid" | "text") => {
      isText.current = next === "text";
      const { document, draftText } = now.current;
      if (isText.current) show(document, draftText);
      setModeState(next);
    },
    [show],
  );

  /** Reads a cell, as a whole set or as what changes of it; on an error nothing changes and the error comes back to the field. */
  const setCell = useCallback(
    (at: Selection, typed: string, isWhole: boolean): ShorthandError | null => {
      const { document } = now.current;
      const sets = slotById(document, at.slotId)?.sets ?? [];
      const read = parseCell(typed, catalogue, newId, {
        before: isWhole ? null : (sets[at.round] ?? null),
        isFirstRound: sets.slice(0, at.round).every((set) => set === null),
        labels: slotLabels(document),
        unit: view.gym.equipment.unit,
      });
      if ("error" in read) return read.error;
      operate(writeSet(document, at.slotId, at.round, read.set));
      return null;
    },
    [operate, catalogue, view.gym.equipment.unit],
  );

  const setRule = useCallback(
    (slotId: string, rule: ProgressionRule) =>
      operate({ ok: true, edits: [{ kind: "setSlot", slotId, field: "rule", value: rule }] }),
    [operate],
  );

  const step = useCallback(
    (from: readonly Step[], back: boolean) => {
      const next = from.at(-1);
      const { document, draftText } = now.current;
      const edited = next && applyEdits(document, next.edits);
      if (!next) return;
      (back ? setPast : setFuture)(from.slice(0, -1));
      if (!edited?.ok) return setRefusal("What this step was about has been changed by somebody else since.");
      (back ? setFuture : setPast)((other) => [...other, { edits: edited.inverse, draftText }]);
      setWork(({ unsaved }) => ({
        document: edited.document,
        draftText: next.draftText,
        unsaved: [...unsaved, ...next.edits],
      }));
      show(edited.document, next.draftText);
      saving.touch();
    },
    [show, saving.touch, setWork],
  );

  return {
    /** The session's context, with the records of the lifts that were written since it was opened. */
    view: context,
    /** Asks what is worked out off the page. */
    aside,
    document: work.document,
    draftText: work.draftText,
    catalogue,
    methods,
    setMethods,
    computed,
    errors: problems.errors,
    unknown: problems.unknown,
    notes: problems.notes,
    usual,
    text,
    mode,
    selection,
    save: saving.state,
    notice: saving.notice,
    locked,
    setText,
    setMode,
    setCell,
    setRule,
    print,
    preview,
    /** Of two who train together: what this one rests. */
    setRested,
    previewed,
    setPreview,
    operate,
    attempt,
    readLifts,
    refusal,
    select: setSelection,
    undo: () => step(past, true),
    redo: () => step(future, false),
    canUndo: past.length > 0,
    canRedo: future.length > 0,
  };
}

/** What of a text does not read, which of its lifts nobody knows, and what was taken another way. */
type Problems = Pick<ParsedSession, "errors" | "unknown" | "notes">;
const NO_PROBLEMS: Problems = { errors: [], unknown: [], notes: [] };

export type Desk = ReturnType<typeof useDesk>;
export type { SaveState };

/** The records of the session's lifts: those that came with it, and those of lifts that are written meanwhile. */
function useLifts(
  view: SessionView,
  document: SessionDocument,
): { readonly lifts: readonly LiftLog[]; readonly bring: (lineage: string) => Promise<LiftLog | null> } {
  const [more, setMore] = useState<readonly LiftLog[]>([]);
  const asked = useRef<ReadonlySet<string>>(new Set(view.lifts.map((lift) => lift.lineage)));
  const wanted = view.known
    .map((lift) => lift.lineage)
    .filter((lineage) => allBlocks(document).some((block) => block.slots.some((slot) => slot.lineage === lineage)))
    .filter((lineage) => !asked.current.has(lineage));
  const key = wanted.join("\n");
  useEffect(() => {
    if (key === "") return;
    const lineages = key.split("\n");
    asked.current = new Set([...asked.current, ...lineages]);
    void callApi("lifts.read", { clientId: view.client.id, until: view.date, lineages }).then((reply) => {
      if (reply.kind === "ok") setMore((before) => [...before, ...reply.value.lifts]);
      // Asked again with the next lift that is written.
      else asked.current = new Set([...asked.current].filter((lineage) => !lineages.includes(lineage)));
    });
  }, [key, view.client.id, view.date]);
  const lifts = useMemo(() => [...view.lifts, ...more], [view.lifts, more]);
  const here = useRef(lifts);
  here.current = lifts;
  /** The record of one lift, read where it is not here yet; null where there is none, or nobody answers. */
  const bring = useCallback(
    async (lineage: string): Promise<LiftLog | null> => {
      const known = here.current.find((lift) => lift.lineage === lineage);
      if (known || !view.known.some((lift) => lift.lineage === lineage)) return known ?? null;
      const input = { clientId: view.client.id, until: view.date, lineages: [lineage] };
      const reply = await callApi("lifts.read", input);
      if (reply.kind !== "ok") return null;
      asked.current = new Set([...asked.current, lineage]);
      setMore((before) => [...before.filter((lift) => lift.lineage !== lineage), ...reply.value.lifts]);
      return reply.value.lifts[0] ?? null;
    },
    [view],
  );
  return { lifts, bring };
}
