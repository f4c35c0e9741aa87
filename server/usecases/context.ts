/** Gathers what computing a session needs, and computes what is stored with it. */
import { createHash } from "node:crypto";
import type {
  LiftLog,
  SessionContext,
  SessionLine,
  SessionSummary,
  ShownContent,
  ShownLoad,
  StudioExercises,
  WeekContext,
} from "../../contract";
import { catalogueIn, NO_OWN_EXERCISES, readDocument, readEquipment, resolveIn } from "../../contract";
import {
  addDays,
  addLoads,
  buildSentence,
  type Clearance,
  type ClientLimit,
  curveKg,
  DEFAULT_SETTINGS,
  daysBetween,
  ENGINE_VERSION,
  type Exercise,
  type ExerciseDefinition,
  type Exposure,
  effectiveKg,
  exerciseOrThrow,
  expandSession,
  exposuresOf,
  type FeltSets,
  type FloorEvent,
  foldEvents,
  type HardDay,
  type HardTechnique,
  hardTechniquesOf,
  indexSegments,
  isWork,
  loadWords,
  type MuscleLoads,
  mondayOf,
  muscleLoads,
  type PerformedSession,
  type ProgressionRule,
  platesSentence,
  type ReadinessStatement,
  type ResolvedLoad,
  rampStepKey,
  readinessState,
  type SessionDocument,
  type Settings,
  setsByExercise,
  signedKg,
  type TestedMax,
  toKg,
  totalSession,
  type WeightUnit,
} from "../../core";
import type { Transaction } from "../db";
import * as db from "../db/queries";

export const MOST_EXPOSURES = 26;

export const settingsOf = (stored: unknown): Settings => ({ ...DEFAULT_SETTINGS, ...(stored as Partial<Settings>) });

export const lineOf = (row: {
  id: string;
  clientId: string;
  date: string;
  title: string;
  state: string;
  summary: unknown;
}): SessionLine => ({
  id: row.id,
  clientId: row.clientId,
  date: row.date,
  title: row.title,
  state: row.state as SessionLine["state"],
  summary: row.summary as SessionSummary | null,
});

/** The lifts of a client up to a date, as their record reads them. */
export async function liftsOn(
  tx: Transaction,
  clientId: string,
  date: string,
  settings: Settings,
  without: string | null = null,
): Promise<LiftLog[]> {
  const lifts = new Map<
    string,
    { lineage: string; exerciseId: string; exposures: Exposure[]; tested: TestedMax[]; trainingMaxKg: number | null }
  >();
  const liftOf = ({ lineage, exerciseId }: { lineage: string; exerciseId: string }) => {
    const known = lifts.get(lineage) ?? { lineage, exerciseId, exposures: [], tested: [], trainingMaxKg: null };
    lifts.set(lineage, known);
    return known;
  };
  for (const row of await db.exposureRows(tx, clientId, date, MOST_EXPOSURES))
    if (row.sessionId !== without) liftOf(row).exposures.push(row.exposure as Exposure);
  const marks = await db.markRows(tx, clientId, date);
  const catalogue = catalogueIn(marks.length > 0 ? await studioExercises(tx) : NO_OWN_EXERCISES);
  const masses = marks.length > 0 ? await db.bodyMassRows(tx, clientId) : [];
  for (const row of marks) {
    const exercise = catalogue.byId.get(row.exerciseId);
    const weighed = masses.find((mass) => mass.date <= row.date) ?? masses.at(-1);
    const bodyKg = weighed ? toKg({ amount: weighed.amount, unit: weighed.unit as WeightUnit }) : null;
    const said = toKg({ amount: row.amount, unit: row.unit as WeightUnit });
    const kg = exercise ? curveKg(exercise, said, bodyKg, settings) : null;
    if (kg === null) continue;
    if (row.kind === "training") liftOf(row).trainingMaxKg = kg;
    else liftOf(row).tested.push({ date: row.date, kg });
  }
  return [...lifts.values()];
}

export async function bodyMassKgOn(tx: Transaction, clientId: string, date: string): Promise<number | null> {
  const mass = await db.bodyMassOn(tx, clientId, date);
  return mass ? toKg({ amount: mass.amount, unit: mass.unit as WeightUnit }) : null;
}

export function documentOf(row: { document: unknown }, exercises: StudioExercises): SessionDocument {
  const read = readDocument(row.document, catalogueIn(exercises));
  if (!read.ok) throw new Error(`a stored document is broken: ${read.problems[0]?.field} ${read.problems[0]?.message}`);
  return read.value;
}

