/**
 * `./yarvex bench torture`: eight devices log sets while the web and the database are killed, networks cut, replies lost,
 * clocks turned and people signed out. A ledger outside of all of it knows every set that was safe on its device; in the end
 * the server's log must hold each of them once, with its figures.
 */
import { fork } from "node:child_process";
import { join } from "node:path";
import { parseArgs } from "node:util";
import { ensureBuild } from "../tools/build";
import { clientOf, dropDatabase, ensureDatabase, secrets, startPostgres, terminateCluster } from "../tools/postgres";
import { freePort, onEnd } from "../tools/system";
import { pause, webOver } from "./web";

const DEVICES = 8;
const SESSIONS = 6;

interface Noted {
  readonly id: string;
  readonly sessionId: string;
  readonly reps: readonly number[];
}

type Told =
  | ({ readonly kind: "set" } & Noted)
  | { readonly kind: "fault"; readonly fault: string }
  | { readonly kind: "ready" }
  | { readonly kind: "done"; readonly waiting: number; readonly refused: number };

/** `--hours`: how long devices go on with new sessions after their first ones. */
export async function runTorture(args: readonly string[]): Promise<void> {
  const { values } = parseArgs({ args: [...args], options: { hours: { type: "string", default: "0" } } });
  const forMs = Number(values.hours) * 3_600_000;
  let stop = () => {};
  onEnd(() => stop());
  const server = await startPostgres();
  stop = server.stop;
  await ensureBuild();
  const name = `yarvex_torture_${process.pid}`;
  await dropDatabase(server, name);
  await ensureDatabase(server, name);
  const port = await freePort(4100);
  const base = `http://127.0.0.1:${port}`;
  process.env.DATABASE_URL = server.webUrlOf(name);
  process.env.DATABASE_OWNER_URL = server.urlOf(name);
  const web = webOver(server, name, port, { YARVEX_SECRET: secrets().appSecret, YARVEX_WITHOUT_DEMO: "1" });
  const ledger = new Map<string, Noted>();
  const faults = new Map<string, number>();
  const fault = (what: string) => faults.set(what, (faults.get(what) ?? 0) + 1);
  try {
    await web.start();
    console.log(`${DEVICES} devices, ${SESSIONS} sessions each; the web at ${base}.`);
    const ends = { waiting: 0, refused: 0 };
    const devices = Array.from({ length: DEVICES }, (_, device) =>
      startDevice({ base, device, sessions: SESSIONS, forMs }),
    );
    await Promise.all(devices.map(({ ready }) => ready));
    let running = devices.length;
    for (const { worker } of devices)
      worker.on("message", (told: Told) => {
        if (told.kind === "set") ledger.set(told.id, told);
        else if (told.kind === "fault") fault(told.fault);
        else if (told.kind === "done") {
          running--;
          ends.waiting += told.waiting;
          ends.refused += told.refused;
        }
      });
    for (const { worker } of devices) worker.send("go");
    const ended = Promise.all(devices.map(({ end }) => end));
    // Every few seconds one of the two is killed and started again.
    for (let round = 0; running > 0; round++) {
      await Promise.race([pause(3_000), ended]);
      if (running === 0) break;
      if (round % 3 === 2) {
        fault("database killed");
        await terminateCluster();
      } else {
        fault("web killed");
        web.kill();
        await pause(400);
        await web.start();
      }
    }
    await ended;
    await report(server.urlOf(name), ledger, faults, ends);
  } finally {
    web.kill();
    await pause(300);
    await dropDatabase(server, name).catch(() => undefined);
    server.stop();
  }
  process.exit(process.exitCode ?? 0);
}

function startDevice(orders: object) {
  const worker = fork(join(import.meta.dirname, "torture-device.ts"), [JSON.stringify(orders)], {
    execArgv: ["--import", "tsx"],
  });
  const ready = new Promise<void>((done, fail) => {
    worker.on("message", (told: Told) => told.kind === "ready" && done());
    worker.once("exit", (code) => fail(new Error(`a device ended early (${code})`)));
  });
  const end = new Promise<void>((done) => worker.once("exit", () => done()));
  return { worker, ready, end };
}

async function report(
  url: string,
  ledger: ReadonlyMap<string, Noted>,
  faults: ReadonlyMap<string, number>,
  ends: { readonly waiting: number; readonly refused: number },
): Promise<void> {
  const client = clientOf(url);
  await client.connect();
  const { rows } = await client.query<{
    id: string;
    session_id: string;
    body: { kind: string; sets?: { segments: { reps: number }[] }[] };
  }>("select id, session_id, body from floor_events");
  // What a killed process left behind is derived at the next start.
  const { rebuildProjections } = await import("../server/context/projecting");
  const { closeDatabase } = await import("../server/db");
  await rebuildProjections("outdated");
  await closeDatabase();
  const { rows: exposed } = await client.query<{ n: number }>(
    "select coalesce(sum((summary ->> 'sets')::int), 0)::int as n from sessions",
  );
  const stored = new Map<string, (typeof rows)[number][]>();
  for (const row of rows) stored.set(row.id, [...(stored.get(row.id) ?? []), row]);
  let lost = 0;
  let wrong = 0;
  for (const [id, noted] of ledger) {
    const [row] = stored.get(id) ?? [];
    if (!row) lost++;
    else if (
      row.session_id !== noted.sessionId ||
      JSON.stringify(row.body.sets?.map((set) => set.segments[0]!.reps)) !== JSON.stringify(noted.reps)
    )
      wrong++;
  }
  const doubled = [...stored.values()].filter((same) => same.length > 1).length;
  const strange = rows.filter((row) => !ledger.has(row.id)).length;
  console.log(`\nSets safe on their devices   ${ledger.size}`);
  for (const [what, count] of [...faults].sort()) console.log(`  ${what.padEnd(26)} ${count}`);
  console.log(`Lost                         ${lost}`);
  console.log(`Doubled                      ${doubled}`);
  console.log(`Wrong                        ${wrong + strange}`);
  console.log(`Still waiting, or refused    ${ends.waiting}, ${ends.refused}`);
  console.log(`Sets in the sessions' sums   ${exposed[0]!.n}`);
  await client.end();
  const differs = exposed[0]!.n === ledger.size ? 0 : 1;
  if (lost + doubled + wrong + strange + ends.waiting + ends.refused + differs > 0) process.exitCode = 1;
}
