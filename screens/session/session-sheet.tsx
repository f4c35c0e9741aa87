"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import * as yup from "yup";
import { type Edit, LIMITS } from "@/core";
import { callApi, problemOf } from "@/device/api";
import { useApiMutation } from "@/device/query";
import { DateField } from "@/parts/date-field";
import { Button } from "@/ui/button";
import { TextField } from "@/ui/field";
import { Form, typedNumber, useCheckedForm } from "@/ui/form";
import { Sheet } from "@/ui/sheet";
import { useWholeDesk } from "./use-desk";

const MINUTES = `Minutes from 1 to ${LIMITS.seconds / 60}, or nothing.`;

const SCHEMA = yup.object({
  title: yup.string().trim().default(""),
  date: yup.string().required("A day of the calendar."),
  minutes: typedNumber(MINUTES, { low: 1, high: LIMITS.seconds / 60 }),
});

/** A draft's name, day and length; and, where it is not wanted any more, the draft itself. */
export function SessionSheet({ onClose }: { onClose: () => void }) {
  const desk = useWholeDesk();
  const router = useRouter();
  const { document, view } = desk;
  const [seen] = useState(view.date);
  const [sure, setSure] = useState(false);
  const form = useCheckedForm({
    schema: SCHEMA,
    typed: {
      title: document.title,
      date: view.date,
      minutes: document.capSeconds === null ? "" : String(document.capSeconds / 60),
    },
    send: async ({ title, date, minutes }) => {
      if (date !== seen) {
        const reply = await callApi("sessions.move", { sessionId: view.sessionId, seen, wanted: date });
        if (reply.kind !== "ok") return problemOf(reply);
      }
      const edits: Edit[] = [];
      if (title !== document.title) edits.push({ kind: "setSession", field: "title", value: title });
      const capSeconds = minutes === null ? null : Math.round(minutes * 60);
      if (capSeconds !== document.capSeconds)
        edits.push({ kind: "setSession", field: "capSeconds", value: capSeconds });
      desk.operate({ ok: true, edits });
      onClose();
      if (date !== seen) router.refresh();
      return null;
    },
  });
  const discard = useApiMutation(
    () => callApi("sessions.discard", { sessionId: view.sessionId }),
    ({ clientId }) => router.push(`/clients/${clientId}`),
  );

  return (
    <Sheet open onOpenChange={(open) => !open && onClose()} title="This session">
      <Form form={form} className="flex flex-col gap-4">
        <TextField label="Name" maxLength={LIMITS.nameLength} {...form.field("title")} />
        <DateField label="Day" {...form.controlled("date")} />
        <TextField label="Minutes it may take" inputMode="decimal" {...form.field("minutes")} />
        {form.message ? <p role="alert">{form.message}</p> : null}
        <Button type="submit" kind="main" className="self-start" disabled={form.isBusy}>
          Save
        </Button>
      </Form>
      <div className="mt-8 border-t border-line pt-4">
        {sure ? (
          <div className="flex flex-wrap items-center gap-3">
            <p>The draft and all that is written in it will be gone.</p>
            <Button disabled={discard.isPending} onClick={() => discard.mutate()}>
              Remove it
            </Button>
            <Button onClick={() => setSure(false)}>Leave it</Button>
            {discard.error ? <p role="alert">{discard.error.message}</p> : null}
          </div>
        ) : (
          <Button onClick={() => setSure(true)}>Remove this draft…</Button>
        )}
      </div>
    </Sheet>
  );
}
