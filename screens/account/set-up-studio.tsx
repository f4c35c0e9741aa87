"use client";
import { useEffect, useState } from "react";
import { guessRegion, type Region } from "@/core";
import { problemOf, send } from "@/device/api";
import { Button } from "@/ui/button";
import { TextField } from "@/ui/field";
import { Notice } from "@/ui/notice";
import { AccountForm, AccountFrame, SignInLink } from "./frame";
import { exampleOf, UnitField } from "./region";

/**
 * Founds a studio: by the email that was sent to its first coach's address, or at once where nobody else is here, with the
 * address asked for. Signs in with what it was founded with.
 */
export function StudioForm({ address, secret }: { address: string | null; secret: string | null }) {
  const [form, setForm] = useState({ studio: "", name: "", email: "", password: "" });
  const [problem, setProblem] = useState<{ field: string; message: string } | null>(null);
  const [busy, setBusy] = useState(false);
  const [region, setRegion] = useState<Region>(guessRegion("", "UTC"));
  // What the browser says of its place is known only here.
  useEffect(() => setRegion(guessRegion(navigator.language, Intl.DateTimeFormat().resolvedOptions().timeZone)), []);
  const at = (field: keyof typeof form) => ({
    value: form[field],
    onChange: (event: { target: { value: string } }) => setForm({ ...form, [field]: event.target.value }),
    error: problem?.field === field ? problem.message : null,
    required: true,
  });
  async function found() {
    setBusy(true);
    const { studio, name, email, password } = form;
    const who = secret === null ? { email } : { secret };
    const founded = await send<{ email: string }>("/api/sign-up", { studio, name, password, region, ...who });
    const entered =
      founded.kind === "ok" ? await send("/api/sign-in", { email: founded.value.email, password }) : founded;
    if (entered.kind === "ok") return window.location.assign("/");
    setBusy(false);
    setProblem(problemOf(entered));
  }
  return (
    <AccountForm onSubmit={found}>
      {address === null ? null : (
        <p>
          You will sign in with <strong>{address}</strong>.
        </p>
      )}
      <TextField label="Studio" {...at("studio")} />
      <TextField label="Your name" autoComplete="name" {...at("name")} />
      {address === null ? (
        <TextField label="Email address" type="email" autoComplete="username" {...at("email")} />
      ) : null}
      <TextField
        label="Password"
        type="password"
        autoComplete="new-password"
        hint="At least 10 characters."
        {...at("password")}
      />
      <UnitField
        value={region.unit}
        onChange={(unit) => setRegion({ ...region, unit })}
        hint={`Dates and times: ${exampleOf(region)}. All of it can be changed under your account.`}
      />
      {problem && (!(problem.field in form) || (problem.field === "email" && address !== null)) ? (
        <Notice kind="warn">{problem.message}</Notice>
      ) : null}
      <Button type="submit" kind="main" className="self-start" disabled={busy}>
        Set up the studio
      </Button>
    </AccountForm>
  );
}

/** Beside other studios: an address is asked for, and an email to it goes on from there. */
export function RequestStudioForm({ emails }: { emails: string | null }) {
  const [email, setEmail] = useState("");
  const [sentTo, setSentTo] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  async function ask() {
    const reply = await send("/api/sign-up/email", { email });
    setSentTo(reply.kind === "ok" ? email : null);
    setProblem(reply.kind === "ok" ? null : problemOf(reply).message);
  }
  return (
    <AccountForm onSubmit={ask}>
      <TextField
        label="Email address"
        hint="An email with a link goes to it; the link is good for an hour."
        type="email"
        autoComplete="username"
        required
        value={email}
        error={problem}
        onChange={(event) => setEmail(event.target.value)}
      />
      {sentTo === null ? null : (
        <p role="status">
          An email is on its way to {sentTo}.{emails === null ? null : ` This demo keeps its emails in ${emails}.`}
        </p>
      )}
      <Button type="submit" kind="main" className="self-start">
        Email me the link
      </Button>
    </AccountForm>
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
