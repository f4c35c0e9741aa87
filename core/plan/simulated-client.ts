/**
 * A simulated client who performs a plan: their strength answers to training, their reps to the day, the load and the rest, and
 * what they are asked to what their log would say (docs/handbook.md#what-if).
 *
 * Strength: each week e1RM × (1 + g·f), g the client's own trend and f = ln(1 + h) ÷ ln(1 + h₀), h the week's hard sets for the
 * lift's prime mover and h₀ what they are used to. Without work nothing for two weeks, then −1 % a week. A hard set takes 0.3 %
 * off (0.45 % to failure), gone by a factor e in five days; what is usual is in the e1RM already, so that only what differs from
 * it counts. These are assumptions.
 *
 * Every random number belongs to its run, date, lift and set, and not to its place in a stream.
 */

import { type Exercise, type Muscle, REGIONS } from "../exercise";
import { POPULATION_RESERVE, Reserve, type ReserveConstants } from "../forecast";
import { entriesOf, entryAt, firstOf, valueAt } from "../lists";
import type { LiftRecord } from "../load";
import {
  buildableLoads,
  curveKg,
  e1rmFactor,
  type NextSet,
  type RepCurve,
  roundToBuildable,
  shareOfLoad,
} from "../load";
import { identityCache } from "../memo";
import { type LiftPlace, levelGain, nextOfLift, workKindOf } from "../progress";
import type { Exposure, LoggedSet } from "../session";
import {
  allBlocks,
  applyEdits,
  type Block,
  purposeOfSlot,
  restSecondsForTime,
  type SessionDocument,
  type Slot,
} from "../session";
import { clamp, daysBetween, mean } from "../units";
import { type PlanDocument, planWeeks } from "./plan";
import type { ProjectContext, ProjectedSession } from "./projection-memory";

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
  /** Standard deviation, in percent a week, of how strength wanders beside all that. */
  readonly walkPercent: number;
  readonly reserve: ReserveConstants;
}

export const assumptionsFor = (trainingAge: string, adherence = 0.9): Assumptions => ({
  gainPercent: levelGain(trainingAge),
  adherence,
  dayPercent: 2.5,
  fatiguePercent: 0.3,
  fatiguePercentToFailure: 0.45,
  fatigueDays: 5,
  lossPercent: 1,
  walkPercent: 0.6,
  reserve: POPULATION_RESERVE,
});

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

/** A standard normal number of its own, cut at 2.5. */
export const keyedNormal = (...key: readonly (string | number)[]): number =>
  clamp(
    Math.sqrt(-2 * Math.log(Math.max(keyedRandom(...key, "u"), 1e-9))) *
      Math.cos(2 * Math.PI * keyedRandom(...key, "v")),
    -2.5,
    2.5,
  );

const sharesByExercise = identityCache<readonly [Muscle, number][]>();

/** Each muscle's largest share, where it counts. */
export const sharesOf = (exercise: Exercise): readonly [Muscle, number][] =>
  sharesByExercise(exercise, [], () => {
    const shares = new Map<Muscle, number>();
    for (const [region, share] of entriesOf(exercise.shares))
      if (share >= 0.5) shares.set(REGIONS[region].muscle, Math.max(share, shares.get(REGIONS[region].muscle) ?? 0));
    return [...shares];
  });

/** A lift of a simulated client. */
export interface TrainedLift {
  readonly lineage: string;
  readonly exercise: Exercise;
  /** What is known of it before the plan goes on. */
  readonly record: LiftRecord;
  readonly mover: Muscle;
  /** True strength at the beginning when fresh, in curve kg, and the reps at shares of it. */
  readonly kg: number;
  readonly curve: RepCurve;
  /** The share of it that is left where the lift usually stands in its sessions: what its record speaks of. */
  readonly inPlace: number;
  /** Gain a week as a share, at the sets they are used to. */
  readonly gain: number;
}

