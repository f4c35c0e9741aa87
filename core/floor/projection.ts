/**
 * What is derived from a session's log: the exposures of its lifts, its totals and its state. From what was performed, never
 * from what was planned; each set read against the document that was on the screen. Pure: the same log, the same answer.
 */
import { hardTechniquesOf } from "../caution";
import { exerciseOrThrow, type Muscle } from "../exercise";
import { partKey, tirednessBefore } from "../forecast";
import { curveKg } from "../load";
import type { CheckIn } from "../progress";
import { workKindOf } from "../progress";
import {
  allBlocks,
  type Exposure,
  type FurtherPart,
  type LoggedSet,
  lineageOf,
  purposeOfSlot,
  ruledKgOf,
  type Tiredness,
} from "../session";
import { runBlock, type Timeline, workOf } from "../time";
import {
  type Balance,
  balanceOf,
  type Coverage,
  type MuscleLoads,
  NO_BALANCE,
  sessionVolume,
  totalSession,
  withVolumeLoad,
} from "../volume";
import { type FloorEvent, foldEvents, occurrenceKey, type PerformedSession, pausedMs } from "./events";
import { idleMs } from "./pace";
import {
  layOutPerformed,
  type PerformedPlan,
  type PlacedSet,
  placeSets,
  type ShownByHash,
  signedKg,
} from "./performed";
import { type ShownLoad, type ShownSession, withBlocksAdded, workContextOf } from "./shown";

/** Bumped when the same log, or the same plan, gives other figures; stored with what is derived, which can be rebuilt from the log. */
export const PROJECTION_VERSION = 10;

export type SessionState = "draft" | "started" | "done";

/** What was done, summed. */
export interface SessionSummary {
  /** From the start to the end, without pauses and without the time in which it was left open. */
  readonly minutes: number;
  /** How long it was left open in all: stretches of an hour or more without an entry; left out where there are none. */
  readonly leftOpenMinutes?: number;
  /** Places in the session that were done: a rep goal in mini-sets is one. */
  readonly sets: number;
  /** Sets that were asked for; optional rounds are not. */
  readonly plannedSets: number;
  readonly reps: number;
  readonly partialReps: number;
  readonly volumeLoadKg: number;
  readonly hardSets: Readonly<Record<string, number>>;
  readonly muscles: MuscleLoads;
  readonly coverage: Coverage;
  readonly balance: Balance;
  readonly hardTechniques: readonly Muscle[];
  readonly sessionRpe: number | null;
  readonly checkIn: CheckIn | null;
  /** The worst pain of a set, 0–10. */
  readonly pain: number;
  readonly note: string;
}

/** Of a session in which nothing was done. */
export const NOTHING_DONE: SessionSummary = {
  minutes: 0,
  sets: 0,
  plannedSets: 0,
  reps: 0,
  partialReps: 0,
  volumeLoadKg: 0,
  hardSets: {},
  muscles: {},
  coverage: {},
  balance: NO_BALANCE,
  hardTechniques: [],
  sessionRpe: null,
  checkIn: null,
  pain: 0,
  note: "",
};

/** One lift in one slot: what was trained there, by the lineage whose record it continues. */
export interface ProjectedExposure {
  readonly slotId: string;
  readonly lineage: string;
  readonly exerciseId: string;
  readonly exposure: Exposure;
}

interface SessionProjection {
  readonly performed: PerformedSession;
  readonly exposures: readonly ProjectedExposure[];
  readonly summary: SessionSummary;
  readonly state: SessionState;
}

export function projectSession(
  sessionId: string,
  events: readonly FloorEvent[],
  shownByHash: ShownByHash,
): SessionProjection {
  const performed = foldEvents(events);
  const byHash = new Map([...shownByHash].map(([hash, shown]) => [hash, withBlocksAdded(shown, performed)]));
  const placed = placeSets(performed, byHash);
  const laidOut = layOutPerformed(placed);
  const state = performed.ended
    ? "done"
    : // Begun with nothing kept is a draft still: a slip of the thumb locks no session.
      performed.sets.size > 0 || performed.skipped.size > 0
      ? "started"
      : "draft";
  return {
    performed,
    exposures: exposuresOf(sessionId, placed, laidOut.timeline),
    summary: summaryOf(performed, placed, laidOut, events, byHash),
    state,
  };
}

/** The set's exercise decides whose record it is: its slot's lineage, or that of what was done instead. */
function lineageDone({ slot, done }: PlacedSet): { readonly lineage: string; readonly exerciseId: string } {
  const exerciseId = done.segments[0]?.exerciseId ?? slot.exerciseId;
  return exerciseId === slot.exerciseId
    ? { lineage: slot.lineage, exerciseId }
    : { lineage: lineageOf(exerciseId, []), exerciseId };
}

