"use client";
import { useState } from "react";
import { replySentence, send } from "@/device/api";
import { Button } from "@/ui/button";
import { TextField } from "@/ui/field";
import { Notice } from "@/ui/notice";
import { AccountForm, AccountFrame, SignInLink } from "./frame";

/** A password that was forgotten: asked for by address, set by the link that was sent there. */
export function Reset({ secret }: { secret: string | null }) {
  const [value, setValue] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  const [isDone, setDone] = useState(false);
  const [busy, setBusy] = useState(false);

  async function go() {
    setBusy(true);
    const reply = secret
      ? await send("/api/reset/set", { secret, password: value })
      : await send("/api/reset", { email: value });
    setBusy(false);
    if (reply.kind === "ok") setDone(true);
    setProblem(reply.kind === "ok" ? null : replySentence(reply));
  }

  const at = {
    required: true,
    value,
    onChange: (event: { target: { value: string } }) => setValue(event.target.value),
  };
  return (
    <AccountFrame heading="A new password">
      {isDone ? (
        <p>
          {secret
            ? "Your password is set, and you are signed out everywhere."
            : "If an account has this address, a message with a link is on its way to it. The link is good for an hour."}{" "}
          <SignInLink>To the sign-in</SignInLink>
        </p>
      ) : (
        <AccountForm onSubmit={go}>
          {secret ? (
            <TextField
              label="New password"
              hint="At least 10 characters."
              type="password"
              autoComplete="new-password"
              minLength={10}
              {...at}
            />
          ) : (
            <TextField label="Email address" type="email" autoComplete="username" {...at} />
          )}
          {problem ? <Notice kind="warn">{problem}</Notice> : null}
          <div className="flex items-center gap-4">
            <Button type="submit" kind="main" disabled={busy}>
              {secret ? "Set it" : "Send the link"}
            </Button>
            <SignInLink>Back</SignInLink>
          </div>
        </AccountForm>
      )}
    </AccountFrame>
  );
}
