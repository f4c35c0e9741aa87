/**
 * `./yarvex bench scale`: what everything costs in a studio of 500 clients with three years behind them, against a studio of 20
 * in the same database of 200 studios and some four million sets. `--studios`, `--large`, `--small`, `--years` fill a smaller one;
 * `--keep` keeps it for the next time.
 */
import { parseArgs } from "node:util";
import { COACHED_CLIENTS } from "../contract";
import type { Scope } from "../server/db";
import type { Target } from "../server/testing/inputs";
import { clientOf, type Server } from "../tools/postgres";
import { withDatabase } from "./database";
import { fillStudios, NOW, type Sizes } from "./scale-fill";

/** The use cases that pages read; `floor.open` also stores what is shown. */
const MEASURED = [
  "viewer.show",
  "frame.show",
  "today.show",
  "clients.list",
  "clients.names",
  "clients.show",
  "me.show",
  "planned.list",
  "planned.next",
  "plans.show",
  "weeks.show",
  "weeks.next",
  "sessions.latest",
  "sessions.find",
  "sessions.show",
  "sessions.before",
  "lifts.read",
  "review.show",
  "messages.list",
  "outbox.list",
  "templates.list",
  "exercises.show",
  "gyms.show",
  "gyms.coming",
  "gyms.try",
  "calendar.show",
  "floor.today",
  "floor.open",
  "floor.log",
  "floor.holds",
  "floor.readLift",
  "imports.list",
] as const;

const CLIENTS = 20;
const ROUNDS = 4;
/** A use case that takes longer than this, in milliseconds, is measured only `FEW` times. */
const LONG_MS = 400;
const FEW = 8;

interface Measured {
  readonly name: string;
  readonly coach: Scope;
  /** Clients with a session to come, and one that is done. */
  readonly targets: readonly (Target & { readonly doneId: string })[];
}

export async function runScale(args: readonly string[]): Promise<void> {
  const { values } = parseArgs({
    args: [...args],
    options: {
      studios: { type: "string", default: "200" },
      large: { type: "string", default: "500" },
      small: { type: "string", default: "20" },
      years: { type: "string", default: "3" },
      only: { type: "string", default: "" },
      keep: { type: "boolean", default: false },
    },
  });
  const sizes: Sizes = {
    studios: Number(values.studios),
    clientsOfLarge: Number(values.large),
    clientsOfSmall: Number(values.small),
    years: Number(values.years),
  };
  await withDatabase("scale", async (server, name) => measure(server, name, sizes, values.only), {
    keep: values.keep ? Object.values(sizes).join("_") : null,
  });
  process.exit(0);
}

async function measure(server: Server, name: string, sizes: Sizes, only: string): Promise<void> {
  const owner = clientOf(server.urlOf(name));
  await owner.connect();
  const { rows: kept } = await owner.query("select 1 from studios where name = 'Large'");
  if (kept.length === 0) {
    console.log("Filling:");
    await fillStudios(server.urlOf(name), sizes);
  }
  const { rows: held } = await owner.query<{
    sets: string;
    sessions: string;
    studios: string;
    clients: string;
    size: string;
  }>(`
    select (select sum(jsonb_array_length(exposure -> 'sets')) from exposures) as sets,
      (select count(*) from sessions) as sessions, (select count(*) from studios) as studios,
      (select count(*) from clients) as clients, pg_size_pretty(pg_database_size(current_database())) as size`);
  const { sets, sessions, studios, clients, size } = held[0]!;
  console.log(`${studios} studios, ${clients} clients, ${sessions} sessions, ${sets} sets, ${size}.\n`);
  const of = async (studio: string): Promise<Measured> => {
    const { rows } = await owner.query<{
      studio: string;
      member: string;
      clientId: string;
      gymId: string;
      planId: string;
      sessionId: string;
      doneId: string;
    }>(
      `select m.studio_id as studio, m.id as member, c.id as "clientId", c.gym_id as "gymId",
         (select id from plans as p where p.studio_id = c.studio_id and p.client_id = c.id limit 1) as "planId",
         (select id from sessions as s where s.studio_id = c.studio_id and s.client_id = c.id and s.state = 'draft' and s.date >= '2026-12-02' order by date limit 1) as "sessionId",
         (select id from sessions as s where s.studio_id = c.studio_id and s.client_id = c.id and s.state = 'done' order by date desc limit 1) as "doneId"
       from studios as st join members as m on m.studio_id = st.id and m.role = 'coach'
       join clients as c on c.studio_id = st.id where st.name = $1 and c.gym_id is not null order by md5(c.id::text)`,
      [studio],
    );
    const targets = rows.flatMap(({ clientId, gymId, planId, sessionId, doneId }) =>
      planId && sessionId && doneId ? [{ clientId, gymId, planId, sessionId, doneId }] : [],
    );
    const { studio: studioId, member: memberId } = rows[0]!;
    return {
      name: studio,
      coach: { role: "coach", studioId, memberId, name: studio },
      targets: targets.slice(0, CLIENTS),
    };
  };
  const [large, small] = [await of("Large"), await of("Small")];
  await owner.end();
  await measureUseCases(large, small, only);
}

async function measureUseCases(large: Measured, small: Measured, only: string): Promise<void> {
  const { executeUseCase } = await import("../server/usecases");
  const { inputFor } = await import("../server/testing/inputs");
  const list = { after: null, ...COACHED_CLIENTS };
  console.log("                     small p50      p95    large p50      p95    p95 large / small");
  for (const name of MEASURED) {
    if (only && !name.includes(only)) continue;
    const ask = async ({ coach, targets }: Measured, at: number): Promise<number> => {
      const target = targets[at % targets.length]!;
      const isOfDone = name === "review.show" || name === "floor.log";
      const asked = isOfDone ? { ...target, sessionId: target.doneId } : target;
      const scope = name === "me.show" ? ({ ...coach, role: "client", clientId: target.clientId } as const) : coach;
      const given = inputFor(name, asked);
      const input =
        name === "clients.list"
          ? list
          : name === "lifts.read"
            ? { ...given, until: "2026-12-02" }
            : name === "planned.list"
              ? { ...given, from: "2026-12-02", to: "2026-12-14" }
              : given;
      const began = performance.now();
      const outcome = await executeUseCase(scope, name, input as never, NOW);
      const took = performance.now() - began;
      if (outcome.kind !== "ok") throw new Error(`${name}: ${JSON.stringify(outcome)}`);
      return took;
    };
    const once = Math.max(await ask(large, 0), await ask(small, 0));
    const many = once > LONG_MS ? FEW : CLIENTS * ROUNDS;
    const took = { large: [] as number[], small: [] as number[] };
    for (let at = 0; at < many; at++) {
      // Turn by turn, so that whatever else the machine does is met by both.
      took.small.push(await ask(small, at));
      took.large.push(await ask(large, at));
    }
    const [s, l] = [took.small, took.large].map((all) => all.sort((a, b) => a - b)) as [number[], number[]];
    const part = (all: readonly number[], share: number) =>
      all[Math.min(all.length - 1, Math.floor(share * all.length))]!;
    const ratio = part(l, 0.95) / part(s, 0.95);
    const ms = (value: number) => value.toFixed(1).padStart(8);
    console.log(
      `${name.padEnd(20)} ${ms(part(s, 0.5))} ${ms(part(s, 0.95))}     ${ms(part(l, 0.5))} ${ms(part(l, 0.95))}    ${ratio.toFixed(2).padStart(6)}${ratio > 1.2 ? "  more than 1.2" : ""}`,
    );
  }
}
