/** What a client's weeks are computed from, and what of it is known from before. */
import { catalogueIn, type StudioExercises } from "../contract/catalogue";
import {
  type ClientLimit,
  canonicalJson,
  carryMemory,
  equipmentOn,
  firstOf,
  type Goal,
  type GymEquipment,
  identityCache,
  type LiftHistory,
  outOfOrderOn,
  type PlanDocument,
  type ProjectContext,
  type SessionDocument,
  type SessionState,
  type SessionSummary,
  type Settings,
  sameValue,
  type WeightUnit,
} from "../core";
import type { ClientName, KnownLift, LiftLog, SessionContext, TrainingDay } from "./views";

/** A session of the plan that is a row: opened, sent or trained. */
export interface PlanSession {
  readonly id: string;
  readonly dayId: string;
  readonly week: number;
  readonly date: string;
  readonly state: SessionState;
  /** Whether the client has opened the newest copy that was sent; null: none was sent. */
  readonly copy: "sent" | "seen" | null;
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
    readonly likes: readonly string[];
    readonly dislikes: readonly string[];
    /** When they usually train. */
    readonly days: readonly TrainingDay[];
    /** What is aimed at and waits for the next plan. */
    readonly goals: readonly Goal[];
    readonly birthYear: number | null;
    /** Whether the health questions say that the client has not trained for long. */
    readonly isInactive: boolean;
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

/** Whether the plan of this view was looked at just before: what is ahead in it is known but for what changed. */
export const isReadBefore = (view: WeeksView): boolean =>
  view.plan !== null &&
  readLast.read?.view.client.id === view.client.id &&
  readLast.read.view.plan?.id === view.plan.id;

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
      return exposures === then.exposures && sameValue(lift.strengths, then.strengths)
        ? { ...then, trainingMaxKg: lift.trainingMaxKg }
        : { ...lift, exposures };
    }),
  };
}

const histories = identityCache<LiftHistory>();

/** The same history for the same days and tests, whatever training max was marked. */
const historyOf = ({ exposures, strengths }: LiftLog): LiftHistory =>
  histories(exposures, [canonicalJson(strengths)], () => ({ exposures, strengths }));

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

/** The gym that a session is for: its own, else its client's, else the first. */
export const gymOfSession = (
  { gyms, client }: { readonly gyms: WeeksView["gyms"]; readonly client: Pick<WeeksView["client"], "gymId"> },
  gymId: string | null,
): WeeksView["gyms"][number] => {
  const byId = (id: string | null) => gyms.find((gym) => gym.id === id);
  return byId(gymId) ?? byId(client.gymId) ?? firstOf(gyms);
};

/** Each gym as it is on a date; the same equipment is the same object, so that what was enumerated of it is known again. */
function gymsByDay(view: WeeksView): ProjectContext["gymOf"] {
  const known = new Map<string, GymEquipment>();
  return (gymId, date) => {
    const { id, equipment } = gymOfSession(view, gymId);
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
