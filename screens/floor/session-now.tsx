"use client";
import { useEffect, useState } from "react";
import type { Output } from "@/contract";
import { callApi, replySentence } from "@/device/api";
import { TEMPLATES } from "@/device/templates";
import { ChoiceButton } from "./questions";
import { SmallButton } from "./small-button";

type Client = Output<"clients.names">["clients"][number];
type Template = Output<"templates.list">["templates"][number];

/** A session that nobody planned: for whom, and empty or from what was kept. Its lifts are added as they come. */
export default function SessionNow({ onLeave }: { onLeave: () => void }) {
  const [clients, setClients] = useState<readonly Client[] | null>(null);
  const [client, setClient] = useState<Client | null>(null);
  const [search, setSearch] = useState("");
  const [templates, setTemplates] = useState<readonly Template[]>([]);
  const [problem, setProblem] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  useEffect(() => {
    void callApi("clients.names", {}).then((reply) => {
      if (reply.kind === "ok") setClients(reply.value.clients);
      else setProblem(replySentence(reply));
    });
    void TEMPLATES.session.read("", null).then(
      (page) => setTemplates(page.templates),
      () => undefined,
    );
  }, []);
  const begin = async (templateId: string | null) => {
    if (!client || isBusy) return;
    setBusy(true);
    const reply = await callApi("sessions.create", { clientId: client.id, title: "", templateId });
    if (reply.kind === "ok") return window.location.assign(`/floor?s=${reply.value.sessionId}`);
    setBusy(false);
    setProblem(reply.kind === "refused" ? (reply.problems[0]?.message ?? reply.message) : replySentence(reply));
  };
  const found = clients?.filter(({ name }) => name.toLowerCase().includes(search.trim().toLowerCase())) ?? [];
  return (
    <section aria-label="A session now" className="flex flex-col gap-2">
      <h2 className="text-lg font-bold">{client ? `A session for ${client.name}` : "A session for whom?"}</h2>
      {problem ? (
        <p role="alert" className="text-lg text-[var(--floor-warn)]">
          {problem}
        </p>
      ) : null}
      {client ? (
        <>
          <ChoiceButton
            isFirst
            title="Empty"
            detail="lifts are added on the floor, one after the other"
            onTake={() => void begin(null)}
          />
          {templates.map((template) => (
            <ChoiceButton
              key={template.id}
              title={template.name}
              detail="kept by you"
              onTake={() => void begin(template.id)}
            />
          ))}
          <div className="flex">
            <SmallButton onClick={() => setClient(null)}>Somebody else</SmallButton>
          </div>
        </>
      ) : (
        <>
          {(clients?.length ?? 0) > MOST_UNSEARCHED ? (
            <input
              aria-label="Client"
              placeholder="Name"
              value={search}
              maxLength={120}
              onChange={(event) => setSearch(event.target.value)}
              className="min-h-[56px] rounded-lg border border-[var(--floor-line)] bg-transparent px-3 text-lg placeholder:text-[var(--floor-quiet)]"
            />
          ) : null}
          {found.slice(0, MOST_SHOWN).map((one) => (
            <ChoiceButton
              key={one.id}
              title={one.name}
              detail=""
              onTake={() => {
                setProblem(null);
                setClient(one);
              }}
            />
          ))}
          {clients?.length === 0 ? <p className="text-lg">There is no client yet: add one at the desk.</p> : null}
          <div className="flex">
            <SmallButton onClick={onLeave}>Back</SmallButton>
          </div>
        </>
      )}
    </section>
  );
}

/** A longer list is searched by name. */
const MOST_UNSEARCHED = 8;
const MOST_SHOWN = 12;
