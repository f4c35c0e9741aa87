/**
 * A plan ahead of its log: what each coming session would ask if everything before it is made as asked (docs/handbook.md#projection,
 * projection). A pure function of the plan, the log and the date: the log is carried on by what is prescribed, and each session
 * is resolved as it will be on its day.
 */
import { type Exercise, exerciseOrThrow } from "../exercise";
import { entryAt, firstOf } from "../lists";
import {
  curveKg,
  type LiftRecord,
  liftRecord,
  type NextPrescription,
  type ResolveContext,
  type ResolvedLoad,
  type ResolvedSession,
  type TestedMax,
} from "../load";
import { resolveSession } from "../prescription";
import { lineagesIn, newRule, nextOfLift, RULE_KINDS, suggestedRule, targetsOf } from "../progress";
import { sameValue } from "../same";
import {
  allBlocks,
  allWorkingSets,
  type Exposure,
  type ExposurePurpose,
  type LoggedSet,
  oneOffSlots,
  type ProgressionRule,
  purposeOfSlot,
  type SessionDocument,
  type Slot,
} from "../session";
import {
  absenceOn,
  dateOfDay,
  daysInWeek,
  lastingSession,
  movedSession,
  type PlanDocument,
  type PlanPatch,
  planWeeks,
  purposeOfWeek,
  sessionOfWeek,
} from "./plan";

/** What projecting reads beside the plan; the gym by its id (null the client's own), as it is on a date. */
export interface ProjectContext extends Omit<ResolveContext, "gym" | "calendar" | "recordOf"> {
  readonly gymOf: (gymId: string | null, date: string) => ResolveContext["gym"];
  /** The same object as long as nothing was logged. */
  readonly logOf: (lineage: string) => LiftHistory | null;
  readonly today: string;
  /** Sessions of the plan that are not open any more: trained, or gone by. */
  readonly isClosed: (dayId: string, week: number) => boolean;
  /** A day's own session of a week, where it is not what the plan says: it was changed at the desk. */
  readonly ownOf?: (dayId: string, week: number) => SessionDocument | null;
}

export interface LiftHistory {
  readonly exposures: readonly Exposure[];
  readonly tested: readonly TestedMax[];
}

export interface ProjectedSession {
  readonly dayId: string;
  /** Counted from 0. */
  readonly week: number;
  readonly date: string;
  readonly purpose: ExposurePurpose;
  /** As the plan has it, before its lifts' rules. */
  readonly written: SessionDocument;
  readonly resolved: ResolvedSession;
  readonly next: ReadonlyMap<string, NextPrescription>;
  /** What is known of its lifts before it, by lineage. */
  readonly records: ReadonlyMap<string, LiftRecord>;
  readonly conflicts: readonly { readonly patchId: string; readonly message: string }[];
  /** Slots that ask for something else in this week alone: their rules go on from before it. */
  readonly oneOff: readonly string[];
  /** Away that day, in no gym. */
  readonly isAway: boolean;
}

/** Of a lift on a day of a week: what is assumed there, other than that it is made. */
interface Exception {
  readonly dayId: string;
  readonly week: number;
  /** Null: the whole session. */
  readonly lineage: string | null;
  readonly outcome: "missed" | "away";
}

/** A lift's log with what is assumed after it; a further day of it is the same node whenever the same day is added. */
class LogNode {
  private found: { readonly record: LiftRecord | null } | null = null;
  private readonly further = new Map<Exposure, LogNode>();

  constructor(readonly history: LiftHistory) {}

  record(settings: ProjectContext["settings"]): LiftRecord | null {
    const { exposures, tested } = this.history;
    if (!this.found) {
      const isEmpty = exposures.length === 0 && tested.length === 0;
      this.found = { record: isEmpty ? null : liftRecord(exposures, settings, tested) };
    }
    return this.found.record;
  }

  after(exposure: Exposure): LogNode {
    let node = this.further.get(exposure);
    if (!node) {
      node = new LogNode({ ...this.history, exposures: [...this.history.exposures, exposure] });
      this.further.set(exposure, node);
    }
    return node;
  }
}

type Figures = Pick<ProjectedSession, "written" | "resolved" | "next" | "records">;

interface Asked {
  readonly dayId: string;
  readonly week: number;
  readonly date: string;
  readonly purpose: ExposurePurpose;
  readonly document: SessionDocument;
  readonly oneOff: readonly string[];
  readonly gym: ResolveContext["gym"];
  readonly related: ResolveContext["related"];
  /** Training maxima of its lifts, in their order. */
  readonly maxes: string;
  readonly before: ReadonlyMap<string, LogNode>;
}

/** A session that was resolved, with what was assumed of its lifts. */
class KnownSession {
  private readonly done = new Map<string, Exposure | null>();

