/** Reasons are data; here, and only here, they become sentences. Plain words, figures with units. */
import { readinessSentence } from "./caution";
import { type Catalogue, type Exercise, muscleName, REGIONS } from "./exercise";
import type { StopReached } from "./floor";
import type { WorkForecast } from "./forecast";
import type { LiftRecord, SuspectSet } from "./load";
import {
  basisWords,
  type Less,
  type LoadAlternative,
  type LoadBuild,
  type LoadReason,
  type NextPrescription,
  type PlannedStep,
  type PlatePlan,
  type ProgressReason,
  type RiseCause,
} from "./load";
import type { ClientAlert } from "./plan";
import { type CheckIn, RULES, type Sleep } from "./progress";
import type { OrderAdvice } from "./selection";
import type { NamedBlock, ProgressionRule } from "./session";
import type { TimeConflict, WithinTimeProblem } from "./time";
import {
  decimal,
  formatClock,
  formatWeight,
  massFigure,
  massWords,
  round,
  type Weight,
  type WeightUnit,
} from "./units";
import type { BalanceNote, CoverageHole } from "./volume";

export interface SentenceContext {
  readonly catalogue: Catalogue;
  /** What masses are said in. */
  readonly unit: WeightUnit;
  readonly labels?: ReadonlyMap<string, string>;
}

