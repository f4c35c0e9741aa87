import { NextResponse } from "next/server";
import { scopeOf } from "@/server/auth";
import { askByName } from "@/server/usecases";
import { sameOrigin } from "../../same-origin";

const MOST_BYTES = 4_000_000;

/** One door for every use case: who is asking, what with, and the outcome as a status. */
export async function POST(request: Request, { params }: { params: Promise<{ name: string }> }) {
  if (!sameOrigin(request))
    return NextResponse.json({ message: "This request did not come from Yarvex." }, { status: 403 });
  const scope = await scopeOf(request.headers);
  if (!scope) return NextResponse.json({ message: "Sign in again." }, { status: 401 });
  const text = await request.text();
  if (text.length > MOST_BYTES)
    return NextResponse.json({ message: "That is too much to send at once." }, { status: 413 });
  let input: unknown;
  try {
    input = JSON.parse(text || "{}");
  } catch {
    return NextResponse.json({ message: "The request is not JSON." }, { status: 400 });
  }
  const outcome = await askByName(scope, (await params).name, input);
  switch (outcome.kind) {
    case "ok":
      return NextResponse.json(outcome.value);
    case "otherPerson":
      return NextResponse.json({ message: "Somebody else is signed in on this device." }, { status: 401 });
    case "notFound":
      return NextResponse.json({ message: "Not found." }, { status: 404 });
    case "refused":
      return NextResponse.json({ problems: outcome.problems, message: outcome.problems[0]?.message }, { status: 422 });
    case "conflict":
      return NextResponse.json({ message: outcome.message, current: outcome.current ?? null }, { status: 409 });
  }
}
