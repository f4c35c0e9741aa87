import { check } from "@/contract";
import { acceptInvitation, takeInvitationSchema } from "@/server/usecases/invitations";
import { atTheEdge } from "../edge";

export const POST = (request: Request) =>
  atTheEdge(request, 2_000, async ({ input }) => {
    const read = check(takeInvitationSchema, input);
    if (!read.ok) return { status: 422, body: { problems: read.problems, message: "Fill in every field." } };
    const outcome = await acceptInvitation(read.value);
    if (outcome.kind === "ok") return { body: outcome.value };
    const problems = outcome.kind === "refused" ? outcome.problems : [];
    return { status: 422, body: { problems, message: problems[0]?.message ?? "This could not be done." } };
  });
