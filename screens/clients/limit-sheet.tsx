"use client";
import { Plus, X } from "lucide-react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { useFieldArray } from "react-hook-form";
import * as yup from "yup";
import { catalogueIn } from "@/contract";
import {
  type ClientLimit,
  JOINT_WORDS,
  keysOf,
  MUSCLES,
  type Muscle,
  type MusclePriority,
  muscleName,
  PATTERNS,
  REGION_IDS,
  REGIONS,
} from "@/core";
import { callApi, problemOf } from "@/device/api";
import { newId } from "@/device/ids";
import { DateField } from "@/parts/date-field";
import { Button } from "@/ui/button";
import { type Choices, optionsOf } from "@/ui/choice";
import { SelectField, TextField } from "@/ui/field";
import { type CheckedForm, Form, typedOrNull, useCheckedForm } from "@/ui/form";
import { Select } from "@/ui/select";
import { Sheet } from "@/ui/sheet";
import type { ClientView } from "@/views";

type What = ClientLimit["what"];

type Whats = Readonly<Record<string, { readonly name: string; readonly what: What }>>;

/** What may be limited, each by the text that a select has for it; the studio's own exercises among them. */
const WHATS: Whats = Object.fromEntries([
  ...keysOf(JOINT_WORDS).map((joint) => [
    `joint ${joint}`,
    { name: JOINT_WORDS[joint], what: { kind: "joint", joint } },
  ]),
  ...PATTERNS.map((pattern) => [`pattern ${pattern}`, { name: pattern, what: { kind: "pattern", pattern } }]),
  ...REGION_IDS.map((region) => [`region ${region}`, { name: REGIONS[region].name, what: { kind: "region", region } }]),
]);
const GROUPS: Choices<What["kind"]> = {
  joint: "Joints",
  pattern: "Movements",
  region: "Muscles",
  exercise: "Single exercises",
};
const HOWS: Choices<ClientLimit["how"]> = { avoid: "not at all", part: "only in part" };
const SIDES: Choices<ClientLimit["side"]> = { both: "both", left: "left", right: "right" };
const PRIORITIES: Choices<MusclePriority> = { build: "priority", normal: "normal", hold: "maintain" };

/** The text is the thing itself, so that an exercise that is not listed any more stays what it was. */
const idOf = (what: What): string =>
  what.kind === "exercise"
    ? `exercise ${what.exerciseId} ${what.name}`
    : (Object.keys(WHATS).find((id) => JSON.stringify(WHATS[id]!.what) === JSON.stringify(what)) ?? "joint shoulder");

function whatOf(id: string): What | undefined {
  const [, exerciseId, name] = /^exercise (\S+) (.+)$/.exec(id) ?? [];
  return exerciseId && name ? { kind: "exercise", exerciseId, name } : WHATS[id]?.what;
}

/** What may be limited for a client, by name: every exercise that is offered, and one that is limited already. */
function whatsFor(view: ClientView): Whats {
  const { hidden } = view.exercises;
  const offered = [...catalogueIn(view.exercises).byId.values()].filter(({ id }) => !hidden.includes(id));
  const named = offered.map(({ id, name }): What => ({ kind: "exercise", exerciseId: id, name }));
  const limited = view.limitList.flatMap(({ what }) => (what.kind === "exercise" ? [what] : []));
  const exercises = [...named, ...limited].map((what) => [
    idOf(what),
    { name: what.kind === "exercise" ? what.name : "", what },
  ]);
  return { ...WHATS, ...Object.fromEntries(exercises) };
}

const LIMIT = yup.object({
  id: yup.string().required(),
  what: yup
    .mixed<What>()
    .transform((_, id: string) => whatOf(id))
    .required("What is limited."),
  how: yup.string<ClientLimit["how"]>().required(),
  side: yup.string<ClientLimit["side"]>().required(),
  range: yup.string().default(""),
  from: yup.string().required("The first day."),
  until: typedOrNull().test(
    "order",
    "It ends before it begins.",
    (until, { parent }) => until === null || parent.from <= until,
  ),
  clearedBy: typedOrNull(),
});
const SCHEMA = yup.object({
  limits: yup.array(LIMIT).required(),
  priorities: yup.mixed<Readonly<Record<Muscle, MusclePriority>>>().required(),
});

/** A limit as it is typed: everything is text. */
type TypedLimit = Readonly<Record<keyof ClientLimit, string>>;

const typedLimit = ({ id, what, how, side, range, from, until, clearedBy }: ClientLimit): TypedLimit => ({
  id,
  what: idOf(what),
  how,
  side,
  range,
  from,
  until: until ?? "",
  clearedBy: clearedBy ?? "",
});

