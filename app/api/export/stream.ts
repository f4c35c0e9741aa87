import { scopeOf } from "@/server/auth";
import type { Scope } from "@/server/db";
import { logFault } from "@/server/log";

/** An id in an address. */
export const isId = (text: string): boolean => /^[0-9a-f-]{36}$/i.test(text);

interface Streamed {
  /** The file's name, without what a header could not hold. */
  readonly name: string;
  readonly type: string;
  /** What comes, part by part; null: it is not there. */
  readonly parts: (scope: Scope) => Promise<AsyncGenerator<string> | null>;
}

/** Answers with a file that is sent as it is made; whoever goes away ends the making. */
export async function streamFile(request: Request, { name, type, parts }: Streamed): Promise<Response> {
  const scope = await scopeOf(request.headers);
  if (!scope) return new Response("Sign in again.", { status: 401 });
  const found = await parts(scope);
  if (!found) return new Response("Not found.", { status: 404 });
  const encoder = new TextEncoder();
  const body = new ReadableStream<Uint8Array>({
    async pull(controller) {
      try {
        const { done, value } = await found.next();
        if (done) controller.close();
        else controller.enqueue(encoder.encode(value));
      } catch (error) {
        logFault("a file on its way out", error);
        controller.error(error);
      }
    },
    async cancel() {
      await found.return(undefined);
    },
  });
  return new Response(body, {
    headers: {
      "content-type": type,
      "content-disposition": `attachment; filename="${name.replaceAll(/[^\w.-]+/g, "-")}"`,
      "cache-control": "no-store",
    },
  });
}
