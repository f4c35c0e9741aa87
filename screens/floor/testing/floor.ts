/** A floor as it stands after some entries, without a device under it. */
import { SHOWN_VERSION, type ShownContent } from "@/contract";
import {
  chainsOf,
  expandSession,
  type FloorEvent,
  type FloorEventBody,
  foldEvents,
  nextChain,
  type SessionDocument,
  workContextOf,
} from "@/core";
import { shownSession } from "@/core/testing/floor";
import type { Floor } from "../use-floor";

export interface FloorOf {
  readonly events: readonly FloorEvent[];
  /** False: the last tap was a moment ago. */
  readonly mayCommit: boolean;
  /** What is logged is told here. */
  readonly logged: FloorEventBody[];
  readonly ramps: ShownContent["ramps"];
  /** How loads are said, as the server says them. */
  readonly words: string;
}

export function floorOf(document: SessionDocument, of: Partial<FloorOf> = {}): Floor {
  const { events = [], mayCommit = true, logged = [], ramps = {}, words } = of;
  const plain = shownSession(document);
  const loads = Object.fromEntries(
    Object.entries(plain.loads).map(([id, load]) => [id, { ...load, words: words ?? `${load.kg} kg` }]),
  );
  const shown = { ...plain, loads };
  const { settings, date, bodyMassKg, equipment } = shown;
  const content: ShownContent = {
    ...{ version: SHOWN_VERSION, engineVersion: 1, settings, date, purpose: "training", oneOff: [], bodyMassKg },
    ...{ equipment, own: [], document, loads, ramps },
  };
  const performed = foldEvents(events);
  const chains = chainsOf(document, workContextOf(shown), performed);
  const floor: Partial<Floor> = {
    view: { sessionId: "s", memberId: "m", role: "coach", clientName: "Ana", shownHash: "h", shown: content, events },
    shown,
    events: [...events],
    performed,
    chains,
    chain: nextChain(chains, performed),
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
