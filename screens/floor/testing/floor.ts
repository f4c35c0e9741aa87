/** A floor as it stands after some entries, without a device under it. */
import { type ShownContent, shownSession } from "@/contract";
import {
  blockRoundsOf,
  expandSession,
  type FloorEvent,
  type FloorEventBody,
  foldEvents,
  nextBlockRound,
  type SessionDocument,
  workContextOf,
} from "@/core";
import { shownContent } from "@/views/testing/shown";
import type { Floor } from "../use-floor";

export interface FloorOf {
  readonly events: readonly FloorEvent[];
  /** False: the last tap was a moment ago. */
  readonly mayCommit: boolean;
  /** What is logged is told here. */
  readonly logged: FloorEventBody[];
  readonly ramps: ShownContent["ramps"];
}

export function floorOf(document: SessionDocument, of: Partial<FloorOf> = {}): Floor {
  const { events = [], mayCommit = true, logged = [], ramps = {} } = of;
  const content = shownContent(document, ramps);
  const shown = shownSession(content);
  const performed = foldEvents(events);
  const blockRounds = blockRoundsOf(document, workContextOf(shown), performed);
  const floor: Partial<Floor> = {
    view: { sessionId: "s", memberId: "m", role: "coach", clientName: "Ana", shownHash: "h", shown: content, events },
    shown,
    events: [...events],
    performed,
    blockRounds,
    blockRound: nextBlockRound(blockRounds, performed),
    timeline: expandSession(document, workContextOf(shown)),
    refused: [],
    waiting: 0,
    mayCommit: () => mayCommit,
    log: async (body) => {
      logged.push(body);
      return null;
    },
  };
  return floor as Floor;
}
