/** Document → shorthand in its one normal form. `parseSession(printSession(x))` equals x but for ids. */

import { type Catalogue, exerciseOrThrow, isPlaceholder } from "../../exercise";
import { firstOf } from "../../lists";
import { sameValue } from "../../same";
import { oneLine } from "../../text";
import { decimal } from "../../units";
import {
  allBlocks,
  type Block,
  blockLetter,
  type LoadRule,
  type NamedPlace,
  type Segment,
  type SessionDocument,
  type Slot,
  slotLabels,
  type WarmUp,
  type WorkSet,
} from "../grammar";
import {
  printAmount,
  printBeside,
  printChange,
  printDuration,
  printLoad,
  printRest,
  printSetup,
  printSpan,
  printTempo,
  printWeight,
  quoteIfNeeded,
  TRANSITION_LIMIT_SECONDS,
} from "./print-parts";
import { bare, type Clause, planRounds, type RoundPlan } from "./round-plan";

/** The whole session as text, one lift a line, blocks apart by an empty line. */
export function printSession(
  document: SessionDocument,
  catalogue: Catalogue,
  gyms: readonly NamedPlace[] = [],
): string {
  const labels = slotLabels(document);
  const head: string[] = [];
  if (document.title) head.push(`# ${oneLine(document.title)}`);
  if (document.capSeconds !== null) head.push(`cap ${printDuration(document.capSeconds)}`);
  if (document.gymId !== null) {
    const gym = gyms.find((one) => one.id === document.gymId);
    head.push(`gym ${quoteIfNeeded(gym?.name ?? document.gymId)}`);
  }
  if (document.methodId !== null) head.push(`method ${quoteIfNeeded(document.methodId)}`);
  if (document.warmUp) head.push(printWarmUp(document.warmUp));
  const blocks = allBlocks(document).map((block, index) => {
    const isFinisher = document.finisher === block;
    const header = printHeader(block, blockLetter(index), isFinisher);
    const lines = block.slots.map((slot) => `${labels.get(slot.id)} ${printSlot(slot, block, catalogue, labels)}`);
    return [...(header ? [header] : []), ...lines].join("\n");
  });
  return [...(head.length > 0 ? [head.join("\n")] : []), ...blocks].join("\n\n");
}

const printWarmUp = (warmUp: WarmUp): string => `warm-up ${printWarmUpParts(warmUp)}`.trimEnd();

/** "5min easy row; Hip circle 2x10". */
export function printWarmUpParts(warmUp: WarmUp): string {
  const parts: string[] = [];
  if (warmUp.pulseRaiser) parts.push(`${printDuration(warmUp.pulseRaiser.seconds)} ${warmUp.pulseRaiser.what}`.trim());
  for (const drill of warmUp.drills) {
    const amount = drill.amount.kind === "reps" ? `${drill.amount.reps}` : `${drill.amount.seconds}s`;
    parts.push(`${drill.name} ${drill.sets === 1 ? "" : `${drill.sets}x`}${amount}`);
  }
  return parts.join("; ");
}

function printHeader(block: Block, letter: string, isFinisher: boolean): string | null {
  const parts: string[] = [];
  if (block.intent) parts.push(block.intent);
  if (isFinisher) parts.push("finisher");
  if (block.methodId !== null) parts.push(`method ${quoteIfNeeded(block.methodId)}`);
  if (block.rounds.kind === "withinTime") parts.push(`within ${printDuration(block.rounds.seconds)}`);
  if (block.rounds.kind === "range" && block.rounds.stop.kind === "belowRir")
    parts.push(`stop below rir${block.rounds.stop.rir}`);
  if (block.rounds.kind === "range" && block.rounds.stop.kind === "repsDown")
    parts.push(`stop reps down ${block.rounds.stop.percent}%`);
  return parts.length > 0 ? `${letter}: ${parts.join(", ")}` : null;
}

