import { check, nonEmptyString, strictObject } from "@/contract";
import { signIn } from "@/server/auth";
import { count } from "@/server/request";
import { atTheEdge } from "../edge";
import { tooManyTries } from "./too-many";

const schema = strictObject({ email: nonEmptyString(200), password: nonEmptyString(200) });

export const POST = (request: Request) =>
  atTheEdge(request, 4_000, async ({ input }) => {
    const read = check<{ email: string; password: string }>(schema, input);
    if (!read.ok) return { status: 422, body: { message: "Give your address and password." } };
    const address = request.headers.get("x-yarvex-address") ?? "unknown";
    const outcome = await signIn(read.value.email, read.value.password, address, request.headers);
    if (outcome.kind === "wrong" || outcome.kind === "tooMany") count("signInsRefused");
    switch (outcome.kind) {
      case "wrong":
        return { status: 401, body: { message: "This address and password do not belong together." } };
      case "tooMany":
        return tooManyTries(outcome.seconds);
      case "code":
        return { body: { asksForCode: true }, cookies: outcome.headers };
      case "in":
        return { body: { asksForCode: false }, cookies: outcome.headers };
    }
  });
