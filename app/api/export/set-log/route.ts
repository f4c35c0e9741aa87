import { streamSetLog } from "@/server/usecases/set-log";
import { streamFile } from "../stream";

const ID = /^[0-9a-f-]{36}$/i;

/** The set log of everybody, or of one client, as separated values. */
export function GET(request: Request): Promise<Response> {
  const client = new URL(request.url).searchParams.get("client");
  if (client !== null && !ID.test(client)) return Promise.resolve(new Response("Not found.", { status: 404 }));
  return streamFile(request, {
    name: "set-log.csv",
    type: "text/csv; charset=utf-8",
    parts: (scope) => streamSetLog(scope, client),
  });
}
