"use client";
import * as yup from "yup";
import { problemOf, send } from "@/device/api";
import { Button } from "@/ui/button";
import { TextField } from "@/ui/field";
import { emailField, Form, useCheckedForm } from "@/ui/form";
import { Notice } from "@/ui/notice";
import { ACCOUNT_FORM, AccountFrame, newPasswordField, SignInLink } from "./frame";

/** A password that was forgotten: asked for by address, set by the link that was sent there. */
export function Reset({ secret }: { secret: string | null }) {
  return (
    <AccountFrame heading="A new password">
      {secret === null ? <AskForLink /> : <SetPassword secret={secret} />}
    </AccountFrame>
  );
}

const ADDRESS = yup.object({ email: emailField() });

function AskForLink() {
  const form = useCheckedForm({
    schema: ADDRESS,
    typed: { email: "" },
    send: async ({ email }) => {
      const reply = await send("/api/reset", { email });
      return reply.kind === "ok" ? null : problemOf(reply);
    },
  });
  if (form.isDone)
    return (
      <p>
        If an account has this address, a message with a link is on its way to it. The link is good for an hour.{" "}
        <SignInLink>To the sign-in</SignInLink>
      </p>
    );
  return (
    <Form form={form} className={ACCOUNT_FORM}>
      <TextField label="Email address" type="email" autoComplete="username" {...form.field("email")} />
      {form.message ? <Notice kind="warn">{form.message}</Notice> : null}
      <div className="flex items-center gap-4">
        <Button type="submit" kind="main" disabled={form.isBusy}>
          Send the link
        </Button>
        <SignInLink>Back</SignInLink>
      </div>
    </Form>
  );
}

const PASSWORD = yup.object({ password: newPasswordField() });

function SetPassword({ secret }: { secret: string }) {
  const form = useCheckedForm({
    schema: PASSWORD,
    typed: { password: "" },
    send: async ({ password }) => {
      const reply = await send("/api/reset/set", { secret, password });
      return reply.kind === "ok" ? null : problemOf(reply);
    },
  });
  if (form.isDone)
    return (
      <p>
        Your password is set, and you are signed out everywhere. <SignInLink>To the sign-in</SignInLink>
      </p>
    );
  return (
    <Form form={form} className={ACCOUNT_FORM}>
      <TextField
        label="New password"
        hint="At least 10 characters."
        type="password"
        autoComplete="new-password"
        {...form.field("password")}
      />
      {form.message ? <Notice kind="warn">{form.message}</Notice> : null}
      <div className="flex items-center gap-4">
        <Button type="submit" kind="main" disabled={form.isBusy}>
          Save
        </Button>
        <SignInLink>Back</SignInLink>
      </div>
    </Form>
  );
}
