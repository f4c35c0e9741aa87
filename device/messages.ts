"use client";
/** Words between a client and their coaches, as a page reads them and adds to them. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useRef } from "react";
import type { Message } from "../views";
import { callApi, problemOf } from "./api";
import { newId } from "./ids";
import { apiQuery } from "./query";

interface About {
  readonly clientId: string;
  /** Null: all of the client's, and of one more: nothing in particular. */
  readonly sessionId: string | null;
  /** What the page came with; left out: it is asked for. */
  readonly known?: readonly Message[];
}

export function useMessages({ clientId, sessionId, known }: About) {
  const asked = apiQuery("messages.list", { clientId, sessionId });
  // What the page came with is shown at once, and asked for again: the page may have been left and come back to.
  const { data, error } = useQuery({ ...asked, ...(known && { initialData: { messages: known } }) });
  const queries = useQueryClient();
  /** What was sent last and not answered yet: sent once more as it stands, it is the same message. */
  const unanswered = useRef<{ readonly id: string; readonly text: string } | null>(null);
  return {
    messages: data?.messages ?? [],
    /** Why they could not be read. */
    problem: error?.message ?? null,
    /** Keeps one more; what was wrong with it, else null. */
    send: async (text: string) => {
      if (unanswered.current?.text !== text) unanswered.current = { id: newId(), text };
      const reply = await callApi("messages.write", { ...unanswered.current, clientId, sessionId });
      if (reply.kind !== "ok") return problemOf(reply, "text");
      unanswered.current = null;
      queries.setQueryData(asked.queryKey, reply.value);
      return null;
    },
  };
}
