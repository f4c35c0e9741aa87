"use client";
import { useRouter } from "next/navigation";
import { useMemo } from "react";
import * as yup from "yup";
import { callApi, problemOf } from "@/device/api";
import { useRegion } from "@/parts/region";
import { typedWeight } from "@/parts/typed-weight";
import { Button } from "@/ui/button";
import { TextField } from "@/ui/field";
import { Form, useCheckedForm } from "@/ui/form";
import { Notice } from "@/ui/notice";
import { DESCRIPTION, DescriptionFields, weightWords } from "./description";

export function NewClient() {
  const router = useRouter();
  const { unit } = useRegion();
  const schema = useMemo(() => yup.object({ ...DESCRIPTION, bodyMass: typedWeight(unit, weightWords(unit)) }), [unit]);
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
      <DescriptionFields field={form.field}>
        <TextField label={`Body mass, ${unit}`} inputMode="decimal" {...form.field("bodyMass")} />
      </DescriptionFields>
      {form.message ? <Notice kind="warn">{form.message}</Notice> : null}
      <Button type="submit" kind="main" disabled={form.isBusy} className="self-start">
        Add client
      </Button>
    </Form>
  );
}