  constructor(
    readonly asked: Asked,
    readonly figures: Figures,
  ) {}

  answers({ date, purpose, document, oneOff, gym, related, maxes, before }: Asked): boolean {
    const { asked } = this;
    if (asked.document !== document || asked.date !== date || asked.purpose !== purpose) return false;
    if (asked.gym !== gym || asked.related !== related || asked.maxes !== maxes) return false;
    if (asked.oneOff.join() !== oneOff.join()) return false;
    return [...before].every(([lineage, node]) => asked.before.get(lineage) === node);
  }

  assumed(slotId: string, isMissed: boolean, make: (isMissed: boolean) => Exposure | null): Exposure | null {
    const key = `${slotId} ${isMissed}`;
    const known = this.done.get(key);
    if (known !== undefined) return known;
    const exposure = make(isMissed);
    this.done.set(key, exposure);
    return exposure;
  }
}

/** A lift's day that was assumed, with what it was made of. */
interface KnownDay {
  readonly slot: Slot;
  /** Of its working sets, in their order. */
  readonly loads: readonly (ResolvedLoad | undefined)[];
  readonly purpose: ExposurePurpose;
  readonly exposure: Exposure | null;
}

/** As many ways of one session as are kept: as it is, as it was, and with what it hangs on. */
const WAYS_KEPT = 6;

/** What was projected before from the same log, so that a change costs what it touches. */
class Memory {
  private readonly beginnings = new Map<string, LogNode>();
  private readonly documents = new Map<string, SessionDocument>();
  private readonly sessions = new Map<string, KnownSession[]>();
  private readonly days = new Map<string, readonly KnownDay[]>();

  beginningOf(lineage: string, log: LiftHistory | null): LogNode {
    let node = this.beginnings.get(lineage);
    if (!node || node.history !== (log ?? NO_HISTORY)) {
      node = new LogNode(log ?? NO_HISTORY);
      this.beginnings.set(lineage, node);
    }
    return node;
  }

  /** A lift's day as it was assumed before, where it says the same: what hangs on it is known then. */
  day(
    place: string,
    { slot, loads, purpose }: Omit<KnownDay, "exposure">,
    make: () => Exposure | null,
  ): Exposure | null {
    const ways = this.days.get(place) ?? [];
    const isOf = (one: KnownDay) =>
      one.slot === slot && one.purpose === purpose && one.loads.every((load, index) => load === loads[index]);
    const known = ways.find(isOf);
    if (known) return known.exposure;
    const made = make();
    const exposure = ways.find((one) => sameValue(one.exposure, made))?.exposure ?? made;
    this.days.set(place, [{ slot, loads, purpose, exposure }, ...ways].slice(0, WAYS_KEPT));
    return exposure;
  }

  /** The document itself, or the one that was seen last in its place where that says the same. */
  sameAs(place: string, document: SessionDocument): SessionDocument {
    const before = this.documents.get(place);
    if (before && (before === document || sameValue(before, document))) return before;
    this.documents.set(place, document);
    return document;
  }

  session(asked: Asked, resolve: () => Figures): KnownSession {
    const place = `${asked.dayId} ${asked.week}`;
    const ways = this.sessions.get(place) ?? [];
    const known = ways.find((one) => one.answers(asked));
    if (known) return known;
    const session = new KnownSession(asked, resolve());
    this.sessions.set(place, [session, ...ways].slice(0, WAYS_KEPT));
    return session;
  }
}

const memories = new WeakMap<ProjectContext, Memory>();

const NO_HISTORY: LiftHistory = { exposures: [], tested: [] };

/** Whether all that every session is resolved by is the same. */
const isAlike = (a: ProjectContext, b: ProjectContext): boolean =>
  a.catalogue === b.catalogue && a.settings === b.settings && a.bodyMassKg === b.bodyMassKg && a.policy === b.policy;

/** What was projected by one context is not worked out again by the next, as far as they read the same. */
export function carryMemory(from: ProjectContext, to: ProjectContext): void {
  const memory = memories.get(from);
  if (memory && isAlike(from, to)) memories.set(to, memory);
}

function memoryOf(context: ProjectContext): Memory {
  let memory = memories.get(context);
  if (!memory) {
    memory = new Memory();
    memories.set(context, memory);
  }
  return memory;
}

