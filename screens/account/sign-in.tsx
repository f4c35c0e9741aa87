"use client";
import { useState } from "react";
import * as yup from "yup";
import { entryAt, GENERAL_NOTICE } from "@/core";
import { problemOf, replySentence, send } from "@/device/api";
import { Button } from "@/ui/button";
import { TextField } from "@/ui/field";
import { emailField, Form, type FormProblem, useCheckedForm } from "@/ui/form";
import { Mark } from "@/ui/mark";
import { Notice } from "@/ui/notice";

import { RequestStudioForm, StudioForm } from "./set-up-studio";

interface DemoAccount {
  readonly who: string;
  readonly email: string;
  readonly password: string;
}

interface StudioSetup {
  /** Beside other studios an address is confirmed by email first. */
  readonly byEmail: boolean;
  /** Where the demo keeps its emails. */
  readonly emails: string | null;
}

const SCHEMA = yup.object({ email: emailField(), password: yup.string().required("Type your password.") });

export function SignIn({ demo, founding }: { demo: readonly DemoAccount[]; founding: StudioSetup }) {
  const [problem, setProblem] = useState<string | null>(null);
  const [isEntering, setEntering] = useState(false);
  const [isAskingForCode, setAskingForCode] = useState(false);
  const [isFounding, setFounding] = useState(!founding.byEmail);

  /** Signs in. It stays busy until the first page is there, so that nothing is pressed twice; a refusal ends that. */
  async function enter({ email, password }: { email: string; password: string }): Promise<FormProblem | null> {
    setEntering(true);
    const reply = await send<{ asksForCode: boolean }>("/api/sign-in", { email, password });
    if (reply.kind === "ok" && !reply.value.asksForCode) {
      window.location.assign("/");
      return null;
    }
    setEntering(false);
    setAskingForCode(reply.kind === "ok");
    if (reply.kind === "ok") return null;
    setProblem(replySentence(reply));
    return { field: "", message: replySentence(reply) };
  }
  const form = useCheckedForm({ schema: SCHEMA, typed: { email: "", password: "" }, send: enter });
  const busy = isEntering || form.isBusy;

  return (
    <main className="grid min-h-dvh lg:grid-cols-[1fr_29rem]">
      <section aria-hidden className="hidden overflow-hidden bg-inset lg:block">
        <WovenPattern />
      </section>
      <section className="flex flex-col justify-center gap-6 px-8 py-10">
        <header className="flex items-center gap-3">
          <Mark size={40} />
          <div>
            <h1 className="text-xl font-bold">Yarvex</h1>
            <p className="text-quiet">Sessions written, timed, run and carried on to next week.</p>
          </div>
        </header>
        {isAskingForCode ? (
          <CodeForm onBack={() => setAskingForCode(false)} />
        ) : isFounding ? (
          <div className="flex flex-col gap-3">
            <h2 className="text-lg font-bold">Set up your studio</h2>
            {founding.byEmail ? (
              <RequestStudioForm emails={founding.emails} />
            ) : (
              <StudioForm address={null} secret={null} />
            )}
            <Button kind="quiet" className="self-start" onClick={() => setFounding(false)}>
              Sign in instead
            </Button>
          </div>
        ) : (
          <Form form={form} className="flex flex-col gap-3">
            <TextField label="Email address" type="email" autoComplete="username" {...form.field("email")} />
            <TextField label="Password" type="password" autoComplete="current-password" {...form.field("password")} />
            {problem ? <Notice kind="warn">{problem}</Notice> : null}
            <div className="flex flex-wrap gap-x-2 gap-y-1 whitespace-nowrap">
              <Button type="submit" kind="main" disabled={busy}>
                Sign in
              </Button>
              <a href="/reset" className="self-center px-2 text-indigo underline underline-offset-2">
                Password forgotten
              </a>
              <Button kind="quiet" onClick={() => setFounding(true)}>
                Set up your studio
              </Button>
            </div>
          </Form>
        )}
        {demo.length > 0 ? (
          <div className="flex flex-col gap-2 border-t border-line pt-4">
            <h2 className="font-semibold">Look round the demo boathouse</h2>
            {demo.map((account) => (
              <Button
                key={account.email}
                disabled={busy}
                onClick={() => enter(account)}
                className="justify-center py-2"
              >
                {account.who}
              </Button>
            ))}
          </div>
        ) : null}
        <p className="border-t border-line pt-4 text-quiet">{GENERAL_NOTICE}</p>
      </section>
    </main>
  );
}

const CODE = yup.object({
  code: yup.string().required("The six figures that the app shows."),
  trustDevice: yup.boolean().required(),
});

/** The second step: the code of the authenticator app. */
function CodeForm({ onBack }: { onBack: () => void }) {
  const form = useCheckedForm({
    schema: CODE,
    typed: { code: "", trustDevice: false },
    send: async (typed) => {
      const reply = await send("/api/sign-in/code", typed);
      if (reply.kind !== "ok") return problemOf(reply);
      window.location.assign("/");
      return null;
    },
  });
  const { error: _never, ...trust } = form.field("trustDevice");
  return (
    <Form form={form} className="flex flex-col gap-3">
      <TextField
        label="The code that your authenticator app shows"
        hint="Without your phone: one of the codes that you kept."
        autoComplete="one-time-code"
        autoFocus
        {...form.field("code")}
      />
      <label className="flex items-center gap-2">
        <input type="checkbox" {...trust} /> Do not ask on this device for 30 days
      </label>
      {form.message ? <Notice kind="warn">{form.message}</Notice> : null}
      <div className="flex gap-2">
        <Button type="submit" kind="main" disabled={form.isBusy}>
          Sign in
        </Button>
        <Button kind="quiet" onClick={onBack}>
          Back
        </Button>
      </div>
    </Form>
  );
}

/** A woven pattern, drawn from one rule: across passes over where row + column is even. */
function WovenPattern() {
  const columns = Array.from({ length: 17 }, (_, i) => i);
  const rows = Array.from({ length: 15 }, (_, i) => i);
  const dyes = ["var(--color-indigo)", "var(--color-woad)", "var(--color-walnut)"];
  return (
    <svg viewBox="0 0 800 800" preserveAspectRatio="xMidYMid slice" className="h-full w-full">
      <title>A woven pattern</title>
      {columns.map((c) => (
        <rect
          key={c}
          x={c * 50 + 15}
          y={0}
          width={20}
          height={800}
          fill={dyes[entryAt([0, 0, 1, 0, 2, 0, 1], c % 7)]}
          opacity={0.9}
        />
      ))}
      {rows.map((r) =>
        columns.map((c) => {
          const over = (r + c) % 2 === 0;
          if (!over || r * 54 > 800 - c * 22) return null;
          return (
            <rect
              key={`${r}-${c}`}
              x={c * 50 - 2}
              y={r * 54 + 12}
              width={54}
              height={26}
              fill={r % 5 === 3 ? dyes[1] : "var(--color-ground)"}
              stroke="var(--color-line)"
            />
          );
        }),
      )}
    </svg>
  );
}
