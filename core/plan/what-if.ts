/**
 * What if (handbook section 9): the rest of a plan performed many times by a lifter fitted to the client, for the fan of each
 * lift's strength, the chance that each prescription is made and that each goal is reached.
 *
 * Strength answers to training: each week e1RM × (1 + g·f), g the client's own trend and f = ln(1 + h) ÷ ln(1 + h₀), h the week's
 * hard sets for the lift's prime mover and h₀ what they are used to. Without work nothing for two weeks, then −1 % a week. A hard
 * set takes 0.3 % off (0.45 % to failure), gone by a factor e in five days; what is usual is in the e1RM already, so that only
 * what differs from it counts. These are assumptions; they are drawn ±50 % for each run, so that the fan is honest.
 *
 * Every random number belongs to its run, date, lift and set, and not to its place in a stream: an unchanged plan differs by
 * nothing, and a change in a later week leaves the weeks before it as they were.
 */
import { type Exercise, exerciseOrThrow } from "../exercise/exercise";
import { type Muscle, REGIONS, type RegionId } from "../exercise/regions";
import { POPULATION_RESERVE, Reserve, type ReserveConstants } from "../forecast/reserve";
import { e1rmFactor, type RepCurve } from "../load/e1rm";
import { curveKg } from "../load/effective";
import { type Exposure, type LiftRecord, type LoggedSet, liftRecord } from "../log";
import { nextOfLift } from "../progress/prescribe";
import { applyEdits } from "../session/edits";
import { allBlocks, type Block, restSecondsForTime, type SessionDocument, type Slot } from "../session/grammar";
import type { Steps } from "../steps";
import { clamp, daysBetween, mondayOf, toKg } from "../units";
import { type PlanDocument, planWeeks } from "./plan";
import { type ProjectContext, type ProjectedSession, projectPlan } from "./project";

export interface Assumptions {
  /** Gain in percent a week of a lift whose own trend is not known, for the client's level. */
  readonly gainPercent: number;
  /** The share of planned sessions that are done, 0–1. */
  readonly adherence: number;
  /** Standard deviation of a day's form, in percent. */
  readonly dayPercent: number;
  readonly fatiguePercent: number;
  readonly fatiguePercentToFailure: number;
  readonly fatigueDays: number;
  /** Loss in percent a week after two weeks without work. */
  readonly lossPercent: number;
  readonly reserve: ReserveConstants;
}

/** Judgements for people who train on: what a year of it usually brings, at each level. */
export const LEVEL_GAIN: Readonly<Record<string, number>> = { novice: 1, intermediate: 0.4, advanced: 0.15 };

export const assumptionsFor = (trainingAge: string, adherence = 0.9): Assumptions => ({
  gainPercent: LEVEL_GAIN[trainingAge] ?? LEVEL_GAIN.intermediate!,
  adherence,
  dayPercent: 2.5,
  fatiguePercent: 0.3,
  fatiguePercentToFailure: 0.45,
  fatigueDays: 5,
  lossPercent: 1,
  reserve: POPULATION_RESERVE,
});

/** What is known of a lift before the plan goes on. */
interface Lift {
  readonly lineage: string;
  readonly exercise: Exercise;
  readonly record: LiftRecord;
  readonly mover: Muscle;
  /** Gain a week as a share: the lift's own trend drawn toward its level's. */
  readonly gain: number;
  /** Standard deviation of the present e1RM, as a share. */
  readonly doubt: number;
}

export interface LiftFan {
  readonly lineage: string;
  readonly exerciseId: string;
  /** e1RM in curve kg at the end of each week of the plan, a figure a run; null before the present week. */
  readonly weeks: readonly (readonly number[] | null)[];
}

export interface CellChance {
  readonly dayId: string;
  readonly week: number;
  readonly lineage: string;
  /** The share of the runs in which it was trained and made. */
  readonly made: number;
  /** The share in which it was trained at all. */
  readonly trained: number;
  /** The median of the heaviest load, as the lift is loaded. */
  readonly medianKg: number | null;
}

