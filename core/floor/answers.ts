/**
 * What may be done next after a set that differed from what was asked: a lighter load, a longer rest, fewer reps, a heavier load, or
 * as it is. docs/handbook.md#floor. What the set showed is taken as the strength of the moment; what it cost, and what a rest
 * brings back, go by the reserve model.
 */
import { type Exercise, exerciseOrThrow, isBodyweight, type SetupValue } from "../exercise";
import { Reserve, type ReserveConstants, type WorkedSide } from "../forecast";
import { firstOf } from "../lists";
import {
  type BuildableLoad,
  buildableLoads,
  curveKg,
  e1rmFactor,
  loadForReps,
  NONE_ABOVE_REPS,
  nextHeavier,
  nextLighter,
  populationCurve,
  prescribedFromCurve,
  type RepCurve,
  type RoundingPolicy,
  repsAtLoad,
  roundToBuildable,
} from "../load";
import type { Segment, Span } from "../session";
import type { RunMove } from "../time";
import { SAME_WEIGHT_KG } from "../units";
import { type BlockRound, roundsAhead } from "./block-rounds";
import type { AdviceKind, FloorLoad, PerformedSegment, PerformedSession, PerformedSet } from "./events";
import { signedKg } from "./performed";
import type { ShownSession } from "./shown";

/** One way to go on, with what is to be expected of the lift's next set. */
export interface SetAnswer {
  readonly kind: Exclude<AdviceKind, "easierDay" | "despitePain">;
  /** The load of the next set. */
  readonly load: BuildableLoad;
  /** Reps that it asks for. */
  readonly reps: number;
  /** Rest before it, in seconds. */
  readonly restSeconds: number;
  /** Reps that can be made in it, to failure. */
  readonly expectedReps: number;
  /** What it adds to the session, in seconds. */
  readonly addsSeconds: number;
}

/** Why there is something to answer: too little, too much, or a load that is still being looked for. */
type AnswerCause = "short" | "over" | "search";

export interface SetAnswers {
  readonly cause: AnswerCause;
  readonly slotId: string;
  /** The round in which the lift is done next. */
  readonly round: number;
  readonly exercise: Exercise;
  readonly askedReps: Span;
  readonly askedRir: Span | null;
  readonly reps: number;
  /** As it was reported; null: it was not. */
  readonly rir: number | null;
  /** The best proposal first; going on as planned is the last. */
  readonly answers: readonly SetAnswer[];
}

/** So many reps, or so much reserve, beside what was asked is answered. */
const DIFFERS_BY = 2;
/** The most that is added to body and load together from one set to the next, but where the load is still looked for. */
const MOST_HEAVIER = 1.1;
/** "Four and more" says no more than that it was far too light: about a third is added. */
const SEARCH_STEP = 1.33;
const OPEN_RESERVE = 4;
const MOST_REST_SECONDS = 300;
/** Below this much of a rep in the next set a longer rest is not worth its time. */
const WORTH_REPS = 0.3;
/** No lighter load below this share of the one lifted is proposed: it would be another kind of set. */
const LEAST_SHARE = 0.6;

/** What is known of the client beside the session. */
interface LifterNow {
  readonly constants: ReserveConstants;
  /** The lift's own curve; null: everybody's. */
  readonly curve: RepCurve | null;
}

interface Answering {
  readonly set: PerformedSet;
  /** The move that it answered, as it was asked then. */
  readonly move: Pick<RunMove, "slot" | "set">;
  /** Reps as they stood on the screen, where the floor or the rule asked other ones than the plan's. */
  readonly aimReps: number | null;
  /** Nothing is known of the lift: its load is looked for. */
  readonly isSearch: boolean;
  /** Rest after the round. */
  readonly restSeconds: number;
  /** What passes beside the rest until the lift's next set: the work of the others. */
  readonly betweenSeconds: number;
}

