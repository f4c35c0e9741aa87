"use client";
import { useState } from "react";
import * as yup from "yup";
import { callApi, problemOf } from "@/device/api";
import { Button, buttonClass } from "@/ui/button";
import { TextField } from "@/ui/field";
import { Form, nameField, useCheckedForm } from "@/ui/form";

const PASSWORD = yup.object({ password: yup.string().required("Your password.") });

/** A coach leaves the studio, with their account. */
export function Leaving() {
  const [isOpen, setOpen] = useState(false);
  const form = useCheckedForm({
    schema: PASSWORD,
    typed: { password: "" },
    send: async (typed) => {
      const reply = await callApi("team.leave", typed);
      if (reply.kind !== "ok") return problemOf(reply, "password");
      window.location.assign("/sign-in");
      return null;
    },
  });
  return (
    <section aria-labelledby="leaving">
      <h2 id="leaving" className="mb-1 text-lg font-bold">
        Leave this studio
      </h2>
      <p className="mb-2 text-quiet">
        Your account goes. What you wrote for clients stays with them, and your clients are everybody’s here.
      </p>
      {isOpen ? (
        <Form form={form} className="flex max-w-sm flex-col gap-3">
          <TextField
            label="Your password"
            type="password"
            autoComplete="current-password"
            {...form.field("password")}
          />
          {form.message ? <p role="alert">{form.message}</p> : null}
          <div className="flex gap-2">
            <Button type="submit" kind="warn" disabled={form.isBusy}>
              Leave for good
            </Button>
            <Button onClick={() => setOpen(false)}>Stay</Button>
          </div>
        </Form>
      ) : (
        <Button onClick={() => setOpen(true)}>Leave this studio</Button>
      )}
    </section>
  );
}

const STUDIO = PASSWORD.shape({ name: nameField("The studio’s name.") });

/** The owner closes the studio: everything of it is taken along first, and is gone then. */
export function Closing() {
  const [isOpen, setOpen] = useState(false);
  const form = useCheckedForm({
    schema: STUDIO,
    typed: { name: "", password: "" },
    send: async (typed) => {
      const reply = await callApi("studio.close", typed);
      if (reply.kind !== "ok") return problemOf(reply, "password");
      window.location.assign("/sign-in");
      return null;
    },
  });
  return (
    <section aria-labelledby="closing">
      <h2 id="closing" className="mb-1 text-lg font-bold">
        Close this studio
      </h2>
      <p className="mb-2 text-quiet">
        Everything here is erased: clients, plans, sessions and logs, with the accounts of everybody who coaches or
        trains here. It cannot be undone. Take everything along first: the file comes into another studio as it went
        out.
      </p>
      {isOpen ? (
        <Form form={form} className="flex max-w-sm flex-col gap-3">
          <a href="/api/export/studio" download className={buttonClass("plain", "self-start")}>
            Save everything as a file
          </a>
          <TextField label="The studio’s name, to be sure" autoComplete="off" {...form.field("name")} />
          <TextField
            label="Your password"
            type="password"
            autoComplete="current-password"
            {...form.field("password")}
          />
          {form.message ? <p role="alert">{form.message}</p> : null}
          <div className="flex gap-2">
            <Button type="submit" kind="warn" disabled={form.isBusy}>
              Close it for good
            </Button>
            <Button onClick={() => setOpen(false)}>Leave it</Button>
          </div>
        </Form>
      ) : (
        <Button onClick={() => setOpen(true)}>Close this studio</Button>
      )}
    </section>
  );
}
