"use client";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import * as yup from "yup";
import { callApi, problemOf } from "@/device/api";
import { apiQuery, useApiMutation } from "@/device/query";
import { useDates } from "@/parts/region";
import { Button } from "@/ui/button";
import { BOX, SelectField, TextField } from "@/ui/field";
import { Form, nameField, useCheckedForm } from "@/ui/form";
import type { ApiAccess, ApiTokenLine } from "@/views";

const ACCESS_WORDS: Readonly<Record<ApiAccess, string>> = { read: "reads", write: "reads and changes" };

/** Programs that come in by a token: each with what it may do, its last use and its end. */
export function Programs() {
  const { data, refetch } = useQuery(apiQuery("tokens.list", {}));
  const [token, setToken] = useState<string | null>(null);
  const form = useCheckedForm({
    schema: yup.object({
      name: nameField("Say which program it is for."),
      access: yup.string().oneOf(["read", "write"]).required(),
      days: yup.string().required(),
    }),
    typed: { name: "", access: "read", days: "90" },
    send: async ({ name, access, days }) => {
      const reply = await callApi("tokens.add", { name, access: access as ApiAccess, days: Number(days) });
      if (reply.kind !== "ok") return problemOf(reply, "name");
      setToken(reply.value.token);
      form.reset();
      void refetch();
      return null;
    },
  });
  return (
    <section aria-labelledby="programs">
      <h2 id="programs" className="mb-1 text-base font-bold">
        Programs
      </h2>
      <p className="mb-2 text-quiet">
        Another program may ask what you may, by a token.{" "}
        <a href="/api/v1/openapi.json" className="underline underline-offset-2">
          What it may ask (OpenAPI)
        </a>
      </p>
      {data?.tokens.length ? (
        <ul className="mb-3">
          {data.tokens.map((line) => (
            <Token key={line.id} line={line} onRemoved={() => void refetch()} />
          ))}
        </ul>
      ) : null}
      {token ? (
        <div className="mb-3">
          <input readOnly aria-label="Token" className={BOX} value={token} onFocus={({ target }) => target.select()} />
          <p className="text-quiet">It is shown only now: keep it where the program keeps its secrets.</p>
        </div>
      ) : null}
      <Form form={form} className="grid max-w-2xl gap-3 md:grid-cols-[1fr_auto_auto_auto] md:items-end">
        <TextField label="Program" maxLength={120} {...form.field("name")} />
        <SelectField label="It" {...form.field("access")}>
          <option value="read">reads</option>
          <option value="write">reads and changes</option>
        </SelectField>
        <SelectField label="For" {...form.field("days")}>
          <option value="30">30 days</option>
          <option value="90">90 days</option>
          <option value="365">a year</option>
        </SelectField>
        <Button type="submit" disabled={form.isBusy}>
          Add a token
        </Button>
        {form.message ? <p role="alert">{form.message}</p> : null}
      </Form>
    </section>
  );
}

function Token({ line, onRemoved }: { line: ApiTokenLine; onRemoved: () => void }) {
  const { fullDateAt, shortDateAt } = useDates();
  const { id, name, access, expiresAtMs, lastUsedAtMs } = line;
  const removal = useApiMutation(() => callApi("tokens.remove", { tokenId: id }), onRemoved);
  return (
    <li className="flex items-baseline justify-between gap-3 border-t border-line py-1.5">
      <span>
        <strong>{name}</strong> {ACCESS_WORDS[access]}, until {fullDateAt(expiresAtMs)}
        <span className="text-quiet">
          {" · "}
          {lastUsedAtMs === null ? "never used" : `used last on ${shortDateAt(lastUsedAtMs)}`}
        </span>
        {removal.error ? <span role="alert"> {removal.error.message}</span> : null}
      </span>
      <Button aria-label={`Remove the token of ${name}`} disabled={removal.isPending} onClick={() => removal.mutate()}>
        Remove
      </Button>
    </li>
  );
}
