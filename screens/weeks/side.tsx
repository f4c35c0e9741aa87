"use client";
import { useDeferredValue, useEffect, useId, useMemo, useState } from "react";
import { catalogueIn } from "@/contract";
import {
  allBlocks,
  appended,
  dayOfSlot,
  decimal,
  dependsOn,
  type Exercise,
  exerciseOrThrow,
  firstOf,
  foundIn,
  isLikelyMissed,
  loadWordsIn,
  massFigure,
  massWords,
  newRule,
  nextSentence,
  type PatchSpan,
  type PlannedSet,
  type ProgressionRule,
  phaseOfWeek,
  printSlot,
  RULE_NAMES,
  RULES,
  removeLift,
  ruleName,
  rulesSideBySide,
  type Slot,
  sessionOfWeek,
  slotLabels,
  suggestedRule,
  targetsOf,
  WEEKDAYS,
  type WeightUnit,
} from "@/core";
import { newId } from "@/device/ids";
import { VolumeBreakdownPanel } from "@/parts/made-of";
import { useDates } from "@/parts/region";
import { Button } from "@/ui/button";
import { chosen, optionsOf } from "@/ui/choice";
import { SelectField, TextField } from "@/ui/field";
import { repsWords, type WeekCell, type WeeksView } from "@/views";
import { DayPanel } from "./day-panel";
import { Goals } from "./goals";
import { LiftAhead } from "./lift-ahead";
import { PhasePanel } from "./phase-panel";
import { PlanPanel } from "./plan-panel";
import { RuleSettingsForm } from "./rule-settings";
import type { WeekSelection, Weeks } from "./use-weeks";
import { cellKey } from "./use-what-if";
import { WeekPanel } from "./week-panel";
import { WhatIfSection } from "./what-if";

/** How a prescription came about, what it hangs on, and where it is changed. */
export function Side({ weeks, view }: { weeks: Weeks; view: WeeksView }) {
  const { selection } = weeks;
  return (
    <aside
      id="week-side"
      tabIndex={-1}
      aria-label="This week"
      className="bg-surface p-4 lg:overflow-y-auto lg:border-l lg:border-line"
    >
      {selection === null ? (
        <p className="text-quiet">Choose a lift in a week, or a phase above the weeks.</p>
      ) : selection.kind === "phase" ? (
        <PhasePanel key={selection.phaseId} weeks={weeks} phaseId={selection.phaseId} today={view.today} />
      ) : selection.kind === "day" ? (
        <DayPanel key={selection.dayId} weeks={weeks} view={view} dayId={selection.dayId} />
      ) : selection.kind === "week" ? (
        <WeekPanel key={selection.week} weeks={weeks} view={view} week={selection.week} />
      ) : selection.kind === "muscle" ? (
        <VolumeBreakdownPanel model={weeks.model} view={view} muscle={selection.muscle} week={selection.week} />
      ) : selection.kind === "plan" ? (
        <PlanPanel weeks={weeks} view={view} />
      ) : (
        <CellPanel weeks={weeks} view={view} at={selection} />
      )}
    </aside>
  );
}

type CellAt = Extract<WeekSelection, { kind: "cell" }>;

function CellPanel({ weeks, view, at }: { weeks: Weeks; view: WeeksView; at: CellAt }) {
  const { longDate } = useDates();
  const { model, plan } = weeks;
  const day = plan.days.find((one) => one.id === at.dayId);
  const row = model.days.flatMap(({ rows }) => rows).find((one) => one.dayId === at.dayId && one.slot.id === at.slotId);
  const cell = row?.cells[at.week] ?? null;
  if (!day || !row || !cell) return <p className="text-quiet">This lift is not done in that week.</p>;
  const exercise = exerciseOrThrow(catalogueIn(view.exercises), cell.lift?.slot.exerciseId ?? row.slot.exerciseId);
  return (
    <div className="flex flex-col gap-4">
      <header>
        <p className="narrow text-quiet">
          {longDate(cell.date)} · week {at.week + 1}
        </p>
        <h2 className="text-lg font-bold">{exercise.name}</h2>
        <p className="text-2xl font-bold leading-tight">
          {cell.topKg === null ? "no load known yet" : loadWordsIn(exercise, cell.topKg, view.client.unit, 2)}
        </p>
        <p className="text-quiet">
          {repsWords(cell)}
          {cell.lift?.sets[0]?.rir != null ? `, ${decimal(cell.lift.sets[0].rir)} in reserve` : ""}
          {cell.share !== null ? `, ${Math.round(100 * cell.share)} % of the e1RM expected then` : ""}
        </p>
      </header>
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
      <div className="flex flex-wrap gap-2">
        <Button disabled={weeks.isBusy || weeks.isChanged} onClick={() => weeks.open(at.dayId, at.week)}>
          Open {day.name || "the session"}, week {at.week + 1}
        </Button>
      </div>
      {weeks.isChanged ? <p className="text-quiet">Save or put back the change before a session is opened.</p> : null}
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
          Take the lift out
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

function Past({ cell }: { cell: WeekCell }) {
  return (
    <p className="text-quiet">
      {cell.state === "missed" ? "Planned and not done." : "Done; what was planned then stays as it was."}
    </p>
  );
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
                  <span className="narrow block text-xs text-quiet">{nextSentence(next, view.client.unit)}</span>
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

/** Sets, reps, load and effort as they are typed at the desk, for this week, from it on, or for its phase. */
function CellForm({ weeks, view, at }: { weeks: Weeks; view: WeeksView; at: CellAt }) {
  const written = useMemo(() => writtenLine(weeks, view, at), [weeks, view, at]);
  const [typed, setTyped] = useState(written);
  const [span, setSpan] = useState<PatchSpan["kind"] | "everyWeek">("fromWeek");
  const [error, setError] = useState<string | null>(null);
  const name = useId();
  useEffect(() => setTyped(written), [written]);
  const phase = phaseOfWeek(weeks.plan, at.week)!;
  const spans: Record<PatchSpan["kind"], PatchSpan> = {
    onlyWeek: { kind: "onlyWeek", week: at.week },
    fromWeek: { kind: "fromWeek", week: at.week },
    phase: { kind: "phase", phaseId: phase.id },
  };
  return (
    <form
      className="flex flex-col gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        setError(
          span === "everyWeek" ? weeks.writeEveryWeek(at.slotId, typed) : weeks.writeCell(at, typed, spans[span]),
        );
      }}
    >
      <TextField
        label="Sets"
        hint={`As at the desk: 4x5 rir2, 5,5,3 @${view.client.unit === "kg" ? "90kg" : "200lb"}`}
        error={error}
        value={typed}
        onChange={(event) => {
          setTyped(event.target.value);
          setError(null);
        }}
      />
      <fieldset className="flex flex-wrap gap-x-3 gap-y-1">
        <legend className="sr-only">For which weeks</legend>
        {(
          [
            ["onlyWeek", "only this week"],
            ["fromWeek", "from now on"],
            ["phase", "this phase"],
            ["everyWeek", "every week"],
          ] as const
        ).map(([kind, words]) => (
          <label key={kind} className="flex min-h-6 items-center gap-1.5">
            <input type="radio" name={name} checked={span === kind} onChange={() => setSpan(kind)} />
            {words}
          </label>
        ))}
      </fieldset>
      <div>
        <Button type="submit" disabled={typed.trim() === written.trim()}>
          Change
        </Button>
      </div>
    </form>
  );
}

