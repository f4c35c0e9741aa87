/** What a use case is: who may, what it takes, what it answers. One registry holds them all, so a test can walk them. */
import type * as yup from "yup";
import type { InputProblem } from "../../contract";
import type { Scope } from "../db";

export type Outcome<T> =
  | { readonly kind: "ok"; readonly value: T }
  | { readonly kind: "notFound" }
  | { readonly kind: "refused"; readonly problems: readonly InputProblem[] }
  | { readonly kind: "conflict"; readonly message: string; readonly current?: unknown };

export interface Clock {
  readonly nowMs: number;
}

export interface UseCase {
  readonly name: string;
  readonly roles: readonly Scope["role"][];
  readonly input: yup.ISchema<unknown>;
  readonly run: (scope: Scope, input: never, clock: Clock) => Promise<Outcome<unknown>>;
}

/** Ties the input's type to the schema's check. */
export function defineUseCase<I>(
  name: string,
  roles: readonly Scope["role"][],
  input: yup.ISchema<unknown>,
  run: (scope: Scope, input: I, clock: Clock) => Promise<Outcome<unknown>>,
): UseCase {
  return { name, roles, input, run };
}

export const ok = <T>(value: T): Outcome<T> => ({ kind: "ok", value });
export const notFound: Outcome<never> = { kind: "notFound" };
export const refused = (field: string, message: string): Outcome<never> => ({
  kind: "refused",
  problems: [{ field, message }],
});

/** The calendar date at an instant in a time zone. */
export function dateIn(timeZone: string, nowMs: number): string {
  return new Intl.DateTimeFormat("en-CA", { timeZone, year: "numeric", month: "2-digit", day: "2-digit" }).format(
    nowMs,
  );
}
