import { createStore } from "zustand/vanilla";
import { catalogueIn } from "@/contract";
import {
  applyEdits,
  diffDocuments,
  type Edit,
  exercisesIn,
  findExercise,
  memoizeLast,
  type Operation,
  parseCell,
  parseSession,
  printSession,
  type RestsByRound,
  readNewLifts,
  reconcile,
  type SessionDocument,
  sameValue,
  slotById,
  slotLabels,
  trainedRegions,
  withUnreadLines,
  writeSet,
} from "@/core";
import { newId } from "@/device/ids";
import { computeSession, type LiftLog, recordsOf, type SessionView, usageCounts } from "@/views";
import { createLifts } from "./desk-lifts";
import { type DeskActions, type DeskStore, NO_PROBLEMS, type Problems } from "./desk-state";
import { rowsOf } from "./grid-range";
import { createSaver, keptWork, type Work } from "./saving";

const MOST_STEPS = 200;

/** The desk of one session: the document with undo, the text as typed, the selection, and saving as one goes. */
export function createDesk(first: SessionView): DeskStore {
  let opened = first;
  let rested: RestsByRound | undefined;
  let preview: SessionDocument | null = null;
  // While a line does not parse, readings are reconciled with the last text that did: ids survive half-typed lines.
  let lastParsedDocument = first.document;
  const catalogueNow = () => catalogueIn(opened.exercises);
  const usualNow = memoizeLast(usageCounts);
  const contextOf = memoizeLast(
    (view: SessionView, lifts: readonly LiftLog[], rests: RestsByRound | undefined): SessionView => ({
      ...view,
      lifts,
      ...(rests && { rested: rests }),
    }),
  );
  const compute = memoizeLast((document: SessionDocument, context: SessionView) =>
    computeSession(document, context, recordsOf(context)),
  );
  const computePreview = memoizeLast(
    (document: SessionDocument | null, context: SessionView) =>
      document && computeSession(document, context, recordsOf(context)),
  );
  const print = (document: SessionDocument) => printSession(document, catalogueNow(), opened.gyms);
  const parse = (text: string) =>
    parseSession(text, catalogueNow(), newId, opened.gyms, { usual: usualNow(opened.known, opened.date) });

  /** All that follows from what was opened and from the document that is given. */
  const derived = (document: SessionDocument) => {
    const view = contextOf(opened, lifts.all(), rested);
    return {
      view,
      document,
      catalogue: catalogueNow(),
      usual: usualNow(opened.known, opened.date),
      locked: opened.state !== "draft",
      computed: compute(document, view),
      previewed: computePreview(preview, view),
    };
  };
  const again = () => store.setState(derived(now().document));
  const lifts = createLifts(
    () => opened,
    () => again(),
  );
  const now = () => store.getState();
  const setWork = (change: (before: Work) => Work) => {
    const { document, draftText, unsaved } = change(now());
    store.setState({ ...derived(document), draftText, unsaved });
  };
  /** The document as it stands, with its text. */
  const show = (document: SessionDocument, draftText: string | null) => {
    if (draftText === null) lastParsedDocument = document;
    if (now().mode === "text") store.setState({ text: draftText ?? print(document) });
    // A text that reads has nothing to ask but what its unknown lifts may mean.
    const isRead = now().mode === "text" && draftText === null;
    setProblems(
      draftText !== null
        ? parse(draftText)
        : isRead
          ? { ...NO_PROBLEMS, unknown: parse(now().text).unknown }
          : NO_PROBLEMS,
    );
  };
  const setProblems = ({ errors, unknown, notes }: Problems) => store.setState({ errors, unknown, notes });
  const saver = createSaver(first, {
    work: now,
    setWork,
    onState: (save) => store.setState({ save }),
    onMerged: (document, notice, typedOn) => {
      const { draftText } = now();
      // Lines that were typed on meanwhile stand where they stood, in the text of what is there now.
      const text =
        draftText !== null && typedOn !== null
          ? withUnreadLines(draftText, parse(draftText), typedOn, document, print(document))
          : draftText;
      store.setState({ draftText: text, notice });
      show(document, text);
    },
  });

  const change = (edits: readonly Edit[], draftOf: (after: SessionDocument) => string | null) => {
    const { locked, document, draftText: before, past } = now();
    if (locked) return null;
    const edited = applyEdits(document, edits);
    if (!edited.ok) {
      store.setState({ refusal: edited.message });
      return null;
    }
    const draftText = draftOf(edited.document);
    const step = { edits: edited.inverse, draftText: before };
    store.setState({
      ...derived(edited.document),
      draftText,
      unsaved: [...now().unsaved, ...edits],
      refusal: null,
      past: [...past.slice(1 - MOST_STEPS), step],
      future: [],
    });
    saver.touch();
    return edited.document;
  };
  const operate = (operation: Operation) => {
    if (!operation.ok) return store.setState({ refusal: operation.message });
    if (operation.edits.length === 0) return;
    // Lines that do not read yet are kept in the text, whatever is done beside them.
    const { document: before, draftText } = now();
    const unread = (after: SessionDocument) =>
      draftText === null ? null : withUnreadLines(draftText, parse(draftText), before, after, print(after));
    const document = change(operation.edits, unread);
    if (!document) return;
    if (now().draftText !== null) {
      const edited = applyEdits(lastParsedDocument, operation.edits);
      lastParsedDocument = edited.ok ? edited.document : document;
    }
    show(document, now().draftText);
  };
  const step = (way: "past" | "future") => {
    const other = way === "past" ? "future" : "past";
    const { document, draftText, unsaved, [way]: from, [other]: to } = now();
    const next = from.at(-1);
    if (!next) return;
    const left = { [way]: from.slice(0, -1) };
    const edited = applyEdits(document, next.edits);
    if (!edited.ok)
      return store.setState({ ...left, refusal: "What this step was about has been changed by somebody else since." });
    store.setState({
      ...derived(edited.document),
      ...left,
      refusal: null,
      [other]: [...to, { edits: edited.inverse, draftText }],
      draftText: next.draftText,
      unsaved: [...unsaved, ...next.edits],
    });
    show(edited.document, next.draftText);
    saver.touch();
  };

  const actions: DeskActions = {
    start: () => {
      const kept = keptWork(opened);
      if (kept) {
        setWork(() => kept);
        show(kept.document, kept.draftText);
      } else if (opened.draftText !== null) setProblems(parse(opened.draftText));
      saver.start();
      lifts.bringWritten(now().document);
      const stopLifts = store.subscribe(({ document }, before) => {
        if (document !== before.document) lifts.bringWritten(document);
      });
      return () => {
        stopLifts();
        saver.stop();
      };
    },
    open: (view) => {
      if (view === opened) return;
      opened = view;
      again();
    },
    operate,
    attempt: (operation) => {
      if (!operation.ok) return operation.message;
      if (now().locked) return "This session has been started: it stays as it was shown.";
      const edited = applyEdits(now().document, operation.edits);
      if (!edited.ok) return edited.message;
      operate(operation);
      return null;
    },
    setText: (typed) => {
      const read = parse(typed);
      store.setState({ text: typed });
      setProblems(read);
      const document = reconcile(lastParsedDocument, read.document);
      if (read.errors.length === 0) lastParsedDocument = document;
      change(diffDocuments(now().document, document), () => (read.errors.length > 0 ? typed : null));
    },
    setMode: (mode) => {
      store.setState({ mode });
      const { document, draftText } = now();
      if (mode === "text") show(document, draftText);
    },
    setCell: (at, typed, isWhole) => {
      const { document, catalogue } = now();
      const sets = slotById(document, at.slotId)?.sets ?? [];
      const read = parseCell(typed, catalogue, newId, {
        before: isWhole ? null : (sets[at.round] ?? null),
        isFirstRound: sets.slice(0, at.round).every((set) => set === null),
        labels: slotLabels(document),
        unit: opened.gym.equipment.unit,
      });
      if ("error" in read) return read.error;
      operate(writeSet(document, at.slotId, at.round, read.set));
      return null;
    },
    setRule: (slotId, rule) => operate({ ok: true, edits: [{ kind: "setSlot", slotId, field: "rule", value: rule }] }),
    setMethods: (methods) => store.setState({ methods }),
    setPreview: (document) => {
      preview = document;
      again();
    },
    setRested: (next) => {
      if (sameValue(next, rested)) return;
      rested = next;
      again();
    },
    select: (selection, extend = false) =>
      store.setState({ selection, anchor: extend ? (now().anchor ?? now().selection) : null }),
    ask: (question) => store.setState({ question }),
    undo: () => step("past"),
    redo: () => step("future"),
    print,
    readLifts: async (typed) => {
      const { catalogue, usual, document } = now();
      const context = { usual, trained: trainedRegions(exercisesIn(document, catalogue)) };
      const named = findExercise(catalogue, typed, context)?.exercise.id;
      const log = named ? await lifts.bring(named) : null;
      return readNewLifts(typed, catalogue, newId, {
        lastOf: (lineage) => (lineage === named ? (log?.exposures.at(-1) ?? null) : null),
        context,
      });
    },
  };
  const store: DeskStore = createStore(() => ({
    ...derived(first.document),
    ...NO_PROBLEMS,
    draftText: first.draftText,
    unsaved: [],
    text: first.draftText ?? "",
    mode: first.draftText === null ? "grid" : "text",
    selection: null,
    anchor: null,
    question: null,
    methods: first.methods,
    refusal: null,
    save: { kind: "saved" },
    notice: null,
    past: [],
    future: [],
    ...actions,
  }));
  store.subscribe(({ document, anchor, question }, before) => {
    if (document === before.document) return;
    if (question && question === before.question) store.setState({ question: null });
    if (anchor && !sameValue(rowsOf(document), rowsOf(before.document))) store.setState({ anchor: null });
  });
  return store;
}
