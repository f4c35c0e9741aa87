"use client";
import { useRouter } from "next/navigation";
import { QRCodeSVG } from "qrcode.react";
import { useState } from "react";
import * as yup from "yup";
import { problemOf, send } from "@/device/api";
import { Button } from "@/ui/button";
import { TextField } from "@/ui/field";
import { Form, useCheckedForm } from "@/ui/form";

interface Begun {
  readonly uri: string;
  readonly backupCodes: readonly string[];
}

/** Two-step sign-in: on with an authenticator app, off by the password. */
export function TwoStep({ isOn }: { isOn: boolean }) {
  const [begun, setBegun] = useState<Begun | null>(null);
  const router = useRouter();
  const done = () => {
    setBegun(null);
    router.refresh();
  };
  return (
    <section aria-labelledby="two-step">
      <h2 id="two-step" className="mb-1 text-lg font-bold">
        Two-step sign-in
      </h2>
      <p className="mb-2 text-quiet">
        {isOn
          ? "On: a new device asks for a code of your authenticator app as well as the password."
          : "Off. With it a new device asks for a code of an authenticator app on your phone as well as the password, so that nobody gets in who has guessed or found it."}
      </p>
      {isOn ? (
        <ByPassword step="end" say="Turn it off" onReply={done} />
      ) : begun ? (
        <FirstCode begun={begun} onDone={done} onClose={() => setBegun(null)} />
      ) : (
        <ByPassword step="begin" say="Set it up" onReply={(reply) => setBegun(reply as Begun)} />
      )}
    </section>
  );
}

const PASSWORD = yup.object({ typed: yup.string().required("Your password.") });

function ByPassword({ step, say, onReply }: { step: "begin" | "end"; say: string; onReply: (reply: unknown) => void }) {
  const form = useCheckedForm({
    schema: PASSWORD,
    typed: { typed: "" },
    send: async ({ typed }) => {
      const reply = await send("/api/two-factor", { step, typed });
      if (reply.kind !== "ok") return problemOf(reply, "typed");
      form.reset();
      onReply(reply.value);
      return null;
    },
  });
  return (
    <Form form={form} className="flex max-w-sm flex-col gap-3">
      <TextField label="Your password" type="password" autoComplete="current-password" {...form.field("typed")} />
      {form.message ? <p role="alert">{form.message}</p> : null}
      <Button type="submit" className="self-start" disabled={form.isBusy}>
        {say}
      </Button>
    </Form>
  );
}

const CODE = yup.object({ typed: yup.string().required("The six figures that the app shows.") });

/** The secret to be read by the app, the codes to be kept, and the first code, by which it is on. */
function FirstCode({ begun, onDone, onClose }: { begun: Begun; onDone: () => void; onClose: () => void }) {
  const form = useCheckedForm({
    schema: CODE,
    typed: { typed: "" },
    send: async ({ typed }) => {
      const reply = await send("/api/two-factor", { step: "confirm", typed });
      if (reply.kind !== "ok") return problemOf(reply, "typed");
      onDone();
      return null;
    },
  });
  const secret = new URL(begun.uri).searchParams.get("secret") ?? "";
  return (
    <ol className="flex list-decimal flex-col gap-4 pl-5">
      <li>
        <p>Read this with the authenticator app on your phone, or type its key there.</p>
        <div className="mt-2 flex flex-wrap items-center gap-4">
          <QRCodeSVG value={begun.uri} size={144} marginSize={2} title="The key for your authenticator app" />
          <code className="max-w-48 break-all">{secret.match(/.{1,4}/g)?.join(" ")}</code>
        </div>
      </li>
      <li>
        <p>Keep these codes where your phone is not. Each lets you in once if it is lost. They are shown only now.</p>
        <ul aria-label="Codes for a lost phone" className="mt-2 grid max-w-xs grid-cols-2 gap-x-6">
          {begun.backupCodes.map((code) => (
            <li key={code}>
              <code>{code}</code>
            </li>
          ))}
        </ul>
      </li>
      <li>
        <Form form={form} className="flex max-w-sm flex-col gap-3">
          <TextField
            label="The code that the app shows"
            inputMode="numeric"
            autoComplete="one-time-code"
            {...form.field("typed")}
          />
          {form.message ? <p role="alert">{form.message}</p> : null}
          <div className="flex gap-2">
            <Button type="submit" kind="main" disabled={form.isBusy}>
              Turn it on
            </Button>
            <Button onClick={onClose}>Close</Button>
          </div>
        </Form>
      </li>
    </ol>
  );
}
