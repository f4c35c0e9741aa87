import { execFile } from "node:child_process";
import { cpSync, mkdtempSync, readdirSync, readFileSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { promisify } from "node:util";
import { drizzle } from "drizzle-orm/node-postgres";
import { migrate } from "drizzle-orm/node-postgres/migrator";
import pg from "pg";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { RENAMED, readDocument, readPlan, upcastDocument } from "../../contract";
import { read } from "../../core/testing/helpers";
import { hasDatabase } from "../testing/studio";
import { newId } from ".";

const MIGRATIONS = join(import.meta.dirname, "migrations");

/** The migrations up to the one before `tag`, as a studio of that time had run them. */
function migrationsBefore(tag: string): string {
  const folder = mkdtempSync(join(tmpdir(), "yarvex-migrations-"));
  cpSync(MIGRATIONS, folder, { recursive: true });
  const path = join(folder, "meta", "_journal.json");
  const journal = JSON.parse(readFileSync(path, "utf8")) as { entries: { tag: string }[] };
  const at = journal.entries.findIndex((entry) => entry.tag === tag);
  writeFileSync(path, JSON.stringify({ ...journal, entries: journal.entries.slice(0, at) }));
  return folder;
}

/** A document as the second version had it: rules beside it, the gym in words that nobody read. */
function secondVersion(text: string): Record<string, unknown> {
  const document = JSON.parse(JSON.stringify(read(text, newId()))) as Record<string, unknown>;
  const blocks = (document.blocks as Record<string, unknown>[]).map(({ methodId: _m, ...block }) => ({
    ...block,
    slots: (block.slots as Record<string, unknown>[]).map(({ rule: _r, ...slot }) => slot),
  }));
  return { ...document, version: 2, gymId: "boathouse", blocks };
}

describe.runIf(hasDatabase)("a studio from before plans were documents", () => {
  const owner = new URL(process.env.DATABASE_OWNER_URL ?? "postgresql://nowhere/none");
  const old = new URL(owner);
  old.pathname = `${old.pathname}_old`;
  const name = old.pathname.slice(1);
  const maintenance = new pg.Client({ connectionString: owner.toString() });
  let client: pg.Client;
  const id = Object.fromEntries(
    ["studio", "coach", "client", "gym", "plan", "day", "first", "second", "twin"].map((key) => [key, newId()]),
  ) as Record<string, string>;
  const legs = secondVersion("# Heavy day\nA1 Back squat 3x5 r150");
  const slotId = (legs.blocks as { slots: { id: string }[] }[])[0]!.slots[0]!.id;
  const rules = { [slotId]: { kind: "loadFirst", stepKg: 2.5 } };

  const one = async (sql: string): Promise<Record<string, unknown>> => {
    const { rows } = await client.query(sql);
    if (rows.length !== 1) throw new Error(`${rows.length} rows: ${sql}`);
    return rows[0];
  };

  beforeAll(async () => {
    await maintenance.connect();
    await maintenance.query(`DROP DATABASE IF EXISTS "${name}" WITH (FORCE)`);
    await maintenance.query(`CREATE DATABASE "${name}"`);
    client = new pg.Client({ connectionString: old.toString() });
    await client.connect();
    await migrate(drizzle(client), { migrationsFolder: migrationsBefore("0006_foundations") });

    const insert = async (table: string, row: Record<string, unknown>) => {
      const keys = Object.keys(row);
      const places = keys.map((_, index) => `$${index + 1}`).join(", ");
      const values = Object.values(row).map((value) =>
        value !== null && typeof value === "object" ? JSON.stringify(value) : value,
      );
      await client.query(`INSERT INTO ${table} (${keys.join(", ")}) VALUES (${places})`, values);
    };
    const studio_id = id.studio;
    const settings = {
      e1rmFormula: "epley",
      methods: { density: { restSeconds: 30 } },
      hiddenExercises: ["neutral-curl", "cable-curl"],
    };
    await insert("studios", { id: studio_id, name: "Old quay", time_zone: "Europe/Oslo", settings });
    await insert("gyms", { studio_id, id: id.gym, name: "Shed", equipment: {} });
    const dislikes = ["nordic-lower", "back-squat"];
    await insert("clients", { studio_id, id: id.client, name: "Somebody", training_age: "novice", dislikes });
    await insert("lift_marks", {
      studio_id,
      id: newId(),
      client_id: id.client,
      lineage: "sloped-curl|grip=wide",
      exercise_id: "sloped-curl",
      kind: "tested",
      date: "2026-03-01",
      amount: "40",
      unit: "kg",
    });
    await insert("plans", {
      studio_id,
      id: id.plan,
      client_id: id.client,
      name: "Spring",
      start_date: "2026-03-02",
      weeks: 6,
    });
    const day = { studio_id, id: id.day, plan_id: id.plan, client_id: id.client, weekday: 2 };
    await insert("plan_days", { ...day, document: legs, rules });
    const session = { studio_id, client_id: id.client, plan_day_id: id.day, title: "Legs", document: legs, rules };
    await insert("sessions", { ...session, id: id.first, date: "2026-03-04", gym_id: id.gym, state: "done" });
    await insert("sessions", { ...session, id: id.second, date: "2026-03-18", summary: { sets: 3 } });
    // Moved by hand into a week that already had one.
    await insert("sessions", { ...session, id: id.twin, date: "2026-03-20" });
    const shown = { studio_id, session_id: id.first, client_id: id.client, hash: "h", content: {} };
    await insert("shown_documents", shown);
    await insert("floor_events", {
      studio_id,
      id: newId(),
      session_id: id.first,
      client_id: id.client,
      at_ms: 1,
      shown_hash: "h",
      body: { kind: "started" },
      content_hash: "c",
    });
    await migrate(drizzle(client), { migrationsFolder: MIGRATIONS });
  });
  afterAll(async () => {
    await client.end();
    await maintenance.query(`DROP DATABASE "${name}" WITH (FORCE)`);
    await maintenance.end();
  });

  it("has its plan as one document that this build reads, the rule at its lift", async () => {
    const { document, revision } = await one("SELECT document, revision FROM plans");
    const plan = readPlan(document);
    if (!plan.ok) throw new Error(JSON.stringify(plan.problems));
    expect([plan.value.name, plan.value.startDate, plan.value.phases.map(({ weeks }) => weeks), revision]).toEqual([
      "Spring",
      "2026-03-02",
      [6],
      0,
    ]);
    const [day] = plan.value.days;
    expect(day).toMatchObject({ id: id.day, placed: { kind: "weekday", weekday: 2 } });
    expect(day!.base.blocks[0]!.slots[0]!.rule).toEqual({ kind: "loadFirst", stepKg: 2.5 });
  });

  it("has its sessions by plan, day and week, one for each", async () => {
    const { rows } = await client.query("SELECT id, plan_id, plan_day_id, plan_week FROM sessions ORDER BY date");
    expect(rows).toEqual([
      { id: id.first, plan_id: id.plan, plan_day_id: id.day, plan_week: 0 },
      { id: id.second, plan_id: id.plan, plan_day_id: id.day, plan_week: 2 },
      { id: id.twin, plan_id: null, plan_day_id: null, plan_week: null },
    ]);
  });

  it("keeps title and gym in the document, where the columns read them", async () => {
    const row = await one(
      `SELECT title, gym_id, document, summary, projection_version FROM sessions WHERE id = '${id.first}'`,
    );
    expect(row).toMatchObject({ title: "Legs", gym_id: id.gym, summary: null, projection_version: 0 });
    const document = readDocument(upcastDocument(row.document));
    if (!document.ok) throw new Error(JSON.stringify(document.problems));
    expect(document.value).toMatchObject({ title: "Legs", gymId: id.gym });
    expect(document.value.blocks[0]!.slots[0]!.rule).toEqual(rules[slotId]);
  });

  it("has only what computes among its settings, and the rest beside them", async () => {
    expect(await one("SELECT settings, methods, hidden_exercises, named_lifts FROM studios")).toEqual({
      settings: { e1rmFormula: "epley" },
      methods: { density: { restSeconds: 30 } },
      hidden_exercises: { "hammer-curl": true, "cable-curl": true },
      named_lifts: {},
    });
  });

  it("knows its lifts by the ids of today, in columns as in documents", async () => {
    expect(await one("SELECT exercise_id, lineage FROM lift_marks")).toEqual({
      exercise_id: "preacher-curl",
      lineage: "preacher-curl|grip=wide",
    });
    expect(await one("SELECT dislikes FROM clients")).toEqual({ dislikes: ["nordic-curl", "back-squat"] });
    const sql = readFileSync(join(MIGRATIONS, "0011_renamed_exercises.sql"), "utf8");
    const pairs = [...sql.matchAll(/\('([a-z0-9-]+)', '([a-z0-9-]+)'\)/g)].map(([, old, present]) => [old, present]);
    expect(Object.fromEntries(pairs)).toEqual(RENAMED);
  });

  it("keeps its log untouched, marked as the first builds wrote it", async () => {
    expect(await one("SELECT version, clocks, body FROM floor_events")).toEqual({
      version: 1,
      clocks: null,
      body: { kind: "started" },
    });
  });
});

describe.runIf(hasDatabase)("a new database", () => {
  it("is made once by servers that start on it at the same time", async () => {
    const owner = new URL(process.env.DATABASE_OWNER_URL!);
    const maintenance = new pg.Client({ connectionString: owner.toString() });
    await maintenance.connect();
    owner.pathname = `${owner.pathname}_twice`;
    const name = owner.pathname.slice(1);
    try {
      await maintenance.query(`DROP DATABASE IF EXISTS "${name}" WITH (FORCE)`);
      await maintenance.query(`CREATE DATABASE "${name}"`);
      const code =
        "const { migrateDatabase } = await import('./server/db/index.ts'); await migrateDatabase('server/db/migrations'); process.exit(0);";
      const env = { ...process.env, DATABASE_URL: owner.toString(), DATABASE_OWNER_URL: owner.toString() };
      const start = () =>
        promisify(execFile)(process.execPath, ["--import", "tsx", "--input-type=module", "-e", code], { env });
      await Promise.all([start(), start(), start()]);
      const client = new pg.Client({ connectionString: owner.toString() });
      await client.connect();
      const { rows } = await client.query("select count(*)::int as n from drizzle.__drizzle_migrations");
      await client.end();
      expect(rows[0].n).toBe(readdirSync(MIGRATIONS).filter((file) => file.endsWith(".sql")).length);
    } finally {
      await maintenance.query(`DROP DATABASE IF EXISTS "${name}" WITH (FORCE)`);
      await maintenance.end();
    }
  });
});
