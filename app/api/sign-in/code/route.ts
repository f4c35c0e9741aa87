import { booleanValue, check, nonEmptyString, strictObject } from "@/contract";
import { signInByCode } from "@/server/auth";
import { atTheEdge } from "../../edge";
import { tooManyTries } from "../too-many";

const schema = strictObject({ code: nonEmptyString(40), trustDevice: booleanValue() });

/** The second step of signing in; the cookies of the first say whose code it is. */
export const POST = (request: Request) =>
  atTheEdge(request, 1_000, async ({ input }) => {
    const read = check<{ code: string; trustDevice: boolean }>(schema, input);
    if (!read.ok) return { status: 422, body: { message: "Type the code." } };
    const outcome = await signInByCode(read.value.code, read.value.trustDevice, request.headers);
    switch (outcome?.kind) {
      case "in":
        return { body: { isIn: true }, cookies: outcome.headers };
      case "tooMany":
        return tooManyTries(outcome.seconds);
      case "wrong":
        return {
          status: 422,
          body: { problems: [{ field: "code", message: "This code is not right, or was used." }] },
        };
      default:
        return { status: 409, body: { message: "That took too long, or too many codes were wrong. Sign in again." } };
    }
  });
