"use client";
import { useRouter } from "next/navigation";
import { useMemo } from "react";
import * as yup from "yup";
import type { Input } from "@/contract";
import type { WeightUnit } from "@/core";
import { callApi, problemOf } from "@/device/api";
import { useRegion } from "@/parts/region";
import { typedWeight } from "@/parts/typed-weight";
import { Button } from "@/ui/button";
import { SelectField, TextArea, TextField } from "@/ui/field";
import { Form, typedNumber, useCheckedForm } from "@/ui/form";
import { Notice } from "@/ui/notice";

const MINUTES = "Between 10 and 240 minutes.";

const schemaIn = (unit: WeightUnit) =>
  yup.object({
    name: yup.string().trim().required("Give the client a name.").max(120, "A name of at most 120 characters."),
    birthYear: typedNumber("A year such as 1984, or nothing.", {
      low: 1900,
      high: new Date().getFullYear(),
      whole: true,
    }),
    trainingAge: yup.string<Input<"clients.create">["trainingAge"]>().required(),
    minutes: typedNumber(MINUTES, { low: 10, high: 240, whole: true }).required(MINUTES),
    bodyMass: typedWeight(
      unit,
      unit === "kg" ? "A weight such as 72.4 or 160 lb, or nothing." : "A weight such as 160 or 72.4 kg, or nothing.",
    ),
    aims: yup.string().default(""),
    limits: yup.string().default(""),
  });

export function NewClient() {
  const router = useRouter();
  const { unit } = useRegion();
  const schema = useMemo(() => schemaIn(unit), [unit]);
  const form = useCheckedForm({
    schema,
    typed: { name: "", birthYear: "", trainingAge: "novice", minutes: "60", bodyMass: "", aims: "", limits: "" },
    send: async (client) => {
      const reply = await callApi("clients.create", client);
      if (reply.kind !== "ok") return problemOf(reply);
      router.push(`/clients/${reply.value.clientId}`);
      return null;
    },
  });
  return (
    <Form form={form} className="flex flex-col gap-3">
      <TextField label="Name" {...form.field("name")} />
      <div className="grid grid-cols-2 gap-3">
        <TextField label="Birth year" inputMode="numeric" {...form.field("birthYear")} />
        <TextField label={`Body mass, ${unit}`} inputMode="decimal" {...form.field("bodyMass")} />
        <SelectField label="Training age" {...form.field("trainingAge")}>
          <option value="novice">novice</option>
          <option value="intermediate">intermediate</option>
          <option value="advanced">advanced</option>
        </SelectField>
        <TextField label="Minutes a session" inputMode="numeric" {...form.field("minutes")} />
      </div>
      <TextArea label="Aims" rows={2} {...form.field("aims")} />
      <TextArea label="Limits" rows={2} {...form.field("limits")} />
      {form.message ? <Notice kind="warn">{form.message}</Notice> : null}
      <Button type="submit" kind="main" disabled={form.isBusy} className="self-start">
        Add client
      </Button>
    </Form>
  );
}
