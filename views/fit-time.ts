/** Fitting a session into a time, and the other way round: every way with the time it saves and its price, and a whole plan of them. */

import { catalogueIn } from "../contract/catalogue";
import {
  allBlocks,
  applyEdits,
  type BlockPace,
  type Edit,
  exercisesIn,
  type LongerKind,
  type Muscle,
  type Operation,
  REGIONS,
  runSteps,
  type SessionDocument,
  type Shorter,
  type ShorterKind,
  type Steps,
  trainedRegions,
  waysShorter,
  waysToFill,
} from "../core";
import { type ComputedSession, computeSession } from "./compute";
import type { SessionContext } from "./views";

interface MuscleSets {
  readonly muscle: Muscle;
  readonly sets: number;
}

/** What a change does to the session: what is gained in time, and what that costs. */
export interface ChangeCost {
  /** Hard sets lost, by muscle, the most first; less than none where some are won. */
  readonly sets: readonly MuscleSets[];
  /** Reps that fall short at the new rests beyond those that did before, over all sets. */
  readonly repsShort: number;
  /** In hard sets, what it costs beside them (`Shorter`). */
  readonly besideSets: number;
  /** In hard sets, that much of a muscle's work goes at once, or the last of it. */
  readonly fromOne: number;
}

export interface TimedChange<K> {
  readonly change: K;
  readonly operation: Operation;
  /** Of the session after it. */
  readonly seconds: number;
  /** Less than before; a longer one is less than none. */
  readonly savedSeconds: number;
  readonly price: ChangeCost;
  /** Whether it alone brings the session inside the time. */
  readonly isEnough: boolean;
}

interface FitPlan {
  readonly steps: readonly TimedChange<ShorterKind>[];
  readonly operation: Operation;
  readonly seconds: number;
  readonly price: ChangeCost;
  readonly isEnough: boolean;
}

/** A session with what prices are measured by. */
export interface Measured {
  readonly document: SessionDocument;
  readonly seconds: number;
  readonly sets: ReadonlyMap<Muscle, number>;
  readonly repsShort: number;
}

export function measured(
  document: SessionDocument,
  { totals, forecast, timeline }: Pick<ComputedSession, "totals" | "forecast" | "timeline">,
): Measured {
  let repsShort = 0;
  for (const one of forecast.bySegment.values())
    if (one.expectedRir !== null && one.askedReps !== null) repsShort += Math.max(0, -one.expectedRir);
  return {
    document,
    seconds: timeline.seconds,
    sets: new Map([...totals.byMuscle].map(([muscle, { hardSets }]) => [muscle, hardSets])),
    repsShort,
  };
}

function priceOf(before: Measured, after: Measured, besideSets = 0): ChangeCost {
  const muscles = new Set([...before.sets.keys(), ...after.sets.keys()]);
  const sets = [...muscles].flatMap((muscle) => {
    const lost = (before.sets.get(muscle) ?? 0) - (after.sets.get(muscle) ?? 0);
    return Math.abs(lost) >= 0.05 ? [{ muscle, sets: lost }] : [];
  });
  const fromOne = sets.reduce((sum, { muscle, sets: lost }) => {
    const had = before.sets.get(muscle) ?? 0;
    if (lost <= 0 || had <= 0) return sum;
    return sum + SHARE_WORTH * (lost / had) + (had - lost < LEAST_LEFT ? LAST_WORTH : 0);
  }, 0);
  const repsShort = after.repsShort - before.repsShort;
  return { sets: sets.sort((a, b) => b.sets - a.sets), repsShort, besideSets, fromOne };
}

/** Cuts are spread: a share of a muscle's work costs beside its sets, and the last of it costs most. */
const SHARE_WORTH = 1;
const LAST_WORTH = 3;
const LEAST_LEFT = 0.5;

/** A muscle that is to be built counts more, one that is to be held less. */
const WORTH = { build: 2, normal: 1, hold: 0.5 } as const;
/** What a rep that falls short is worth beside a hard set. */
const REP_WORTH = 0.15;
/** A change costs something for being one. */
const STEP_WORTH = 0.05;

