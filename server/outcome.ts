/** What comes of asking the server for something: an answer, or why there is none. */
import type { InputProblem } from "../contract";

export type Outcome<T> =
  | { readonly kind: "ok"; readonly value: T }
  | { readonly kind: "notFound" }
  /** Somebody else is signed in on the device than the person this is from. */
  | { readonly kind: "otherPerson" }
  | { readonly kind: "refused"; readonly problems: readonly InputProblem[] }
  | { readonly kind: "conflict"; readonly message: string; readonly current?: unknown };

export const ok = <T>(value: T): Outcome<T> => ({ kind: "ok", value });
export const notFound: Outcome<never> = { kind: "notFound" };
export const refused = (field: string, message: string): Outcome<never> => ({
  kind: "refused",
  problems: [{ field, message }],
});
export const conflict = (message: string): Outcome<never> => ({ kind: "conflict", message });
