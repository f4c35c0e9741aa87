import { NextResponse } from "next/server";
import { check, exact, said } from "@/contract";
import { signIn } from "@/server/auth";
import { sameOrigin } from "../same-origin";

const schema = exact({ email: said(200), password: said(200) });

export async function POST(request: Request) {
  if (!sameOrigin(request))
    return NextResponse.json({ message: "This request did not come from Yarvex." }, { status: 403 });
  const read = check<{ email: string; password: string }>(schema, await request.json().catch(() => null));
  if (!read.ok) return NextResponse.json({ message: "Give your address and password." }, { status: 422 });
  const address = request.headers.get("x-yarvex-address") ?? "unknown";
  const outcome = await signIn(read.value.email, read.value.password, address, request.headers);
  switch (outcome.kind) {
    case "wrong":
      return NextResponse.json({ message: "This address and password do not belong together." }, { status: 401 });
    case "tooMany":
      return NextResponse.json(
        { message: `Too many tries. Wait ${outcome.minutes} minutes and try again.` },
        { status: 429 },
      );
    case "in":
      return withCookies(outcome.headers);
  }
}

function withCookies(headers: Headers): NextResponse {
  const response = NextResponse.json({ ok: true });
  for (const cookie of headers.getSetCookie()) response.headers.append("set-cookie", cookie);
  return response;
}
