"use client";
import { useRouter } from "next/navigation";
import * as yup from "yup";
import { callApi, problemOf } from "@/device/api";
import { Button } from "@/ui/button";
import { SelectField, TextField } from "@/ui/field";
import { Form, useCheckedForm } from "@/ui/form";
import { Notice } from "@/ui/notice";
import { DESCRIPTION, TRAINING_AGES } from "./description";

const SCHEMA = yup.object({ name: DESCRIPTION.name, trainingAge: DESCRIPTION.trainingAge });

/** Minutes of a session until somebody says otherwise. */
const MINUTES = 60;

/** Two fields make a client; what else is worth knowing is asked on their page. */
export function NewClient() {
  const router = useRouter();
  const form = useCheckedForm({
    schema: SCHEMA,
    typed: { name: "", trainingAge: "novice" },
    send: async (client) => {
      const unknown = { birthYear: null, minutes: MINUTES, aims: "", limits: "", bodyMass: null };
      const reply = await callApi("clients.create", { ...client, ...unknown });
      if (reply.kind !== "ok") return problemOf(reply);
      router.push(`/clients/${reply.value.clientId}`);
      return null;
    },
  });
  return (
    <Form form={form} className="flex flex-col gap-3">
      <TextField label="Name" {...form.field("name")} />
      <SelectField
        label="Training age"
        hint="How long they have trained with weights: the first year, some years, many."
        {...form.field("trainingAge")}
      >
        {TRAINING_AGES}
      </SelectField>
      <p className="text-quiet">Health, lifts, days, kit and goals are asked next, in any order.</p>
      {form.message ? <Notice kind="warn">{form.message}</Notice> : null}
      <Button type="submit" kind="main" disabled={form.isBusy} className="self-start">
        Add client
      </Button>
    </Form>
  );
}
