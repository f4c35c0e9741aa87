/** A session computed in its context: the same on the server, in the browser and on the floor. */

import { catalogueIn } from "../contract/catalogue";
import {
  allBlocks,
  type Block,
  type BlockTimeline,
  blockNameWords,
  type Catalogue,
  curveKg,
  entryAt,
  exerciseOrThrow,
  expandSession,
  type FittedReserve,
  type ForecastContext,
  fitReserve,
  forecastSession,
  identityCache,
  isOpen,
  type LiftRecord,
  type LiftStrength,
  liftRecord,
  type NamedBlock,
  nameBlock,
  type ObservedCorrection,
  openSeriesOf,
  type ResolveContext,
  type ResolvedSession,
  resolveSession,
  resolveSteps,
  runSteps,
  type Segment,
  type SessionDocument,
  type SessionForecast,
  type SessionTotals,
  type Settings,
  type Steps,
  seenOf,
  type Timeline,
  totalSession,
  valueAt,
} from "../core";
import type { FloorClient, SessionContext } from "./views";

/** Records by the log they were found from, which sessions of one client share. */
const recordOfLog = identityCache<LiftRecord>();

/** Of a client's logs together: what is found from all of them (how they recover) is found once. */
const recordsOfLogs = identityCache<ReadonlyMap<string, LiftRecord>>();

export const recordsOf = ({
  lifts,
  settings,
}: Pick<SessionContext, "lifts" | "settings">): ReadonlyMap<string, LiftRecord> =>
  recordsOfLogs(
    lifts,
    [settings],
    () =>
      new Map(
        lifts.map((lift) => [
          lift.lineage,
          recordOfLog(lift, [settings], () => liftRecord(lift.exposures, settings, lift.strengths)),
        ]),
      ),
  );

export const resolveIn = (
  document: SessionDocument,
  context: SessionContext,
  records: ReadonlyMap<string, LiftRecord> = recordsOf(context),
): ResolvedSession => resolveSession(document, resolveContext(context, records));

/** By the records that a session is resolved with: the same context for the same session view. */
const resolveContexts = identityCache<ResolveContext>();

const resolveContext = (context: SessionContext, records: ReadonlyMap<string, LiftRecord>): ResolveContext =>
  resolveContexts(context, [records], () => ({
    catalogue: catalogueIn(context.exercises),
    settings: context.settings,
    gym: context.gym.equipment,
    bodyMassKg: context.bodyMassKg,
    policy: context.client.rounding,
    calendar: { date: context.date, purpose: context.purpose, planWeek: context.planWeek },
    recordOf: (lineage) => records.get(lineage) ?? null,
    related: context.known.flatMap(({ lineage, exerciseId, e1rmKg: kept }) => {
      const e1rmKg = records.has(lineage) ? valueAt(records, lineage).e1rmKg : kept;
      return e1rmKg ? [{ exerciseId, e1rmKg }] : [];
    }),
    trainingMaxKg: (lineage) => context.lifts.find((lift) => lift.lineage === lineage)?.trainingMaxKg ?? null,
  }));

export interface ComputedSession {
  readonly resolved: ResolvedSession;
  readonly timeline: Timeline;
  readonly totals: SessionTotals;
  readonly forecast: SessionForecast;
  readonly forecastContext: ForecastContext;
  readonly names: ReadonlyMap<string, NamedBlock & { readonly words: string }>;
  readonly records: ReadonlyMap<string, LiftRecord>;
  readonly blockTimelines: ReadonlyMap<string, BlockTimeline>;
}

export const computeSession = (
  written: SessionDocument,
  context: SessionContext,
  records?: ReadonlyMap<string, LiftRecord>,
): ComputedSession => runSteps(computeSteps(written, context, records));

