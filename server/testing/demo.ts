/** The demo boathouse for tests: founded, and entered as its coach. */
import { scopeOf, signIn } from "../auth";
import type { Scope } from "../db";
import { seedDemo } from "../seed/demo";
import { DEMO_COACH } from "../seed/scenario";

export async function enterDemo(nowMs: number, options: Parameters<typeof seedDemo>[1] = {}): Promise<Scope> {
  await seedDemo(nowMs, options);
  const host = "127.0.0.1:3000";
  const inside = await signIn(DEMO_COACH.email, DEMO_COACH.password, "10.9.9.9", new Headers({ host }));
  if (inside.kind !== "in") throw new Error(inside.kind);
  const cookie = inside.headers
    .getSetCookie()
    .map((one) => one.split(";")[0])
    .join("; ");
  return (await scopeOf(new Headers({ cookie, host })))!;
}
