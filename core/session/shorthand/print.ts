/** Document → shorthand in its one normal form. `parseSession(printSession(x))` equals x but for ids. */
import { type Catalogue, exerciseOrThrow, isPlaceholder, type SetupValue } from "../../exercise";
import { firstOf } from "../../lists";
import { sameValue } from "../../same";
import { decimal, type Weight } from "../../units";
import {
  type AddedResistance,
  type Amount,
  allBlocks,
  type Block,
  blockLetter,
  type LoadChange,
  type LoadRule,
  type NamedPlace,
  type Phase,
  type RestAmount,
  type Segment,
  type SessionDocument,
  type Slot,
  type Span,
  slotLabels,
  type Tempo,
  type WarmUp,
  type WorkSet,
} from "../grammar";

/** The whole session as text, one lift a line, blocks apart by an empty line. */
export function printSession(
  document: SessionDocument,
  catalogue: Catalogue,
  gyms: readonly NamedPlace[] = [],
): string {
  const labels = slotLabels(document);
  const head: string[] = [];
  if (document.title) head.push(`# ${document.title}`);
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

function printDuration(seconds: number): string {
  return seconds % 60 === 0 && seconds > 0 ? `${seconds / 60}min` : `${decimal(seconds)}s`;
}

const quoteIfNeeded = (name: string): string => (/^[^\s"]+$/.test(name) ? name : `"${name}"`);

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

function printRamp(ramp: Exclude<Slot["ramp"], { kind: "none" }>): string {
  if (ramp.kind === "auto") return "ramp";
  const steps = ramp.steps.map(
    ({ load, reps }) => `${load.kind === "percent" ? `${decimal(load.percent)}%` : printWeight(load.weight)}x${reps}`,
  );
  return `ramp(${steps.join(", ")})`;
}

/** Up to 15 s a rest inside a round is a transition. */
export const TRANSITION_LIMIT_SECONDS = 15;

function printSlotRest(rest: NonNullable<Slot["restAfter"]>): string {
  const rests = rest.kind === "each" ? [rest.rest] : rest.rests;
  const short = rests.every((r) => (r.kind === "seconds" ? r.seconds : r.high) <= TRANSITION_LIMIT_SECONDS);
  return `${short ? "h" : "r"}${rests.map(printRest).join(",")}`;
}

export const printRest = (rest: RestAmount): string =>
  rest.kind === "seconds" ? decimal(rest.seconds) : `${decimal(rest.low)}-${decimal(rest.high)}`;

/** How a slot's rounds are written: one base set, lists where only the reps or only the loads differ, clauses for the rest. */
interface RoundPlan {
  readonly base: WorkSet;
  readonly reps: readonly string[] | null;
  readonly loads: readonly (LoadRule | null)[] | null;
  readonly rirs: readonly (Span | null)[] | null;
  readonly step: LoadChange | null;
  readonly clauses: readonly Clause[];
}

interface Clause {
  readonly selector: string;
  readonly from: WorkSet;
  readonly to: WorkSet | null;
}

const bare = (set: WorkSet): unknown => ({
  ...set,
  id: "",
  segments: set.segments.map((segment) => ({ ...segment, id: "" })),
});
/** Whether two sets ask for the same, ids aside. */
export const sameSet = (a: WorkSet | null, b: WorkSet | null): boolean =>
  a === null || b === null ? a === b : sameValue(bare(a), bare(b));

function withFirst(set: WorkSet, change: Partial<Segment>): WorkSet {
  return { ...set, segments: [{ ...firstOf(set.segments), ...change }, ...set.segments.slice(1)] };
}

function planRounds(sets: Slot["sets"]): RoundPlan {
  const firstIndex = sets.findIndex((set) => set !== null);
  // A set-up on the lift's own line is the slot's; one round's own set-up is always a clause.
  const base = withFirst(sets[firstIndex]!, { setup: null });
  const firsts = sets.map((set) => set?.segments[0] ?? null);
  const reps = repsList(sets, base);
  const step = stepOf(firsts, firstIndex);
  const loads = step ? null : loadList(firsts);
  const rirs = loads || step ? null : rirList(firsts);
  const clauses: Clause[] = [];
  for (let round = 0; round < sets.length; ) {
    const expected = expectedSet(base, round, firsts, { reps, step, loads, rirs }, firstIndex);
    const actual = sets[round] ?? null;
    if (sameSet(expected, actual)) {
      round++;
      continue;
    }
    let end = round + 1;
    while (
      end < sets.length &&
      sameSet(sets[end] ?? null, actual) &&
      sameSet(expectedSet(base, end, firsts, { reps, step, loads, rirs }, firstIndex), expected)
    )
      end++;
    clauses.push({ selector: selectorFor(round, end, sets.length), from: expected ?? base, to: actual });
    round = end;
  }
  return { base, reps, loads, rirs, step, clauses };
}

function selectorFor(from: number, end: number, count: number): string {
  if (end === count) return end - from === 1 ? "last:" : `last ${end - from}:`;
  return end - from === 1 ? `round ${from + 1}:` : `rounds ${from + 1}-${end}:`;
}

interface Lists {
  reps: readonly string[] | null;
  step: LoadChange | null;
  loads: readonly (LoadRule | null)[] | null;
  rirs: readonly (Span | null)[] | null;
}

function expectedSet(
  base: WorkSet,
  round: number,
  firsts: (Segment | null)[],
  lists: Lists,
  firstIndex: number,
): WorkSet | null {
  const own = firsts[round];
  const change: { -readonly [K in keyof Segment]?: Segment[K] } = {};
  if (lists.reps) {
    if (!own) return null;
    change.amount = own.amount;
  }
  if (lists.step && round > firstIndex) change.load = { kind: "fromRound", change: lists.step };
  if (lists.loads) change.load = own?.load ?? firstOf(base.segments).load;
  if (lists.rirs) change.rir = own?.rir ?? firstOf(base.segments).rir;
  return withFirst(base, change);
}

function repsList(sets: Slot["sets"], base: WorkSet): string[] | null {
  const amounts = sets.map((set) => set?.segments[0]?.amount ?? null);
  if (base.stop.kind === "repTotal" || sets.some((set) => set && set.stop.kind !== base.stop.kind)) return null;
  if (sets.some((set) => set && firstOf(set.segments).rom !== firstOf(base.segments).rom)) return null;
  if (firstOf(base.segments).rom !== "full") return null;
  if (amounts.every((amount) => amount && sameValue(amount, amounts[0]))) return null;
  const listable = amounts.every(
    (amount) => amount === null || ["reps", "maxReps", "toFailure", "seconds", "metres"].includes(amount.kind),
  );
  return listable ? amounts.map((amount) => (amount ? printAmount(amount, "full") : "-")) : null;
}

function stepOf(firsts: (Segment | null)[], firstIndex: number): LoadChange | null {
  const later = firsts.slice(firstIndex + 1).filter((segment) => segment !== null);
  const first = later[0]?.load;
  if (first?.kind !== "fromRound" || firsts[firstIndex]!.load.kind === "fromRound") return null;
  return later.every((segment) => sameValue(segment.load, first)) ? first.change : null;
}

const LISTED = new Set(["fixed", "percentOfMax", "percentOfTop"]);

function loadList(firsts: (Segment | null)[]): (LoadRule | null)[] | null {
  const said = firsts.filter((segment) => segment !== null);
  const first = firstOf(said).load;
  if (said.every((segment) => sameValue(segment.load, first)) || !LISTED.has(first.kind)) return null;
  const sameKind = said.every(
    ({ load }) =>
      load.kind === first.kind &&
      (load.kind !== "fixed" || first.kind !== "fixed" || load.weight.unit === first.weight.unit),
  );
  return sameKind ? firsts.map((segment) => segment?.load ?? null) : null;
}

function rirList(firsts: (Segment | null)[]): (Span | null)[] | null {
  if (firsts.some((segment) => segment && (segment.load.kind !== "byEffort" || !segment.rir))) return null;
  const said = firsts.filter((segment) => segment !== null);
  if (said.every((segment) => sameValue(segment.rir, firstOf(said).rir))) return null;
  return firsts.map((segment) => segment?.rir ?? firstOf(said).rir);
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

const printWeight = (w: Weight): string => `${w.amount}${w.unit}`;

function printChange(change: LoadChange): string {
  if (change.kind === "percent") return `${change.percent < 0 ? "-" : "+"}${decimal(Math.abs(change.percent))}%`;
  return `${change.sign < 0 ? "-" : "+"}${printWeight(change.weight)}`;
}

function printLoad(load: LoadRule, rir: Span | null, labels: ReadonlyMap<string, string>): string | null {
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

function printBeside(beside: AddedResistance): string {
  if (beside.kind === "band") return `&${beside.count > 1 ? `${beside.count} ` : ""}band ${beside.name}`;
  return `&${beside.kind === "other" ? beside.name : beside.kind} ${printWeight(beside.weight)}`;
}

const printSetup = (setup: readonly SetupValue[]): string =>
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
