/**
 * Fills an empty database with the demo: every client's last eight weeks are performed by a simulated lifter through
 * the same use cases that the floor uses, so every chart has truthful data behind it.
 */
import { EMPTY_DOCUMENT } from "../../contract";
import {
  addDays,
  buildableLoads,
  curveKg,
  decimal,
  exerciseOrThrow,
  expandSession,
  type FloorEvent,
  type FloorEventBody,
  type FormReport,
  indexSegments,
  isWork,
  mondayOf,
  type PerformedSegment,
  type PerformedSet,
  POPULATION_RESERVE,
  parseSession,
  prescribedFromCurve,
  roundToBuildable,
  type SessionDocument,
  SHIPPED_CATALOGUE,
  SimulatedLifter,
  type WorkSpan,
  weight,
} from "../../core";
import { createAccount } from "../auth";
import { asOwner, inStudio, newId, type Scope } from "../db";
import { addMember, createStudio } from "../db/accounts";
import * as db from "../db/queries";
import { sessionContext, showSession } from "../usecases/context";
import { record } from "../usecases/floor";
import { dateIn } from "../usecases/kit";
import {
  BOATHOUSE_EQUIPMENT,
  DEMO_CLIENT_ACCOUNT,
  DEMO_CLIENTS,
  DEMO_COACH,
  DEMO_STUDIO,
  type DemoClient,
  HOME_EQUIPMENT,
  LOFT_EQUIPMENT,
} from "./scenario";

const WEEKS = 8;

export async function seedDemo(nowMs: number): Promise<void> {
  const studioId = newId();
  const userId = await createAccount(DEMO_COACH.name, DEMO_COACH.email, DEMO_COACH.password);
  if (!userId) throw new Error("the demo account is there already");
  const memberId = newId();
  await asOwner(async (tx) => {
    await createStudio(tx, { id: studioId, ...DEMO_STUDIO, isDemo: true });
    await addMember(tx, { studioId, id: memberId, userId, role: "coach", clientId: null, name: DEMO_COACH.name });
  });
  const scope: Scope = { role: "coach", studioId, memberId, name: DEMO_COACH.name };
  const today = dateIn(DEMO_STUDIO.timeZone, nowMs);
  const gyms = { boathouse: newId(), loft: newId() };
  // The leg extension waits for a cable: whoever needs it next week is told.
  const outOfOrder = [{ item: "stack:leg extension", from: addDays(today, 5), until: addDays(today, 19) }];
  await inStudio(scope, async (tx) => {
    const boathouse = { ...BOATHOUSE_EQUIPMENT, outOfOrder };
    await db.insertGym(tx, { studioId, id: gyms.boathouse, name: "Boathouse", equipment: boathouse, isDefault: true });
    await db.insertGym(tx, { studioId, id: gyms.loft, name: "Sail loft", equipment: LOFT_EQUIPMENT });
  });
  for (const [index, client] of DEMO_CLIENTS.entries()) await seedClient(scope, gyms, client, index, today);
}

interface DemoGyms {
  readonly boathouse: string;
  readonly loft: string;
}

