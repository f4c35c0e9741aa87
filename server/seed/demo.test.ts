import { describe, expect, it } from "vitest";
import { DEFAULT_SETTINGS, liftRecord } from "../../core";
import { scopeOf, signIn } from "../auth";
import { withAccounts } from "../db";
import { studioKinds } from "../db/accounts";
import { hasDatabase, NOON, prepareDatabase } from "../testing/studio";
import { ask } from "../usecases";
import { seedDemo } from "./demo";
import { DEMO_CLIENTS, DEMO_COACH } from "./scenario";

describe.runIf(hasDatabase)("the demo boathouse", () => {
  it("has eight truthful weeks behind every client, through the same door as the floor", async () => {
    await prepareDatabase();
    await seedDemo(NOON);
    expect((await withAccounts(studioKinds)).demo).toBe(true);
    const inside = await signIn(
      DEMO_COACH.email,
      DEMO_COACH.password,
      "10.9.9.9",
      new Headers({ host: "127.0.0.1:3000" }),
    );
    if (inside.kind !== "in") throw new Error(inside.kind);
    const cookie = inside.headers
      .getSetCookie()
      .map((one) => one.split(";")[0])
      .join("; ");
    const scope = (await scopeOf(new Headers({ cookie, host: "127.0.0.1:3000" })))!;
    const list = await ask(scope, "clients.list", { after: null }, { nowMs: NOON });
    if (list.kind !== "ok") throw new Error(list.kind);
    expect(list.value.clients.map((client) => client.name).sort()).toEqual(
      DEMO_CLIENTS.map((client) => client.name).sort(),
    );
    for (const line of list.value.clients) {
      const done = line.sessions.filter((session) => session.state === "done");
      expect(done.length, line.name).toBeGreaterThan(9);
      for (const { summary } of done) {
        expect(summary!.volumeLoadKg).toBeGreaterThan(100);
        expect(summary!.sets).toBeLessThanOrEqual(summary!.plannedSets);
        expect(summary!.minutes).toBeGreaterThan(10);
      }
      expect(line.sessions.some((session) => session.state === "draft" && session.date >= "2026-11-24")).toBe(true);
      const view = await ask(scope, "clients.show", { clientId: line.id }, { nowMs: NOON });
      if (view.kind !== "ok") throw new Error(view.kind);
      const grown = view.value.lifts.filter(({ exposures }) => {
        const { estimates } = liftRecord(exposures, DEFAULT_SETTINGS);
        return estimates.length > 3 && estimates.at(-1)!.kg > estimates[0]!.kg;
      });
      expect(grown.length, `${line.name} grows in some lift`).toBeGreaterThan(0);
    }
  }, 120_000);
});
