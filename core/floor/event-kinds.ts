/**
 * Every kind of floor event and what holds of it. The table is the only list: the server, the floor and the device read it, and a
 * kind without its line does not compile. Its fields are in `FloorEventBody`, its schema in `contract/events.ts`, its effect in
 * `foldEvents`. `EVENT_VERSION` goes up when a field of a stored event is renamed, taken away or means something else, and an
 * upcaster is written; a new kind or a new optional trait here leaves it as it is. What is stored keeps its names.
 */
import type { FloorEventBody } from "./events";

export type FloorEventKind = FloorEventBody["kind"];

interface FloorEventTraits {
  /** What an entry is called where a device lists what it logged. */
  readonly name: string;
  /** With one of these a session is a draft no more: its document is frozen. */
  readonly startsSession: boolean;
  /** The floor's undo takes the last of these back. */
  readonly canUndo: boolean;
  /** Its figures or its text can be corrected where a device lists an entry that was refused. */
  readonly canCorrect: boolean;
  /** The screen that logs it. */
  readonly loggedBy: "floor" | "review" | "both";
}

const MARK = { startsSession: false, canUndo: false, canCorrect: false } as const;

export const FLOOR_EVENTS = {
  started: { ...MARK, name: "The start", loggedBy: "floor" },
  checkIn: { ...MARK, name: "The check-in", loggedBy: "floor" },
  setsDone: { name: "Sets done", startsSession: true, canUndo: true, canCorrect: true, loggedBy: "floor" },
  setCorrected: { name: "A set corrected", startsSession: true, canUndo: true, canCorrect: true, loggedBy: "both" },
  setsSkipped: { name: "Sets skipped", startsSession: true, canUndo: true, canCorrect: false, loggedBy: "floor" },
  shortened: { name: "Session shortened", startsSession: true, canUndo: true, canCorrect: false, loggedBy: "floor" },
  roundAdded: { ...MARK, name: "A round added", canUndo: true, loggedBy: "floor" },
  setAdded: { ...MARK, name: "A set added", canUndo: true, loggedBy: "floor" },
  liftsAdded: { ...MARK, name: "A lift added", canUndo: true, loggedBy: "floor" },
  exerciseSwapped: { ...MARK, name: "Another exercise", canUndo: true, loggedBy: "floor" },
  loadChanged: { ...MARK, name: "Another load", canUndo: true, loggedBy: "floor" },
  rampOver: { ...MARK, name: "Warm-up sets over", canUndo: true, loggedBy: "floor" },
  orderChanged: { ...MARK, name: "Another order", canUndo: true, loggedBy: "floor" },
  advice: { ...MARK, name: "Advice", canUndo: true, loggedBy: "floor" },
  paused: { ...MARK, name: "A pause", loggedBy: "floor" },
  note: { ...MARK, name: "A note", canUndo: true, canCorrect: true, loggedBy: "floor" },
  undone: { ...MARK, name: "Undo", loggedBy: "floor" },
  ended: { name: "The end", startsSession: true, canUndo: false, canCorrect: true, loggedBy: "floor" },
} as const satisfies { readonly [K in FloorEventKind]: FloorEventTraits };

/** The bodies that a screen logs. */
export type EventLoggedBy<Screen extends "floor" | "review"> = {
  [K in FloorEventKind]: (typeof FLOOR_EVENTS)[K]["loggedBy"] extends Screen | "both"
    ? Extract<FloorEventBody, { readonly kind: K }>
    : never;
}[FloorEventKind];