/** The lift's line in that week, without its label and name. */
function writtenLine({ plan }: Weeks, view: WeeksView, at: CellAt): string {
  const document = sessionOfWeek(plan, at.dayId, at.week)?.document;
  const block = document && allBlocks(document).find(({ slots }) => slots.some(({ id }) => id === at.slotId));
  const slot = block?.slots.find(({ id }) => id === at.slotId);
  if (!document || !block || !slot) return "";
  const catalogue = catalogueIn(view.exercises);
  const line = printSlot(slot, { ...block, slots: [slot], restAfterRound: null }, catalogue, slotLabels(document));
  const at0 = line.search(/\s(\d+[x,]|\d+total|\d+(-\d+)?,|F\b)/);
  return at0 < 0 ? line : line.slice(at0 + 1);
}

function Hangs({ weeks, at, unit, lineage }: { weeks: Weeks; at: CellAt; unit: WeightUnit; lineage: string }) {
  const { longDate } = useDates();
  const asked = useDeferredValue(at);
  const found = useMemo(
    () => dependsOn(weeks.plan, weeks.context, { dayId: asked.dayId, week: asked.week, lineage }),
    [weeks.plan, weeks.context, asked, lineage],
  );
  if (!found) return null;
  const words = (sets: readonly PlannedSet[]) =>
    sets.length === 0
      ? "not asked"
      : `${sets.length}×${firstOf(sets).reps ?? "?"} at ${firstOf(sets).kg === null ? "?" : massWords(Math.max(...sets.map(({ kg }) => kg ?? 0)), unit, 2)}`;
  return (
    <section aria-label="It hangs on">
      <h3 className="font-semibold">
        It hangs on week {found.before.week + 1}{" "}
        <span className="narrow font-normal text-quiet">{longDate(found.before.date)}</span>
      </h3>
      <dl className="mt-1">
        {(
          [
            ["made", found.made],
            ["missed", found.missed],
            ["the week away", found.away],
          ] as const
        ).map(([name, sets]) => (
          <div key={name} className="flex justify-between border-b border-line py-0.5">
            <dt>{name}</dt>
            <dd className="font-semibold">{words(sets)}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}

function RuleForm({
  weeks,
  slot,
  at,
  rule,
  phaseId,
  unit,
}: {
  weeks: Weeks;
  slot: Slot;
  at: CellAt;
  rule: ProgressionRule;
  unit: WeightUnit;
  phaseId: string;
}) {
  const [forPhase, setForPhase] = useState(false);
  const ownId = dayOfSlot(weeks.plan, slot.id)?.id ?? at.dayId;
  const [error, setError] = useState<string | null>(null);
  const set = (next: ProgressionRule) => {
    const edits = [{ kind: "setSlot", slotId: slot.id, field: "rule", value: next }] as const;
    const item = {
      id: newId(),
      dayId: ownId,
      edits,
      span: { kind: "phase", phaseId },
      note: "",
    } as const;
    setError(
      weeks.change(forPhase ? appended(weeks.plan, "patches", [item]) : [{ kind: "editDay", dayId: ownId, edits }]),
    );
  };
  return (
    <section aria-label="Rule" className="flex flex-col gap-2">
      <SelectField
        label="Progression rule"
        hint={RULES[rule.kind].about}
        error={error}
        value={rule.kind}
        onChange={chosen(RULE_NAMES, (kind) => set(newRule(kind)))}
      >
        {optionsOf(RULE_NAMES)}
      </SelectField>
      <label className="flex min-h-6 items-center gap-1.5">
        <input type="checkbox" checked={forPhase} onChange={(event) => setForPhase(event.target.checked)} />
        in this phase alone
      </label>
      <RuleSettingsForm key={JSON.stringify(rule)} rule={rule} unit={unit} onChange={set} />
    </section>
  );
}