export function loadSentence(reason: LoadReason, context: SentenceContext): string {
  const kg = (figure: number): string => massWords(figure, context.unit);
  switch (reason.kind) {
    case "written":
      return "Written as a load.";
    case "ofMax":
      return `${decimal(reason.percent)} % of the ${reason.source}, ${kg(reason.maxKg)}, is ${kg(reason.wantedKg)}.`;
    case "curve": {
      const band = reason.band ? ` (${decimal(reason.band[0])} to ${decimal(reason.band[1])})` : "";
      const own = reason.own ? " on their own curve" : "";
      return `e1RM ${kg(reason.e1rmKg)}${band} from ${count(reason.days, "day")}: ${decimal(reason.effectiveReps)} effective reps are ${decimal(round(reason.percent, 1), 1)} %${own}, ${kg(reason.wantedKg)}.`;
    }
    case "ofTop":
      return `${decimal(reason.percent)} % of the heaviest set, ${kg(reason.topKg)}, is ${kg(reason.wantedKg)}.`;
    case "ofSlot": {
      const label = context.labels?.get(reason.slotId) ?? "another lift";
      return reason.share === 1
        ? `The same load as ${label}, ${kg(reason.wantedKg)}.`
        : `${decimal(reason.share)} of ${label}'s load is ${kg(reason.wantedKg)}.`;
    }
    case "change": {
      const by =
        reason.change.kind === "percent"
          ? `${signed(reason.change.percent)} %`
          : `${reason.change.sign < 0 ? "−" : "+"}${formatWeight(reason.change.weight)}`;
      return `${by} against the ${reason.since} before, ${kg(reason.beforeKg)}: ${kg(reason.wantedKg)}.`;
    }
    case "progress":
      return nextSentence(reason.next, context.unit);
    case "coldStart": {
      const other = context.catalogue.byId.get(reason.fromExerciseId)?.name.toLowerCase() ?? "a related lift";
      return `No record of this lift yet: from the ${other} (e1RM ${kg(reason.relatedKg)}), somewhere between ${kg(reason.bandKg[0])} and ${kg(reason.bandKg[1])}. Start at the low end and add.`;
    }
    case "bodyAlone":
      return "The body alone: no load and no assistance.";
    case "fewerReps":
      return `${count(reason.asked, "rep")} are more than the body alone allows here: ${reason.reps} first, before any assistance.`;
    case "ruleAndCurve":
      return `The rule would say ${kg(reason.ruleKg)}, the record says ${kg(reason.curveKg)} for these reps: ${kg(reason.takenKg)}, the low end of what the record allows.`;
    case "atLeast":
      return `No reserve was reported yet, so the maximum is only known to be at least ${kg(reason.leastKg)}: ${kg(reason.wantedKg)} to begin with.`;
    case "bodyweight":
      if (!reason.added) return "Bodyweight.";
      return reason.sign < 0
        ? `Bodyweight with ${formatWeight(reason.added)} of assistance.`
        : `Bodyweight plus ${formatWeight(reason.added)}.`;
    case "bodyMass": {
      const body = `The client’s body mass, ${kg(reason.bodyKg)}`;
      return reason.added
        ? `${body}, ${reason.sign < 0 ? "minus" : "plus"} ${formatWeight(reason.added)}.`
        : `${body}.`;
    }
    case "rounded":
      return `The closest this gym can load is ${kg(reason.builtKg)}: ${decimal(round(Math.abs(reason.percentOff), 1), 1)} % ${reason.percentOff < 0 ? "under" : "over"} ${kg(reason.wantedKg)}.`;
    case "outOfReach":
      return reason.side === "too light"
        ? Math.abs(reason.nearestKg) < 0.002
          ? `This gym has nothing to add to the body, and ${kg(reason.wantedKg)} would be.`
          : `The heaviest this gym can load is ${kg(reason.nearestKg)}, short of ${kg(reason.wantedKg)}.`
        : `The lightest this gym can load is ${kg(reason.nearestKg)}, above ${kg(reason.wantedKg)}.`;
    case "neverHarder":
      return reason.because === "pain"
        ? `${kg(reason.nearestKg)} would be nearer, but the lift hurt last time: nothing is rounded up.`
        : `${kg(reason.nearestKg)} would be nearer, but for this client nothing is rounded to the harder side.`;
    case "keptApart":
      return `Rounded alone it would be ${kg(reason.plainKg)}, no step from ${kg(reason.besideKg)}: ${kg(reason.builtKg)} keeps the step.`;
    case "stepLost":
      return `This gym cannot load a step from ${kg(reason.besideKg)} to ${kg(reason.wantedKg)}: both are the same.`;
    case "moreHelpThanBody":
      return `${kg(reason.helpKg)} of assistance is no less than the ${kg(reason.bodyKg)} that are moved: nothing is left to lift.`;
    case "noEquipment":
      return "This gym has nothing to load this lift with.";
    case "noRecord":
      return "No record of this lift or a related one: start light, add until it is right, and log it.";
    case "noBodyMass":
      return "This lift moves the body, and no body mass is recorded for the client.";
    case "expectRir": {
      if (reason.rir < 0) return `Expect ${count(Math.ceil(-reason.rir), "rep")} short when fresh.`;
      const asked =
        reason.asked !== null && Math.abs(reason.asked - reason.rir) >= 0.5 ? `, asked ${decimal(reason.asked)}` : "";
      return `Expect RIR ${decimal(Math.min(reason.rir, 10))}${asked}, when fresh.`;
    }
    case "ofNext": {
      const share = `${decimal(Math.abs(reason.percent))} % ${reason.percent < 0 ? "less" : "more"} than the rule says, in this session: ${kg(reason.wantedKg)}`;
      return reason.isKept
        ? `${share}, which nothing here comes near: the load stays, for the fewest reps.`
        : `${share}.`;
    }
    case "bandAssumed":
      return `No ${reason.name} band is known here: ${kg(reason.assumedKg)} of pull are assumed.`;
    case "assumedEffort":
      return `No effort is written: RIR ${decimal(reason.rir)} is assumed.`;
  }
}

/** A way round a load that cannot be built, as an instruction. */
export function waySentence(way: LoadAlternative, context: SentenceContext): string {
  const kg = (figure: number): string => massWords(figure, context.unit);
  switch (way.kind) {
    case "reps":
      return `${count(way.reps, "rep")} at ${kg(way.kg)} ${way.reps === 1 ? "leaves" : "leave"} as much in reserve.`;
    case "slower":
      return `Lower for ${decimal(way.lowerSeconds)} s.`;
    case "pause":
      return `Pause ${decimal(way.seconds)} s at the bottom.`;
    case "band":
      return `Add the ${way.name} band: about ${kg(way.meanKg)} through the range.`;
    case "variant": {
      const other = context.catalogue.byId.get(way.exerciseId);
      const name = other?.name ?? "another lift";
      return `${name}${way.oneSided ? ", one side at a time" : ""}, ${other ? loadWordsIn(other, way.kg, context.unit) : kg(way.kg)}.`;
    }
  }
}

