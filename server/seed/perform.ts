/** A simulated lifter performs a session as the floor would log it: round by round, each kept when its rest starts. */
import { shownSession } from "../../contract";
import {
  asPlanned,
  type BlockRound,
  blockRoundsOf,
  buildableLoads,
  type CheckIn,
  curveKg,
  decimal,
  directRegions,
  EVENT_VERSION,
  exerciseOrThrow,
  type FloorEvent,
  type FloorEventBody,
  type FormReport,
  foundIn,
  type PerformedSegment,
  type PerformedSet,
  prescribedFromCurve,
  REGIONS,
  roundToBuildable,
  type ShownSession,
  type SimulatedLifter,
  signedKg,
  type WorkPiece,
  warmUpLength,
  workContextOf,
} from "../../core";
import { computeSession } from "../../views";
import { keepProjection } from "../context/projecting";
import { loadSession } from "../context/session";
import { showSession } from "../context/showing";
import { studioOf } from "../context/studio";
import { newId, type Scope, type Transaction } from "../db";
import * as db from "../db/queries";
import { storeEvents } from "../usecases/floor";

export interface Day {
  /** When it begins. */
  readonly atMs: number;
  /** Weeks since the history began, in fractions. */
  readonly weeks: number;
  /** A load of the first set is typed ten times too heavy. */
  readonly slips: boolean;
}

const PREPARE_SECONDS = 60;

export async function performSession(
  tx: Transaction,
  scope: Scope,
  sessionId: string,
  lifter: SimulatedLifter,
  day: Day,
): Promise<void> {
  const loaded = await loadSession(tx, sessionId, day.atMs);
  if (!loaded) throw new Error("the session to be performed is not there");
  const { row, document, context } = loaded;
  const { content, hash } = showSession(context, computeSession(document, context));
  await db.putShown(tx, { studioId: scope.studioId, sessionId, clientId: row.clientId, hash, content });
  const startMs = day.atMs;
  const events: FloorEvent[] = [];
  const log = (seconds: number, body: FloorEventBody) => {
    const atMs = startMs + Math.round(seconds) * 1000;
    events.push({ id: newId(), version: EVENT_VERSION, sessionId, atMs, clocks: null, shownHash: hash, body });
  };
  const { hardest, endSeconds } = perform(shownSession(content), content.ramps, lifter, day, log);
  log(endSeconds + 120, { kind: "ended", sessionRpe: hardest, note: "" });
  const stored = await storeEvents(tx, scope, { sessionId, events, nowMs: startMs + (endSeconds + 120) * 1000 });
  if (stored.kind !== "ok" || stored.value.refused.length > 0) throw new Error(JSON.stringify(stored));
  await db.takeUnprojected(tx, sessionId);
  await keepProjection(tx, row, await studioOf(tx));
}

/** Every fourth day or so somebody comes sore and short of sleep; by the date, so that no draw of the lifter's is used up. */
function checkInOn({ date, document, catalogue }: ShownSession): CheckIn {
  const day = Math.round(Date.parse(date) / 86_400_000);
  if (day % 4 !== 0) return { sleep: day % 7 === 0 ? "fair" : "well", sore: [] };
  const [first] = document.blocks[0]?.slots ?? [];
  const region = first && directRegions(exerciseOrThrow(catalogue, first.exerciseId))[0];
  return { sleep: "badly", sore: region ? [{ muscle: REGIONS[region].muscle, level: day % 3 === 0 ? 2 : 1 }] : [] };
}

type Ramps = Readonly<Record<string, readonly { readonly reps: number }[]>>;