async function seedClient(
  scope: Scope,
  gyms: DemoGyms,
  client: DemoClient,
  index: number,
  today: string,
): Promise<void> {
  const { studioId } = scope;
  const clientId = newId();
  const start = addDays(mondayOf(today), -7 * WEEKS);
  await inStudio(scope, async (tx) => {
    await db.insertClient(tx, {
      studioId,
      id: clientId,
      name: client.name,
      birthYear: client.birthYear,
      trainingAge: client.trainingAge,
      minutes: client.minutes,
      aims: client.aims,
      limits: client.limits,
      notes: client.notes,
      gymId: gyms.boathouse,
      rounding: client.rounding,
      readiness: { date: start, yes: client.yes },
      limitList: (client.limitList ?? []).map((limit) => ({ ...limit, id: newId(), from: start })),
      priorities: client.priorities ?? {},
      clearance: client.clearedBy ? { date: start, by: client.clearedBy } : null,
    });
    for (let week = 0; week <= WEEKS; week++) {
      const kg = client.bodyMassKg + client.massPerWeekKg * (week - WEEKS);
      await db.putBodyMass(tx, { studioId, clientId, date: addDays(start, week * 7), ...weight(kg.toFixed(1)) });
    }
  });
  if (index === 0) {
    await inStudio(scope, (tx) =>
      db.insertGym(tx, { studioId, id: newId(), name: "Marit's home", equipment: HOME_EQUIPMENT, clientId }),
    );
    const userId = await createAccount(client.name, DEMO_CLIENT_ACCOUNT.email, DEMO_CLIENT_ACCOUNT.password);
    if (userId)
      await asOwner((tx) =>
        addMember(tx, { studioId, id: newId(), userId, role: "client", clientId, name: client.name }),
      );
  }
  const planId = newId();
  const gymOfDay = client.days.map(({ inLoft }) => (inLoft ? gyms.loft : gyms.boathouse));
  const days = client.days.map(({ weekday, text }) => ({
    studioId,
    id: newId(),
    planId,
    clientId,
    weekday,
    document: readPlan(text),
  }));
  await inStudio(scope, (tx) =>
    db.insertPlan(tx, { studioId, id: planId, clientId, name: "Autumn block", startDate: start, weeks: 12 }, days),
  );
  const lifter = new SimulatedLifter({
    seed: 1000 + index,
    familyKg: client.familyKg,
    weeklyGainPercent: client.weeklyGainPercent,
    dayWobblePercent: 1.5,
    rirError: 0.5,
    adherence: client.adherence,
    curveShape: client.curveShape,
    reserve: {
      ...POPULATION_RESERVE,
      fastSeconds: POPULATION_RESERVE.fastSeconds * client.recovery,
      slowSeconds: POPULATION_RESERVE.slowSeconds * client.recovery,
    },
    formBreaks: 0.04,
    pain: 0.004,
  });
  await inStudio(scope, async (tx) => {
    for (const { week, exerciseId, kg } of client.tested ?? []) {
      const date = addDays(start, week * 7 + 5);
      await db.insertMark(tx, {
        studioId,
        id: newId(),
        clientId,
        lineage: exerciseId,
        exerciseId,
        kind: "tested",
        date,
        ...weight(kg),
      });
    }
  });
  for (let week = 0; week <= WEEKS; week++) {
    for (const [place, day] of days.entries()) {
      const date = addDays(start, week * 7 + day.weekday);
      const trained = date < today && lifter.shows();
      const sessionId = newId();
      const document = day.document;
      await inStudio(scope, async (tx) => {
        await db.insertSession(tx, {
          studioId,
          id: sessionId,
          clientId,
          planDayId: day.id,
          gymId: gymOfDay[place]!,
          date,
          title: document.title,
          document,
        });
        if (trained)
          await performSession(
            tx,
            scope,
            sessionId,
            lifter,
            week + day.weekday / 7,
            week === client.slipWeek && place === 0,
          );
      });
    }
  }
}

function readPlan(text: string): SessionDocument {
  const { document, errors } = parseSession(text, SHIPPED_CATALOGUE, newId);
  if (errors.length > 0) throw new Error(`demo plan: line ${errors[0]!.line}, expected ${errors[0]!.expected}`);
  return { ...EMPTY_DOCUMENT, ...document };
}

type Tx = Parameters<Parameters<typeof inStudio>[1]>[0];

/** Walks the session's timeline and logs each round as the floor would. */
async function performSession(
  tx: Tx,
  scope: Scope,
  sessionId: string,
  lifter: SimulatedLifter,
  weeks: number,
  slips: boolean,
): Promise<void> {
  const row = (await db.sessionRow(tx, sessionId))!;
  const context = (await sessionContext(tx, row))!;
  const document = row.document as SessionDocument;
  const { content, hash } = showSession(document, context);
  await db.putShown(tx, { studioId: scope.studioId, sessionId, clientId: row.clientId, hash, content });
  lifter.startDay(weeks);
  const timeline = expandSession(document, { catalogue: SHIPPED_CATALOGUE, settings: content.settings });
  const segments = indexSegments(document);
  const startMs = Date.parse(`${row.date}T16:00:00Z`);
  const events: FloorEvent[] = [];
  const log = (seconds: number, body: FloorEventBody) =>
    events.push({ id: newId(), sessionId, atMs: startMs + Math.round(seconds) * 1000, shownHash: hash, body });
  log(0, { kind: "started" });
  let hardest = 5;
  const short = !lifter.shows();
  for (const [index, { startSeconds, timeline: block }] of timeline.blocks.entries()) {
    // On a short day the last block is left out.
    if (short && index === timeline.blocks.length - 1) break;
    lifter.rest(60);
    const sets = new Map<string, PerformedSet>();
    let ends = startSeconds;
    let round = -1;
    let rested: number | null = null;
    const flush = () => {
      if (sets.size > 0) log(ends, { kind: "setsDone", sets: [...sets.values()] });
      sets.clear();
    };
    for (const span of block.spans) {
      if (!isWork(span)) {
        lifter.rest(span.seconds);
        if (span.reason === "round") rested = span.seconds;
        continue;
      }
      if (span.kind === "ramp") continue;
      if (span.round !== round) flush();
      round = span.round;
      const done = performSpan(span, segments.get(span.segmentId)!, content, lifter, weeks < 1);
      if (slips && index === 0 && round === 0 && done.part.load)
        done.part = { ...done.part, load: { ...done.part.load, amount: decimal(10 * Number(done.part.load.amount)) } };
      sets.set(span.setId, merge(sets.get(span.setId), done, span, rested));
      if (done.rir !== null && done.rir <= 1) hardest = 8;
      ends = startSeconds + span.startSeconds + span.seconds;
    }
    flush();
  }
  log(timeline.seconds + 120, { kind: "ended", sessionRpe: hardest, note: "" });
  await record(tx, scope, sessionId, events);
}