/** "take 10 off each side", "5 + 2.5 on each side", "20 off, 15 on each side"; "nothing to change". */
export function platesSentence(step: Pick<PlannedStep, "takeOff" | "putOn">): string {
  const off = step.takeOff.map((plate) => plate.amount).join(" + ");
  const on = step.putOn.map((plate) => plate.amount).join(" + ");
  if (off && on) return `${off} off, ${on} on each side`;
  if (off) return `take ${off} off each side`;
  return on ? `${on} on each side` : "nothing to change";
}

/** Whose curve speaks for a lift, and how surely. */
export function curveSentence({ fitted, e1rmKg, strengths }: LiftRecord): string {
  if (!fitted || e1rmKg === null)
    return "No set near failure with its reserve logged yet, and no strength told: there is nothing to estimate from.";
  const days = `${count(fitted.days, "day")}${strengths.length > 0 ? ", strengths told or tested included" : ""}`;
  if (!fitted.isOwn)
    return `From ${days}: too few, or too alike in reps, to see a curve of their own: the usual one is used.`;
  const percent = Math.round((fitted.curve.shape - 1) * 100);
  if (Math.abs(percent) < 4) return `From ${days}: the usual curve.`;
  return percent < 0
    ? `From ${days}: more reps at a share of the maximum than most, a curve ${-percent} % flatter.`
    : `From ${days}: fewer reps at a share of the maximum than most, a curve ${percent} % steeper.`;
}

/** A set that cannot be right, with what is likely. */
export function suspectSentence(suspect: SuspectSet, unit: WeightUnit): string {
  const kg = (figure: number): string => massWords(figure, unit);
  const likely = suspect.likelyKg === null ? "" : `; about ${kg(suspect.likelyKg)} would be likely`;
  return `${count(suspect.reps, "rep")} at ${kg(suspect.loadKg)} cannot be right${likely}. It is left out until you correct it.`;
}

/** Advice on the order of a session, with labels for places. */
export function orderSentence(advice: OrderAdvice, labels: ReadonlyMap<string, string>): string {
  const label = (id: string) => labels.get(id) ?? "a lift";
  switch (advice.kind) {
    case "isolationFirst":
      return `${label(advice.slotId)} tires the ${REGIONS[advice.region].name} that ${label(advice.beforeId)} needs: the compound lift first, unless pre-exhaust is meant.`;
    case "stretchEarly":
      return `${label(advice.slotId)} stretches the ${REGIONS[advice.region].name} under load before ${label(advice.beforeId)}: such lifts go last.`;
    case "skilledLate":
      return `${label(advice.slotId)} takes skill and comes after ${advice.after} others: earlier, while fresh.`;
    case "priorityLate":
      return `The ${muscleName(advice.muscle)} come first for this client, and ${label(advice.slotId)} is the first lift for them.`;
    case "gripBeforeHinge":
      return `${label(advice.slotId)} takes the grip that ${label(advice.beforeId)} needs.`;
  }
}

/** "Chest: 8 hard sets, none where it is long." */
export function holeSentence(hole: CoverageHole): string {
  const third = { lengthened: "long", middle: "in its middle", shortened: "short" }[hole.third];
  return `${REGIONS[hole.region].name}: ${decimal(hole.setsElsewhere, 1)} hard sets, none where it is ${third}. ${hole.fill.map((exercise) => exercise.name).join(", ")} would.`;
}

export function balanceSentence(note: BalanceNote): string {
  switch (note.kind) {
    case "legs":
      return `Knee-dominant to hip-dominant: ${note.knee} to ${note.hip} hard sets.`;
    case "sides":
      return `Left to right: ${decimal(note.left)} to ${decimal(note.right)} reps.`;
    default:
      return `${note.kind === "horizontal" ? "Horizontal" : "Vertical"} push to pull: ${note.push} to ${note.pull} hard sets.`;
  }
}

/** What a plate plan costs against the plain way. */
export function planSentence(plan: PlatePlan): string {
  const saved = plan.naiveHandled - plan.handled;
  const handled = count(plan.handled, "plate");
  return saved > 0
    ? `${handled} moved on each side; the plain way takes ${plan.naiveHandled}.`
    : `${handled} moved on each side; ${plan.isExact ? "no order does with fewer" : "whether an order does with fewer was not looked for to the end"}.`;
}

