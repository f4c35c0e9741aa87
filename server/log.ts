/** Faults of the server: one line of JSON each on the error output, never what people wrote. */
import pino from "pino";
import { count, requestNow } from "./request";

// Not by the console, which the web framework may take for its own.
const toStream = (stream: NodeJS.WriteStream) =>
  pino(
    {
      base: undefined,
      messageKey: "what",
      timestamp: () => `,"at":"${new Date().toISOString()}"`,
      formatters: { level: (level) => ({ level }) },
    },
    stream,
  );

const log = toStream(process.stderr);
const requestLog = toStream(process.stdout);

/** Logs a fault by its kind and place. Failed queries come without their values (`FailedQuery`). */
export function logFault(what: string, error: unknown, more: Readonly<Record<string, unknown>> = {}): void {
  count("faults");
  const request = requestNow();
  log.error({ ...(request && { id: request.id }), ...more, ...faultOf(error) }, what);
}

export interface AnsweredRequest {
  readonly id: string;
  readonly method: string;
  /** Without ids and without what was asked after the question mark: they name people. */
  readonly route: string;
  readonly status: number;
  readonly ms: number;
}

/** Logs a request that was answered, where YARVEX_LOG asks for that. */
export function logRequest(request: AnsweredRequest): void {
  if (process.env.YARVEX_LOG === "requests") requestLog.info(request, "a request");
}

function faultOf(error: unknown): Readonly<Record<string, unknown>> {
  if (!(error instanceof Error)) return { fault: typeof error };
  const place = (error.stack ?? "")
    .split("\n")
    .slice(1)
    .map((line) => line.trim())
    .filter((line) => line.startsWith("at "))
    .slice(0, 6);
  const cause = error.cause instanceof Error ? { cause: error.cause.message.slice(0, 300) } : {};
  return { fault: error.name, message: error.message.slice(0, 300), ...cause, place };
}