/** The studio's own exercises and what it hides. */
export async function studioExercises(tx: Transaction): Promise<StudioExercises> {
  const studio = await db.studioRow(tx);
  const hidden = (studio?.settings as { hiddenExercises?: string[] } | undefined)?.hiddenExercises ?? [];
  const own = (await db.ownExerciseRows(tx)).map((row) => row.definition as ExerciseDefinition);
  return own.length === 0 && hidden.length === 0 ? NO_OWN_EXERCISES : { own, hidden };
}

/** What was felt in the last sets of each exercise, where anything was logged. */
export function painOf(lifts: readonly LiftLog[]): Record<string, FeltSets> {
  const pain: Record<string, FeltSets> = {};
  for (const { exerciseId, exposures } of lifts) {
    const sets = exposures.flatMap((exposure) => exposure.sets).slice(-8);
    if (sets.length === 0) continue;
    const known = pain[exerciseId] ?? { mean: 0, sets: 0 };
    const total = known.mean * known.sets + sets.reduce((sum, set) => sum + set.pain, 0);
    const count = known.sets + sets.length;
    const slipped = sets.filter((set) => set.form !== "held").length + (known.rough ?? 0) * known.sets;
    pain[exerciseId] = { mean: total / count, sets: count, rough: slipped / count };
  }
  return pain;
}

/** What the week asks besides one session, and the four weeks before it. */
async function weekContext(
  tx: Transaction,
  clientId: string,
  row: { id: string; date: string },
  settings: Settings,
  exercises: StudioExercises,
): Promise<{ week: WeekContext; hardSets: Record<string, number> }> {
  const monday = mondayOf(row.date);
  const catalogue = catalogueIn(exercises);
  let others: MuscleLoads = {};
  const hardSets: Record<string, number> = {};
  const hardTechniques: HardTechnique[] = [];
  const days: HardDay[] = [];
  for (const other of await db.otherSessions(tx, clientId, row.id, addDays(monday, -7), addDays(monday, 14))) {
    const summary = other.summary as SessionSummary | null;
    const document = documentOf(other, exercises);
    const techniques = summary?.hardTechniques ?? hardTechniquesOf(document, catalogue, settings);
    // A draft of a day gone by was not done.
    if (techniques.length > 0 && (summary || other.date >= row.date))
      hardTechniques.push({ date: other.date, muscles: techniques });
    const done = summary?.hardSets ?? plannedHardSets(document, settings, exercises);
    if (summary || other.date >= row.date) days.push({ date: other.date, hardSets: done });
    if (other.date < monday || other.date >= addDays(monday, 7)) continue;
    const planned = summary?.muscles ?? plannedLoads(document, settings, exercises);
    others = addLoads(others, planned);
    for (const [muscle, sets] of Object.entries(done)) hardSets[muscle] = (hardSets[muscle] ?? 0) + sets;
  }
  const lines = await db.sessionLines(tx, [clientId], addDays(monday, -28), addDays(monday, -1));
  const first = await db.firstDone(tx, clientId);
  const weeksTrained = first ? Math.max(0, Math.floor(daysBetween(mondayOf(first), monday) / 7)) : 0;
  const before = [4, 3, 2, 1].slice(-Math.min(4, weeksTrained)).map((back) => {
    const from = addDays(monday, -7 * back);
    return lines
      .filter((line) => line.date >= from && line.date < addDays(from, 7))
      .reduce<MuscleLoads>((sum, line) => addLoads(sum, (line.summary as SessionSummary | null)?.muscles ?? {}), {});
  });
  return { week: { others, before: weeksTrained === 0 ? [] : before, weeksTrained, hardTechniques, days }, hardSets };
}

function plannedLoads(document: SessionDocument, settings: Settings, exercises: StudioExercises): MuscleLoads {
  const context = { catalogue: catalogueIn(exercises), settings };
  return muscleLoads(setsByExercise(expandSession(document, context), context).values(), context.catalogue);
}

