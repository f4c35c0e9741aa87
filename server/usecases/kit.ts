/** What a use case is: who may, what it takes, what it answers. One registry holds them all, so a test can walk them. */
import type { ApiName, Input, InputProblem, Output } from "../../contract";
import type { Scope } from "../db";

export type Outcome<T> =
  | { readonly kind: "ok"; readonly value: T }
  | { readonly kind: "notFound" }
  | { readonly kind: "refused"; readonly problems: readonly InputProblem[] }
  | { readonly kind: "conflict"; readonly message: string; readonly current?: unknown };

export interface Clock {
  readonly nowMs: number;
}

export interface UseCase<K extends ApiName> {
  readonly name: K;
  readonly roles: readonly Scope["role"][];
  readonly run: (scope: Scope, input: Input<K>, clock: Clock) => Promise<Outcome<Output<K>>>;
}

/** Ties a use case to its line in the contract. */
export const defineUseCase = <K extends ApiName>(
  name: K,
  roles: readonly Scope["role"][],
  run: UseCase<K>["run"],
): UseCase<K> => ({ name, roles, run });

export const ok = <T>(value: T): Outcome<T> => ({ kind: "ok", value });
export const notFound: Outcome<never> = { kind: "notFound" };
export const refused = (field: string, message: string): Outcome<never> => ({
  kind: "refused",
  problems: [{ field, message }],
});
export const conflict = (message: string): Outcome<never> => ({ kind: "conflict", message });
