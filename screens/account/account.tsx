"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import * as yup from "yup";
import type { Output } from "@/contract";
import { callApi, problemOf } from "@/device/api";
import { useCalendarFeed } from "@/device/calendar-feed";
import { useApiMutation } from "@/device/query";
import { CalendarFeed } from "@/parts/calendar-feed";
import { type Invitation, InvitationSent } from "@/parts/invitation-sent";
import { useDates } from "@/parts/region";
import { Button, buttonClass } from "@/ui/button";
import { type Choices, chosen, optionsOf } from "@/ui/choice";
import { SelectField, TextField } from "@/ui/field";
import { emailField, Form, nameField, useCheckedForm } from "@/ui/form";
import { PageHeader } from "@/ui/page-header";
import { Select } from "@/ui/select";
import type { Duty } from "@/views";
import { newPasswordField } from "./frame";
import { Hooks } from "./hooks";
import { Closing, Leaving } from "./leaving";
import { Programs } from "./programs";
import { StudioRegion } from "./region";
import { TwoStep } from "./two-step";

/** One's own account: the password, and the devices on which it is open. */
export function Account({
  view,
  home,
}: {
  view: Output<"account.show">;
  /** Who else coaches here; a client is not shown that. */
  home: { href: string; name: string };
}) {
  const isOwner = view.team?.coaches.some(({ isMe, duty }) => isMe && duty === "owner") ?? false;
  return (
    <main>
      <PageHeader
        title={view.name}
        about={view.email}
        actions={
          <a href={home.href} className={buttonClass("plain")}>
            {home.name}
          </a>
        }
      />
      <div className="flex max-w-2xl flex-col gap-8 p-4">
        <Password />
        {view.team ? <TwoStep isOn={view.asksForCode} /> : null}
        <Devices view={view} />
        {view.team ? (
          <>
            <OwnCalendar />
            <Coaches team={view.team} />
            <StudioRegion />
            {isOwner ? (
              <>
                <Programs />
                <Hooks />
              </>
            ) : null}
            {isOwner && view.team.coaches.filter(({ duty }) => duty === "owner").length === 1 ? null : <Leaving />}
            {isOwner ? <Closing /> : null}
          </>
        ) : null}
      </div>
    </main>
  );
}

function OwnCalendar() {
  return (
    <section aria-labelledby="calendar">
      <h2 id="calendar" className="mb-1 text-base font-bold">
        Calendar
      </h2>
      <CalendarFeed of="everybody’s sessions" {...useCalendarFeed(null)} />
    </section>
  );
}

const PASSWORD = yup.object({
  current: yup.string().required("The password you have now."),
  wanted: newPasswordField(),
});

function Password() {
  const form = useCheckedForm({
    schema: PASSWORD,
    typed: { current: "", wanted: "" },
    send: async (passwords) => {
      const reply = await callApi("account.changePassword", passwords);
      if (reply.kind !== "ok") return problemOf(reply);
      form.reset();
      return null;
    },
  });
  return (
    <section>
      <h2 className="mb-2 text-lg font-bold">Password</h2>
      <Form form={form} className="flex max-w-sm flex-col gap-3">
        <TextField
          label="The one you have now"
          type="password"
          autoComplete="current-password"
          {...form.field("current")}
        />
        <TextField
          label="The new one"
          hint="At least 10 characters. Every other device is signed out."
          type="password"
          autoComplete="new-password"
          {...form.field("wanted")}
        />
        {form.message ? <p role="alert">{form.message}</p> : null}
        {form.isDone ? <p role="status">Your password is changed.</p> : null}
        <Button type="submit" kind="main" className="self-start" disabled={form.isBusy}>
          Change it
        </Button>
      </Form>
    </section>
  );
}

function Devices({ view }: { view: Output<"account.show"> }) {
  const { fullDateAt } = useDates();
  const router = useRouter();
  const end = useApiMutation(
    (device: string | null) => callApi("account.endDevices", { device }),
    () => router.refresh(),
  );
  const others = view.devices.filter((device) => !device.isThis);
  return (
    <section>
      <h2 className="mb-2 text-lg font-bold">Signed in on</h2>
      <ul className="border-t border-line">
        {view.devices.map((device) => (
          <li key={device.id} className="flex min-h-11 items-center gap-3 border-b border-line">
            <span className="font-semibold">{device.words}</span>
            <span className="text-quiet">{device.isThis ? "this one" : `last used ${fullDateAt(device.lastMs)}`}</span>
            {device.isThis ? null : (
              <Button className="ml-auto" disabled={end.isPending} onClick={() => end.mutate(device.id)}>
                Sign out there
              </Button>
            )}
          </li>
        ))}
      </ul>
      {end.error ? <p role="alert">{end.error.message}</p> : null}
      {others.length > 1 ? (
        <Button className="mt-3" disabled={end.isPending} onClick={() => end.mutate(null)}>
          Sign out everywhere else
        </Button>
      ) : null}
    </section>
  );
}

