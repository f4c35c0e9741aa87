import { NextResponse } from "next/server";
import { signOut } from "@/server/auth";
import { sameOrigin } from "../same-origin";

export async function POST(request: Request) {
  if (!sameOrigin(request))
    return NextResponse.json({ message: "This request did not come from Yarvex." }, { status: 403 });
  const headers = await signOut(request.headers);
  const response = NextResponse.json({ ok: true });
  for (const cookie of headers.getSetCookie()) response.headers.append("set-cookie", cookie);
  return response;
}
