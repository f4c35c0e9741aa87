import { openApi } from "@/contract";

/** What other programs may ask. */
export function GET(request: Request): Response {
  return Response.json(openApi(process.env.YARVEX_URL ?? new URL(request.url).origin));
}