const costOf = (
  { sets, repsShort, besideSets, fromOne }: ChangeCost,
  { priorities }: Pick<Fitting, "priorities">,
): number =>
  sets.reduce((sum, one) => sum + one.sets * WORTH[priorities[one.muscle] ?? "normal"], 0) +
  REP_WORTH * Math.max(0, repsShort) +
  besideSets +
  fromOne +
  STEP_WORTH;

const MOST_STEPS = 12;
const LEAST_SAVED = 5;

/** Computes a session of somebody's: what prices are measured by. */
type Measure = (document: SessionDocument) => Measured;

const measureIn =
  (context: SessionContext, records: ComputedSession["records"]): Measure =>
  (document) =>
    measured(document, computeSession(document, context, records));

/** What fitting goes by: the changes there are, how they are measured, and what matters to the client. */
interface Fitting {
  readonly ways: (document: SessionDocument) => readonly Shorter[];
  readonly measure: Measure;
  readonly priorities: SessionContext["client"]["priorities"];
  /** Muscles that the session trains directly and nothing else does this week: none of them is left without work. */
  readonly onlyHere: (document: SessionDocument) => ReadonlySet<Muscle>;
}

/** Whether a change leaves one of some muscles with no work. */
const takesOnlyWork = (before: Measured, after: Measured, muscles: ReadonlySet<Muscle>): boolean =>
  [...muscles].some(
    (muscle) => (before.sets.get(muscle) ?? 0) >= LEAST_LEFT && (after.sets.get(muscle) ?? 0) < LEAST_LEFT,
  );

function* waysFrom(before: Measured, fitting: Fitting, capSeconds: number): Steps<TimedChange<ShorterKind>[]> {
  const found: TimedChange<ShorterKind>[] = [];
  for (const { change, operation, besideSets } of fitting.ways(before.document)) {
    const edited = operation.ok ? applyEdits(before.document, operation.edits) : null;
    if (!edited?.ok) continue;
    yield;
    const after = fitting.measure(edited.document);
    const savedSeconds = before.seconds - after.seconds;
    if (savedSeconds < LEAST_SAVED || takesOnlyWork(before, after, fitting.onlyHere(before.document))) continue;
    const { seconds } = after;
    const price = priceOf(before, after, besideSets);
    found.push({ change, operation, seconds, savedSeconds, price, isEnough: seconds <= capSeconds });
  }
  const rate = (one: TimedChange<ShorterKind>) => costOf(one.price, fitting) / one.savedSeconds;
  return found.sort((a, b) => rate(a) - rate(b));
}

export interface FitFound {
  readonly overSeconds: number;
  /** Single changes: tempo and rests first, whole lifts last, of the same kind the cheapest minute. */
  readonly ways: readonly TimedChange<ShorterKind>[];
  /** The cheapest of them one after the other until it fits, as one step; null where one alone does, or none is there. */
  readonly plan: FitPlan | null;
}

/**
 * What would bring a session inside a time. The plan takes, of what saves a minute most cheaply, one after the other, and ends with
 * one that is enough where all together cost least: one large change is not taken where several small ones do.
 */
export function fitSession(
  document: SessionDocument,
  context: SessionContext,
  computed: ComputedSession,
  capSeconds: number,
  makeId: () => string,
): FitFound {
  const { settings, client } = context;
  const { priorities } = client;
  const catalogue = catalogueIn(context.exercises);
  const fitting: Fitting = {
    ways: (one) => waysShorter(one, { catalogue, priorities, makeId }, settings.assumed.roundRestSeconds),
    measure: measureIn(context, computed.records),
    priorities,
    onlyHere: (one) => {
      const direct = [...trainedRegions(exercisesIn(one, catalogue))].map((region) => REGIONS[region].muscle);
      return new Set(direct.filter((muscle) => (context.week.others[muscle]?.hardSets ?? 0) < LEAST_LEFT));
    },
  };
  const found = runSteps(fitSteps(measured(document, computed), fitting, capSeconds));
  // Tempo and rests come first, whole lifts last; among their like the cheapest minute.
  return { ...found, ways: found.ways.toSorted((a, b) => ORDER[a.change.kind] - ORDER[b.change.kind]) };
}

