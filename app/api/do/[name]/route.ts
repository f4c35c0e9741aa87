import { MOST_BYTES } from "@/contract";
import { scopeOf } from "@/server/auth";
import { executeUseCaseByName } from "@/server/usecases";
import { atTheEdge } from "../../edge";

/** One door for every use case: who is asking, what with, and the outcome as a status. */
export async function POST(request: Request, { params }: { params: Promise<{ name: string }> }) {
  const { name } = await params;
  return atTheEdge(request, MOST_BYTES(name), async ({ input }) => {
    const scope = await scopeOf(request.headers);
    if (!scope) return { status: 401, body: { message: "Sign in again." } };
    const outcome = await executeUseCaseByName(scope, name, input);
    switch (outcome.kind) {
      case "ok":
        return { body: Object(outcome.value) };
      case "otherPerson":
        return { status: 401, body: { message: "Somebody else is signed in on this device." } };
      case "notFound":
        return { status: 404, body: { message: "Not found." } };
      case "refused":
        return { status: 422, body: { problems: outcome.problems, message: outcome.problems[0]?.message } };
      case "conflict":
        return { status: 409, body: { message: outcome.message, current: outcome.current ?? null } };
    }
  });
}