/** Every session still to come, in the order of their days. */
export function projectPlan(
  plan: PlanDocument,
  context: ProjectContext,
  exceptions: readonly Exception[] = [],
): ProjectedSession[] {
  const known = memoryOf(context);
  const logs = new Map<string, LogNode>();
  const logOf = (lineage: string): LogNode => {
    const node = logs.get(lineage) ?? known.beginningOf(lineage, context.logOf(lineage));
    logs.set(lineage, node);
    return node;
  };
  const sessions: ProjectedSession[] = [];
  for (const { dayId, week, date } of comingDays(plan, context)) {
    const planned = sessionOfWeek(plan, dayId, week)!;
    const { conflicts } = planned;
    const own = context.ownOf?.(dayId, week) ?? null;
    const document = known.sameAs(`${dayId} ${week}`, own ?? planned.document);
    const mayDiffer = own !== null || plan.patches.some((patch) => patch.dayId === dayId && isOnlyIn(patch, week));
    const oneOff = mayDiffer ? oneOffSlots(document, lastingSession(plan, dayId, week)) : [];
    const purpose = purposeOfWeek(plan, week);
    const away = absenceOn(plan, date);
    const isAway = away !== null && away.gymId === null;
    const before = new Map(lineagesIn(document).map((lineage) => [lineage, logOf(lineage)]));
    const gym = context.gymOf(document.gymId, date);
    const maxes = [...before.keys()].map((lineage) => context.trainingMaxKg(lineage)).join();
    const asked = { dayId, week, date, purpose, document, oneOff, gym, related: context.related, maxes, before };
    const session = known.session(asked, () => {
      const recordOf = (lineage: string) => logOf(lineage).record(context.settings);
      const resolved = resolveSession(document, {
        ...context,
        gym,
        calendar: { date, purpose, planWeek: week },
        recordOf,
      });
      const records = new Map<string, LiftRecord>();
      for (const { lineage } of allBlocks(resolved.document).flatMap(({ slots }) => slots)) {
        const record = recordOf(lineage);
        if (record) records.set(lineage, record);
      }
      return { written: document, resolved, next: resolved.progress, records };
    });
    sessions.push({ dayId, week, date, purpose, ...session.figures, conflicts, oneOff, isAway });
    if (isAway) continue;
    const { resolved } = session.figures;
    for (const block of allBlocks(resolved.document)) {
      for (const slot of block.slots) {
        const exception = exceptions.find(
          (one) => one.dayId === dayId && one.week === week && (one.lineage === null || one.lineage === slot.lineage),
        );
        if (exception?.outcome === "away") continue;
        const at = { date, purpose: purposeOfSlot({ purpose, oneOff }, slot.id), key: `${dayId} ${week}` };
        const exposure = session.assumed(slot.id, exception?.outcome === "missed", (isMissed) => {
          const loads = allWorkingSets(slot).map(({ segments }) => resolved.loads.get(firstOf(segments).id));
          return known.day(`${at.key} ${date} ${slot.id} ${isMissed}`, { slot, loads, purpose: at.purpose }, () =>
            assumed(slot, at, resolved, context, isMissed),
          );
        });
        if (exposure !== null) logs.set(slot.lineage, logOf(slot.lineage).after(exposure));
      }
    }
  }
  return sessions;
}

const isOnlyIn = ({ span }: PlanPatch, week: number): boolean => span.kind === "onlyWeek" && span.week === week;

interface ComingDay {
  readonly dayId: string;
  readonly week: number;
  readonly date: string;
}

/** The days of the plan that are still open, by date. */
export function comingDays(
  plan: PlanDocument,
  { today, isClosed }: Pick<ProjectContext, "today" | "isClosed">,
): ComingDay[] {
  const days: ComingDay[] = [];
  for (let week = 0; week < planWeeks(plan); week++)
    for (const day of daysInWeek(plan, week)) {
      const date = dateOfDay(plan, day, week);
      const isLeftOut = movedSession(plan, day.id, week)?.to === null;
      if (date >= today && !isLeftOut && !isClosed(day.id, week)) days.push({ dayId: day.id, week, date });
    }
  return days.sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : 0));
}

/** A lift done as it was asked, with the reserve asked; missed: each set a rep short of the least that was asked. */
function assumed(
  slot: Slot,
  { date, purpose, key }: { readonly date: string; readonly purpose: ExposurePurpose; readonly key: string },
  resolved: ResolvedSession,
  { catalogue, bodyMassKg, settings }: ProjectContext,
  isMissed: boolean,
): Exposure | null {
  const exercise = exerciseOrThrow(catalogue, slot.exerciseId);
  const sets: LoggedSet[] = [];
  for (const [round, set] of slot.sets.entries()) {
    if (set?.role !== "working") continue;
    const segment = firstOf(set.segments);
    const load = resolved.loads.get(segment.id);
    if (load?.kg == null || segment.amount.kind !== "reps") continue;
    const target = segment.amount.reps;
    const aim = load.aimReps ?? target.low;
    const reps = isMissed ? Math.max(0, target.low - 1) : aim;
    const asked = segment.rir ? (segment.rir.low + segment.rir.high) / 2 : null;
    sets.push({
      key: `${slot.id}:${round}:0`,
      round,
      asked: true,
      loadKg: load.kg,
      ...(load.nextKg === null ? {} : { ruledKg: load.nextKg }),
      curveKg: curveKg(exercise, load.kg, bodyMassKg, settings, slot.setup),
      reps,
      totalReps: reps,
      seconds: null,
      rir: isMissed ? 0 : asked,
      form: "held",
      pain: 0,
      target,
      targetRir: asked,
      working: true,
      restBeforeSeconds: null,
      fresh: sets.length === 0,
    });
  }
  if (sets.length === 0) return null;
  return { date, sessionId: key, slotId: slot.id, purpose, plannedSets: sets.length, sets };
}

