"use client";
/** The coach's day, as its page reads it and decides. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import type { Input } from "../contract";
import { needId } from "../core";
import type { DecisionChange, DecisionKind, NeedLine, PlannedLine, TodayView } from "../views";
import { callApi, type Reply, replySentence } from "./api";
import { newId } from "./ids";
import { sendPlanned } from "./planned";
import { apiQuery } from "./query";

/** What is decided of a need. */
export interface Deciding {
  readonly what: DecisionKind;
  /** What it was and what was decided, as it is listed afterwards. */
  readonly words: string;
  /** The day from which it is asked again; null: never. */
  readonly until: string | null;
  readonly reason?: string;
  readonly change?: DecisionChange;
  /** A session to send first. */
  readonly send?: Parameters<typeof sendPlanned>[0];
  /** A message to the client to write first. */
  readonly message?: { readonly id: string; readonly sessionId: string | null; readonly text: string };
}

export const lineKey = ({ clientId, need }: Pick<NeedLine, "clientId" | "need">): string =>
  `${clientId} ${needId(need)}`;

export function useToday(first: TodayView) {
  const asked = apiQuery("today.show", {});
  // Sessions begin and end, and clients write, while the page is open.
  const { data } = useQuery({
    ...asked,
    initialData: first,
    staleTime: 10_000,
    refetchInterval: 30_000,
    refetchOnWindowFocus: true,
  });
  const queries = useQueryClient();
  /** What was decided and is on its way: it stays on the list until the server has it. */
  const [saving, setSaving] = useState<ReadonlySet<string>>(new Set());
  const [problem, setProblem] = useState<string | null>(null);
  const [notes, setNotes] = useState<readonly string[]>([]);
  const view = data ?? first;
  const refresh = async () => {
    await queries.invalidateQueries({ queryKey: asked.queryKey });
  };

  async function carryOut(
    { clientId, need }: NeedLine,
    decision: Deciding,
  ): Promise<Reply<{ notes: readonly string[] }>> {
    const { send, message, change = null, reason = "", ...rest } = decision;
    if (send) {
      const sent = await sendPlanned(send);
      if (sent.kind !== "ok") return sent;
    }
    if (message) {
      const written = await callApi("messages.write", { ...message, clientId });
      if (written.kind !== "ok") return written;
    }
    const input: Input<"today.decide"> = { id: newId(), clientId, need: needId(need), ...rest, reason, change };
    return callApi("today.decide", input);
  }

  /** Decides of one need or of several alike, one after the other. */
  async function decide(lines: readonly NeedLine[], decisionOf: (line: NeedLine) => Deciding): Promise<void> {
    setProblem(null);
    setNotes([]);
    let wrong: string | null = null;
    const keys = lines.map(lineKey);
    setSaving((before) => new Set([...before, ...keys]));
    for (const line of lines) {
      const reply = await carryOut(line, decisionOf(line));
      if (reply.kind === "ok") {
        if (reply.value.notes.length > 0) setNotes((before) => [...before, ...reply.value.notes]);
        continue;
      }
      wrong ??= `${line.clientName}: ${replySentence(reply)}`;
    }
    await refresh();
    setSaving((before) => new Set([...before].filter((key) => !keys.includes(key))));
    if (wrong) setProblem(wrong);
  }

  /** A session that is to come, on another day or sent; what was wrong is said with whose it is. */
  async function change(whose: string, work: () => Promise<Reply<unknown>>): Promise<void> {
    setProblem(null);
    const reply = await work();
    await refresh();
    if (reply.kind !== "ok") setProblem(`${whose}: ${replySentence(reply)}`);
  }
  const move = (whose: string, { sessionId, place, date }: PlannedLine, wanted: string) =>
    change(whose, () => callApi("planned.move", { sessionId, place, seen: date, wanted }));
  /** Sends sessions, one after the other; those that could not be sent are said, each with whose it is. */
  async function send(wanted: readonly { readonly name: string; readonly line: PlannedLine }[]): Promise<void> {
    setProblem(null);
    const wrong: string[] = [];
    for (const { name, line } of wanted) {
      const reply = await sendPlanned(line);
      if (reply.kind !== "ok") wrong.push(`${name}: ${replySentence(reply)}`);
    }
    await refresh();
    if (wrong.length > 0) setProblem(wrong.join(" "));
  }

  async function takeBack(id: string): Promise<void> {
    const reply = await callApi("today.takeBack", { id });
    await refresh();
    setProblem(reply.kind === "ok" ? null : replySentence(reply));
  }

  return {
    view,
    needs: view.needs,
    isSaving: (line: NeedLine) => saving.has(lineKey(line)),
    problem,
    notes,
    decide,
    move,
    send,
    takeBack,
  };
}

const MINUTE_MS = 60_000;

/** The studio's minute of the day, from what it was when the page was made. */
export function useMinute(atFirst: number): number {
  const [passed, setPassed] = useState(0);
  useEffect(() => {
    const began = Date.now();
    const timer = setInterval(() => setPassed(Math.floor((Date.now() - began) / MINUTE_MS)), MINUTE_MS / 4);
    return () => clearInterval(timer);
  }, []);
  return atFirst + passed;
}

export type Day = ReturnType<typeof useToday>;
