/** "Only 35 minutes", on the floor: what is left of a session brought inside a time, priced by what the device holds. */

import { type ShownContent, shownSession } from "../contract/shown";
import {
  allBlocks,
  applyEdits,
  type BlockRound,
  curveKg,
  exerciseOrThrow,
  expandSession,
  type FloorEventBody,
  type ForecastContext,
  forecastSession,
  isBlockRoundOver,
  type Muscle,
  type Operation,
  occurrenceKey,
  type PerformedSession,
  POPULATION_RESERVE,
  placeOf,
  type SessionDocument,
  type ShownSession,
  type Steps,
  sessionAhead,
  totalSession,
  waysShorterNow,
  workContextOf,
} from "../core";
import { type FitFound, fitSteps, type Measured, measured } from "./fit-time";
import type { FloorClient } from "./views";

/** A session on the floor as it stands. */
export interface SessionInProgress {
  readonly content: ShownContent;
  /** Null: kept by an older build; prices go without what matters most and without reps that fall short. */
  readonly client: FloorClient | null;
  readonly blockRounds: readonly BlockRound[];
  readonly performed: PerformedSession;
}

/** On the floor the week is not known, and who has to go has to go. */
const NONE: ReadonlySet<Muscle> = new Set();

/** Seconds that what is ahead takes as it is planned, without the rest that is running. */
export const secondsAhead = (standing: SessionInProgress): number => measureAhead(standing)(aheadOf(standing)).seconds;

const aheadOf = ({ content, blockRounds, performed }: SessionInProgress): SessionDocument =>
  sessionAhead(shownSession(content).document, blockRounds, performed);

/** What would bring what is ahead inside a time, way by way: sets and lifts left out and rests cut, the cheapest minute first. */
export function* fitAheadSteps(standing: SessionInProgress, capSeconds: number): Steps<FitFound> {
  const { catalogue, settings } = shownSession(standing.content);
  const priorities = standing.client?.priorities ?? {};
  const measure = measureAhead(standing);
  let made = 0;
  const context = { catalogue, priorities, makeId: () => `ahead ${made++}` };
  const ways = (document: SessionDocument) => waysShorterNow(document, context, settings.assumed.roundRestSeconds);
  return yield* fitSteps(measure(aheadOf(standing)), { ways, measure, priorities, onlyHere: () => NONE }, capSeconds);
}

function measureAhead({ content, client }: SessionInProgress): (document: SessionDocument) => Measured {
  const shown = shownSession(content);
  const { catalogue, settings } = shown;
  const rampReps = ({ id }: { readonly id: string }) => content.ramps[id]?.map(({ reps }) => reps) ?? [];
  const context = forecastOn(shown, client);
  return (document) => {
    const timeline = expandSession(document, { ...workContextOf(shown), rampReps });
    const forecast = forecastSession(timeline, context);
    const totals = totalSession(timeline, {
      catalogue,
      settings,
      effectiveKg: () => null,
      expectedRir: (id) => forecast.bySegment.get(id)?.expectedRir ?? null,
    });
    return measured(document, { timeline, forecast, totals });
  };
}

/** What is foretold goes by the loads that were shown; a lift without a strength foretells nothing. */
function forecastOn(
  { catalogue, settings, bodyMassKg, loads }: ShownSession,
  client: FloorClient | null,
): ForecastContext {
  return {
    catalogue,
    settings,
    constants: client?.constants ?? POPULATION_RESERVE,
    loadKg: (segmentId, exerciseId, setup) => {
      const kg = loads[segmentId]?.kg ?? null;
      return kg === null ? null : curveKg(exerciseOrThrow(catalogue, exerciseId), kg, bodyMassKg, settings, setup);
    },
    strengthOf: (slot, exerciseId) => {
      const known = exerciseId === slot.exerciseId ? client?.strengths[slot.lineage] : undefined;
      return known ? { ...known, fitted: null } : null;
    },
    aimReps: (segmentId) => loads[segmentId]?.aimReps ?? null,
  };
}

/** What is logged when a way is taken: the places that it leaves out, and the rests that it cuts; null where it changes nothing. */
export function shortenedBy(
  standing: SessionInProgress,
  operation: Operation,
  minutes: number,
): Extract<FloorEventBody, { kind: "shortened" }> | null {
  const before = aheadOf(standing);
  const edited = operation.ok ? applyEdits(before, operation.edits) : null;
  if (!edited?.ok) return null;
  const after = new Map(allBlocks(edited.document).map((block) => [block.id, block]));
  const kept = new Set(
    allBlocks(edited.document).flatMap(({ slots }) =>
      slots.flatMap(({ id, sets }) => [id, ...sets.map((set) => set?.id)]),
    ),
  );
  const { blockRounds, performed } = standing;
  const places = blockRounds
    .filter((blockRound) => !isBlockRoundOver(blockRound, performed))
    .flatMap(({ moves, round, ordinal }) =>
      moves.flatMap(({ slot, set }) =>
        kept.has(slot.id) && kept.has(set.id) ? [] : [placeOf(slot.id, round, ordinal)],
      ),
    )
    .filter((place) => !performed.sets.has(occurrenceKey(place)) && !performed.skipped.has(occurrenceKey(place)));
  const rests = allBlocks(before).flatMap((block) => {
    const rest = after.get(block.id)?.restAfterRound;
    const isCut = rest !== block.restAfterRound && rest?.kind === "each" && rest.rest.kind === "seconds";
    return isCut ? [{ blockId: block.id, seconds: rest.rest.seconds }] : [];
  });
  return places.length + rests.length === 0 ? null : { kind: "shortened", minutes, places, rests };
}
