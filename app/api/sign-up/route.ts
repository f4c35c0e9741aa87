import { NextResponse } from "next/server";
import { check } from "@/contract";
import { mayFound } from "@/server/auth";
import { foundStudio, foundStudioSchema } from "@/server/usecases/sign-up";
import { sameOrigin } from "../same-origin";

export async function POST(request: Request) {
  if (!sameOrigin(request))
    return NextResponse.json({ message: "This request did not come from Yarvex." }, { status: 403 });
  const read = check(foundStudioSchema, await request.json().catch(() => null));
  if (!read.ok) return NextResponse.json({ problems: read.problems, message: "Fill in every field." }, { status: 422 });
  if (!(await mayFound(request.headers.get("x-yarvex-address") ?? "unknown"))) {
    return NextResponse.json({ message: "Too many tries. Wait 15 minutes and try again." }, { status: 429 });
  }
  const outcome = await foundStudio(read.value);
  if (outcome.kind === "refused")
    return NextResponse.json({ problems: outcome.problems, message: outcome.problems[0]?.message }, { status: 422 });
  return NextResponse.json({ ok: true });
}