/** "Round 3 is expected to stop at 7 of 12, with RIR 2 asked." */
export function shortSentence(worst: WorkForecast): string {
  const { expectedReps, askedReps, askedRir, possibleReps } = worst;
  const round = `Round ${worst.span.round + 1}`;
  if (askedReps !== null && expectedReps !== null && expectedReps < askedReps - 0.5)
    return `${round} is expected to stop at ${Math.floor(expectedReps)} of ${decimal(askedReps)}${askedRir ? `, with RIR ${decimal(askedRir)} asked` : ""}.`;
  const left = Math.max(0, (possibleReps ?? 0) - (askedReps ?? 0));
  return `${round} is expected to leave RIR ${decimal(left, 0)} where ${decimal(askedRir ?? 0)} is asked.`;
}

const signed = (figure: number): string => `${figure < 0 ? "−" : "+"}${decimal(Math.abs(figure))}`;
const count = (figure: number, noun: string): string => `${figure} ${noun}${figure === 1 ? "" : "s"}`;

export function ruleName(rule: ProgressionRule): string {
  return RULES[rule.kind].name;
}

/** What progression prescribes next and why, in one or two sentences. */
export function nextSentence(next: NextPrescription, unit: WeightUnit): string {
  return next.reasons.map((reason) => progressSentence(reason, unit)).join(" ");
}

const RISE_WORDS: Readonly<Record<RiseCause, string>> = {
  allMade: "Every set was made last time",
  topOfRange: "Every set reached the top of the range last time",
  overTarget: "The last set went well over its target twice in a row",
  goalMade: "The total was reached in few enough sets",
  restAtFloor: "The same work was done at the shortest rest",
  topMark: "Every set reached the upper mark last time",
  eccentricAtMost: "The slowest eccentric was made",
  openTop: "The first set had as many as make the load go up",
  timeMade: "Every set made its time",
};

/** "7 % off, 70 kg to 65 kg", or what the reps do where the kit has no load near. */
function lessWords({ percent, by, fromKg, toKg, fromReps, toReps }: Less, load: (figure: number) => string): string {
  const off = `${decimal(round(percent, 0))} % off, ${load(fromKg)} to ${load(toKg)}`;
  if (by === "load") return off;
  const reps = `${count(toReps, "rep")} instead of ${fromReps}`;
  if (by === "both" && toReps === fromReps) return `${off}, the next that is lighter here`;
  return by === "reps"
    ? `nothing near enough is lighter here, so ${load(fromKg)} stays, for ${reps}`
    : `${off}, the next that is lighter here, for ${reps}`;
}

function timeOffWords(
  { weeks, isAlone, fewerSets, less }: Extract<ProgressReason, { kind: "timeOff" }>,
  load: (figure: number) => string,
): string {
  const away = isAlone ? `This lift was left out for ${weeks + 3} weeks` : `${count(weeks, "week")} away`;
  const sets = fewerSets > 0 ? "a set fewer" : "";
  if (!less) return `${away}: ${sets || "the load repeats"}.`;
  return `${away}: ${lessWords(less, load)}${sets ? `, and ${sets}` : ""}.`;
}

function easyWords({ asked, had, over }: Extract<ProgressReason, { kind: "tooEasy" }>): string {
  if (over >= 2) return `Every set went ${count(over, "rep")} or more over what was asked`;
  return `All sets left ${decimal(had ?? 0)} or more in reserve where ${decimal(asked ?? 0)} was asked`;
}

/** "a, b or c". */
const joined = (words: readonly string[], last: "or" | "and"): string =>
  words.length < 2 ? (words[0] ?? "") : `${words.slice(0, -1).join(", ")} ${last} ${words.at(-1)}`;

