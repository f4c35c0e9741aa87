/** What is to be expected of a lift's next set after a rest that was a quarter off. docs/handbook.md#floor. */
import { exerciseOrThrow } from "../exercise";
import { firstOf } from "../lists";
import type { Span } from "../session";
import type { RunMove } from "../time";
import type { PerformedSession } from "./events";
import { type LifterNow, lastSetBefore, momentAfter, repsMade, reserveLeft } from "./moment";
import { type RestOff, restOff } from "./rest-kept";
import type { ShownSession } from "./shown";

export interface NextSetExpected extends RestOff {
  readonly askedReps: Span;
  readonly askedRir: Span | null;
  /** Reps that can be made in it, to failure, after the rest that was kept. */
  readonly expectedReps: number;
  /** The same after the rest that was asked. */
  readonly afterAskedRest: number;
}

interface NextSet {
  readonly move: Pick<RunMove, "slot" | "set">;
  readonly round: number;
  readonly ordinal: number;
  /** Reps as they stand on the screen, where they are other ones than the plan's. */
  readonly aimReps: number | null;
  readonly askedSeconds: number;
  readonly keptSeconds: number;
  /** What passed beside the rest since the lift's last set: the work of the others. */
  readonly betweenSeconds: number;
}

/** Null where the rest was as it was asked, or nothing is known of the lift in this session, or the set asks for no reps at a load. */
export function expectedAfterRest(
  { move: { slot, set }, round, ordinal, aimReps, askedSeconds, keptSeconds, betweenSeconds }: NextSet,
  performed: PerformedSession,
  shown: ShownSession,
  lifter: LifterNow,
): NextSetExpected | null {
  const off = restOff(askedSeconds, keptSeconds);
  const before = off && lastSetBefore({ slotId: slot.id, whose: "client", round, ordinal }, performed);
  const part = firstOf(set.segments);
  const load = shown.loads[part.id];
  if (!off || !before || set.stop.kind !== "segments" || part.amount.kind !== "reps" || load?.kg == null) return null;
  if (before.lifted.exerciseId !== load.exerciseId) return null;
  const span = part.amount.reps;
  const askedReps = aimReps === null ? span : { low: Math.min(aimReps, span.low), high: aimReps };
  const wantedRir = part.rir ? (part.rir.low + part.rir.high) / 2 : shown.settings.assumed.rir;
  const reps = repsMade(before.lifted);
  const moment = momentAfter(
    {
      exercise: exerciseOrThrow(shown.catalogue, load.exerciseId),
      setup: part.setup ?? slot.setup,
      side: slot.laterality === "both" ? "both" : "left",
      lifted: before.lifted,
      reps,
      left: reserveLeft(before.failed ? 0 : before.rir, reps, askedReps, wantedRir),
      before: null,
      askedReps,
      wantedRir,
      restSeconds: askedSeconds,
      betweenSeconds,
      restsAhead: 0,
    },
    shown,
    lifter,
  );
  if (!moment) return null;
  const next = { ...moment.same, kg: load.kg };
  return {
    ...off,
    askedReps,
    askedRir: part.rir,
    expectedReps: moment.repsAfter(next, keptSeconds),
    afterAskedRest: moment.repsAfter(next),
  };
}
