/** The web process: Next behind a plain server that alone says where a request came from, and stops when told. */
import { createServer } from "node:http";
import { join } from "node:path";
import next from "next";
import { serverNowMs } from "../server/clock";
import { closeDatabase } from "../server/db";
import { stopListening } from "../server/db/changes";
import { startProjecting } from "../server/jobs/projecting";
import { startTelling } from "../server/jobs/webhooks";
import { stopTaking } from "../server/request";
import { startWorkers } from "../server/workers";
import { createAnswering } from "./answering";
import { builtScripts, contentPolicy, newNonce, STRICT_TRANSPORT } from "./headers";
import { ROOT } from "./system";

const MOST_REQUEST_BYTES = 1_000_000;

/** How long what is being answered may take when the process is told to stop; streams of changes never end by themselves. */
const PATIENCE_MS = 3_000;

/** Waits until nothing is left, or for so long. */
async function untilNone(left: () => number, mostMs: number): Promise<void> {
  const until = performance.now() + mostMs;
  while (left() > 0 && performance.now() < until) await new Promise((done) => setTimeout(done, 20));
}

interface Serving {
  readonly url: string;
  readonly stop: () => Promise<void>;
}

/** Serves what was built; `dev` serves the sources instead, each page compiled when it is asked for and again when it changes. */
export async function serve(port: number, host: string, { dev = false } = {}): Promise<Serving> {
  // Whoever read what is written here may be gone: that is logged nowhere, or it would be logged for ever.
  for (const out of [process.stdout, process.stderr]) out.on("error", () => undefined);
  const app = next({ dev, dir: ROOT, hostname: host, port });
  await app.prepare();
  const handle = app.getRequestHandler();
  const trustsProxy = process.env.YARVEX_TRUST_PROXY === "1";
  const built = dev ? [] : builtScripts(join(ROOT, ".next", "server", "app"));
  const isSecure = (process.env.YARVEX_URL ?? "").startsWith("https:");
  const answering = createAnswering(trustsProxy);
  const server = createServer({ connectionsCheckingInterval: 2_000 }, (request, response) => {
    // No route of ours takes more; what says that it brings more is not read.
    if (Number(request.headers["content-length"] ?? 0) > MOST_REQUEST_BYTES) {
      response.writeHead(413, {
        "content-type": "application/json",
        connection: "close",
        "x-yarvex-now": serverNowMs(),
      });
      response.end(JSON.stringify({ message: "That is too much to send at once." }));
      return;
    }
    const forwarded = String(request.headers["x-forwarded-for"] ?? "")
      .split(",")
      .at(-1)
      ?.trim();
    // A forwarded address is believed only where a proxy of ours is configured.
    const address = trustsProxy && forwarded ? forwarded : (request.socket.remoteAddress ?? "unknown");
    if (!trustsProxy) {
      for (const name of Object.keys(request.headers)) if (name.startsWith("x-forwarded")) delete request.headers[name];
    }
    request.headers["x-yarvex-address"] = address;
    // Next reads the name of this answer's scripts from the policy on the request.
    // In development the page evaluates compiled sources and opens a web socket for hot reload: the policy forbids both.
    if (!dev) {
      const policy = contentPolicy(newNonce(), built, request.url);
      request.headers["content-security-policy"] = policy;
      response.setHeader("content-security-policy", policy);
    }
    if (isSecure) response.setHeader("strict-transport-security", STRICT_TRANSPORT);
    answering.answer(request, response, handle);
  });
  if (dev) server.on("upgrade", app.getUpgradeHandler());
  // Headers and bodies that trickle in are ended.
  server.headersTimeout = 10_000;
  server.requestTimeout = 20_000;
  await new Promise<void>((done, fail) => {
    server.once("error", fail);
    server.listen(port, host, done);
  });
  const projecting = startProjecting();
  const telling = startTelling();
  const threads = startWorkers();
  return {
    url: `http://${host === "0.0.0.0" ? "127.0.0.1" : host}:${port}`,
    stop: async () => {
      // What is being answered is answered first; whoever asks now is told to look elsewhere.
      stopTaking();
      await new Promise((done) => setTimeout(done, 1_000 * Math.min(5, Number(process.env.YARVEX_DRAIN_SECONDS) || 0)));
      const closed = new Promise((done) => server.close(done));
      server.closeIdleConnections();
      await Promise.all([stopListening(), projecting.stop(), telling.stop()]);
      await untilNone(answering.open, PATIENCE_MS);
      server.closeAllConnections();
      await closed;
      await app.close();
      await threads.stop();
      await closeDatabase();
    },
  };
}
