/** Cookies alone do not authorise a request from another site. */
export function sameOrigin(request: Request): boolean {
  const origin = request.headers.get("origin");
  if (origin === null) return request.headers.get("sec-fetch-site") !== "cross-site";
  return URL.canParse(origin) && new URL(origin).host === request.headers.get("host");
}
