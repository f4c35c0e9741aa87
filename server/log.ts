/** What the server says of itself: one line of JSON each, never what people wrote. */

type Level = "info" | "fault";

function write(level: Level, what: string, more: Readonly<Record<string, unknown>>): void {
  const line = JSON.stringify({ at: new Date().toISOString(), level, what, ...more });
  if (level === "fault") console.error(line);
  else console.log(line);
}

export const logInfo = (what: string, more: Readonly<Record<string, unknown>> = {}): void => write("info", what, more);

/**
 * A fault by its kind and place. Messages of failed queries hold the values that were written; of them only PostgreSQL's own
 * code, table and constraint are kept.
 */
export function logFault(what: string, error: unknown, more: Readonly<Record<string, unknown>> = {}): void {
  write("fault", what, { ...more, ...faultOf(error) });
}

interface DatabaseError {
  readonly code?: unknown;
  readonly table?: unknown;
  readonly constraint?: unknown;
  readonly severity?: unknown;
}

export function faultOf(error: unknown): Readonly<Record<string, unknown>> {
  if (!(error instanceof Error)) return { fault: typeof error };
  const cause = (error.cause instanceof Error ? error.cause : error) as Error & DatabaseError;
  const place = (cause.stack ?? "")
    .split("\n")
    .slice(1)
    .map((line) => line.trim())
    .filter((line) => line.startsWith("at "))
    .slice(0, 6);
  const isQuery = "query" in error || cause.severity !== undefined;
  if (!isQuery) return { fault: cause.name, message: cause.message.slice(0, 300), place };
  const { code, table, constraint } = cause;
  return { fault: "query", code, table, constraint, place };
}
