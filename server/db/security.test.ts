/** The second wall, by table, role and verb: what PostgreSQL itself allows, whatever a use case forgets. */
import { sql } from "drizzle-orm";
import { beforeAll, describe, expect, it } from "vitest";
import { addDays } from "../../core";
import { hasDatabase, makeStudio, prepareDatabase, type TestStudio } from "../testing/studio";
import { asOwner, inStudio, newId, type Scope, type Transaction, withAccounts } from ".";

type Verb = "select" | "insert" | "update" | "delete";
type Rights = Partial<Record<Verb, true>>;

const ALL: Rights = { select: true, insert: true, update: true, delete: true };
const READ: Rights = { select: true };
const ADD: Rights = { select: true, insert: true };

/** What each role may do with rows of its own scope. Anything else is refused or finds nothing. */
const EXPECTED: Record<string, { coach: Rights; client: Rights }> = {
  studios: { coach: { select: true, update: true }, client: READ },
  clients: { coach: ALL, client: { select: true, delete: true } },
  members: { coach: { select: true, insert: true, delete: true }, client: READ },
  invitations: { coach: { select: true, insert: true, delete: true }, client: {} },
  body_masses: { coach: ALL, client: { select: true, insert: true, update: true } },
  gyms: { coach: ALL, client: READ },
  own_exercises: { coach: { select: true, insert: true, update: true }, client: READ },
  lift_marks: {
    coach: { select: true, insert: true, delete: true },
    client: { select: true, insert: true, delete: true },
  },
  plans: { coach: ALL, client: READ },
  sessions: { coach: ALL, client: { select: true, update: true } },
  session_edits: { coach: ADD, client: {} },
  session_links: { coach: { select: true, insert: true, delete: true }, client: {} },
  sent_copies: { coach: ADD, client: { select: true, update: true } },
  messages: {
    coach: { select: true, insert: true, update: true },
    client: { select: true, insert: true, update: true },
  },
  safety_changes: { coach: ADD, client: { insert: true } },
  decisions: { coach: { select: true, insert: true, update: true }, client: {} },
  calendar_feeds: {
    coach: { select: true, insert: true, delete: true },
    client: { select: true, insert: true, delete: true },
  },
  api_tokens: { coach: { select: true, insert: true, delete: true }, client: {} },
  api_requests: { coach: ALL, client: {} },
  webhooks: { coach: { select: true, insert: true, delete: true }, client: {} },
  webhook_deliveries: { coach: { select: true, insert: true, update: true }, client: {} },
  imports: { coach: { select: true, insert: true, update: true }, client: {} },
  unread_rows: { coach: { select: true, insert: true, delete: true }, client: {} },
  templates: { coach: ALL, client: {} },
  shown_documents: { coach: ADD, client: ADD },
  floor_events: { coach: ADD, client: ADD },
  unprojected: {
    coach: { select: true, insert: true, delete: true },
    client: { select: true, insert: true, delete: true },
  },
  exposures: { coach: ALL, client: { select: true, insert: true, delete: true } },
  lift_summaries: { coach: ALL, client: ALL },
  week_sums: { coach: ALL, client: ALL },
};

/** A column that each role may try to change: what it is granted, where it is granted anything. */
const CHANGED: Record<string, string> = {
  studios: "name = name",
  clients: "notes = notes",
  members: "name = name",
  invitations: "name = name",
  body_masses: "amount = amount",
  gyms: "name = name",
  own_exercises: "definition = definition",
  lift_marks: "amount = amount",
  plans: "revision = revision",
  sessions: "state = state",
  session_edits: "revision = revision",
  session_links: "secret_hash = secret_hash",
  sent_copies: "seen_at = seen_at",
  messages: "seen_at = seen_at",
  safety_changes: "words = words",
  decisions: "taken_back_at = taken_back_at",
  calendar_feeds: "secret_hash = secret_hash",
  api_tokens: "name = name",
  api_requests: "status = status",
  webhooks: "url = url",
  webhook_deliveries: "outcome = outcome",
  imports: "state = state",
  unread_rows: "why = why",
  templates: "name = name",
  shown_documents: "content = content",
  floor_events: "body = body",
  unprojected: "batch = batch",
  exposures: "exposure = exposure",
  lift_summaries: "summary = summary",
  week_sums: "sums = sums",
};

/** No two rows are of one week, or of one revision. */
let made = 0;

