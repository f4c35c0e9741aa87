"use client";
import { clsx } from "clsx";
import { useState } from "react";
import * as yup from "yup";
import { MESSAGE_LENGTH } from "@/contract";
import { addDays, decidedUntil, mondayOf, type NeedRule } from "@/core";
import { newId } from "@/device/ids";
import type { Deciding } from "@/device/today";
import { DateBox } from "@/parts/date-field";
import { useDates } from "@/parts/region";
import { Button } from "@/ui/button";
import { TextArea, TextField } from "@/ui/field";
import { Form, useCheckedForm } from "@/ui/form";
import { type NeedLine, needWords, proposalWords } from "@/views";

/** What is opened below a need. */
export type Opened = "answer" | "later" | "dismiss";

/** What several needs of a rule are called together. */
const MANY_WORDS: Partial<Record<NeedRule, { readonly title: string; readonly all: string }>> = {
  unreviewed: { title: "sessions done and not reviewed", all: "All reviewed" },
  unsent: { title: "sessions of today and tomorrow not sent", all: "Send them all" },
  "changed-since-sent": { title: "sessions changed after they were sent", all: "Send them all again" },
};
/** What may hurt, and what may not wait. */
const GRAVE: ReadonlySet<NeedRule> = new Set(["pain-again", "pain", "health", "message"]);

interface Props {
  readonly lines: readonly NeedLine[];
  readonly today: string;
  readonly isCurrent: boolean;
  /** It is decided, and on its way. */
  readonly isSaving: boolean;
  readonly opened: Opened | null;
  readonly onCurrent: () => void;
  /** Does the proposal at a place. */
  readonly onTake: (place: number) => void;
  readonly onOpen: (opened: Opened | null) => void;
  readonly onSpread: () => void;
  readonly onDecide: (decision: (line: NeedLine) => Deciding) => Promise<void>;
}

/** A need, or several alike: what it is, with which figures, and what may be done. */
export function NeedItem({
  lines,
  today,
  isCurrent,
  isSaving,
  opened,
  onCurrent,
  onTake,
  onOpen,
  onSpread,
  onDecide,
}: Props) {
  const dates = useDates();
  const line = lines[0]!;
  const { need, clientName, proposals } = line;
  const words = needWords(need, clientName, today, dates);
  const isMany = lines.length > 1;
  const many = MANY_WORDS[need.rule];
  const title = isMany
    ? `${lines.length} ${many?.title ?? words.title}`
    : `${clientName.split(" ")[0]}: ${words.title}`;
  const why = isMany ? [...new Set(lines.map((one) => one.clientName.split(" ")[0]))].join(", ") : words.why;
  const labelOf = (place: number) =>
    isMany && place === 0 && many ? many.all : proposalWords(proposals[place]!, need.rule, today, dates);
  const shown = isCurrent && !isMany ? proposals : proposals.slice(0, 1);
  return (
    <div
      className={clsx(
        "border-l-4 py-1.5 pr-2 pl-3",
        GRAVE.has(need.rule) ? "border-l-walnut" : "border-l-weld",
        isCurrent ? "bg-inset" : "",
      )}
    >
      <button
        type="button"
        data-line
        tabIndex={isCurrent ? 0 : -1}
        aria-current={isCurrent || undefined}
        onClick={onCurrent}
        onFocus={onCurrent}
        className="block min-h-6 w-full text-left leading-snug font-bold"
      >
        {title}
      </button>
      <p className="leading-snug text-quiet">{isSaving ? "Saving…" : why}</p>
      <div className={clsx("mt-1 flex flex-wrap gap-1.5", isSaving && "hidden")}>
        {shown.map((proposal, place) => (
          <Button
            key={JSON.stringify(proposal)}
            kind={place === 0 && isCurrent ? "main" : "plain"}
            className="min-h-7 px-2 py-0.5 text-left"
            aria-label={`${labelOf(place)}, ${title}`}
            onClick={() => onTake(place)}
          >
            {labelOf(place)}
          </Button>
        ))}
        {isMany ? (
          <Button className="min-h-7 px-2 py-0.5" onClick={onSpread}>
            Show each
          </Button>
        ) : null}
        {isCurrent ? (
          <>
            <Button className="min-h-7 px-2 py-0.5" onClick={() => onOpen(opened === "later" ? null : "later")}>
              Later
            </Button>
            <Button className="min-h-7 px-2 py-0.5" onClick={() => onOpen(opened === "dismiss" ? null : "dismiss")}>
              Not needed
            </Button>
          </>
        ) : null}
      </div>
      {opened === "later" ? (
        <Later
          today={today}
          onUntil={(until) =>
            onDecide(({ need: one, clientName: of }) => later(needWords(one, of, today, dates).title, until))
          }
        />
      ) : null}
      {opened === "dismiss" ? (
        <Dismiss
          onReason={(reason) =>
            onDecide(({ need: one, clientName: of }) => ({
              what: "dismissed",
              words: needWords(one, of, today, dates).title,
              until: decidedUntil(one, today),
              reason,
            }))
          }
        />
      ) : null}
      {opened === "answer" ? (
        <Answer
          to={clientName.split(" ")[0]!}
          onText={(id, text) =>
            onDecide(({ need: one }) => ({
              what: "done",
              words: `${words.title}: answered “${text.slice(0, 200)}”`,
              until: decidedUntil(one, today),
              message: { id, sessionId: one.rule === "message" ? one.sessionId : null, text },
            }))
          }
        />
      ) : null}
    </div>
  );
}

