"use client";
import { useRouter } from "next/navigation";
import { useMemo, useState } from "react";
import { firstOf } from "@/core";
import { callApi } from "@/device/api";
import { useApiMutation } from "@/device/query";
import { Button } from "@/ui/button";
import {
  type Caution,
  type CautionGroup,
  canTurnOff,
  type DisabledGroup,
  FIRST_SIGHT,
  type ReadCautions,
  remediesFor,
  type SessionView,
} from "@/views";
import { useAnswer } from "./use-answers";
import { useAside, useDesk, useWholeDesk } from "./use-desk";

interface Props {
  readonly view: SessionView;
}

/** What is open, what was passed, notes and what is switched off. */
export function CautionList({ read, view }: Props & { read: ReadCautions }) {
  const { open, passed, notes, quiet } = read;
  return (
    <>
      <h2 className="mb-2 font-bold">Cautions</h2>
      {open.length === 0 ? <p className="text-quiet">None is open.</p> : null}
      <ReasonForAll groups={open} view={view} />
      <Groups groups={open.slice(0, FIRST_SIGHT)} view={view} />
      <Folded title="more" groups={open.slice(FIRST_SIGHT)} view={view} />
      <Folded title="passed with a reason" groups={passed} view={view} />
      <Folded title={notes.length === 1 ? "note" : "notes"} groups={notes} view={view} />
      {quiet.length > 0 ? (
        <details className="mt-2">
          <summary className="cursor-pointer font-semibold">{quiet.length} switched off</summary>
          <ul className="mt-1 flex flex-col gap-2">
            {quiet.map((one) => (
              <SwitchedOff key={`${one.of} ${one.group.rule}`} one={one} view={view} />
            ))}
          </ul>
        </details>
      ) : null}
    </>
  );
}

function Folded({ title, groups, ...rest }: Props & { title: string; groups: readonly CautionGroup[] }) {
  if (groups.length === 0) return null;
  return (
    <details className="mt-2">
      <summary className="cursor-pointer font-semibold">
        {groups.length} {title}
      </summary>
      <div className="mt-1">
        <Groups groups={groups} {...rest} />
      </div>
    </details>
  );
}

const SEVERITY_CLASS = {
  block: "bg-walnut p-2 text-onwalnut",
  warn: "border-l-4 border-weld pl-3",
  note: "border-l-4 border-line pl-3",
} as const;

const Groups = ({ groups, view }: Props & { groups: readonly CautionGroup[] }) => (
  <ul className="flex flex-col gap-2">
    {groups.map((group) => (
      <Group key={firstOf(group.cautions).key ?? `${group.severity} ${group.rule}`} group={group} view={view} />
    ))}
  </ul>
);

function Group({ group, view }: Props & { group: CautionGroup }) {
  const first = firstOf(group.cautions);
  return (
    <li className={SEVERITY_CLASS[group.severity]}>
      {group.severity === "block" ? <span aria-hidden>■ </span> : null}
      {isOneFact(group) ? (
        <>
          <strong>{group.places.join(", ")}</strong> {first.words}
          <Remedies caution={first} />
        </>
      ) : (
        <ul>
          {group.cautions.map((caution) => (
            <li key={`${caution.place} ${caution.words}`}>
              <strong>{caution.place}</strong> {caution.words}
              <Remedies caution={caution} />
            </li>
          ))}
        </ul>
      )}
      {first.key ? (
        <ReasonField view={view} keyOf={first.key} />
      ) : canTurnOff(group.rule) ? (
        <SwitchOff group={group} view={view} />
      ) : null}
    </li>
  );
}

/** Whether the same is said at each of its places. */
const isOneFact = ({ cautions }: CautionGroup): boolean =>
  cautions.every(({ words }) => words === firstOf(cautions).words);

function Remedies({ caution }: { caution: Caution }) {
  const desk = useWholeDesk();
  const { locked, document, computed, view } = desk;
  const { slotId } = caution;
  const question = useMemo(() => (locked || !slotId ? null : { document, slotId }), [locked, document, slotId]);
  const found = useAnswer(useAside(), "waysOut", question);
  if (!question) return null;
  if (found.kind === "working") return <span className="ml-2 text-quiet">looking for a way out…</span>;
  const [remedy] = found.kind === "answered" && found.answer ? remediesFor(view, computed, found.answer) : [];
  if (!remedy) return null;
  return (
    <Button
      aria-label={`${caution.place}: ${remedy.name}`}
      className="ml-2 min-h-6 px-2 py-0"
      onClick={() => desk.operate(remedy.operation(desk.document))}
    >
      {remedy.name}
    </Button>
  );
}

