/** What the lanes of several clients say: what each does next, whom the coach goes to, and a station that two want. */
import {
  type BlockRound,
  exerciseOfMove,
  exerciseOrThrow,
  firstOf,
  formatClock,
  type LaneNeed,
  printAmount,
  type RunMove,
  type Segment,
  type ShownSession,
  type StationClash,
} from "../core";

type Shown = Pick<ShownSession, "catalogue" | "loads">;

/** "Back squat 6 × 62.5 kg"; of a superset each lift by itself. */
export const roundWords = (blockRound: BlockRound, shown: Shown): string =>
  blockRound.moves.map((move) => moveWords(move, blockRound, shown)).join(", ");

/** "Back squat 6 × 62.5 kg"; of a rep goal its next mini-set: "Push-up 10, 30 of 40 left". */
export function moveWords(move: RunMove, { goal }: Pick<BlockRound, "goal">, { catalogue, loads }: Shown): string {
  const first = firstOf(move.set.segments);
  const shown = loads[first.id];
  const { name } = exerciseOrThrow(catalogue, exerciseOfMove(move));
  const load = shown?.words ? ` × ${shown.words}` : "";
  if (goal) return `${name} ${miniSetReps(move, first)}${load}, ${goal.total - goal.done} of ${goal.total} left`;
  return `${name} ${shown?.aimReps ?? printAmount(first.amount, "full")}${load}`;
}

/** The reps of a part of a mini-set, on one side. */
export function miniSetReps(
  { work }: Pick<RunMove, "work">,
  segment: Segment,
  side: "left" | "right" | null = null,
): number {
  for (const piece of work.pieces)
    if (piece.kind === "work" && piece.segment === segment && (side === null || piece.side === side))
      return Math.round(piece.side === "alternating" ? piece.reps / 2 : piece.reps);
  return 0;
}

/** Whom the coach goes to first and whom then, with why; null where all are over. */
export function coachWords(
  needs: readonly LaneNeed[],
  order: readonly number[],
  nameOf: (index: number) => string,
): { readonly first: string; readonly why: string } | null {
  const [first, second] = order;
  if (first === undefined) return null;
  const need = needs[first]!;
  if (need.kind === "start") return { first: "Nobody has begun", why: "" };
  if (need.kind === "paused") return { first: "All are paused", why: "" };
  const then = second === undefined ? null : needs[second]!;
  const after = then && then.inSeconds !== null ? `then ${nameOf(second!)} ${dueWords(then.inSeconds)}` : "";
  return { first: `${nameOf(first)} first`, why: [needWords(need), after].filter(Boolean).join(" · ") };
}

function needWords({ kind, inSeconds }: LaneNeed): string {
  if (kind === "rest")
    return (inSeconds ?? 0) <= 0
      ? `rest over for ${formatClock(-(inSeconds ?? 0))}`
      : `rest over in ${formatClock(inSeconds ?? 0)}`;
  if (kind === "paused") return "paused";
  return inSeconds === null || inSeconds <= 0 ? "at work" : `at work, done in about ${formatClock(inSeconds)}`;
}

const dueWords = (seconds: number): string => (seconds <= 0 ? "at once" : `in ${formatClock(seconds)}`);

/** "B", "B and C", "B, C and D". */
const listed = (letters: readonly string[]): string =>
  letters.length < 2 ? letters.join("") : `${letters.slice(0, -1).join(", ")} and ${letters.at(-1)}`;

/** "Marit and Tobias both want the cable in 3:50." and what costs the least waiting. */
export function clashWords(
  { station, holder, later, inSeconds, waitSeconds, canAlternate, swap }: StationClash,
  nameOf: (index: number) => string,
): { readonly what: string; readonly how: string } {
  const what = `${nameOf(holder)} and ${nameOf(later)} both want the ${station} ${inSeconds < 1 ? "now" : `in ${formatClock(inSeconds)}`}.`;
  const alternates = canAlternate ? `, alternates with ${nameOf(holder)}` : "";
  const waits = `${nameOf(later)} waits about ${formatClock(waitSeconds)}${alternates}, or swaps the exercise.`;
  if (!swap) return { what, how: waits };
  const wait = swap.waitSeconds < 1 ? "nobody waits" : `the wait is ${formatClock(swap.waitSeconds)}`;
  return { what, how: `${nameOf(swap.lane)} does ${listed(swap.firstLetters)} before ${swap.thenLetter}: ${wait}.` };
}
