"use client";
import { useMemo, useState } from "react";
import {
  addDays,
  allBlocks,
  mondayOf,
  newPlan,
  type PlanTemplate,
  phaseWords,
  templateForClient,
  WEEKDAYS,
} from "@/core";
import { newId } from "@/device/ids";
import { Button } from "@/ui/button";
import type { WeeksView } from "@/views";
import { PlansCompared } from "./plans-compared";

export interface Started extends PlanTemplate {
  readonly name: string;
}

export interface Starting {
  readonly isBusy: boolean;
  readonly take: (started: Started) => void;
}

/** A plan to start from, as a card: its days and phases, and what it asks beside the plan that there is. */
export function PlanCard({
  name,
  template,
  view,
  starting,
  children,
}: {
  name: string;
  template: PlanTemplate;
  view: WeeksView;
  starting: Starting;
  children?: React.ReactNode;
}) {
  const { days, phases } = template;
  return (
    <article aria-label={name} className="border border-line bg-surface p-3">
      <div className="flex items-center justify-between gap-2">
        <h3 className="font-bold">{name || "unnamed"}</h3>
        <span className="flex gap-2">
          {children}
          <Button
            kind="main"
            disabled={starting.isBusy || days.length === 0}
            onClick={() => starting.take({ name: name || "Plan", ...templateForClient(template, newId) })}
          >
            Start from it
          </Button>
        </span>
      </div>
      <ul className="mt-1">
        {days.map((day) => (
          <li key={day.id}>
            {day.placed.kind === "weekday" ? (
              <span className="font-semibold">{WEEKDAYS[day.placed.weekday]} </span>
            ) : null}
            {day.name}{" "}
            <span className="text-quiet">{allBlocks(day.base).flatMap(({ slots }) => slots).length} lifts</span>
          </li>
        ))}
      </ul>
      <p className="text-quiet">
        {phases.map((phase) => `${phaseWords(phase)} ${phase.weeks}`).join(", ")} weeks. Loads are found from{" "}
        {view.client.name}’s own record.
      </p>
      <Beside name={name} template={template} view={view} />
    </article>
  );
}

/** What it would ask beside the plan that there is. */
export function Beside({ name, template, view }: { name: string; template: PlanTemplate; view: WeeksView }) {
  const [isOpen, setOpen] = useState(false);
  const document = useMemo(
    () => isOpen && newPlan(name, templateForClient(template, newId), addDays(mondayOf(view.today), 7)),
    [isOpen, name, template, view.today],
  );
  if (!view.plan) return null;
  return (
    <>
      <Button className="mt-2" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
        Beside {view.plan.document.name || "the plan"}
      </Button>
      {document ? <PlansCompared view={view} other={{ name, document }} /> : null}
    </>
  );
}