/** Null where the set was as it was asked, where nothing of the lift is to come, or where reps and reserve say nothing of it. */
export function answersTo(
  { set, move: { slot, set: asked }, aimReps, isSearch, restSeconds, betweenSeconds }: Answering,
  ahead: readonly BlockRound[],
  performed: PerformedSession,
  shown: ShownSession,
  lifter: LifterNow,
): SetAnswers | null {
  const part = firstOf(asked.segments);
  const lifted = set.segments[0];
  const coming = roundsAhead(slot.id, ahead, performed);
  const [next] = coming;
  const isPlain = asked.segments.length === 1 && set.segments.length === 1 && asked.stop.kind === "segments";
  if (!next || !lifted || !isPlain || asked.role !== "working" || lifted.reps === 0) return null;
  if (part.amount.kind !== "reps" || !asksTheSame(part, next, slot.id, shown)) return null;
  const span = part.amount.reps;
  const askedReps = aimReps === null ? span : { low: Math.min(aimReps, span.low), high: aimReps };
  const reps = Math.min(lifted.reps, lifted.rightReps ?? lifted.reps);
  const rir = set.failed ? 0 : set.rir;
  const cause = causeOf({ reps, rir, askedReps, askedRir: part.rir, isSearch });
  if (!cause) return null;
  const wantedRir = part.rir ? (part.rir.low + part.rir.high) / 2 : shown.settings.assumed.rir;
  const moment = momentAfter(
    {
      exercise: exerciseOrThrow(shown.catalogue, lifted.exerciseId),
      setup: part.setup ?? slot.setup,
      side: slot.laterality === "both" ? "both" : "left",
      lifted,
      reps,
      // Whoever fell short and said nothing of a reserve had none.
      left: rir ?? (reps < askedReps.low ? 0 : wantedRir),
      askedReps,
      wantedRir,
      restSeconds,
      betweenSeconds,
      restsAhead: coming.length,
    },
    shown,
    lifter,
  );
  if (!moment) return null;
  const answers =
    cause === "search" ? searchAnswers(moment) : cause === "short" ? shortAnswers(moment) : overAnswers(moment);
  if (answers.length === 0) return null;
  const head = { cause, slotId: slot.id, round: next.round, exercise: moment.exercise, askedReps, askedRir: part.rir };
  return { ...head, reps, rir, answers: [...answers, moment.answer("asPlanned", moment.same)] };
}

interface SetShown {
  readonly exercise: Exercise;
  readonly setup: readonly SetupValue[];
  readonly side: WorkedSide;
  readonly lifted: PerformedSegment;
  readonly reps: number;
  /** Reps in reserve after the set: as reported, else assumed. */
  readonly left: number;
  readonly askedReps: Span;
  readonly wantedRir: number;
  readonly restSeconds: number;
  readonly betweenSeconds: number;
  /** How many rests of the lift are still to come. */
  readonly restsAhead: number;
}

/** The lift as it stands after a set: what it lifts now, what it will after a rest, and what this gym can build. */
interface Moment extends SetShown {
  /** The load lifted, on the lift's curve. */
  readonly curveKg: number;
  /** What the set showed, for one rep. */
  readonly maxKg: number;
  /** The same after the planned rest. */
  readonly nextKg: number;
  readonly loads: readonly BuildableLoad[];
  /** The load lifted. */
  readonly same: BuildableLoad;
  /** Reps that a load is good for, after so many seconds of rest. */
  readonly repsAfter: (load: BuildableLoad, restSeconds?: number) => number;
  readonly onCurve: (load: BuildableLoad) => number;
  /** The load that is good for so many reps with a strength, at the most so much; both on the curve. */
  readonly fitting: (strength: number, reps: number, most: number) => BuildableLoad | null;
  /** The load nearest to so much on the curve. */
  readonly nearest: (wanted: number, policy: RoundingPolicy) => BuildableLoad | null;
  readonly answer: (
    kind: SetAnswer["kind"],
    load: BuildableLoad,
    more?: { readonly reps?: number; readonly rest?: number },
  ) => SetAnswer;
}

