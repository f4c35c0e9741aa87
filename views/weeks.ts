/** A client's weeks: what was done of the plan, what is asked now, and what would be asked in the weeks ahead. */

import { catalogueIn, type StudioExercises } from "../contract/catalogue";
import {
  absenceOn,
  addDays,
  addLoads,
  allBlocks,
  allWorkingSets,
  type ClientLimit,
  type CountContext,
  carryMemory,
  comingDays,
  dateOfDay,
  type Exposure,
  equipmentOn,
  exerciseOrThrow,
  expandSession,
  firstOf,
  type GymEquipment,
  type LiftHistory,
  type MuscleLoads,
  mondayOf,
  movedSession,
  outOfOrderOn,
  type PlanDay,
  type PlanDocument,
  type PlannedLift,
  type PlanPhase,
  type ProjectContext,
  type ProjectedSession,
  patchDayId,
  phaseOfWeek,
  plannedLifts,
  planWeeks,
  projectPlan,
  type SessionDocument,
  type SessionState,
  type SessionSummary,
  type SessionVolume,
  type Settings,
  type Slot,
  sameValue,
  scheduledDays,
  sessionDay,
  sessionDaysOf,
  sessionLoad,
  sessionVolume,
  type Timeline,
  type WeekLoad,
  type WeightUnit,
  weekLoad,
  withVolumeLoad,
} from "../core";
import type { ClientName, KnownLift, LiftLog, SessionContext } from "./views";

/** A session of the plan that is a row: opened, sent or trained. */
export interface PlanSession {
  readonly id: string;
  readonly dayId: string;
  readonly week: number;
  readonly date: string;
  readonly state: SessionState;
  readonly wasSent: boolean;
  readonly summary: SessionSummary | null;
  /** Its document where it was changed at the desk and is not what the plan says. */
  readonly own: SessionDocument | null;
}

export interface WeeksView {
  readonly today: string;
  readonly settings: Settings;
  readonly exercises: StudioExercises;
  readonly clients: readonly ClientName[];
  readonly client: Pick<
    SessionContext["client"],
    "id" | "name" | "trainingAge" | "rounding" | "minutes" | "priorities"
  > & {
    readonly gymId: string | null;
    /** What masses are said in. */
    readonly unit: WeightUnit;
    readonly bodyMassKg: number | null;
    readonly limits: readonly ClientLimit[];
    readonly dislikes: readonly string[];
  };
  readonly gyms: readonly { readonly id: string; readonly name: string; readonly equipment: GymEquipment }[];
  readonly plans: readonly { readonly id: string; readonly name: string }[];
  /** The plan that is looked at; null: the client has none. */
  readonly plan: { readonly id: string; readonly revision: number; readonly document: PlanDocument } | null;
  readonly sessions: readonly PlanSession[];
  readonly lifts: readonly LiftLog[];
  /** What a cold start goes by. */
  readonly known: readonly Pick<KnownLift, "lineage" | "exerciseId" | "e1rmKg">[];
}

interface Read {
  readonly view: WeeksView;
  readonly context: ProjectContext;
}

const contexts = new WeakMap<WeeksView, Read>();
/** The view that was read last. */
const readLast: { read: Read | null } = { read: null };

/**
 * What projecting the plan reads; one for a view, so that what was projected is known again. A view that was read anew shares
 * with the one before it what says the same, so that a session that was logged, or a max that was marked, costs what hangs on it.
 */
export function projectContextOf(view: WeeksView): ProjectContext {
  const known = contexts.get(view);
  if (known) return known.context;
  const before = readLast.read?.view.client.id === view.client.id ? readLast.read : null;
  const shared = before ? sharing(view, before.view) : view;
  const sameGyms = before && shared.gyms === before.view.gyms && shared.client.gymId === before.view.client.gymId;
  const gymOf = sameGyms ? before.context.gymOf : gymsByDay(shared);
  const context = contextOf(shared, gymOf, before);
  if (before) carryMemory(before.context, context);
  const read = { view: shared, context };
  readLast.read = read;
  contexts.set(view, read);
  return context;
}

