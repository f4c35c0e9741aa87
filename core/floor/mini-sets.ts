/**
 * A rep goal on the floor, a mini-set at a time: what is still to do of it, and the round of a block as the mini-set that is
 * next. Goals that stand in a round with other lifts are done whole.
 */
import type { RunRest } from "../session";
import type { RunMove, SetWork, WorkPiece } from "../time";
import { type DoneSet, occurrenceKey, type PerformedSession, placeOf } from "./events";

/** A goal of reps as it stands before a mini-set. */
export interface RepGoal {
  /** This client's part of it: half of a shared one. */
  readonly total: number;
  readonly done: number;
}

/** What a round of a block is to the goal in it. */
interface RoundOfGoal {
  readonly key: string;
  readonly round: number;
  readonly ordinal: number;
  readonly moves: readonly RunMove[];
  readonly rest: RunRest | null;
  readonly goal: RepGoal | null;
}

/**
 * The mini-sets of a goal as rounds of their own: those that were done, and the one that is next where reps are left and nobody
 * has ended it. Any other round as it is.
 */
export function miniSetRounds<Round extends RoundOfGoal>(
  blockRound: Round,
  { sets, skipped }: Pick<PerformedSession, "sets" | "skipped">,
): Round[] {
  const [move, ...others] = blockRound.moves;
  if (!move || others.length > 0 || move.set.stop.kind !== "repTotal") return [blockRound];
  const { stop } = move.set;
  const keyOf = (ordinal: number) => occurrenceKey(placeOf(move.slot.id, blockRound.round, ordinal));
  const { groups, rest } = groupsOf(move.work);
  const total = stop.shared ? Math.ceil(stop.total / 2) : stop.total;
  const rounds: Round[] = [];
  let done = 0;
  for (let ordinal = 0; done < total; ordinal++) {
    const logged = sets.get(keyOf(ordinal));
    const planned = groups[ordinal] ?? groups[0];
    if (!planned) return [blockRound];
    const work = limitedTo(planned, total - done);
    const doneAfter = done + (logged ? repsTowardGoal(logged) : repsIn(work));
    rounds.push({
      ...blockRound,
      key: ordinal === 0 ? blockRound.key : `${blockRound.key}~${ordinal}`,
      ordinal,
      moves: [{ ...move, work }],
      goal: { total, done },
      // After the last mini-set comes the rest of the block's round.
      rest: doneAfter >= total ? blockRound.rest : (rest ?? blockRound.rest),
    });
    // One that is left out ends the goal; one that is open is the last that is known of.
    if (!logged || skipped.has(keyOf(ordinal))) return rounds;
    done = doneAfter;
  }
  return rounds;
}

/** The pieces of each planned mini-set, and the rest between two of them. */
function groupsOf({ pieces }: SetWork): {
  readonly groups: readonly SetWork["pieces"][];
  readonly rest: RunRest | null;
} {
  const groups: SetWork["pieces"][number][][] = [[]];
  let rest: RunRest | null = null;
  for (const piece of pieces) {
    if (piece.kind === "rest" && piece.reason === "mini-set") {
      rest ??= { seconds: piece.seconds, why: piece.assumed ? "assumed" : "written" };
      groups.push([]);
    } else groups.at(-1)?.push(piece);
  }
  return { groups: groups.filter((group) => group.length > 0), rest };
}

/** Reps of a set toward a goal: of two sides the more. */
export const repsTowardGoal = ({ segments }: Pick<DoneSet, "segments">): number =>
  segments.reduce((sum, { reps, rightReps }) => sum + Math.max(reps, rightReps ?? 0), 0);

/** Of alternating sides both are counted in a piece, of each side in turn the first. */
const countOf = ({ side, reps }: WorkPiece): number =>
  side === "right" ? 0 : side === "alternating" ? reps / 2 : reps;

const repsIn = ({ pieces }: Pick<SetWork, "pieces">): number =>
  pieces.reduce((sum, piece) => sum + (piece.kind === "work" ? countOf(piece) : 0), 0);

/** A mini-set with no more reps than are left, each side by itself; parts of which none are left go. */
function limitedTo(pieces: SetWork["pieces"], left: number): SetWork {
  const leftOf = new Map<string, number>();
  const kept = pieces.flatMap((piece): SetWork["pieces"] => {
    if (piece.kind === "rest") return [piece];
    const times = piece.side === "alternating" ? 2 : 1;
    const most = leftOf.get(piece.side) ?? left;
    const reps = Math.min(piece.reps / times, most);
    leftOf.set(piece.side, most - reps);
    if (reps <= 0) return [];
    return [{ ...piece, reps: reps * times, seconds: (piece.seconds * reps * times) / piece.reps }];
  });
  return { pieces: kept, seconds: kept.reduce((sum, { seconds }) => sum + seconds, 0), conflict: null };
}
