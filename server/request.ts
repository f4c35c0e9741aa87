/** The request that is being answered: its id, which its log lines share, and what became of the database meanwhile. */
import { AsyncLocalStorage } from "node:async_hooks";

export interface RequestNow {
  readonly id: string;
  /** The database was busy or away when it was asked. */
  isBusy: boolean;
}

// One a process, also across the bundler's copies of this module.
const holder = globalThis as typeof globalThis & {
  yarvexRequests?: AsyncLocalStorage<RequestNow>;
  yarvexCounts?: Map<string, number>;
  yarvexIsStopping?: boolean;
};

/** The process answers what it has and takes no more: whoever leads requests here looks elsewhere. */
export function stopTaking(): void {
  holder.yarvexIsStopping = true;
}

export const isStopping = (): boolean => holder.yarvexIsStopping ?? false;

const requests = (): AsyncLocalStorage<RequestNow> => {
  holder.yarvexRequests ??= new AsyncLocalStorage();
  return holder.yarvexRequests;
};

/** Answers a request; whatever runs for it knows of it by `requestNow`. */
export const answerAs = <T>(request: RequestNow, work: () => T): T => requests().run(request, work);

/** Null outside of a request: jobs, commands, tests. */
export const requestNow = (): RequestNow | null => requests().getStore() ?? null;

const counts = (): Map<string, number> => {
  holder.yarvexCounts ??= new Map();
  return holder.yarvexCounts;
};

/** What this process counted since it started, by kind. */
export const COUNTED = {
  entries: "Entries of the floor that were stored",
  emails: "Emails that were handed on, or written to the outbox",
  emailsNotSent: "Emails that did not go",
  faults: "Faults that were logged",
  signInsRefused: "Tries to sign in that were wrong, or one too many",
} as const;

export type Counted = keyof typeof COUNTED;

export function count(what: Counted, by = 1): void {
  counts().set(what, (counts().get(what) ?? 0) + by);
}

export const countOf = (what: Counted): number => counts().get(what) ?? 0;