/** One row of each table for a client of a studio, as the owner puts it there. */
function rowsFor(studioId: string, clientId: string, sessionId: string): Record<string, Record<string, unknown>> {
  const hash = "f".repeat(64);
  const importId = newId();
  const common = { studio_id: studioId, client_id: clientId };
  return {
    invitations: {
      ...common,
      id: newId(),
      role: "client",
      email: "x",
      name: "x",
      secret_hash: newId(),
      expires_at: "2999-01-01",
    },
    body_masses: { ...common, date: "2026-01-05", amount: "80", unit: "kg" },
    own_exercises: { studio_id: studioId, id: newId(), definition: "{}" },
    lift_marks: {
      ...common,
      id: newId(),
      lineage: "deadlift",
      exercise_id: "deadlift",
      kind: "tested",
      date: "2026-01-05",
      amount: "100",
      unit: "kg",
    },
    plans: { ...common, id: newId(), document: "{}" },
    session_edits: {
      ...common,
      session_id: sessionId,
      revision: 1_000 + made++,
      member_id: newId(),
      edits: "[]",
      inverse: "[]",
    },
    session_links: { ...common, session_id: sessionId, secret_hash: newId(), expires_at: "2999-01-01" },
    sent_copies: { ...common, id: newId(), session_id: sessionId, hash, content: "{}" },
    messages: {
      ...common,
      id: newId(),
      session_id: sessionId,
      member_id: newId(),
      name: "x",
      written_by: "client",
      text: "x",
    },
    safety_changes: { ...common, id: newId(), member_id: newId(), name: "x", words: "x" },
    decisions: { ...common, id: newId(), need: "x", what: "done", words: "x", member_id: newId(), name: "x" },
    calendar_feeds: { ...common, id: newId(), member_id: newId(), secret_hash: newId() },
    api_tokens: {
      ...{ studio_id: studioId, id: importId, name: "x", access: "read", member_id: newId(), secret_hash: newId() },
      expires_at: "2999-01-01",
    },
    webhooks: { studio_id: studioId, id: importId, url: "https://x.example", secret: "x", events: "[]" },
    webhook_deliveries: { studio_id: studioId, id: newId(), webhook_id: importId, event: "pain", payload: "{}" },
    api_requests: { studio_id: studioId, token_id: importId, key: "k", request_hash: "x" },
    imports: { studio_id: studioId, id: importId, name: "log.csv", member_id: newId(), by: "x" },
    unread_rows: { studio_id: studioId, import_id: importId, row: 1, cells: "[]", why: "x" },
    templates: { studio_id: studioId, id: newId(), name: "T", document: "{}" },
    shown_documents: { ...common, session_id: sessionId, hash: newId().replaceAll("-", "").repeat(2), content: "{}" },
    unprojected: { ...common, session_id: sessionId },
    exposures: {
      ...common,
      session_id: sessionId,
      lineage: newId(),
      date: "2026-01-05",
      slot_id: "s",
      exercise_id: "deadlift",
      exposure: "{}",
    },
    lift_summaries: { ...common, lineage: newId(), exercise_id: "deadlift", last_date: "2026-01-05", summary: "{}" },
    week_sums: { ...common, monday: addDays("2001-01-01", 7 * made++), sums: "{}" },
  };
}

const insert = (table: string, row: Record<string, unknown>) =>
  sql`insert into ${sql.identifier(table)} (${sql.join(
    Object.keys(row).map((key) => sql.identifier(key)),
    sql`, `,
  )}) values (${sql.join(
    Object.values(row).map((value) => sql`${value}`),
    sql`, `,
  )})`;

