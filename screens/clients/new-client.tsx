"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Input } from "@/contract";
import { readWeight } from "@/core";
import { callApi, replySentence } from "@/device/api";
import { useRegion } from "@/parts/region";
import { Button } from "@/ui/button";
import { SelectField, TextArea, TextField } from "@/ui/field";
import { Notice } from "@/ui/notice";

const EMPTY = { name: "", birthYear: "", trainingAge: "novice", minutes: "60", bodyMass: "", aims: "", limits: "" };

export function NewClient() {
  const router = useRouter();
  const { unit } = useRegion();
  const [form, setForm] = useState(EMPTY);
  const [problems, setProblems] = useState<Record<string, string>>({});
  const [busy, setBusy] = useState(false);
  const at = (field: keyof typeof EMPTY) => ({
    value: form[field],
    onChange: (event: { target: { value: string } }) => setForm({ ...form, [field]: event.target.value }),
    error: problems[field] ?? null,
  });

  async function save() {
    const found: Record<string, string> = {};
    const year = form.birthYear.trim() === "" ? null : Number(form.birthYear);
    const minutes = Number(form.minutes);
    const mass = form.bodyMass.trim() === "" ? null : readWeight(form.bodyMass, unit);
    if (form.name.trim() === "") found.name = "Give the client a name.";
    if (form.name.length > 120) found.name = "A name of at most 120 characters.";
    if (year !== null && !(Number.isInteger(year) && year >= 1900 && year <= new Date().getFullYear()))
      found.birthYear = "A year such as 1984, or nothing.";
    if (!(Number.isInteger(minutes) && minutes >= 10 && minutes <= 240)) found.minutes = "Between 10 and 240 minutes.";
    if (mass === null && form.bodyMass.trim() !== "")
      found.bodyMass =
        unit === "kg" ? "A weight such as 72.4 or 160 lb, or nothing." : "A weight such as 160 or 72.4 kg, or nothing.";
    setProblems(found);
    if (Object.keys(found).length > 0) return;
    setBusy(true);
    const reply = await callApi("clients.create", {
      name: form.name.trim(),
      birthYear: year,
      trainingAge: form.trainingAge as Input<"clients.create">["trainingAge"],
      minutes,
      aims: form.aims,
      limits: form.limits,
      bodyMass: mass,
    });
    setBusy(false);
    if (reply.kind === "ok") return router.push(`/clients/${reply.value.clientId}`);
    const at = reply.kind === "refused" ? reply.problems[0] : undefined;
    setProblems(at && at.field in EMPTY ? { [at.field]: at.message } : { form: replySentence(reply) });
  }

  return (
    <form
      className="flex flex-col gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <TextField label="Name" {...at("name")} />
      <div className="grid grid-cols-2 gap-3">
        <TextField label="Birth year" inputMode="numeric" {...at("birthYear")} />
        <TextField label={`Body mass, ${unit}`} inputMode="decimal" {...at("bodyMass")} />
        <SelectField label="Training age" {...at("trainingAge")}>
          <option value="novice">novice</option>
          <option value="intermediate">intermediate</option>
          <option value="advanced">advanced</option>
        </SelectField>
        <TextField label="Minutes a session" inputMode="numeric" {...at("minutes")} />
      </div>
      <TextArea label="Aims" rows={2} {...at("aims")} />
      <TextArea label="Limits" rows={2} {...at("limits")} />
      {problems.form ? <Notice kind="warn">{problems.form}</Notice> : null}
      <Button type="submit" kind="main" disabled={busy} className="self-start">
        Add client
      </Button>
    </form>
  );
}
