import { check, nonEmptyString, strictObject } from "@/contract";
import { resetPassword } from "@/server/auth";
import { atTheEdge } from "../../edge";

const schema = strictObject({ secret: nonEmptyString(100), password: nonEmptyString(200) });

export const POST = (request: Request) =>
  atTheEdge(request, 2_000, async ({ input }) => {
    const read = check<{ secret: string; password: string }>(schema, input);
    if (!read.ok || read.value.password.length < 10)
      return { status: 422, body: { message: "A password of at least 10 characters." } };
    const isSet = await resetPassword(read.value.secret, read.value.password);
    if (!isSet) return { status: 422, body: { message: "This link has been used or is too old. Ask for a new one." } };
    return { body: { ok: true } };
  });
