import { check } from "@/contract";
import { mayAsk } from "@/server/auth";
import { setUpStudio, setUpStudioSchema } from "@/server/usecases/sign-up";
import { atTheEdge } from "../edge";

export const POST = (request: Request) =>
  atTheEdge(request, 4_000, async ({ input }) => {
    const read = check(setUpStudioSchema, input);
    if (!read.ok) return { status: 422, body: { problems: read.problems, message: "Fill in every field." } };
    if (!(await mayAsk("founding", request.headers.get("x-yarvex-address") ?? "unknown")))
      return { status: 429, body: { message: "Too many tries. Wait 15 minutes and try again." } };
    const outcome = await setUpStudio(read.value);
    if (outcome.kind !== "ok") {
      const problems = outcome.kind === "refused" ? outcome.problems : [];
      return { status: 422, body: { problems, message: problems[0]?.message ?? "This could not be done." } };
    }
    return { body: outcome.value };
  });