export interface SimulatedClient {
  /** Names their random numbers. */
  readonly key: string;
  readonly lifts: ReadonlyMap<string, TrainedLift>;
  /** Hard sets a week that each muscle is used to. */
  readonly usual: ReadonlyMap<Muscle, number>;
  readonly fatigueFactor: number;
  readonly assumptions: Assumptions;
}

export interface Performed {
  /** By lineage: true e1RM, as the lift's place lets it show, in curve kg at the end of each week; null before the first that was open. */
  readonly strength: ReadonlyMap<string, readonly (number | null)[]>;
  /** By session and lineage, in their order. */
  readonly cells: readonly { readonly made: boolean; readonly trained: boolean; readonly kg: number | null }[];
  readonly best: readonly { readonly lineage: string; readonly date: string; readonly e1rmKg: number }[];
  /** What the log would hold. */
  readonly exposures: readonly { readonly lineage: string; readonly exposure: Exposure }[];
}

/** The lift's prime mover: the muscle of the region with the largest share. */
export function moverOf({ shares }: Exercise): Muscle {
  const [first] = entriesOf(shares).sort((a, b) => b[1] - a[1]);
  return REGIONS[first![0]].muscle;
}

/** Days of a record that say where a lift usually stands. */
const PLACE_DAYS = 6;

/** The share of the fresh strength that other lifts of the session had left of it in its last days; 1 where nothing is known. */
export function inPlaceOf({ exposures }: Pick<LiftRecord, "exposures">): number {
  const known = exposures.slice(-PLACE_DAYS).flatMap(({ sets }) => {
    const before = sets.find((set) => set.working)?.before;
    return before ? [1 - before.others] : [];
  });
  return known.length === 0 ? 1 : clamp(mean(known), 0.5, 1);
}

/** Days that a rule reads at most, and that are carried along. */
const MOST_DAYS = 10;

/** How far the log's estimate follows what a day shows. */
const SMOOTHING = 0.35;

/** A day's sets of a lift as they are being done. */
interface LiftState {
  kg: number;
  known: number;
  days: readonly Exposure[];
  idleWeeks: number;
}

