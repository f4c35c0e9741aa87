/** What every route of ours does at its edge: who may ask, how much is read, how it is answered, and what a fault says. */
import { randomUUID } from "node:crypto";
import { NextResponse } from "next/server";
import { cleanValue, depthOf, MOST_DEPTH } from "@/contract";
import { serverNowMs } from "@/server/clock";
import { isBusy } from "@/server/db";
import { logFault } from "@/server/log";
import { requestNow } from "@/server/request";
import { routeOf } from "@/server/route-name";
import { sameOrigin } from "./same-origin";

export type Answer = { readonly status?: number; readonly body: object; readonly cookies?: Headers };

export interface Asked {
  readonly request: Request;
  readonly input: unknown;
}

/**
 * Runs a route: its body read up to so many bytes and cleaned, its answer stamped with the server's clock and the request's
 * id, its fault logged without what people wrote.
 */
export async function atTheEdge(
  request: Request,
  mostBytes: number,
  work: (asked: Asked) => Promise<Answer>,
): Promise<NextResponse> {
  const id = requestNow()?.id ?? randomUUID();
  const answer = await answerOf(request, mostBytes, work).catch((error: unknown): Answer => {
    if (isBusy(error)) {
      logFault("busy", error, { id, route: routeOf(new URL(request.url).pathname) });
      return { status: 503, body: { message: "The server is busy. Nothing is lost; try again in a moment." } };
    }
    logFault("a request", error, { id, route: routeOf(new URL(request.url).pathname) });
    return { status: 500, body: { message: `Something went wrong on the server. Error number ${id.slice(0, 8)}.` } };
  });
  const response = NextResponse.json(answer.body, { status: answer.status ?? 200 });
  response.headers.set("x-yarvex-now", String(serverNowMs()));
  response.headers.set("x-request-id", id);
  response.headers.set("cache-control", "no-store");
  if (answer.status === 503) response.headers.set("retry-after", "2");
  for (const cookie of answer.cookies?.getSetCookie() ?? []) response.headers.append("set-cookie", cookie);
  return response;
}

async function answerOf(request: Request, mostBytes: number, work: (asked: Asked) => Promise<Answer>): Promise<Answer> {
  if (!sameOrigin(request)) return { status: 403, body: { message: "This request did not come from Yarvex." } };
  const text = await readText(request, mostBytes);
  if (text === null) return { status: 413, body: { message: "That is too much to send at once." } };
  if (depthOf(text) > MOST_DEPTH) return { status: 422, body: { message: "The request is nested too deep." } };
  let input: unknown;
  try {
    input = cleanValue(JSON.parse(text || "{}"));
  } catch {
    return { status: 400, body: { message: "The request is not JSON." } };
  }
  return work({ request, input });
}

/** The body, or null where it is longer; what says that it is longer is not read at all. */
export async function readText(request: Request, mostBytes: number): Promise<string | null> {
  const said = Number(request.headers.get("content-length") ?? 0);
  if (said > mostBytes) return null;
  if (!request.body) return "";
  const decoder = new TextDecoder();
  let text = "";
  let bytes = 0;
  for await (const chunk of request.body as unknown as AsyncIterable<Uint8Array>) {
    bytes += chunk.byteLength;
    if (bytes > mostBytes) return null;
    text += decoder.decode(chunk, { stream: true });
  }
  return text + decoder.decode();
}
