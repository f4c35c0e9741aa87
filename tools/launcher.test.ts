/** The command as somebody types it. */
import { spawnSync } from "node:child_process";
import { join } from "node:path";
import { describe, expect, it } from "vitest";
import { ROOT } from "./system";

const typed = (args: readonly string[], env: Readonly<Record<string, string>> = {}) =>
  spawnSync("bash", [join(ROOT, "yarvex"), ...args], {
    encoding: "utf8",
    env: { ...process.env, DATABASE_URL: undefined, DATABASE_OWNER_URL: undefined, ...env },
  });

describe("what is typed wrong is said in one sentence, and nothing is begun", () => {
  it.each<[string, readonly string[], Readonly<Record<string, string>>, RegExp]>([
    ["a port that is none", ["demo"], { PORT: "abc" }, /^PORT is “abc”: .*\.$/],
    ["an address that is none", ["start"], { DATABASE_URL: "foo" }, /^DATABASE_URL is no address .*\.$/],
    [
      "a server that does not answer",
      ["start"],
      { DATABASE_URL: "postgresql://a:b@127.0.0.1:1/x", DATABASE_OWNER_URL: "postgresql://a:b@127.0.0.1:1/x" },
      /^No PostgreSQL server answers for the database x at 127\.0\.0\.1:1\.$/,
    ],
    ["no file to restore", ["restore", "nowhere.backup"], {}, /^Name the backup file to restore: .*/],
  ])("%s", (_what, args, env, sentence) => {
    const { status, stderr, stdout } = typed(args, env);
    expect(status).toBe(1);
    expect(stdout).toBe("");
    expect(stderr.trim()).toMatch(sentence);
  });

  it("a command that is not known shows those that are", () => {
    const { status, stdout } = typed(["fly"]);
    expect(status).toBe(1);
    expect(stdout).toMatch(/^Usage: \.\/yarvex COMMAND/);
  });
});