/** The context of one session, as of its own date. The session's own log is left out of the record. */
export async function sessionContext(tx: Transaction, row: db.SessionRow): Promise<SessionContext | null> {
  const [studio, client, gyms] = [await db.studioRow(tx), await db.clientRow(tx, row.clientId), await db.gymRows(tx)];
  const gym = gyms.find((one) => one.id === (row.gymId ?? client?.gymId)) ?? gyms[0];
  if (!studio || !client || !gym) return null;
  const settings = settingsOf(studio.settings);
  const exercises = await studioExercises(tx);
  const { week, hardSets } = await weekContext(tx, client.id, row, settings, exercises);
  const lifts = await liftsOn(tx, client.id, row.date, settings, row.id);
  const statement = client.readiness as ReadinessStatement | null;
  return {
    sessionId: row.id,
    date: row.date,
    client: {
      id: client.id,
      name: client.name,
      trainingAge: client.trainingAge,
      rounding: client.rounding as "nearest" | "neverHarder",
      minutes: client.minutes,
      limits: client.limitList as ClientLimit[],
      priorities: client.priorities as SessionContext["client"]["priorities"],
      dislikes: client.dislikes as string[],
      answeredYes: statement?.yes ?? [],
    },
    exercises,
    pain: painOf(lifts),
    week,
    reasons: row.reasons as Record<string, string>,
    readiness: readinessState(statement, client.clearance as Clearance | null),
    bodyMassKg: await bodyMassKgOn(tx, client.id, row.date),
    gym: { id: gym.id, name: gym.name, equipment: readEquipment(gym.equipment) },
    settings,
    lifts,
    rules: row.rules as Record<string, ProgressionRule>,
    weekHardSets: hardSets,
  };
}

function plannedHardSets(
  document: SessionDocument,
  settings: Settings,
  exercises: StudioExercises,
): Record<string, number> {
  const context = { catalogue: catalogueIn(exercises), settings };
  const totals = totalSession(expandSession(document, context), context);
  return Object.fromEntries([...totals.byMuscle].map(([muscle, amounts]) => [muscle, amounts.hardSets]));
}

/** What stands on the floor's screen, and its hash. */
export function showSession(
  document: SessionDocument,
  context: SessionContext,
): { content: ShownContent; hash: string } {
  const resolved = resolveIn(document, context);
  const catalogue = catalogueIn(context.exercises);
  const segments = indexSegments(document);
  const loads: Record<string, ShownLoad> = {};
  for (const [segmentId, load] of resolved.loads) {
    const known = segments.get(segmentId)!;
    const exercise = exerciseOrThrow(catalogue, known.segment.exerciseId ?? known.slot.exerciseId);
    const step = resolved.platePlans.get(known.slot.id)?.steps.find((one) => one.key === segmentId);
    const change = step && step.takeOff.length + step.putOn.length > 0 ? platesSentence(step) : "";
    loads[segmentId] = shownLoad(exercise, load, change);
  }
  const ramps = Object.fromEntries(
    [...resolved.ramps].map(([slotId, sets]) => {
      const slot = document.blocks.flatMap((block) => block.slots).find((one) => one.id === slotId);
      const exercise = exerciseOrThrow(
        catalogue,
        slot?.exerciseId ?? document.finisher!.slots.find((one) => one.id === slotId)!.exerciseId,
      );
      return [
        slotId,
        sets.map(({ load, reps }, index) => {
          const step = resolved.platePlans.get(slotId)?.steps.find((one) => one.key === rampStepKey(index));
          const build =
            step && (load.build.kind === "bar" || load.build.kind === "sled")
              ? { ...load.build, perSide: step.perSide }
              : load.build;
          return { words: loadWords(exercise, load.kg, load.weight), build: buildSentence(build), reps };
        }),
      ];
    }),
  );
  const content: ShownContent = {
    engineVersion: ENGINE_VERSION,
    settings: context.settings,
    date: context.date,
    clientName: context.client.name,
    bodyMassKg: context.bodyMassKg,
    equipment: context.gym.equipment,
    ...(context.exercises.own.length > 0 ? { exercises: context.exercises } : {}),
    document,
    loads,
    ramps,
  };
  return { content, hash: hashOf(content) };
}

function shownLoad(exercise: Exercise, load: ResolvedLoad, change: string): ShownLoad {
  const { kg, weight, aimReps } = load;
  if (kg === null || weight === null)
    return { kg: null, weight: null, sign: 1, words: "find it", build: "", change: "", aimReps };
  return {
    kg,
    weight: kg === 0 ? null : weight,
    sign: kg < 0 ? -1 : 1,
    words: loadWords(exercise, kg, weight),
    build: load.build ? buildSentence(load.build) : "",
    change,
    aimReps,
  };
}

/** What was shown, as it was stored; what an older record of a gym did not know has its plain value. */
export function shownOf(row: { content: unknown }): ShownContent {
  const content = row.content as ShownContent;
  return { ...content, equipment: readEquipment(content.equipment) };
}

