"use client";
import { useDeferredValue, useEffect, useId, useMemo, useState } from "react";
import { catalogueIn } from "@/contract";
import {
  allBlocks,
  appended,
  dayOfSlot,
  dependsOn,
  firstOf,
  massWords,
  newRule,
  type PatchSpan,
  type PlannedSet,
  type ProgressionRule,
  phaseOfWeek,
  printSlot,
  RULE_NAMES,
  RULES,
  type Slot,
  sessionOfWeek,
  slotLabels,
  type WeightUnit,
} from "@/core";
import { newId } from "@/device/ids";
import { useDates } from "@/parts/region";
import { Button } from "@/ui/button";
import { chosen, optionsOf } from "@/ui/choice";
import { SelectField, TextField } from "@/ui/field";
import type { WeeksView } from "@/views";
import { RuleSettingsForm } from "./rule-settings";
import type { WeekSelection, Weeks } from "./use-weeks";

export type CellAt = Extract<WeekSelection, { kind: "cell" }>;

/** Sets, reps, load and effort as they are typed at the desk, for this week, from it on, or for its phase. */
export function CellForm({ weeks, view, at }: { weeks: Weeks; view: WeeksView; at: CellAt }) {
  const written = useMemo(() => writtenLine(weeks, view, at), [weeks, view, at]);
  const [typed, setTyped] = useState(written);
  const [span, setSpan] = useState<PatchSpan["kind"] | "everyWeek" | "start">("fromWeek");
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
          span === "everyWeek"
            ? weeks.writeEveryWeek(at.slotId, typed)
            : span === "start"
              ? weeks.startCell(at, typed)
              : weeks.writeCell(at, typed, spans[span]),
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
            ["start", "start with this load, then by the rule"],
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

export function Hangs({ weeks, at, unit, lineage }: { weeks: Weeks; at: CellAt; unit: WeightUnit; lineage: string }) {
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
        <span className="font-normal text-quiet">{longDate(found.before.date)}</span>
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

export function RuleForm({
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
