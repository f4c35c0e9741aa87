"use client";
import * as yup from "yup";
import type { SessionDocument } from "@/core";
import { callApi, problemOf } from "@/device/api";
import { Button } from "@/ui/button";
import { TextField } from "@/ui/field";
import { Form, nameField, useCheckedForm } from "@/ui/form";
import { Sheet } from "@/ui/sheet";

const SCHEMA = yup.object({ name: nameField("Give the template a name.") });

/** A session, or a block of it, to start others from. */
export function SaveTemplate({
  kind,
  name: usual,
  document,
  onClose,
}: {
  kind: "session" | "block";
  name: string;
  document: SessionDocument;
  onClose: () => void;
}) {
  const form = useCheckedForm({
    schema: SCHEMA,
    typed: { name: usual },
    send: async ({ name }) => {
      const reply = await callApi("templates.keep", { name, of: { kind, document } });
      return reply.kind === "ok" ? null : problemOf(reply, "name");
    },
  });
  return (
    <Sheet
      open
      onOpenChange={onClose}
      title={kind === "block" ? "This block as a template" : "This session as a template"}
    >
      {form.isDone ? (
        <div className="flex flex-col items-start gap-3">
          <p role="status">Saved. It is offered for every client, with loads found from their own record.</p>
          <Button kind="main" onClick={onClose}>
            Go on
          </Button>
        </div>
      ) : (
        <Form form={form} className="flex flex-col gap-3">
          <TextField label="Name" maxLength={120} {...form.field("name")} />
          {form.message ? <p role="alert">{form.message}</p> : null}
          <div>
            <Button kind="main" type="submit" disabled={form.isBusy}>
              Save
            </Button>
          </div>
        </Form>
      )}
    </Sheet>
  );
}
