"use client";
import { useState } from "react";
import { replySentence, send } from "@/device/api";
import { Button } from "@/ui/button";
import { TextField } from "@/ui/field";
import { Mark } from "@/ui/mark";
import { Notice } from "@/ui/notice";

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

  return (
    <main className="mx-auto flex min-h-dvh max-w-md flex-col justify-center gap-5 px-6">
      <header className="flex items-center gap-3">
        <Mark />
        <h1 className="text-xl font-bold">A new password</h1>
      </header>
      {isDone ? (
        <p>
          {secret
            ? "Your password is set, and you are signed out everywhere."
            : "If an account has this address, a message with a link is on its way to it. The link is good for an hour."}{" "}
          <a href="/sign-in" className="font-semibold text-indigo underline underline-offset-2">
            To the sign-in
          </a>
        </p>
      ) : (
        <form
          className="flex flex-col gap-4"
          onSubmit={(event) => {
            event.preventDefault();
            void go();
          }}
        >
          {secret ? (
            <TextField
              label="New password"
              hint="At least 10 characters."
              type="password"
              autoComplete="new-password"
              required
              minLength={10}
              value={value}
              onChange={(event) => setValue(event.target.value)}
            />
          ) : (
            <TextField
              label="Address"
              type="email"
              autoComplete="username"
              required
              value={value}
              onChange={(event) => setValue(event.target.value)}
            />
          )}
          {problem ? <Notice kind="warn">{problem}</Notice> : null}
          <div className="flex items-center gap-4">
            <Button type="submit" kind="main" disabled={busy}>
              {secret ? "Set it" : "Send the link"}
            </Button>
            <a href="/sign-in" className="text-indigo underline underline-offset-2">
              Back
            </a>
          </div>
        </form>
      )}
    </main>
  );
}
