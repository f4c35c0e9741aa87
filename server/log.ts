/** Faults of the server: one line of JSON each on the error output, never what people wrote. */
import pino from "pino";

// Not by the console, which the web framework may take for its own.
const log = pino(
  {
    base: undefined,
    messageKey: "what",
    timestamp: () => `,"at":"${new Date().toISOString()}"`,
    formatters: { level: (level) => ({ level }) },
  },
  process.stderr,
);

/** Logs a fault by its kind and place. Failed queries come without their values (`FailedQuery`). */
export function logFault(what: string, error: unknown, more: Readonly<Record<string, unknown>> = {}): void {
  log.error({ ...more, ...faultOf(error) }, what);
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
