/** Addresses of other programs that are told when something happened, with the log of what each was told. */
import { groupBy } from "../../core";
import { newSecret } from "../auth/secret";
import { newId, readInStudio } from "../db";
import { deleteHook, hookRows, insertHook, lastDeliveries } from "../db/webhooks";
import { answerIn, defineUseCase, notFound, ok, refused } from "./kit";

const MOST_HOOKS = 20;
const LOG_LINES = 10;

export const listHooks = defineUseCase("hooks.list", ["coach"], (scope) =>
  readInStudio(scope, async (tx) => {
    const hooks = await hookRows(tx);
    const log = groupBy(
      await lastDeliveries(
        tx,
        hooks.map(({ id }) => id),
        LOG_LINES,
      ),
      (one) => one.webhook_deliveries.webhookId,
    );
    return ok({
      hooks: hooks.map(({ id, url, events }) => ({
        ...{ id, url, events },
        deliveries: (log.get(id) ?? []).map(({ webhook_deliveries: one }) => ({
          ...{ id: one.id, event: one.event, attempts: one.attempts, isTaken: one.isTaken, outcome: one.outcome },
          atMs: one.createdAt.getTime(),
          nextAtMs: one.nextAt?.getTime() ?? null,
        })),
      })),
    });
  }),
);

export const addHook = defineUseCase("hooks.add", ["coach"], (scope, { url, events }) =>
  answerIn(scope, async (tx) => {
    if (!URL.canParse(url)) return refused("url", "Type an address such as https://example.org/yarvex.");
    if ((await hookRows(tx)).length >= MOST_HOOKS)
      return refused("url", `A studio tells at most ${MOST_HOOKS} addresses.`);
    const { secret } = newSecret();
    await insertHook(tx, { studioId: scope.studioId, id: newId(), url, secret, events: [...new Set(events)] });
    return ok({ secret });
  }),
);

export const removeHook = defineUseCase("hooks.remove", ["coach"], (scope, { hookId }) =>
  answerIn(scope, async (tx) => ((await deleteHook(tx, hookId)) ? ok({}) : notFound)),
);