/** The view with the parts of another in the place of its own that say the same. */
function sharing(view: WeeksView, before: WeeksView): WeeksView {
  const same = <T>(now: T, then: T): T => (sameValue(now, then) ? then : now);
  const logs = new Map(before.lifts.map((lift) => [lift.lineage, lift]));
  return {
    ...view,
    settings: same(view.settings, before.settings),
    exercises: same(view.exercises, before.exercises),
    gyms: same(view.gyms, before.gyms),
    known: same(view.known, before.known),
    lifts: view.lifts.map((lift) => {
      const then = logs.get(lift.lineage);
      if (!then) return lift;
      const exposures = same(lift.exposures, then.exposures);
      return exposures === then.exposures && sameValue(lift.tested, then.tested)
        ? { ...then, trainingMaxKg: lift.trainingMaxKg }
        : { ...lift, exposures };
    }),
  };
}

const histories = new WeakMap<readonly Exposure[], LiftHistory>();

/** The same history for the same days and tests, whatever training max was marked. */
function historyOf({ exposures, tested }: LiftLog): LiftHistory {
  const known = histories.get(exposures);
  if (known && sameValue(known.tested, tested)) return known;
  const history = { exposures, tested };
  histories.set(exposures, history);
  return history;
}

function contextOf(view: WeeksView, gymOf: ProjectContext["gymOf"], before: Read | null): ProjectContext {
  const logs = new Map(view.lifts.map((lift) => [lift.lineage, lift]));
  const bySession = new Map(view.sessions.map((one) => [`${one.dayId} ${one.week}`, one]));
  const isKnownSame = before !== null && view.known === before.view.known;
  return {
    catalogue: view.exercises === before?.view.exercises ? before.context.catalogue : catalogueIn(view.exercises),
    settings: view.settings,
    bodyMassKg: view.client.bodyMassKg,
    policy: view.client.rounding,
    related: isKnownSame
      ? before.context.related
      : view.known.flatMap(({ exerciseId, e1rmKg }) => (e1rmKg ? [{ exerciseId, e1rmKg }] : [])),
    trainingMaxKg: (lineage) => logs.get(lineage)?.trainingMaxKg ?? null,
    gymOf,
    logOf: (lineage) => {
      const log = logs.get(lineage);
      return log ? historyOf(log) : null;
    },
    today: view.today,
    isClosed: (dayId, week) => {
      const session = bySession.get(`${dayId} ${week}`);
      return session !== undefined && session.state !== "draft";
    },
    ownOf: (dayId, week) => bySession.get(`${dayId} ${week}`)?.own ?? null,
  };
}

/** Each gym as it is on a date; the same equipment is the same object, so that what was enumerated of it is known again. */
function gymsByDay({ gyms, client }: WeeksView): ProjectContext["gymOf"] {
  const byId = new Map(gyms.map((gym) => [gym.id, gym]));
  const usual = byId.get(client.gymId ?? "") ?? firstOf(gyms);
  const known = new Map<string, GymEquipment>();
  return (gymId, date) => {
    const { id, equipment } = byId.get(gymId ?? "") ?? usual;
    const key = `${id} ${outOfOrderOn(equipment, date)
      .map(({ item }) => item)
      .join()}`;
    let one = known.get(key);
    if (!one) {
      one = equipmentOn(equipment, date);
      known.set(key, one);
    }
    return one;
  };
}

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

export interface WeekRow {
  readonly key: string;
  readonly dayId: string;
  readonly slot: Slot;
  readonly name: string;
  readonly cells: readonly (WeekCell | null)[];
}

export interface WeekColumn {
  readonly week: number;
  readonly monday: string;
  readonly phase: PlanPhase;
  readonly isNow: boolean;
  readonly muscles: MuscleLoads;
  /** Minutes of its sessions, done or planned. */
  readonly minutes: number;
  readonly volumeLoadKg: number;
  /** As felt, of a week that is over; null before that, and where nobody said how hard its sessions were. */
  readonly load: WeekLoad | null;
  readonly done: number;
  readonly planned: number;
}

export interface WeeksModel {
  readonly columns: readonly WeekColumn[];
  readonly days: readonly { readonly day: PlanDay; readonly rows: readonly WeekRow[] }[];
  readonly sessions: readonly ProjectedSession[];
  readonly conflicts: readonly {
    readonly patchId: string;
    readonly week: number;
    readonly dayId: string;
    readonly message: string;
  }[];
}

/** Weeks across, days and lifts down. */
export const weeksModel = (plan: PlanDocument, view: WeeksView): WeeksModel => modelOf(plan, view, true);