/** SHA-256 of a value's JSON with sorted keys: the same content, the same hash, on every machine. */
export function hashOf(value: unknown): string {
  return createHash("sha256").update(canonical(value)).digest("hex");
}

function canonical(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map(canonical).join(",")}]`;
  if (typeof value === "object" && value !== null) {
    const entries = Object.entries(value)
      .filter(([, inner]) => inner !== undefined)
      .sort(([a], [b]) => (a < b ? -1 : 1));
    return `{${entries.map(([key, inner]) => `${JSON.stringify(key)}:${canonical(inner)}`).join(",")}}`;
  }
  return JSON.stringify(value) ?? "null";
}

export const eventOf = (row: db.EventRow): FloorEvent => ({
  id: row.id,
  sessionId: row.sessionId,
  atMs: row.atMs,
  shownHash: row.shownHash,
  body: row.body as FloorEvent["body"],
});

/** The projections of one session's log: exposures of its lifts, and its summary. */
export function project(sessionId: string, shown: ShownContent, events: readonly FloorEvent[]) {
  const performed = foldEvents(events);
  const aims: Record<string, number> = {};
  for (const [segmentId, load] of Object.entries(shown.loads))
    if (load.aimReps !== null) aims[segmentId] = load.aimReps;
  const lifts = exposuresOf(
    { sessionId, date: shown.date, document: shown.document, bodyMassKg: shown.bodyMassKg, aims },
    performed,
    catalogueIn(shown.exercises),
    shown.settings,
  );
  return { performed, lifts, summary: summarise(shown, performed, events) };
}

function summarise(shown: ShownContent, performed: PerformedSession, events: readonly FloorEvent[]): SessionSummary {
  const document = onlyDone(shown.document, performed);
  const catalogue = catalogueIn(shown.exercises);
  const counting = { catalogue, settings: shown.settings };
  const timeline = expandSession(document, counting);
  const totals = totalSession(timeline, counting);
  let reps = 0;
  let volumeLoadKg = 0;
  const planned = indexSegments(shown.document);
  for (const set of performed.sets.values()) {
    for (const segment of set.segments) {
      const exercise = catalogue.byId.get(segment.exerciseId);
      if (!exercise) continue;
      const done = segment.reps + (segment.rightReps ?? 0);
      const effective = effectiveKg(
        exercise,
        signedKg(segment),
        { bodyMassKg: shown.bodyMassKg, gym: shown.equipment, beside: planned.get(segment.segmentId)?.segment.beside },
        shown.settings,
      );
      reps += done;
      volumeLoadKg += done * (effective ?? 0);
    }
  }
  const plannedSets = expandSession(shown.document, counting).blocks.reduce(
    (total, { timeline: block }) =>
      total +
      new Set(block.spans.filter(isWork).map((span) => span.setId)).size -
      (block.spans.some((span) => span.kind === "ramp") ? 1 : 0),
    0,
  );
  const first = performed.startedAtMs ?? events[0]?.atMs ?? 0;
  const last = performed.ended?.atMs ?? events.at(-1)?.atMs ?? first;
  return {
    minutes: Math.max(0, Math.round((last - first) / 60_000)),
    sets: performed.sets.size,
    plannedSets,
    reps,
    volumeLoadKg: Math.round(volumeLoadKg * 10) / 10,
    hardSets: Object.fromEntries([...totals.byMuscle].map(([muscle, amounts]) => [muscle, amounts.hardSets])),
    muscles: muscleLoads(setsByExercise(timeline, counting).values(), catalogue),
    hardTechniques: hardTechniquesOf(document, catalogue, shown.settings),
    sessionRpe: performed.ended?.sessionRpe ?? null,
  };
}

/** The shown document with only the sets that were done, and the effort that was logged. */
function onlyDone(document: SessionDocument, performed: PerformedSession): SessionDocument {
  const blocks = [...document.blocks, ...(document.finisher ? [document.finisher] : [])].map((block) => ({
    ...block,
    slots: block.slots.map((slot) => ({
      ...slot,
      ramp: { kind: "none" as const },
      sets: slot.sets.map((set) => {
        const done = set && performed.sets.get(set.id);
        if (!set || !done) return null;
        const rir = done.rir === null ? null : { low: done.rir, high: done.rir };
        return {
          ...set,
          segments: set.segments.map((segment, index) =>
            index === set.segments.length - 1 && rir ? { ...segment, rir } : segment,
          ),
        };
      }),
    })),
  }));
  return { ...document, blocks, finisher: null };
}
