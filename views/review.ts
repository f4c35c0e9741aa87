/** Planned against done, and what each lift's rule says next. */

import { type ShownContent, shownSession } from "../contract/shown";
import {
  addDays,
  allBlocks,
  type DoneSet,
  type Exercise,
  type Exposure,
  exerciseOrThrow,
  firstOf,
  foldEvents,
  type LiftRecord,
  liftRecord,
  type NextPrescription,
  nextOfLift,
  occurrenceKey,
  type PerformedSession,
  placeOf,
  projectSession,
  type SessionSummary,
  type Slot,
  setInRound,
  setsAt,
  slotLabels,
  type WorkSet,
  withBlocksAdded,
} from "../core";
import { floorChanges } from "./floor-changes";
import type { ReviewView } from "./views";

export interface ReviewedSet {
  readonly set: WorkSet;
  readonly round: number;
  /** What was done of it: one set, or its mini-sets and those that were added. */
  readonly done: readonly DoneSet[];
  /** Left out on purpose, with the reason that was given, which may be none; null: it was not. */
  readonly leftOut: string | null;
  /** How much of it was done: by reps where reps were asked, or a total of them; 1 is all. */
  readonly share: number;
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
  /** The document that was on the screen last. */
  readonly shown: ShownContent;
  readonly summary: SessionSummary;
  readonly lifts: readonly ReviewedLift[];
  /** What went otherwise and was said so on the floor. */
  readonly changes: readonly string[];
}

/** Everything the review screen says, for a session that was shown on a floor; each set against the document it names. */
export function reviewSession(view: ReviewView): Review | null {
  const { context, events } = view;
  const last = view.shown[events.at(-1)?.shownHash ?? ""];
  if (!last) return null;
  const shown = withBlocksAdded(last, foldEvents(events));
  const byHash = new Map(Object.entries(view.shown).map(([hash, content]) => [hash, shownSession(content)]));
  const { performed, exposures: today, summary } = projectSession(context.sessionId, events, byHash);
  const labels = slotLabels(shown.document);
  const { catalogue } = shownSession(shown);
  const lifts = allBlocks(shown.document).flatMap((block) =>
    block.slots.map((slot): ReviewedLift => {
      const exercise = exerciseOrThrow(catalogue, slot.exerciseId);
      const known = context.lifts.find((lift) => lift.lineage === slot.lineage);
      const mine = today.filter((one) => one.lineage === slot.lineage).map((one) => one.exposure);
      const exposures = [...(known?.exposures ?? []), ...mine];
      const record = liftRecord(exposures, shown.settings, known?.strengths);
      return {
        slot,
        label: labels.get(slot.id) ?? "",
        exercise,
        sets: reviewedSets(slot, performed, shown),
        exposures,
        record,
        next: nextOfLift({ block, slot }, exercise, record, {
          gym: context.gym.equipment,
          settings: shown.settings,
          bodyMassKg: context.bodyMassKg,
          policy: context.client.rounding,
          calendar: { date: addDays(context.date, 7), purpose: "training", planWeek: null },
        }),
        trainedToday: mine.length > 0,
      };
    }),
  );
  return { performed, shown, summary, lifts, changes: floorChanges(performed, shownSession(shown)) };
}

/** A slot's sets by round, and the rounds that were done beyond those it lists. */
function reviewedSets(slot: Slot, performed: PerformedSession, shown: ShownContent): (ReviewedSet | null)[] {
  const rounds = [...performed.sets.values()].filter((set) => set.slotId === slot.id).map((set) => set.round + 1);
  const count = Math.max(slot.sets.length, ...rounds);
  return Array.from({ length: count }, (_, round) => {
    const set = setInRound(slot, round);
    if (!set) return null;
    const done = setsAt(performed, slot.id, round);
    const leftOut = performed.skipped.get(occurrenceKey(placeOf(slot.id, round))) ?? null;
    return { set, round, done, leftOut, share: shareDone(set, done, shown) };
  });
}

function shareDone(set: WorkSet, done: readonly DoneSet[], shown: ShownContent): number {
  const [first] = done[0]?.segments ?? [];
  if (!first) return 0;
  const { amount, id } = firstOf(set.segments);
  if (set.stop.kind === "repTotal") {
    const parts = done.flatMap(({ segments }) => segments);
    return parts.reduce((sum, part) => sum + part.reps + (part.rightReps ?? 0), 0) / set.stop.total;
  }
  if (amount.kind !== "reps") return 1;
  return Math.min(first.reps, first.rightReps ?? first.reps) / Math.max(1, shown.loads[id]?.aimReps ?? amount.reps.low);
}

/** What of a session's time is not counted in its minutes, in words; empty where all of it is. */
export function leftOpenWords({ leftOpenMinutes: open = 0 }: Pick<SessionSummary, "leftOpenMinutes">): string {
  if (open === 0) return "";
  // No session lasts a day: an entry says so whose device had another year.
  if (open >= 1440) return ", without an entry that a wrong clock has dated";
  return `, and ${open < 60 ? "" : `${Math.floor(open / 60)} h `}${open % 60} min left open`;
}
