/** Addresses as they are logged and counted: without what they name. */
import { INPUTS } from "../contract";

const ID = /[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}/gi;
const PAGES =
  /^\/(account|after|api|card|clients|exercises|floor|found|gym|import|invitation|look|me|outbox|reset|review|session|shared|sign-in|today|weeks)(\/|$)/;

/** What stands in our addresses after the first part, beside ids and names of use cases. */
const WORDS = new Set(
  "account carry-on code do email export health live openapi.json ready reset review session-calendar set set-log sign-in sign-out sign-up invitation studio two-factor v1 weeks you :id".split(
    " ",
  ),
);

/** A path without what it names: ids, secrets, and whatever is no address of ours. */
export function routeOf(path: string): string {
  if (path === "/") return path;
  if (path.startsWith("/_next/")) return "/_next";
  if (path.startsWith("/calendar/")) return "/calendar/:file";
  if (!PAGES.test(path)) return "other";
  const route = path.replace(ID, ":id");
  const [, , ...further] = route.split("/");
  // Whatever else is asked for is one route: each is a series of figures that stays.
  return further.every((part) => WORDS.has(part) || Object.hasOwn(INPUTS, part)) ? route : "other";
}
