/** `./yarvex bench writes`: entries of the floor, at the use case against bare inserts, over HTTP against an empty route. */
import { randomUUID } from "node:crypto";
import { EVENT_VERSION, type FloorEvent } from "../core";
import { ensureBuild } from "../tools/build";
import { clientOf, type Server } from "../tools/postgres";
import { freePort } from "../tools/system";
import type { FloorView } from "../views";
import { withDatabase } from "./database";
import { foundOverHttp } from "./over-http";
import { pause, webOver } from "./web";

const SESSIONS = 8;
const SECONDS = 4;
/** Entries that a device sends at once. */
const BATCH = 20;

/** So many calls a second, eight at a time. */
async function rate(work: (lane: number) => Promise<unknown>): Promise<number> {
  const until = performance.now() + SECONDS * 1000;
  const began = performance.now();
  let calls = 0;
  await Promise.all(
    Array.from({ length: SESSIONS }, async (_, lane) => {
      while (performance.now() < until) {
        await work(lane);
        calls++;
      }
    }),
  );
  return calls / ((performance.now() - began) / 1000);
}

/** The same over HTTP, each lane with a session and a person of its own, against a route that does nothing. */
async function overHttp(server: Server, name: string, bare: number): Promise<void> {
  await ensureBuild();
  const port = await freePort(4200);
  const base = `http://127.0.0.1:${port}`;
  const web = webOver(server, name, port, { YARVEX_WITHOUT_DEMO: "1" });
  try {
    await web.start();
    const { post, views } = await foundOverHttp(base, SESSIONS);
    const { doneIn } = await import("../server/testing/floor");
    const bodies = views.map((view) => doneIn(view, 0));
    const empty = await rate(async () => (await fetch(`${base}/api/health`)).text());
    const record = async (view: FloorView, events: readonly unknown[], expected: number): Promise<void> => {
      const answer = await post("/api/do/floor.record", { sessionId: view.sessionId, events });
      if (answer.status !== expected) throw new Error(await answer.text());
      await answer.text();
    };
    const eventsOf = (lane: number, many: number) =>
      Array.from({ length: many }, () => ({ ...bodies[lane]!, id: randomUUID() }));
    // Without a list of events the schema refuses it: all that a request costs but for what it is about.
    const refused = await rate(async (lane) => {
      const answer = await post("/api/do/floor.record", { sessionId: views[lane]!.sessionId, events: null });
      if (answer.status !== 422) throw new Error(await answer.text());
      await answer.text();
    });
    const sent = await rate((lane) => record(views[lane]!, eventsOf(lane, 1), 200));
    const batches = BATCH * (await rate((lane) => record(views[lane]!, eventsOf(lane, BATCH), 200)));
    const row = (what: string, value: number, ratio: string) =>
      console.log(`  ${what.padEnd(32)} ${value.toFixed(0).padStart(6)} a second   ${ratio}`);
    row("an empty route over HTTP", empty, "");
    row("a request its schema refuses", refused, `${(refused / empty).toFixed(2)} × empty`);
    row("an entry over HTTP", sent, `costs ${(refused / sent).toFixed(2)} × what is refused`);
    row(`entries over HTTP, ${BATCH} at a time`, batches, `${(batches / bare).toFixed(2)} × bare`);
  } finally {
    web.kill();
    await pause(300);
  }
}

export async function runWrites(): Promise<void> {
  let bare = 0;
  await withDatabase("writes", async (server, name) => {
    bare = await measureWrites(server, name);
  });
  // Where there is a studio already nobody founds one without an email.
  await withDatabase("writes_http", (server, name) => overHttp(server, name, bare));
  process.exit(0);
}

async function measureWrites(server: Server, name: string): Promise<number> {
  const { makeStudio } = await import("../server/testing/studio");
  const { doneIn, openFloor, send, writeSession } = await import("../server/testing/floor");
  const studio = await makeStudio("Bench");
  const open = async (index: number): Promise<FloorView> => {
    const date = new Date(Date.UTC(2024, 0, 1 + 14 * index)).toISOString().slice(0, 10);
    return openFloor(studio.coach, await writeSession(studio, "Bench press 4x5 @60kg rir2 r90", date, 0));
  };
  const views: FloorView[] = [];
  for (let lane = 0; lane < SESSIONS + 2; lane++) views.push(await open(lane));
  const bodies = new Map(views.map((view) => [view, [0, 1, 2, 3].map((round) => doneIn(view, round))]));
  const entry = (view: FloorView, lane: number): FloorEvent => ({
    ...bodies.get(view)![lane % 4]!,
    id: randomUUID(),
    version: EVENT_VERSION,
  });

  const owner = clientOf(server.urlOf(name));
  await owner.connect();
  const lanes = await Promise.all(
    Array.from({ length: SESSIONS }, async () => {
      const client = clientOf(server.urlOf(name));
      await client.connect();
      return client;
    }),
  );
  const { clients } = studio;
  const bare = await rate((lane) => {
    const { sessionId, shownHash } = views[lane]!;
    const event = entry(views[lane]!, lane);
    return lanes[lane]!.query(
      "insert into floor_events (studio_id, id, session_id, client_id, at_ms, shown_hash, version, body, content_hash) values ($1,$2,$3,$4,$5,$6,$7,$8,$9)",
      [studio.coach.studioId, event.id, sessionId, clients[0].id, 1, shownHash, 3, JSON.stringify(event.body), "x"],
    );
  });
  await owner.query("delete from floor_events");
  const used = await rate((lane) => send(studio.coach, views[lane]!.sessionId, [entry(views[lane]!, lane)]));
  console.log(`Entries of one set, ${SESSIONS} sessions at once, ${SECONDS} s each:`);
  console.log(`  bare inserts of the same row   ${bare.toFixed(0).padStart(6)} a second`);
  console.log(
    `  through the use case           ${used.toFixed(0).padStart(6)} a second   ${(used / bare).toFixed(2)} × bare`,
  );

  const [empty, full] = [views[SESSIONS]!, views[SESSIONS + 1]!];
  for (let batch = 0; batch < 5; batch++)
    await send(
      studio.coach,
      full.sessionId,
      Array.from({ length: 60 }, (_, i) => entry(full, i)),
    );
  const one = async (view: FloorView): Promise<number> => {
    const samples: number[] = [];
    for (let i = 0; i < 60; i++) {
      const began = performance.now();
      await send(studio.coach, view.sessionId, [entry(view, i)]);
      samples.push(performance.now() - began);
    }
    return samples.sort((a, b) => a - b)[30]!;
  };
  const [few, many] = [await one(empty), await one(full)];
  console.log(
    `  one entry, into a session of none ${few.toFixed(2)} ms, into one of 300 ${many.toFixed(2)} ms: ${(many / few).toFixed(2)} ×`,
  );
  await Promise.all([owner, ...lanes].map((client) => client.end()));
  return bare;
}
