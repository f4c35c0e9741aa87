"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import * as yup from "yup";
import type { Input } from "@/contract";
import { formatWeight, sameValue } from "@/core";
import { callApi, problemOf } from "@/device/api";
import { DateField } from "@/parts/date-field";
import { useDates } from "@/parts/region";
import { typedWeight } from "@/parts/typed-weight";
import { Button } from "@/ui/button";
import { optionsOf } from "@/ui/choice";
import { SelectField, TextArea, TextField } from "@/ui/field";
import { type FieldOfForm, Form, typedNumber, useCheckedForm } from "@/ui/form";
import { Sheet } from "@/ui/sheet";
import { type ClientView, habitsOf } from "@/views";

const MINUTES = "Between 10 and 240 minutes.";

/** What is known of a client, new or not. */
export const DESCRIPTION = {
  name: yup.string().trim().required("Give the client a name.").max(120, "A name of at most 120 characters."),
  birthYear: typedNumber("A year such as 1984, or nothing.", {
    low: 1900,
    high: new Date().getFullYear(),
    whole: true,
  }),
  trainingAge: yup.string<Input<"clients.create">["trainingAge"]>().required(),
  minutes: typedNumber(MINUTES, { low: 10, high: 240, whole: true }).required(MINUTES),
  aims: yup.string().default(""),
  limits: yup.string().default(""),
};
const weightWords = (unit: ClientView["unit"]): string =>
  unit === "kg" ? "A weight such as 72.4 or 160 lb, or nothing." : "A weight such as 160 or 72.4 kg, or nothing.";

export const TRAINING_AGES = optionsOf({
  novice: "novice",
  intermediate: "intermediate",
  advanced: "advanced",
});

interface TypedDescription {
  readonly name: string;
  readonly birthYear: string;
  readonly trainingAge: string;
  readonly minutes: string;
  readonly aims: string;
  readonly limits: string;
}

/** The fields of a description. */
function DescriptionFields({ field }: { field: (name: keyof TypedDescription) => FieldOfForm }) {
  return (
    <>
      <TextField label="Name" {...field("name")} />
      <div className="grid grid-cols-2 gap-3">
        <TextField label="Birth year" inputMode="numeric" {...field("birthYear")} />
        <SelectField label="Training age" {...field("trainingAge")}>
          {TRAINING_AGES}
        </SelectField>
        <TextField label="Minutes a session" inputMode="numeric" {...field("minutes")} />
      </div>
      <TextArea label="Aims" rows={2} {...field("aims")} />
      <TextArea label="Limits, in words" rows={2} {...field("limits")} />
    </>
  );
}

const descriptionOf = ({ name, birthYear, trainingAge, minutes, aims, limits, notes }: ClientView) => ({
  ...{ name, birthYear, trainingAge, minutes, aims, limits, notes },
});

/** Changes what is known of a client, and adds what they weighed on a day. */
export function ChangeDescription({ view, onClose }: { view: ClientView; onClose: () => void }) {
  const router = useRouter();
  const { shortDate } = useDates();
  // What the changes set out from, whatever the page learns meanwhile.
  const [seen] = useState(() => descriptionOf(view));
  const [habits] = useState(() => habitsOf(view));
  const [schema] = useState(() =>
    yup.object({
      ...DESCRIPTION,
      notes: yup.string().default(""),
      bodyMass: typedWeight(view.unit, weightWords(view.unit)),
      weighedOn: yup.string().required("The day."),
      groups: yup.string().default(""),
    }),
  );
  const form = useCheckedForm({
    schema,
    typed: {
      ...seen,
      birthYear: String(seen.birthYear ?? ""),
      minutes: String(seen.minutes),
      trainingAge: seen.trainingAge as string,
      bodyMass: "",
      weighedOn: view.today,
      groups: view.groups.join(", "),
    },
    send: async ({ bodyMass, weighedOn, groups: typedGroups, ...wanted }) => {
      const reply = await callApi("clients.describe", { clientId: view.id, seen, wanted });
      if (reply.kind !== "ok") return problemOf(reply);
      const groups = [...new Set(typedGroups.split(",").map((name) => name.trim()))].filter((name) => name !== "");
      if (!sameValue(groups, habits.groups)) {
        const change = { seen: habits, wanted: { ...habits, groups } };
        const grouped = await callApi("clients.change", { clientId: view.id, ...change });
        if (grouped.kind !== "ok") return problemOf(grouped, "groups");
      }
      if (bodyMass) {
        const weighed = await callApi("clients.weigh", { clientId: view.id, date: weighedOn, bodyMass });
        if (weighed.kind !== "ok") return problemOf(weighed, "bodyMass");
      }
      onClose();
      router.refresh();
      return null;
    },
  });
  return (
    <Sheet open onOpenChange={(open) => !open && onClose()} title="What is known of this client">
      <Form form={form} className="flex flex-col gap-3">
        <DescriptionFields field={form.field} />
        <TextArea label="Notes, for coaches alone" rows={2} {...form.field("notes")} />
        <TextField
          label="Groups"
          hint="Names with commas between, such as rowers, mornings: the list of clients is shown by group."
          {...form.field("groups")}
        />
        <fieldset className="grid grid-cols-2 gap-3 border-t border-rule pt-3">
          <legend className="font-bold">Body mass</legend>
          <TextField label={`Weighed, ${view.unit}`} inputMode="decimal" {...form.field("bodyMass")} />
          <DateField label="On" {...form.controlled("weighedOn")} max={view.today} />
          {view.bodyMass.length > 0 ? (
            <p className="col-span-2 text-quiet">
              Before:{" "}
              {view.bodyMass
                .slice(0, 4)
                .map(({ date, weight }) => `${formatWeight(weight)} on ${shortDate(date)}`)
                .join(", ")}
            </p>
          ) : null}
        </fieldset>
        {form.message ? <p role="alert">{form.message}</p> : null}
        <Button kind="main" type="submit" className="self-start" disabled={form.isBusy}>
          Save
        </Button>
      </Form>
    </Sheet>
  );
}
