"use client";
import { Plus, X } from "lucide-react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import {
  type ClientLimit,
  entriesOf,
  JOINT_WORDS,
  keysOf,
  limitsOn,
  limitWords,
  MUSCLES,
  type Muscle,
  type MusclePriority,
  muscleName,
  type StressedJoint,
} from "@/core";
import { callApi, replySentence } from "@/device/api";
import { newId } from "@/device/ids";
import { DateField } from "@/parts/date-field";
import { useDates } from "@/parts/region";
import { Button } from "@/ui/button";
import { SelectField, TextField } from "@/ui/field";
import { Sheet } from "@/ui/sheet";
import type { ClientView } from "@/views";

const PATTERNS = [
  "squat",
  "hinge",
  "lunge",
  "horizontal push",
  "vertical push",
  "horizontal pull",
  "vertical pull",
] as const;

/** What a client may not do, or only in part, and which muscles come first: read by every kind of advice. */
export function Limits({ view }: { view: ClientView }) {
  const { fullDate } = useDates();
  const [open, setOpen] = useState(false);
  const inForce = new Set(limitsOn(view.limitList, view.today).map((limit) => limit.id));
  const first = MUSCLES.filter((muscle) => view.priorities[muscle] === "build");
  const held = MUSCLES.filter((muscle) => view.priorities[muscle] === "hold");
  return (
    <section>
      <h2 className="mb-1 font-bold">Limits</h2>
      {view.limits ? <p>{view.limits}</p> : null}
      {view.limitList.length === 0 && !view.limits ? <p>None.</p> : null}
      <ul>
        {view.limitList.map((limit) => (
          <li key={limit.id} className={inForce.has(limit.id) ? "" : "text-quiet"}>
            <strong>{limit.how === "avoid" ? "Not" : "In part"}</strong> {limitWords(limit)}
            {limit.clearedBy
              ? `, cleared by ${limit.clearedBy}`
              : limit.until
                ? `, until ${fullDate(limit.until)}`
                : limit.from > view.today
                  ? `, from ${fullDate(limit.from)}`
                  : ""}
          </li>
        ))}
      </ul>
      {first.length > 0 ? <p>Priority: {first.map(muscleName).join(", ")}.</p> : null}
      {held.length > 0 ? <p>Maintain: {held.map(muscleName).join(", ")}.</p> : null}
      <Button className="mt-1" onClick={() => setOpen(true)}>
        Limits and priorities
      </Button>
      {open ? <LimitSheet view={view} onClose={() => setOpen(false)} /> : null}
    </section>
  );
}

