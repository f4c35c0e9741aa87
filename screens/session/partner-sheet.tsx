"use client";
import { useRouter } from "next/navigation";
import { useEffect, useState } from "react";
import { callApi, replySentence } from "@/device/api";
import { Button } from "@/ui/button";
import { Sheet } from "@/ui/sheet";
import type { ClientName } from "@/views";
import type { Desk } from "./use-desk";

/** Somebody to train this session together with: the lifts are shared, loads and log are each one's own. */
export function PartnerSheet({ desk, onClose }: { desk: Desk; onClose: () => void }) {
  const router = useRouter();
  const { view, document } = desk;
  const [clients, setClients] = useState<readonly ClientName[] | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState<string | null>(null);
  useEffect(() => {
    void callApi("clients.names", {}).then((reply) => {
      if (reply.kind === "ok") setClients(reply.value.clients.filter(({ id }) => id !== view.client.id));
      else setProblem(replySentence(reply));
    });
  }, [view.client.id]);
  const join = async ({ id: clientId, name }: ClientName) => {
    setBusy(clientId);
    const refused = await joinWith(view.sessionId, view.date, clientId, document.title);
    setBusy(null);
    if (refused !== null) return setProblem(`${name}: ${refused}`);
    router.refresh();
    onClose();
  };
  return (
    <Sheet open onOpenChange={(open) => !open && onClose()} title="Train together with">
      <p className="mb-3 text-quiet">
        They get a session on the same day with the same lifts. Reps, tempo and rests are shared from then on, whoever
        changes them; loads are found for each, and written for each.
      </p>
      {problem ? (
        <p role="alert" className="mb-2 font-semibold">
          {problem}
        </p>
      ) : null}
      {clients === null && !problem ? <p role="status">Reading the clients…</p> : null}
      <ul aria-label="Clients" className="flex flex-col gap-1">
        {(clients ?? []).map((client) => (
          <li key={client.id}>
            <Button disabled={busy !== null || desk.save.kind !== "saved"} onClick={() => void join(client)}>
              {client.name}
            </Button>
          </li>
        ))}
      </ul>
    </Sheet>
  );
}

/** A session for the partner on the same day, joined with this one; where that fails none is left behind. */
async function joinWith(sessionId: string, date: string, clientId: string, title: string): Promise<string | null> {
  const created = await callApi("sessions.create", { clientId, title });
  if (created.kind !== "ok") return replySentence(created);
  const theirs = created.value.sessionId;
  const shown = await callApi("sessions.show", { sessionId: theirs });
  const moved =
    shown.kind === "ok" && shown.value.date !== date
      ? await callApi("sessions.move", { sessionId: theirs, seen: shown.value.date, wanted: date })
      : shown;
  const joined = moved.kind === "ok" ? await callApi("sessions.pair", { sessionId, withSessionId: theirs }) : moved;
  if (joined.kind === "ok") return null;
  await callApi("sessions.discard", { sessionId: theirs });
  return replySentence(joined);
}
