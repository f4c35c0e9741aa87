"use client";
import * as yup from "yup";
import { keysOf, kgOf, massFigure, type ProgressionRule, type RuleSetting, round, type WeightUnit } from "@/core";
import { Button } from "@/ui/button";
import { TextField } from "@/ui/field";
import { Form, useCheckedForm } from "@/ui/form";
import { PercentTable } from "./percent-table";

/** Every setting as a coach calls it; null: it is not typed. */
const FIELDS: Readonly<Record<RuleSetting, string | null>> = {
  stepKg: "Step, {unit} (empty: the usual one)",
  percents: "Percents of the training max",
  maxKg: "Training max, {unit} (empty: nine tenths of the e1RM)",
  fromWeek: "First week of the first wave",
  reps: "Reps, phase by phase",
  weeksEach: "Weeks at each",
  mostPercent: "At most, % a week",
  repsOver: "Reps over the target",
  risePercent: "Rise, %",
  sets: "In so many sets",
  stepSeconds: "Step, s",
  floorSeconds: "Shortest rest, s",
  lowMark: "Lower mark, reps",
  highMark: "Upper mark, reps",
  mostSeconds: "Slowest, s",
  mostSets: "At most, sets",
  // The moves of a ladder are the catalogue's.
  rungs: null,
};

type Value = number | null | readonly number[] | readonly (readonly number[])[];

/** A row a week, a figure a set. */
const isTable = (value: Value): boolean => Array.isArray(value) && Array.isArray(value[0]);

/** Kept in kg, shown and typed in the client's unit. */
const isMass = (key: RuleSetting): boolean => key === "stepKg" || key === "maxKg";

const printed = (key: RuleSetting, value: Value, unit: WeightUnit): string => {
  if (value === null) return "";
  if (typeof value === "number" && isMass(key)) return massFigure(value, unit, 3);
  if (typeof value === "number") return String(key === "fromWeek" ? value + 1 : value);
  return value.map((row) => (Array.isArray(row) ? row.join(" ") : row)).join(Array.isArray(value[0]) ? "\n" : " ");
};

const figures = (text: string): number[] =>
  text
    .split(/[\s;/]+/)
    .filter(Boolean)
    .map(Number);

/** What was typed as the setting; a sentence where it is none. */
function readAs(key: RuleSetting, text: string, before: Value, unit: WeightUnit): Value | { readonly problem: string } {
  const problem = { problem: "Write figures, such as 2.5 or 70 75 80." };
  if (isTable(before)) {
    const rows = text
      .split("\n")
      .map(figures)
      .filter((row) => row.length > 0);
    if (rows.length === 0 || rows.flat().some((one) => !(one >= 20 && one <= 120)))
      return { problem: "Percents between 20 and 120, at least one a week." };
    return rows;
  }
  if (Array.isArray(before)) {
    const row = figures(text);
    return row.length > 0 && row.every((one) => Number.isInteger(one) && one >= 1 && one <= 50)
      ? row
      : { problem: "Whole reps, such as 6 4 2." };
  }
  if (text.trim() === "") return isMass(key) ? null : problem;
  const figure = Number(text.replace(",", "."));
  if (!Number.isFinite(figure) || (figure < 0 && key !== "maxKg")) return problem;
  if (isMass(key)) return round(kgOf(figure, unit), 3);
  return key === "fromWeek" ? Math.max(0, Math.round(figure) - 1) : figure;
}

/** The settings of a rule that are typed, in the order of the form. */
function settingsOf(rule: ProgressionRule): [RuleSetting, Value][] {
  const values: Partial<Record<RuleSetting, unknown>> = rule;
  return keysOf(FIELDS)
    .filter((key) => FIELDS[key] !== null && values[key] !== undefined)
    .map((key) => [key, values[key] as Value]);
}

/** Each setting reads its text by what it holds: see `readAs`. */
const TYPED = yup.object({ settings: yup.mixed<Readonly<Record<string, string>>>().required() });

/** The settings of a rule, kept together. */
export function RuleSettingsForm({
  rule,
  unit,
  onChange,
}: {
  rule: ProgressionRule;
  unit: WeightUnit;
  onChange: (rule: ProgressionRule) => void;
}) {
  const settings = settingsOf(rule);
  const form = useCheckedForm({
    schema: TYPED,
    typed: { settings: Object.fromEntries(settings.map(([key, value]) => [key, printed(key, value, unit)])) },
    send: ({ settings: typed }) => {
      const read = settings.map(([key, before]) => [key, readAs(key, typed[key] ?? "", before, unit)] as const);
      const wrong = read.flatMap(([key, value]) =>
        value !== null && typeof value === "object" && "problem" in value
          ? [{ field: `settings.${key}`, message: value.problem }]
          : [],
      );
      if (wrong.length === 0) onChange({ ...rule, ...Object.fromEntries(read) } as ProgressionRule);
      return wrong;
    },
  });
  if (settings.length === 0) return null;
  const typed = form.watch("settings");
  const isChanged = settings.some(([key, value]) => typed[key] !== printed(key, value, unit));
  return (
    <Form form={form} className="flex flex-col gap-2">
      {settings.map(([key, value]) =>
        isTable(value) ? (
          <PercentTable key={key} label={FIELDS[key]!} {...form.controlled(`settings.${key}`)} />
        ) : (
          <TextField key={key} label={FIELDS[key]!.replace("{unit}", unit)} {...form.field(`settings.${key}`)} />
        ),
      )}
      <div>
        <Button type="submit" disabled={!isChanged}>
          Change the rule
        </Button>
      </div>
    </Form>
  );
}
