"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import * as yup from "yup";
import { callApi, problemOf } from "@/device/api";
import { type Invitation, InvitationSent } from "@/parts/invitation-sent";
import { Button } from "@/ui/button";
import { TextField } from "@/ui/field";
import { emailField, Form, useCheckedForm } from "@/ui/form";
import { Sheet } from "@/ui/sheet";
import type { ClientView } from "@/views";

/** The client's own sign-in, and the way to erase a person with everything that hangs on them. */
export function Account({ view }: { view: ClientView }) {
  const router = useRouter();
  const [open, setOpen] = useState<"none" | "account" | "erase">("none");
  const close = () => {
    setOpen("none");
    router.refresh();
  };
  return (
    <section>
      <h2 className="mb-1 font-bold">Account</h2>
      <p>{view.hasAccount ? "Signs in and sees their own plan and log." : "Has no sign-in of their own."}</p>
      <div className="mt-2 flex flex-wrap gap-2">
        {view.hasAccount ? null : <Button onClick={() => setOpen("account")}>Invite</Button>}
        <Button kind="quiet" onClick={() => setOpen("erase")}>
          Erase this person
        </Button>
      </div>
      <Sheet open={open === "account"} onOpenChange={close} title={`Invite ${view.name}`}>
        <Invite view={view} />
      </Sheet>
      <Sheet open={open === "erase"} onOpenChange={close} title="Erase this person">
        <Erase view={view} />
      </Sheet>
    </section>
  );
}

const INVITE = yup.object({ email: emailField() });

function Invite({ view }: { view: ClientView }) {
  const [sent, setSent] = useState<Invitation | null>(null);
  const form = useCheckedForm({
    schema: INVITE,
    typed: { email: "" },
    send: async ({ email }) => {
      const reply = await callApi("invitations.create", { clientId: view.id, email, name: "" });
      if (reply.kind !== "ok") return problemOf(reply, "email");
      setSent({ to: email, link: reply.value.link });
      return null;
    },
  });
  return (
    <Form form={form} className="flex flex-col gap-3">
      <p>{view.name} gets an email with a link, chooses a password, and sees what is sent to them and their own log.</p>
      <TextField label="Email address" type="email" autoComplete="off" {...form.field("email")} />
      {form.message ? <p role="alert">{form.message}</p> : null}
      <Button type="submit" kind="main" className="self-start" disabled={form.isBusy}>
        Invite
      </Button>
      <InvitationSent sent={sent} />
    </Form>
  );
}

function Erase({ view }: { view: ClientView }) {
  const router = useRouter();
  const form = useCheckedForm({
    schema: yup.object({ name: yup.string().trim().oneOf([view.name], `Type ${view.name} to erase.`) }),
    typed: { name: "" },
    send: async () => {
      const reply = await callApi("clients.erase", { clientId: view.id });
      if (reply.kind !== "ok") return problemOf(reply, "name");
      router.push("/clients");
      router.refresh();
      return null;
    },
  });
  return (
    <Form form={form} className="flex flex-col gap-3">
      <p>Sessions, log, body mass and account go for good. A backup made before still holds them.</p>
      <TextField label={`Type ${view.name}`} autoComplete="off" {...form.field("name")} />
      <Button type="submit" kind="warn" className="self-start" disabled={form.isBusy}>
        Erase
      </Button>
    </Form>
  );
}
