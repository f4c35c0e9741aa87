import { check, nonEmptyString, oneOfTexts, strictObject } from "@/contract";
import { scopeOf } from "@/server/auth";
import { beginTwoFactor, confirmTwoFactor, endTwoFactor } from "@/server/auth/two-factor";
import { type Answer, atTheEdge } from "../edge";

const STEPS = ["begin", "confirm", "end"] as const;

const schema = strictObject({ step: oneOfTexts(...STEPS), typed: nonEmptyString(200) });

const wrong = (message: string): Answer => ({
  status: 422,
  body: { problems: [{ field: "typed", message }], message },
});

/**
 * Two-step sign-in of a coach's own account, begun and ended by the password, confirmed by a first code. Apart from the use cases:
 * the auth library asks for the cookies themselves, and answers with new ones.
 */
export const POST = (request: Request) =>
  atTheEdge(request, 1_000, async ({ input }) => {
    const read = check<{ step: (typeof STEPS)[number]; typed: string }>(schema, input);
    if (!read.ok) return { status: 422, body: { problems: read.problems } };
    const scope = await scopeOf(request.headers);
    if (scope?.role !== "coach") return { status: 401, body: { message: "Sign in again." } };
    const { step, typed } = read.value;
    switch (step) {
      case "begin": {
        const begun = await beginTwoFactor(scope, typed, request.headers);
        return typeof begun === "string" ? wrong(begun) : { body: begun };
      }
      case "confirm": {
        const cookies = await confirmTwoFactor(typed, request.headers);
        return cookies
          ? { body: { isOn: true }, cookies }
          : wrong("This code is not right. The next one comes in a moment.");
      }
      case "end": {
        const ended = await endTwoFactor(scope, typed, request.headers);
        return typeof ended === "string" ? wrong(ended) : { body: { isOn: false }, cookies: ended };
      }
    }
  });