/** Has a simulated client do the coming sessions of a plan, asked by its rules after what they did before. */
export function performPlan(
  { key, lifts, usual, fatigueFactor, assumptions }: SimulatedClient,
  plan: PlanDocument,
  sessions: readonly ProjectedSession[],
  context: ProjectContext,
): Performed {
  const state = new Map<string, LiftState>(
    [...lifts.values()].map(({ lineage, record, kg }) => [
      lineage,
      { kg, known: record.e1rmKg!, days: record.exposures.slice(-MOST_DAYS), idleWeeks: 0 },
    ]),
  );
  const fatigue = new Map<Muscle, { sum: number; date: string }>();
  const leftOn = (muscle: Muscle, date: string): number => {
    const one = fatigue.get(muscle);
    return one ? one.sum * Math.exp(-daysBetween(one.date, date) / assumptions.fatigueDays) : 0;
  };
  const tiredOn = (muscle: Muscle, date: string): number => {
    // What is usual is in the e1RM already: the mean of a steady week.
    const hard = usual.get(muscle) ?? 0;
    const steady = ((hard * assumptions.fatiguePercent) / 100) * (assumptions.fatigueDays / 7);
    return fatigueFactor * (leftOn(muscle, date) - steady);
  };
  const strength = new Map<string, (number | null)[]>(
    [...lifts.keys()].map((id) => [id, Array(planWeeks(plan)).fill(null)]),
  );
  const cells: { made: boolean; trained: boolean; kg: number | null }[] = [];
  const best: { lineage: string; date: string; e1rmKg: number }[] = [];
  const exposures: { lineage: string; exposure: Exposure }[] = [];
  let at = 0;
  for (let week = sessions[0]?.week ?? 0; week < planWeeks(plan); week++) {
    const hardSets = new Map<Muscle, number>();
    for (; at < sessions.length && entryAt(sessions, at).week === week; at++) {
      const session = entryAt(sessions, at);
      const { date } = session;
      const shows = keyedRandom(key, date, "shows") < assumptions.adherence;
      const form = 1 + (assumptions.dayPercent / 100) * keyedNormal(key, date, "form");
      const reserve = new Reserve(assumptions.reserve);
      const prescribed = shows ? withRules(session, context, state, lifts) : null;
      for (const block of allBlocks(session.resolved.document)) {
        const strengths = new Map(
          block.slots.flatMap(({ lineage }): [string, number][] => {
            const lift = lifts.get(lineage);
            return lift ? [[lineage, valueAt(state, lineage).kg * form * (1 - tiredOn(lift.mover, date))]] : [];
          }),
        );
        const day = { session, context, key: `${key} ${date}` };
        const done = prescribed ? performBlock(block.id, prescribed, lifts, strengths, reserve, day) : null;
        for (const slot of block.slots) {
          const one = done?.get(slot.id);
          const lift = lifts.get(slot.lineage);
          if (!one || !lift) {
            cells.push({ made: false, trained: false, kg: null });
            continue;
          }
          const own = valueAt(state, slot.lineage);
          cells.push({ made: one.made, trained: true, kg: one.topKg });
          if (one.exposure) {
            own.days = [...own.days, one.exposure].slice(-MOST_DAYS);
            exposures.push({ lineage: slot.lineage, exposure: one.exposure });
            // What the log would make of the day: a smoothed estimate.
            if (one.shownKg !== null) own.known += SMOOTHING * (one.shownKg - own.known);
          }
          best.push({ lineage: slot.lineage, date, e1rmKg: valueAt(strengths, slot.lineage) * one.inHand });
          for (const [muscle, share] of sharesOf(lift.exercise)) {
            hardSets.set(muscle, (hardSets.get(muscle) ?? 0) + share * one.hardSets);
            const cost =
              (one.hardSets * assumptions.fatiguePercent +
                one.failedSets * (assumptions.fatiguePercentToFailure - assumptions.fatiguePercent)) /
              100;
            fatigue.set(muscle, { sum: leftOn(muscle, date) + share * cost, date });
          }
        }
      }
    }
    for (const [lineage, lift] of lifts) {
      const own = valueAt(state, lineage);
      const hard = hardSets.get(lift.mover) ?? 0;
      const used = Math.max(2, usual.get(lift.mover) ?? 0);
      if (hard > 0) {
        own.idleWeeks = 0;
        own.kg *= 1 + lift.gain * (Math.log(1 + hard) / Math.log(1 + used));
      } else if (++own.idleWeeks > 2) own.kg *= 1 - assumptions.lossPercent / 100;
      own.kg *= 1 + (assumptions.walkPercent / 100) * keyedNormal(key, week, lineage, "walk");
      valueAt(strength, lineage)[week] = own.kg * lift.inPlace;
    }
  }
  return { strength, cells, best, exposures };
}

interface Prescribed {
  readonly document: SessionDocument;
  /** By slot: what its rule asks; null where the plan's own loads stand. */
  readonly next: ReadonlyMap<string, readonly AskedSet[] | null>;
}

/** What a rule asks of a set, and what it would ask where that is a share of it. */
interface AskedSet extends NextSet {
  readonly ruledKg: number | null;
}

/** The last day on which any of a session's lifts was done in this run; null: never. */
function lastDayOf({ written }: ProjectedSession, state: ReadonlyMap<string, LiftState>): string | null {
  const days = allBlocks(written).flatMap(({ slots }) =>
    slots.flatMap(({ lineage }) => state.get(lineage)?.days.at(-1)?.date ?? []),
  );
  return days.sort().at(-1) ?? null;
}

