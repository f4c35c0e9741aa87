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

const watchers = new Set<() => void>();
/** What this page knows of its outbox, and when it tries again. */
const sender: {
  state: OutboxState;
  timer: ReturnType<typeof setTimeout> | null;
  pauseMs: number;
  isStarted: boolean;
} = { state: { waiting: 0, refused: 0, hindrance: null }, timer: null, pauseMs: FIRST_MS, isStarted: false };

export const outbox = {
  get: (): OutboxState => sender.state,
  subscribe(watch: () => void): () => void {
    watchers.add(watch);
    return () => watchers.delete(watch);
  },
};

function put(next: OutboxState): void {
  if (
    next.waiting === sender.state.waiting &&
    next.refused === sender.state.refused &&
    next.hindrance === sender.state.hindrance
  )
    return;
  sender.state = next;
  for (const watch of watchers) watch();
}

async function count(hindrance: BlockedBy | null): Promise<void> {
  const person = await readPerson();
  const entries = person ? await countEntries(person.memberId) : { waiting: 0, refused: 0 };
  put({ ...entries, hindrance: entries.waiting > 0 ? hindrance : null });
}

async function turn(): Promise<void> {
  if (sender.timer) clearTimeout(sender.timer);
  sender.timer = null;
  const { hindrance, retryAfterMs } = await sendWaiting();
  await count(hindrance);
  if (sender.state.waiting === 0) {
    sender.pauseMs = FIRST_MS;
    return;
  }
  sender.pauseMs = hindrance ? Math.min(MOST_MS, sender.pauseMs * 1.5) : FIRST_MS;
  sender.timer ??= setTimeout(turn, retryAfterMs ?? sender.pauseMs);
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
  if (sender.isStarted) return;
  sender.isStarted = true;
  const now = () => {
    sender.pauseMs = FIRST_MS;
    void turn();
  };
  window.addEventListener("online", now);
  document.addEventListener("visibilitychange", () => {
    if (document.visibilityState === "visible") now();
  });
  onEntriesChanged(() => {
    void count(sender.state.hindrance).then(() => {
      // Something new waits and nothing is under way to send it.
      if (sender.state.waiting > 0 && (sender.timer === null || sender.state.hindrance === null)) void turn();
    });
  });
  void registerServiceWorker().catch(() => undefined);
  now();
}
