import { streamArchive } from "@/server/usecases/archive";
import { isId, streamFile } from "../stream";

/** The whole studio, or one client, as JSON. */
export function GET(request: Request): Promise<Response> {
  const client = new URL(request.url).searchParams.get("client");
  if (client !== null && !isId(client)) return Promise.resolve(new Response("Not found.", { status: 404 }));
  return streamFile(request, {
    name: client === null ? "studio.json" : "client.json",
    type: "application/json",
    parts: (scope) => streamArchive(scope, client),
  });
}
