"use client";
import { useMemo, useState } from "react";
import { catalogueIn } from "@/contract";
import {
  dayOfSlot,
  decimal,
  type Exercise,
  exerciseOrThrow,
  foundIn,
  isLikelyMissed,
  loadWordsIn,
  massFigure,
  massWords,
  nextSentence,
  phaseOfWeek,
  removeLift,
  ruleName,
  rulesSideBySide,
  type Slot,
  suggestedRule,
  targetsOf,
  WEEKDAYS,
  type WeightUnit,
} from "@/core";
import { useDates } from "@/parts/region";
import { Button } from "@/ui/button";
import { SelectField } from "@/ui/field";
import { repsWords, type WeekCell, type WeeksView, weekLineKey, weekLines } from "@/views";
import { type CellAt, CellForm, Hangs, RuleForm } from "./cell-form";
import { Goals } from "./goals";
import { LiftAhead } from "./lift-ahead";
import type { Weeks } from "./use-weeks";
import { cellKey } from "./use-what-if";
import { WeekDay } from "./week-days";
import { WhatIfSection } from "./what-if";

export function CellPanel({ weeks, view, at }: { weeks: Weeks; view: WeeksView; at: CellAt }) {
  const { longDate } = useDates();
  const { model, plan } = weeks;
  const lines = useMemo(() => weekLines(view), [view]);
  const day = plan.days.find((one) => one.id === at.dayId);
  const row = model.days.flatMap(({ rows }) => rows).find((one) => one.dayId === at.dayId && one.slot.id === at.slotId);
  const cell = row?.cells[at.week] ?? null;
  if (!day || !row || !cell)
    return <p className="text-quiet">{weeks.isWhole ? "This lift is not done in that week." : "One moment…"}</p>;
  const line = lines.get(weekLineKey(at));
  const exercise = exerciseOrThrow(catalogueIn(view.exercises), cell.lift?.slot.exerciseId ?? row.slot.exerciseId);
  return (
    <div className="flex flex-col gap-4">
      <header>
        <p className="text-quiet">
          {longDate(cell.date)} · week {at.week + 1}
        </p>
        <h2 className="text-lg font-bold">{exercise.name}</h2>
        <p className="text-xl font-bold leading-tight">
          {cell.topKg === null ? "no load known yet" : loadWordsIn(exercise, cell.topKg, view.client.unit, 2)}
        </p>
        <p className="text-quiet">
          {repsWords(cell)}
          {cell.lift?.sets[0]?.rir != null ? `, ${decimal(cell.lift.sets[0].rir)} in reserve` : ""}
          {cell.share !== null
            ? `, ${Math.round(100 * cell.share)} % of the e1RM ${cell.state === "done" ? "of that day" : "expected then"}`
            : ""}
        </p>
      </header>
      {line ? (
        <section aria-label="Its session" className="border-y border-line py-2">
          <WeekDay line={line} isChanged={weeks.isChanged} />
          {weeks.isChanged ? <p className="text-quiet">Save or undo the change before it is sent.</p> : null}
        </section>
      ) : null}
      <Expected weeks={weeks} cell={cell} exercise={exercise} unit={view.client.unit} />
      {cell.lift ? <Planned weeks={weeks} view={view} at={at} cell={cell} slot={row.slot} /> : <Past cell={cell} />}
      <LiftAhead key={`${row.slot.lineage} ahead`} weeks={weeks} view={view} slot={row.slot} />
      <Goals key={row.slot.lineage} weeks={weeks} view={view} slot={row.slot} />
      <WhatIfSection
        view={view}
        state={weeks.whatIf}
        model={model}
        at={at}
        lineage={cell.lift?.slot.lineage ?? row.slot.lineage}
        goals={plan.goals.filter(({ lineage }) => lineage === row.slot.lineage)}
        exercise={exercise}
      />
      <LiftPlace weeks={weeks} at={at} />
    </div>
  );
}

/** The lift on another day, or out of the plan. */
function LiftPlace({ weeks, at }: { weeks: Weeks; at: CellAt }) {
  const { plan, change, moveLiftTo, select } = weeks;
  const [error, setError] = useState<string | null>(null);
  const own = dayOfSlot(plan, at.slotId);
  if (!own) return null;
  const others = plan.days.filter(({ id }) => id !== own.id);
  return (
    <div className="flex flex-col gap-2">
      {others.length > 0 ? (
        <SelectField
          label="Its day"
          error={error}
          value={own.id}
          onChange={(event) => setError(moveLiftTo(at.slotId, event.target.value))}
        >
          {plan.days.map((day) => (
            <option key={day.id} value={day.id}>
              {day.name || "unnamed"}
              {day.placed.kind === "weekday" ? `, ${WEEKDAYS[day.placed.weekday]}` : ""}
            </option>
          ))}
        </SelectField>
      ) : null}
      <div>
        <Button
          onClick={() => {
            const removed = removeLift(plan, at.slotId);
            const refused = removed.ok ? change(removed.edits) : removed.message;
            setError(refused);
            if (!refused) select({ kind: "day", dayId: at.dayId });
          }}
        >
          Remove the lift
        </Button>
      </div>
    </div>
  );
}

