"use client";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import * as yup from "yup";
import {
  appended,
  EMPTY_DOCUMENT,
  mondayOf,
  PLAN_LIMITS,
  type PlanDay,
  type PlanDocument,
  type PlanEdit,
} from "@/core";
import { callApi, problemOf } from "@/device/api";
import { newId } from "@/device/ids";
import { apiQuery } from "@/device/query";
import { DateField } from "@/parts/date-field";
import { Button } from "@/ui/button";
import { chosen, optionsOf } from "@/ui/choice";
import { SelectField, TextField } from "@/ui/field";
import { Form, nameField, useCheckedForm } from "@/ui/form";
import { saveFile } from "@/ui/save-file";
import { planTable, type WeeksView } from "@/views";
import { Absences } from "./absences";
import { PlansCompared } from "./plans-compared";
import type { Weeks } from "./use-weeks";

const MISSED: Readonly<Record<PlanDocument["missed"], string>> = {
  move: "moved to a free day",
  merge: "merged into the next one",
  drop: "left out",
};

/** The plan as a whole: its name and start, what becomes of a missed session, and when the client is away. */
export function PlanPanel({ weeks, view }: { weeks: Weeks; view: WeeksView }) {
  const { plan, change } = weeks;
  const [error, setError] = useState<string | null>(null);
  const set = (edits: readonly PlanEdit[]) => setError(change(edits));
  const addDay = () => {
    const taken = new Set(plan.days.flatMap(({ placed }) => (placed.kind === "weekday" ? [placed.weekday] : [])));
    const weekday = [0, 1, 2, 3, 4, 5, 6].find((one) => !taken.has(one)) ?? 0;
    const item: PlanDay = {
      id: newId(),
      name: `Day ${plan.days.length + 1}`,
      placed: { kind: "weekday", weekday },
      timeOfDay: null,
      lastWeek: null,
      base: { ...EMPTY_DOCUMENT, title: `Day ${plan.days.length + 1}` },
    };
    const refused = change(appended(plan, "days", [item]));
    setError(refused);
    if (!refused) weeks.select({ kind: "day", dayId: item.id });
  };
  const hasBegun = view.sessions.some(({ state }) => state !== "draft");
  return (
    <div className="flex flex-col gap-3">
      <header>
        <p className="text-quiet">{view.client.name}</p>
        <h2 className="text-lg font-bold">{plan.name || "The plan"}</h2>
      </header>
      <TextField
        key={plan.name}
        label="Name"
        defaultValue={plan.name}
        onBlur={({ target: { value } }) =>
          value.trim() !== plan.name && set([{ kind: "setPlan", field: "name", value: value.trim().slice(0, 120) }])
        }
      />
      <DateField
        label="Begins"
        hint={hasBegun ? "It has begun: sessions were done." : "The Monday of that week is taken."}
        disabled={hasBegun}
        value={plan.startDate}
        onChange={(date) =>
          date !== "" &&
          mondayOf(date) !== plan.startDate &&
          set([{ kind: "setPlan", field: "startDate", value: mondayOf(date) }])
        }
      />
      <SelectField
        label="A missed session is"
        hint="Proposed above the weeks, and never done unasked."
        value={plan.missed}
        onChange={chosen(MISSED, (value) => set([{ kind: "setPlan", field: "missed", value }]))}
      >
        {optionsOf(MISSED)}
      </SelectField>
      <SelectField
        label="Sessions stand"
        hint="In turn: A-B-A, then B-A-B."
        value={plan.inTurn ?? ""}
        onChange={({ target: { value } }) =>
          set([{ kind: "setPlan", field: "inTurn", value: value === "" ? null : Number(value) }])
        }
      >
        <option value="">each on its own day</option>
        {plan.days.slice(1).map((day, index) => (
          <option key={day.id} value={index + 2}>
            the first {index + 2} in turn:{" "}
            {plan.days
              .slice(0, index + 2)
              .map(({ name }) => name || "unnamed")
              .join(", ")}
          </option>
        ))}
      </SelectField>
      {error ? <p role="alert">{error}</p> : null}
      <div>
        <Button disabled={plan.days.length >= PLAN_LIMITS.days} onClick={addDay}>
          A day more
        </Button>
        <Button className="ml-2" onClick={() => void saveTable(weeks, view)}>
          As a table (.csv)
        </Button>
      </div>
      <Absences weeks={weeks} view={view} />
      <KeepAsTemplate key={plan.name} weeks={weeks} view={view} />
      <OtherPlans view={view} />
    </div>
  );
}

/** What is done and asked, as a file that any spreadsheet reads. */
async function saveTable({ plan, model }: Weeks, { client }: WeeksView): Promise<void> {
  const { unparse } = await import("papaparse");
  const name = `${client.name} ${plan.name}`.toLowerCase().replaceAll(/\W+/g, "-");
  saveFile(`${name}.csv`, unparse(planTable(model, client.unit), { escapeFormulae: true }), "text/csv");
}

const TEMPLATE = yup.object({ name: nameField("Give the template a name.") });

/** The plan's phases and days, for other clients to start from. */
function KeepAsTemplate({ weeks, view }: { weeks: Weeks; view: WeeksView }) {
  const planId = view.plan?.id;
  const form = useCheckedForm({
    schema: TEMPLATE,
    typed: { name: weeks.plan.name },
    send: async ({ name }) => {
      if (!planId) return null;
      const reply = await callApi("templates.keep", { name, of: { kind: "plan", planId } });
      return reply.kind === "ok" ? null : problemOf(reply, "name");
    },
  });
  if (!planId) return null;
  return (
    <Form form={form} label="Save as a template" className="flex flex-col gap-2 border-t border-line pt-3">
      <TextField
        label="Save as a template"
        hint={
          weeks.isChanged
            ? "As it is saved, without the change that is not."
            : "Its phases and days; no loads of this client."
        }
        maxLength={120}
        {...form.field("name")}
      />
      {form.message ? <p role="alert">{form.message}</p> : null}
      <div>
        <Button type="submit" disabled={form.isBusy}>
          Save the template
        </Button>
      </div>
      {form.isDone ? <p role="status">Saved: “Start a plan” offers it for every client.</p> : null}
    </Form>
  );
}

/** The client's other plans, each beside this one. */
function OtherPlans({ view }: { view: WeeksView }) {
  const [planId, setPlanId] = useState("");
  const others = view.plans.filter(({ id }) => id !== view.plan?.id);
  const { data, error } = useQuery({ ...apiQuery("plans.show", { clientId: view.client.id }), enabled: planId !== "" });
  if (others.length === 0) return null;
  const other = data?.plans.find(({ id }) => id === planId);
  return (
    <section aria-label="Beside another plan" className="flex flex-col gap-2 border-t border-line pt-3">
      <SelectField label="Beside another plan" value={planId} onChange={(event) => setPlanId(event.target.value)}>
        <option value="">none</option>
        {others.map(({ id, name }) => (
          <option key={id} value={id}>
            {name || "unnamed"}
          </option>
        ))}
      </SelectField>
      {error ? <p role="alert">{error.message}</p> : null}
      {other ? <PlansCompared view={view} other={{ name: other.plan.name, document: other.plan }} /> : null}
    </section>
  );
}
