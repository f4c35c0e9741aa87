"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { callApi, problemOf, replySentence } from "@/device/api";
import { type Invitation, InvitationSent } from "@/parts/invitation-sent";
import { Button } from "@/ui/button";
import { TextField } from "@/ui/field";
import { Sheet } from "@/ui/sheet";
import type { ClientView } from "@/views";

/** The client's own sign-in, and the way to erase a person with everything that hangs on them. */
export function Account({ view }: { view: ClientView }) {
  const router = useRouter();
  const [open, setOpen] = useState<"none" | "account" | "erase">("none");
  const [form, setForm] = useState({ email: "", name: "" });
  const [sent, setSent] = useState<Invitation | null>(null);
  const [problem, setProblem] = useState<{ field: string; message: string } | null>(null);
  const at = (field: keyof typeof form) => ({
    value: form[field],
    onChange: (event: { target: { value: string } }) => setForm({ ...form, [field]: event.target.value }),
    error: problem?.field === field ? problem.message : null,
  });

  async function invite() {
    const reply = await callApi("invitations.create", { clientId: view.id, email: form.email, name: "" });
    if (reply.kind !== "ok") return setProblem(problemOf(reply, "email"));
    setProblem(null);
    setSent({ to: form.email, link: reply.value.link });
  }

  async function erase() {
    if (form.name.trim() !== view.name) return setProblem({ field: "name", message: `Type ${view.name} to erase.` });
    const reply = await callApi("clients.erase", { clientId: view.id });
    if (reply.kind !== "ok") return setProblem({ field: "name", message: replySentence(reply) });
    router.push("/clients");
    router.refresh();
  }

  return (
    <section>
      <h2 className="mb-1 font-bold">Account</h2>
      <p>{view.hasAccount ? "Signs in and sees their own plan and log." : "Has no sign-in of their own."}</p>
      <div className="mt-2 flex flex-wrap gap-2">
        {view.hasAccount ? null : <Button onClick={() => setOpen("account")}>Invite</Button>}
        <Button kind="quiet" onClick={() => setOpen("erase")}>
          Erase this person
        </Button>
      </div>
      <Sheet
        open={open !== "none"}
        onOpenChange={() => {
          setOpen("none");
          setSent(null);
          router.refresh();
        }}
        title={open === "erase" ? "Erase this person" : `Invite ${view.name}`}
      >
        <form
          className="flex flex-col gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            void (open === "erase" ? erase() : invite());
          }}
        >
          {open === "erase" ? (
            <>
              <p>Sessions, log, body mass and account go for good. A backup made before still holds them.</p>
              <TextField label={`Type ${view.name}`} autoComplete="off" {...at("name")} />
              <Button type="submit" kind="warn" className="self-start">
                Erase
              </Button>
            </>
          ) : (
            <>
              <p>
                {view.name} gets a letter with a link, chooses a password, and sees what is sent to them and their own
                log.
              </p>
              <TextField label="Email address" type="email" autoComplete="off" {...at("email")} />
              <Button type="submit" kind="main" className="self-start">
                Invite
              </Button>
              <InvitationSent sent={sent} />
            </>
          )}
        </form>
      </Sheet>
    </section>
  );
}