function momentAfter(set: SetShown, shown: ShownSession, { constants, curve: own }: LifterNow): Moment | null {
  const { exercise, setup, side, lifted, reps, left, askedReps, restSeconds, betweenSeconds, restsAhead } = set;
  const { bodyMassKg, settings, equipment } = shown;
  const curve = own ?? populationCurve(settings.e1rmFormula);
  const kg = signedKg(lifted);
  const now = curveKg(exercise, kg, bodyMassKg, settings, setup);
  if (now === null || now <= 0) return null;
  const maxKg = now * e1rmFactor(Math.min(NONE_ABOVE_REPS, reps + left), curve);
  const strengthAfter = (seconds: number): number => {
    const reserve = new Reserve(constants);
    reserve.perform(exercise, side, maxKg, now, curve, reps);
    reserve.rest(seconds + betweenSeconds);
    return maxKg * reserve.strength(exercise, side);
  };
  const nextKg = strengthAfter(restSeconds);
  const loads = buildableLoads(exercise, equipment, setup);
  const same: BuildableLoad = loads.find((load) => isSame(load.kg, kg)) ?? {
    kg,
    weight: lifted.load ?? { amount: "0", unit: equipment.unit },
    build: { kind: "body" },
  };
  const onCurve = (load: BuildableLoad) => curveKg(exercise, load.kg, bodyMassKg, settings, setup) ?? 0;
  const nearest = (wanted: number, policy: RoundingPolicy) => {
    const prescribed = prescribedFromCurve(exercise, wanted, bodyMassKg, settings, setup);
    return prescribed === null ? null : roundToBuildable(loads, prescribed, policy);
  };
  const repsAfter = (load: BuildableLoad, seconds = restSeconds) =>
    repsAtLoad(seconds === restSeconds ? nextKg : strengthAfter(seconds), onCurve(load), curve);
  return {
    ...{ ...set, curveKg: now, maxKg, nextKg, loads, same, repsAfter, onCurve, nearest },
    fitting: (strength, wanted, most) => nearest(Math.min(most, loadForReps(strength, wanted, curve)), "nearest"),
    answer: (kind, load, more = {}) => ({
      kind,
      load,
      reps: more.reps ?? askedReps.high,
      restSeconds: more.rest ?? restSeconds,
      expectedReps: repsAfter(load, more.rest),
      addsSeconds: ((more.rest ?? restSeconds) - restSeconds) * restsAhead,
    }),
  };
}

const isSame = (one: number, other: number): boolean => Math.abs(one - other) <= SAME_WEIGHT_KG;

/** The next set of a search: by the curve, and by about a third where more was left than anybody counts. */
function searchAnswers({ left, wantedRir, maxKg, curveKg: now, ...moment }: Moment): SetAnswer[] {
  const { askedReps, loads, same, nearest, fitting, answer } = moment;
  const isOpen = left >= OPEN_RESERVE && left > wantedRir;
  const found = isOpen
    ? nearest(now * SEARCH_STEP, "nearest")
    : fitting(maxKg, askedReps.low + wantedRir, Number.POSITIVE_INFINITY);
  const isStep = found && (left > wantedRir ? found.kg > same.kg : found.kg < same.kg) && !isSame(found.kg, same.kg);
  const load = isStep ? found : left > wantedRir ? nextHeavier(loads, same.kg) : nextLighter(loads, same.kg);
  return load ? [answer(load.kg > same.kg ? "heavier" : "lighter", load)] : [];
}

function shortAnswers(moment: Moment): SetAnswer[] {
  const { askedReps, wantedRir, restSeconds, curveKg: now, nextKg, repsAfter, same, answer } = moment;
  const answers: SetAnswer[] = [];
  const makes = (load: BuildableLoad | null) => load !== null && repsAfter(load) >= askedReps.low - 1;
  const fits = lighterLoad(moment);
  const lighter =
    fits && fits.kg > 0 ? (moment.loads.findLast((load) => load.kg <= fits.kg && makes(load)) ?? fits) : fits;
  if (lighter && makes(lighter) && moment.onCurve(lighter) >= LEAST_SHARE * now)
    answers.push(answer("lighter", lighter));
  const rest = longerRest(restSeconds);
  if (rest !== null && nextKg > 0 && repsAfter(same, rest) >= repsAfter(same) + WORTH_REPS)
    answers.push(answer("longerRest", same, { rest }));
  const fewer = Math.floor(repsAfter(same) - wantedRir);
  if (fewer >= Math.max(2, askedReps.low / 2) && fewer < askedReps.low)
    answers.push(answer("fewerReps", same, { reps: fewer }));
  const most = Math.floor(repsAfter(same));
  if (answers.length === 0 && most >= 2 && most < askedReps.low)
    answers.push(answer("fewerReps", same, { reps: most }));
  return answers;
}

