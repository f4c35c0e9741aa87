/** The routes' edge, as requests meet it: sizes, depth, odd texts, faults; always an answer with a reason. */
import fc from "fast-check";
import { describe, expect, it, vi } from "vitest";
import { cleanText, cleanValue, depthOf } from "@/contract";
import { FailedQuery } from "@/server/db";
import { type Answer, type Asked, atTheEdge } from "./edge";

const ORIGIN = "http://127.0.0.1:3000";
const request = (body: BodyInit | null, headers: Record<string, string> = {}) =>
  new Request(`${ORIGIN}/api/do/x`, {
    method: "POST",
    body,
    headers: { host: "127.0.0.1:3000", origin: ORIGIN, ...headers },
    duplex: "half",
  } as RequestInit);
const echo = async ({ input }: Asked): Promise<Answer> => ({ body: { input } });
const ask = (body: BodyInit | null, most = 1000, headers: Record<string, string> = {}) =>
  atTheEdge(request(body, headers), most, echo);

describe("a request at the edge", () => {
  it("is answered with the server's clock, a mark of its own, and kept by no cache", async () => {
    const response = await ask('{"a":1}');
    expect(await response.json()).toEqual({ input: { a: 1 } });
    expect(Math.abs(Number(response.headers.get("x-yarvex-now")) - Date.now())).toBeLessThan(60_000);
    expect(response.headers.get("x-request-id")).toMatch(/^[0-9a-f-]{36}$/);
    expect(response.headers.get("cache-control")).toBe("no-store");
  });

  it("that says it is too long is not read at all; one that says nothing is read so far and no further", async () => {
    let pulled = 0;
    const endless = () =>
      new ReadableStream<Uint8Array>({
        pull(controller) {
          pulled++;
          controller.enqueue(new Uint8Array(500).fill(32));
        },
      });
    expect((await ask(endless(), 1000, { "content-length": "1000000" })).status).toBe(413);
    const before = pulled;
    expect(before).toBeLessThanOrEqual(2);
    expect((await ask(endless())).status).toBe(413);
    expect(pulled - before).toBeLessThanOrEqual(6);
    expect((await ask("x".repeat(1001))).status).toBe(413);
  });

  it("counts bytes, not letters", async () => {
    const text = JSON.stringify("é".repeat(400));
    expect((await ask(text, 803)).status).toBe(200);
    expect((await ask(text, 801)).status).toBe(413);
  });

  it.each([
    ["from another site", "{}", { origin: "http://elsewhere.example" }, 403],
    ["that is no JSON", "{", {}, 400],
    ["nested without end", "[".repeat(400) + "]".repeat(400), {}, 422],
  ])("%s is refused with a sentence", async (_what, body, headers, status) => {
    const response = await ask(body, 1000, headers);
    expect(response.status).toBe(status);
    expect(((await response.json()) as { message: string }).message).toMatch(/\.$/);
  });

  it("that the program breaks at says so with its mark, and not with what was written", async () => {
    const said: string[] = [];
    const spy = vi.spyOn(process.stderr, "write").mockImplementation((line) => said.push(String(line)) > 0);
    const breaks = async (): Promise<Answer> => {
      throw new TypeError("undefined is no function");
    };
    const response = await atTheEdge(request('{"limits":"left knee"}'), 1000, breaks);
    spy.mockRestore();
    expect(response.status).toBe(500);
    const id = response.headers.get("x-request-id")!;
    expect(((await response.json()) as { message: string }).message).toContain(id.slice(0, 8));
    expect(JSON.parse(said.join(""))).toMatchObject({ level: "error", fault: "TypeError", id, route: "other" });
    expect(said.join("")).not.toContain("knee");
  });

  it.each([
    [Object.assign(new Error("connect ECONNREFUSED 127.0.0.1:5471"), { code: "ECONNREFUSED" })],
    [new Error("timeout exceeded when trying to connect")],
    [new FailedQuery("55P03", "canceling statement due to lock timeout")],
    [new FailedQuery("57014", "canceling statement due to statement timeout")],
    [new Error("outer", { cause: new FailedQuery("53300", "too many connections") })],
  ])("that the database is too busy for, or away from, is told to come again: %s", async (error) => {
    const spy = vi.spyOn(process.stderr, "write").mockImplementation(() => true);
    const response = await atTheEdge(request("{}"), 1000, async () => {
      throw error;
    });
    spy.mockRestore();
    expect(response.status).toBe(503);
    expect(response.headers.get("retry-after")).toBe("2");
  });
});

describe("texts from outside", () => {
  it.each([
    ["NUL", "a\u0000b", "ab"],
    ["half a character", "a\ud800b", "a\ufffdb"],
    ["a bell and an escape", "\u0007a\u001b[31m", "a[31m"],
    ["tab and new line, which stay", "a\tb\nc", "a\tb\nc"],
    ["whole characters beyond the first plane", "💪 ok", "💪 ok"],
    ["what turns the direction of all that follows", "Anna \u202etxt.exe\u202c \u2066x", "Anna txt.exe x"],
    ["a name from right to left", "مريم \u200f10", "مريم \u200f10"],
    ["a mark of byte order", "\ufeffname", "name"],
  ])("%s", (_what, text, clean) => {
    expect(cleanText(text)).toBe(clean);
  });

  it("are clean wherever they stand, and what was clean is the same thing", () => {
    expect(cleanValue({ "k\u0000": ["x\u0000", { y: 1 }] })).toEqual({ k: ["x", { y: 1 }] });
    const plain = { a: ["b", { c: null, d: 1, e: true }] };
    expect(cleanValue(plain)).toBe(plain);
    fc.assert(
      fc.property(fc.jsonValue(), (value) => {
        const once = cleanValue(value);
        expect(JSON.stringify(once)).not.toMatch(/\\u0000|\\ud[89a-f]/i);
        expect(cleanValue(once)).toEqual(once);
      }),
    );
  });

  it("nest as deep as their brackets, whatever their texts hold", () => {
    expect(depthOf('{"a":["]}]}"]}')).toBe(2);
    expect(depthOf('"[[[["')).toBe(0);
    expect(depthOf('{"a\\\\":[[1]]}')).toBe(3);
    expect(depthOf('{"a\\"[":1}')).toBe(1);
  });
});
