/** A simulated lifter performs rounds as the floor would log them: rehearsal, demo history, tests. */
import { exerciseOrThrow } from "../exercise";
import type { SimulatedLifter } from "../forecast";
import { foundIn } from "../lists";
import { buildableLoads, curveKg, prescribedFromCurve, roundToBuildable } from "../load";
import type { FormReport } from "../session";
import { secondsOfMoves, type WorkPiece, warmUpLength } from "../time";
import { asPlanned } from "./as-planned";
import { type BlockRound, blockRoundsOf } from "./block-rounds";
import type { PerformedSegment, PerformedSet } from "./events";
import { signedKg } from "./performed";
import { type ShownSession, workContextOf } from "./shown";

interface RoundBefore {
  /** Seconds that were rested before the round; null: it is a block's first. */
  readonly restSeconds: number | null;
  /** Loads that nobody wrote are found, whatever was shown: it is the first time. */
  readonly findsLoads: boolean;
}

/** What a lifter makes of a round: a set for each of its moves, with what is reported of it. */
export function performRound(
  blockRound: BlockRound,
  shown: ShownSession,
  lifter: SimulatedLifter,
  { restSeconds, findsLoads }: RoundBefore,
): PerformedSet[] {
  const planned = asPlanned(blockRound, shown, restSeconds);
  return blockRound.moves.flatMap((move) => {
    const done: PerformedSet[] = [];
    for (const piece of move.work.pieces) {
      if (piece.kind === "rest") {
        lifter.rest(piece.seconds);
        continue;
      }
      const answer = performPiece(piece, move.slot.exerciseId, shown, lifter, findsLoads);
      // Each mini-set of a rep goal begins with the set's first part again.
      const isNew = done.length === 0 || (move.set.stop.kind === "repTotal" && piece.segment === move.set.segments[0]);
      const before = isNew
        ? foundIn(planned, (one) => one.slotId === move.slot.id && one.ordinal === blockRound.ordinal + done.length)
        : done.pop()!;
      done.push(withPart(before, answer, isNew, piece));
    }
    if (move.transition) lifter.rest(move.transition.seconds);
    return done;
  });
}

interface Answer {
  readonly part: PerformedSegment;
  readonly rir: number | null;
  readonly form: FormReport;
  readonly pain: number;
}

/** So much in reserve is left where somebody looks for a load. */
const FOUND_WITH_LEFT = 5;

function performPiece(
  { segment, side, reps: planned }: WorkPiece,
  slotExerciseId: string,
  shown: ShownSession,
  lifter: SimulatedLifter,
  findsLoads: boolean,
): Answer {
  const { settings, bodyMassKg, catalogue, equipment } = shown;
  const exercise = exerciseOrThrow(catalogue, segment.exerciseId ?? slotExerciseId);
  const load = shown.loads[segment.id];
  const { amount } = segment;
  const asked = amount.kind === "reps" ? (load?.aimReps ?? amount.reps.low) : null;
  const timed = amount.kind === "seconds" || amount.kind === "hold" ? amount.seconds : null;
  const metres = amount.kind === "metres" ? amount.metres : null;
  const isCounted = timed === null && metres === null;
  let found: Pick<PerformedSegment, "load" | "sign">;
  if (!load || load.kg === null || (findsLoads && segment.load.kind === "unsaid" && isCounted)) {
    const fresh = lifter.freshLoad(exercise, asked ?? 10, FOUND_WITH_LEFT);
    const wanted = prescribedFromCurve(exercise, fresh, bodyMassKg, settings) ?? 0;
    const built = roundToBuildable(buildableLoads(exercise, equipment), wanted, "nearest");
    found = { load: built && built.kg !== 0 ? built.weight : null, sign: (built?.kg ?? 0) < 0 ? -1 : 1 };
  } else found = { load: load.weight, sign: load.sign };
  const part = { segmentId: segment.id, exerciseId: exercise.id, ...found, rightReps: null, seconds: timed, metres };
  if (!isCounted) return { part: { ...part, reps: 0 }, rir: null, form: "held", pain: 0 };
  const curve = curveKg(exercise, signedKg(found), bodyMassKg, settings) ?? 1;
  const worked = side === "left" || side === "right" ? side : "both";
  const isGoal = amount.kind === "maxReps";
  const answer = lifter.perform({ exercise, curveKg: curve, reps: isGoal ? planned : asked, side: worked });
  return { part: { ...part, reps: answer.reps }, rir: answer.rir, form: answer.form, pain: answer.pain };
}

