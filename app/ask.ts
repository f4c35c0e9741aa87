/** What routes share: who is asking, and one way to ask. */
import { headers } from "next/headers";
import { notFound, redirect } from "next/navigation";
import { cache } from "react";
import type { ApiName, Input, Output } from "@/contract";
import { scopeOf } from "@/server/auth";
import type { Scope } from "@/server/db";
import type { Member } from "@/server/db/accounts";
import { executeUseCase } from "@/server/usecases";

/** Who is asking; asked once for a page and what stands around it. */
export const currentScope = cache(async (): Promise<Member | null> => scopeOf(await headers()));

export async function requireScope(role?: Scope["role"]): Promise<Member> {
  const scope = await currentScope();
  if (!scope) redirect("/sign-in");
  if (role && scope.role !== role) redirect(scope.role === "coach" ? "/today" : "/me");
  return scope;
}

/** A coach who may change what clients have before them: an assistant is led to the day. */
export async function requirePlanner(): Promise<Member> {
  const scope = await requireScope("coach");
  if (scope.role === "coach" && scope.duty === "assistant") redirect("/today");
  return scope;
}

/** The answer of a use case for a page; what is not there, or not theirs, is not found. */
export async function answer<K extends ApiName>(scope: Scope, name: K, input: Input<K>): Promise<Output<K>> {
  const outcome = await executeUseCase(scope, name, input);
  if (outcome.kind !== "ok") notFound();
  return outcome.value;
}