export function exposuresOf(sessionId: string, placed: readonly PlacedSet[], timeline: Timeline): ProjectedExposure[] {
  const shown = placed[0]?.shown;
  const tiredness = shown ? tirednessBefore(timeline, shown) : new Map<string, Tiredness>();
  const found = new Map<string, { one: Omit<ProjectedExposure, "exposure">; place: PlacedSet; sets: LoggedSet[] }>();
  const worked = new Map<string, Set<string>>();
  for (const place of placed) {
    const { slot, block, done } = place;
    const { lineage, exerciseId } = lineageDone(place);
    const key = `${slot.id} ${lineage}`;
    const known = found.get(key) ?? { one: { slotId: slot.id, lineage, exerciseId }, place, sets: [] };
    found.set(key, known);
    const isFirst = known.sets.length === 0;
    const fresh = isFirst && ![...worked].some(([id, regions]) => id !== slot.id && meets(regions, place, exerciseId));
    known.sets.push({
      ...loggedSet(place, exerciseId, fresh, isFirst || block.slots.length > 1),
      ...tirednessOf(place, exerciseId, tiredness),
    });
    const regions = worked.get(slot.id) ?? new Set();
    for (const segment of done.segments) for (const region of direct(place, segment.exerciseId)) regions.add(region);
    worked.set(slot.id, regions);
  }
  return [...found.values()].map(({ one, place: { shown, slot, block }, sets }) => ({
    ...one,
    exposure: {
      work: workKindOf({ block, slot }),
      date: shown.date,
      sessionId,
      slotId: one.slotId,
      purpose: purposeOfSlot(shown, slot.id),
      plannedSets: plannedOf(slot, one.exerciseId, sets),
      sets: [...sets].sort((a, b) => a.round - b.round),
    },
  }));
}

/** What was left after the first part: of a set with further ones only the last part's reserve was said. */
function reserveAfterFirst({ done, planned }: PlacedSet): number | null {
  if (done.segments.length < 2) return done.failed ? 0 : done.rir;
  return planned?.segments[0]?.amount.kind === "toFailure" ? 0 : null;
}

/** How tired a set and its further parts were begun. */
function tirednessOf(
  { done, slot, planned, shown }: PlacedSet,
  exerciseId: string,
  tiredness: ReadonlyMap<string, Tiredness>,
): Pick<LoggedSet, "before" | "further"> {
  const at = (segmentIndex: number) =>
    tiredness.get(partKey({ setId: occurrenceKey(done), segmentIndex })) ?? { others: 0, afterSeconds: null };
  const exercise = exerciseOrThrow(shown.catalogue, exerciseId);
  const further = done.segments.flatMap((part, index): FurtherPart[] => {
    if (index === 0 || part.exerciseId !== exerciseId) return [];
    const asked = planned?.segments.find(({ id }) => id === part.segmentId) ?? null;
    const isLast = index === done.segments.length - 1;
    const failed = (isLast && done.failed) || asked?.amount.kind === "toFailure";
    const setup = asked?.setup ?? slot.setup;
    return [
      {
        curveKg: curveKg(exercise, signedKg(part), shown.bodyMassKg, shown.settings, setup),
        reps: Math.min(part.reps, part.rightReps ?? part.reps),
        rir: failed ? 0 : isLast ? done.rir : null,
        before: at(index),
      },
    ];
  });
  return { before: at(0), ...(further.length > 0 ? { further } : {}) };
}

/** The working sets asked of a slot; of a lift that was swapped in, those it took over. */
function plannedOf(slot: PlacedSet["slot"], exerciseId: string, sets: readonly LoggedSet[]): number {
  if (exerciseId !== slot.exerciseId) return sets.filter((set) => set.asked).length;
  return slot.sets.filter((set) => set?.role === "working").length;
}

const direct = ({ shown }: PlacedSet, exerciseId: string): string[] =>
  Object.entries(exerciseOrThrow(shown.catalogue, exerciseId).shares).flatMap(([region, share]) =>
    share === 1 ? [region] : [],
  );

const meets = (regions: ReadonlySet<string>, place: PlacedSet, exerciseId: string): boolean =>
  direct(place, exerciseId).some((region) => regions.has(region));

const isTimed = ({ seconds }: { readonly seconds: number | null }): boolean => seconds !== null;