export interface WhatIf {
  readonly runs: number;
  readonly fans: readonly LiftFan[];
  readonly cells: readonly CellChance[];
  /** By goal's id: the share of runs that reach it by its day. */
  readonly goals: Readonly<Record<string, number>>;
}

/** A uniform number in [0, 1) of its own for what it is named by. */
export function keyedRandom(...key: readonly (string | number)[]): number {
  let hash = 0x811c9dc5;
  for (const part of key) {
    const text = String(part);
    for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193);
    hash = Math.imul(hash ^ 0x2f, 0x01000193);
  }
  hash = Math.imul(hash ^ (hash >>> 16), 0x85ebca6b);
  hash = Math.imul(hash ^ (hash >>> 13), 0xc2b2ae35);
  return ((hash ^ (hash >>> 16)) >>> 0) / 4294967296;
}

const keyedNormal = (...key: readonly (string | number)[]): number =>
  clamp(
    Math.sqrt(-2 * Math.log(Math.max(keyedRandom(...key, "u"), 1e-9))) *
      Math.cos(2 * Math.PI * keyedRandom(...key, "v")),
    -2.5,
    2.5,
  );

/** The simulation in steps, one a run; `onRun` hears how many are done. */
export function* whatIfSteps(
  plan: PlanDocument,
  context: ProjectContext,
  assumptions: Assumptions,
  {
    runs = 200,
    seed = 1,
    onRun,
  }: { readonly runs?: number; readonly seed?: number; readonly onRun?: (done: number) => void } = {},
): Steps<WhatIf> {
  const sessions = projectPlan(plan, context).filter(({ isAway }) => !isAway);
  yield;
  const lifts = liftsIn(sessions, context, assumptions);
  const usual = usualSets(context, lifts);
  const results: RunResult[] = [];
  for (let run = 0; run < runs; run++) {
    results.push(simulate(run, seed, plan, sessions, lifts, usual, context, assumptions));
    onRun?.(run + 1);
    yield;
  }
  return summed(plan, sessions, lifts, results, context);
}

function liftsIn(
  sessions: readonly ProjectedSession[],
  context: ProjectContext,
  assumptions: Assumptions,
): Map<string, Lift> {
  const lifts = new Map<string, Lift>();
  for (const { resolved } of sessions)
    for (const slot of allBlocks(resolved.document).flatMap(({ slots }) => slots)) {
      if (lifts.has(slot.lineage)) continue;
      const log = context.logOf(slot.lineage);
      const record = log && liftRecord(log.exposures, context.settings, log.tested);
      if (!record?.e1rmKg) continue;
      const exercise = exerciseOrThrow(context.catalogue, slot.exerciseId);
      const [low, high] = record.bandKg ?? [record.e1rmKg * 0.95, record.e1rmKg * 1.05];
      lifts.set(slot.lineage, {
        lineage: slot.lineage,
        exercise,
        record,
        mover: moverOf(exercise),
        gain: gainOf(record, assumptions.gainPercent) / 100,
        doubt: clamp((high - low) / (2 * 1.2816 * record.e1rmKg), 0.005, 0.15),
      });
    }
  return lifts;
}

function moverOf({ shares }: Exercise): Muscle {
  const [first] = (Object.entries(shares) as [RegionId, number][]).sort((a, b) => b[1] - a[1]);
  return REGIONS[first![0]].muscle;
}

/** Weeks of a lift's own that weigh as much as what its level does. */
const TREND_WORTH = 12;

/** The lift's own trend in percent a week, by the median of pairwise slopes, drawn toward its level's. */
export function gainOf({ estimates }: Pick<LiftRecord, "estimates">, levelPercent: number): number {
  const known = estimates.slice(-12);
  const slopes: number[] = [];
  for (const [index, one] of known.entries())
    for (const other of known.slice(index + 1)) {
      const weeks = daysBetween(one.date, other.date) / 7;
      if (weeks >= 1) slopes.push((100 * (other.kg / one.kg - 1)) / weeks);
    }
  if (slopes.length === 0) return levelPercent;
  slopes.sort((a, b) => a - b);
  const own = clamp(slopes[Math.floor(slopes.length / 2)]!, -1, 3);
  const weeks = daysBetween(known[0]!.date, known.at(-1)!.date) / 7;
  return (own * weeks + levelPercent * TREND_WORTH) / (weeks + TREND_WORTH);
}

