"use client";
import { useMemo } from "react";
import * as yup from "yup";
import type { Input } from "@/contract";
import { type Exercise, formatWeight, isBodyweight, lineageOf, type WeightUnit } from "@/core";
import { Button } from "@/ui/button";
import { optionsOf } from "@/ui/choice";
import { SelectField, TextField } from "@/ui/field";
import { Form, type FormProblem, typedNumber, useCheckedForm } from "@/ui/form";
import type { ClientView, LiftMark } from "@/views";
import { ChosenLift } from "./chosen-lift";
import { DateField } from "./date-field";
import { useDates } from "./region";
import { typedWeight } from "./typed-weight";

const KINDS: Readonly<Record<LiftMark["kind"], string>> = {
  stated: "from memory",
  tested: "tested, one rep",
  training: "training max",
};

/** Whose strengths they are, and what they are read by. */
export type StrengthOwner = Pick<ClientView, "id" | "name" | "unit" | "today" | "exercises" | "marks">;

/** How strengths are added and taken away. */
export interface StrengthActions {
  /** What was wrong, at its field; null: it is kept. */
  readonly add: (strength: Omit<Input<"lifts.mark">, "clientId">) => Promise<FormProblem | null>;
  readonly remove: (markId: string) => void;
  readonly isRemoving: boolean;
  readonly error: string | null;
}

const A_WEIGHT = "A weight such as 102.5 or 225 lb.";
const SOME_REPS = "1 to 20 reps.";

const strengthSchema = (unit: WeightUnit) =>
  yup.object({
    kind: yup.string<LiftMark["kind"]>().required(),
    reps: typedNumber(SOME_REPS, { low: 1, high: 20, whole: true }).required(SOME_REPS),
    weight: typedWeight(unit, A_WEIGHT).required(A_WEIGHT),
    date: yup.string().required("The day."),
  });

const EXAMPLE: Readonly<Record<WeightUnit, string>> = { kg: "80 kg", lb: "175 lb" };

/** A lift by its name, then what the client can do in it: for whoever comes without a log. */
export function AddStrength({
  view,
  actions,
  isOwn = false,
}: {
  view: StrengthOwner;
  actions: StrengthActions;
  isOwn?: boolean;
}) {
  return (
    <section aria-label={isOwn ? "Add a lift" : "Add a strength"} className="mb-5 max-w-[34rem]">
      <h3 className="mb-1 font-bold">{isOwn ? "Add a lift" : "Add a strength"}</h3>
      <p className="mb-2 text-quiet">
        What {isOwn ? "you" : view.name} can lift, tested or from memory, such as “bench about {EXAMPLE[view.unit]} for
        5”. First loads go by it.
      </p>
      <ChosenLift exercises={view.exercises}>
        {(exercise, onDone) => (
          <StrengthForm
            view={view}
            actions={actions}
            lift={{ exercise, lineage: lineageOf(exercise.id, []) }}
            first="stated"
            isOwn={isOwn}
            onAdded={onDone}
          />
        )}
      </ChosenLift>
    </section>
  );
}

/** What a client can do in one lift, as it was tested, as they remember it, or as a coach sets it for percentages. */
export function StrengthForm({
  view,
  actions,
  lift: { lineage, exercise },
  first = "tested",
  isOwn = false,
  onAdded,
}: {
  view: StrengthOwner;
  actions: StrengthActions;
  lift: { readonly lineage: string; readonly exercise: Exercise };
  /** What it is most likely to be: of a lift with a log a test, else what somebody remembers. */
  first?: LiftMark["kind"];
  /** Whether it is the client who says it: a training max is a coach's to set. */
  isOwn?: boolean;
  onAdded?: () => void;
}) {
  const schema = useMemo(() => strengthSchema(view.unit), [view.unit]);
  const form = useCheckedForm({
    schema,
    typed: { kind: first, reps: "5", weight: "", date: view.today },
    send: async (strength) => {
      const problem = await actions.add({ lineage, exerciseId: exercise.id, ...strength });
      if (problem) return problem;
      form.reset();
      onAdded?.();
      return null;
    },
  });
  const isFromMemory = form.watch("kind") === "stated";
  return (
    <Form form={form} className="mt-1 grid grid-cols-2 gap-3">
      <SelectField label="Known" {...form.field("kind")}>
        {optionsOf(KINDS, (kind) => !isOwn || kind !== "training")}
      </SelectField>
      <DateField label="Day" max={view.today} {...form.controlled("date")} />
      <TextField
        label="Weight"
        hint={isBodyweight(exercise) ? "What was added to the body." : undefined}
        {...form.field("weight")}
      />
      {isFromMemory ? <TextField label="Reps" inputMode="numeric" {...form.field("reps")} /> : null}
      <Button kind="main" type="submit" className="self-end justify-self-start" disabled={form.isBusy}>
        Add it
      </Button>
      {form.message ? (
        <p role="alert" className="col-span-2">
          {form.message}
        </p>
      ) : null}
    </Form>
  );
}

/** What was added to a lift's record, each to be taken back. */
export function Strengths({
  view,
  lineage,
  actions,
  isOwn = false,
}: {
  view: StrengthOwner;
  lineage: string;
  actions: StrengthActions;
  /** Whether it is the client who looks: what was tested is a coach's to take away. */
  isOwn?: boolean;
}) {
  const { fullDate } = useDates();
  const own = view.marks.filter((mark) => mark.lineage === lineage);
  if (own.length === 0) return null;
  return (
    <>
      <ul aria-label="Added strengths">
        {own.map(({ id, kind, reps, weight, date }) => (
          <li key={id} className="flex flex-wrap items-baseline gap-x-3 border-t border-line py-0.5">
            <span>
              {kind === "stated" ? `${reps} × ` : ""}
              {formatWeight(weight)}
            </span>
            <span className="flex-1 text-quiet">
              {KINDS[kind]}, {fullDate(date)}
            </span>
            {isOwn && kind !== "stated" ? null : (
              <button
                type="button"
                disabled={actions.isRemoving}
                onClick={() => actions.remove(id)}
                className="min-h-6 underline underline-offset-2"
              >
                remove<span className="sr-only"> {formatWeight(weight)}</span>
              </button>
            )}
          </li>
        ))}
      </ul>
      {actions.error ? <p role="alert">{actions.error}</p> : null}
    </>
  );
}
