/** Keeps sending what waits, from whatever page is open: at once, when a network is back, and else ever more rarely. */
import { type BlockedBy, CLAIM_PAGE, countEntries, SYNC_TAG, sendWaiting } from "./outbox";
import { onEntriesChanged, readPerson } from "./store";

interface OutboxState {
  readonly waiting: number;
  readonly refused: number;
  readonly hindrance: BlockedBy | null;
}

const FIRST_MS = 4_000;
const MOST_MS = 60_000;

let state: OutboxState = { waiting: 0, refused: 0, hindrance: null };
const watchers = new Set<() => void>();
let timer: ReturnType<typeof setTimeout> | null = null;
let pause = FIRST_MS;
let started = false;

export const outbox = {
  get: (): OutboxState => state,
  subscribe(watch: () => void): () => void {
    watchers.add(watch);
    return () => watchers.delete(watch);
  },
};

function put(next: OutboxState): void {
  if (next.waiting === state.waiting && next.refused === state.refused && next.hindrance === state.hindrance) return;
  state = next;
  for (const watch of watchers) watch();
}

async function count(hindrance: BlockedBy | null): Promise<void> {
  const person = await readPerson();
  const entries = person ? await countEntries(person.memberId) : { waiting: 0, refused: 0 };
  put({ ...entries, hindrance: entries.waiting > 0 ? hindrance : null });
}

async function turn(): Promise<void> {
  if (timer) clearTimeout(timer);
  timer = null;
  const { hindrance, retryAfterMs } = await sendWaiting();
  await count(hindrance);
  if (state.waiting === 0) {
    pause = FIRST_MS;
    return;
  }
  pause = hindrance ? Math.min(MOST_MS, pause * 1.5) : FIRST_MS;
  timer ??= setTimeout(turn, retryAfterMs ?? pause);
  if (hindrance === "offline") void askToSync();
}

/** The service worker is woken when there is a network, also with no page open; few browsers can. */
async function askToSync(): Promise<void> {
  const registration = (await navigator.serviceWorker?.getRegistration?.()) as
    | (ServiceWorkerRegistration & { readonly sync?: { register(tag: string): Promise<void> } })
    | undefined;
  await registration?.sync?.register(SYNC_TAG).catch(() => undefined);
}

/** Has the worker serve this page, so that what it fetches later is there without a network too. */
async function registerServiceWorker(): Promise<void> {
  if (!("serviceWorker" in navigator)) return;
  await navigator.serviceWorker.register("/floor-sw.js");
  const { active } = await navigator.serviceWorker.ready;
  if (!navigator.serviceWorker.controller) active?.postMessage(CLAIM_PAGE);
}

/** Once a page. */
export function startSending(): void {
  if (started) return;
  started = true;
  const now = () => {
    pause = FIRST_MS;
    void turn();
  };
  window.addEventListener("online", now);
  document.addEventListener("visibilitychange", () => {
    if (document.visibilityState === "visible") now();
  });
  onEntriesChanged(() => {
    void count(state.hindrance).then(() => {
      // Something new waits and nothing is under way to send it.
      if (state.waiting > 0 && (timer === null || state.hindrance === null)) void turn();
    });
  });
  void registerServiceWorker().catch(() => undefined);
  now();
}