/** Hard sets a week that each muscle is used to, from the log of the plan's lifts over the last six weeks. */
function usualSets({ today, settings }: ProjectContext, lifts: ReadonlyMap<string, Lift>): Map<Muscle, number> {
  const usual = new Map<Muscle, number>();
  for (const { record, exercise } of lifts.values()) {
    const lately = record.exposures.filter(({ date }) => daysBetween(date, today) <= 42);
    const weeks = Math.max(1, new Set(lately.map(({ date }) => mondayOf(date))).size);
    const sets = lately.reduce(
      (sum, day) => sum + day.sets.filter((set) => set.working && (set.rir ?? 0) <= settings.hardSetRir).length,
      0,
    );
    for (const [muscle, share] of sharesOf(exercise))
      usual.set(muscle, (usual.get(muscle) ?? 0) + (share * sets) / weeks);
  }
  return usual;
}

const sharesByExercise = new WeakMap<Exercise, readonly [Muscle, number][]>();

/** Each muscle's largest share, where it counts. */
function sharesOf(exercise: Exercise): readonly [Muscle, number][] {
  const known = sharesByExercise.get(exercise);
  if (known) return known;
  const shares = new Map<Muscle, number>();
  for (const [region, share] of Object.entries(exercise.shares) as [RegionId, number][])
    if (share >= 0.5) shares.set(REGIONS[region].muscle, Math.max(share, shares.get(REGIONS[region].muscle) ?? 0));
  const found = [...shares];
  sharesByExercise.set(exercise, found);
  return found;
}

interface RunResult {
  /** By lineage: e1RM at the end of each week; null before the present one. */
  readonly strength: ReadonlyMap<string, readonly (number | null)[]>;
  /** By session and lineage, in their order. */
  readonly cells: readonly { readonly made: boolean; readonly trained: boolean; readonly kg: number | null }[];
  readonly best: readonly { readonly lineage: string; readonly date: string; readonly e1rmKg: number }[];
}

/** Days that a rule reads at most, and that are carried along. */
const MOST_DAYS = 10;

