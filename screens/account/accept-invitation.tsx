"use client";
import * as yup from "yup";
import { problemOf, send } from "@/device/api";
import { Button } from "@/ui/button";
import { TextField } from "@/ui/field";
import { Form, nameField, useCheckedForm } from "@/ui/form";
import { Notice } from "@/ui/notice";
import type { Duty } from "@/views";
import { ACCOUNT_FORM, AccountFrame, newPasswordField, SignInLink } from "./frame";

interface Invited {
  readonly studio: string;
  readonly role: "coach" | "client";
  readonly duty: Duty;
  readonly name: string;
  readonly email: string;
}

const SCHEMA = yup.object({ name: nameField("Your name."), password: newPasswordField() });

/** An invitation, taken up by whoever holds its link, with a password of their own. */
export function AcceptInvitation({ secret, invitation }: { secret: string; invitation: Invited | null }) {
  return (
    <AccountFrame heading={invitation?.studio ?? "An invitation"}>
      {invitation ? (
        <Accept secret={secret} invitation={invitation} />
      ) : (
        <p>
          This invitation has been used or is too old. Ask for a new one, or <SignInLink>sign in</SignInLink>.
        </p>
      )}
    </AccountFrame>
  );
}

function Accept({ secret, invitation }: { secret: string; invitation: Invited }) {
  const isCoach = invitation.role === "coach";
  const form = useCheckedForm({
    schema: SCHEMA,
    typed: { name: invitation.name, password: "" },
    send: async ({ name, password }) => {
      const taken = await send<{ email: string }>("/api/invitation", { secret, name, password });
      const entered = taken.kind === "ok" ? await send("/api/sign-in", { email: taken.value.email, password }) : taken;
      if (entered.kind !== "ok") return problemOf(entered);
      window.location.assign("/");
      return null;
    },
  });
  return (
    <Form form={form} className={ACCOUNT_FORM}>
      <p>
        {isCoach
          ? `You are invited to ${invitation.duty === "assistant" ? "assist" : "coach"} at ${invitation.studio}.`
          : `${invitation.name}, ${invitation.studio} plans your training here.`}{" "}
        You will sign in with <strong>{invitation.email}</strong>.
      </p>
      {isCoach ? <TextField label="Your name" autoComplete="name" {...form.field("name")} /> : null}
      <TextField
        label="A password of your own"
        hint="At least 10 characters."
        type="password"
        autoComplete="new-password"
        {...form.field("password")}
      />
      {form.message ? <Notice kind="warn">{form.message}</Notice> : null}
      <Button type="submit" kind="main" className="self-start" disabled={form.isBusy || form.isDone}>
        Come in
      </Button>
    </Form>
  );
}
