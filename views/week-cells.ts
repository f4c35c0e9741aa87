/** One lift in one week, and what a planned session adds to its week. */
import { catalogueIn } from "../contract/catalogue";
import {
  type CountContext,
  expandSession,
  type MuscleLoads,
  type PlanDocument,
  type PlannedLift,
  type ProjectContext,
  type ProjectedSession,
  phaseOfWeek,
  plannedLifts,
  type SessionDocument,
  type SessionVolume,
  type Slot,
  sessionVolume,
  type Timeline,
  withVolumeLoad,
} from "../core";
import type { WeeksView } from "./weeks-context";

export type CellState = "done" | "missed" | "planned" | "away" | "leftOut";

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

const volumes = new WeakMap<ProjectedSession["resolved"], PlannedVolume>();

export function plannedVolume(session: ProjectedSession, view: WeeksView): PlannedVolume {
  let volume = volumes.get(session.resolved);
  if (!volume) {
    volume = volumeOf(session, view);
    volumes.set(session.resolved, volume);
  }
  return volume;
}

interface Counted {
  readonly key: string;
  readonly timeline: Timeline;
  readonly volume: SessionVolume;
}

/** Of a session's document as its weeks have it: all but the loads. */
const counted = new WeakMap<SessionDocument, Counted>();

function countedOf({ document, ramps }: ProjectedSession["resolved"], context: CountContext): Counted {
  // Only the reps of the ramps differ from week to week.
  const key = [...ramps].map(([slotId, sets]) => `${slotId} ${sets.map(({ reps }) => reps).join()}`).join(";");
  const known = counted.get(document);
  if (known?.key === key) return known;
  const timeline = expandSession(document, {
    ...context,
    rampReps: (slot) => ramps.get(slot.id)?.map((set) => set.reps) ?? [],
  });
  const one = { key, timeline, volume: sessionVolume(timeline, context) };
  counted.set(document, one);
  return one;
}

function volumeOf({ resolved }: ProjectedSession, view: WeeksView): PlannedVolume {
  const context = { catalogue: catalogueIn(view.exercises), settings: view.settings };
  const { timeline, volume } = countedOf(resolved, context);
  const effectiveKg = (id: string) => resolved.loads.get(id)?.effectiveKg ?? null;
  const { muscles, exercises } = withVolumeLoad(volume, timeline, { ...context, effectiveKg });
  const volumeLoadKg = [...exercises.values()].reduce((sum, one) => sum + one.volumeLoadKg, 0);
  return { muscles, minutes: timeline.seconds / 60, volumeLoadKg };
}

export const lifts = new WeakMap<ProjectedSession["resolved"], ReadonlyMap<string, PlannedLift>>();

function liftsOf(session: ProjectedSession, context: ProjectContext): ReadonlyMap<string, PlannedLift> {
  let known = lifts.get(session.resolved);
  if (!known) {
    known = new Map(plannedLifts(session, context).map((lift) => [lift.slot.id, lift]));
    lifts.set(session.resolved, known);
  }
  return known;
}

export const cells = new WeakMap<PlannedLift, WeekCell>();

export function plannedCell(
  session: ProjectedSession,
  slot: Slot,
  context: ProjectContext,
  isChanged: boolean,
): WeekCell | null {
  const lift = liftsOf(session, context).get(slot.id);
  if (!lift) return null;
  const known = cells.get(lift);
  const { dayId, week, date, isAway } = session;
  const isSame = known?.isChanged === isChanged && known.dayId === dayId && known.week === week && known.date === date;
  if (isSame && (known.state === "away") === isAway) return known;
  const cell = cellOf(lift, session, isChanged);
  cells.set(lift, cell);
  return cell;
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
