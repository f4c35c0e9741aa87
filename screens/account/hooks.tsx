"use client";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import * as yup from "yup";
import { callApi, problemOf } from "@/device/api";
import { apiQuery, useApiMutation } from "@/device/query";
import { useDates } from "@/parts/region";
import { Button } from "@/ui/button";
import { BOX, TextField } from "@/ui/field";
import { Form, useCheckedForm } from "@/ui/form";
import type { HookEvent, WebhookLine } from "@/views";

const EVENT_WORDS: Readonly<Record<HookEvent, string>> = {
  "session.done": "a session is done",
  pain: "pain stops a lift",
  message: "a client writes",
};
const EVENTS = Object.keys(EVENT_WORDS) as HookEvent[];

/** Addresses that are told when something happens, each with the log of what it was told. */
export function Hooks() {
  const { data, refetch } = useQuery(apiQuery("hooks.list", {}));
  const [secret, setSecret] = useState<string | null>(null);
  const [events, setEvents] = useState<readonly HookEvent[]>(EVENTS);
  const form = useCheckedForm({
    schema: yup.object({ url: yup.string().trim().required("Type an address such as https://example.org/yarvex.") }),
    typed: { url: "" },
    send: async ({ url }) => {
      const reply = await callApi("hooks.add", { url, events });
      if (reply.kind !== "ok") return problemOf(reply, "url");
      setSecret(reply.value.secret);
      form.reset();
      void refetch();
      return null;
    },
  });
  return (
    <section aria-labelledby="hooks">
      <h2 id="hooks" className="mb-1 text-base font-bold">
        Addresses that are told
      </h2>
      <p className="mb-2 text-quiet">
        Another program hears at once what happened. What it is told is signed by a secret of its own (docs/api.md).
      </p>
      <ul className="mb-3">
        {(data?.hooks ?? []).map((hook) => (
          <Hook key={hook.id} hook={hook} onRemoved={() => void refetch()} />
        ))}
      </ul>
      {secret ? (
        <div className="mb-3">
          <input
            readOnly
            aria-label="Secret of the address"
            className={BOX}
            value={secret}
            onFocus={({ target }) => target.select()}
          />
          <p className="text-quiet">It is shown only now.</p>
        </div>
      ) : null}
      <Form form={form} className="flex max-w-2xl flex-col gap-3">
        <TextField label="Address" maxLength={500} {...form.field("url")} />
        <fieldset className="flex flex-wrap gap-x-4 gap-y-1">
          <legend className="mb-1 font-semibold">It is told when</legend>
          {EVENTS.map((event) => (
            <label key={event} className="flex min-h-6 items-center gap-1.5">
              <input
                type="checkbox"
                checked={events.includes(event)}
                onChange={({ target }) =>
                  setEvents(target.checked ? [...events, event] : events.filter((one) => one !== event))
                }
              />
              {EVENT_WORDS[event]}
            </label>
          ))}
        </fieldset>
        <Button type="submit" className="self-start" disabled={form.isBusy || events.length === 0}>
          Add an address
        </Button>
        {form.message ? <p role="alert">{form.message}</p> : null}
      </Form>
    </section>
  );
}

function Hook({ hook, onRemoved }: { hook: WebhookLine; onRemoved: () => void }) {
  const { shortDateAt } = useDates();
  const { id, url, events, deliveries } = hook;
  const removal = useApiMutation(() => callApi("hooks.remove", { hookId: id }), onRemoved);
  return (
    <li className="border-t border-line py-1.5">
      <div className="flex items-baseline justify-between gap-3">
        <span className="min-w-0">
          <strong className="break-all">{url}</strong>{" "}
          <span className="text-quiet">{events.map((event) => EVENT_WORDS[event]).join(", ")}</span>
        </span>
        <Button aria-label={`Remove ${url}`} disabled={removal.isPending} onClick={() => removal.mutate()}>
          Remove
        </Button>
      </div>
      {removal.error ? <p role="alert">{removal.error.message}</p> : null}
      {deliveries.length === 0 ? <p className="text-quiet">Told nothing yet.</p> : null}
      <ul>
        {deliveries.map(({ id: key, event, atMs, attempts, isTaken, nextAtMs, outcome }) => (
          <li key={key} className="text-quiet">
            {shortDateAt(atMs)}, {EVENT_WORDS[event]}:{" "}
            {isTaken ? "taken" : nextAtMs === null ? "given up" : "tried again soon"}
            {outcome ? ` (${outcome}${attempts > 1 ? `, ${attempts} tries` : ""})` : ""}
          </li>
        ))}
      </ul>
    </li>
  );
}