const typedOf = (view: ClientView) => ({
  limits: view.limitList.map(typedLimit),
  priorities: Object.fromEntries(MUSCLES.map((muscle) => [muscle, view.priorities[muscle] ?? "normal"])),
});
type LimitForm = CheckedForm<ReturnType<typeof typedOf>>;

const listed = (priorities: Readonly<Partial<Record<Muscle, MusclePriority>>>) =>
  MUSCLES.map((muscle) => ({ muscle, priority: priorities[muscle] ?? "normal" })).filter(
    ({ priority }) => priority !== "normal",
  );

/** Limits and priorities, changed together; what somebody else changed meanwhile is joined on the server. */
export function LimitSheet({ view, onClose }: { view: ClientView; onClose: () => void }) {
  const router = useRouter();
  // What the changes set out from, whatever the page learns meanwhile.
  const [seen] = useState(view);
  const form = useCheckedForm({
    schema: SCHEMA,
    typed: typedOf(view),
    send: async ({ limits, priorities }) => {
      const { id: clientId, limitList } = seen;
      const kept = await callApi("clients.setLimits", { clientId, seen: limitList, wanted: limits });
      if (kept.kind !== "ok") return problemOf(kept);
      const change = { seen: listed(seen.priorities), wanted: listed(priorities) };
      const reply = await callApi("clients.setPriorities", { clientId, ...change });
      if (reply.kind !== "ok") return problemOf(reply);
      onClose();
      router.refresh();
      return null;
    },
  });
  const [whats] = useState(() => whatsFor(view));
  const { fields, append, remove } = useFieldArray({ control: form.control, name: "limits", keyName: "key" });
  return (
    <Sheet open onOpenChange={(open) => !open && onClose()} title="Limits and priorities">
      <Form form={form} className="flex flex-col gap-5">
        {fields.map(({ key }, index) => (
          <LimitFields key={key} form={form} index={index} whats={whats} onRemove={() => remove(index)} />
        ))}
        <Button
          className="self-start"
          onClick={() =>
            append({
              id: newId(),
              what: "joint shoulder",
              how: "avoid",
              side: "both",
              range: "",
              from: view.today,
              until: "",
              clearedBy: "",
            })
          }
        >
          <Plus size={14} aria-hidden /> Add a limit
        </Button>
        <fieldset className="grid grid-cols-2 gap-x-4 gap-y-1 border-t border-rule pt-3">
          <legend className="font-bold">Muscles</legend>
          {MUSCLES.map((muscle) => {
            const { error: _none, ...field } = form.field(`priorities.${muscle}`);
            return (
              <label key={muscle} className="flex items-center justify-between gap-2">
                {muscleName(muscle)}
                <Select {...field}>{optionsOf(PRIORITIES)}</Select>
              </label>
            );
          })}
        </fieldset>
        {form.message ? <p role="alert">{form.message}</p> : null}
        <Button kind="main" type="submit" className="self-start" disabled={form.isBusy}>
          Save
        </Button>
      </Form>
    </Sheet>
  );
}

function LimitFields({
  form,
  index,
  whats,
  onRemove,
}: {
  form: LimitForm;
  index: number;
  whats: Whats;
  onRemove: () => void;
}) {
  return (
    <fieldset className="grid grid-cols-2 gap-3 border-t border-rule pt-3">
      <legend className="font-bold">Limit {index + 1}</legend>
      <SelectField label="What" {...form.field(`limits.${index}.what`)}>
        {keysOf(GROUPS).map((kind) => (
          <optgroup key={kind} label={GROUPS[kind]}>
            {Object.entries(whats).map(([id, { name, what }]) =>
              what.kind === kind ? (
                <option key={id} value={id}>
                  {name}
                </option>
              ) : null,
            )}
          </optgroup>
        ))}
      </SelectField>
      <SelectField label="How far" {...form.field(`limits.${index}.how`)}>
        {optionsOf(HOWS)}
      </SelectField>
      <SelectField label="Side" {...form.field(`limits.${index}.side`)}>
        {optionsOf(SIDES)}
      </SelectField>
      <TextField
        label="Which part"
        maxLength={200}
        placeholder="to parallel only"
        {...form.field(`limits.${index}.range`)}
      />
      <DateField label="From" {...form.controlled(`limits.${index}.from`)} />
      <DateField label="Until" {...form.controlled(`limits.${index}.until`)} />
      <TextField
        label="Cleared by"
        hint="A licensed professional; then it is only a note."
        maxLength={300}
        {...form.field(`limits.${index}.clearedBy`)}
      />
      <button
        type="button"
        aria-label={`Take limit ${index + 1} back`}
        onClick={onRemove}
        className="self-center justify-self-end rounded-[3px] p-1.5 hover:bg-inset"
      >
        <X size={16} aria-hidden />
      </button>
    </fieldset>
  );
}
