/** What a page of the desk costs the database: who is asking, what stands around the page, and the page. */
import type { ReactNode } from "react";
import { beforeAll, describe, expect, it, vi } from "vitest";
import { phase } from "../core/testing/plans";
import type { Scope } from "../server/db";
import { statementsDuring } from "../server/db/testing/statements";
import {
  clock,
  documentOf,
  hasDatabase,
  makeStudio,
  prepareDatabase,
  type TestStudio,
  value,
} from "../server/testing/studio";
import { executeUseCase } from "../server/usecases";

let scope: Scope;
vi.mock("../server/auth", async (original) => ({ ...(await original<object>()), scopeOf: async () => scope }));
vi.mock("next/headers", () => ({ headers: async () => new Headers() }));
vi.mock("next/navigation", async (original) => ({
  ...(await original<object>()),
  redirect: (to: string) => {
    throw new Error(`redirected to ${to}`);
  },
}));

type Page = (props: never) => Promise<ReactNode>;
const nothing = { searchParams: Promise.resolve({}) };

describe.runIf(hasDatabase)("a page of the desk", () => {
  let studio: TestStudio;
  const ids: { client: string; session: string } = { client: "", session: "" };

  beforeAll(async () => {
    await prepareDatabase();
    studio = await makeStudio("Willow");
    scope = studio.coach;
    const { id, sessionId } = studio.clients[0];
    ids.client = id;
    ids.session = sessionId;
    const day = {
      id: "a",
      name: "A",
      placed: { kind: "weekday" as const, weekday: 1 },
      timeOfDay: null,
      lastWeek: null,
      base: documentOf("A1 Back squat 3x5 @80kg r90"),
    };
    const plan = {
      clientId: id,
      name: "P",
      startDate: "2026-11-16",
      phases: [phase("build", 3)],
      days: [day],
      inTurn: null,
    };
    value(await executeUseCase(studio.coach, "plans.create", plan, clock));
    value(await executeUseCase(studio.coach, "sessions.send", { sessionId }, clock));
  });

  /** Transactions that were begun while a page was made. */
  const transactionsOf = async (work: () => Promise<unknown>): Promise<number> =>
    (await statementsDuring(work)).filter((statement) => statement.startsWith("begin")).length;

  // Who is asking is one statement more, by the accounts, and asked once for both.
  it("has one transaction for what stands around it", async () => {
    const { default: layout } = await import("./(desk)/layout");
    expect(await transactionsOf(() => layout({ children: null }))).toBe(1);
  });

  it.each<[string, () => Promise<{ default: Page }>, object]>([
    ["clients", () => import("./(desk)/clients/page"), {}],
    ["a client", () => import("./(desk)/clients/[id]/page"), { params: () => ({ id: ids.client }) }],
    ["weeks", () => import("./(desk)/weeks/page"), nothing],
    ["the weeks of all", () => import("./(desk)/weeks/carry-on/page"), {}],
    ["a session", () => import("./(desk)/session/[id]/page"), { params: () => ({ id: ids.session }) }],
    ["a review", () => import("./(desk)/review/[id]/page"), { params: () => ({ id: ids.session }), ...nothing }],
    ["weeks in review", () => import("./(desk)/review/weeks/page"), nothing],
    ["exercises", () => import("./(desk)/exercises/page"), nothing],
    ["the gym", () => import("./(desk)/gym/page"), {}],
    ["the outbox", () => import("./(desk)/outbox/page"), nothing],
    ["the account", () => import("./(desk)/account/page"), {}],
  ])("%s has one transaction of its own", async (_name, page, props) => {
    const { default: make } = await page();
    const { params, ...rest } = props as { params?: () => object };
    const given = { ...rest, ...(params && { params: Promise.resolve(params()) }) };
    expect(await transactionsOf(() => make(given as never))).toBe(1);
  });
});
