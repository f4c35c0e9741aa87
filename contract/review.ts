/** Planned against done, and what each lift's rule says next. */
import {
  addDays,
  allBlocks,
  buildableLoads,
  curveKg,
  type Exercise,
  type Exposure,
  exerciseOrThrow,
  exposuresOf,
  foldEvents,
  type LiftRecord,
  liftRecord,
  type NextPrescription,
  nextPrescription,
  type PerformedSession,
  type PerformedSet,
  type Slot,
  slotLabels,
  suggestedRule,
  targetsOf,
  type WorkSet,
} from "../core";
import { catalogueIn } from "./catalogue";
import type { ReviewView } from "./views";

export interface ReviewedSet {
  readonly set: WorkSet;
  readonly done: PerformedSet | null;
  readonly skipped: boolean;
}

export interface ReviewedLift {
  readonly slot: Slot;
  readonly label: string;
  readonly exercise: Exercise;
  readonly sets: readonly (ReviewedSet | null)[];
  /** Exposures of the lift, oldest first, this session's last when it was trained. */
  readonly exposures: readonly Exposure[];
  readonly record: LiftRecord;
  readonly next: NextPrescription | null;
  readonly trainedToday: boolean;
}

export interface Review {
  readonly performed: PerformedSession;
  readonly lifts: readonly ReviewedLift[];
  readonly doneSets: number;
  readonly plannedSets: number;
}

/** Everything the review screen says, for a session that was shown on a floor. */
export function reviewSession(view: ReviewView): Review | null {
  const { shown, context } = view;
  if (!shown) return null;
  const catalogue = catalogueIn(shown.exercises ?? context.exercises);
  const performed = foldEvents(view.events);
  const aims = Object.fromEntries(
    Object.entries(shown.loads).flatMap(([id, load]) => (load.aimReps === null ? [] : [[id, load.aimReps]])),
  );
  const today = exposuresOf(
    { sessionId: context.sessionId, date: shown.date, document: shown.document, bodyMassKg: shown.bodyMassKg, aims },
    performed,
    catalogue,
    shown.settings,
  );
  const labels = slotLabels(shown.document);
  const lifts = allBlocks(shown.document).flatMap((block) =>
    block.slots.map((slot): ReviewedLift => {
      const exercise = exerciseOrThrow(catalogue, slot.exerciseId);
      const known = context.lifts.find((lift) => lift.lineage === slot.lineage);
      const before = known?.exposures ?? [];
      const mine = today.get(slot.lineage);
      const exposures = mine ? [...before, mine.exposure] : before;
      const record = liftRecord(exposures, shown.settings, known?.tested);
      return {
        slot,
        label: labels.get(slot.id) ?? "",
        exercise,
        sets: slot.sets.map(
          (set) => set && { set, done: performed.sets.get(set.id) ?? null, skipped: performed.skipped.has(set.id) },
        ),
        exposures,
        record,
        next: nextOf(view, slot, exercise, record),
        trainedToday: mine !== undefined,
      };
    }),
  );
  const all = lifts.flatMap((lift) => lift.sets.filter((one) => one !== null));
  return { performed, lifts, doneSets: all.filter((one) => one.done).length, plannedSets: all.length };
}

function nextOf(view: ReviewView, slot: Slot, exercise: Exercise, record: LiftRecord): NextPrescription | null {
  const { context, shown } = view;
  const targets = targetsOf(slot);
  if (targets.length === 0) return null;
  return nextPrescription(context.rules[slot.id] ?? suggestedRule(targets), targets, record.exposures, {
    exercise,
    loads: buildableLoads(exercise, context.gym.equipment, slot.setup),
    settings: shown!.settings,
    date: addDays(context.date, 7),
    e1rmKg: record.e1rmKg,
    curve: record.curve,
    toCurveKg: (kg) => curveKg(exercise, kg, context.bodyMassKg, shown!.settings, slot.setup),
    policy: context.client.rounding,
  });
}