/** The same of what was done alone, without what is still to come: what a look back needs, and no more. */
export const weeksDone = (plan: PlanDocument, view: WeeksView): WeeksModel => modelOf(plan, view, false);

function modelOf(plan: PlanDocument, view: WeeksView, isAhead: boolean): WeeksModel {
  const context = projectContextOf(view);
  const sessions = isAhead ? projectPlan(plan, context) : [];
  const isComing = new Set(isAhead ? [] : comingDays(plan, context).map(({ dayId, week }) => `${dayId} ${week}`));
  const ahead = new Map(sessions.map((one) => [`${one.dayId} ${one.week}`, one]));
  const kept = new Map(view.sessions.map((one) => [`${one.dayId} ${one.week}`, one]));
  const weeks = Array.from({ length: planWeeks(plan) }, (_, week) => week);
  const exposures = new Map<string, Exposure>();
  for (const lift of view.lifts)
    for (const exposure of lift.exposures) exposures.set(`${exposure.sessionId} ${exposure.slotId}`, exposure);
  const doneAt = placesDone(view);
  const days = scheduledDays(plan).map((day) => ({
    day,
    rows: sessionDaysOf(plan, day.id).flatMap((own) =>
      allBlocks(own.base).flatMap(({ slots }) =>
        slots.map((slot): WeekRow => {
          const cellAt = (week: number): WeekCell | null => {
            const key = `${day.id} ${week}`;
            const session = kept.get(key) ?? null;
            const one = ahead.get(key);
            const isChanged =
              Boolean(session?.own) ||
              movedSession(plan, day.id, week) !== null ||
              plan.patches.some(
                (patch) =>
                  patch.dayId === patchDayId(plan, day.id, week, patch.span) && changes(patch, slot, week, plan),
              );
            if (one) return plannedCell(one, slot, context, isChanged);
            if (isComing.has(key)) return null;
            // Another session's turn.
            if (sessionDay(plan, day.id, week) !== own) return null;
            const exposure = session ? exposures.get(`${session.id} ${slot.id}`) : undefined;
            const date = session?.date ?? dateOfDay(plan, day, week);
            const at = { week, dayId: day.id, isChanged, lift: null, date };
            // A lift that came to the day later was not left out before.
            const places = doneAt.get(slot.id) ?? [];
            const wasHere = places.some((one) => one.week <= week && (plan.inTurn !== null || one.dayId === day.id));
            if (!exposure && !wasHere && (session?.state === "done" || places.some((one) => one.week <= week)))
              return null;
            const isLeftOut = movedSession(plan, day.id, week)?.to === null;
            if (!exposure && isLeftOut)
              return { ...at, state: "leftOut", sets: allWorkingSets(slot).length, reps: [], topKg: null, share: null };
            const away = absenceOn(plan, date);
            if (!exposure && away && away.gymId === null)
              return { ...at, state: "away", sets: allWorkingSets(slot).length, reps: [], topKg: null, share: null };
            if (!exposure)
              return { ...at, state: "missed", sets: allWorkingSets(slot).length, reps: [], topKg: null, share: null };
            const sets = exposure.sets.filter((set) => set.working);
            return {
              ...at,
              state: "done",
              sets: sets.length,
              reps: sets.map(({ reps, seconds }) => (seconds === null ? reps : null)),
              topKg: sets.length > 0 ? Math.max(...sets.map(({ loadKg }) => loadKg)) : null,
              share: null,
            };
          };
          return {
            key: `${day.id} ${slot.id}`,
            dayId: day.id,
            slot,
            name: exerciseOrThrow(context.catalogue, slot.exerciseId).name,
            cells: weeks.map(cellAt),
          };
        }),
      ),
    ),
  }));
  const thisMonday = mondayOf(view.today);
  const columns = weeks.map((week): WeekColumn => {
    const monday = addDays(mondayOf(plan.startDate), 7 * week);
    // A session that was opened counts, also of a day that ended after that.
    const own = days
      .map(({ day }) => ({
        session: kept.get(`${day.id} ${week}`),
        one: ahead.get(`${day.id} ${week}`),
        isAsked: sessionDay(plan, day.id, week) !== null,
      }))
      .filter(({ session, isAsked }) => isAsked || session?.state === "done");
    let muscles: MuscleLoads = {};
    let minutes = 0;
    let volumeLoadKg = 0;
    for (const { session, one } of own) {
      const asked = one && !one.isAway ? plannedVolume(one, view) : null;
      muscles = addLoads(muscles, session?.summary?.muscles ?? asked?.muscles ?? {});
      minutes += session?.summary?.minutes ?? asked?.minutes ?? 0;
      volumeLoadKg += session?.summary?.volumeLoadKg ?? asked?.volumeLoadKg ?? 0;
    }
    return {
      week,
      monday,
      phase: phaseOfWeek(plan, week)!,
      isNow: monday === thisMonday,
      muscles,
      minutes: Math.round(minutes),
      volumeLoadKg: Math.round(volumeLoadKg),
      load: addDays(monday, 7) <= view.today ? loadOfWeek(monday, view) : null,
      done: own.filter(({ session }) => session?.state === "done").length,
      planned: own.length,
    };
  });
  const conflicts = sessions.flatMap(({ conflicts: found, week, dayId }) =>
    found.map((conflict) => ({ ...conflict, week, dayId })),
  );
  return { columns, days, sessions, conflicts };
}