const ORDER: Readonly<Record<ShorterKind["kind"], number>> = {
  plainTempo: 0,
  trimRest: 0,
  pair: 1,
  lastTwoAsDrop: 1,
  roundFewer: 2,
  dropLift: 3,
};

/** As `fitSession`, way by way. */
export function* fitSteps(first: Measured, fitting: Fitting, capSeconds: number): Steps<FitFound> {
  const ways = yield* waysFrom(first, fitting, capSeconds);
  const costs = (one: TimedChange<ShorterKind>) => costOf(one.price, fitting);
  let path: Path = { steps: [], edits: [], now: first, cost: 0 };
  let best: Path | null = null;
  for (let next = ways; first.seconds > capSeconds; next = yield* waysFrom(path.now, fitting, capSeconds)) {
    const [last] = next.filter(({ isEnough }) => isEnough).sort((a, b) => costs(a) - costs(b));
    if (last && (!best || path.cost + costs(last) < best.cost)) best = further(path, last, fitting) ?? best;
    const [step] = next;
    if (!step || path.steps.length === MOST_STEPS || (best && path.cost + costs(step) >= best.cost)) break;
    const then = further(path, step, fitting);
    if (!then) break;
    path = then;
    if (path.now.seconds <= capSeconds) break;
  }
  const { steps, edits, now } = best && (path.now.seconds > capSeconds || best.cost <= path.cost) ? best : path;
  const plan = { steps, seconds: now.seconds, price: priceOf(first, now), isEnough: now.seconds <= capSeconds };
  return {
    overSeconds: first.seconds - capSeconds,
    ways,
    plan: steps.length > 1 ? { ...plan, operation: { ok: true, edits } } : null,
  };
}

/** Some changes one after the other, and what they cost together. */
interface Path {
  readonly steps: readonly TimedChange<ShorterKind>[];
  readonly edits: readonly Edit[];
  readonly now: Measured;
  readonly cost: number;
}

/** The path with a step more; null where it cannot be done. */
function further({ steps, edits, now, cost }: Path, step: TimedChange<ShorterKind>, fitting: Fitting): Path | null {
  if (!step.operation.ok) return null;
  const edited = applyEdits(now.document, step.operation.edits);
  if (!edited.ok) return null;
  return {
    steps: [...steps, step],
    edits: [...edits, ...step.operation.edits],
    now: fitting.measure(edited.document),
    cost: cost + costOf(step.price, fitting),
  };
}

/** What would fill a time that is left: the rounds, or the rest, of each block. */
export function fillSession(
  document: SessionDocument,
  context: SessionContext,
  computed: ComputedSession,
  capSeconds: number,
  makeId: () => string,
): TimedChange<LongerKind>[] {
  const measure = measureIn(context, computed.records);
  const before = measured(document, computed);
  const left = capSeconds - before.seconds;
  const paces = allBlocks(document).flatMap((block): BlockPace[] => {
    const timeline = computed.blockTimelines.get(block.id);
    const rounds = timeline?.run.rounds.length ?? 0;
    if (!timeline || rounds === 0) return [];
    const rest = block.restAfterRound;
    const restSeconds =
      rest === null
        ? context.settings.assumed.roundRestSeconds
        : rest.kind === "each"
          ? rest.rest.kind === "seconds"
            ? rest.rest.seconds
            : rest.rest.high
          : null;
    if (restSeconds === null) return [];
    const roundSeconds = (timeline.seconds + restSeconds) / rounds;
    return [{ blockId: block.id, roundSeconds, rests: rounds - 1, restSeconds }];
  });
  return waysToFill(document, paces, left, makeId).flatMap(({ change, operation }): TimedChange<LongerKind>[] => {
    const edited = operation.ok && applyEdits(document, operation.edits);
    const after = edited !== false && edited.ok ? measure(edited.document) : null;
    if (!after || after.seconds > capSeconds) return [];
    const savedSeconds = before.seconds - after.seconds;
    return [{ change, operation, seconds: after.seconds, savedSeconds, price: priceOf(before, after), isEnough: true }];
  });
}
