import { serverNowMs } from "@/server/clock";
import { isBusy } from "@/server/db";
import { readCalendar } from "@/server/usecases/calendar";

/** A calendar that is followed by its address: who knows the address may read it, until it is taken back. */
export async function GET(_request: Request, { params }: { params: Promise<{ file: string }> }): Promise<Response> {
  const { file } = await params;
  const secret = /^([\w-]{20,100})\.ics$/.exec(file)?.[1];
  if (secret === undefined) return new Response("Not found.", { status: 404 });
  try {
    const text = await readCalendar(secret, serverNowMs());
    if (text === null) return new Response("Not found.", { status: 404 });
    return new Response(text, {
      headers: {
        "content-type": "text/calendar; charset=utf-8",
        "cache-control": "private, max-age=300",
        "referrer-policy": "no-referrer",
      },
    });
  } catch (error) {
    if (!isBusy(error)) throw error;
    return new Response("The server is busy; ask again in a moment.", { status: 503, headers: { "retry-after": "5" } });
  }
}
