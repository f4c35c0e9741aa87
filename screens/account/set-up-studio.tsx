"use client";
import { useEffect, useState } from "react";
import * as yup from "yup";
import { guessRegion, type Region } from "@/core";
import { problemOf, send } from "@/device/api";
import { Button } from "@/ui/button";
import { TextField } from "@/ui/field";
import { emailField, Form, nameField, useCheckedForm } from "@/ui/form";
import { Notice } from "@/ui/notice";
import { ACCOUNT_FORM, AccountFrame, newPasswordField, SignInLink } from "./frame";
import { exampleOf, UnitField } from "./region";

const STUDIO = {
  studio: nameField("The name of your studio."),
  name: nameField("Your name."),
  password: newPasswordField(),
  region: yup.mixed<Region>().required(),
};
/** The address is known already where an email was answered. */
const SCHEMAS = {
  known: yup.object({ ...STUDIO, email: yup.string().default("") }),
  asked: yup.object({ ...STUDIO, email: emailField() }),
};

/**
 * Founds a studio: by the email that was sent to its first coach's address, or at once where nobody else is here, with the
 * address asked for. Signs in with what it was founded with.
 */
export function StudioForm({ address, secret }: { address: string | null; secret: string | null }) {
  const form = useCheckedForm({
    schema: SCHEMAS[address === null ? "asked" : "known"],
    typed: { studio: "", name: "", email: "", password: "", region: guessRegion("", "UTC") },
    send: async ({ email, ...founder }) => {
      const who = secret === null ? { email } : { secret };
      const founded = await send<{ email: string }>("/api/sign-up", { ...founder, ...who });
      const { password } = founder;
      const entered =
        founded.kind === "ok" ? await send("/api/sign-in", { email: founded.value.email, password }) : founded;
      if (entered.kind === "ok") {
        window.location.assign("/");
        return null;
      }
      const problem = problemOf(entered);
      // The field is not on the page where the address is known.
      return problem.field === "email" && address !== null ? { ...problem, field: "" } : problem;
    },
  });
  const { setValue } = form;
  // What the browser says of its place is known only here.
  useEffect(
    () => setValue("region", guessRegion(navigator.language, Intl.DateTimeFormat().resolvedOptions().timeZone)),
    [setValue],
  );
  const region = form.watch("region");
  return (
    <Form form={form} className={ACCOUNT_FORM}>
      {address === null ? null : (
        <p>
          You will sign in with <strong>{address}</strong>.
        </p>
      )}
      <TextField label="Studio" {...form.field("studio")} />
      <TextField label="Your name" autoComplete="name" {...form.field("name")} />
      {address === null ? (
        <TextField label="Email address" type="email" autoComplete="username" {...form.field("email")} />
      ) : null}
      <TextField
        label="Password"
        type="password"
        autoComplete="new-password"
        hint="At least 10 characters."
        {...form.field("password")}
      />
      <UnitField
        {...form.field("region.unit")}
        hint={`Dates and times: ${exampleOf(region)}. All of it can be changed under your account.`}
      />
      {form.message ? <Notice kind="warn">{form.message}</Notice> : null}
      <Button type="submit" kind="main" className="self-start" disabled={form.isBusy || form.isDone}>
        Set up the studio
      </Button>
    </Form>
  );
}

const ADDRESS = yup.object({ email: emailField() });

/** Beside other studios: an address is asked for, and an email to it goes on from there. */
export function RequestStudioForm({ emails }: { emails: string | null }) {
  const [sentTo, setSentTo] = useState<string | null>(null);
  const form = useCheckedForm({
    schema: ADDRESS,
    typed: { email: "" },
    send: async ({ email }) => {
      const reply = await send("/api/sign-up/email", { email });
      setSentTo(reply.kind === "ok" ? email : null);
      return reply.kind === "ok" ? null : { ...problemOf(reply), field: "email" };
    },
  });
  return (
    <Form form={form} className={ACCOUNT_FORM}>
      <TextField
        label="Email address"
        hint="An email with a link goes to it; the link is good for an hour."
        type="email"
        autoComplete="username"
        {...form.field("email")}
      />
      {sentTo === null ? null : (
        <p role="status">
          An email is on its way to {sentTo}.{emails === null ? null : ` This demo keeps its emails in ${emails}.`}
        </p>
      )}
      <Button type="submit" kind="main" className="self-start" disabled={form.isBusy}>
        Email me the link
      </Button>
    </Form>
  );
}

/** What an email's link opens. */
export function SetUpStudio({ secret, address }: { secret: string; address: string | null }) {
  return (
    <AccountFrame heading="Set up your studio">
      {address === null ? (
        <p>
          This link has been used or is too old. <SignInLink>Ask for a new one</SignInLink>.
        </p>
      ) : (
        <StudioForm address={address} secret={secret} />
      )}
    </AccountFrame>
  );
}
