"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import * as yup from "yup";
import { callApi, problemOf } from "@/device/api";
import { useCalendarFeed } from "@/device/calendar-feed";
import { useApiMutation } from "@/device/query";
import { CalendarFeed } from "@/parts/calendar-feed";
import { type Invitation, InvitationSent } from "@/parts/invitation-sent";
import { Button } from "@/ui/button";
import { TextField } from "@/ui/field";
import { emailField, Form, useCheckedForm } from "@/ui/form";
import { Sheet } from "@/ui/sheet";
import type { ClientView } from "@/views";
import type { OpenSheet } from "./open-sheet";

/** The client's own sign-in, the archive, and the way to erase a person with everything that hangs on them. */
export function Account({ view, onOpen }: { view: ClientView; onOpen: OpenSheet }) {
  const router = useRouter();
  const archive = useApiMutation(
    () => callApi("clients.archive", { clientId: view.id, archived: view.archivedOn === null }),
    () => router.refresh(),
  );
  const feed = useCalendarFeed(view.id);
  return (
    <section className="no-print">
      <h2 className="mb-1 font-bold">Account</h2>
      <p>{view.hasAccount ? "Signs in and sees their own plan and log." : "Has no sign-in of their own."}</p>
      <div className="mt-2 flex flex-wrap gap-2">
        {view.hasAccount ? null : <Button onClick={() => onOpen("invite")}>Invite</Button>}
        <Button disabled={archive.isPending} onClick={() => archive.mutate()}>
          {view.archivedOn === null ? "Archive" : "Take out of the archive"}
        </Button>
        <Button kind="quiet" onClick={() => onOpen("erase")}>
          Erase this person
        </Button>
      </div>
      {archive.error ? <p role="alert">{archive.error.message}</p> : null}
      <h2 className="mt-6 mb-1 font-bold">Calendar</h2>
      <CalendarFeed of={`the sessions of ${view.name}`} {...feed} />
    </section>
  );
}

interface SheetProps {
  readonly view: ClientView;
  readonly onClose: () => void;
}

export function InviteSheet({ view, onClose }: SheetProps) {
  const router = useRouter();
  const close = () => {
    onClose();
    router.refresh();
  };
  return (
    <Sheet open onOpenChange={close} title={`Invite ${view.name}`}>
      <Invite view={view} />
    </Sheet>
  );
}

export function EraseSheet({ view, onClose }: SheetProps) {
  return (
    <Sheet open onOpenChange={onClose} title="Erase this person">
      <Erase view={view} />
    </Sheet>
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
