"use client";
import { useQuery } from "@tanstack/react-query";
import { useRouter } from "next/navigation";
import { useId, useState } from "react";
import { addDays, keysOf, mondayOf } from "@/core";
import { callApi } from "@/device/api";
import { apiQuery, useApiMutation } from "@/device/query";
import { TEMPLATES } from "@/device/templates";
import { TemplatePicker } from "@/parts/template-picker";
import { Button } from "@/ui/button";
import { SelectField } from "@/ui/field";
import { Sheet } from "@/ui/sheet";
import type { WeeksView } from "@/views";
import { PlanCard, type Started, type Starting } from "./plan-card";
import { FromSessions } from "./plan-from-sessions";
import { AsText } from "./plan-from-text";
import { Proposals } from "./plan-proposals";

const WAYS = {
  split: "from the days there are",
  template: "from a template",
  client: "from another client",
  sessions: "from sessions that exist",
  text: "as text",
} as const;

/** A plan from the days that there are, from a template, from another client's, from sessions that exist, or as text. */
export function StartPlan({ view }: { view: WeeksView }) {
  const [isOpen, setOpen] = useState(false);
  return (
    <>
      <Button kind={view.plan ? "plain" : "main"} onClick={() => setOpen(true)}>
        Start a plan
      </Button>
      <Sheet open={isOpen} onOpenChange={setOpen} title={`A plan for ${view.client.name}`}>
        {isOpen ? <Ways view={view} /> : null}
      </Sheet>
    </>
  );
}

function Ways({ view }: { view: WeeksView }) {
  const router = useRouter();
  const [way, setWay] = useState<keyof typeof WAYS>("split");
  const [start, setStart] = useState(addDays(mondayOf(view.today), 7));
  const name = useId();
  const create = useApiMutation(
    (started: Started) => callApi("plans.create", { clientId: view.client.id, startDate: start, ...started }),
    ({ planId }) => {
      router.push(`/weeks?for=${view.client.id}&plan=${planId}`);
      router.refresh();
    },
  );
  const starting = { isBusy: create.isPending, take: create.mutate };
  return (
    <div className="flex flex-col gap-4">
      <fieldset className="flex flex-wrap gap-x-4 gap-y-1">
        <legend className="sr-only">What it starts from</legend>
        {keysOf(WAYS).map((kind) => (
          <label key={kind} className="flex min-h-6 items-center gap-1.5">
            <input type="radio" name={name} checked={way === kind} onChange={() => setWay(kind)} />
            {WAYS[kind]}
          </label>
        ))}
      </fieldset>
      <SelectField label="Begins" value={start} onChange={(event) => setStart(event.target.value)}>
        {[0, 1, 2, 3, 4].map((weeks) => {
          const monday = addDays(mondayOf(view.today), 7 * weeks);
          return (
            <option key={monday} value={monday}>
              {weeks === 0 ? "this week" : weeks === 1 ? "next week" : `in ${weeks} weeks`}
            </option>
          );
        })}
      </SelectField>
      {create.error ? (
        <p role="alert" className="font-semibold">
          {create.error.message}
        </p>
      ) : null}
      {way === "split" ? (
        <Proposals view={view} starting={starting} />
      ) : way === "template" ? (
        <Templates view={view} starting={starting} />
      ) : way === "client" ? (
        <OtherClients view={view} starting={starting} />
      ) : way === "sessions" ? (
        <FromSessions view={view} starting={starting} />
      ) : (
        <AsText view={view} starting={starting} />
      )}
    </div>
  );
}

/** Plans that were kept to start from. */
function Templates({ view, starting }: { view: WeeksView; starting: Starting }) {
  return (
    <TemplatePicker
      store={TEMPLATES.plan}
      exercises={view.exercises}
      none="No plan was kept as a template yet: “The plan” beside the weeks keeps one."
    >
      {(template, remove) =>
        template.kind === "plan" ? (
          <PlanCard name={template.name} template={template.plan} view={view} starting={starting}>
            {remove}
          </PlanCard>
        ) : null
      }
    </TemplatePicker>
  );
}

/** The days of another client's plan: the same lifts, sets and phases; loads are found anew. */
function OtherClients({ view, starting }: { view: WeeksView; starting: Starting }) {
  const others = view.clients.filter(({ id }) => id !== view.client.id);
  const [clientId, setClientId] = useState(others[0]?.id ?? "");
  const { data, error } = useQuery({ ...apiQuery("plans.show", { clientId }), enabled: clientId !== "" });
  const plans = data?.plans ?? null;
  if (others.length === 0) return <p className="text-quiet">There is no other client yet.</p>;
  return (
    <>
      <SelectField label="Whose plan" value={clientId} onChange={(event) => setClientId(event.target.value)}>
        {others.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </SelectField>
      {error ? <p role="alert">{error.message}</p> : null}
      {plans === null && !error ? <p className="text-quiet">Looking…</p> : null}
      {plans?.length === 0 ? <p className="text-quiet">No plan is kept of this client.</p> : null}
      {plans?.map(({ id, plan }) => (
        <PlanCard key={id} name={plan.name} template={plan} view={view} starting={starting} />
      ))}
    </>
  );
}