/** The session as the rules would prescribe it after what this run has done. */
function withRules(
  session: ProjectedSession,
  context: ProjectContext,
  state: ReadonlyMap<string, LiftState>,
  lifts: ReadonlyMap<string, TrainedLift>,
): Prescribed {
  let { document } = session.resolved;
  const next = new Map<string, readonly AskedSet[] | null>();
  const at = {
    ...context,
    gym: context.gymOf(document.gymId, session.date),
    calendar: { date: session.date, purpose: session.purpose, planWeek: session.week },
    trainedOn: lastDayOf(session, state),
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
      const share = load?.kind === "ofNext" ? 1 + load.percent / 100 : 1;
      const loads = share === 1 ? [] : buildableLoads(lift.exercise, at.gym, slot.setup);
      // A share of what the rule asks is what the gym builds of it.
      const built = (kg: number): number => {
        const wanted = shareOfLoad(lift.exercise, kg, share, at.bodyMassKg, at.settings, slot.setup);
        return roundToBuildable(loads, wanted, at.policy)?.kg ?? kg;
      };
      const asked = ({ loadKg, reps }: NextSet): AskedSet =>
        share === 1 ? { loadKg, reps, ruledKg: null } : { loadKg: built(loadKg), reps, ruledKg: loadKg };
      next.set(slot.id, answer?.sets.map(asked) ?? null);
      // What else the rule changes differs from the projection only where this run has gone another way.
      const planned = session.next.get(slot.id)?.edits ?? [];
      if (answer && (answer.edits.length > 0 || planned.length > 0)) {
        const edited = applyEdits(session.written, answer.edits);
        if (edited.ok) document = replaceSlot(document, edited.document, slot.id);
      }
    }
  return { document, next };
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
  /** The share of the fresh strength that was left before its first set. */
  readonly inHand: number;
  readonly made: boolean;
  readonly topKg: number | null;
  readonly exposure: Exposure | null;
  /** The e1RM that the day showed; null where nothing told. */
  readonly shownKg: number | null;
  readonly hardSets: number;
  readonly failedSets: number;
}

const SECONDS_A_SET = 35;

/** A lift of a block while it is done: its sets so far, and what they showed. */
class Doing {
  readonly sets: LoggedSet[] = [];
  private shownKg: number | null = null;
  private hardSets = 0;
  private failedSets = 0;
  private inHand = 1;
  private working = -1;

  constructor(
    private readonly place: LiftPlace,
    private readonly lift: TrainedLift,
    private readonly strengthKg: number,
    private readonly prescribed: Prescribed,
    private readonly day: Day,
  ) {}

  get slot(): Slot {
    return this.place.slot;
  }