describe.runIf(hasDatabase)("the database's own wall", () => {
  let mine: TestStudio;
  let other: TestStudio;
  beforeAll(async () => {
    await prepareDatabase();
    mine = await makeStudio("Fern");
    other = await makeStudio("Gorse");
    for (const studio of [mine, other])
      for (const { id, sessionId } of studio.clients)
        await asOwner(async (tx) => {
          for (const [table, row] of Object.entries(rowsFor(studio.coach.studioId, id, sessionId)))
            await tx.execute(insert(table, table === "body_masses" ? { ...row, date: "2026-01-06" } : row));
        });
  });

  const rolledBack = new Error("rolled back");

  /** Whether a statement is allowed, and how many rows it touches; nothing of it stays. */
  async function attempt(scope: Scope, work: (tx: Transaction) => Promise<number>): Promise<number | "denied"> {
    let touched = 0;
    try {
      await inStudio(scope, async (tx) => {
        touched = await work(tx);
        throw rolledBack;
      });
    } catch (error) {
      if (error === rolledBack) return touched;
      const { cause } = error as { cause?: { message?: string } };
      // Allowed, and only held back by what still names the row, or is there already.
      if (/foreign key|duplicate key/.test(cause?.message ?? "")) return 1;
      expect(cause?.message ?? String(error)).toMatch(/permission denied|row-level security/);
      return "denied";
    }
    return touched;
  }

  const count = (result: { rowCount: number | null }) => result.rowCount ?? 0;
  const statement = (table: string, verb: Exclude<Verb, "insert">) => {
    const name = sql.identifier(table);
    if (verb === "select") return sql`select * from ${name}`;
    return verb === "update" ? sql`update ${name} set ${sql.raw(CHANGED[table]!)}` : sql`delete from ${name}`;
  };
  const scopes = (): [keyof (typeof EXPECTED)[string], Scope][] => [
    ["coach", mine.coach],
    ["client", mine.clients[0].scope],
  ];

  it("names every table there is", async () => {
    const { rows } = await asOwner((tx) =>
      tx.execute<{ relname: string }>(
        sql`select relname from pg_class where relnamespace = 'public'::regnamespace and relkind = 'r' and relrowsecurity order by relname`,
      ),
    );
    expect(rows.map((row) => row.relname)).toEqual(Object.keys(EXPECTED).sort());
  });

  it.each(Object.keys(EXPECTED))("%s: select, update and delete, by coach and by client", async (table) => {
    for (const [role, scope] of scopes()) {
      for (const verb of ["select", "update", "delete"] as const) {
        const found = await attempt(scope, async (tx) => count(await tx.execute(statement(table, verb))));
        const allowed = EXPECTED[table]![role][verb] === true;
        if (!allowed) expect(found === "denied" || found === 0, `${table} ${role} ${verb}: ${found}`).toBe(true);
        else expect(found, `${table} ${role} ${verb}`).not.toBe("denied");
      }
    }
  });

  it("no verb reaches a row of another studio, or of another client", async () => {
    for (const [table, { coach, client }] of Object.entries(EXPECTED)) {
      const key = table === "studios" ? "id" : "studio_id";
      for (const verb of ["select", "update", "delete"] as const) {
        if (coach[verb]) {
          const elsewhere = sql`${statement(table, verb)} where ${sql.identifier(key)} = ${other.coach.studioId}`;
          expect(await attempt(mine.coach, async (tx) => count(await tx.execute(elsewhere))), `${table} ${verb}`).toBe(
            0,
          );
        }
        const person = table === "clients" ? "id" : "client_id";
        if (client[verb] && !["studios", "gyms", "own_exercises"].includes(table)) {
          const others = sql`${statement(table, verb)} where ${sql.identifier(person)} = ${mine.clients[1].id}`;
          const reached = await attempt(mine.clients[0].scope, async (tx) => count(await tx.execute(others)));
          expect(reached, `${table} ${verb} of another client`).toBe(0);
        }
      }
    }
  });

  it("rows are added to one's own scope alone", async () => {
    const rows = (studio: TestStudio, place: 0 | 1) =>
      rowsFor(studio.coach.studioId, studio.clients[place].id, studio.clients[place].sessionId);
    for (const [table, row] of Object.entries(rows(mine, 0))) {
      for (const [role, scope] of scopes()) {
        const added = await attempt(scope, async (tx) => count(await tx.execute(insert(table, row))));
        expect(added, `${table} ${role}`).toBe(EXPECTED[table]![role].insert ? 1 : "denied");
      }
    }
    for (const [table, row] of Object.entries(rows(other, 0)))
      expect(await attempt(mine.coach, async (tx) => count(await tx.execute(insert(table, row)))), table).toBe(
        "denied",
      );
    for (const [table, row] of Object.entries(rows(mine, 1)))
      expect(
        await attempt(mine.clients[0].scope, async (tx) => count(await tx.execute(insert(table, row)))),
        table,
      ).toBe("denied");
  });

  it("a row cannot be moved into another scope", async () => {
    const toOther = sql`update clients set studio_id = ${other.coach.studioId}`;
    expect(await attempt(mine.coach, async (tx) => count(await tx.execute(toOther)))).toBe("denied");
    const toAnother = sql`update week_sums set client_id = ${mine.clients[1].id}`;
    expect(await attempt(mine.clients[0].scope, async (tx) => count(await tx.execute(toAnother)))).toBe("denied");
  });

  it.each([
    ["clearance", sql`update clients set clearance = '{}'`],
    ["limits", sql`update clients set limit_list = '[]'`],
    ["membership", sql`update members set role = 'coach'`],
    ["a gym", sql`update gyms set equipment = '{}'`],
    ["what is asked of them", sql`update sessions set document = '{}'`],
    ["a session's reasons", sql`update sessions set reasons = '{}'`],
    ["what was sent", sql`update sent_copies set content = '{}'`],
    ["the settings", sql`update studios set settings = '{}'`],
  ])("a client never writes %s", async (_, write) => {
    expect(await attempt(mine.clients[0].scope, async (tx) => count(await tx.execute(write)))).toBe("denied");
  });

  it("neither role reaches accounts, and the web's own login no studio", async () => {
    for (const [, scope] of scopes())
      for (const table of ["user", "session", "account", "sign_in_attempts"])
        expect(
          await attempt(scope, async (tx) => count(await tx.execute(sql`select * from ${sql.identifier(table)}`))),
          table,
        ).toBe("denied");
    for (const table of Object.keys(EXPECTED))
      await expect(
        withAccounts((tx) => tx.execute(sql`select * from ${sql.identifier(table)}`)),
        table,
      ).rejects.toMatchObject({ cause: { message: expect.stringContaining("permission denied") } });
  });

  it("the web's login owns nothing, is no superuser, and may become those two only", async () => {
    const { rows } = await withAccounts((tx) =>
      tx.execute<{ super: boolean; inherits: boolean; owned: number; roles: string[] }>(sql`
        select rolsuper as super, rolinherit as inherits,
          (select count(*)::int from pg_class where relowner = r.oid) as owned,
          array(select pg_get_userbyid(roleid)::text from pg_auth_members where member = r.oid order by 1) as roles
        from pg_roles r where rolname = current_user`),
    );
    expect(rows[0]).toEqual({ super: false, inherits: false, owned: 0, roles: ["yarvex_client", "yarvex_coach"] });
  });
});
