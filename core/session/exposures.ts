/** From what was shown and what was done to what each lift's record reads. */
import { type Catalogue, exerciseOrThrow } from "../exercise/exercise";
import { curveKg } from "../load/effective";
import type { Exposure, LoggedSet } from "../log";
import type { Settings } from "../settings";
import { round, toKg } from "../units";
import type { PerformedSegment, PerformedSession, PerformedSet } from "./events";
import { allBlocks, type SessionDocument, type Slot, type WorkSet } from "./grammar";

export interface ShownSession {
  readonly sessionId: string;
  readonly date: string;
  readonly document: SessionDocument;
  readonly bodyMassKg: number | null;
  /** Reps that were aimed at, by segment, where progression chose inside a range. */
  readonly aims: Readonly<Record<string, number>>;
}

/** One exposure for each lineage that was trained, by lineage. */
export function exposuresOf(
  shown: ShownSession,
  performed: PerformedSession,
  catalogue: Catalogue,
  settings: Settings,
): Map<string, { readonly slot: Slot; readonly exposure: Exposure }> {
  const result = new Map<string, { slot: Slot; exposure: Exposure }>();
  const trained = new Set<string>();
  for (const block of allBlocks(shown.document)) {
    for (const slot of block.slots) {
      const sets: LoggedSet[] = [];
      slot.sets.forEach((set, index) => {
        const done = set && performed.sets.get(set.id);
        // A set of another exercise, swapped in on the floor, is not this lift's record.
        if (!set || !done || (done.segments[0] && done.segments[0].exerciseId !== firstExercise(slot, set))) return;
        const isFirst = sets.length === 0;
        sets.push(
          loggedSet(
            slot,
            set,
            done,
            index,
            isFirst && !overlaps(slot, trained, catalogue),
            shown,
            catalogue,
            settings,
            {
              alone: block.slots.length === 1 && slot.laterality === "both",
              isFirst,
            },
          ),
        );
      });
      if (sets.length > 0 && !result.has(slot.lineage)) {
        const plannedSets = slot.sets.filter((set) => set?.role === "working").length;
        result.set(slot.lineage, {
          slot,
          exposure: { date: shown.date, sessionId: shown.sessionId, plannedSets, sets },
        });
      }
    }
    for (const slot of block.slots) {
      if (!slot.sets.some((set) => set && performed.sets.has(set.id))) continue;
      const { shares } = exerciseOrThrow(catalogue, slot.exerciseId);
      for (const [region, share] of Object.entries(shares)) if (share === 1) trained.add(region);
    }
  }
  return result;
}

const firstExercise = (slot: Slot, set: WorkSet): string => set.segments[0]!.exerciseId ?? slot.exerciseId;

/** Whether a prime mover of the lift was worked directly in an earlier block of the session. */
function overlaps(slot: Slot, trained: ReadonlySet<string>, catalogue: Catalogue): boolean {
  const { shares } = exerciseOrThrow(catalogue, slot.exerciseId);
  return Object.entries(shares).some(([region, share]) => share === 1 && trained.has(region));
}

function loggedSet(
  slot: Slot,
  set: WorkSet,
  done: PerformedSet,
  index: number,
  fresh: boolean,
  shown: ShownSession,
  catalogue: Catalogue,
  settings: Settings,
  place: { readonly alone: boolean; readonly isFirst: boolean },
): LoggedSet {
  const first = done.segments[0];
  const planned = set.segments[0]!;
  const loadKg = first ? signedKg(first) : 0;
  const exercise = exerciseOrThrow(catalogue, first?.exerciseId ?? slot.exerciseId);
  const aim = shown.aims[planned.id];
  const asked = planned.amount.kind === "reps" ? planned.amount.reps : null;
  return {
    setId: set.id,
    round: index,
    loadKg,
    curveKg: first ? curveKg(exercise, loadKg, shown.bodyMassKg, settings, slot.setup) : null,
    reps: first ? Math.min(first.reps, first.rightReps ?? first.reps) : 0,
    totalReps: done.segments.reduce((total, segment) => total + segment.reps + (segment.rightReps ?? 0), 0),
    seconds: first?.seconds ?? null,
    rir: done.rir,
    form: done.form,
    pain: done.pain,
    target: asked && { low: Math.min(asked.low, aim ?? asked.low), high: asked.high },
    targetRir: planned.rir ? (planned.rir.low + planned.rir.high) / 2 : null,
    working: set.role === "working",
    restBeforeSeconds: place.alone && !place.isFirst && set.segments.length === 1 ? done.restSeconds : null,
    fresh,
  };
}

/** The load of a performed segment as a prescribed figure: negative for assistance, 0 for the body alone. */
export const signedKg = (segment: PerformedSegment): number =>
  segment.load ? round(segment.sign * toKg(segment.load), 3) : 0;
