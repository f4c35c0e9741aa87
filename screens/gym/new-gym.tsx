"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import * as yup from "yup";
import { callApi, problemOf } from "@/device/api";
import { Button } from "@/ui/button";
import { SelectField, TextField } from "@/ui/field";
import { Form, nameField, typedOrNull, useCheckedForm } from "@/ui/form";
import { Sheet } from "@/ui/sheet";
import type { GymView } from "@/views";

const SCHEMA = yup.object({
  name: nameField("Give the gym a name."),
  clientId: typedOrNull(),
  copyOf: typedOrNull(),
});

/** Another gym of the studio, or what a client has at home. */
export function NewGym({ view }: { view: GymView }) {
  const router = useRouter();
  const [open, setOpen] = useState(false);
  const form = useCheckedForm({
    schema: SCHEMA,
    typed: { name: "", clientId: "", copyOf: "" },
    send: async (gym) => {
      const reply = await callApi("gyms.create", gym);
      if (reply.kind !== "ok") return problemOf(reply, "name");
      setOpen(false);
      form.reset();
      router.push(`/gym/${reply.value.gymId}`);
      router.refresh();
      return null;
    },
  });
  return (
    <>
      <Button onClick={() => setOpen(true)}>New gym</Button>
      <Sheet open={open} onOpenChange={setOpen} title="New gym">
        <Form form={form} className="flex flex-col gap-4">
          <TextField label="Name" maxLength={120} {...form.field("name")} />
          <SelectField
            label="Whose"
            hint="What a client has at home is used for sessions they do alone."
            {...form.field("clientId")}
          >
            <option value="">The studio's</option>
            {view.clients.map((client) => (
              <option key={client.id} value={client.id}>
                {client.name}, at home
              </option>
            ))}
          </SelectField>
          <SelectField label="Start with" {...form.field("copyOf")}>
            <option value="">Nothing</option>
            {view.gyms.map((gym) => (
              <option key={gym.id} value={gym.id}>
                What {gym.name} has
              </option>
            ))}
          </SelectField>
          {form.message ? <p role="alert">{form.message}</p> : null}
          <Button kind="main" type="submit" className="self-start" disabled={form.isBusy}>
            Add the gym
          </Button>
        </Form>
      </Sheet>
    </>
  );
}
