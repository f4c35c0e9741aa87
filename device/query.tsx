"use client";
/**
 * What the server knows, as screens read and change it: TanStack Query keeps answers, says what is on its way and what was wrong.
 * A form that is sent keeps its own state (ui/form); the floor has its own store on the device.
 */
import {
  QueryClient,
  QueryClientProvider,
  queryOptions,
  type UseMutationResult,
  useMutation,
} from "@tanstack/react-query";
import { type ReactNode, useState } from "react";
import type { ApiName, Input } from "../contract";
import type { PlannedLine } from "../views";
import { type Asked, callApi, type Reply, replySentence } from "./api";
import { openPlanned } from "./planned";

/** A reply that brought no value; its message is the sentence for it. */
export class ReplyError extends Error {
  constructor(
    readonly reply: Exclude<Reply<unknown>, { kind: "ok" }>,
    asked: Asked = "write",
  ) {
    super(replySentence(reply, asked));
  }
}

declare module "@tanstack/react-query" {
  interface Register {
    defaultError: ReplyError;
  }
}

/** The value of a reply; throws a ReplyError where it brought none. */
export function replyValue<T>(reply: Reply<T>, asked: Asked = "write"): T {
  if (reply.kind === "ok") return reply.value;
  throw new ReplyError(reply, asked);
}

/** A use case that only reads, as a query: its name and input are its key. */
export const apiQuery = <K extends ApiName>(name: K, input: Input<K>) =>
  queryOptions({
    queryKey: [name, input] as const,
    queryFn: async () => replyValue(await callApi(name, input), "read"),
  });

/** The id of a planned session; where only its plan has it so far, its row in the database is created first. */
export const openSession = async (
  line: Pick<PlannedLine, "sessionId" | "place">,
): Promise<{ readonly sessionId: string }> => replyValue(await openPlanned(line));

/**
 * A change that the server is asked for, of one use case or of several in turn: `mutate` sends it, `isPending` while it is on its
 * way, `error.message` says why it was not done.
 */
export const useApiMutation = <T, I = void>(
  change: (input: I) => Promise<Reply<T>>,
  onDone?: (value: T, input: I) => void,
): UseMutationResult<T, ReplyError, I> =>
  useMutation({
    mutationFn: async (input: I) => replyValue(await change(input)),
    onSuccess: (value, input) => onDone?.(value, input),
  });

/**
 * Answers are asked for anew whenever a part is opened: a page shows what stands. Our own replies say whether there is a network,
 * so that nothing waits in silence for one, and a mistake of ours is thrown on to the page's error boundary.
 */
const makeQueryClient = (): QueryClient => {
  const throwOnError = (error: Error) => !(error instanceof ReplyError);
  return new QueryClient({
    defaultOptions: {
      queries: { networkMode: "always", retry: false, refetchOnWindowFocus: false, throwOnError },
      mutations: { networkMode: "always", throwOnError },
    },
  });
};

/** Holds the answers for everything within: one store a page that is open, never one for several people on the server. */
export function QueryProvider({ children }: { children: ReactNode }) {
  const [client] = useState(makeQueryClient);
  return <QueryClientProvider client={client}>{children}</QueryClientProvider>;
}
