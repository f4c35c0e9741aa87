import { NextResponse } from "next/server";
import { queryDatabase } from "@/server/db";

export const dynamic = "force-dynamic";

/** Whether people can be served: the process and its database. */
export async function GET() {
  const { ok, tookMs } = await queryDatabase();
  const body = { ok, database: ok ? "answers" : "does not answer", tookMs };
  return NextResponse.json(body, { status: ok ? 200 : 503, headers: { "cache-control": "no-store" } });
}
