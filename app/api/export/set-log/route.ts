import { streamSetLog } from "@/server/usecases/set-log";
import { isId, streamFile } from "../stream";

/** The set log of everybody, or of one client, as separated values. */
export function GET(request: Request): Promise<Response> {
  const client = new URL(request.url).searchParams.get("client");
  if (client !== null && !isId(client)) return Promise.resolve(new Response("Not found.", { status: 404 }));
  return streamFile(request, {
    name: "set-log.csv",
    type: "text/csv; charset=utf-8",
    parts: (scope) => streamSetLog(scope, client),
  });
}