function loggedSet(place: PlacedSet, exerciseId: string, fresh: boolean, restUnknown: boolean): LoggedSet {
  const { done, slot, planned, shown } = place;
  const first = done.segments[0];
  const asked = planned?.segments[0] ?? null;
  const loadKg = first ? signedKg(first) : 0;
  const exercise = exerciseOrThrow(shown.catalogue, exerciseId);
  const reps = asked?.amount.kind === "reps" && done.ordinal === 0 ? asked.amount.reps : null;
  const onScreen = asked && shown.loads[asked.id];
  const aim = onScreen?.aimReps;
  return {
    key: occurrenceKey(done),
    round: done.round,
    asked: planned !== null && done.ordinal === 0,
    loadKg,
    ...(first?.exerciseId === slot.exerciseId && onScreen ? askedOf(loadKg, onScreen) : {}),
    curveKg: first ? curveKg(exercise, loadKg, shown.bodyMassKg, shown.settings, asked?.setup ?? slot.setup) : null,
    // Reps that were counted within a time are no measure of strength.
    reps: first && !isTimed(first) ? Math.min(first.reps, first.rightReps ?? first.reps) : 0,
    totalReps: done.segments.reduce(
      (total, segment) => total + (isTimed(segment) ? 0 : segment.reps + (segment.rightReps ?? 0)),
      0,
    ),
    seconds: first?.seconds ?? null,
    rir: reserveAfterFirst(place),
    form: done.form,
    pain: done.pain,
    target: reps && { low: Math.min(reps.low, aim ?? reps.low), high: reps.high },
    targetRir: asked?.rir ? (asked.rir.low + asked.rir.high) / 2 : null,
    working: (planned?.role ?? "working") === "working",
    restBeforeSeconds: restUnknown || slot.laterality !== "both" || done.segments.length > 1 ? null : done.restSeconds,
    fresh,
  };
}

/** The load that was asked for, and where it was a share of the rule's, from where the rule goes on. */
function askedOf(doneKg: number, { kg, nextKg }: ShownLoad): Pick<LoggedSet, "askedKg" | "ruledKg"> {
  if (kg === null) return {};
  return { askedKg: kg, ...(nextKg === null ? {} : { ruledKg: ruledKgOf(doneKg, { askedKg: kg, nextKg }) }) };
}

function summaryOf(
  performed: PerformedSession,
  placed: readonly PlacedSet[],
  { document, timeline, effectiveKg }: PerformedPlan,
  events: readonly FloorEvent[],
  shownByHash: ShownByHash,
): SessionSummary {
  const shown = shownByHash.get(events.at(-1)?.shownHash ?? "") ?? [...shownByHash.values()].at(-1) ?? null;
  const base = { ...minutesOf(performed, placed, events), plannedSets: shown ? plannedSets(shown) : 0 };
  const ended = { sessionRpe: performed.ended?.sessionRpe ?? null, note: performed.ended?.note ?? "" };
  const felt = { checkIn: performed.checkIn, pain: Math.max(0, ...placed.map(({ done }) => done.pain)) };
  const sets = new Set(placed.map(({ done }) => `${done.slotId}:${done.round}`)).size;
  if (!shown || placed.length === 0) return { ...NOTHING_DONE, ...base, ...ended, ...felt, sets };
  const context = {
    catalogue: shown.catalogue,
    settings: shown.settings,
    effectiveKg: (id: string) => effectiveKg.get(id) ?? null,
  };
  const totals = totalSession(timeline, context);
  const { muscles, coverage, exercises } = withVolumeLoad(sessionVolume(timeline, context), timeline, context);
  return {
    ...base,
    ...ended,
    ...felt,
    sets,
    reps: totals.reps,
    partialReps: totals.partialReps,
    volumeLoadKg: Math.round(totals.volumeLoadKg * 10) / 10,
    hardSets: Object.fromEntries([...totals.byMuscle].map(([muscle, amounts]) => [muscle, amounts.hardSets])),
    muscles,
    coverage,
    balance: balanceOf(exercises.values(), shown.catalogue),
    hardTechniques: hardTechniquesOf(document, shown.catalogue, shown.settings),
  };
}

/** Minutes from the start to the end; a log without a start began with the work of its first set. */
function minutesOf(
  performed: PerformedSession,
  placed: readonly PlacedSet[],
  events: readonly FloorEvent[],
): Pick<SessionSummary, "minutes" | "leftOpenMinutes"> {
  const first = placed[0];
  const work = first?.planned ? workOf(first.slot, first.planned, workContextOf(first.shown)).seconds * 1000 : 0;
  const began = first ? first.done.atMs - work : (events[0]?.atMs ?? 0);
  const start = Math.min(performed.startedAtMs ?? began, began);
  const end = performed.ended?.atMs ?? events.at(-1)?.atMs ?? start;
  const openMs = idleMs(performed, start, end);
  const leftOpenMinutes = Math.round(openMs / 60_000);
  return {
    minutes: Math.max(0, Math.round((end - start - openMs - pausedMs(performed.pauses, start, end)) / 60_000)),
    ...(leftOpenMinutes > 0 ? { leftOpenMinutes } : {}),
  };
}

/** Sets that the session asks for, its optional rounds left out. */
function plannedSets(shown: ShownSession): number {
  const context = workContextOf(shown);
  return allBlocks(shown.document).reduce(
    (total, block) =>
      total +
      runBlock(block, context).rounds.reduce((sum, round) => sum + (round.isOptional ? 0 : round.moves.length), 0),
    0,
  );
}
