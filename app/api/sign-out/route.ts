import { signOut } from "@/server/auth";
import { atTheEdge } from "../edge";

export const POST = (request: Request) =>
  atTheEdge(request, 1_000, async () => ({ body: { ok: true }, cookies: await signOut(request.headers) }));
