/** Asking the server from the browser: one function, one set of outcomes. */
import type { ApiName, Input, InputProblem, Output } from "../contract";

export type Reply<T> =
  | { readonly kind: "ok"; readonly value: T }
  | { readonly kind: "refused"; readonly message: string; readonly problems: readonly InputProblem[] }
  | { readonly kind: "conflict"; readonly message: string }
  | { readonly kind: "signedOut" }
  | { readonly kind: "notFound" }
  | { readonly kind: "offline" };

/** One use case of the contract: its input and its answer are typed by its name. */
export async function ask<K extends ApiName>(name: K, input: Input<K>): Promise<Reply<Output<K>>> {
  return send<Output<K>>(`/api/do/${name}`, input);
}

export async function send<T>(path: string, input: unknown): Promise<Reply<T>> {
  let response: Response;
  try {
    response = await fetch(path, {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify(input),
    });
  } catch {
    return { kind: "offline" };
  }
  const body = (await response.json().catch(() => ({}))) as { message?: string; problems?: InputProblem[] };
  if (response.ok) return { kind: "ok", value: body as T };
  const message = body.message ?? "Something went wrong on the server.";
  switch (response.status) {
    case 401:
      return path.startsWith("/api/do/") ? { kind: "signedOut" } : { kind: "refused", message, problems: [] };
    case 404:
      return { kind: "notFound" };
    case 409:
      return { kind: "conflict", message };
    case 422:
    case 429:
    case 413:
    case 403:
      return { kind: "refused", message, problems: body.problems ?? [] };
    default:
      return { kind: "offline" };
  }
}

/** The sentence for a reply that brought no value. */
export function replySentence(reply: Exclude<Reply<unknown>, { kind: "ok" }>): string {
  switch (reply.kind) {
    case "offline":
      return "The server cannot be reached. What you typed is still here; try again.";
    case "signedOut":
      return "You are signed out. Sign in again in another tab, then try once more.";
    case "notFound":
      return "This is not there any more.";
    case "refused":
    case "conflict":
      return reply.message;
  }
}