/** As `computeSession`, in steps. */
export function* computeSteps(
  written: SessionDocument,
  context: SessionContext,
  given?: ReadonlyMap<string, LiftRecord>,
): Steps<ComputedSession> {
  const { settings } = context;
  const catalogue = catalogueIn(context.exercises);
  const records = given ?? recordsOf(context);
  yield;
  const resolved = yield* resolveSteps(written, resolveContext(context, records));
  // The rules may leave sets out or change them: what is computed is what they prescribe.
  const { document } = resolved;
  const rampReps = (slot: { id: string }) => resolved.ramps.get(slot.id)?.map((set) => set.reps) ?? [];
  const plain = { catalogue, settings, rampReps };
  const forecastContext = forecastIn(context, resolved, records);
  yield;
  let timeline = expandSession(document, plain);
  yield;
  let forecast = forecastSession(timeline, forecastContext);
  // Sets without a figure of their own take as long as the reps that are expected of them; a rep goal may have more mini-sets
  // then, whose reps are found in turn.
  for (let pass = 0; pass < passesNeeded(document); pass++) {
    const known = forecast;
    const series = new Map<string, number[] | null>();
    const expectedReps = ({ id }: Segment, miniSet: number) => {
      if (!series.has(id)) series.set(id, openSeriesOf(known, id));
      const reps = series.get(id);
      return reps ? entryAt(reps, Math.min(miniSet, reps.length - 1)) : null;
    };
    yield;
    timeline = expandSession(document, { ...plain, expectedReps });
    yield;
    forecast = forecastSession(timeline, forecastContext);
  }
  yield;
  const totals = totalSession(timeline, {
    catalogue,
    settings,
    effectiveKg: (id) => resolved.loads.get(id)?.effectiveKg ?? null,
    expectedRir: (id) => forecast.bySegment.get(id)?.expectedRir ?? null,
  });
  const names = new Map(allBlocks(document).map((block) => [block.id, nameOf(block, catalogue, settings)]));
  return {
    resolved,
    timeline,
    totals,
    forecast,
    forecastContext,
    names,
    records,
    blockTimelines: new Map(timeline.blocks.map(({ timeline: t }) => [t.block.id, t])),
  };
}

const blockNames = identityCache<NamedBlock & { readonly words: string }>();

/** What kind of block it is; found once for one. */
const nameOf = (block: Block, catalogue: Catalogue, settings: Settings): NamedBlock & { readonly words: string } =>
  blockNames(block, [catalogue, settings], () => {
    const named = nameBlock(block, catalogue, settings);
    return { ...named, words: blockNameWords(named) };
  });

/** None without open sets; one for them, and two more for rep goals. */
function passesNeeded(document: SessionDocument): number {
  const sets = allBlocks(document).flatMap((block) =>
    block.slots.flatMap((slot) => slot.sets.filter((set) => set !== null)),
  );
  if (sets.some((set) => set.stop.kind === "repTotal")) return 3;
  return sets.some((set) => set.segments.some((segment) => isOpen(segment, set))) ? 1 : 0;
}

const reserves = identityCache<FittedReserve>();

/** The client's own recovery, from all their lifts, where there are sets enough; else everyone's. */
const fittedReserve = (records: ReadonlyMap<string, LiftRecord>): FittedReserve =>
  reserves(records, [], () => fitReserve([...records.values()]));

const corrections = identityCache<ReadonlyMap<string, ObservedCorrection>>();

/** How the client's sets went before against what was foretold of them. */
const seenBefore = (records: ReadonlyMap<string, LiftRecord>): ReadonlyMap<string, ObservedCorrection> =>
  corrections(records, [], () => seenOf(records, fittedReserve(records).constants));

/** Strengths by the record they are read from: the same record is the same strength. */
const strengths = identityCache<LiftStrength | null>();

const strengthOf = (record: LiftRecord, seen: ObservedCorrection | null): LiftStrength | null =>
  strengths(record, [seen], () => {
    const { e1rmKg, curve, fitted } = record;
    return e1rmKg ? { e1rmKg, curve, fitted, seen } : null;
  });

/** How the client recovers, and how strong they are by lift: what can be foretold by where their records are not. */
export function forecastParameters(context: SessionContext): Pick<FloorClient, "constants" | "strengths"> {
  const records = recordsOf(context);
  const strengths = [...records].flatMap(([lineage, { e1rmKg, curve }]) =>
    e1rmKg === null ? [] : [[lineage, { e1rmKg, curve }] as const],
  );
  return { constants: fittedReserve(records).constants, strengths: Object.fromEntries(strengths) };
}

function forecastIn(
  context: SessionContext,
  resolved: ResolvedSession,
  records: ReadonlyMap<string, LiftRecord>,
): ForecastContext {
  const { settings } = context;
  const catalogue = catalogueIn(context.exercises);
  return {
    catalogue,
    settings,
    constants: fittedReserve(records).constants,
    loadKg: (segmentId, exerciseId, setup) => {
      const kg = resolved.loads.get(segmentId)?.kg ?? null;
      const exercise = exerciseOrThrow(catalogue, exerciseId);
      return kg === null ? null : curveKg(exercise, kg, context.bodyMassKg, settings, setup);
    },
    strengthOf: (slot, exerciseId) => {
      const record = exerciseId === slot.exerciseId ? records.get(slot.lineage) : undefined;
      return record ? strengthOf(record, seenBefore(records).get(slot.lineage) ?? null) : null;
    },
    aimReps: (segmentId) => resolved.loads.get(segmentId)?.aimReps ?? null,
    restedSeconds: (blockId, round) => context.rested?.[blockId]?.[round] ?? null,
  };
}
