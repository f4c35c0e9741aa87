/** The parts of a printed line: amounts, loads, tempo, rests, set-up. */
import type { SetupValue } from "../../exercise";
import { decimal, type Weight } from "../../units";
import type {
  AddedResistance,
  Amount,
  LoadChange,
  LoadRule,
  Phase,
  RestAmount,
  Segment,
  Span,
  Tempo,
} from "../grammar";

export function printDuration(seconds: number): string {
  return seconds % 60 === 0 && seconds > 0 ? `${seconds / 60}min` : `${decimal(seconds)}s`;
}

export const quoteIfNeeded = (name: string): string => (/^[^\s"]+$/.test(name) ? name : `"${name}"`);

/** Up to 15 s a rest inside a round is a transition. */
export const TRANSITION_LIMIT_SECONDS = 15;

export const printRest = (rest: RestAmount): string =>
  rest.kind === "seconds" ? decimal(rest.seconds) : `${decimal(rest.low)}-${decimal(rest.high)}`;

export const printSpan = (span: Span): string =>
  span.low === span.high ? decimal(span.low) : `${decimal(span.low)}-${decimal(span.high)}`;

export function printAmount(amount: Amount, rom: Segment["rom"]): string {
  const partials = rom === "full" ? "" : ` partials ${rom}`;
  switch (amount.kind) {
    case "reps":
      return printSpan(amount.reps) + partials;
    case "maxReps":
      return `AMRAP${partials}`;
    case "toFailure":
      return `F${partials}`;
    case "seconds":
      return `${decimal(amount.seconds)}s`;
    case "metres":
      return `${decimal(amount.metres)}m`;
    case "hold":
      return `hold ${decimal(amount.seconds)}s ${amount.position}`;
  }
}

export const printWeight = (w: Weight): string => `${w.amount}${w.unit}`;

export function printChange(change: LoadChange): string {
  if (change.kind === "percent") return `${change.percent < 0 ? "-" : "+"}${decimal(Math.abs(change.percent))}%`;
  return `${change.sign < 0 ? "-" : "+"}${printWeight(change.weight)}`;
}

export function printLoad(load: LoadRule, rir: Span | null, labels: ReadonlyMap<string, string>): string | null {
  switch (load.kind) {
    case "unsaid":
      return null;
    case "ofNext":
      return `@next${load.percent < 0 ? "-" : "+"}${decimal(Math.abs(load.percent))}%`;
    case "fixed":
      return `@${printWeight(load.weight)}`;
    case "percentOfMax":
      return `@${decimal(load.percent)}%`;
    case "percentOfTop":
      return `@${decimal(load.percent)}%top`;
    case "repMax":
      return `@${load.reps}RM`;
    case "byEffort":
      return `@RIR${rir ? printSpan(rir) : "2"}`;
    case "bodyweight":
      return `@BW${load.added ? `${load.sign < 0 ? "-" : "+"}${printWeight(load.added)}` : ""}`;
    case "ofSlot":
      return `@${load.share === 1 ? "=" : decimal(load.share)}${labels.get(load.slotId) ?? "?"}`;
    case "fromSegment":
      return printChange(load.change);
    case "fromRound":
      return `${printChange(load.change)}/round`;
  }
}

export function printBeside(beside: AddedResistance): string {
  if (beside.kind === "band") return `&${beside.count > 1 ? `${beside.count} ` : ""}band ${beside.name}`;
  return `&${beside.kind === "other" ? beside.name : beside.kind} ${printWeight(beside.weight)}`;
}

export const printSetup = (setup: readonly SetupValue[]): string =>
  `[${setup.map(({ name, value }) => `${name} ${value}`.trim()).join(", ")}]`;

/** `t3-1-1-0`; phases that are unsaid at the end are left off, others are `?`. */
export function printTempo(tempo: Tempo): string {
  const phases = [tempo.lower, tempo.pauseBottom, tempo.lift, tempo.pauseTop];
  while (phases.at(-1) === null) phases.pop();
  return `t${phases.map(printPhase).join("-")}`;
}

function printPhase(phase: Phase): string {
  if (phase === null) return "?";
  if (phase.kind === "fast") return "X";
  const { low, high } = phase.seconds;
  return low === high ? decimal(low) : `${decimal(low)}..${decimal(high)}`;
}
