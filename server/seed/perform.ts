/** A simulated lifter performs a session as the floor would log it: round by round, each kept when its rest starts. */
import { shownSession } from "../../contract";
import {
  allBlocks,
  type CheckIn,
  decimal,
  directRegions,
  EVENT_VERSION,
  exerciseOrThrow,
  type FloorEvent,
  type FloorEventBody,
  type PerformedSet,
  REGIONS,
  type ShownSession,
  type SimulatedLifter,
  simulateRun,
} from "../../core";
import { computeSession } from "../../views";
import { keepProjection } from "../context/projecting";
import { loadSession } from "../context/session";
import { showSession } from "../context/showing";
import { studioOf } from "../context/studio";
import { newId, type Scope, type Transaction } from "../db";
import * as db from "../db/queries";
import { storeEvents } from "../usecases/floor";

export interface Day {
  /** When it begins. */
  readonly atMs: number;
  /** Weeks since the history began, in fractions. */
  readonly weeks: number;
  /** A load of the first set is typed ten times too heavy. */
  readonly slips: boolean;
}

export async function performSession(
  tx: Transaction,
  scope: Scope,
  sessionId: string,
  lifter: SimulatedLifter,
  day: Day,
): Promise<void> {
  const loaded = await loadSession(tx, sessionId, day.atMs);
  if (!loaded) throw new Error("the session to be performed is not there");
  const { row, document, context } = loaded;
  const { content, hash } = showSession(context, computeSession(document, context));
  await db.putShown(tx, { studioId: scope.studioId, sessionId, clientId: row.clientId, hash, content });
  const startMs = day.atMs;
  const events: FloorEvent[] = [];
  const log = (seconds: number, body: FloorEventBody) => {
    const atMs = startMs + Math.round(seconds) * 1000;
    events.push({ id: newId(), version: EVENT_VERSION, sessionId, atMs, clocks: null, shownHash: hash, body });
  };
  const { hardest, endSeconds } = perform(shownSession(content), content.ramps, lifter, day, log);
  log(endSeconds + 120, { kind: "ended", sessionRpe: hardest, note: "" });
  const stored = await storeEvents(tx, scope, { sessionId, events, nowMs: startMs + (endSeconds + 120) * 1000 });
  if (stored.kind !== "ok" || stored.value.refused.length > 0) throw new Error(JSON.stringify(stored));
  await db.takeUnprojected(tx, sessionId);
  await keepProjection(tx, row, await studioOf(tx));
}

/** Every fourth day or so somebody comes sore and short of sleep; by the date, so that no draw of the lifter's is used up. */
function checkInOn({ date, document, catalogue }: ShownSession): CheckIn {
  const day = Math.round(Date.parse(date) / 86_400_000);
  if (day % 4 !== 0) return { sleep: day % 7 === 0 ? "fair" : "well", sore: [] };
  const [first] = document.blocks[0]?.slots ?? [];
  const region = first && directRegions(exerciseOrThrow(catalogue, first.exerciseId))[0];
  return { sleep: "badly", sore: region ? [{ muscle: REGIONS[region].muscle, level: day % 3 === 0 ? 2 : 1 }] : [] };
}

/** What a simulated lifter logs of a session on a day. */
function perform(
  shown: ShownSession,
  ramps: Parameters<typeof simulateRun>[1],
  lifter: SimulatedLifter,
  day: Day,
  log: (seconds: number, body: FloorEventBody) => void,
): { hardest: number; endSeconds: number } {
  lifter.startDay(day.weeks);
  const blocks = allBlocks(shown.document);
  // On a short day the last block is left out.
  const left = lifter.shows() || blocks.length === 1 ? null : blocks.at(-1)!;
  const { startsSeconds, rounds, endSeconds } = simulateRun(shown, ramps, lifter, {
    findsLoads: day.weeks < 1,
    wants: ({ block }) => block.id !== left?.id,
  });
  log(startsSeconds, { kind: "checkIn", checkIn: checkInOn(shown) });
  log(startsSeconds, { kind: "started" });
  let hardest = 5;
  for (const [index, { doneSeconds, sets }] of rounds.entries()) {
    const logged = day.slips && index === 0 ? sets.map(withSlip) : sets;
    log(doneSeconds, { kind: "setsDone", sets: logged });
    if (sets.some((set) => set.rir !== null && set.rir <= 1)) hardest = 8;
  }
  return { hardest, endSeconds };
}

/** The set with loads that were typed ten times too heavy. */
const withSlip = (set: PerformedSet): PerformedSet => ({
  ...set,
  segments: set.segments.map((part) => ({
    ...part,
    load: part.load && { ...part.load, amount: decimal(10 * Number(part.load.amount)) },
  })),
});
