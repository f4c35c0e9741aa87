"use client";
import { useQuery } from "@tanstack/react-query";
import { useRouter } from "next/navigation";
import { callApi, type Reply } from "@/device/api";
import { apiQuery, useApiMutation } from "@/device/query";
import { Button } from "@/ui/button";
import { Sheet } from "@/ui/sheet";
import type { ClientName } from "@/views";
import { useWholeDesk } from "./use-desk";

/** Somebody to train this session together with: the lifts are shared, loads and log are each one's own. */
export function PartnerSheet({ onClose }: { onClose: () => void }) {
  const desk = useWholeDesk();
  const router = useRouter();
  const { view, document } = desk;
  const names = useQuery(apiQuery("clients.names", {}));
  const clients = names.data?.clients.filter(({ id }) => id !== view.client.id) ?? null;
  const join = useApiMutation(
    ({ id }: ClientName) => joinWith(view.sessionId, view.date, id, document.title),
    () => {
      router.refresh();
      onClose();
    },
  );
  const problem =
    names.error?.message ?? (join.error && join.variables ? `${join.variables.name}: ${join.error.message}` : null);
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
            <Button disabled={join.isPending || desk.save.kind !== "saved"} onClick={() => join.mutate(client)}>
              {client.name}
            </Button>
          </li>
        ))}
      </ul>
    </Sheet>
  );
}

/** A session for the partner on the same day, joined with this one; where that fails none is left behind. */
async function joinWith(sessionId: string, date: string, clientId: string, title: string): Promise<Reply<unknown>> {
  const created = await callApi("sessions.create", { clientId, title });
  if (created.kind !== "ok") return created;
  const theirs = created.value.sessionId;
  const shown = await callApi("sessions.show", { sessionId: theirs });
  const moved =
    shown.kind === "ok" && shown.value.date !== date
      ? await callApi("sessions.move", { sessionId: theirs, seen: shown.value.date, wanted: date })
      : shown;
  const joined = moved.kind === "ok" ? await callApi("sessions.pair", { sessionId, withSessionId: theirs }) : moved;
  if (joined.kind !== "ok") await callApi("sessions.discard", { sessionId: theirs });
  return joined;
}