function LimitSheet({ view, onClose }: { view: ClientView; onClose: () => void }) {
  const router = useRouter();
  // What the changes set out from, whatever the page learns meanwhile.
  const [seen] = useState(view);
  const [limits, setLimits] = useState<readonly ClientLimit[]>(view.limitList);
  const [priorities, setPriorities] = useState<Readonly<Partial<Record<Muscle, MusclePriority>>>>(view.priorities);
  const [message, setMessage] = useState<string | null>(null);
  const put = (id: string, part: Partial<ClientLimit>) =>
    setLimits(limits.map((limit) => (limit.id === id ? { ...limit, ...part } : limit)));
  async function keep() {
    const listed = (all: Readonly<Partial<Record<Muscle, MusclePriority>>>) =>
      entriesOf(all).map(([muscle, priority]) => ({
        muscle,
        priority: priority ?? "normal",
      }));
    const { id: clientId, limitList } = seen;
    const kept = await callApi("clients.setLimits", { clientId, seen: limitList, wanted: limits });
    if (kept.kind !== "ok") return setMessage(replySentence(kept));
    const change = { seen: listed(seen.priorities), wanted: listed(priorities) };
    const reply = await callApi("clients.setPriorities", { clientId, ...change });
    if (reply.kind !== "ok") return setMessage(replySentence(reply));
    onClose();
    router.refresh();
  }
  return (
    <Sheet open onOpenChange={(open) => !open && onClose()} title="Limits and priorities">
      <form
        className="flex flex-col gap-5"
        onSubmit={(event) => {
          event.preventDefault();
          void keep();
        }}
      >
        {limits.map((limit, index) => (
          <fieldset key={limit.id} className="grid grid-cols-2 gap-3 border-t border-rule pt-3">
            <legend className="font-bold">Limit {index + 1}</legend>
            <SelectField
              label="What"
              value={
                limit.what.kind === "joint"
                  ? `joint ${limit.what.joint}`
                  : limit.what.kind === "pattern"
                    ? `pattern ${limit.what.pattern}`
                    : `region ${limit.what.region}`
              }
              onChange={(event) => {
                const [kind, ...rest] = event.target.value.split(" ");
                const what = rest.join(" ");
                put(limit.id, {
                  what:
                    kind === "joint"
                      ? { kind: "joint", joint: what as StressedJoint }
                      : { kind: "pattern", pattern: what as (typeof PATTERNS)[number] },
                });
              }}
            >
              {keysOf(JOINT_WORDS).map((joint) => (
                <option key={joint} value={`joint ${joint}`}>
                  {JOINT_WORDS[joint]}
                </option>
              ))}
              {PATTERNS.map((pattern) => (
                <option key={pattern} value={`pattern ${pattern}`}>
                  {pattern}
                </option>
              ))}
            </SelectField>
            <SelectField
              label="How far"
              value={limit.how}
              onChange={(event) => put(limit.id, { how: event.target.value as ClientLimit["how"] })}
            >
              <option value="avoid">not at all</option>
              <option value="part">only in part</option>
            </SelectField>
            <SelectField
              label="Side"
              value={limit.side}
              onChange={(event) => put(limit.id, { side: event.target.value as ClientLimit["side"] })}
            >
              <option value="both">both</option>
              <option value="left">left</option>
              <option value="right">right</option>
            </SelectField>
            <TextField
              label="Which part"
              value={limit.range}
              maxLength={200}
              placeholder="to parallel only"
              onChange={(event) => put(limit.id, { range: event.target.value })}
            />
            <DateField label="From" value={limit.from} onChange={(from) => from && put(limit.id, { from })} />
            <DateField
              label="Until"
              value={limit.until ?? ""}
              onChange={(until) => put(limit.id, { until: until || null })}
            />
            <TextField
              label="Cleared by"
              hint="A licensed professional; then it is only a note."
              value={limit.clearedBy ?? ""}
              maxLength={300}
              onChange={(event) => put(limit.id, { clearedBy: event.target.value || null })}
            />
            <button
              type="button"
              aria-label={`Take limit ${index + 1} back`}
              onClick={() => setLimits(limits.filter((other) => other.id !== limit.id))}
              className="self-center justify-self-end rounded-[3px] p-1.5 hover:bg-inset"
            >
              <X size={16} aria-hidden />
            </button>
          </fieldset>
        ))}
        <Button
          className="self-start"
          onClick={() =>
            setLimits([
              ...limits,
              {
                id: newId(),
                what: { kind: "joint", joint: "shoulder" },
                how: "avoid",
                range: "",
                side: "both",
                from: view.today,
                until: null,
                clearedBy: null,
              },
            ])
          }
        >
          <Plus size={14} aria-hidden /> Add a limit
        </Button>
        <fieldset className="grid grid-cols-2 gap-x-4 gap-y-1 border-t border-rule pt-3">
          <legend className="font-bold">Muscles</legend>
          {MUSCLES.map((muscle) => (
            <label key={muscle} className="flex items-center justify-between gap-2">
              {muscleName(muscle)}
              <select
                value={priorities[muscle] ?? "normal"}
                onChange={(event) => setPriorities({ ...priorities, [muscle]: event.target.value as MusclePriority })}
                className="rounded-[3px] border border-rule bg-surface px-1 py-0.5"
              >
                <option value="build">priority</option>
                <option value="normal">normal</option>
                <option value="hold">maintain</option>
              </select>
            </label>
          ))}
        </fieldset>
        {message ? <p role="alert">{message}</p> : null}
        <Button kind="main" type="submit" className="self-start">
          Save
        </Button>
      </form>
    </Sheet>
  );
}