export function progressSentence(reason: ProgressReason, unit: WeightUnit): string {
  const kg = (figure: number): string => massWords(figure, unit);
  // Small plates make loads such as 61.25 kg: two places, where other figures have one.
  const built = (figure: number): string => massWords(figure, unit, 2);
  // A load beside a body may be none, or take some of the body off.
  const load = (figure: number): string =>
    figure === 0 ? "the body alone" : figure < 0 ? `${built(-figure)} of assistance` : built(figure);
  switch (reason.kind) {
    case "rise": {
      return `${RISE_WORDS[reason.why]}: ${built(reason.toKg - reason.fromKg)} up, ${load(reason.fromKg)} to ${load(reason.toKg)}.`;
    }
    case "repeat":
      return `Last time ${reason.reps.join(", ")}: ${count(reason.missed, "set")} of ${reason.setCount} short, so the load repeats.`;
    case "setsLeftOut":
      return `${count(reason.left, "set")} of ${reason.setCount} ${reason.left === 1 ? "was" : "were"} left out last time, so the load repeats.`;
    case "belowTargetRir":
      return `All reps were made, but with ${decimal(reason.had)} in reserve where ${decimal(reason.asked)} was asked, so ${reason.fewerReps ? "the load repeats for fewer reps" : "the load repeats"}.`;
    case "cut":
      return `${reason.isReserve ? "Less in reserve than was asked," : reason.set ? `Set ${reason.set} was missed` : "Missed"} ${reason.misses} times in a row: ${lessWords(reason, load)}, then build again.`;
    case "moreReps":
      return `Last time ${reason.last.join(", ")}: one more rep in set ${reason.set}, ${reason.reps}, before load goes up at ${reason.high}.`;
    case "repsFirst":
      return `The next step, ${built(reason.stepKg)}, is ${decimal(round(reason.percent))} % more: reps go up first, to ${reason.until}, where it is made.`;
    case "widerRange":
      return `The next step, ${built(reason.stepKg)}, is ${decimal(round(reason.percent))} % more: too far for ${reason.low} reps. Write a range, ${reason.low}–${reason.until}, and the reps climb to where it is made.`;
    case "coarseRise":
      return `The top of the wider range was reached: ${load(reason.fromKg)} to ${load(reason.toKg)}, ${decimal(round(reason.percent))} % more, for the ${count(reason.reps, "rep")} that are likely there.`;
    case "stepTooFar":
      return `The next step, ${built(reason.stepKg)}, is ${decimal(round(reason.percent))} % more, and reps alone will not reach it: add small plates, a set, or slower eccentrics.`;
    case "heldByBound":
      return `This week has risen by ${reason.limit} % already: the load repeats.`;
    case "tooEasy":
      return `${easyWords(reason)}: ${load(reason.fromKg)} to ${load(reason.toKg)}, by the curve.`;
    case "findAgain":
      return `All sets left ${decimal(reason.had)} in reserve, more than anyone can tell: take one heavier set first and find the load from it.`;
    case "unchanged":
      return `The same loads and reps for ${reason.weeks} weeks now.`;
    case "pain":
      return `Pain of ${reason.pain} out of 10 was logged last time: ${reason.less ? `${lessWords(reason.less, load)} and ` : ""}${reason.moreReserve} more in reserve.`;
    case "painStop": {
      const what = reason.isAgain
        ? `Pain of ${reason.pain} out of 10, twice running`
        : `Pain of ${reason.pain} out of 10`;
      const instead = reason.instead.length > 0 ? `: ${joined(reason.instead, "or")}` : "";
      const until = reason.less
        ? ` Until that is decided: ${lessWords(reason.less, load)} and ${reason.moreReserve} more in reserve.`
        : "";
      return `${what}: another exercise for two to three weeks${instead}.${until}`;
    }
    case "easierMove":
      return `It is far out of reach yet: ${joined(reason.names, "or")} first.`;
    case "formBroke":
      return "Form broke last time: nothing goes up.";
    case "timeOff":
      return timeOffWords(reason, load);
    case "topOfGym":
      return `${built(reason.kg)} is the heaviest this gym can load: take more reps, a slower tempo or a pause.`;
    case "expected":
      return `Expect ${reason.reps} reps at ${kg(reason.atKg)}.`;
    case "setRises":
      return `${reason.sets.length === 1 ? `Set ${reason.sets[0]}` : `Sets ${reason.sets.join(", ")}`} reached the top of the range: ${load(reason.toKg)} there, from the low end again.`;
    case "wave": {
      const max = reason.wavesMade === null ? "nine tenths of the e1RM" : `the training max of ${kg(reason.maxKg)}`;
      const made = reason.wavesMade ? `, after ${count(reason.wavesMade, "wave")} made` : "";
      const cuts =
        reason.cuts > 0
          ? `, brought down ${reason.cuts === 1 ? "once" : `${reason.cuts} times`} after three missed sessions`
          : "";
      return `Week ${reason.week} of ${reason.weeks} in the wave: ${decimal(reason.percent)} % of ${max}${made}${cuts}.`;
    }
    case "fallingReps":
      return `Week ${reason.week} of ${reason.weeks} at ${count(reason.reps, "rep")}.`;
    case "byCurve":
      return `e1RM ${kg(reason.e1rmKg)}: ${count(reason.reps, "rep")} with ${decimal(reason.rir)} in reserve is ${kg(reason.kg)}.`;
    case "steered": {
      const moves = Math.abs(reason.toKg - reason.fromKg) < 0.002 ? "stays" : `from ${load(reason.fromKg)}`;
      const most = reason.most === null ? "" : `, ${decimal(reason.most)} % a week at most`;
      return `By the reserve that was reported, e1RM ${kg(reason.e1rmKg)}: ${load(reason.toKg)}, ${moves}${most}.`;
    }
    case "overTarget":
      if (reason.days === 0)
        return `It goes up when the last set is ${count(reason.wanted, "rep")} over its target twice in a row.`;
      return `The last set was ${count(reason.over, "rep")} over its target once: once more and it goes up.`;
    case "openMore": {
      const until = reason.until === null ? "" : `, and the load goes up at ${reason.until}`;
      return `Last time ${reason.best} in the first set: one more${until}.`;
    }
    case "openFew":
      return `Last time ${reason.best} in the first set, few for this load: ${load(reason.fromKg)} to ${load(reason.toKg)}.`;
    case "longer":
      return `Every set made its ${reason.unit === "s" ? "time" : "distance"}: ${decimal(reason.to)} ${reason.unit} is next, where you write it.`;
    case "timeNotMade":
      return `Last time ${decimal(reason.best)} of ${decimal(reason.asked)} ${reason.unit}: the same again.`;
    case "goalInSets":
      return `${count(reason.total, "rep")} took ${count(reason.sets, "set")}: in ${reason.wanted} or fewer the load goes up.`;
    case "shorterRest":
      if (reason.toSeconds === reason.fromSeconds)
        return `The same at ${reason.toSeconds} s of rest, before rests get shorter.`;
      return `${reason.toSeconds} s of rest where ${reason.fromSeconds} s is written, down to ${reason.floorSeconds} s, then more load.`;
    case "rungUp":
      return `Every set reached ${reason.mark}: the next harder move.`;
    case "rungDown":
      return `No set reached ${reason.mark}: the next easier move.`;
    case "moreHelp":
      return `No set reached ${reason.mark}: ${load(reason.fromKg)} to ${load(reason.toKg)}.`;
    case "slower":
      return `${decimal(reason.seconds)} s eccentric, up to ${decimal(reason.mostSeconds)} s, then more load.`;
    case "setMore":
      return `All made: a set more, ${reason.sets} of at most ${reason.mostSets}.`;
    case "setsAtMost":
      return `${count(reason.sets, "set")}, as many as are added: a deload is next.`;
    case "bounded":
      return `${kg(reason.wantedKg)} would be more than ${decimal(reason.limit)} % above the last four weeks: ${load(reason.toKg)}.`;
  }
}

