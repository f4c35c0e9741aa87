/** What goes wrong while a page is made, by the mark that its reader sees. */
export async function onRequestError(error: unknown, request: { readonly path: string; readonly method: string }) {
  if (process.env.NEXT_RUNTIME !== "nodejs") return;
  const { logFault } = await import("./server/log");
  const { routeOf } = await import("./server/route-name");
  const mark = (error as { digest?: unknown } | null)?.digest;
  logFault("a page", error, { mark, route: routeOf(request.path.split("?")[0] ?? ""), method: request.method });
}
