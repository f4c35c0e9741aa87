"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { type Edit, LIMITS } from "@/core";
import { callApi, replySentence } from "@/device/api";
import { DateField } from "@/parts/date-field";
import { Button } from "@/ui/button";
import { TextField } from "@/ui/field";
import { Sheet } from "@/ui/sheet";
import type { Desk } from "./use-desk";

/** A draft's name, day and length; and, where it is not wanted any more, the draft itself. */
export function SessionSheet({ desk, onClose }: { desk: Desk; onClose: () => void }) {
  const router = useRouter();
  const { document, view } = desk;
  const [seen] = useState(view.date);
  const [title, setTitle] = useState(document.title);
  const [date, setDate] = useState(view.date);
  const [minutes, setMinutes] = useState(document.capSeconds === null ? "" : String(document.capSeconds / 60));
  const [errors, setErrors] = useState<Readonly<Record<string, string>>>({});
  const [message, setMessage] = useState<string | null>(null);
  const [sure, setSure] = useState(false);

  async function keep() {
    const cap = minutes.trim() === "" ? null : Number(minutes.replace(",", "."));
    const found: Record<string, string> = {};
    if (cap !== null && !(cap >= 1 && cap * 60 <= LIMITS.seconds)) found.minutes = "Minutes from 1 to 120, or nothing.";
    if (date === "") found.date = "A day of the calendar.";
    setErrors(found);
    if (Object.keys(found).length > 0) return;
    if (date !== seen) {
      const reply = await callApi("sessions.move", { sessionId: view.sessionId, seen, wanted: date });
      if (reply.kind !== "ok") return setMessage(replySentence(reply));
    }
    const edits: Edit[] = [];
    if (title.trim() !== document.title) edits.push({ kind: "setSession", field: "title", value: title.trim() });
    const capSeconds = cap === null ? null : Math.round(cap * 60);
    if (capSeconds !== document.capSeconds) edits.push({ kind: "setSession", field: "capSeconds", value: capSeconds });
    desk.operate({ ok: true, edits });
    onClose();
    if (date !== seen) router.refresh();
  }

  async function discard() {
    const reply = await callApi("sessions.discard", { sessionId: view.sessionId });
    if (reply.kind === "ok") router.push(`/clients/${reply.value.clientId}`);
    else setMessage(replySentence(reply));
  }

  return (
    <Sheet open onOpenChange={(open) => !open && onClose()} title="This session">
      <form
        className="flex flex-col gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          void keep();
        }}
      >
        <TextField
          label="Name"
          value={title}
          maxLength={LIMITS.nameLength}
          onChange={(event) => setTitle(event.target.value)}
        />
        <DateField label="Day" value={date} error={errors.date} onChange={setDate} />
        <TextField
          label="Minutes it may take"
          inputMode="decimal"
          value={minutes}
          error={errors.minutes}
          onChange={(event) => setMinutes(event.target.value)}
        />
        {message ? <p role="alert">{message}</p> : null}
        <Button type="submit" kind="main" className="self-start">
          Save
        </Button>
      </form>
      <div className="mt-8 border-t border-line pt-4">
        {sure ? (
          <div className="flex flex-wrap items-center gap-3">
            <p>The draft and all that is written in it will be gone.</p>
            <Button onClick={discard}>Take it away</Button>
            <Button onClick={() => setSure(false)}>Leave it</Button>
          </div>
        ) : (
          <Button onClick={() => setSure(true)}>Take this draft away…</Button>
        )}
      </div>
    </Sheet>
  );
}