/** How to build a load: "20 kg bar, 25 + 2.5 a side". */
export function buildSentence(build: LoadBuild): string {
  switch (build.kind) {
    case "bar":
      return build.perSide.length === 0
        ? `${build.barName} alone`
        : `${build.barName}, ${plates(build.perSide)} a side`;
    case "sled":
      return build.perSide.length === 0 ? "no plates" : `${plates(build.perSide)} a side`;
    case "hand":
      return build.pair ? `a pair of ${formatWeight(build.weight)}` : `one ${formatWeight(build.weight)}`;
    case "stack":
      return build.addOns.length === 0
        ? `pin at ${build.pin.amount}`
        : `pin at ${build.pin.amount}, ${plates(build.addOns)} on top`;
    case "belt":
      return `${plates(build.plates)} on the belt`;
    case "body":
      return "the body alone";
    case "assistance":
      return `${build.band} band`;
    case "assistingStack":
      return `${build.station}, pin at ${build.pin.amount}`;
  }
}

const plates = (list: readonly Weight[]): string => list.map((plate) => plate.amount).join(" + ");

/** A load as a coach says it: "70 kg", "2 × 22 kg", "+10 kg", "−20 kg", "body". */
export function loadWords(exercise: Exercise, loadKg: number, weight: Weight): string {
  if (exercise.implement === "bodyweight" || exercise.implement === "straps") {
    if (loadKg === 0) return "body";
    return `${loadKg > 0 ? "+" : "−"}${formatWeight(weight)}`;
  }
  return exercise.implement === "dumbbells" ? `2 × ${formatWeight(weight)}` : formatWeight(weight);
}

