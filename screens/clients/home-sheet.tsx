"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { KitId } from "@/core";
import { callApi } from "@/device/api";
import { useApiMutation } from "@/device/query";
import { KitTicks } from "@/parts/kit-ticks";
import { Button } from "@/ui/button";
import { Sheet } from "@/ui/sheet";
import { type ClientView, habitsOf } from "@/views";
import { useHabits } from "./habits";

const USUAL: readonly KitId[] = ["dumbbells", "bands"];

/** Where a client trains: in a gym of the studio, or at home with what is ticked. */
export function HomeSheet({ view, onClose }: { view: ClientView; onClose: () => void }) {
  const router = useRouter();
  const change = useHabits(view);
  const [things, setThings] = useState<ReadonlySet<KitId>>(new Set(USUAL));
  const home = view.gyms.find(({ clientId }) => clientId === view.id);
  const make = useApiMutation(
    async () => {
      const name = `${view.name.split(" ")[0]}’s home`;
      const made = await callApi("gyms.create", { name, clientId: view.id, copyOf: null, things: [...things] });
      if (made.kind !== "ok") return made;
      const seen = habitsOf(view);
      return callApi("clients.change", { clientId: view.id, seen, wanted: { ...seen, gymId: made.value.gymId } });
    },
    () => {
      router.refresh();
      onClose();
    },
  );
  const error = make.error ?? change.error;
  return (
    <Sheet open onOpenChange={(open) => !open && onClose()} title="Where they train">
      <ul className="mb-5 flex flex-col gap-2">
        {view.gyms
          .filter(({ clientId }) => clientId === null || clientId === view.id)
          .map((gym) => (
            <li key={gym.id}>
              <Button
                aria-pressed={gym.id === view.gymId}
                kind={gym.id === view.gymId ? "main" : "plain"}
                disabled={change.isPending}
                onClick={() => change.mutate({ gymId: gym.id }, { onSuccess: onClose })}
              >
                {gym.name}
              </Button>
            </li>
          ))}
      </ul>
      {home ? null : (
        <fieldset className="flex flex-col gap-2 border-t border-rule pt-3">
          <legend className="font-bold">At home, with</legend>
          <KitTicks isHome things={things} onChange={setThings} />
          <p className="text-quiet">Each weight and every other thing can be changed under Gym later.</p>
          <Button className="self-start" disabled={make.isPending} onClick={() => make.mutate()}>
            Trains at home
          </Button>
        </fieldset>
      )}
      {error ? <p role="alert">{error.message}</p> : null}
    </Sheet>
  );
}
