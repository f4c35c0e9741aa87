import { check, nonEmptyString, strictObject } from "@/contract";
import { mayAsk, requestStudioSetup } from "@/server/auth";
import { isAddress, NO_ADDRESS } from "@/server/usecases/sign-up";
import { atTheEdge } from "../../edge";

const schema = strictObject({ email: nonEmptyString(200) });

/** The same answer whether the address is known or not. */
export const POST = (request: Request) =>
  atTheEdge(request, 2_000, async ({ input }) => {
    const read = check<{ email: string }>(schema, input);
    if (!read.ok || !isAddress(read.value.email)) return { status: 422, body: { message: NO_ADDRESS } };
    if (!(await mayAsk("founding", request.headers.get("x-yarvex-address") ?? "unknown")))
      return { status: 429, body: { message: "Too many tries. Wait 15 minutes and try again." } };
    await requestStudioSetup(read.value.email);
    return { body: { ok: true } };
  });
