/** One lift in one week, and what a planned session adds to its week. */
import { catalogueIn } from "../contract/catalogue";
import {
  type CountContext,
  expandSession,
  identityCache,
  type MuscleLoads,
  type PlanDocument,
  type PlannedLift,
  type ProjectContext,
  type ProjectedSession,
  phaseOfWeek,
  plannedLifts,
  type SessionVolume,
  type Slot,
  sessionVolume,
  type Timeline,
  withVolumeLoad,
} from "../core";
import type { WeeksView } from "./weeks-context";

/** `underWay`: of a session that has begun and is not ended, a lift that was not trained yet. */
export type CellState = "done" | "missed" | "planned" | "underWay" | "away" | "leftOut";

export interface WeekCell {
  readonly week: number;
  readonly dayId: string;
  readonly state: CellState;
  /** Working sets, done or asked. */
  readonly sets: number;
  /** Reps of each, where they are known. */
  readonly reps: readonly (number | null)[];
  /** The heaviest set's load as it is loaded; null: not known. */
  readonly topKg: number | null;
  /** The same as a share of the e1RM, 0–1.3; null without a record. */
  readonly share: number | null;
  /** Changed by hand for this week. */
  readonly isChanged: boolean;
  /** The lift as it would be asked; null where the week has gone by. */
  readonly lift: PlannedLift | null;
  readonly date: string;
}

interface PlannedVolume {
  readonly muscles: MuscleLoads;
  readonly minutes: number;
  readonly volumeLoadKg: number;
}

const volumes = identityCache<PlannedVolume>();

export const plannedVolume = (session: ProjectedSession, view: WeeksView): PlannedVolume =>
  volumes(session.resolved, [view.exercises, view.settings], () => volumeOf(session, view));

interface Counted {
  readonly timeline: Timeline;
  readonly volume: SessionVolume;
}

/** Of a session's document as its weeks have it: all but the loads. */
const counts = identityCache<Counted>();

function countedOf({ document, ramps }: ProjectedSession["resolved"], context: CountContext): Counted {
  // Only the reps of the ramps differ from week to week.
  const rampReps = [...ramps].map(([slotId, sets]) => `${slotId} ${sets.map(({ reps }) => reps).join()}`).join(";");
  return counts(document, [rampReps, context.catalogue, context.settings], () => {
    const timeline = expandSession(document, {
      ...context,
      rampReps: (slot) => ramps.get(slot.id)?.map((set) => set.reps) ?? [],
    });
    return { timeline, volume: sessionVolume(timeline, context) };
  });
}

function volumeOf({ resolved }: ProjectedSession, view: WeeksView): PlannedVolume {
  const context = { catalogue: catalogueIn(view.exercises), settings: view.settings };
  const { timeline, volume } = countedOf(resolved, context);
  const effectiveKg = (id: string) => resolved.loads.get(id)?.effectiveKg ?? null;
  const { muscles, exercises } = withVolumeLoad(volume, timeline, { ...context, effectiveKg });
  const volumeLoadKg = [...exercises.values()].reduce((sum, one) => sum + one.volumeLoadKg, 0);
  return { muscles, minutes: timeline.seconds / 60, volumeLoadKg };
}

const lifts = identityCache<ReadonlyMap<string, PlannedLift>>();

const liftsOf = (session: ProjectedSession, context: ProjectContext): ReadonlyMap<string, PlannedLift> =>
  lifts(session.resolved, [], () => new Map(plannedLifts(session, context).map((lift) => [lift.slot.id, lift])));

const cells = identityCache<WeekCell>();

export function plannedCell(
  session: ProjectedSession,
  slot: Slot,
  context: ProjectContext,
  isChanged: boolean,
): WeekCell | null {
  const lift = liftsOf(session, context).get(slot.id);
  if (!lift) return null;
  const { dayId, week, date, isAway } = session;
  return cells(lift, [isChanged, dayId, week, date, isAway], () => cellOf(lift, session, isChanged));
}

function cellOf(lift: PlannedLift, session: ProjectedSession, isChanged: boolean): WeekCell {
  const loads = lift.sets.flatMap(({ kg }) => (kg === null ? [] : [kg]));
  const shares = lift.sets.flatMap(({ shareOfE1rm }) => (shareOfE1rm === null ? [] : [shareOfE1rm]));
  return {
    isChanged,
    week: session.week,
    dayId: session.dayId,
    state: session.isAway ? "away" : "planned",
    sets: lift.sets.length,
    reps: lift.sets.map(({ reps }) => reps),
    topKg: loads.length > 0 ? Math.max(...loads) : null,
    share: shares.length > 0 ? Math.max(...shares) : null,
    lift,
    date: session.date,
  };
}

/** Whether a patch touches a lift in a week. */
export function changes(patch: PlanDocument["patches"][number], slot: Slot, week: number, plan: PlanDocument): boolean {
  const { span } = patch;
  // A change from a week on has its mark where it begins.
  const holds = span.kind === "phase" ? phaseOfWeek(plan, week)?.id === span.phaseId : span.week === week;
  if (!holds) return false;
  const ids = new Set([
    slot.id,
    ...slot.sets.flatMap((set) => (set ? [set.id, ...set.segments.map(({ id }) => id)] : [])),
  ]);
  return patch.edits.some((edit) => Object.values(edit).some((value) => typeof value === "string" && ids.has(value)));
}
