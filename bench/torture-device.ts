/**
 * One device under torture, in a process of its own: the real store and outbox over an IndexedDB in memory, a network that is
 * cut and loses replies, a clock that jumps, a person who signs out in between. It tells the ledger of every set once that is
 * safe on the device, and of every fault it made.
 */
import "fake-indexeddb/auto";
import { type Input, type Output, shownSession } from "../contract";
import {
  asPlanned,
  blockRoundsOf,
  DEFAULT_REGION,
  diffDocuments,
  type Edit,
  EMPTY_DOCUMENT,
  EVENT_VERSION,
  type FloorEvent,
  parseSession,
  SHIPPED_CATALOGUE,
  workContextOf,
} from "../core";
import type { FloorView } from "../views";

interface Orders {
  readonly base: string;
  readonly device: number;
  readonly sessions: number;
  /** How long it goes on with new sessions, in ms; 0: those are all. */
  readonly forMs: number;
}
const { base, device, sessions, forMs } = JSON.parse(process.argv[2]!) as Orders;

let seed = 1_000 + device;
const random = (): number => {
  seed = (seed * 1_103_515_245 + 12_345) % 2 ** 31;
  return seed / 2 ** 31;
};
const pause = (ms: number) => new Promise((next) => setTimeout(next, ms));
const tell = (kind: string, more: object = {}) => process.send!({ kind, device, ...more });

// --- a clock that jumps ------------------------------------------------------------------------------------------------

const trueNow = Date.now.bind(Date);
let jumped = 0;
Date.now = () => trueNow() + jumped;

// --- a network that fails ------------------------------------------------------------------------------------------------

const wire = globalThis.fetch;
let cookies = "";
let cutUntil = 0;
let calm = true;

globalThis.fetch = async (path, options) => {
  const troubled = !calm && String(path).includes("/api/do/");
  if (troubled && trueNow() < cutUntil) throw new TypeError("cut");
  if (troubled && random() < 0.03) {
    tell("fault", { fault: "network cut" });
    cutUntil = trueNow() + 200 + random() * 1_500;
    throw new TypeError("cut");
  }
  const headers = { ...(options?.headers as Record<string, string>), cookie: cookies, origin: base };
  const response = await wire(`${base}${String(path)}`, { ...options, headers });
  const set = response.headers.getSetCookie();
  if (set.length > 0) cookies = set.map((one) => one.split(";")[0]!).join("; ");
  if (troubled && random() < 0.06) {
    await response.arrayBuffer();
    tell("fault", { fault: "reply lost" });
    throw new TypeError("reply lost");
  }
  return response;
};

const { callApi: ask, send } = await import("../device/api");
const { addEvent, countOf, storeFloor, writePerson } = await (async () => {
  const store = await import("../device/store");
  const floors = await import("../device/floors");
  const { countEntries } = await import("../device/outbox");
  return { ...store, ...floors, countOf: countEntries };
})();
const { sendWaiting } = await import("../device/outbox");
const { nowMs, clocksNow } = await import("../device/clock");
const { newId } = await import("../device/ids");

type Name = Parameters<typeof ask>[0];

/** Asks until there is an answer: what is set up here is not what is tried. */
async function surely<K extends Name>(name: K, input: Input<K>): Promise<Output<K>> {
  for (let tries = 0; tries < 400; tries++) {
    const reply = await ask(name, input);
    if (reply.kind === "ok") return reply.value;
    if (reply.kind === "signedOut") await signIn();
    else if (reply.kind === "refused" || reply.kind === "notFound" || reply.kind === "conflict")
      throw new Error(`${name}: ${JSON.stringify(reply)}`);
    await pause(100);
  }
  throw new Error(`${name} was never answered`);
}

const account = { email: `device${device}@torture.example`, password: "a-long-password" };

async function signIn(): Promise<void> {
  for (let tries = 0; tries < 400; tries++) {
    if ((await send("/api/sign-in", account)).kind === "ok") return;
    await pause(150);
  }
  throw new Error("could not sign in");
}

const BLOCKS = ["Bench press", "Barbell row", "Back squat", "Dumbbell curl", "Lat pull-down"];
const TEXT = BLOCKS.map(
  (lift, index) => `${String.fromCharCode(65 + index)}1 ${lift} 10x8 @${20 + index}kg rir4 r60`,
).join("\n\n");

