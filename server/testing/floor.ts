/** A session run through the use cases, as a device would run it. */
import { type Output, type SentEvent, shownSession } from "../../contract";
import {
  asPlanned,
  type BlockRound,
  blockRoundsOf,
  EVENT_VERSION,
  type FloorEvent,
  type FloorEventBody,
  type PerformedSet,
  workContextOf,
} from "../../core";
import type { FloorView } from "../../views";
import { finishProjections } from "../context/projecting";
import { inStudio, newId, type Scope } from "../db";
import * as db from "../db/queries";
import { executeUseCase, type Outcome } from "../usecases";
import { clock, documentOf, NOON, type TestStudio, value } from "./studio";

/** A session of its own, on a day of its own. */
export async function writeSession(
  studio: TestStudio,
  text: string,
  date = "2026-11-24",
  place: 0 | 1 = 0,
): Promise<string> {
  const id = newId();
  const { studioId } = studio.coach;
  const clientId = studio.clients[place].id;
  await inStudio(studio.coach, (tx) =>
    db.insertSession(tx, { studioId, id, clientId, date, document: documentOf(text) }),
  );
  return id;
}

export const openFloor = async (scope: Scope, sessionId: string): Promise<FloorView> =>
  value(await executeUseCase(scope, "floor.open", { sessionId }, clock));

export const eventIn = (view: FloorView, body: FloorEventBody, more: Partial<FloorEvent> = {}): FloorEvent => ({
  id: newId(),
  version: EVENT_VERSION,
  sessionId: view.sessionId,
  atMs: NOON,
  clocks: null,
  shownHash: view.shownHash,
  body,
  ...more,
});

export const blockRoundsIn = (view: FloorView): BlockRound[] => {
  const shown = shownSession(view.shown);
  return blockRoundsOf(shown.document, workContextOf(shown));
};

/** What a block's round is pre-filled with. */
export const setsIn = (view: FloorView, blockRound: number, restSeconds: number | null = null): PerformedSet[] =>
  asPlanned(blockRoundsIn(view)[blockRound]!, shownSession(view.shown), restSeconds);

/** A block's round kept as planned, with a reserve that was said. */
export const doneIn = (view: FloorView, blockRound: number, change: Partial<PerformedSet> = {}): FloorEvent =>
  eventIn(view, { kind: "setsDone", sets: setsIn(view, blockRound).map((set) => ({ ...set, rir: 2, ...change })) });

export const send = (
  scope: Scope,
  sessionId: string,
  events: readonly unknown[],
  nowMs = clock.nowMs,
): Promise<Outcome<Output<"floor.record">>> => executeUseCase(scope, "floor.record", { sessionId, events }, { nowMs });

/** Sends, and waits until what is derived holds it. */
export async function record(scope: Scope, sessionId: string, events: readonly SentEvent[]) {
  const answer = value(await send(scope, sessionId, events));
  await finishProjections(scope);
  return answer;
}
