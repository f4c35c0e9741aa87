/** Reasons are data; here, and only here, they become sentences. Plain words, figures with units. */
import type { Catalogue, Exercise } from "./exercise/exercise";
import { basisWords } from "./load/effective";
import type { Build } from "./load/equipment";
import type { LoadReason } from "./load/resolve";
import type { NextPrescription, ProgressionRule, ProgressReason } from "./progress/rules";
import type { NamedBlock } from "./session/names";
import type { TimeConflict } from "./time/timeline";
import { decimal, formatWeight, round, type Weight } from "./units";

const kg = (figure: number): string => `${decimal(round(figure, 1), 1)} kg`;

export interface SentenceContext {
  readonly catalogue: Catalogue;
  readonly labels?: ReadonlyMap<string, string>;
}

export function loadSentence(reason: LoadReason, context: SentenceContext): string {
  switch (reason.kind) {
    case "written":
      return "Written as a load.";
    case "ofMax":
      return `${decimal(reason.percent)} % of the ${reason.source}, ${kg(reason.maxKg)}, is ${kg(reason.wantedKg)}.`;
    case "curve": {
      const band = reason.band ? ` (${decimal(reason.band[0])} to ${decimal(reason.band[1])})` : "";
      return `e1RM ${kg(reason.e1rmKg)}${band} from ${count(reason.days, "day")}: ${decimal(reason.effectiveReps)} effective reps are ${decimal(round(reason.percent, 1), 1)} %, ${kg(reason.wantedKg)}.`;
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
      return nextSentence(reason.next);
    case "coldStart": {
      const other = context.catalogue.byId.get(reason.fromExerciseId)?.name.toLowerCase() ?? "a related lift";
      return `No record of this lift yet: from the ${other} (e1RM ${kg(reason.relatedKg)}), the low end of a wide band, ${kg(reason.wantedKg)}. Find it in the ramp.`;
    }
    case "bodyweight":
      if (!reason.added) return "The body alone.";
      return reason.sign < 0
        ? `The body with ${formatWeight(reason.added)} of help.`
        : `The body and ${formatWeight(reason.added)}.`;
    case "rounded":
      return `This gym builds ${kg(reason.builtKg)}: ${decimal(round(Math.abs(reason.percentOff), 1), 1)} % ${reason.percentOff < 0 ? "under" : "over"} ${kg(reason.wantedKg)}.`;
    case "outOfReach":
      return reason.side === "too light"
        ? `The heaviest this gym builds is ${kg(reason.nearestKg)}, short of ${kg(reason.wantedKg)}. Make up for it with more reps, a slower lowering or a pause.`
        : `The lightest this gym builds is ${kg(reason.nearestKg)}, above ${kg(reason.wantedKg)}. Take fewer reps or an easier variant.`;
    case "noEquipment":
      return "This gym has nothing to load this lift with.";
    case "noRecord":
      return "No record of this lift or a related one: find the load in the ramp and log it.";
    case "noBodyMass":
      return "This lift moves the body, and no body mass is recorded for the client.";
    case "expectRir": {
      if (reason.rir < 0) return `Expect ${count(Math.ceil(-reason.rir), "rep")} short when fresh.`;
      const asked =
        reason.asked !== null && Math.abs(reason.asked - reason.rir) >= 0.5 ? `, asked ${decimal(reason.asked)}` : "";
      return `Expect RIR ${decimal(Math.min(reason.rir, 10))}${asked}, when fresh.`;
    }
    case "assumedEffort":
      return `No effort is written: RIR ${decimal(reason.rir)} is assumed.`;
  }
}

const signed = (figure: number): string => `${figure < 0 ? "−" : "+"}${decimal(Math.abs(figure))}`;
const count = (figure: number, noun: string): string => `${figure} ${noun}${figure === 1 ? "" : "s"}`;

export function ruleName(rule: ProgressionRule): string {
  return rule.kind === "loadFirst" ? "Load first" : "Double progression";
}

/** What progression prescribes next and why, in one or two sentences. */
export function nextSentence(next: NextPrescription): string {
  return next.reasons.map(progressSentence).join(" ");
}

export function progressSentence(reason: ProgressReason): string {
  switch (reason.kind) {
    case "rise": {
      const why =
        reason.why === "allMade" ? "Every set was made last time" : "Every set reached the top of the range last time";
      return `${why}: ${kg(reason.toKg - reason.fromKg)} up, ${kg(reason.fromKg)} to ${kg(reason.toKg)}.`;
    }
    case "repeat":
      return `Last time ${reason.reps.join(", ")}: ${count(reason.missed, "set")} of ${reason.setCount} short, so the load repeats.`;
    case "belowTargetRir":
      return `All reps were made, but with ${decimal(reason.had)} in reserve where ${decimal(reason.asked)} was asked, so the load repeats.`;
    case "cut":
      return `Missed ${reason.misses} times running: ${decimal(reason.percent)} % off, ${kg(reason.fromKg)} to ${kg(reason.toKg)}, then build again.`;
    case "moreReps":
      return `Last time ${reason.last.join(", ")}: one more rep in set ${reason.set}, ${reason.reps}, before load goes up at ${reason.high}.`;
    case "widen":
      return `The next step, ${kg(reason.stepKg)}, is ${decimal(round(reason.percent))} % more: the range widens to ${reason.high} first.`;
    case "heldByBound":
      return `The next step, ${kg(reason.stepKg)}, is ${decimal(round(reason.percent))} % more than last time, above ${reason.limit} % a week: the load repeats.`;
    case "pain":
      return `Pain of ${reason.pain} was logged last time: nothing goes up.`;
    case "formBroke":
      return "Form broke last time: nothing goes up.";
    case "timeOff":
      return reason.percent === 0
        ? "A week was missed: the load repeats."
        : `${reason.weeks} weeks were missed: ${decimal(reason.percent)} % off and a set fewer.`;
    case "topOfGym":
      return `${kg(reason.kg)} is the heaviest this gym builds: take more reps, a slower tempo or a pause.`;
    case "expected":
      return `Expect ${reason.reps} reps at ${kg(reason.atKg)}.`;
  }
}

/** How to build a load: "20 kg bar, 25 + 2.5 a side". */
export function buildSentence(build: Build): string {
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