const DUTIES: Choices<Duty> = {
  owner: "owner: everything, and who coaches here",
  coach: "coach: clients, plans and sessions",
  assistant: "assistant: sees the day and runs the floor",
};
const INVITED: Choices<"coach" | "assistant"> = { coach: DUTIES.coach, assistant: DUTIES.assistant };

const COACH = yup.object({
  name: nameField("The coach’s name."),
  email: emailField(),
  duty: yup.string<keyof typeof INVITED>().required(),
});

type Team = NonNullable<Output<"account.show">["team"]>;

function Coaches({ team }: { team: Team }) {
  const { fullDateAt } = useDates();
  const router = useRouter();
  const [sent, setSent] = useState<Invitation | null>(null);
  const isOwner = team.coaches.some(({ isMe, duty }) => isMe && duty === "owner");
  const form = useCheckedForm({
    schema: COACH,
    typed: { name: "", email: "", duty: "coach" },
    send: async (coach) => {
      const reply = await callApi("invitations.create", { clientId: null, ...coach });
      if (reply.kind !== "ok") return problemOf(reply, "email");
      form.reset();
      setSent({ to: coach.email, link: reply.value.link });
      router.refresh();
      return null;
    },
  });
  const withdraw = useApiMutation(
    (invitationId: string) => callApi("invitations.withdraw", { invitationId }),
    () => router.refresh(),
  );
  return (
    <section>
      <h2 className="mb-2 text-lg font-bold">Coaches here</h2>
      <ul className="border-t border-line">
        {team.coaches.map((coach) => (
          <Coach key={coach.id} coach={coach} isOwner={isOwner} />
        ))}
        {team.open.map(({ id, name, email, role, duty, expiresMs }) => (
          <li key={id} className="flex min-h-11 flex-wrap items-center gap-x-3 border-b border-line">
            <span className="font-semibold">{name}</span>
            <span className="text-quiet">
              invited as {role === "client" ? "a client" : duty === "assistant" ? "an assistant" : "a coach"} at {email}
              , until {fullDateAt(expiresMs)}
            </span>
            <Button className="ml-auto" disabled={withdraw.isPending} onClick={() => withdraw.mutate(id)}>
              Withdraw
            </Button>
          </li>
        ))}
      </ul>
      {withdraw.error ? <p role="alert">{withdraw.error.message}</p> : null}
      {isOwner ? (
        <Form form={form} className="mt-4 flex max-w-sm flex-col gap-3">
          <TextField label="Another coach’s name" autoComplete="off" {...form.field("name")} />
          <TextField label="Their email address" type="email" autoComplete="off" {...form.field("email")} />
          <SelectField label="As" {...form.field("duty")}>
            {optionsOf(INVITED)}
          </SelectField>
          {form.message ? <p role="alert">{form.message}</p> : null}
          <Button type="submit" className="self-start" disabled={form.isBusy}>
            Invite
          </Button>
          <InvitationSent sent={sent} />
        </Form>
      ) : (
        <p className="mt-2 text-quiet">The owner says who coaches here.</p>
      )}
    </section>
  );
}

/** Somebody who coaches here; the owner says what they may do, and takes them out. */
function Coach({ coach, isOwner }: { coach: Team["coaches"][number]; isOwner: boolean }) {
  const router = useRouter();
  const { id: memberId, name, duty, isMe } = coach;
  const [isRemoving, setRemoving] = useState(false);
  const change = useApiMutation(
    (wanted: Duty) => callApi("team.setDuty", { memberId, duty: wanted }),
    () => router.refresh(),
  );
  const remove = useApiMutation(
    () => callApi("team.remove", { memberId }),
    () => router.refresh(),
  );
  const error = change.error ?? remove.error;
  return (
    <li className="flex min-h-11 flex-wrap items-center gap-x-3 gap-y-1 border-b border-line py-1">
      <span className="font-semibold">{name}</span>
      {isMe || !isOwner ? (
        <span className="text-quiet">{isMe ? `you, ${duty}` : duty}</span>
      ) : (
        <>
          <Select
            aria-label={`What ${name} may do`}
            value={duty}
            onChange={chosen(DUTIES, (one) => change.mutate(one))}
          >
            {optionsOf(DUTIES)}
          </Select>
          {isRemoving ? (
            <>
              <span>Their sign-in goes; what they wrote stays.</span>
              <Button kind="warn" disabled={remove.isPending} onClick={() => remove.mutate()}>
                Take {name.split(" ")[0]} out
              </Button>
              <Button onClick={() => setRemoving(false)}>Leave it</Button>
            </>
          ) : (
            <Button className="ml-auto" onClick={() => setRemoving(true)}>
              Remove<span className="sr-only"> {name}</span>
            </Button>
          )}
        </>
      )}
      {error ? <p role="alert">{error.message}</p> : null}
    </li>
  );
}
