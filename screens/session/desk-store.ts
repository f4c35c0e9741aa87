import { createStore, type StoreApi } from "zustand/vanilla";
import { catalogueIn } from "@/contract";
import {
  allBlocks,
  applyEdits,
  type Catalogue,
  diffDocuments,
  type Edit,
  findExercise,
  memoizeLast,
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
  sameValue,
  slotById,
  slotLabels,
  type UsageCounts,
  withUnreadLines,
  writeSet,
} from "@/core";
import { callApi } from "@/device/api";
import { newId } from "@/device/ids";
import {
  type ComputedSession,
  computeSession,
  type LiftLog,
  recordsOf,
  type SessionView,
  type StudioMethods,
  usualFor,
} from "@/views";
import { createSaver, keptWork, type SaveState, type Work } from "./saving";

export interface Selection {
  readonly slotId: string;
  readonly round: number;
}

/** One step back or forward: the edits that take it, and the text that stands then. */
interface Step {
  readonly edits: readonly Edit[];
  readonly draftText: string | null;
}

/** What of a text does not read, which of its lifts nobody knows, and what was taken another way. */
type Problems = Pick<ParsedSession, "errors" | "unknown" | "notes">;
const NO_PROBLEMS: Problems = { errors: [], unknown: [], notes: [] };

/** What is written, chosen and looked at. */
interface DeskValues extends Problems {
  /** The session's context, with the records of the lifts that were written since it was opened. */
  readonly view: SessionView;
  readonly catalogue: Catalogue;
  readonly usual: UsageCounts;
  /** A session that has begun stays as it was shown. */
  readonly locked: boolean;
  readonly document: SessionDocument;
  /** The text while it does not read, else null. */
  readonly draftText: string | null;
  readonly unsaved: readonly Edit[];
  readonly computed: ComputedSession;
  /** A session that is only looked at: how a change would be. */
  readonly previewed: ComputedSession | null;
  /** The text as it was typed; printed where it is looked at. */
  readonly text: string;
  readonly mode: "grid" | "text";
  readonly selection: Selection | null;
  readonly methods: StudioMethods;
  /** Why the last change was not done. */
  readonly refusal: string | null;
  readonly save: SaveState;
  /** What others changed meanwhile. */
  readonly notice: string | null;
  readonly past: readonly Step[];
  readonly future: readonly Step[];
}

/** What can be done at the desk. Each stays the same function for as long as the desk is open. */
interface DeskActions {
  /** Begins saving and reading; what it returns ends both. */
  readonly start: () => () => void;
  /** The page brought the session anew. */
  readonly open: (view: SessionView) => void;
  /** Does what a coach asked for, or says why not. */
  readonly operate: (operation: Operation) => void;
  /** The same, with what is wrong brought back to where it was asked; null where it was done. */
  readonly attempt: (operation: Operation) => string | null;
  readonly setText: (typed: string) => void;
  readonly setMode: (mode: "grid" | "text") => void;
  /** Reads a cell, as a whole set or as what changes of it; on an error nothing changes and the error comes back to the field. */
  readonly setCell: (at: Selection, typed: string, isWhole: boolean) => ShorthandError | null;
  readonly setRule: (slotId: string, rule: ProgressionRule) => void;
  readonly setMethods: (methods: StudioMethods) => void;
  readonly setPreview: (document: SessionDocument | null) => void;
  /** Of two who train together: what this one rests. */
  readonly setRested: (rested: RestsByRound | undefined) => void;
  readonly select: (selection: Selection | null) => void;
  readonly undo: () => void;
  readonly redo: () => void;
  readonly print: (document: SessionDocument) => string;
  /** A lift or lines of them as blocks; of a name alone with the sets of its last time, which is read first. */
  readonly readLifts: (typed: string) => Promise<ReadLift>;
}

export type DeskState = DeskValues & DeskActions;
export type DeskStore = StoreApi<DeskState>;

const MOST_STEPS = 200;

/** The desk of one session: the document with undo, the text as typed, the selection, and saving as one goes. */
export function createDesk(first: SessionView): DeskStore {
  let opened = first;
  let rested: RestsByRound | undefined;
  let preview: SessionDocument | null = null;
  // While a line does not parse, readings are reconciled with the last text that did: ids survive half-typed lines.
  let lastParsedDocument = first.document;
  const catalogueNow = () => catalogueIn(opened.exercises);
  const usualNow = memoizeLast(usualFor);
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
    parseSession(text, catalogueNow(), newId, opened.gyms, usualNow(opened.known, opened.date));

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
    setProblems(draftText === null ? NO_PROBLEMS : parse(draftText));
  };
  const setProblems = ({ errors, unknown, notes }: Problems) => store.setState({ errors, unknown, notes });
  const saver = createSaver(first, {
    work: now,
    setWork,
    onState: (save) => store.setState({ save }),
    onMerged: (document, notice) => {
      show(document, null);
      store.setState({ notice });
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
    select: (selection) => store.setState({ selection }),
    undo: () => step("past"),
    redo: () => step("future"),
    print,
    readLifts: async (typed) => {
      const { catalogue, usual } = now();
      const named = findExercise(catalogue, typed, usual)?.exercise.id;
      const log = named ? await lifts.bring(named) : null;
      return readNewLifts(typed, catalogue, newId, (lineage) =>
        lineage === named ? (log?.exposures.at(-1) ?? null) : null,
      );
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
    methods: first.methods,
    refusal: null,
    save: { kind: "saved" },
    notice: null,
    past: [],
    future: [],
    ...actions,
  }));
  return store;
}

/** The records of the session's lifts: those that came with it, and those of lifts that are written meanwhile. */
function createLifts(opened: () => SessionView, onMore: () => void) {
  let more: readonly LiftLog[] = [];
  const asked = new Set(opened().lifts.map((lift) => lift.lineage));
  const join = memoizeLast((own: readonly LiftLog[], others: readonly LiftLog[]) => [...own, ...others]);
  const all = () => join(opened().lifts, more);
  const read = async (lineages: readonly string[]): Promise<readonly LiftLog[] | null> => {
    const { client, date } = opened();
    const reply = await callApi("lifts.read", { clientId: client.id, until: date, lineages });
    if (reply.kind !== "ok") return null;
    const { lifts } = reply.value;
    more = [...more.filter(({ lineage }) => !lifts.some((lift) => lift.lineage === lineage)), ...lifts];
    onMore();
    return lifts;
  };
  return {
    all,
    /** Reads the records of the lifts in the document that are not here yet. */
    bringWritten: (document: SessionDocument) => {
      const written = new Set(allBlocks(document).flatMap(({ slots }) => slots.map(({ lineage }) => lineage)));
      const wanted = opened()
        .known.map(({ lineage }) => lineage)
        .filter((lineage) => written.has(lineage) && !asked.has(lineage));
      if (wanted.length === 0) return;
      for (const lineage of wanted) asked.add(lineage);
      void read(wanted).then((lifts) => {
        // Asked again with the next lift that is written.
        if (lifts === null) for (const lineage of wanted) asked.delete(lineage);
      });
    },
    /** The record of one lift, read where it is not here yet; null where there is none, or nobody answers. */
    bring: async (lineage: string): Promise<LiftLog | null> => {
      const here = all().find((lift) => lift.lineage === lineage);
      if (here || !opened().known.some((lift) => lift.lineage === lineage)) return here ?? null;
      const lifts = await read([lineage]);
      if (lifts) asked.add(lineage);
      return lifts?.[0] ?? null;
    },
  };
}
