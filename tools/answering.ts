/** What the web process does around every answer: its id, its line in the log, its figures, and what stands while the database is away. */
import { randomUUID, timingSafeEqual } from "node:crypto";
import type { IncomingMessage, ServerResponse } from "node:http";
import { queryDatabase } from "../server/db";
import { logRequest } from "../server/log";
import { createMetrics } from "../server/metrics";
import { answerAs, type RequestNow } from "../server/request";
import { routeOf } from "../server/route-name";

/** After the database was away, each page of this time first asks whether it answers. */
const WARY_MS = 30_000;

type Handler = (request: IncomingMessage, response: ServerResponse) => Promise<void> | void;

export interface Answering {
  readonly answer: (request: IncomingMessage, response: ServerResponse, handle: Handler) => void;
  /** Answers that are on their way. */
  readonly open: () => number;
}

/** `trustsProxy`: ids of requests, and addresses, are the proxy's. */
export function createAnswering(trustsProxy: boolean): Answering {
  const metrics = createMetrics();
  let busyAt = Number.NEGATIVE_INFINITY;
  let open = 0;

  async function respond(request: IncomingMessage, response: ServerResponse, now: RequestNow, handle: Handler) {
    const path = pathOf(request);
    if (path === "/metrics") return sendMetrics(request, response);
    if (isPage(request) && performance.now() - busyAt < WARY_MS && !(await queryDatabase()).ok)
      return sendAway(response);
    // An address that cannot be read leads nowhere, as any other that is none of ours.
    if (!isReadable(path)) request.url = "/nowhere";
    answerBusy(response, now, path.startsWith("/api/"));
    await handle(request, response);
  }

  async function sendMetrics(request: IncomingMessage, response: ServerResponse) {
    if (!mayWatch(request)) {
      response.writeHead(404, { "content-type": "text/plain" });
      response.end("Not found.");
      return;
    }
    response.writeHead(200, { "content-type": metrics.contentType, "cache-control": "no-store" });
    response.end(await metrics.text());
  }

  return {
    open: () => open,
    answer: (request, response, handle) => {
      const given = trustsProxy ? request.headers["x-request-id"] : undefined;
      const id = typeof given === "string" && /^[\w-]{8,64}$/.test(given) ? given : randomUUID();
      const now: RequestNow = { id, isBusy: false };
      const began = performance.now();
      const route = routeOf(pathOf(request));
      const method = request.method ?? "";
      open++;
      response.setHeader("x-request-id", id);
      response.once("close", () => {
        open--;
        if (now.isBusy) busyAt = performance.now();
        const took = performance.now() - began;
        const { statusCode: status } = response;
        metrics.answered({ method, route, status }, took / 1000);
        if (route !== "/_next" && route !== "/api/health" && route !== "/api/ready" && route !== "other")
          logRequest({ id, method, route, status, ms: Math.round(took) });
      });
      answerAs(now, () => void respond(request, response, now, handle));
    },
  };
}

const pathOf = ({ url = "/" }: IncomingMessage): string => url.split("?")[0] ?? "/";

const isReadable = (path: string): boolean => {
  try {
    return !decodeURIComponent(path).includes("\u0000");
  } catch {
    return false;
  }
};

/** Whether a whole page is asked for, by a person. The floor needs no database. */
const isPage = ({ method, headers, url = "" }: IncomingMessage): boolean =>
  method === "GET" && (headers.accept ?? "").includes("text/html") && !/^\/(api|_next|floor)(\/|\?|$)/.test(url);

/** A page that could not be made because the database was busy or away says so in its status: a proxy and a person try again. */
function answerBusy(response: ServerResponse, now: RequestNow, isApi: boolean): void {
  const { writeHead } = response;
  response.writeHead = function (this: ServerResponse, status: number, ...rest: unknown[]) {
    const isBusy = status === 500 && now.isBusy && !isApi;
    if (isBusy) this.setHeader("retry-after", "5");
    if (isBusy) this.statusCode = 503;
    return Reflect.apply(writeHead, this, [isBusy ? 503 : status, ...rest]);
  } as typeof writeHead;
}

const AWAY = `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width">
<meta http-equiv="refresh" content="5">
<title>One moment – Yarvex</title>
<style>
body { margin: 0; min-height: 100dvh; display: grid; place-content: center; padding: 1.5rem; font: 16px/1.5 system-ui, sans-serif; background: #f5f1e9; color: #2e251e }
h1 { margin: 0; font-size: 1.25rem }
p { max-width: 32rem }
a { color: #27356b }
</style>
</head>
<body>
<main>
<h1>The server cannot reach its records just now.</h1>
<p role="status">Nothing that was saved or logged is lost. This page looks again every five seconds.</p>
<p>A session that is under way goes on: <a href="/floor">to the floor</a>.</p>
</main>
</body>
</html>
`;

/** The page that stands while the database is away: it needs nothing but itself. */
function sendAway(response: ServerResponse): void {
  response.writeHead(503, {
    "content-type": "text/html; charset=utf-8",
    "content-security-policy": "default-src 'none'; style-src 'unsafe-inline'",
    "cache-control": "no-store",
    "retry-after": "5",
  });
  response.end(AWAY);
}

/** Who may read the figures: whoever is on this machine, and whoever has YARVEX_METRICS_TOKEN. */
function mayWatch({ headers, socket }: IncomingMessage): boolean {
  const wanted = process.env.YARVEX_METRICS_TOKEN;
  const given = Buffer.from((headers.authorization ?? "").replace(/^Bearer /, ""));
  if (wanted) return given.length === Buffer.byteLength(wanted) && timingSafeEqual(given, Buffer.from(wanted));
  const isHere = /^(::1|(::ffff:)?127\.)/.test(socket.remoteAddress ?? "");
  return isHere && headers["x-forwarded-for"] === undefined;
}
