/** Asking the server from the browser: one function, one set of outcomes. */
import type { ApiName, Input, InputProblem, Output } from "../contract";
import { syncServerTime } from "./clock";

export type Reply<T> =
  | { readonly kind: "ok"; readonly value: T }
  | { readonly kind: "refused"; readonly message: string; readonly problems: readonly InputProblem[] }
  | { readonly kind: "conflict"; readonly message: string }
  | { readonly kind: "signedOut" }
  | { readonly kind: "notFound" }
  /** The server was reached and could not do it; not the fault of what was sent. */
  | { readonly kind: "fault"; readonly isBusy: boolean; readonly retryAfterMs: number | null }
  /** Nothing of ours answered. */
  | { readonly kind: "offline" };

/** One use case of the contract: its input and its answer are typed by its name. */
export async function callApi<K extends ApiName>(name: K, input: Input<K>): Promise<Reply<Output<K>>> {
  return send<Output<K>>(`/api/do/${name}`, input);
}

/** Stands on every answer that is Yarvex's own: its clock. A network's sign-in page has none. */
export const OWN_HEADER = "x-yarvex-now";

const PATIENCE_MS = 30_000;

export async function send<T>(path: string, input: unknown): Promise<Reply<T>> {
  const began = performance.now();
  let response: Response;
  try {
    response = await fetch(path, {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify(input),
      signal: AbortSignal.timeout(PATIENCE_MS),
    });
  } catch {
    return { kind: "offline" };
  }
  const { status, headers } = response;
  const own = headers.get(OWN_HEADER);
  if (own === null) {
    // A proxy that stands before the server says that it is not there; anything else is some other network's page.
    return status >= 500 ? { kind: "fault", isBusy: true, retryAfterMs: null } : { kind: "offline" };
  }
  syncServerTime(Number(own), performance.now() - began);
  const body = (await response.json().catch(() => null)) as { message?: string; problems?: InputProblem[] } | null;
  // The answer broke off on its way.
  if (body === null) return status >= 500 ? { kind: "fault", isBusy: false, retryAfterMs: null } : { kind: "offline" };
  if (response.ok) return { kind: "ok", value: body as T };
  const message = body.message ?? "Something went wrong on the server.";
  const refused = { kind: "refused", message, problems: body.problems ?? [] } as const;
  switch (status) {
    case 401:
      return path.startsWith("/api/do/") ? { kind: "signedOut" } : refused;
    case 404:
      return { kind: "notFound" };
    case 409:
      return { kind: "conflict", message };
    default: {
      if (status < 500) return refused;
      const seconds = Number(headers.get("retry-after") ?? Number.NaN);
      return { kind: "fault", isBusy: status === 503, retryAfterMs: Number.isFinite(seconds) ? seconds * 1000 : null };
    }
  }
}

/** What an answer that is no success says, at the field it is about; at `field` where it is about none. */
export const problemOf = (
  reply: Exclude<Reply<unknown>, { kind: "ok" }>,
  field = "",
): { readonly field: string; readonly message: string } =>
  (reply.kind === "refused" ? reply.problems[0] : undefined) ?? { field, message: replySentence(reply) };

/** Whether a request writes or only reads: only of one that writes is it said that what was typed is still there. */
export type Asked = "write" | "read";

/** The sentence for a reply that brought no value. */
export function replySentence(reply: Exclude<Reply<unknown>, { kind: "ok" }>, asked: Asked = "write"): string {
  const again = asked === "write" ? "What you typed is still here; try again" : "Try again";
  switch (reply.kind) {
    case "offline":
      return `The server cannot be reached. ${again}.`;
    case "fault":
      return reply.isBusy
        ? `The server is busy. ${again} in a moment.`
        : `Something went wrong on the server. ${again}.`;
    case "signedOut":
      return "You are signed out. Sign in again in another tab, then try once more.";
    case "notFound":
      return "This is not there any more.";
    case "refused":
    case "conflict":
      return reply.message;
  }
}