async function openSession(clientId: string): Promise<FloorView> {
  const { sessionId } = await surely("sessions.create", { clientId, title: "Torture" });
  const { document } = parseSession(TEXT, SHIPPED_CATALOGUE, newId);
  const { document: before, revision } = await surely("sessions.show", { sessionId });
  const edits: readonly Edit[] = diffDocuments(before, { ...EMPTY_DOCUMENT, ...document, gymId: before.gymId });
  await surely("sessions.edit", { sessionId, revision, edits, draftText: null });
  for (let reasons = 0; reasons < 40; reasons++) {
    const reply = await ask("floor.open", { sessionId });
    if (reply.kind === "ok") return reply.value;
    const field = reply.kind === "refused" ? (reply.problems[0]?.field ?? "") : "";
    if (!field.startsWith("reason ")) throw new Error(JSON.stringify(reply));
    await surely("sessions.recordReason", { sessionId, key: field.slice(7), reason: "This is torture" });
  }
  throw new Error("the floor did not open");
}

// --- what happens ------------------------------------------------------------------------------------------------------

await send("/api/sign-up", {
  ...account,
  studio: `Torture ${device}`,
  name: `Device ${device}`,
  region: DEFAULT_REGION,
});
await signIn();
const viewer = await surely("viewer.show", {});
const me = { memberId: viewer.memberId, role: viewer.role };
await writePerson(me);
const { clientId } = await surely("clients.create", {
  name: `Client ${device}`,
  birthYear: null,
  trainingAge: "advanced",
  minutes: 60,
  aims: "",
  limits: "",
  bodyMass: { amount: "80", unit: "kg" },
});
await surely("clients.stateReadiness", { clientId, seen: null, yes: [] });
async function openFloors(): Promise<FloorView[]> {
  const floors: FloorView[] = [];
  for (let i = 0; i < sessions; i++) floors.push(await storeFloor(await openSession(clientId)));
  return floors;
}

const firstFloors = await openFloors();
tell("ready");
await new Promise<void>((go) => process.once("message", () => go()));
calm = false;
const until = trueNow() + forMs;

let sending = true;
const sender = (async () => {
  while (sending) {
    await sendWaiting();
    await pause(40 + random() * 120);
  }
})();

async function logAll(view: FloorView): Promise<void> {
  const shown = shownSession(view.shown);
  for (const blockRound of blockRoundsOf(shown.document, workContextOf(shown))) {
    const sets = asPlanned(blockRound, shown, Math.round(random() * 20_000)).map((set) => ({
      ...set,
      rir: 2,
      segments: set.segments.map((one) => ({ ...one, reps: 1 + Math.floor(random() * 20) })),
    }));
    const { sessionId, shownHash } = view;
    const event: FloorEvent = {
      id: newId(),
      version: EVENT_VERSION,
      sessionId,
      atMs: nowMs(),
      clocks: clocksNow(),
      shownHash,
      body: { kind: "setsDone" as const, sets },
    };
    await addEvent(me.memberId, event);
    tell("set", {
      id: event.id,
      sessionId,
      reps: sets.map((set) => set.segments[0]!.reps),
      at: event.atMs,
      trueMs: trueNow(),
    });
    if (random() < 0.02) {
      jumped = Math.round((random() - 0.5) * 2 * 3.15e10);
      tell("fault", { fault: "clock jump" });
    }
    if (random() < 0.01) {
      tell("fault", { fault: "sign-out" });
      await send("/api/sign-out", {});
      await writePerson(null);
      await pause(200 + random() * 800);
      await signIn();
      await writePerson(me);
    }
    await pause(50 + random() * 120);
  }
}

for (const view of firstFloors) await logAll(view);
while (trueNow() < until) {
  calm = true;
  const floors = await openFloors();
  calm = false;
  for (const view of floors) await logAll(view);
}
calm = true;
// Nothing fails any more: whatever waits must go.
for (let tries = 0; tries < 600; tries++) {
  const { waiting } = await countOf(me.memberId);
  if (waiting === 0) break;
  const { hindrance } = await sendWaiting();
  if (hindrance === "signedOut") await signIn();
  await pause(50);
}
sending = false;
await sender;
tell("done", await countOf(me.memberId));
process.exit(0);
