/** The weeks of a client: the plan with the log, the gyms and the settings that it is computed by. */
import type { Output } from "../../contract";
import { addDays, dateIn, planWeeks } from "../../core";
import { carriedWeek } from "../../views";
import { studioOf } from "../context/studio";
import { readPlans, weeksViewOf } from "../context/weeks-view";
import * as db from "../db/queries";
import { defineUseCase, notFound, ok, readIn } from "./kit";

/** There is no client yet. */
const NOBODY: Output<"weeks.show"> = { view: null };

/** The plan that is asked for, else the one in force, else the last. */
function planIn(plans: Awaited<ReturnType<typeof readPlans>>, planId: string | null, today: string) {
  const holds = ({ document }: (typeof plans)[number]) =>
    document.startDate <= today && today < addDays(document.startDate, 7 * planWeeks(document));
  return plans.find((one) => one.id === planId) ?? plans.findLast(holds) ?? plans.at(-1) ?? null;
}

/** Worked out by a thread, once what it reads is read: of a hundred clients each waits for its own studio alone. */
export const nextWeek = defineUseCase(
  "weeks.next",
  ["coach"],
  async (scope, { clientId }, { nowMs }) => {
    const read = await readIn(scope, async (tx) => {
      const client = await db.clientRow(tx, clientId);
      if (!client) return notFound;
      const studio = await studioOf(tx);
      const today = dateIn(client.timeZone ?? studio.region.timeZone, nowMs);
      const plans = await readPlans(tx, clientId);
      const planId = planIn(plans, null, today)?.id ?? null;
      return ok(await weeksViewOf(tx, { client, clients: [], plans, planId, studio, today }));
    });
    if (read.kind !== "ok") return read;
    const { plan } = read.value;
    const week = carriedWeek(read.value);
    return ok({ next: plan && week && { planId: plan.id, week } });
  },
  "inWorker",
);

export const showWeeks = defineUseCase("weeks.show", ["coach"], (scope, { clientId, planId }, { nowMs }) =>
  readIn(scope, async (tx) => {
    const clients = await db.clientNames(tx);
    const id = clientId ?? clients[0]?.id;
    if (id === undefined) return ok(NOBODY);
    const client = await db.clientRow(tx, id);
    if (!client) return notFound;
    const studio = await studioOf(tx);
    const today = dateIn(studio.region.timeZone, nowMs);
    const plans = await readPlans(tx, id);
    const plan = planIn(plans, planId, today);
    const names = clients.map((one) => ({ id: one.id, name: one.name }));
    const asked = { client, clients: names, plans, planId: plan?.id ?? null, studio, today };
    return ok<Output<"weeks.show">>({ view: await weeksViewOf(tx, asked) });
  }),
);