/** Session effort × minutes by day, where each session that was done has an effort. */
function loadOfWeek(monday: string, { sessions }: WeeksView): WeekLoad | null {
  const done = sessions.flatMap(({ date, summary }) =>
    summary && date >= monday && date < addDays(monday, 7) ? [{ date, summary }] : [],
  );
  if (done.length === 0 || done.some(({ summary }) => summary.sessionRpe === null)) return null;
  const days = Array.from({ length: 7 }, (_, day) =>
    done
      .filter(({ date }) => date === addDays(monday, day))
      .reduce((sum, { summary }) => sum + (sessionLoad(summary.sessionRpe, summary.minutes) ?? 0), 0),
  );
  return weekLoad(days);
}

/** Where each slot was done, by week: a lift that was moved to another day was on its own before. */
function placesDone({ sessions, lifts }: WeeksView): ReadonlyMap<string, readonly { week: number; dayId: string }[]> {
  const byId = new Map(sessions.map((one) => [one.id, one]));
  const places = new Map<string, { week: number; dayId: string }[]>();
  for (const { sessionId, slotId } of lifts.flatMap(({ exposures }) => exposures)) {
    const session = byId.get(sessionId);
    if (session) places.set(slotId, [...(places.get(slotId) ?? []), session]);
  }
  return places;
}

/** What one day's session of a week has for each muscle: as it was done, or as it is asked. */
export function musclesOfDay(
  view: WeeksView,
  { sessions }: Pick<WeeksModel, "sessions">,
  at: { readonly dayId: string; readonly week: number },
): MuscleLoads {
  const isThere = (one: { readonly dayId: string; readonly week: number }) =>
    one.dayId === at.dayId && one.week === at.week;
  const done = view.sessions.find(isThere)?.summary;
  const asked = sessions.find(isThere);
  return done?.muscles ?? (asked && !asked.isAway ? plannedVolume(asked, view).muscles : {});
}

interface PlannedVolume {
  readonly muscles: MuscleLoads;
  readonly minutes: number;
  readonly volumeLoadKg: number;
}

const volumes = new WeakMap<ProjectedSession["resolved"], PlannedVolume>();

function plannedVolume(session: ProjectedSession, view: WeeksView): PlannedVolume {
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

const lifts = new WeakMap<ProjectedSession["resolved"], ReadonlyMap<string, PlannedLift>>();

function liftsOf(session: ProjectedSession, context: ProjectContext): ReadonlyMap<string, PlannedLift> {
  let known = lifts.get(session.resolved);
  if (!known) {
    known = new Map(plannedLifts(session, context).map((lift) => [lift.slot.id, lift]));
    lifts.set(session.resolved, known);
  }
  return known;
}

const cells = new WeakMap<PlannedLift, WeekCell>();

function plannedCell(
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
function changes(patch: PlanDocument["patches"][number], slot: Slot, week: number, plan: PlanDocument): boolean {
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

/** "4×8", "8, 8, 7". */
export function repsWords({ sets, reps }: Pick<WeekCell, "sets" | "reps">): string {
  const [first] = reps;
  // Held or timed.
  if (first === undefined || first === null) return sets === 1 ? "1 set" : `${sets} sets`;
  return reps.every((one) => one === first) ? `${sets}×${first}` : reps.map((one) => one ?? "?").join(",");
}
