/**
 * Tells other programs what happened: signed, tried again where they do not take it, and logged. Without YARVEX_WEBHOOKS=network a
 * folder stands in for them, as it does for the mail server: what would be told is a file in the outbox.
 */
import { createHmac } from "node:crypto";
import { lookup } from "node:dns";
import { request as requestHttp } from "node:http";
import { request as requestHttps } from "node:https";
import type { LookupFunction } from "node:net";
import ipaddr from "ipaddr.js";
import { programScope } from "../context/projecting";
import { askAccounts, inStudio, isBusy } from "../db";
import { type DueDelivery, dueDeliveries, setDelivery } from "../db/webhooks";
import { writeToOutbox } from "../email";
import { logFault } from "../log";

const MOST_AT_ONCE = 20;
const EVERY_MS = 5_000;
const PATIENCE_MS = 10_000;
/** Minutes until it is tried again, by how often it was; after the last it is given up. */
const RETRY_MINUTES = [1, 5, 30, 120, 720];

export interface Told {
  readonly isTaken: boolean;
  /** In words: "200", "no answer within 10 s". */
  readonly outcome: string;
}

interface Message {
  readonly delivery: DueDelivery;
  readonly url: string;
  readonly body: string;
  readonly headers: Readonly<Record<string, string>>;
}

/** What is told, with its signature: HMAC-SHA-256 by the address's secret of the time, a dot and the body. */
export function messageOf(delivery: DueDelivery, nowMs: number): Message {
  const { id, url, secret, event, payload, created_at } = delivery;
  const body = JSON.stringify({ id, event, at: new Date(created_at).toISOString(), ...payload });
  const time = Math.floor(nowMs / 1000);
  const signature = createHmac("sha256", secret).update(`${time}.${body}`).digest("hex");
  return {
    delivery,
    url,
    body,
    headers: {
      "content-type": "application/json",
      "user-agent": "Yarvex",
      "yarvex-event": event,
      "yarvex-delivery": id,
      "yarvex-signature": `t=${time},v1=${signature}`,
    },
  };
}

/** Whether an address is one of the open network: nothing of this machine or its neighbours is asked in a studio's name. */
export const isOpenAddress = (address: string): boolean => ipaddr.process(address).range() === "unicast";

/** Names are looked up once for each try, and what they lead to is checked right there. */
const openLookup: LookupFunction = (host, options, done) => {
  lookup(host, { ...options, all: true }, (error, found) => {
    const open = (found ?? []).filter(({ address }) => isOpenAddress(address));
    const [first] = open;
    if (error || !first) return done(error ?? new Error("not an address of the open network"), "", 4);
    if (options.all) return (done as unknown as (error: null, found: typeof open) => void)(null, open);
    done(null, first.address, first.family);
  });
};

/** Sends over the network; redirections are not followed. */
function send({ url, body, headers }: Message): Promise<Told> {
  const target = new URL(url);
  const host = target.hostname.replace(/^\[|\]$/g, "");
  if (ipaddr.isValid(host) && !isOpenAddress(host))
    return Promise.resolve({ isTaken: false, outcome: "not an address of the open network" });
  const request = target.protocol === "http:" ? requestHttp : requestHttps;
  return new Promise((done) => {
    const asked = request(target, { method: "POST", headers, lookup: openLookup, timeout: PATIENCE_MS }, (response) => {
      response.resume();
      const { statusCode = 0 } = response;
      done({ isTaken: statusCode >= 200 && statusCode < 300, outcome: String(statusCode) });
    });
    asked.on("timeout", () => asked.destroy(new Error(`no answer within ${PATIENCE_MS / 1000} s`)));
    asked.on("error", (error) => done({ isTaken: false, outcome: error.message.slice(0, 200) }));
    asked.end(body);
  });
}

/** What would be told, as a file in the outbox. */
function toFile({ delivery, url, body, headers }: Message): Promise<Told> {
  const about = [delivery.studio_id, String(delivery.payload.clientId ?? "")];
  const content = `${JSON.stringify({ url, headers, body: JSON.parse(body) }, null, 2)}\n`;
  writeToOutbox({ start: delivery.id, about, kind: "hook.json" }, content);
  return Promise.resolve({ isTaken: true, outcome: "written to the outbox" });
}

export const usualTell = (message: Message): Promise<Told> =>
  process.env.YARVEX_WEBHOOKS === "network" ? send(message) : toFile(message);

/** One pass over what is due. */
export async function tellDue(
  tell: (message: Message) => Promise<Told> = usualTell,
  nowMs = Date.now(),
): Promise<number> {
  const due = await askAccounts((tx) => dueDeliveries(tx, MOST_AT_ONCE));
  await Promise.all(
    due.map(async (delivery) => {
      const told = await tell(messageOf(delivery, nowMs)).catch(
        (error: Error): Told => ({
          isTaken: false,
          outcome: error.message.slice(0, 200),
        }),
      );
      const minutes = RETRY_MINUTES[delivery.attempts - 1];
      const nextAt = told.isTaken || minutes === undefined ? null : new Date(nowMs + minutes * 60_000);
      await inStudio(programScope(delivery.studio_id), (tx) => setDelivery(tx, delivery.id, { ...told, nextAt }));
    }),
  );
  return due.length;
}

/** Runs the job every few seconds until it is stopped. */
export function startTelling(): { readonly stop: () => Promise<void> } {
  let isStopped = false;
  let turn: Promise<unknown> = Promise.resolve();
  const timer = setInterval(() => {
    turn = turn.then(async () => {
      if (isStopped) return;
      await tellDue().catch((error) => {
        if (!isBusy(error)) logFault("telling other programs", error);
      });
    });
  }, EVERY_MS).unref();
  return {
    stop: async () => {
      isStopped = true;
      clearInterval(timer);
      await turn;
    },
  };
}
