/** What is said of progression: the rule, what is next, and why. */
import type { Less, NextPrescription, ProgressReason, RiseCause } from "../load";
import { RULES } from "../progress";
import type { ProgressionRule } from "../session";
import { decimal, massWords, round, type WeightUnit } from "../units";
import { count } from "./figures";

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
