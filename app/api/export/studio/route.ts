import { streamArchive } from "@/server/usecases/archive";
import { streamFile } from "../stream";

const ID = /^[0-9a-f-]{36}$/i;

/** The whole studio, or one client, as JSON. */
export function GET(request: Request): Promise<Response> {
  const client = new URL(request.url).searchParams.get("client");
  if (client !== null && !ID.test(client)) return Promise.resolve(new Response("Not found.", { status: 404 }));
  return streamFile(request, {
    name: client === null ? "studio.json" : "client.json",
    type: "application/json",
    parts: (scope) => streamArchive(scope, client),
  });
}
