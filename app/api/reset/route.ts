import { check, nonEmptyString, strictObject } from "@/contract";
import { mayAsk, requestPasswordReset } from "@/server/auth";
import { atTheEdge } from "../edge";

const schema = strictObject({ email: nonEmptyString(200) });

/** The same answer whether the address is known or not. */
export const POST = (request: Request) =>
  atTheEdge(request, 2_000, async ({ input }) => {
    const read = check<{ email: string }>(schema, input);
    if (!read.ok) return { status: 422, body: { message: "Give the address that you sign in with." } };
    if (!(await mayAsk("reset", request.headers.get("x-yarvex-address") ?? "unknown")))
      return { status: 429, body: { message: "Too many tries. Wait 15 minutes and try again." } };
    await requestPasswordReset(read.value.email);
    return { body: { ok: true } };
  });
