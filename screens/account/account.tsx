"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Output } from "@/contract";
import { callApi, problemOf, replySentence } from "@/device/api";
import { type Invitation, InvitationSent } from "@/parts/invitation-sent";
import { useDates } from "@/parts/region";
import { Button } from "@/ui/button";
import { TextField } from "@/ui/field";
import { StudioRegion } from "./region";

/** One's own account: the password, and the devices on which it is open. */
export function Account({
  view,
  home,
}: {
  view: Output<"account.show">;
  /** Who else coaches here; a client is not shown that. */
  home: { href: string; name: string };
}) {
  return (
    <main className="mx-auto flex max-w-2xl flex-col gap-8 px-6 py-7">
      <header>
        <a href={home.href} className="text-indigo underline underline-offset-2">
          {home.name}
        </a>
        <h1 className="mt-1 text-2xl font-bold">{view.name}</h1>
        <p className="text-quiet">{view.email}</p>
      </header>
      <Password />
      <Devices view={view} />
      {view.team ? (
        <>
          <Coaches team={view.team} />
          <StudioRegion />
        </>
      ) : null}
    </main>
  );
}

function Password() {
  const [current, setCurrent] = useState("");
  const [wanted, setWanted] = useState("");
  const [problem, setProblem] = useState<{ field: string; message: string } | null>(null);
  const [isDone, setDone] = useState(false);
  async function keep() {
    const reply = await callApi("account.changePassword", { current, wanted });
    setDone(reply.kind === "ok");
    if (reply.kind === "ok") {
      setCurrent("");
      setWanted("");
      setProblem(null);
    } else {
      setProblem(problemOf(reply));
    }
  }
  return (
    <section>
      <h2 className="mb-2 text-lg font-bold">Password</h2>
      <form
        className="flex max-w-sm flex-col gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          void keep();
        }}
      >
        <TextField
          label="The one you have now"
          type="password"
          autoComplete="current-password"
          required
          value={current}
          error={problem?.field === "current" ? problem.message : null}
          onChange={(event) => setCurrent(event.target.value)}
        />
        <TextField
          label="The new one"
          hint="At least 10 characters. Every other device is signed out."
          type="password"
          autoComplete="new-password"
          required
          minLength={10}
          value={wanted}
          error={problem?.field === "wanted" ? problem.message : null}
          onChange={(event) => setWanted(event.target.value)}
        />
        {problem && problem.field === "" ? <p role="alert">{problem.message}</p> : null}
        {isDone ? <p role="status">Your password is changed.</p> : null}
        <Button type="submit" kind="main" className="self-start">
          Change it
        </Button>
      </form>
    </section>
  );
}

function Devices({ view }: { view: Output<"account.show"> }) {
  const { fullDateAt } = useDates();
  const router = useRouter();
  const [problem, setProblem] = useState<string | null>(null);
  const end = async (device: string | null) => {
    const reply = await callApi("account.endDevices", { device });
    setProblem(reply.kind === "ok" ? null : replySentence(reply));
    router.refresh();
  };
  const others = view.devices.filter((device) => !device.isThis);
  return (
    <section>
      <h2 className="mb-2 text-lg font-bold">Signed in on</h2>
      <ul className="border-t border-line">
        {view.devices.map((device) => (
          <li key={device.id} className="flex min-h-11 items-center gap-3 border-b border-line">
            <span className="font-semibold">{device.words}</span>
            <span className="text-quiet">{device.isThis ? "this one" : `last used ${fullDateAt(device.lastMs)}`}</span>
            {device.isThis ? null : (
              <Button className="ml-auto" onClick={() => end(device.id)}>
                Sign out there
              </Button>
            )}
          </li>
        ))}
      </ul>
      {problem ? <p role="alert">{problem}</p> : null}
      {others.length > 1 ? (
        <Button className="mt-3" onClick={() => end(null)}>
          Sign out everywhere else
        </Button>
      ) : null}
    </section>
  );
}

function Coaches({ team }: { team: NonNullable<Output<"account.show">["team"]> }) {
  const { fullDateAt } = useDates();
  const router = useRouter();
  const [form, setForm] = useState({ name: "", email: "" });
  const [problem, setProblem] = useState<{ field: string; message: string } | null>(null);
  const [sent, setSent] = useState<Invitation | null>(null);
  const at = (field: keyof typeof form) => ({
    value: form[field],
    onChange: (event: { target: { value: string } }) => setForm({ ...form, [field]: event.target.value }),
    error: problem?.field === field ? problem.message : null,
  });
  async function invite() {
    const reply = await callApi("invitations.create", { clientId: null, ...form });
    if (reply.kind !== "ok") return setProblem(problemOf(reply, "email"));
    setProblem(null);
    setForm({ name: "", email: "" });
    setSent({ to: form.email, link: reply.value.link });
    router.refresh();
  }
  return (
    <section>
      <h2 className="mb-2 text-lg font-bold">Coaches here</h2>
      <ul className="border-t border-line">
        {team.coaches.map(({ name, isMe }) => (
          <li key={name} className="flex min-h-9 items-center gap-3 border-b border-line">
            <span className="font-semibold">{name}</span>
            {isMe ? <span className="text-quiet">you</span> : null}
          </li>
        ))}
        {team.open.map(({ id, name, email, role, expiresMs }) => (
          <li key={id} className="flex min-h-11 flex-wrap items-center gap-x-3 border-b border-line">
            <span className="font-semibold">{name}</span>
            <span className="text-quiet">
              invited as a {role} at {email}, until {fullDateAt(expiresMs)}
            </span>
            <Button
              className="ml-auto"
              onClick={async () => {
                await callApi("invitations.withdraw", { invitationId: id });
                router.refresh();
              }}
            >
              Withdraw
            </Button>
          </li>
        ))}
      </ul>
      <form
        className="mt-4 flex max-w-sm flex-col gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          void invite();
        }}
      >
        <TextField label="Another coach’s name" autoComplete="off" required maxLength={120} {...at("name")} />
        <TextField label="Their email address" type="email" autoComplete="off" required {...at("email")} />
        <Button type="submit" className="self-start">
          Invite
        </Button>
        <InvitationSent sent={sent} />
      </form>
    </section>
  );
}
