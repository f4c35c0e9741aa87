/** What lies before clients that needs a coach: goals too far, tests, kit that is out of order, more work than they are used to. */
import { catalogueIn, readEquipment } from "../../contract";
import {
  addDays,
  allBlocks,
  daysBetween,
  type Exercise,
  e1rmForGoal,
  equipmentOn,
  exerciseOrThrow,
  type GymEquipment,
  groupBy,
  isTrainable,
  type Jump,
  jumpsOf,
  mondayOf,
  type NeedGoal,
  type NeedKit,
  outOfOrderOn,
  phaseOfWeek,
  planWeeks,
  populationCurve,
  type SessionDocument,
  sessionOfWeek,
  UNRESTRICTED,
  unfitness,
  weekOfDate,
} from "../../core";
import { type ClientCalendar, isWaiting, type LiftSummary, type PlannedLine } from "../../views";
import type { Transaction } from "../db";
import * as db from "../db/queries";
import { planOf, readStored } from "./documents";
import type { StudioContext } from "./studio";

const WEEK = 7;
/** The weeks whose mean is the client's usual volume, and the least number of trained weeks that make one. */
const HABIT_WEEKS = 8;
const FEWEST_WEEKS = 3;

/** By client the muscles whose volume this week is far above the usual one; none for clients with fewer than three weeks of training. */
export async function jumpsThisWeek(
  tx: Transaction,
  rows: readonly db.ClientRow[],
  ids: readonly string[] | null,
  today: string,
): Promise<ReadonlyMap<string, readonly Jump[]>> {
  const monday = mondayOf(today);
  const from = addDays(monday, -WEEK * HABIT_WEEKS);
  const sums = groupBy(await db.weekSumsSince(tx, from, ids), ({ clientId }) => clientId);
  return new Map(
    rows.map(({ id, trainingAge, priorities }) => {
      const own = sums.get(id) ?? [];
      const now = own.find((week) => week.monday === monday);
      const first = own[0]?.monday ?? monday;
      const before = Array.from({ length: daysBetween(first, monday) / WEEK }, (_, week) =>
        addDays(first, week * WEEK),
      );
      if (!now || before.length < FEWEST_WEEKS) return [id, []];
      const weeks = before.map((one) => own.find((week) => week.monday === one)?.sums.muscles ?? {});
      return [id, jumpsOf(now.sums.muscles, weeks, trainingAge, (muscle) => priorities[muscle] ?? "normal")];
    }),
  );
}

/** The Monday of a plan's test week, if that is this week or the next; else null. */
export function testWeekOf(calendar: ClientCalendar | undefined, today: string): string | null {
  for (const monday of [mondayOf(today), addDays(mondayOf(today), WEEK)])
    for (const plan of calendar?.plans ?? []) {
      const week = weekOfDate(plan, monday);
      if (week !== null && phaseOfWeek(plan, week)?.kind === "test") return monday;
    }
  return null;
}

/** Goals of the plans that run, of lifts trained lately, with what they have to gain; a body's move is left to its own page. */
export function goalsAhead(
  calendar: ClientCalendar | undefined,
  trained: readonly { readonly lineage: string; readonly summary: LiftSummary }[],
  { catalogue, settings }: StudioContext,
  today: string,
): NeedGoal[] {
  const running = (calendar?.plans ?? []).filter((plan) => today < addDays(plan.startDate, WEEK * planWeeks(plan)));
  return running
    .flatMap(({ goals = [] }) => goals)
    .flatMap((goal) => {
      const weeks = daysBetween(today, goal.byDate) / WEEK;
      const nowKg = trained.find(({ lineage }) => lineage === goal.lineage)?.summary.e1rmKg ?? null;
      if (weeks <= 0 || nowKg === null || !isTrainable(catalogue, goal.exerciseId)) return [];
      const exercise = exerciseOrThrow(catalogue, goal.exerciseId);
      const curve = populationCurve(settings.e1rmFormula);
      const needsKg = e1rmForGoal(goal, exercise, curve, { bodyMassKg: null, settings });
      if (needsKg === null) return [];
      const percentAWeek = 100 * ((needsKg / nowKg) ** (1 / weeks) - 1);
      return [{ id: goal.id, name: exercise.name, byDate: goal.byDate, percentAWeek }];
    });
}

