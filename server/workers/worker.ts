/** What a thread does: one use case after the other, over connections of its own. */
import type { Input } from "../../contract";
import { USE_CASES } from "../usecases";
import type { Task, TaskResult } from ".";

/** The pool runs a module's default export. */
export default async function run({ scope, name, input, nowMs }: Task): Promise<TaskResult> {
  try {
    const { run } = USE_CASES[name as "gyms.coming"];
    return { outcome: await run(scope, input as Input<"gyms.coming">, { nowMs }) };
  } catch (error) {
    const { message, stack = "" } = error instanceof Error ? error : new Error(String(error));
    const { code } = error as { readonly code?: unknown };
    return { fault: { message, stack, code: typeof code === "string" ? code : null } };
  }
}