const later = (title: string, until: string): Deciding => ({ what: "later", words: title, until });

/** Until when it is put off. */
function Later({ today, onUntil }: { today: string; onUntil: (date: string) => void }) {
  const { weekdayName } = useDates();
  const days = [...new Set([addDays(today, 1), addDays(today, 3), addDays(mondayOf(today), 7)])];
  return (
    <fieldset aria-label="Put it off until" className="mt-2 flex flex-wrap items-center gap-1.5">
      {days.map((date, index) => (
        <Button key={date} autoFocus={index === 0} className="min-h-7 px-2 py-0.5" onClick={() => onUntil(date)}>
          {index === 0 ? "Tomorrow" : weekdayName(date)}
        </Button>
      ))}
      <DateBox
        aria-label="Another day"
        className="w-40"
        value=""
        min={addDays(today, 1)}
        onChange={(date) => date && onUntil(date)}
      />
    </fieldset>
  );
}

const REASON = yup.object({ reason: yup.string().trim().min(3, "Say why.").required("Say why.") });

function Dismiss({ onReason }: { onReason: (reason: string) => Promise<void> }) {
  const form = useCheckedForm({
    schema: REASON,
    typed: { reason: "" },
    send: async ({ reason }) => {
      await onReason(reason);
      return null;
    },
  });
  return (
    <Form form={form} className="mt-2 flex items-end gap-2">
      <div className="flex-1">
        <TextField label="Why it needs nothing" autoFocus maxLength={500} {...form.field("reason")} />
      </div>
      <Button type="submit" disabled={form.isBusy}>
        Not needed
      </Button>
    </Form>
  );
}

const TEXT = yup.object({ text: yup.string().trim().required("Write something first.").max(MESSAGE_LENGTH) });

function Answer({ to, onText }: { to: string; onText: (id: string, text: string) => Promise<void> }) {
  // Sent once more after it was not answered, it is the same message.
  const [id] = useState(newId);
  const form = useCheckedForm({
    schema: TEXT,
    typed: { text: "" },
    send: async ({ text }) => {
      await onText(id, text);
      return null;
    },
  });
  return (
    <Form form={form} className="mt-2 flex flex-col items-start gap-2">
      <div className="w-full">
        <TextArea label={`Message to ${to}`} autoFocus rows={2} maxLength={MESSAGE_LENGTH} {...form.field("text")} />
      </div>
      <Button type="submit" disabled={form.isBusy}>
        Send message
      </Button>
    </Form>
  );
}
