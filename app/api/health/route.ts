import { NextResponse } from "next/server";

export const dynamic = "force-dynamic";

/** Whether the process itself is there, whatever its database does: where it is not, it is to be started anew. */
export const GET = () => NextResponse.json({ ok: true }, { headers: { "cache-control": "no-store" } });