function perform(
  shown: ShownSession,
  ramps: Ramps,
  lifter: SimulatedLifter,
  day: Day,
  log: (seconds: number, body: FloorEventBody) => void,
): { hardest: number; endSeconds: number } {
  lifter.startDay(day.weeks);
  const { settings } = shown;
  const blockRounds = blockRoundsOf(shown.document, workContextOf(shown));
  const lastBlock = blockRounds.at(-1)?.block;
  // On a short day the last block is left out.
  const walked =
    lifter.shows() || blockRounds[0]?.block === lastBlock
      ? blockRounds
      : blockRounds.filter(({ block }) => block !== lastBlock);
  let clock = warmUpLength(shown.document, settings);
  log(clock, { kind: "checkIn", checkIn: checkInOn(shown) });
  log(clock, { kind: "started" });
  let hardest = 5;
  let rested: number | null = null;
  for (const [index, blockRound] of walked.entries()) {
    const isFirstOfBlock = walked[index - 1]?.block !== blockRound.block;
    if (isFirstOfBlock) {
      lifter.rest(PREPARE_SECONDS);
      clock += PREPARE_SECONDS + rampSeconds(blockRound, ramps, shown);
      rested = null;
    }
    const slips = day.slips && index === 0;
    const sets = performChain(blockRound, shown, lifter, rested, day.weeks < 1, slips);
    clock += blockRound.moves.reduce((sum, move) => sum + move.work.seconds + (move.transition?.seconds ?? 0), 0);
    log(clock, { kind: "setsDone", sets });
    if (sets.some((set) => set.rir !== null && set.rir <= 1)) hardest = 8;
    rested = blockRound.rest?.seconds ?? null;
    if (rested !== null) lifter.rest(rested);
    clock += rested ?? 0;
  }
  return { hardest, endSeconds: clock };
}

const rampSeconds = (blockRound: BlockRound, ramps: Ramps, { settings }: ShownSession): number =>
  blockRound.moves
    .flatMap(({ slot }) => ramps[slot.id] ?? [])
    .reduce((sum, { reps }) => sum + reps * settings.untempoedRepSeconds + settings.rampRestSeconds, 0);

function performChain(
  blockRound: BlockRound,
  shown: ShownSession,
  lifter: SimulatedLifter,
  rested: number | null,
  guess: boolean,
  slips: boolean,
): PerformedSet[] {
  const planned = asPlanned(blockRound, shown, rested);
  return blockRound.moves.flatMap((move) => {
    const done: PerformedSet[] = [];
    for (const piece of move.work.pieces) {
      if (piece.kind === "rest") {
        lifter.rest(piece.seconds);
        continue;
      }
      const answer = performPiece(piece, move.slot.exerciseId, shown, lifter, guess);
      const part = slips ? { ...answer.part, load: tenfold(answer.part.load) } : answer.part;
      // Each mini-set of a rep goal begins with the set's first part again.
      const isNew = done.length === 0 || (move.set.stop.kind === "repTotal" && piece.segment === move.set.segments[0]);
      const before = isNew
        ? foundIn(planned, (one) => one.slotId === move.slot.id && one.ordinal === done.length)
        : done.pop()!;
      done.push(withPart(before, part, answer, isNew, piece));
    }
    if (move.transition) lifter.rest(move.transition.seconds);
    return done;
  });
}

const tenfold = (load: PerformedSegment["load"]): PerformedSegment["load"] =>
  load && { ...load, amount: decimal(10 * Number(load.amount)) };

interface Answer {
  readonly part: PerformedSegment;
  readonly rir: number | null;
  readonly form: FormReport;
  readonly pain: number;
}

function performPiece(
  { segment, side, reps: planned }: WorkPiece,
  slotExerciseId: string,
  shown: ShownSession,
  lifter: SimulatedLifter,
  guess: boolean,
): Answer {
  const { settings, bodyMassKg, catalogue, equipment } = shown;
  const exercise = exerciseOrThrow(catalogue, segment.exerciseId ?? slotExerciseId);
  const load = shown.loads[segment.id]!;
  const { amount } = segment;
  const asked = amount.kind === "reps" ? (load.aimReps ?? amount.reps.low) : null;
  const timed = amount.kind === "seconds" || amount.kind === "hold" ? amount.seconds : null;
  const metres = amount.kind === "metres" ? amount.metres : null;
  const isCounted = timed === null && metres === null;
  let found: Pick<PerformedSegment, "load" | "sign">;
  if (load.kg === null || (guess && segment.load.kind === "unsaid" && isCounted)) {
    // The first time round the coach finds a load in the ramp.
    const wanted = prescribedFromCurve(exercise, lifter.freshLoad(exercise, asked ?? 10, 5), bodyMassKg, settings) ?? 0;
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
  part: PerformedSegment,
  { rir, form, pain }: Answer,
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