/** An exercise's name, quoted where a bare name would end too early. */
export function printName(exerciseId: string, catalogue: Catalogue): string {
  const { name } = exerciseOrThrow(catalogue, exerciseId);
  if (isPlaceholder(exerciseId)) return `"${name}"?`;
  return /[\d:@[&>("+]|\/\/|\b(ramp|AMRAP|F|as|in|out|plain)\b/i.test(name) ? `"${name}"` : name;
}

/** One lift's line without its label. */
export function printSlot(slot: Slot, block: Block, catalogue: Catalogue, labels: ReadonlyMap<string, string>): string {
  const isLast = block.slots.at(-1) === slot;
  const parts = [printName(slot.exerciseId, catalogue)];
  if (slot.setup.length > 0) parts.push(printSetup(slot.setup));
  const plan = planRounds(slot.sets);
  const laterality = printLaterality(slot, catalogue);
  parts.push(printCount(block, slot, plan) + laterality);
  parts.push(...printFirstSegment(plan, labels));
  parts.push(...printTail(plan.base, catalogue, labels));
  if (slot.ramp.kind !== "none") parts.push(printRamp(slot.ramp));
  if (!isLast && slot.restAfter) parts.push(printSlotRest(slot.restAfter));
  if (isLast && block.restAfterRound) {
    const rest = block.restAfterRound;
    parts.push(
      rest.kind === "partnersWork"
        ? `rpartner${rest.leastSeconds === null ? "" : `/${decimal(rest.leastSeconds)}`}`
        : `r${(rest.kind === "each" ? [rest.rest] : rest.rests).map(printRest).join(",")}`,
    );
  }
  if (slot.cues.length > 0 && plan.clauses.length === 0) parts.push(`// ${slot.cues.join("; ")}`);
  const clauses = plan.clauses.map((clause) => printClause(clause, catalogue, labels));
  const line = [...parts, ...clauses].join(" ");
  return slot.cues.length > 0 && clauses.length > 0 ? `${line} // ${slot.cues.join("; ")}` : line;
}

function printLaterality(slot: Slot, catalogue: Catalogue): string {
  if (slot.laterality === exerciseOrThrow(catalogue, slot.exerciseId).laterality) {
    return slot.laterality === "both" ? "" : lateralitySuffix[slot.laterality];
  }
  return lateralitySuffix[slot.laterality];
}

const lateralitySuffix = { both: "/both", eachSide: "/side", alternating: "/alt", otherHolds: "/hold" } as const;

export function printRamp(ramp: Exclude<Slot["ramp"], { kind: "none" }>): string {
  if (ramp.kind === "auto") return "ramp";
  const steps = ramp.steps.map(
    ({ load, reps }) => `${load.kind === "percent" ? `${decimal(load.percent)}%` : printWeight(load.weight)}x${reps}`,
  );
  return `ramp(${steps.join(", ")})`;
}

function printSlotRest(rest: NonNullable<Slot["restAfter"]>): string {
  const rests = rest.kind === "each" ? [rest.rest] : rest.rests;
  const short = rests.every((r) => (r.kind === "seconds" ? r.seconds : r.high) <= TRANSITION_LIMIT_SECONDS);
  return `${short ? "h" : "r"}${rests.map(printRest).join(",")}`;
}

function printCount(block: Block, slot: Slot, plan: RoundPlan): string {
  const { stop } = plan.base;
  const rounds = block.rounds;
  const count = rounds.kind === "range" ? `${rounds.low}-${rounds.high}x` : `${slot.sets.length}x`;
  if (stop.kind === "repTotal") {
    const rest = stop.restSeconds === null ? "" : `/${decimal(stop.restSeconds)}s`;
    return `${count === "1x" ? "" : count}${stop.total}total${rest}${stop.shared ? " shared" : ""}`;
  }
  if (plan.reps && rounds.kind !== "range") return plan.reps.join(",");
  if (plan.reps) return count + plan.reps.join(",");
  return count + printAmount(firstOf(plan.base.segments).amount, firstOf(plan.base.segments).rom);
}

function printFirstSegment(plan: RoundPlan, labels: ReadonlyMap<string, string>): string[] {
  const first = firstOf(plan.base.segments);
  const parts: string[] = [];
  if (plan.loads) parts.push(`@${printLoadList(plan.loads)}`);
  else if (plan.rirs) parts.push(`@RIR${plan.rirs.map((rir) => printSpan(rir!)).join(",")}`);
  else {
    const load = printLoad(first.load, first.rir, labels);
    if (load) parts.push(load);
  }
  if (plan.step) parts.push(`${printChange(plan.step)}/round`);
  return parts;
}

function printLoadList(loads: readonly (LoadRule | null)[]): string {
  const figures = loads.map((load) => {
    if (load?.kind === "fixed") return load.weight.amount;
    return load?.kind === "percentOfMax" || load?.kind === "percentOfTop" ? decimal(load.percent) : "-";
  });
  const said = firstOf(loads.filter((load) => load !== null));
  const unit = said.kind === "fixed" ? said.weight.unit : said.kind === "percentOfTop" ? "%top" : "%";
  // Two bare figures would read as a decimal comma.
  if (figures.length === 2) return figures.map((figure) => `${figure}${unit}`).join(",");
  return `${figures.join(",")}${unit}`;
}

/** What stands beside a load in every set form: exercise, set-up, bands, effort, tempo, chain, total time. */
function printTail(set: WorkSet, catalogue: Catalogue, labels: ReadonlyMap<string, string>): string[] {
  const first = firstOf(set.segments);
  const parts: string[] = [];
  if (first.exerciseId) parts.push(`as ${quoted(first.exerciseId, catalogue)}`);
  parts.push(...first.beside.map(printBeside));
  if (first.rir && first.load.kind !== "byEffort") parts.push(`rir${printSpan(first.rir)}`);
  if (first.tempo) parts.push(printTempo(first.tempo));
  parts.push(...printChain(set.segments.slice(1), catalogue, labels));
  if (set.stop.kind === "totalTime") parts.push(`in ${decimal(set.stop.seconds)}s`);
  if (set.role === "warmUp") parts.push("warmup");
  return parts;
}

const quoted = (id: string, catalogue: Catalogue): string =>
  `"${exerciseOrThrow(catalogue, id).name}"${isPlaceholder(id) ? "?" : ""}`;

function printChain(segments: readonly Segment[], catalogue: Catalogue, labels: ReadonlyMap<string, string>): string[] {
  const links = segments.map((segment) => printLink(segment, catalogue, labels));
  if (links.length > 1 && links.every((link) => link === links[0])) return [`(${links[0]})*${links.length}`];
  return links;
}

function printLink(segment: Segment, catalogue: Catalogue, labels: ReadonlyMap<string, string>): string {
  const parts = [">"];
  if (segment.restBeforeSeconds > 0) parts.push(`pause ${decimal(segment.restBeforeSeconds)}s`);
  if (segment.exerciseId) parts.push(`as ${quoted(segment.exerciseId, catalogue)}`);
  if (segment.setup) parts.push(printSetup(segment.setup));
  const load = printLoad(segment.load, segment.rir, labels);
  const amount = printAmount(segment.amount, segment.rom);
  const counted =
    segment.amount.kind === "hold" || (segment.rom !== "full" && segment.amount.kind === "reps")
      ? amount
      : `x${amount}`;
  if (load && segment.load.kind === "fromSegment")
    parts.push(counted.startsWith("x") ? `${load}${counted}` : `${load} ${counted}`);
  else {
    parts.push(counted);
    if (load) parts.push(load);
  }
  parts.push(...segment.beside.map(printBeside));
  if (segment.rir && segment.load.kind !== "byEffort") parts.push(`rir${printSpan(segment.rir)}`);
  if (segment.tempo) parts.push(printTempo(segment.tempo));
  return parts.join(" ");
}

/** Only what differs from what the round would be without the clause; what must be unsaid starts over with `only`. */
function printClause(clause: Clause, catalogue: Catalogue, labels: ReadonlyMap<string, string>): string {
  const { from, to, selector } = clause;
  if (to === null) return `${selector} out`;
  const a = firstOf(from.segments);
  const b = firstOf(to.segments);
  const chainSame = sameValue(
    bare({ ...from, segments: from.segments.slice(1) }),
    bare({ ...from, segments: to.segments.slice(1) }),
  );
  const unsays =
    (b.load.kind === "unsaid" && a.load.kind !== "unsaid") ||
    (a.rir && !b.rir) ||
    (a.tempo && !b.tempo) ||
    (a.beside.length > 0 && b.beside.length === 0) ||
    (a.exerciseId && !b.exerciseId) ||
    (a.setup && !b.setup) ||
    (to.segments.length === 1 && from.segments.length > 1);
  if (unsays) return `${selector} only ${printCell(to, catalogue, labels)}`;
  const parts: string[] = [selector];
  const stopChanged = !sameValue(from.stop, to.stop);
  const amountSaid = !sameValue(a.amount, b.amount) || a.rom !== b.rom || (stopChanged && to.stop.kind !== "totalTime");
  if (amountSaid) parts.push(to.stop.kind === "repTotal" ? printStopTotal(to.stop) : printAmount(b.amount, b.rom));
  if (!sameValue(a.setup, b.setup)) parts.push(printSetup(b.setup!));
  if (!sameValue(a.load, b.load) || (b.load.kind === "byEffort" && !sameValue(a.rir, b.rir)))
    parts.push(printLoad(b.load, b.rir, labels)!);
  if (a.exerciseId !== b.exerciseId) parts.push(`as ${quoted(b.exerciseId!, catalogue)}`);
  if (!sameValue(a.beside, b.beside)) parts.push(...b.beside.map(printBeside));
  if (!sameValue(a.rir, b.rir) && b.load.kind !== "byEffort") parts.push(`rir${printSpan(b.rir!)}`);
  if (!sameValue(a.tempo, b.tempo)) parts.push(printTempo(b.tempo!));
  if (!chainSame) parts.push(...printChain(to.segments.slice(1), catalogue, labels));
  if (to.stop.kind === "totalTime" && (stopChanged || amountSaid)) parts.push(`in ${decimal(to.stop.seconds)}s`);
  if (from.role !== to.role) parts.push(to.role === "warmUp" ? "warmup" : "working");
  return parts.join(" ");
}

function printStopTotal(stop: Extract<WorkSet["stop"], { kind: "repTotal" }>): string {
  return `${stop.total}total${stop.restSeconds === null ? "" : `/${decimal(stop.restSeconds)}s`}${stop.shared ? " shared" : ""}`;
}

/** A cell of the grid as its own text, without a count of rounds. */
export function printCell(set: WorkSet, catalogue: Catalogue, labels: ReadonlyMap<string, string>): string {
  const first = firstOf(set.segments);
  const amount = set.stop.kind === "repTotal" ? printStopTotal(set.stop) : printAmount(first.amount, first.rom);
  const load = printLoad(first.load, first.rir, labels);
  const setup = first.setup ? [printSetup(first.setup)] : [];
  return [amount, ...setup, ...(load ? [load] : []), ...printTail(set, catalogue, labels)].join(" ");
}