function simulate(
  run: number,
  seed: number,
  plan: PlanDocument,
  sessions: readonly ProjectedSession[],
  lifts: ReadonlyMap<string, Lift>,
  usual: ReadonlyMap<Muscle, number>,
  context: ProjectContext,
  assumptions: Assumptions,
): RunResult {
  const drawn = (what: string) => 1 + 0.5 * (2 * keyedRandom(seed, run, what) - 1);
  const [gainFactor, fatigueFactor] = [drawn("gain"), drawn("fatigue")];
  const state = new Map(
    [...lifts.values()].map((lift) => [
      lift.lineage,
      {
        kg: lift.record.e1rmKg! * (1 + lift.doubt * keyedNormal(seed, run, lift.lineage, "now")),
        known: lift.record.e1rmKg!,
        days: lift.record.exposures.slice(-MOST_DAYS),
        idleWeeks: 0,
      },
    ]),
  );
  const fatigue = new Map<Muscle, { sum: number; date: string }>();
  const tiredOn = (muscle: Muscle, date: string): number => {
    const one = fatigue.get(muscle);
    const now = one ? one.sum * Math.exp(-daysBetween(one.date, date) / assumptions.fatigueDays) : 0;
    // What is usual is in the e1RM already: the mean of a steady week.
    const hard = usual.get(muscle) ?? 0;
    const steady = ((hard * assumptions.fatiguePercent) / 100) * (assumptions.fatigueDays / 7);
    return fatigueFactor * (now - steady);
  };
  const strength = new Map<string, (number | null)[]>(
    [...lifts.keys()].map((id) => [id, Array(planWeeks(plan)).fill(null)]),
  );
  const cells: { made: boolean; trained: boolean; kg: number | null }[] = [];
  const best: { lineage: string; date: string; e1rmKg: number }[] = [];
  let at = 0;
  const firstWeek = sessions[0]?.week ?? 0;
  for (let week = firstWeek; week < planWeeks(plan); week++) {
    const hardSets = new Map<Muscle, number>();
    for (; at < sessions.length && sessions[at]!.week === week; at++) {
      const session = sessions[at]!;
      const { date } = session;
      const shows = keyedRandom(seed, run, date, "shows") < assumptions.adherence;
      const form = 1 + (assumptions.dayPercent / 100) * keyedNormal(seed, run, date, "form");
      const reserve = new Reserve(assumptions.reserve);
      const document = withRules(session, context, state, lifts);
      for (const block of allBlocks(document.document))
        for (const slot of block.slots) {
          const lift = lifts.get(slot.lineage);
          const own = state.get(slot.lineage);
          if (!lift || !own) {
            cells.push({ made: false, trained: false, kg: null });
            continue;
          }
          if (!shows) {
            cells.push({ made: false, trained: false, kg: null });
            continue;
          }
          const kg = own.kg * form * (1 - tiredOn(lift.mover, date));
          const done = performLift(
            slot,
            block,
            document,
            lift,
            kg,
            reserve,
            session,
            context,
            `${seed} ${run} ${date}`,
          );
          cells.push({ made: done.made, trained: true, kg: done.topKg });
          if (done.exposure) {
            own.days = [...own.days, done.exposure].slice(-MOST_DAYS);
            // What the log would make of the day: a smoothed estimate.
            if (done.shownKg !== null) own.known += 0.35 * (done.shownKg - own.known);
          }
          best.push({ lineage: slot.lineage, date, e1rmKg: kg });
          for (const [muscle, share] of sharesOf(lift.exercise)) {
            hardSets.set(muscle, (hardSets.get(muscle) ?? 0) + share * done.hardSets);
            const cost =
              (done.hardSets * assumptions.fatiguePercent +
                done.failedSets * (assumptions.fatiguePercentToFailure - assumptions.fatiguePercent)) /
              100;
            const before = fatigue.get(muscle);
            const left = before ? before.sum * Math.exp(-daysBetween(before.date, date) / assumptions.fatigueDays) : 0;
            fatigue.set(muscle, { sum: left + share * cost, date });
          }
        }
    }
    for (const [lineage, lift] of lifts) {
      const own = state.get(lineage)!;
      const hard = hardSets.get(lift.mover) ?? 0;
      const used = Math.max(2, usual.get(lift.mover) ?? 0);
      if (hard > 0) {
        own.idleWeeks = 0;
        own.kg *= 1 + gainFactor * lift.gain * (Math.log(1 + hard) / Math.log(1 + used));
      } else if (++own.idleWeeks > 2) own.kg *= 1 - assumptions.lossPercent / 100;
      strength.get(lineage)![week] = own.kg;
    }
  }
  return { strength, cells, best };
}

interface Prescribed {
  readonly document: SessionDocument;
  /** By slot: what its rule asks; null where the plan's own loads stand. */
  readonly next: ReadonlyMap<string, readonly { readonly loadKg: number; readonly reps: number }[] | null>;
  readonly scale: ReadonlyMap<string, number>;
}

