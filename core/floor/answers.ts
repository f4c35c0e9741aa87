/**
 * What may be done next after a set that differed from what was asked: a lighter load, a longer rest, fewer reps, a heavier load, or
 * as it is. docs/handbook.md#floor. What the set showed is taken as the strength of the moment; what it cost, and what a rest
 * brings back, go by the reserve model.
 */
import { type Exercise, exerciseOrThrow, isBodyweight } from "../exercise";
import { firstOf } from "../lists";
import { type BuildableLoad, nextHeavier, nextLighter } from "../load";
import type { Segment, Span } from "../session";
import type { RunMove } from "../time";
import { type BlockRound, roundsAhead } from "./block-rounds";
import type { AdviceKind, FloorLoad, PerformedSession, PerformedSet } from "./events";
import { isSameLoad, type LifterNow, lastSetBefore, type Moment, momentAfter, repsMade, reserveLeft } from "./moment";
import { type RestOff, restOff } from "./rest-kept";
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
  /** The rest before the set, where it was a quarter off; null otherwise. */
  readonly restOff: RestOff | null;
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
  /** The rest that was asked before the set; null: it is the block's first. */
  readonly askedBeforeSeconds: number | null;
}

/** Null where the set was as it was asked, where nothing of the lift is to come, or where reps and reserve say nothing of it. */
export function answersTo(
  { set, move: { slot, set: asked }, aimReps, isSearch, restSeconds, betweenSeconds, askedBeforeSeconds }: Answering,
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
  const reps = repsMade(lifted);
  const rir = set.failed ? 0 : set.rir;
  const cause = causeOf({ reps, rir, askedReps, askedRir: part.rir, isSearch });
  if (!cause) return null;
  const wantedRir = part.rir ? (part.rir.low + part.rir.high) / 2 : shown.settings.assumed.rir;
  const off = restOff(askedBeforeSeconds, set.restSeconds);
  const isRestShort = off !== null && off.keptSeconds < off.askedSeconds;
  const before = isRestShort ? lastSetBefore(set, performed) : null;
  const moment = momentAfter(
    {
      exercise: exerciseOrThrow(shown.catalogue, lifted.exerciseId),
      setup: part.setup ?? slot.setup,
      side: slot.laterality === "both" ? "both" : "left",
      lifted,
      reps,
      left: reserveLeft(rir, reps, askedReps, wantedRir),
      before: before && off && { lifted: before.lifted, reps: repsMade(before.lifted), restSeconds: off.keptSeconds },
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
  const asPlanned = answerOf(moment, "asPlanned", moment.same);
  // What a short rest took, a whole one gives back: the set was no measure of the load.
  const isRest = cause === "short" && isRestShort && asPlanned.expectedReps >= askedReps.low;
  if (answers.length === 0 && !isRest) return null;
  const head = { cause, slotId: slot.id, round: next.round, exercise: moment.exercise, askedReps, askedRir: part.rir };
  const all = isRest ? [asPlanned, ...answers] : [...answers, asPlanned];
  return { ...head, restOff: off, reps, rir, answers: all };
}

function answerOf(
  { askedReps, restSeconds, restsAhead, repsAfter }: Moment,
  kind: SetAnswer["kind"],
  load: BuildableLoad,
  more: { readonly reps?: number; readonly rest?: number } = {},
): SetAnswer {
  return {
    kind,
    load,
    reps: more.reps ?? askedReps.high,
    restSeconds: more.rest ?? restSeconds,
    expectedReps: repsAfter(load, more.rest),
    addsSeconds: ((more.rest ?? restSeconds) - restSeconds) * restsAhead,
  };
}

/** The next set of a search: by the curve, and by about a third where more was left than anybody counts. */
function searchAnswers(moment: Moment): SetAnswer[] {
  const { left, wantedRir, maxKg, curveKg: now, askedReps, loads, same, nearest, fitting } = moment;
  const isOpen = left >= OPEN_RESERVE && left > wantedRir;
  const found = isOpen
    ? nearest(now * SEARCH_STEP, "nearest")
    : fitting(maxKg, askedReps.low + wantedRir, Number.POSITIVE_INFINITY);
  const isStep =
    found && (left > wantedRir ? found.kg > same.kg : found.kg < same.kg) && !isSameLoad(found.kg, same.kg);
  const load = isStep ? found : left > wantedRir ? nextHeavier(loads, same.kg) : nextLighter(loads, same.kg);
  return load ? [answerOf(moment, load.kg > same.kg ? "heavier" : "lighter", load)] : [];
}

function shortAnswers(moment: Moment): SetAnswer[] {
  const { askedReps, wantedRir, restSeconds, curveKg: now, nextKg, repsAfter, same } = moment;
  const answers: SetAnswer[] = [];
  const makes = (load: BuildableLoad | null) => load !== null && repsAfter(load) >= askedReps.low - 1;
  const fits = lighterLoad(moment);
  const lighter =
    fits && fits.kg > 0 ? (moment.loads.findLast((load) => load.kg <= fits.kg && makes(load)) ?? fits) : fits;
  if (lighter && makes(lighter) && moment.onCurve(lighter) >= LEAST_SHARE * now)
    answers.push(answerOf(moment, "lighter", lighter));
  const rest = longerRest(restSeconds);
  if (rest !== null && nextKg > 0 && repsAfter(same, rest) >= repsAfter(same) + WORTH_REPS)
    answers.push(answerOf(moment, "longerRest", same, { rest }));
  const fewer = Math.floor(repsAfter(same) - wantedRir);
  if (fewer >= Math.max(2, askedReps.low / 2) && fewer < askedReps.low)
    answers.push(answerOf(moment, "fewerReps", same, { reps: fewer }));
  const most = Math.floor(repsAfter(same));
  if (answers.length === 0 && most >= 2 && most < askedReps.low)
    answers.push(answerOf(moment, "fewerReps", same, { reps: most }));
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
  const load = fits && fits.kg < same.kg && !isSameLoad(fits.kg, same.kg) ? fits : nextLighter(loads, same.kg);
  if (!load || !isBodyweight(exercise) || isHelped || load.kg >= 0) return load;
  return same.kg > 0 ? (loads.find(({ kg }) => kg === 0) ?? null) : null;
}

/** Within a tenth; where the smallest step is more, that step if it still makes what was asked. */
function overAnswers(moment: Moment): SetAnswer[] {
  const { askedReps, wantedRir, curveKg: now, nextKg, loads, same, fitting, onCurve, repsAfter } = moment;
  const most = now * MOST_HEAVIER;
  const near = fitting(nextKg, askedReps.low + wantedRir, most);
  const fits = near && onCurve(near) > most ? loads.findLast((load) => onCurve(load) <= most) : near;
  if (fits && fits.kg > same.kg && !isSameLoad(fits.kg, same.kg)) return [answerOf(moment, "heavier", fits)];
  const step = nextHeavier(loads, same.kg);
  return step && onCurve(step) > most && repsAfter(step) >= askedReps.low + wantedRir
    ? [answerOf(moment, "heavier", step)]
    : [];
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
