/**
 * A plan ahead of its log: what each coming session would ask if everything before it is made as asked (docs/handbook.md#projection,
 * projection). A pure function of the plan, the log and the date: the log is carried on by what is prescribed, and each session
 * is resolved as it will be on its day.
 */
import { type Exercise, exerciseOrThrow } from "../exercise";
import { entryAt, firstOf } from "../lists";
import { curveKg, type LiftRecord, type NextPrescription, type ResolvedSession } from "../load";
import { resolveSession } from "../prescription";
import {
  type LiftPlace,
  lineagesIn,
  newRule,
  nextOfLift,
  RULE_KINDS,
  suggestedRule,
  targetsOf,
  workKindOf,
} from "../progress";
import {
  allBlocks,
  allWorkingSets,
  type Exposure,
  type ExposurePurpose,
  type LoggedSet,
  oneOffSlots,
  type ProgressionRule,
  purposeOfSlot,
  type Slot,
} from "../session";
import { runSteps, type Steps } from "../steps";
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
import { type LogNode, memoryOf, type ProjectContext, type ProjectedSession } from "./projection-memory";

/** Of a lift on a day of a week: what is assumed there, other than that it is made. */
interface Exception {
  readonly dayId: string;
  readonly week: number;
  /** Null: the whole session. */
  readonly lineage: string | null;
  readonly outcome: "missed" | "away";
}

/** Every session still to come, in the order of their days; to its end, or to the last date that is asked for. */
export const projectPlan = (
  plan: PlanDocument,
  context: ProjectContext,
  exceptions: readonly Exception[] = [],
  until: string | null = null,
): ProjectedSession[] => runSteps(projectSteps(plan, context, exceptions, until));

/** As `projectPlan`, in steps, a session each, which is handed on when it is known. */
export function* projectSteps(
  plan: PlanDocument,
  context: ProjectContext,
  exceptions: readonly Exception[] = [],
  until: string | null = null,
  onSession: (session: ProjectedSession) => void = () => {},
): Steps<ProjectedSession[]> {
  const known = memoryOf(context);
  const logs = new Map<string, LogNode>();
  const logOf = (lineage: string): LogNode => {
    const node = logs.get(lineage) ?? known.beginningOf(lineage, context.logOf(lineage));
    logs.set(lineage, node);
    return node;
  };
  const sessions: ProjectedSession[] = [];
  const asked = until === null ? context : { ...context, until };
  for (const { dayId, week, date } of comingDays(plan, asked)) {
    if (sessions.length > 0) yield;
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
    const reads = { dayId, week, date, purpose, document, oneOff, gym, related: context.related, maxes, before };
    const session = known.session(reads, () => {
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
    const projected = { dayId, week, date, purpose, ...session.figures, conflicts, oneOff, isAway };
    sessions.push(projected);
    onSession(projected);
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
            assumed({ block, slot }, at, resolved, context, isMissed),
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

/** The days of the plan that are still open, by date; to its end, or to the last date that is asked for. */
export function comingDays(
  plan: PlanDocument,
  { today, until, isClosed }: Pick<ProjectContext, "today" | "until" | "isClosed">,
): ComingDay[] {
  const days: ComingDay[] = [];
  for (let week = 0; week < planWeeks(plan); week++)
    for (const day of daysInWeek(plan, week)) {
      const date = dateOfDay(plan, day, week);
      const isLeftOut = movedSession(plan, day.id, week)?.to === null;
      if (until !== undefined && date > until) continue;
      if (date >= today && !isLeftOut && !isClosed(day.id, week)) days.push({ dayId: day.id, week, date });
    }
  return days.sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : 0));
}

/** A lift done as it was asked, with the reserve asked; missed: each set a rep short of the least that was asked. */
export function assumed(
  { block, slot }: LiftPlace,
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
    const aim = load.aimReps ?? segment.amount.reps.low;
    const target = { low: Math.min(segment.amount.reps.low, aim), high: segment.amount.reps.high };
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
  const work = workKindOf({ block, slot });
  return { date, sessionId: key, slotId: slot.id, purpose, work, plannedSets: sets.length, sets };
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
