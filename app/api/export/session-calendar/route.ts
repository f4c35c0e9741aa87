import { scopeOf } from "@/server/auth";
import { serverNowMs } from "@/server/clock";
import { readSessionFile } from "@/server/usecases/calendar";
import { isId } from "../stream";

/** One session as an iCalendar (.ics) file. */
export async function GET(request: Request): Promise<Response> {
  const scope = await scopeOf(request.headers);
  if (!scope) return new Response("Sign in again.", { status: 401 });
  const sessionId = new URL(request.url).searchParams.get("s") ?? "";
  const text = isId(sessionId) ? await readSessionFile(scope, sessionId, serverNowMs()) : null;
  if (text === null) return new Response("Not found.", { status: 404 });
  return new Response(text, {
    headers: {
      "content-type": "text/calendar; charset=utf-8",
      "content-disposition": 'attachment; filename="session.ics"',
      "cache-control": "no-store",
    },
  });
}
