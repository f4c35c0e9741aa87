/** Addresses as they are logged and counted: without what they name. */
const ID = /[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}/gi;
const PAGES =
  /^\/(account|after|api|card|clients|exercises|floor|found|gym|import|invitation|look|me|outbox|reset|review|session|shared|sign-in|today|weeks)(\/|$)/;

/** A path without what it names: ids, secrets, and whatever is no address of ours. */
export function routeOf(path: string): string {
  if (path === "/") return path;
  if (path.startsWith("/_next/")) return "/_next";
  if (path.startsWith("/calendar/")) return "/calendar/:file";
  if (!PAGES.test(path)) return "other";
  const route = path.replace(ID, ":id");
  return /^[/a-zA-Z0-9.:-]{1,60}$/.test(route) ? route : "other";
}
