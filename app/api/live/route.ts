import { scopeOf } from "@/server/auth";
import { serverNowMs } from "@/server/clock";
import { subscribeToChanges } from "@/server/db/changes";
import { sameOrigin } from "../same-origin";

export const dynamic = "force-dynamic";

/** A line now and then keeps proxies from closing the stream, and is when it is asked whether its reader is still signed in. */
const BEAT_MS = 20_000;

/**
 * Server-sent events: the id of each session in the asker's scope whose log has grown, and an empty one when anything may
 * have changed. Ids alone: what they stand for is read by the use cases.
 */
export async function GET(request: Request): Promise<Response> {
  if (!sameOrigin(request)) return new Response(null, { status: 403 });
  const scope = await scopeOf(request.headers);
  if (!scope) return new Response(null, { status: 401 });
  const encoder = new TextEncoder();
  let end = () => {};
  const body = new ReadableStream<Uint8Array>({
    start(controller) {
      const write = (text: string) => controller.enqueue(encoder.encode(text));
      write("retry: 2000\n\n");
      const unsubscribe = subscribeToChanges(
        scope,
        (sessionId) => write(`data: ${sessionId ?? ""}\n\n`),
        () => end(),
      );
      const beat = setInterval(async () => {
        const now = await scopeOf(request.headers).catch(() => scope);
        if (now?.memberId === scope.memberId) write(":\n\n");
        else end();
      }, BEAT_MS);
      end = () => {
        end = () => {};
        unsubscribe();
        clearInterval(beat);
        try {
          controller.close();
        } catch {
          // Whoever read it has left.
        }
      };
      request.signal.addEventListener("abort", () => end());
    },
    cancel: () => end(),
  });
  return new Response(body, {
    headers: {
      "content-type": "text/event-stream",
      "cache-control": "no-store, no-transform",
      "x-accel-buffering": "no",
      "x-yarvex-now": String(serverNowMs()),
    },
  });
}
