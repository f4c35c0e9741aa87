import { mkdtempSync, statSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import pg from "pg";
import { describe, expect, it } from "vitest";
import { hasDatabase, makeStudio, prepareDatabase } from "../server/testing/studio";
import { dump, load } from "./yarvex";

describe.runIf(hasDatabase)("backup and restore", () => {
  it("writes one file, reads it into an empty database with row security in force, and never over another", async () => {
    await prepareDatabase();
    await makeStudio("Cedar");
    const url = process.env.DATABASE_OWNER_URL!;
    const other = new URL(url);
    other.pathname = `${other.pathname}_restored`;
    const name = other.pathname.slice(1);
    const file = join(mkdtempSync(join(tmpdir(), "yarvex-")), "studio.backup");
    const count = async (at: string, sql: string) => {
      const client = new pg.Client({ connectionString: at });
      await client.connect();
      try {
        return Number((await client.query(sql)).rows[0].n);
      } finally {
        await client.end();
      }
    };
    const maintenance = new pg.Client({ connectionString: url });
    await maintenance.connect();
    await maintenance.query(`CREATE DATABASE "${name}"`);
    try {
      // Other tests write to this database meanwhile: what is compared is one studio's rows.
      dump(url, file);
      expect(statSync(file).size).toBeGreaterThan(1000);
      await load(other.toString(), file);
      const cedar = "select count(*) as n from clients where name like 'Cedar%'";
      expect(await count(other.toString(), cedar)).toBe(await count(url, cedar));
      expect(await count(other.toString(), "select count(*) as n from pg_policies where policyname = 'coach'")).toBe(
        17,
      );
      await expect(load(other.toString(), file)).rejects.toThrow(/not empty/);
    } finally {
      await maintenance.query(`DROP DATABASE "${name}" WITH (FORCE)`);
      await maintenance.end();
    }
  });
});
