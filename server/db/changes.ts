/**
 * Live updates by PostgreSQL's LISTEN and NOTIFY: which session's log has grown, told to the open pages of every web process.
 * The transaction that stores entries notifies, and is heard after its commit; each process listens over one connection of its
 * own. The message carries ids alone: whoever hears it reads the session again, in a scope of their own.
 */
import pg from "pg";
import { logFault } from "../log";
import type { Scope } from ".";
import { listenUrl } from "./pools";

/** A session whose log has grown or whose figures were derived anew; null: anything may have changed meanwhile. */
type TellChange = (sessionId: string | null) => void;

interface Subscriber {
  readonly studioId: string;
  readonly memberId: string;
  /** Null: of all clients. */
  readonly clientId: string | null;
  readonly tell: TellChange;
  /** The stream is ended by the server. */
  readonly end: () => void;
}

interface Listener {
  readonly subscribers: Set<Subscriber>;
  client: pg.Client | null;
  /** Whether what is told is heard. */
  isListening: boolean;
  timer: NodeJS.Timeout | null;
  pauseMs: number;
}

/** The name under which changes are told; the text that goes with it is the studio's, the client's and the session's id. */
export const CHANGES = "yarvex_session";
/** A person's browsers keep one each; with one more than this the oldest is ended. */
const MOST_STREAMS = 12;
const FIRST_PAUSE_MS = 250;
const MOST_PAUSE_MS = 10_000;

// One a process, also across the bundler's copies of this module.
const holder = globalThis as typeof globalThis & { yarvexListener?: Listener };

function listener(): Listener {
  holder.yarvexListener ??= {
    subscribers: new Set(),
    client: null,
    isListening: false,
    timer: null,
    pauseMs: FIRST_PAUSE_MS,
  };
  return holder.yarvexListener;
}

/**
 * Tells of every change in scope until the answer is called; the first thing told, as soon as changes are heard, is that
 * anything may have changed. `end` is called when the server stops.
 */
export function subscribeToChanges(scope: Scope, tell: TellChange, end: () => void): () => void {
  const state = listener();
  const clientId = scope.role === "client" ? scope.clientId : null;
  const { studioId, memberId } = scope;
  const own = [...state.subscribers].filter((one) => one.memberId === memberId);
  if (own.length >= MOST_STREAMS) own[0]?.end();
  const subscriber: Subscriber = { studioId, memberId, clientId, tell, end };
  state.subscribers.add(subscriber);
  if (state.isListening) tell(null);
  else if (!state.client && !state.timer) void listen(state);
  return () => {
    state.subscribers.delete(subscriber);
  };
}

/** Opens the connection; when it is lost another one is opened, and everybody reads anew: what was told meanwhile is not told again. */
async function listen(state: Listener): Promise<void> {
  const client = new pg.Client({ connectionString: listenUrl(), keepAlive: true });
  state.client = client;
  const lost = (error?: Error) => {
    if (state.client !== client) return;
    state.client = null;
    state.isListening = false;
    if (error) logFault("the connection that listens for changes was lost", error);
    client.removeAllListeners("notification");
    void client.end().catch(() => undefined);
    if (state.subscribers.size === 0) return;
    state.timer = setTimeout(() => {
      state.timer = null;
      void listen(state);
    }, state.pauseMs).unref();
    state.pauseMs = Math.min(MOST_PAUSE_MS, state.pauseMs * 2);
  };
  client.on("error", lost);
  client.on("end", () => lost());
  client.on("notification", ({ payload = "" }) => {
    const [studioId, clientId, sessionId = null] = payload.split(" ");
    for (const one of state.subscribers)
      if (one.studioId === studioId && (one.clientId === null || one.clientId === clientId)) one.tell(sessionId);
  });
  try {
    await client.connect();
    await client.query(`listen ${CHANGES}`);
    state.pauseMs = FIRST_PAUSE_MS;
    state.isListening = true;
    for (const one of state.subscribers) one.tell(null);
  } catch (error) {
    lost(error instanceof Error ? error : new Error(String(error)));
  }
}

/** Ends every stream and the connection, so that the server can stop. */
export async function stopListening(): Promise<void> {
  const state = holder.yarvexListener;
  if (!state) return;
  holder.yarvexListener = undefined;
  for (const { end } of state.subscribers) end();
  state.subscribers.clear();
  if (state.timer) clearTimeout(state.timer);
  const { client } = state;
  state.client = null;
  await client?.end().catch(() => undefined);
}