/**
 * The load that makes the low end of what was asked, with one less in reserve: a cut for one session is no new start. What hangs at
 * the body comes off; help comes in only where there was help already.
 */
function lighterLoad({
  exercise,
  askedReps,
  wantedRir,
  curveKg: now,
  nextKg,
  ...moment
}: Moment): BuildableLoad | null {
  const { loads, same, fitting } = moment;
  const isHelped = same.kg < 0;
  const fits = fitting(nextKg, askedReps.low + Math.max(0, wantedRir - 1), now);
  const load = fits && fits.kg < same.kg && !isSame(fits.kg, same.kg) ? fits : nextLighter(loads, same.kg);
  if (!load || !isBodyweight(exercise) || isHelped || load.kg >= 0) return load;
  return same.kg > 0 ? (loads.find(({ kg }) => kg === 0) ?? null) : null;
}

/** Within a tenth; where the smallest step is more, that step if it still makes what was asked. */
function overAnswers({ askedReps, wantedRir, curveKg: now, nextKg, ...moment }: Moment): SetAnswer[] {
  const { loads, same, fitting, onCurve, repsAfter, answer } = moment;
  const most = now * MOST_HEAVIER;
  const near = fitting(nextKg, askedReps.low + wantedRir, most);
  const fits = near && onCurve(near) > most ? loads.findLast((load) => onCurve(load) <= most) : near;
  if (fits && fits.kg > same.kg && !isSame(fits.kg, same.kg)) return [answer("heavier", fits)];
  const step = nextHeavier(loads, same.kg);
  return step && onCurve(step) > most && repsAfter(step) >= askedReps.low + wantedRir ? [answer("heavier", step)] : [];
}

/** Whether the lift's next set asks what this one did: a pyramid's next step is the plan's, and follows what was lifted. */
function asksTheSame(part: Segment, next: BlockRound, slotId: string, { loads }: ShownSession): boolean {
  const other = next.moves.find(({ slot }) => slot.id === slotId)?.set.segments;
  if (other?.length !== 1) return false;
  const [{ amount, rir, id }] = other as readonly [Segment];
  const same = (a: Span | null, b: Span | null) => a?.low === b?.low && a?.high === b?.high;
  const isSameAmount = amount.kind === "reps" && part.amount.kind === "reps" && same(amount.reps, part.amount.reps);
  return isSameAmount && same(rir, part.rir) && (loads[id]?.kg ?? null) === (loads[part.id]?.kg ?? null);
}

function causeOf({
  reps,
  rir,
  askedReps,
  askedRir,
  isSearch,
}: Pick<SetAnswers, "reps" | "rir" | "askedReps" | "askedRir"> & { readonly isSearch: boolean }): AnswerCause | null {
  // Reps and reserve are of one kind: more reps with less left is the set that was asked.
  const isWhole = rir !== null && askedRir !== null;
  const made = reps + (isWhole ? rir : 0);
  const short = askedReps.low + (isWhole ? askedRir.low : 0) - made;
  if (isSearch) {
    if (rir === null) return short >= DIFFERS_BY ? "search" : null;
    const wanted = askedRir ? (askedRir.low + askedRir.high) / 2 : DIFFERS_BY;
    const isFar = Math.abs(reps + rir - askedReps.low - wanted) > 1;
    return rir >= OPEN_RESERVE || isFar ? "search" : null;
  }
  if (short >= DIFFERS_BY) return "short";
  return made - askedReps.high - (isWhole ? askedRir.high : 0) >= DIFFERS_BY ? "over" : null;
}

/** Half as long again, at least a minute, to quarters of a minute; null where rest is long already. */
function longerRest(seconds: number): number | null {
  const longer = Math.min(MOST_REST_SECONDS, Math.max(seconds * 1.5, seconds + 60));
  const rest = Math.round(longer / 15) * 15;
  return rest >= seconds + 30 ? rest : null;
}

/** A load that was proposed, as the log keeps it. */
export const floorLoadOf = ({ kg, weight }: Pick<BuildableLoad, "kg" | "weight">): FloorLoad => ({
  weight: kg === 0 ? { ...weight, amount: "0" } : weight,
  sign: kg < 0 ? -1 : 1,
});