  /** Does its set of a round. */
  set(round: number, reserve: Reserve): void {
    const { slot, lift, prescribed, day } = this;
    const { settings, bodyMassKg } = day.context;
    const { curve } = lift;
    const set = slot.sets[round];
    if (set?.role !== "working") return;
    this.working++;
    const segment = firstOf(set.segments);
    const asked = prescribed.next.get(slot.id);
    const ruled = asked?.[Math.min(this.working, asked.length - 1)];
    const planned = day.session.resolved.loads.get(segment.id);
    const loadKg = ruled?.loadKg ?? planned?.kg ?? null;
    const load = loadKg === null ? null : curveKg(lift.exercise, loadKg, bodyMassKg, settings, slot.setup);
    if (load === null || loadKg === null || !(load > 0)) return;
    const isFirst = this.sets.length === 0;
    if (isFirst) this.inHand = reserve.strength(lift.exercise, "both");
    const range = segment.amount.kind === "reps" ? segment.amount.reps : null;
    const wanted = range && (ruled?.reps ?? planned?.aimReps ?? range.low);
    const target = range && { low: Math.min(range.low, wanted ?? range.low), high: range.high };
    const possible = Math.floor(
      Math.max(0, reserve.repsLeft(lift.exercise, "both", this.strengthKg, load, curve)) + 0.5,
    );
    const reps = wanted === null ? possible : Math.min(wanted, possible);
    reserve.perform(lift.exercise, "both", this.strengthKg, load, curve, reps);
    reserve.rest(SECONDS_A_SET, lift.exercise);
    const left = possible - reps;
    const said = Math.max(0, Math.round(left + keyedNormal(day.key, slot.lineage, round, "said") * (0.5 + 0.2 * left)));
    const failed = wanted !== null && reps < wanted;
    if (left <= settings.hardSetRir) this.hardSets++;
    if (left === 0) this.failedSets++;
    if (isFirst) {
      const effective = reps + (failed ? 0 : said);
      if (effective >= 1 && effective <= 15) this.shownKg = load * e1rmFactor(effective, lift.record.curve);
    }
    this.sets.push({
      key: `${slot.id}:${round}:0`,
      round,
      asked: true,
      loadKg,
      ...(ruled?.ruledKg != null ? { ruledKg: ruled.ruledKg } : {}),
      curveKg: load,
      reps,
      totalReps: reps,
      seconds: null,
      rir: failed ? 0 : said,
      form: "held",
      pain: 0,
      target,
      targetRir: segment.rir ? (segment.rir.low + segment.rir.high) / 2 : null,
      working: true,
      restBeforeSeconds: null,
      fresh: isFirst,
      ...(isFirst ? { before: { others: 1 - this.inHand, afterSeconds: null } } : {}),
    });
  }

  done(): DoneLift {
    const { sets, shownKg, hardSets, failedSets, inHand, slot, day } = this;
    const { date } = day.session;
    const purpose = purposeOfSlot(day.session, slot.id);
    const work = workKindOf(this.place);
    const shown = { inHand, shownKg, hardSets, failedSets };
    if (sets.length === 0) return { ...shown, made: false, topKg: null, exposure: null };
    return {
      ...shown,
      made: sets.every(({ reps, target }) => target === null || reps >= target.low),
      topKg: Math.max(...sets.map((set) => set.loadKg)),
      exposure: { date, sessionId: day.key, slotId: slot.id, purpose, work, plannedSets: sets.length, sets },
    };
  }
}

interface Day {
  readonly session: ProjectedSession;
  readonly context: ProjectContext;
  readonly key: string;
}

/** A block, round by round, so that partners tire each other and have each other's work as rest. */
function performBlock(
  blockId: string,
  prescribed: Prescribed,
  lifts: ReadonlyMap<string, TrainedLift>,
  strengths: ReadonlyMap<string, number>,
  reserve: Reserve,
  day: Day,
): ReadonlyMap<string, DoneLift> {
  const { settings } = day.context;
  const block = allBlocks(prescribed.document).find(({ id }) => id === blockId);
  if (!block) return new Map();
  const doing = block.slots.flatMap((slot) => {
    const lift = lifts.get(slot.lineage);
    return lift ? [new Doing({ block, slot }, lift, valueAt(strengths, slot.lineage), prescribed, day)] : [];
  });
  const rounds = Math.max(0, ...doing.map(({ slot }) => slot.sets.length));
  for (let round = 0; round < rounds; round++) {
    for (const [place, one] of doing.entries()) {
      one.set(round, reserve);
      if (place < doing.length - 1) reserve.rest(restAt(one.slot.restAfter, round) ?? settings.assumed.handoverSeconds);
    }
    reserve.rest(restAt(block.restAfterRound, round) ?? settings.assumed.roundRestSeconds);
  }
  return new Map(doing.map((one) => [one.slot.id, one.done()]));
}

/** Seconds of a written rest after a round; null where none is. */
function restAt(rest: Block["restAfterRound"] | Slot["restAfter"], round: number): number | null {
  if (rest?.kind === "each") return restSecondsForTime(rest.rest);
  if (rest?.kind === "list") return restSecondsForTime(entryAt(rest.rests, Math.min(round, rest.rests.length - 1)));
  return null;
}
