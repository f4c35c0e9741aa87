/** Gathers what computing a session needs, and computes what is stored with it. */
import { createHash } from "node:crypto";
import type { LiftLog, SessionContext, SessionLine, SessionSummary, ShownContent, ShownLoad } from "../../contract";
import { readDocument, readEquipment, resolveIn } from "../../contract";
import {
  addDays,
  buildSentence,
  type Clearance,
  curveKg,
  DEFAULT_SETTINGS,
  ENGINE_VERSION,
  type Exercise,
  type Exposure,
  effectiveKg,
  exerciseOrThrow,
  expandSession,
  exposuresOf,
  type FloorEvent,
  foldEvents,
  indexSegments,
  isWork,
  loadWords,
  mondayOf,
  type PerformedSession,
  type ProgressionRule,
  platesSentence,
  type ReadinessStatement,
  type ResolvedLoad,
  rampStepKey,
  readinessState,
  type SessionDocument,
  type Settings,
  SHIPPED_CATALOGUE,
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
  const masses = marks.length > 0 ? await db.bodyMassRows(tx, clientId) : [];
  for (const row of marks) {
    const exercise = SHIPPED_CATALOGUE.byId.get(row.exerciseId);
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

export function documentOf(row: { document: unknown }): SessionDocument {
  const read = readDocument(row.document);
  if (!read.ok) throw new Error(`a stored document is broken: ${read.problems[0]?.field} ${read.problems[0]?.message}`);
  return read.value;
}

/** The context of one session, as of its own date. The session's own log is left out of the record. */
export async function sessionContext(tx: Transaction, row: db.SessionRow): Promise<SessionContext | null> {
  const [studio, client, gyms] = [await db.studioRow(tx), await db.clientRow(tx, row.clientId), await db.gymRows(tx)];
  const gym = gyms.find((one) => one.id === (row.gymId ?? client?.gymId)) ?? gyms[0];
  if (!studio || !client || !gym) return null;
  const monday = mondayOf(row.date);
  const others = await db.otherSessions(tx, client.id, row.id, monday, addDays(monday, 7));
  const settings = settingsOf(studio.settings);
  const weekHardSets: Record<string, number> = {};
  for (const other of others) {
    const done = (other.summary as SessionSummary | null)?.hardSets ?? plannedHardSets(documentOf(other), settings);
    for (const [muscle, sets] of Object.entries(done)) weekHardSets[muscle] = (weekHardSets[muscle] ?? 0) + sets;
  }
  return {
    sessionId: row.id,
    date: row.date,
    client: {
      id: client.id,
      name: client.name,
      trainingAge: client.trainingAge,
      rounding: client.rounding as "nearest" | "neverHarder",
      minutes: client.minutes,
    },
    readiness: readinessState(client.readiness as ReadinessStatement | null, client.clearance as Clearance | null),
    bodyMassKg: await bodyMassKgOn(tx, client.id, row.date),
    gym: { id: gym.id, name: gym.name, equipment: readEquipment(gym.equipment) },
    settings,
    lifts: await liftsOn(tx, client.id, row.date, settings, row.id),
    rules: row.rules as Record<string, ProgressionRule>,
    weekHardSets,
  };
}

function plannedHardSets(document: SessionDocument, settings: Settings): Record<string, number> {
  const context = { catalogue: SHIPPED_CATALOGUE, settings };
  const totals = totalSession(expandSession(document, context), context);
  return Object.fromEntries([...totals.byMuscle].map(([muscle, amounts]) => [muscle, amounts.hardSets]));
}

/** What stands on the floor's screen, and its hash. */
export function showSession(
  document: SessionDocument,
  context: SessionContext,
): { content: ShownContent; hash: string } {
  const resolved = resolveIn(document, context);
  const segments = indexSegments(document);
  const loads: Record<string, ShownLoad> = {};
  for (const [segmentId, load] of resolved.loads) {
    const known = segments.get(segmentId)!;
    const exercise = exerciseOrThrow(SHIPPED_CATALOGUE, known.segment.exerciseId ?? known.slot.exerciseId);
    const step = resolved.platePlans.get(known.slot.id)?.steps.find((one) => one.key === segmentId);
    const change = step && step.takeOff.length + step.putOn.length > 0 ? platesSentence(step) : "";
    loads[segmentId] = shownLoad(exercise, load, change);
  }
  const ramps = Object.fromEntries(
    [...resolved.ramps].map(([slotId, sets]) => {
      const slot = document.blocks.flatMap((block) => block.slots).find((one) => one.id === slotId);
      const exercise = exerciseOrThrow(
        SHIPPED_CATALOGUE,
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
    SHIPPED_CATALOGUE,
    shown.settings,
  );
  return { performed, lifts, summary: summarise(shown, performed, events) };
}

function summarise(shown: ShownContent, performed: PerformedSession, events: readonly FloorEvent[]): SessionSummary {
  const document = onlyDone(shown.document, performed);
  const timeline = expandSession(document, { catalogue: SHIPPED_CATALOGUE, settings: shown.settings });
  const totals = totalSession(timeline, { catalogue: SHIPPED_CATALOGUE, settings: shown.settings });
  let reps = 0;
  let volumeLoadKg = 0;
  const planned = indexSegments(shown.document);
  for (const set of performed.sets.values()) {
    for (const segment of set.segments) {
      const exercise = SHIPPED_CATALOGUE.byId.get(segment.exerciseId);
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
  const plannedSets = expandSession(shown.document, {
    catalogue: SHIPPED_CATALOGUE,
    settings: shown.settings,
  }).blocks.reduce(
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
