/** How a set is said in a cell and on the reading line. */
import {
  type Block,
  decimal,
  firstOf,
  isBodyweight,
  type LoggedSet,
  massFigure,
  printAmount,
  printSpan,
  type ResolvedLoad,
  repSeconds,
  type Segment,
  type Settings,
  type Slot,
  tempoInForce,
  type WeightUnit,
  type WorkForecast,
  type WorkSet,
} from "@/core";

/** "+10", "2×22", "77.5", "body"; "?" where the load is to be found. */
export function loadFigure(load: ResolvedLoad | undefined): string {
  if (!load?.weight || load.kg === null) return "?";
  const { exercise } = load;
  if (isBodyweight(exercise)) return load.kg === 0 ? "body" : `${load.kg > 0 ? "+" : "−"}${load.weight.amount}`;
  return exercise.implement === "dumbbells" ? `2×${load.weight.amount}` : load.weight.amount;
}

const SIDE = { both: "", eachSide: "/side", alternating: "/alt", otherHolds: "/hold" } as const;

export function amountFigure(slot: Slot, set: WorkSet, segment: Segment, load: ResolvedLoad | undefined): string {
  if (set.stop.kind === "repTotal") return `${set.stop.total} total`;
  const aim = load?.aimReps;
  const { amount } = segment;
  const base =
    amount.kind === "reps" && aim
      ? String(aim)
      : amount.kind === "hold"
        ? `${decimal(amount.seconds)}s hold`
        : printAmount(amount, "full");
  return `${base}${segment.rom === "full" ? "" : " ½"}${SIDE[slot.laterality]}`;
}

/** "6 × +10", and for chains "12 × 40 ↘ 9 × 32 ↘ F × 24". */
export function cellFigure(slot: Slot, set: WorkSet, loads: ReadonlyMap<string, ResolvedLoad>): string {
  return set.segments
    .map((segment) => {
      const load = loads.get(segment.id);
      const figure = loadFigure(load);
      const amount = amountFigure(slot, set, segment, load);
      const timed = segment.amount.kind === "seconds" || segment.amount.kind === "hold";
      return timed && (figure === "body" || figure === "?") ? amount : `${amount} × ${figure}`;
    })
    .join(" ↘ ");
}

/** What was done of a lift on a day, its work alone, in a unit: "8 8 8 7 × 62.5", "40 s 35 s", "6 5 × −15"; set by set where loads differ. */
export function doneFigures(sets: readonly LoggedSet[], unit: WeightUnit): string {
  const work = sets.filter(({ working }) => working);
  const amount = ({ seconds, reps }: LoggedSet) => (seconds === null ? String(reps) : `${decimal(seconds)} s`);
  const load = ({ loadKg }: LoggedSet) => (loadKg === 0 ? "" : ` × ${massFigure(loadKg, unit, 2).replace("-", "−")}`);
  const [first] = work;
  if (!first) return "";
  return work.every(({ loadKg }) => loadKg === first.loadKg)
    ? `${work.map(amount).join(" ")}${load(first)}`
    : work.map((set) => `${amount(set)}${load(set)}`).join(", ");
}

/** The set read back in words: what will be done, and how long it takes. */
export function readingOf(
  block: Block,
  slot: Slot,
  set: WorkSet,
  loads: ReadonlyMap<string, ResolvedLoad>,
  settings: Settings,
): { said: string; assumed: string[] } {
  const first = firstOf(set.segments);
  const load = loads.get(first.id);
  const parts: string[] = [];
  const assumed: string[] = [];
  const { amount } = first;
  if (set.stop.kind === "repTotal") parts.push(`${set.stop.total} reps in as few sets as needed`);
  else if (amount.kind === "reps")
    parts.push(
      load?.aimReps && amount.reps.low < amount.reps.high
        ? `${load.aimReps} reps, inside ${printSpan(amount.reps)}`
        : `${printSpan(amount.reps)} ${first.rom === "full" ? "" : "partial "}reps`,
    );
  else if (amount.kind === "toFailure") parts.push("to failure");
  else if (amount.kind === "maxReps") parts.push("as many reps as possible");
  else if (amount.kind === "metres") parts.push(`${decimal(amount.metres)} m`);
  else parts.push(`${decimal(amount.seconds)} s${amount.kind === "hold" ? ` held ${amount.position}` : ""}`);
  if (slot.laterality === "eachSide") parts[0] += " each side";
  if (slot.laterality === "alternating") parts[0] += " each side, alternating";
  const figure = loadFigure(load);
  parts.push(
    figure === "?"
      ? "load to be found"
      : load && isBodyweight(load.exercise)
        ? figure === "body"
          ? "the body alone"
          : `body ${figure} ${load.weight!.unit}`
        : `${figure} ${load!.weight!.unit}`,
  );
  if (first.rir) parts.push(`${printSpan(first.rir)} in reserve`);
  else if (amount.kind === "reps") assumed.push("no effort written");
  const perRep = repSeconds(tempoInForce(set.segments, 0), settings);
  if (first.tempo) parts.push(`${decimal(perRep)} s a rep`);
  else if (amount.kind === "reps") assumed.push(`${decimal(perRep)} s a rep`);
  if (set.segments.length > 1)
    parts.push(`then ${set.segments.length - 1} ${set.segments.length === 2 ? "part" : "parts"} straight on`);
  if (!block.restAfterRound && slot.sets.length > 1) assumed.push(`${settings.assumed.roundRestSeconds} s rest`);
  return { said: parts.join(", "), assumed };
}

/** "1.2", "−2" when short by two, "–" where nothing is known. */
export function likelyFigure(forecast: WorkForecast): string {
  if (forecast.expectedRir === null) return "–";
  if (forecast.askedReps === null) return decimal(forecast.possibleReps ?? 0, 0);
  // Whole, as it is said beside the cell: reps short where it stops, else what is left.
  const { expectedRir } = forecast;
  return expectedRir < -0.5 ? `−${Math.ceil(-expectedRir)}` : String(Math.max(0, Math.round(expectedRir)));
}
