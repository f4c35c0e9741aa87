/**
 * Which sessions change while pages are open, from the server's stream. Of several pages in a browser one holds the stream
 * and passes on what it says: a browser opens only six connections to a server.
 */

/** Null: anything may have changed since the stream was last there. */
type TellChange = (sessionId: string | null) => void;

const listeners = new Set<TellChange>();
const stream: { isStarted: boolean } = { isStarted: false };

/** Tells of every change until the answer is called. */
export function onSessionChanged(tell: TellChange): () => void {
  listeners.add(tell);
  start();
  return () => listeners.delete(tell);
}

function start(): void {
  if (stream.isStarted || typeof EventSource === "undefined") return;
  stream.isStarted = true;
  const channel = typeof BroadcastChannel === "undefined" ? null : new BroadcastChannel("yarvex-changes");
  const passOn = (sessionId: string | null) => {
    for (const tell of listeners) tell(sessionId);
  };
  if (channel) channel.onmessage = ({ data }: MessageEvent<string | null>) => passOn(data);
  // The first word of every stream, a new one after a lost one too, is that anything may have changed.
  const open = () => {
    const source = new EventSource("/api/live");
    source.onmessage = ({ data }: MessageEvent<string>) => {
      const sessionId = data === "" ? null : data;
      passOn(sessionId);
      channel?.postMessage(sessionId);
    };
    source.onerror = () => {
      // Refused, and not merely lost: the browser does not try again by itself.
      if (source.readyState === EventSource.CLOSED) setTimeout(open, REFUSED_MS);
    };
  };
  // Held until the page is closed; the next page then takes it.
  if (channel && navigator.locks) void navigator.locks.request("yarvex-changes", () => new Promise<never>(open));
  else open();
}

/** Signed out, or a proxy without its server: it is tried again, seldom. */
const REFUSED_MS = 30_000;