/** The session as the rules would prescribe it after what this run has done. */
function withRules(
  session: ProjectedSession,
  context: ProjectContext,
  state: ReadonlyMap<string, { readonly known: number; readonly days: readonly Exposure[] }>,
  lifts: ReadonlyMap<string, Lift>,
): Prescribed {
  let { document } = session.resolved;
  const next = new Map<string, readonly { loadKg: number; reps: number }[] | null>();
  const scale = new Map<string, number>();
  const at = {
    ...context,
    gym: context.gymOf(document.gymId),
    calendar: { date: session.date, purpose: session.purpose, planWeek: session.week },
  };
  for (const block of allBlocks(session.written))
    for (const slot of block.slots) {
      const lift = lifts.get(slot.lineage);
      const own = state.get(slot.lineage);
      const load = slot.sets.find((set) => set?.role === "working")?.segments[0]?.load;
      const isRuled = load?.kind === "unsaid" || load?.kind === "ofNext";
      if (!lift || !own || !isRuled) {
        next.set(slot.id, null);
        continue;
      }
      const record: LiftRecord = { ...lift.record, exposures: own.days, e1rmKg: own.known };
      const answer = nextOfLift({ block, slot }, lift.exercise, record, at);
      next.set(slot.id, answer?.sets ?? null);
      scale.set(slot.id, load?.kind === "ofNext" ? 1 + load.percent / 100 : 1);
      // What else the rule changes differs from the projection only where this run has gone another way.
      const planned = session.next.get(slot.id)?.edits ?? [];
      if (answer && (answer.edits.length > 0 || planned.length > 0)) {
        const edited = applyEdits(session.written, answer.edits);
        if (edited.ok) document = replaceSlot(document, edited.document, slot.id);
      }
    }
  return { document, next, scale };
}

function replaceSlot(document: SessionDocument, from: SessionDocument, slotId: string): SessionDocument {
  const slot = allBlocks(from)
    .flatMap(({ slots }) => slots)
    .find(({ id }) => id === slotId);
  if (!slot) return document;
  const put = (block: Block): Block => ({
    ...block,
    slots: block.slots.map((one) => (one.id === slotId ? slot : one)),
  });
  return { ...document, blocks: document.blocks.map(put), finisher: document.finisher && put(document.finisher) };
}

interface DoneLift {
  readonly made: boolean;
  readonly topKg: number | null;
  readonly exposure: Exposure | null;
  /** The e1RM that the day showed; null where nothing told. */
  readonly shownKg: number | null;
  readonly hardSets: number;
  readonly failedSets: number;
}

const SECONDS_A_SET = 35;

function performLift(
  slot: Slot,
  block: Block,
  { next, scale }: Prescribed,
  { exercise, record }: Lift,
  e1rmKg: number,
  reserve: Reserve,
  session: ProjectedSession,
  context: ProjectContext,
  key: string,
): DoneLift {
  const asked = next.get(slot.id) ?? null;
  const times = scale.get(slot.id) ?? 1;
  const { settings, bodyMassKg } = context;
  const curve: RepCurve = record.curve;
  const rest = block.restAfterRound;
  const restSeconds =
    rest?.kind === "each"
      ? restSecondsForTime(rest.rest)
      : rest?.kind === "list"
        ? restSecondsForTime(rest.rests[0]!)
        : settings.assumed.roundRestSeconds;
  const sets: LoggedSet[] = [];
  let working = -1;
  let shownKg: number | null = null;
  let [hardSets, failedSets] = [0, 0];
  for (const [round, set] of slot.sets.entries()) {
    if (set?.role !== "working") continue;
    working++;
    const segment = set.segments[0]!;
    const ruled = asked?.[Math.min(working, asked.length - 1)];
    const planned = session.resolved.loads.get(segment.id);
    const loadKg = ruled ? ruled.loadKg * times : (planned?.kg ?? null);
    const load = loadKg === null ? null : curveKg(exercise, loadKg, bodyMassKg, settings, slot.setup);
    if (load === null || loadKg === null || !(load > 0)) continue;
    const target = segment.amount.kind === "reps" ? segment.amount.reps : null;
    const wanted = ruled?.reps ?? planned?.aimReps ?? target?.low ?? null;
    if (sets.length > 0) reserve.rest(restSeconds);
    const possible = Math.floor(Math.max(0, reserve.repsLeft(exercise, "both", e1rmKg, load, curve)) + 0.5);
    const reps = wanted === null ? possible : Math.min(wanted, possible);
    reserve.perform(exercise, "both", e1rmKg, load, curve, reps);
    reserve.rest(SECONDS_A_SET, exercise);
    const left = possible - reps;
    const said = Math.max(0, Math.round(left + keyedNormal(key, slot.lineage, round, "said") * (0.5 + 0.2 * left)));
    const failed = wanted !== null && reps < wanted;
    if (left <= settings.hardSetRir) hardSets++;
    if (left === 0) failedSets++;
    if (sets.length === 0) {
      const effective = reps + (failed ? 0 : said);
      if (effective >= 1 && effective <= 15) shownKg = load * e1rmFactor(effective, curve);
    }
    const askedRir = segment.rir ? (segment.rir.low + segment.rir.high) / 2 : null;
    sets.push({
      key: `${slot.id}:${round}:0`,
      round,
      asked: true,
      loadKg,
      curveKg: load,
      reps,
      totalReps: reps,
      seconds: null,
      rir: failed ? 0 : said,
      form: "held",
      pain: 0,
      target,
      targetRir: askedRir,
      working: true,
      restBeforeSeconds: null,
      fresh: sets.length === 0,
    });
  }
  if (sets.length === 0) return { made: false, topKg: null, exposure: null, shownKg, hardSets, failedSets };
  const made = sets.every(({ reps, target }) => target === null || reps >= target.low);
  return {
    made,
    topKg: Math.max(...sets.map((set) => set.loadKg)),
    exposure: {
      date: session.date,
      sessionId: key,
      slotId: slot.id,
      purpose: session.purpose,
      plannedSets: sets.length,
      sets,
    },
    shownKg,
    hardSets,
    failedSets,
  };
}

