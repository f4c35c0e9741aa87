import { NextResponse } from "next/server";
import { queryDatabase } from "@/server/db";
import { isStopping } from "@/server/request";

export const dynamic = "force-dynamic";

/** Whether requests may be led here: the database answers, and the process is not about to stop. */
export async function GET() {
  const { ok, tookMs } = await queryDatabase();
  const isReady = ok && !isStopping();
  const body = { ok: isReady, database: ok ? "answers" : "does not answer", tookMs, isStopping: isStopping() };
  return NextResponse.json(body, { status: isReady ? 200 : 503, headers: { "cache-control": "no-store" } });
}