/** The same of a load that is known in kilograms alone, in a unit. */
export const loadWordsIn = (exercise: Exercise, kg: number, unit: WeightUnit, places = 3): string =>
  loadWords(exercise, kg, { amount: massFigure(Math.abs(kg), unit, places), unit });

export const basisSentence = (exercise: Exercise): string => basisWords(exercise);

/** "Superset, opposing". */
export function blockNameWords(named: NamedBlock): string {
  const words = [named.name, ...named.traits].join(", ");
  return words[0]!.toUpperCase() + words.slice(1);
}

export function conflictSentence(conflict: TimeConflict): string {
  const needed = decimal(conflict.neededSeconds);
  const stated = decimal(conflict.statedSeconds);
  const ways: string[] = [];
  if (conflict.fitsAtRepSeconds >= 0.5) ways.push(`at ${decimal(round(conflict.fitsAtRepSeconds, 1), 1)} s a rep`);
  if (conflict.fitsAtReps >= 1) ways.push(`at ${conflict.fitsAtReps} reps a part`);
  return `The reps need ${needed} s, the set has ${stated} s.${ways.length > 0 ? ` It fits ${ways.join(", or ")}.` : ""}`;
}

/** What is not as it was meant of rounds within a time. */
export function withinTimeSentence(problem: WithinTimeProblem): string {
  if (problem.kind === "mostRounds")
    return `The block ends at ${problem.rounds} rounds, the most that it can have, with ${formatClock(problem.leftSeconds)} left.`;
  return `One round takes ${formatClock(problem.roundSeconds)}, the block has ${formatClock(problem.limitSeconds)}.`;
}

/** What needs the coach, in one sentence. */
export function clientAlertSentence(alert: ClientAlert, name: string): string {
  switch (alert.kind) {
    case "notReady":
      return readinessSentence(alert.readiness, name);
    case "missedSessions":
      return `${alert.count} planned sessions were not done in four weeks.`;
    case "setsLeftOut":
      return `${alert.left} of ${alert.planned} sets were left out last time.`;
    case "lowAdherence":
      return `${alert.done} of ${alert.planned} sessions in four weeks: simplify the week?`;
    case "standsStill":
      return `${alert.lifts} lifts have stood at the same loads and reps for eight weeks.`;
  }
}

/** Why optional rounds end here. */
export function stopSentence({ afterRound, stop, figure }: StopReached): string {
  const why =
    stop.kind === "belowRir"
      ? `${decimal(figure)} in reserve, below ${decimal(stop.rir)}`
      : `reps down ${decimal(round(figure))} %, the rule says ${decimal(stop.percent)} %`;
  return `The rounds end after round ${afterRound + 1}: ${why}.`;
}

export const SLEEP_WORDS: Readonly<Record<Sleep, string>> = { well: "well", fair: "so-so", badly: "badly" };
/** By level. */
export const SORE_WORDS = ["not sore", "sore", "very sore"] as const;

/** How somebody came: "slept badly, quads very sore". */
export function checkInSentence({ sleep, sore }: CheckIn): string {
  const slept = sleep === null ? [] : [`slept ${SLEEP_WORDS[sleep]}`];
  const where = sore.map(({ muscle, level }) => `${muscleName(muscle)} ${SORE_WORDS[level]}`);
  return [...slept, ...(where.length > 0 ? where : ["nothing sore"])].join(", ");
}