/** A rule that need not be said: for this client or for everybody, with a reason. */
function SwitchOff({ group, view }: { group: CautionGroup; view: SessionView }) {
  const router = useRouter();
  const [isAsked, setAsked] = useState(false);
  const [reason, setReason] = useState("");
  const switchOff = useApiMutation(
    (clientId: string | null) => callApi("cautions.quiet", { rule: group.rule, clientId, reason }),
    () => router.refresh(),
  );
  if (!isAsked)
    return (
      <button
        type="button"
        className="ml-2 min-h-6 text-quiet underline underline-offset-2"
        onClick={() => setAsked(true)}
      >
        Switch off…
      </button>
    );
  return (
    <form
      className="mt-1 flex flex-wrap gap-1.5"
      onSubmit={(event) => {
        event.preventDefault();
        switchOff.mutate(view.client.id);
      }}
    >
      <input
        // biome-ignore lint/a11y/noAutofocus: it was asked for with the button it stands for
        autoFocus
        aria-label="Why it need not be said"
        placeholder="why it need not be said"
        value={reason}
        maxLength={300}
        onChange={(event) => setReason(event.target.value)}
        className="min-w-0 flex-1 rounded-[3px] border border-rule bg-surface px-2 py-0.5"
      />
      <Button type="submit" disabled={reason.trim().length < 3} className="min-h-7 px-2 py-0.5">
        For {view.client.name}
      </Button>
      <Button
        disabled={reason.trim().length < 3}
        className="min-h-7 px-2 py-0.5"
        onClick={() => switchOff.mutate(null)}
      >
        For everybody
      </Button>
      {switchOff.error ? <p role="alert">{switchOff.error.message}</p> : null}
    </form>
  );
}

function SwitchedOff({ one: { group, of, reason }, view }: { one: DisabledGroup; view: SessionView }) {
  const router = useRouter();
  const clientId = of === "client" ? view.client.id : null;
  const switchOn = useApiMutation(
    () => callApi("cautions.quiet", { rule: group.rule, clientId, reason: "" }),
    () => router.refresh(),
  );
  return (
    <li className="border-l-4 border-line pl-3 text-quiet">
      {firstOf(group.cautions).words} <em>{reason}</em>, {of === "client" ? `for ${view.client.name}` : "for everybody"}
      .
      <Button className="ml-2 min-h-6 px-2 py-0" onClick={() => switchOn.mutate()}>
        On again
      </Button>
      {switchOn.error ? <p role="alert">{switchOn.error.message}</p> : null}
    </li>
  );
}

/** One reason for every block that is open, where there are several. */
function ReasonForAll({ groups, view }: Props & { groups: readonly CautionGroup[] }) {
  const locked = useDesk((desk) => desk.locked);
  const router = useRouter();
  const [typed, setTyped] = useState("");
  const keys = groups.flatMap((group) => firstOf(group.cautions).key ?? []);
  const record = useApiMutation(
    async (reason: string) => {
      let reply = await callApi("sessions.recordReason", { sessionId: view.sessionId, key: firstOf(keys), reason });
      for (const key of keys.slice(1))
        if (reply.kind === "ok")
          reply = await callApi("sessions.recordReason", { sessionId: view.sessionId, key, reason });
      return reply;
    },
    () => router.refresh(),
  );
  if (locked || keys.length < 2) return null;
  return (
    <form
      className="mb-2 flex flex-wrap gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        record.mutate(typed);
      }}
    >
      <input
        aria-label={`One reason for all ${keys.length}`}
        placeholder={`one reason for all ${keys.length}`}
        value={typed}
        maxLength={500}
        onChange={(event) => setTyped(event.target.value)}
        className="min-w-0 flex-1 rounded-[3px] border border-rule bg-surface px-2 py-0.5 text-walnut"
      />
      <Button type="submit" className="min-h-7 px-2 py-0.5" disabled={typed.trim().length < 3}>
        Save for all {keys.length}
      </Button>
      {record.error ? <p role="alert">{record.error.message}</p> : null}
    </form>
  );
}

/** The coach's reason for passing a block, kept with the session. */
function ReasonField({ view, keyOf }: { view: SessionView; keyOf: string }) {
  const locked = useDesk((desk) => desk.locked);
  const router = useRouter();
  const recorded = view.reasons[keyOf] ?? "";
  const [typed, setTyped] = useState(recorded);
  const record = useApiMutation(
    (reason: string) => callApi("sessions.recordReason", { sessionId: view.sessionId, key: keyOf, reason }),
    () => router.refresh(),
  );
  if (locked) return recorded ? <p className="italic">{recorded}</p> : null;
  return (
    <form
      className="mt-1 flex flex-wrap gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        record.mutate(typed);
      }}
    >
      <input
        aria-label="Why it is all right here"
        placeholder="why it is all right here"
        value={typed}
        maxLength={500}
        onChange={(event) => setTyped(event.target.value)}
        className="min-w-0 flex-1 rounded-[3px] border border-rule bg-surface px-2 py-0.5 text-walnut"
      />
      <Button type="submit" kind="warn" className="min-h-7 px-2 py-0.5" disabled={typed.trim() === recorded}>
        {recorded ? "Change" : "Save"}
      </Button>
      {record.error ? <p role="alert">{record.error.message}</p> : null}
    </form>
  );
}
