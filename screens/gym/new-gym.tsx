"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { callApi, replySentence } from "@/device/api";
import { Button } from "@/ui/button";
import { SelectField, TextField } from "@/ui/field";
import { Sheet } from "@/ui/sheet";
import type { GymView } from "@/views";

/** Another gym of the studio, or what a client has at home. */
export function NewGym({ view }: { view: GymView }) {
  const router = useRouter();
  const [open, setOpen] = useState(false);
  const [name, setName] = useState("");
  const [clientId, setClientId] = useState("");
  const [copyOf, setCopyOf] = useState("");
  const [error, setError] = useState<string | null>(null);
  async function create() {
    const reply = await callApi("gyms.create", {
      name,
      clientId: clientId || null,
      copyOf: copyOf || null,
    });
    if (reply.kind !== "ok") return setError(replySentence(reply));
    setOpen(false);
    router.push(`/gym/${reply.value.gymId}`);
    router.refresh();
  }
  return (
    <>
      <Button onClick={() => setOpen(true)}>New gym</Button>
      <Sheet open={open} onOpenChange={setOpen} title="New gym">
        <form
          className="flex flex-col gap-4"
          onSubmit={(event) => {
            event.preventDefault();
            void create();
          }}
        >
          <TextField
            label="Name"
            value={name}
            error={error}
            maxLength={120}
            onChange={(e) => setName(e.target.value)}
          />
          <SelectField
            label="Whose"
            hint="What a client has at home is used for sessions they do alone."
            value={clientId}
            onChange={(e) => setClientId(e.target.value)}
          >
            <option value="">The studio's</option>
            {view.clients.map((client) => (
              <option key={client.id} value={client.id}>
                {client.name}, at home
              </option>
            ))}
          </SelectField>
          <SelectField label="Start with" value={copyOf} onChange={(e) => setCopyOf(e.target.value)}>
            <option value="">Nothing</option>
            {view.gyms.map((gym) => (
              <option key={gym.id} value={gym.id}>
                What {gym.name} has
              </option>
            ))}
          </SelectField>
          <Button kind="main" type="submit" className="self-start">
            Add the gym
          </Button>
        </form>
      </Sheet>
    </>
  );
}