const WORSE = ["held", "slipped", "broke"] as const;
const worse = (a: FormReport, b: FormReport): FormReport => WORSE[Math.max(WORSE.indexOf(a), WORSE.indexOf(b))]!;

/** A set with one more part, or with the other side of a part that it has. */
function withPart(
  set: PerformedSet,
  { part, rir, form, pain }: Answer,
  isNew: boolean,
  { side }: WorkPiece,
): PerformedSet {
  const before = isNew ? [] : set.segments;
  const segments =
    side === "right"
      ? before.map((one) => (one.segmentId === part.segmentId ? { ...one, rightReps: part.reps } : one))
      : [...before, part];
  const known = isNew ? null : set.rir;
  return {
    ...set,
    segments,
    rir: known === null ? rir : rir === null ? known : Math.min(known, rir),
    form: isNew ? form : worse(set.form, form),
    pain: isNew ? pain : Math.max(set.pain, pain),
  };
}

type Ramps = Readonly<Record<string, readonly { readonly reps: number }[]>>;

/** Seconds until the first set of a block: the way to its station, beside its warm-up sets. */
const PREPARE_SECONDS = 60;

/** What a block's warm-up sets take, in seconds. */
export const rampSeconds = ({ moves }: BlockRound, ramps: Ramps, { settings }: ShownSession): number =>
  moves
    .flatMap(({ slot }) => ramps[slot.id] ?? [])
    .reduce((sum, { reps }) => sum + reps * settings.untempoedRepSeconds + settings.rampRestSeconds, 0);

export interface SimulatedRound {
  readonly blockRound: BlockRound;
  /** From the session's begin, in seconds. */
  readonly workStartsSeconds: number;
  readonly doneSeconds: number;
  readonly sets: readonly PerformedSet[];
}

export interface SimulatedRun {
  /** When the first block is gone to: the warm-up is over. */
  readonly startsSeconds: number;
  readonly rounds: readonly SimulatedRound[];
  readonly endSeconds: number;
}

/** A whole session as a lifter performs it, with the rests that are asked; `wants` says which rounds are done. */
export function simulateRun(
  shown: ShownSession,
  ramps: Ramps,
  lifter: SimulatedLifter,
  {
    findsLoads = false,
    wants = () => true,
  }: {
    readonly findsLoads?: boolean;
    readonly wants?: (blockRound: BlockRound) => boolean;
  } = {},
): SimulatedRun {
  const startsSeconds = warmUpLength(shown.document, shown.settings);
  let clock = startsSeconds;
  let restSeconds: number | null = null;
  const walked = blockRoundsOf(shown.document, workContextOf(shown)).filter(wants);
  const rounds = walked.map((blockRound, index): SimulatedRound => {
    if (walked[index - 1]?.block !== blockRound.block) {
      lifter.rest(PREPARE_SECONDS);
      clock += PREPARE_SECONDS + rampSeconds(blockRound, ramps, shown);
      restSeconds = null;
    }
    const workStartsSeconds = clock;
    const sets = performRound(blockRound, shown, lifter, { restSeconds, findsLoads });
    clock += secondsOfMoves(blockRound.moves);
    const doneSeconds = clock;
    restSeconds = blockRound.rest?.seconds ?? null;
    if (restSeconds !== null) lifter.rest(restSeconds);
    clock += restSeconds ?? 0;
    return { blockRound, workStartsSeconds, doneSeconds, sets };
  });
  return { startsSeconds, rounds, endSeconds: clock };
}