/** What a cell of a week shows of a lift: its working sets as they would be asked. */
export interface PlannedLift {
  readonly slot: Slot;
  readonly exercise: Exercise;
  readonly sets: readonly PlannedSet[];
  readonly next: NextPrescription | null;
}

export interface PlannedSet {
  readonly segmentId: string;
  readonly kg: number | null;
  readonly reps: number | null;
  readonly rir: number | null;
  readonly shareOfE1rm: number | null;
}

export function plannedLifts(
  { resolved, next }: Pick<ProjectedSession, "resolved" | "next">,
  { catalogue }: Pick<ProjectContext, "catalogue">,
): PlannedLift[] {
  return allBlocks(resolved.document).flatMap((block) =>
    block.slots.map((slot): PlannedLift => {
      const sets = slot.sets.flatMap((set): PlannedSet[] => {
        const segment = set?.role === "working" ? firstOf(set.segments) : null;
        if (!segment) return [];
        const load = resolved.loads.get(segment.id);
        const reps = segment.amount.kind === "reps" ? (load?.aimReps ?? segment.amount.reps.low) : null;
        const rir = segment.rir ? (segment.rir.low + segment.rir.high) / 2 : null;
        return [{ segmentId: segment.id, kg: load?.kg ?? null, reps, rir, shareOfE1rm: load?.shareOfE1rm ?? null }];
      });
      return { slot, exercise: exerciseOrThrow(catalogue, slot.exerciseId), sets, next: next.get(slot.id) ?? null };
    }),
  );
}

/** What each kind of rule would ask of a lift in a session, the one in force among them. */
export function rulesSideBySide(
  session: ProjectedSession,
  slotId: string,
  context: ProjectContext,
): { readonly rule: ProgressionRule; readonly next: NextPrescription | null }[] {
  const block = allBlocks(session.written).find(({ slots }) => slots.some(({ id }) => id === slotId));
  const slot = block?.slots.find(({ id }) => id === slotId);
  const record = slot && session.records.get(slot.lineage);
  if (!block || !slot || !record) return [];
  const exercise = exerciseOrThrow(context.catalogue, slot.exerciseId);
  const at = {
    ...context,
    gym: context.gymOf(session.resolved.document.gymId, session.date),
    calendar: { date: session.date, purpose: session.purpose, planWeek: session.week },
  };
  const own = slot.rule ?? suggestedRule(targetsOf(slot));
  return RULE_KINDS.map((kind) => {
    const rule = kind === own.kind ? own : newRule(kind);
    return { rule, next: nextOfLift({ block, slot: { ...slot, rule } }, exercise, record, at) };
  });
}

/** What a lift's prescription hangs on: what it would be if the lift's day before it is made, missed, or the week is away. */
interface DependsOn {
  readonly before: ComingDay;
  readonly made: readonly PlannedSet[];
  readonly missed: readonly PlannedSet[];
  readonly away: readonly PlannedSet[];
}

/** Null where nothing open lies between the log and the prescription. */
export function dependsOn(
  plan: PlanDocument,
  context: ProjectContext,
  at: { readonly dayId: string; readonly week: number; readonly lineage: string },
): DependsOn | null {
  const plain = projectPlan(plan, context);
  const here = plain.findIndex(({ dayId, week }) => dayId === at.dayId && week === at.week);
  const trains = ({ resolved }: ProjectedSession) =>
    allBlocks(resolved.document).some((block) => block.slots.some(({ lineage }) => lineage === at.lineage));
  const before = plain.slice(0, Math.max(0, here)).findLast((session) => !session.isAway && trains(session));
  if (here < 0 || !before) return null;
  const { dayId, week, date } = before;
  const asked = (sessions: readonly ProjectedSession[]) =>
    plannedLifts(entryAt(sessions, here), context).find(({ slot }) => slot.lineage === at.lineage)?.sets ?? [];
  const missed = projectPlan(plan, context, [{ dayId, week, lineage: at.lineage, outcome: "missed" }]);
  const days = daysInWeek(plan, week).map((day) => ({ dayId: day.id, week, lineage: null, outcome: "away" as const }));
  return {
    before: { dayId, week, date },
    made: asked(plain),
    missed: asked(missed),
    away: asked(projectPlan(plan, context, days)),
  };
}
