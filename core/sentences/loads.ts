/** What is said of loads: where they come from, how they are built, what a record says. */
import type { Catalogue } from "../exercise";
import type { LiftRecord, LoadAlternative, LoadReason, PlannedStep, PlatePlan, SuspectSet } from "../load";
import { decimal, formatWeight, massWords, round, type WeightUnit } from "../units";
import { count, signed } from "./figures";
import { loadWordsIn } from "./load-words";
import { nextSentence } from "./progress";

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
      return `Expect ${reserveFigure(reason.rir)} in reserve${asked}, when fresh.`;
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
      return `No effort is written: ${decimal(reason.rir)} in reserve is assumed.`;
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

/** What a plate plan costs against the plain way. */
export function planSentence(plan: PlatePlan): string {
  const saved = plan.naiveHandled - plan.handled;
  const handled = count(plan.handled, "plate");
  return saved > 0
    ? `${handled} moved on each side; the plain way takes ${plan.naiveHandled}.`
    : `${handled} moved on each side; ${plan.isExact ? "no order does with fewer" : "whether an order does with fewer was not looked for to the end"}.`;
}

/** More than this is no reserve that anybody can tell: it is far too light. */
const MOST_TOLD_RESERVE = 10;

/** A reserve as it is told: "2.5", "over 10". */
export const reserveFigure = (rir: number, places = 3): string =>
  rir > MOST_TOLD_RESERVE ? `over ${MOST_TOLD_RESERVE}` : decimal(rir, places).replace("-", "−");