interface Ahead {
  readonly rows: readonly db.ClientRow[];
  readonly planned: ReadonlyMap<string, readonly PlannedLine[]>;
  readonly studio: StudioContext;
  readonly today: string;
}

/** Lifts of the coming week that cannot be done on their day because something is out of order then; asked only where something is. */
export async function kitOutAhead(
  tx: Transaction,
  { rows, planned, studio, today }: Ahead,
): Promise<ReadonlyMap<string, readonly NeedKit[]>> {
  const until = addDays(today, WEEK);
  const gyms = new Map((await db.gymRows(tx)).map((row) => [row.id, readEquipment(row.equipment)]));
  const isBroken = (gymId: string | null) => {
    const gym = gyms.get(gymId ?? "");
    return gym !== undefined && [today, until].some((date) => outOfOrderOn(gym, date).length > 0);
  };
  const waiting = new Map(
    rows.flatMap(({ id, gymId }) => {
      const isComing = (line: PlannedLine) => isWaiting(line) && today <= line.date && line.date <= until;
      return isBroken(gymId) ? [[id, (planned.get(id) ?? []).filter(isComing)] as const] : [];
    }),
  );
  const documents = await documentsOf(tx, [...waiting.values()].flat(), studio);
  // One answer for each exercise, gym and day: a gym's clients share their lifts.
  const keptAway = new Map<string, boolean>();
  const equipment = new Map<string, GymEquipment>();
  const found = new Map<string, NeedKit[]>();
  for (const row of rows) {
    const lines = waiting.get(row.id);
    const gym = gyms.get(row.gymId ?? "");
    if (!lines || !gym) continue;
    found.set(
      row.id,
      lines.flatMap((line) => {
        const day = `${row.gymId} ${line.date}`;
        const here = equipment.get(day) ?? equipmentOn(gym, line.date);
        equipment.set(day, here);
        const isKeptAway = (exercise: Exercise): boolean => {
          const known = keptAway.get(`${day} ${exercise.id}`);
          if (known !== undefined) return known;
          const is =
            unfitness(exercise, UNRESTRICTED, here) !== null && unfitness(exercise, UNRESTRICTED, gym) === null;
          keptAway.set(`${day} ${exercise.id}`, is);
          return is;
        };
        return exercisesOf(documents.get(line), studio)
          .filter(isKeptAway)
          .map(({ id: exerciseId, name }) => ({ exerciseId, name, date: line.date, sessionId: line.sessionId }));
      }),
    );
  }
  return found;
}

/** What each line's session is: its row's document, else what its plan has for the week. */
export async function documentsOf(
  tx: Transaction,
  lines: readonly PlannedLine[],
  studio: StudioContext,
): Promise<ReadonlyMap<PlannedLine, SessionDocument>> {
  const opened = await db.sessionRowsOf(
    tx,
    lines.flatMap(({ sessionId }) => sessionId ?? []),
  );
  const byId = new Map(opened.map(({ id, document }) => [id, readStored(document, studio)]));
  const ofPlans = lines.flatMap(({ sessionId, place }) => (sessionId === null && place ? place.planId : []));
  const plans = await db.plansAmong(tx, [...new Set(ofPlans)]);
  const planById = new Map(plans.map((plan) => [plan.id, planOf(plan)]));
  return new Map(
    lines.flatMap((line) => {
      const plan = line.place && planById.get(line.place.planId);
      const own = line.sessionId === null ? undefined : byId.get(line.sessionId);
      const document = own ?? (plan && line.place && sessionOfWeek(plan, line.place.dayId, line.place.week)?.document);
      return document ? [[line, document] as const] : [];
    }),
  );
}

function exercisesOf(document: SessionDocument | undefined, { exercises }: StudioContext): Exercise[] {
  const catalogue = catalogueIn(exercises);
  const ids = document ? allBlocks(document).flatMap(({ slots }) => slots.map(({ exerciseId }) => exerciseId)) : [];
  return [...new Set(ids)].flatMap((id) => catalogue.byId.get(id) ?? []);
}
