/** What the desk of a session holds and what can be done at it. */
import type { StoreApi } from "zustand/vanilla";
import type {
  Catalogue,
  Edit,
  Operation,
  ParsedSession,
  ProgressionRule,
  ReadLift,
  RestsByRound,
  SessionDocument,
  ShorthandError,
  UsageCounts,
} from "@/core";
import type { ComputedSession, SessionView, StudioMethods } from "@/views";
import type { SaveState } from "./saving";

export interface Selection {
  readonly slotId: string;
  readonly round: number;
}

/** One step back or forward: the edits that take it, and the text that stands then. */
interface Step {
  readonly edits: readonly Edit[];
  readonly draftText: string | null;
}

/** A question with what each answer does. */
export interface Question {
  readonly says: string;
  readonly answers: readonly { readonly name: string; readonly operation: Operation }[];
}

/** What of a text does not read, which of its lifts nobody knows, and what was taken another way. */
export type Problems = Pick<ParsedSession, "errors" | "unknown" | "notes">;

export const NO_PROBLEMS: Problems = { errors: [], unknown: [], notes: [] };

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
  /** Where the choice of several cells began; null: one is chosen. It ends where other lifts or rounds stand in the session. */
  readonly anchor: Selection | null;
  /** What is asked before something is done; answered, or gone with the next change. */
  readonly question: Question | null;
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
export interface DeskActions {
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
  /** Chooses a cell; `extend`: with those between it and where the choice began. */
  readonly select: (selection: Selection | null, extend?: boolean) => void;
  readonly ask: (question: Question | null) => void;
  readonly undo: () => void;
  readonly redo: () => void;
  readonly print: (document: SessionDocument) => string;
  /** A lift or lines of them as blocks; of a name alone with the sets of its last time, which is read first. */
  readonly readLifts: (typed: string) => Promise<ReadLift>;
}

export type DeskState = DeskValues & DeskActions;

export type DeskStore = StoreApi<DeskState>;