type Known = ReturnType<typeof indexSegments> extends ReadonlyMap<string, infer V> ? V : never;

function performSpan(
  span: WorkSpan,
  { segment }: Known,
  content: ReturnType<typeof showSession>["content"],
  lifter: SimulatedLifter,
  guess: boolean,
) {
  const exercise = exerciseOrThrow(SHIPPED_CATALOGUE, span.exerciseId);
  const shown = content.loads[span.segmentId]!;
  const asked = segment.amount.kind === "reps" ? (shown.aimReps ?? segment.amount.reps.low) : null;
  const timed = segment.amount.kind === "seconds" || segment.amount.kind === "hold" ? segment.amount.seconds : null;
  let { kg, weight: load, sign } = shown;
  if (kg === null || (guess && segment.load.kind === "unsaid" && timed === null)) {
    // The first time round the coach finds a load in the ramp.
    const wanted = lifter.freshLoad(exercise, asked ?? 10, 5);
    const prescribed = prescribedFromCurve(exercise, wanted, content.bodyMassKg, content.settings) ?? 0;
    const built = roundToBuildable(buildableLoads(exercise, content.equipment), prescribed, "nearest");
    kg = built?.kg ?? 0;
    load = built && built.kg !== 0 ? built.weight : null;
    sign = kg < 0 ? -1 : 1;
  }
  const curve = curveKg(exercise, kg, content.bodyMassKg, content.settings) ?? 1;
  const side = span.side === "left" || span.side === "right" ? span.side : "both";
  const answer =
    timed === null
      ? lifter.perform({ exercise, curveKg: curve, reps: asked, side })
      : { reps: 0, rir: 2, form: "held" as const, pain: 0 };
  const part: PerformedSegment = {
    segmentId: span.segmentId,
    exerciseId: exercise.id,
    load,
    sign,
    reps: answer.reps,
    rightReps: null,
    seconds: timed,
  };
  return { part, rir: timed === null ? answer.rir : null, form: answer.form, pain: answer.pain };
}

const WORSE = ["held", "slipped", "broke"] as const;
const worse = (a: FormReport, b: FormReport): FormReport => WORSE[Math.max(WORSE.indexOf(a), WORSE.indexOf(b))]!;

function merge(
  before: PerformedSet | undefined,
  done: ReturnType<typeof performSpan>,
  span: WorkSpan,
  restSeconds: number | null,
): PerformedSet {
  const known = before?.segments.find((segment) => segment.segmentId === done.part.segmentId);
  const segments = known
    ? before!.segments.map((segment) => (segment === known ? { ...known, rightReps: done.part.reps } : segment))
    : [...(before?.segments ?? []), done.part];
  const rir =
    before?.rir === undefined || before.rir === null
      ? done.rir
      : done.rir === null
        ? before.rir
        : Math.min(before.rir, done.rir);
  return {
    setId: span.setId,
    slotId: span.slotId,
    round: span.round,
    segments,
    rir,
    form: worse(before?.form ?? "held", done.form),
    pain: Math.max(before?.pain ?? 0, done.pain),
    painPlace: "",
    note: "",
    restSeconds,
  };
}
