import { createServer, type IncomingMessage, type ServerResponse } from "node:http";
import type { AddressInfo } from "node:net";
import { afterAll, beforeAll, beforeEach, describe, expect, it, vi } from "vitest";
import { logFault } from "../server/log";
import { requestNow } from "../server/request";
import { routeOf } from "../server/route-name";
import { createAnswering } from "./answering";

describe("around every answer", () => {
  let answering = createAnswering(false);
  let handle: (request: IncomingMessage, response: ServerResponse) => void = () => {};
  const server = createServer((request, response) => answering.answer(request, response, (...both) => handle(...both)));
  const ask = (path: string, headers: Record<string, string> = {}) =>
    fetch(`http://127.0.0.1:${(server.address() as AddressInfo).port}${path}`, { headers });
  const page = { accept: "text/html" };
  const answers = (status: number, isBusy = false) => {
    handle = (_request, response) => {
      requestNow()!.isBusy = isBusy;
      response.statusCode = status;
      response.end("made");
    };
  };

  const given = process.env.DATABASE_URL;
  beforeAll(() => {
    // Nobody is there.
    process.env.DATABASE_URL = "postgresql://nobody@127.0.0.1:1/nothing";
    return new Promise<void>((done) => server.listen(0, "127.0.0.1", done));
  });
  afterAll(() => {
    if (given === undefined) delete process.env.DATABASE_URL;
    else process.env.DATABASE_URL = given;
    return new Promise((done) => server.close(done));
  });
  beforeEach(() => {
    answering = createAnswering(false);
    vi.unstubAllEnvs();
  });

  it("a page that the database was too busy for is a 503 to try again, and a fault of the program is none", async () => {
    answers(500);
    expect((await ask("/clients", page)).status).toBe(500);
    answers(500, true);
    const busy = await ask("/clients", page);
    expect([busy.status, busy.headers.get("retry-after")]).toEqual([503, "5"]);
    // What is asked by a program says its own status.
    expect((await ask("/api/do/today.show")).status).toBe(500);
  });

  it("while the database is away a page of its own stands, and the floor is there as ever", async () => {
    answers(500, true);
    await ask("/clients", page);
    answers(200);
    const away = await ask("/today", page);
    expect(away.status).toBe(503);
    expect(away.headers.get("content-type")).toBe("text/html; charset=utf-8");
    const text = await away.text();
    expect(text).toContain("Nothing that was saved or logged is lost.");
    expect(text).not.toContain("<script");
    for (const path of ["/floor?s=1", "/_next/static/x.js", "/api/health"])
      expect((await ask(path, page)).status).toBe(200);
  });

  it("an address that cannot be read leads to nothing, and is no fault", async () => {
    handle = ({ url }, response) => response.end(url);
    const led = await Promise.all(
      ["/clients/%", "/clients/%ff", "/card/%E0%A4%A", "/today?for=%ff"].map((path) => ask(path)),
    );
    expect(await Promise.all(led.map((one) => one.text()))).toEqual([
      "/nowhere",
      "/nowhere",
      "/nowhere",
      "/today?for=%ff",
    ]);
  });

  it("each answer has an id of its own, which its faults are logged with; a proxy's is taken where one is trusted", async () => {
    const logged: string[] = [];
    vi.spyOn(process.stderr, "write").mockImplementation((line) => logged.push(String(line)) > 0);
    handle = (_request, response) => {
      logFault("a trial", new Error("nothing"));
      response.end();
    };
    const given = { "x-request-id": "from-the-proxy-1" };
    const own = (await ask("/today", given)).headers.get("x-request-id");
    expect(own).toMatch(/^[0-9a-f-]{36}$/);
    answering = createAnswering(true);
    expect((await ask("/today", given)).headers.get("x-request-id")).toBe("from-the-proxy-1");
    expect(logged.map((line) => (JSON.parse(line) as { id: string }).id)).toEqual([own, "from-the-proxy-1"]);
    vi.restoreAllMocks();
  });

  it("a request is one line of its log, with its route and never with whom it was about", async () => {
    const logged: string[] = [];
    vi.stubEnv("YARVEX_LOG", "requests");
    vi.spyOn(process.stdout, "write").mockImplementation((line) => logged.push(String(line)) > 0);
    answers(200);
    await ask("/clients/0197f9a0-0000-7000-8000-000000000002?for=Kari%20Nordmann");
    await ask("/_next/static/x.js");
    await vi.waitFor(() => expect(logged).toHaveLength(1), 20_000);
    vi.restoreAllMocks();
    expect(JSON.parse(logged[0]!)).toMatchObject({ level: "info", method: "GET", route: "/clients/:id", status: 200 });
    expect(logged[0]).not.toContain("Kari");
  });

  it("its figures are read on this machine, or by the token where one is set, and by nobody else", async () => {
    answers(200);
    await ask("/api/do/today.show");
    const text = await vi.waitFor(async () => {
      const read = await (await ask("/metrics")).text();
      expect(read).toContain('yarvex_request_seconds_count{method="GET",route="/api/do/today.show",status="200"} 1');
      return read;
    }, 20_000);
    for (const name of [
      "yarvex_entries_total",
      "yarvex_faults_total",
      "yarvex_database_connections",
      "nodejs_eventloop_lag_p99_seconds",
    ])
      expect(text).toContain(`\n${name}`);
    expect((await ask("/metrics", { "x-forwarded-for": "203.0.113.9" })).status).toBe(404);
    vi.stubEnv("YARVEX_METRICS_TOKEN", "a-long-token");
    expect((await ask("/metrics")).status).toBe(404);
    expect((await ask("/metrics", { authorization: "Bearer a-long-token" })).status).toBe(200);
  });

  it("routes name no person and no secret, and are few whatever is asked", () => {
    const id = "0197f9a0-0000-7000-8000-000000000002";
    const routes = {
      "/": "/",
      "/_next/static/chunk.js": "/_next",
      [`/session/${id}`]: "/session/:id",
      "/calendar/abcdefghijklmnop.ics": "/calendar/:file",
      "/api/do/sessions.edit": "/api/do/sessions.edit",
      "/clients/Kari Nordmann": "other",
      "/wp-login.php": "other",
      "/api/do/made.up": "other",
      "/api/export/set-log": "/api/export/set-log",
      "/weeks/carry-on": "/weeks/carry-on",
      [`/clients/${"x".repeat(100)}`]: "other",
    };
    expect(Object.fromEntries(Object.keys(routes).map((path) => [path, routeOf(path)]))).toEqual(routes);
  });
});
