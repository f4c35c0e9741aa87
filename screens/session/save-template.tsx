"use client";
import { useState } from "react";
import type { SessionDocument } from "@/core";
import { callApi, replySentence } from "@/device/api";
import { Button } from "@/ui/button";
import { TextField } from "@/ui/field";
import { Sheet } from "@/ui/sheet";

/** A session, or a block of it, to start others from. */
export function SaveTemplate({
  kind,
  name: usual,
  document,
  onClose,
}: {
  kind: "session" | "block";
  name: string;
  document: SessionDocument;
  onClose: () => void;
}) {
  const [name, setName] = useState(usual);
  const [error, setError] = useState<string | null>(null);
  const [isKept, setKept] = useState(false);
  const keep = async () => {
    if (name.trim() === "") return setError("Give the template a name.");
    const reply = await callApi("templates.keep", { name: name.trim(), of: { kind, document } });
    if (reply.kind === "ok") setKept(true);
    else setError(replySentence(reply));
  };
  return (
    <Sheet
      open
      onOpenChange={onClose}
      title={kind === "block" ? "This block as a template" : "This session as a template"}
    >
      {isKept ? (
        <div className="flex flex-col items-start gap-3">
          <p role="status">Saved. It is offered for every client, with loads found from their own record.</p>
          <Button kind="main" onClick={onClose}>
            Go on
          </Button>
        </div>
      ) : (
        <form
          className="flex flex-col gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            void keep();
          }}
        >
          <TextField
            label="Name"
            value={name}
            error={error}
            onChange={(event) => {
              setName(event.target.value.slice(0, 120));
              setError(null);
            }}
          />
          <div>
            <Button kind="main" type="submit">
              Save
            </Button>
          </div>
        </form>
      )}
    </Sheet>
  );
}