/** What the simulated client would be asked by then, misses included, beside what is asked if all is made. */
function Expected({
  weeks,
  cell,
  exercise,
  unit,
}: {
  weeks: Weeks;
  cell: WeekCell;
  exercise: Exercise;
  unit: WeightUnit;
}) {
  const chance = weeks.whatIf.cells.get(cellKey(cell.dayId, cell.week, cell.lift?.slot.lineage ?? ""));
  if (!chance || chance.medianKg === null || chance.bandKg === null) return null;
  const words = (kg: number) => loadWordsIn(exercise, kg, unit, 2);
  const [low, high] = chance.bandKg;
  return (
    <p>
      As expected <span className="font-bold">{words(chance.medianKg)}</span>
      {low === high
        ? ", the same in eight of ten"
        : `, ${massFigure(Math.abs(low), unit, 2)} to ${words(high)} in eight of ten`}
      {isLikelyMissed(chance) ? <span className="font-bold text-weld">; likely missed</span> : null}
      <span className="text-quiet">: misses and form counted in.</span>
    </p>
  );
}

const PAST_WORDS: Readonly<Partial<Record<WeekCell["state"], string>>> = {
  missed: "Planned and missed.",
  underWay: "Its session is under way, and this lift not trained yet.",
};

function Past({ cell }: { cell: WeekCell }) {
  return <p className="text-quiet">{PAST_WORDS[cell.state] ?? "Done; what was planned then stays as it was."}</p>;
}

function Planned({
  weeks,
  view,
  at,
  cell,
  slot,
}: {
  weeks: Weeks;
  view: WeeksView;
  at: CellAt;
  cell: WeekCell;
  slot: Slot;
}) {
  const { model, context, plan } = weeks;
  const session = foundIn(model.sessions, (one) => one.dayId === at.dayId && one.week === at.week);
  const sides = useMemo(() => rulesSideBySide(session, at.slotId, context), [session, at.slotId, context]);
  const own = cell.lift?.next ?? null;
  const rule = slot.rule ?? suggestedRule(targetsOf(slot));
  const conflict = model.conflicts.find((one) => one.dayId === at.dayId && one.week === at.week);
  return (
    <>
      {conflict ? (
        <p role="alert" className="border-l-4 border-weld bg-weld-tint px-2 py-1">
          A change for this week does not fit its session any more: {conflict.message}
        </p>
      ) : null}
      <section aria-label="Why" className="border-l-4 border-indigo pl-3">
        <p className="font-semibold">{ruleName(rule)}</p>
        <p>
          {own
            ? nextSentence(own, view.client.unit)
            : "No log of the like to go by: the load comes from the curve or a related lift."}
        </p>
      </section>
      <CellForm key={`${at.slotId} ${at.week}`} weeks={weeks} view={view} at={at} />
      <Hangs weeks={weeks} at={at} unit={view.client.unit} lineage={cell.lift!.slot.lineage} />
      <details>
        <summary className="cursor-pointer font-semibold">What each rule would ask here</summary>
        <ul className="mt-2 flex flex-col gap-1.5">
          {sides.map(({ rule: other, next }) => (
            <li key={other.kind} className={other.kind === rule.kind ? "border-l-4 border-indigo pl-2" : "pl-3"}>
              <span className="font-semibold">{ruleName(other)}</span>{" "}
              {next ? (
                <>
                  <span className="font-bold text-indigo">{askedWords(next.sets, view.client.unit)}</span>
                  <span className="block text-xs text-quiet">{nextSentence(next, view.client.unit)}</span>
                </>
              ) : (
                <span className="text-quiet">has nothing to go by</span>
              )}
            </li>
          ))}
        </ul>
      </details>
      <RuleForm
        unit={view.client.unit}
        key={`${at.slotId} rule`}
        weeks={weeks}
        slot={slot}
        at={at}
        rule={rule}
        phaseId={phaseOfWeek(plan, at.week)!.id}
      />
    </>
  );
}

const askedWords = (sets: readonly { readonly loadKg: number; readonly reps: number }[], unit: WeightUnit): string => {
  const [first] = sets;
  if (!first) return "";
  const isSame = sets.every(({ loadKg, reps }) => loadKg === first.loadKg && reps === first.reps);
  return isSame
    ? `${sets.length}×${first.reps} at ${massWords(first.loadKg, unit, 2)}`
    : `${sets.map(({ reps }) => reps).join(",")} at ${massWords(Math.max(...sets.map(({ loadKg }) => loadKg)), unit, 2)}`;
};
