"use client";
import { useState } from "react";
import { replySentence, send } from "@/device/api";
import { Button } from "@/ui/button";
import { TextField } from "@/ui/field";
import { Notice } from "@/ui/notice";
import { AccountForm, AccountFrame, SignInLink } from "./frame";

interface Invited {
  readonly studio: string;
  readonly role: "coach" | "client";
  readonly name: string;
  readonly email: string;
}

/** An invitation, taken up by whoever holds its link, with a password of their own. */
export function AcceptInvitation({ secret, invitation }: { secret: string; invitation: Invited | null }) {
  const [name, setName] = useState(invitation?.name ?? "");
  const [password, setPassword] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);

  async function go() {
    setBusy(true);
    const taken = await send<{ email: string }>("/api/invitation", { secret, name, password });
    const entered = taken.kind === "ok" ? await send("/api/sign-in", { email: taken.value.email, password }) : taken;
    if (entered.kind === "ok") window.location.assign("/");
    else {
      setBusy(false);
      setProblem(replySentence(entered));
    }
  }

  return (
    <AccountFrame heading={invitation?.studio ?? "An invitation"}>
      {invitation ? (
        <AccountForm onSubmit={go}>
          <p>
            {invitation.role === "coach"
              ? `You are invited to coach at ${invitation.studio}.`
              : `${invitation.name}, ${invitation.studio} plans your training here.`}{" "}
            You will sign in with <strong>{invitation.email}</strong>.
          </p>
          {invitation.role === "coach" ? (
            <TextField
              label="Your name"
              autoComplete="name"
              required
              maxLength={120}
              value={name}
              onChange={(event) => setName(event.target.value)}
            />
          ) : null}
          <TextField
            label="A password of your own"
            hint="At least 10 characters."
            type="password"
            autoComplete="new-password"
            required
            minLength={10}
            value={password}
            onChange={(event) => setPassword(event.target.value)}
          />
          {problem ? <Notice kind="warn">{problem}</Notice> : null}
          <Button type="submit" kind="main" className="self-start" disabled={busy}>
            Come in
          </Button>
        </AccountForm>
      ) : (
        <p>
          This invitation has been used or is too old. Ask for a new one, or <SignInLink>sign in</SignInLink>.
        </p>
      )}
    </AccountFrame>
  );
}