function summed(
  plan: PlanDocument,
  sessions: readonly ProjectedSession[],
  lifts: ReadonlyMap<string, Lift>,
  results: readonly RunResult[],
  { bodyMassKg, settings }: ProjectContext,
): WhatIf {
  const weeks = planWeeks(plan);
  const fans = [...lifts.values()].map(
    ({ lineage, exercise }): LiftFan => ({
      lineage,
      exerciseId: exercise.id,
      weeks: Array.from({ length: weeks }, (_, week) => {
        const figures = results.map(({ strength }) => strength.get(lineage)![week]!);
        return figures.some((one) => one === null) || figures.length === 0 ? null : figures;
      }),
    }),
  );
  const places = sessions.flatMap(({ dayId, week, resolved }) =>
    allBlocks(resolved.document).flatMap(({ slots }) => slots.map(({ lineage }) => ({ dayId, week, lineage }))),
  );
  const cells = places.map((place, index): CellChance => {
    const own = results.map((result) => result.cells[index]!);
    const loads = own.flatMap(({ kg }) => (kg === null ? [] : [kg])).sort((a, b) => a - b);
    return {
      ...place,
      made: own.filter(({ made }) => made).length / Math.max(1, own.length),
      trained: own.filter(({ trained }) => trained).length / Math.max(1, own.length),
      medianKg: loads.length > 0 ? loads[Math.floor(loads.length / 2)]! : null,
    };
  });
  const goals = Object.fromEntries(
    plan.goals.map((goal) => {
      const lift = lifts.get(goal.lineage);
      const load = lift && curveKg(lift.exercise, toKg(goal.load), bodyMassKg, settings);
      const needed = lift && load != null ? load * e1rmFactor(goal.reps, lift.record.curve) : undefined;
      const reached = results.filter(({ best }) =>
        best.some(
          (one) =>
            one.lineage === goal.lineage && one.date <= goal.byDate && needed !== undefined && one.e1rmKg >= needed,
        ),
      ).length;
      return [goal.id, results.length === 0 ? 0 : reached / results.length];
    }),
  );
  return { runs: results.length, fans, cells, goals };
}

/** A share of the runs from below, of figures in any order. */
export function quantileOf(figures: readonly number[], share: number): number {
  const sorted = [...figures].sort((a, b) => a - b);
  const at = clamp(share, 0, 1) * (sorted.length - 1);
  const below = Math.floor(at);
  return sorted[below]! + (at - below) * ((sorted[below + 1] ?? sorted[below]!) - sorted[below]!);
}
