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
import { type FloorView, floorLoads, floorLoadsBefore } from "@/views";
import { shownContent } from "@/views/testing/shown";
import type { Floor } from "../use-floor";

export interface FloorOf {
  readonly events: readonly FloorEvent[];
  /** False: the last tap was a moment ago. */
  readonly mayCommit: boolean;
  /** What is logged is told here. */
  readonly logged: FloorEventBody[];
  readonly ramps: ShownContent["ramps"];
  readonly standIns: NonNullable<FloorView["standIns"]>;
}

export function floorOf(document: SessionDocument, of: Partial<FloorOf> = {}): Floor {
  const { events = [], mayCommit = true, logged = [], ramps = {}, standIns = {} } = of;
  const content = shownContent(document, ramps);
  const frozen = shownSession(content);
  const performed = foldEvents(events);
  const blockRounds = blockRoundsOf(document, workContextOf(frozen), performed);
  const { loads, search } = floorLoads(frozen, blockRounds, performed);
  const shown = { ...frozen, loads };
  const view = { sessionId: "s", memberId: "m", role: "coach", clientName: "Ana", shownHash: "h", events } as const;
  const floor: Partial<Floor> = {
    view: { ...view, shown: { ...content, loads }, standIns },
    shown,
    search,
    loadsBefore: (blockRound) => floorLoadsBefore(frozen, blockRounds, blockRound, performed),
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
