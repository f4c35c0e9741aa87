/** A client's weeks: what was done of the plan, what is asked now, and what would be asked in the weeks ahead. */

import {
  absenceOn,
  addDays,
  addLoads,
  allBlocks,
  allWorkingSets,
  comingDays,
  dateOfDay,
  type Exposure,
  exerciseOrThrow,
  type LiftRecord,
  type MuscleLoads,
  mondayOf,
  movedSession,
  type PlanDay,
  type PlanDocument,
  type PlanPhase,
  type ProjectedSession,
  patchDayId,
  phaseOfWeek,
  planWeeks,
  projectPlan,
  projectSteps,
  type Slot,
  type Steps,
  scheduledDays,
  sessionDay,
  sessionDaysOf,
  sessionLoad,
  type WeekLoad,
  weekLoad,
} from "../core";
import { recordsOf } from "./compute";
import { changes, plannedCell, plannedVolume, type WeekCell } from "./week-cells";
import { projectContextOf, type WeeksView } from "./weeks-context";

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

/** The heaviest working set of a day as a share of what the lift was estimated at then; null where nothing told that before its end. */
function shareDone(exposure: Exposure, record: LiftRecord | undefined): number | null {
  const estimate = record?.estimates.findLast(({ date }) => date <= exposure.date);
  const kgs = exposure.sets.flatMap(({ working, curveKg }) => (working && curveKg !== null ? [curveKg] : []));
  return estimate === undefined || kgs.length === 0 ? null : Math.max(...kgs) / estimate.kg;
}

/** No date of a plan comes before it: nothing that is still to come. */
export const NOTHING_AHEAD = "";

/** The same of what was done alone, without what is still to come: what a look back needs, and no more. */
export const weeksDone = (plan: PlanDocument, view: WeeksView): WeeksModel => weeksModel(plan, view, NOTHING_AHEAD);

/**
 * Projects the sessions to come in steps, a session each, and fills the caches that `weeksModel` reads, so that the model is made
 * quickly afterwards. `onDay` is called with the date of each session that was projected.
 */
export function* weeksSteps(plan: PlanDocument, view: WeeksView, onDay: (date: string) => void): Steps<void> {
  const context = projectContextOf(view);
  yield* projectSteps(plan, context, [], null, (session) => {
    if (!session.isAway) plannedVolume(session, view);
    for (const { slots } of allBlocks(session.written))
      for (const slot of slots) plannedCell(session, slot, context, false);
    onDay(session.date);
  });
}

/** Weeks across, days and lifts down; of what is to come to the plan's end, or to the last date that is asked for. */
export function weeksModel(plan: PlanDocument, view: WeeksView, until: string | null = null): WeeksModel {
  const context = projectContextOf(view);
  const sessions = projectPlan(plan, context, [], until);
  const isComing = new Set(
    until === null ? [] : comingDays(plan, context).map(({ dayId, week }) => `${dayId} ${week}`),
  );
  const ahead = new Map(sessions.map((one) => [`${one.dayId} ${one.week}`, one]));
  const kept = new Map(view.sessions.map((one) => [`${one.dayId} ${one.week}`, one]));
  const weeks = Array.from({ length: planWeeks(plan) }, (_, week) => week);
  const exposures = new Map<string, Exposure>();
  for (const lift of view.lifts)
    for (const exposure of lift.exposures) exposures.set(`${exposure.sessionId} ${exposure.slotId}`, exposure);
  const doneAt = placesDone(view);
  const records = recordsOf(view);
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
            const unmade = { sets: allWorkingSets(slot).length, reps: [], topKg: null, share: null };
            const isLeftOut = movedSession(plan, day.id, week)?.to === null;
            if (!exposure && isLeftOut) return { ...at, ...unmade, state: "leftOut" };
            const away = absenceOn(plan, date);
            if (!exposure && away && away.gymId === null) return { ...at, ...unmade, state: "away" };
            if (!exposure) return { ...at, ...unmade, state: session?.state === "started" ? "underWay" : "missed" };
            const sets = exposure.sets.filter((set) => set.working);
            return {
              ...at,
              state: "done",
              sets: sets.length,
              reps: sets.map(({ reps, seconds }) => (seconds === null ? reps : null)),
              topKg: sets.length > 0 ? Math.max(...sets.map(({ loadKg }) => loadKg)) : null,
              share: shareDone(exposure, records.get(slot.lineage)),
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

/** "4×8", "8, 8, 7". */
export function repsWords({ sets, reps }: Pick<WeekCell, "sets" | "reps">): string {
  const [first] = reps;
  // Held or timed.
  if (first === undefined || first === null) return sets === 1 ? "1 set" : `${sets} sets`;
  return reps.every((one) => one === first) ? `${sets}×${first}` : reps.map((one) => one ?? "?").join(",");
}
