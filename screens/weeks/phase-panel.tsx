"use client";
import { useState } from "react";
import {
  firstWeekOf,
  METHODS,
  mondayOf,
  newPhase,
  PHASE_WORDS,
  type PhaseKind,
  type PlanEdit,
  type PlanPhase,
  phaseWords,
  planWeeks,
  USUAL_SHIFT,
  weekOfDate,
} from "@/core";
import { newId } from "@/device/ids";
import { Button } from "@/ui/button";
import { chosen, optionsOf } from "@/ui/choice";
import { SelectField, TextField } from "@/ui/field";
import type { Weeks } from "./use-weeks";

const ABOUT: Readonly<Record<PhaseKind, string>> = {
  build: "Sets and loads go up by the rules.",
  heavier: "Fewer sets, a little more load and a rep less in reserve.",
  hold: "What there is is kept.",
  deload: "Half of the sets, nearly the load, more in reserve; the rules go on afterwards as if it had not been.",
  comeback: "The first week after a break: fewer sets, more in reserve, loads as the rules cut them.",
  peak: "Fewer sets at the load, one or two weeks before a test.",
  test: "A day that measures the block.",
};

/** The week of today in a plan that is yet to begin. */
const NOT_BEGUN = -1;

/** A phase: what it is for, how long, and what it shifts in every session. */
export function PhasePanel({ weeks, phaseId, today }: { weeks: Weeks; phaseId: string; today: string }) {
  const { plan, change, select } = weeks;
  const [error, setError] = useState<string | null>(null);
  const at = plan.phases.findIndex(({ id }) => id === phaseId);
  const phase = plan.phases[at];
  if (!phase) return <p className="text-quiet">This phase is not in the plan any more.</p>;
  const first = firstWeekOf(plan, phase);
  const now = weekOfDate(plan, today) ?? (mondayOf(today) < plan.startDate ? NOT_BEGUN : planWeeks(plan));
  const begun = Math.max(0, Math.min(phase.weeks, now - first + 1));
  const set = (edits: readonly PlanEdit[]) => setError(change(edits));
  const field = <K extends "kind" | "name" | "weeks" | "shift" | "methodId" | "rampPercent">(
    name: K,
    value: PlanPhase[K],
  ): PlanEdit => ({ kind: "set", list: "phases", id: phase.id, field: name, value }) as PlanEdit;
  const insert = (kind: PhaseKind, lasts: number): void => {
    const item = newPhase(kind, lasts, newId);
    set([{ kind: "insert", list: "phases", item, after: phase.id }]);
    select({ kind: "phase", phaseId: item.id });
  };
  const shift = (key: keyof PlanPhase["shift"], label: string) => (
    <TextField
      key={`${phase.id} ${key} ${phase.shift[key]}`}
      label={label}
      type="number"
      step="any"
      defaultValue={phase.shift[key]}
      onBlur={(event) => {
        const figure = Number(event.target.value);
        if (Number.isFinite(figure) && figure !== phase.shift[key])
          set([field("shift", { ...phase.shift, [key]: figure })]);
      }}
    />
  );
  return (
    <div className="flex flex-col gap-3">
      <header>
        <p className="text-quiet">
          {phase.weeks === 1 ? `Week ${first + 1}` : `Weeks ${first + 1} to ${first + phase.weeks}`}
        </p>
        <h2 className="text-lg font-bold">{phaseWords(phase)}</h2>
      </header>
      <SelectField
        label="For"
        hint={ABOUT[phase.kind]}
        value={phase.kind}
        onChange={chosen(PHASE_WORDS, (kind) => set([field("kind", kind), field("shift", USUAL_SHIFT[kind])]))}
      >
        {optionsOf(PHASE_WORDS)}
      </SelectField>
      <TextField
        key={`${phase.id} name`}
        label="Name"
        hint="Empty: what it is for"
        defaultValue={phase.name}
        onBlur={(event) => event.target.value !== phase.name && set([field("name", event.target.value.slice(0, 80))])}
      />
      <SelectField
        label="Method"
        hint="Where a session or a block names none of its own"
        value={phase.methodId ?? ""}
        onChange={(event) => set([field("methodId", event.target.value || null)])}
      >
        <option value="">left open</option>
        {METHODS.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </SelectField>
      <div>
        <p className="font-semibold">Weeks</p>
        <div className="flex items-center gap-2">
          <Button
            aria-label="A week fewer"
            disabled={phase.weeks <= Math.max(1, begun)}
            onClick={() => set([field("weeks", phase.weeks - 1)])}
          >
            −
          </Button>
          <span className="min-w-6 text-center font-bold">{phase.weeks}</span>
          <Button
            aria-label="A week more"
            disabled={phase.weeks >= 26}
            onClick={() => set([field("weeks", phase.weeks + 1)])}
          >
            +
          </Button>
        </div>
      </div>
      <fieldset className="flex flex-col gap-2">
        <legend className="font-semibold">Compared with the basic week</legend>
        {shift("setsPercent", "Sets, %")}
        {shift("loadPercent", "Adjust loads, %")}
        {shift("rir", "Reps in reserve")}
        <TextField
          key={`${phase.id} ramp ${phase.rampPercent}`}
          label="Sets more with each week, %"
          hint="A ramp of volume; the hard sets below the weeks say where it leaves the band."
          type="number"
          step="any"
          defaultValue={phase.rampPercent}
          onBlur={(event) => {
            const figure = Number(event.target.value);
            if (Number.isFinite(figure) && Math.abs(figure) <= 50 && figure !== phase.rampPercent)
              set([field("rampPercent", figure)]);
          }}
        />
      </fieldset>
      {error ? (
        <p role="alert" className="font-semibold">
          {error}
        </p>
      ) : null}
      <div className="flex flex-wrap gap-2 border-t border-line pt-3">
        <Button onClick={() => insert("deload", 1)}>Deload after it</Button>
        <Button onClick={() => insert("build", 4)}>Four weeks more after it</Button>
        <Button
          disabled={plan.phases.length === 1 || begun > 0}
          onClick={() => {
            set([{ kind: "remove", list: "phases", id: phase.id }]);
            select({ kind: "phase", phaseId: (plan.phases[at - 1] ?? plan.phases[at + 1])!.id });
          }}
        >
          Remove
        </Button>
      </div>
      {begun > 0 ? <p className="text-quiet">It has begun: its weeks that have gone by stay.</p> : null}
    </div>
  );
}
