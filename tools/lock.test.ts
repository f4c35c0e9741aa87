import { spawn } from "node:child_process";
import { mkdtempSync, readdirSync, readFileSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { describe, expect, it } from "vitest";
import { createWhole, isThere, processOf, take, thisProcess, Users, withLock } from "./lock";

const folder = () => mkdtempSync(join(tmpdir(), "yarvex-lock-"));

describe("who is there", () => {
  it("is a process by its number and its beginning; the number alone is nobody", () => {
    expect(isThere(thisProcess())).toBe(true);
    expect(isThere({ ...thisProcess(), started: "1" })).toBe(false);
    expect(processOf(2 ** 22 + 1)).toBeNull();
  });

  it("is no zombie and nobody who was killed", async () => {
    // The child ends when its parent is no shell any more, but asleep: nobody asks after it. A shell might, between commands.
    const parent = spawn("sh", ["-c", "sleep 0.5 & echo $!; exec sleep 30"], {
      stdio: ["ignore", "pipe", "ignore"],
    });
    const zombie = Number(
      await new Promise<string>((done) => parent.stdout.once("data", (part) => done(String(part)))),
    );
    await expect.poll(() => readFileSync(`/proc/${zombie}/stat`, "utf8"), { timeout: 5000 }).toMatch(/\) Z /);
    expect(processOf(zombie)).toBeNull();
    const holder = processOf(parent.pid!)!;
    expect(isThere(holder)).toBe(true);
    parent.kill("SIGKILL");
    await expect.poll(() => isThere(holder)).toBe(false);
  });
});

describe("a lock", () => {
  it("is held by one at a time", async () => {
    const file = join(folder(), "a.lock");
    let inside = 0;
    let most = 0;
    const work = async () => {
      most = Math.max(most, ++inside);
      await new Promise((next) => setTimeout(next, 20));
      inside--;
    };
    await Promise.all(Array.from({ length: 4 }, () => withLock(file, work)));
    expect(most).toBe(1);
  });

  it("of a process that is gone, or that cannot be read, holds nobody up", () => {
    const file = join(folder(), "a.lock");
    for (const left of [JSON.stringify({ ...thisProcess(), started: "1" }), "{", ""]) {
      writeFileSync(file, left);
      take(file)();
    }
    expect(readdirSync(join(file, ".."))).toEqual([]);
  });

  it("that is held too long is said with its holder", async () => {
    const file = join(folder(), "a.lock");
    const release = take(file);
    expect(() => take(file, 60)).toThrow(new RegExp(`Process ${process.pid} has held`));
    await expect(withLock(file, async () => 1, 60)).rejects.toThrow(/has held/);
    release();
    expect(await withLock(file, async () => 1)).toBe(1);
  });

  it("a whole file comes once; a second is not written over it", () => {
    const file = join(folder(), "secrets.json");
    expect(createWhole(file, "first")).toBe(true);
    expect(createWhole(file, "second")).toBe(false);
    expect(readFileSync(file, "utf8")).toBe("first");
    expect(readdirSync(join(file, ".."))).toEqual(["secrets.json"]);
  });
});

it("users of a thing are those who are there; what the gone left is cleared", () => {
  const place = folder();
  const users = new Users(place);
  expect(users.present()).toEqual([]);
  users.join();
  writeFileSync(join(place, "7.json"), JSON.stringify({ pid: 7, started: "no such beginning" }));
  writeFileSync(join(place, "8.json"), "half a fi");
  expect(users.present().map(({ pid }) => pid)).toEqual([process.pid]);
  expect(readdirSync(place)).toEqual([`${process.pid}.json`]);
  users.leave();
  expect(users.present()).toEqual([]);
});
