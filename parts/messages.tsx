"use client";
import { type ReactNode, useEffect, useRef } from "react";
import * as yup from "yup";
import { MESSAGE_LENGTH } from "@/contract";
import { Button } from "@/ui/button";
import { TextArea } from "@/ui/field";
import { Form, type FormProblem, useCheckedForm } from "@/ui/form";
import type { Message } from "@/views";
import { useDates } from "./region";

const SCHEMA = yup.object({
  text: yup.string().trim().required("Write something first.").max(MESSAGE_LENGTH).default(""),
});

interface Props {
  readonly messages: readonly Message[];
  /** Why they could not be read; null: nothing was wrong. */
  readonly problem: string | null;
  readonly send: (text: string) => Promise<FormProblem | readonly FormProblem[] | null>;
  /** Of the box: whom it is for. */
  readonly label: string;
  /** What the next message begins with, by who pressed something for it; another `at` puts it there again. */
  readonly started?: { readonly text: string; readonly at: number } | null;
  /** Which session a message is about, where they are of several. */
  readonly about?: (message: Message) => ReactNode;
}

/** Short words between a client and their coaches, the oldest first, with a box for one more. */
export function Messages({ messages, problem, send, label, started = null, about }: Props) {
  const { shortDateAt } = useDates();
  const form = useCheckedForm({
    schema: SCHEMA,
    typed: { text: "" },
    send: async ({ text }) => {
      const wrong = await send(text);
      if (!wrong) form.reset();
      return wrong;
    },
  });
  const box = useRef<HTMLDivElement>(null);
  const { setValue } = form;
  useEffect(() => {
    if (!started) return;
    setValue("text", started.text);
    box.current?.querySelector("textarea")?.focus();
  }, [started, setValue]);
  return (
    <div className="flex flex-col gap-3">
      {problem ? <p role="alert">{problem}</p> : null}
      {messages.length > 0 ? (
        <ul className="flex flex-col gap-2">
          {messages.map((message) => (
            <li
              key={message.id}
              className={`border-l-4 pl-3 ${message.writtenBy === "coach" ? "border-indigo" : "border-woad"}`}
            >
              <p className="whitespace-pre-line">
                <strong>{message.name.split(" ")[0]}:</strong> {message.text}
              </p>
              <p className="text-quiet">
                {shortDateAt(message.sentAtMs)}
                {message.seenAtMs === null ? " · not seen yet" : ""}
                {about?.(message)}
              </p>
            </li>
          ))}
        </ul>
      ) : null}
      <Form form={form} className="flex flex-col items-start gap-2">
        <div ref={box} className="w-full">
          <TextArea label={label} rows={2} maxLength={MESSAGE_LENGTH} {...form.field("text")} />
        </div>
        {form.message ? <p role="alert">{form.message}</p> : null}
        <Button type="submit" disabled={form.isBusy}>
          Send message
        </Button>
      </Form>
    </div>
  );
}
