import { randomUUID } from "node:crypto";
import { cleanValue, depthOf, isForPrograms, isReading, MOST_BYTES, MOST_DEPTH } from "@/contract";
import {
  type Allowance,
  type ApiAnswer,
  answerOnce,
  mayAsk,
  programOf,
  REQUESTS_A_MINUTE,
  takeTurn,
} from "@/server/api";
import { serverNowMs } from "@/server/clock";
import { isBusy } from "@/server/db";
import { logFault } from "@/server/log";
import { executeUseCase } from "@/server/usecases";
import { readText } from "../../edge";

const TITLES: Readonly<Record<number, string>> = {
  400: "The request is not JSON",
  401: "No valid token",
  403: "Not allowed",
  404: "Not found",
  409: "Changed meanwhile",
  413: "Too much at once",
  422: "Refused",
  429: "Too many requests",
  500: "A fault of the server",
  503: "The server is busy",
};

interface Sent {
  readonly answer: ApiAnswer;
  readonly allowance?: Allowance;
  readonly isRepeated?: boolean;
}

/** One use case, asked by another program. What is not done is told as RFC 9457 has it. */
export async function POST(request: Request, { params }: { params: Promise<{ name: string }> }): Promise<Response> {
  const { name } = await params;
  const id = randomUUID();
  const sent = await answerOf(request, name).catch((error: unknown): Sent => {
    logFault(isBusy(error) ? "busy" : "a program's request", error, {
      id,
      name: isForPrograms(name) ? name : "unknown",
    });
    return { answer: { status: isBusy(error) ? 503 : 500, body: {} } };
  });
  const { answer, allowance, isRepeated } = sent;
  const isDone = answer.status === 200;
  const { message, problems } = (answer.body ?? {}) as { message?: string; problems?: unknown };
  const body = isDone
    ? answer.body
    : {
        type: "about:blank",
        title: TITLES[answer.status] ?? "Not done",
        status: answer.status,
        ...(message ? { detail: message } : {}),
        ...(problems ? { problems } : {}),
      };
  const headers = new Headers({
    "content-type": isDone ? "application/json" : "application/problem+json",
    "cache-control": "no-store",
    "x-request-id": id,
  });
  if (allowance) {
    headers.set("ratelimit-limit", String(REQUESTS_A_MINUTE));
    headers.set("ratelimit-remaining", String(allowance.left));
    headers.set("ratelimit-reset", String(allowance.resetSeconds));
  }
  if (answer.status === 429) headers.set("retry-after", String(allowance?.resetSeconds ?? 60));
  if (answer.status === 503) headers.set("retry-after", "2");
  if (answer.status === 401) headers.set("www-authenticate", "Bearer");
  if (isRepeated) headers.set("idempotency-replayed", "true");
  return new Response(JSON.stringify(body), { status: answer.status, headers });
}

const not = (status: number, message = ""): Sent => ({ answer: { status, body: { message } } });

async function answerOf(request: Request, name: string): Promise<Sent> {
  const program = await programOf(request.headers.get("authorization"));
  if (!program) return not(401, "Send a token of the studio as Authorization: Bearer yarvex_…");
  const allowance = await takeTurn(program.tokenId);
  const told = (answer: ApiAnswer, isRepeated = false): Sent => ({ answer, allowance, isRepeated });
  if (!allowance.isAllowed)
    return told({ status: 429, body: { message: `A token may ask ${REQUESTS_A_MINUTE} times a minute.` } });
  if (!isForPrograms(name)) return told({ status: 404, body: { message: "There is no such question." } });
  if (!mayAsk(program, name)) return told({ status: 403, body: { message: "This token only reads." } });
  const text = await readText(request, MOST_BYTES(name));
  if (text === null) return told({ status: 413, body: {} });
  if (depthOf(text) > MOST_DEPTH) return told({ status: 422, body: { message: "The request is nested too deep." } });
  let input: unknown;
  try {
    input = cleanValue(JSON.parse(text || "{}"));
  } catch {
    return told({ status: 400, body: {} });
  }
  const ask = async (): Promise<ApiAnswer> => {
    const outcome = await executeUseCase(program.scope, name, input as never);
    switch (outcome.kind) {
      case "ok":
        return { status: 200, body: Object(outcome.value) };
      case "refused":
        return { status: 422, body: { problems: outcome.problems, message: outcome.problems[0]?.message } };
      case "conflict":
        return { status: 409, body: { message: outcome.message } };
      default:
        return { status: 404, body: {} };
    }
  };
  const key = request.headers.get("idempotency-key");
  if (key === null || isReading(name)) return told(await ask());
  if (key === "" || key.length > 100) return told({ status: 422, body: { message: "A key has 1 to 100 signs." } });
  const { isRepeated, ...answer } = await answerOnce(program, { key, name, input, nowMs: serverNowMs() }, ask);
  return told(answer, isRepeated);
}
