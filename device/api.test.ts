import { afterEach, describe, expect, it, vi } from "vitest";
import { callApi, OWN_HEADER, type Reply, replySentence, send } from "./api";

const NOW = { [OWN_HEADER]: "1795600000000" };
const answering = (status: number, body: unknown, headers: Record<string, string> = NOW) =>
  vi.stubGlobal(
    "fetch",
    async () => new Response(typeof body === "string" ? body : JSON.stringify(body), { status, headers }),
  );

afterEach(() => vi.unstubAllGlobals());

describe("what the server's answer means to a device", () => {
  it.each<[number, unknown, Reply<unknown>]>([
    [200, { clients: [] }, { kind: "ok", value: { clients: [] } }],
    [401, {}, { kind: "signedOut" }],
    [404, {}, { kind: "notFound" }],
    [409, { message: "Changed elsewhere." }, { kind: "conflict", message: "Changed elsewhere." }],
    [
      422,
      { message: "Look again.", problems: [{ field: "name", message: "is missing" }] },
      { kind: "refused", message: "Look again.", problems: [{ field: "name", message: "is missing" }] },
    ],
    [413, { message: "Too much at once." }, { kind: "refused", message: "Too much at once.", problems: [] }],
    [403, { message: "Not from Yarvex." }, { kind: "refused", message: "Not from Yarvex.", problems: [] }],
    [500, { message: "Error number: 1." }, { kind: "fault", isBusy: false, retryAfterMs: null }],
    [500, "broken off", { kind: "fault", isBusy: false, retryAfterMs: null }],
    [200, '{"clients": [', { kind: "offline" }],
  ])("%d", async (status, body, reply) => {
    answering(status, body);
    expect(await callApi("clients.names", {})).toEqual(reply);
  });

  it("a busy server says when to come again", async () => {
    answering(503, { message: "Busy." }, { ...NOW, "retry-after": "2" });
    expect(await callApi("clients.names", {})).toEqual({ kind: "fault", isBusy: true, retryAfterMs: 2000 });
  });

  it.each([
    [200, "<html>Sign in to the café's network</html>", { kind: "offline" }],
    [404, "<html>no such page</html>", { kind: "offline" }],
    [502, "<html>bad gateway</html>", { kind: "fault", isBusy: true, retryAfterMs: null }],
  ])("what is not ours is no answer of ours: %d", async (status, body, reply) => {
    answering(status, body, {});
    expect(await callApi("clients.names", {})).toEqual(reply);
  });

  it("a wrong password is refused in words, and is no session that ran out", async () => {
    answering(401, { message: "Address and password do not go together." });
    expect(await send("/api/sign-in", {})).toMatchObject({ kind: "refused", message: /go together/ });
  });

  it("no network is no answer, and nothing is thrown", async () => {
    vi.stubGlobal("fetch", async () => {
      throw new TypeError("Failed to fetch");
    });
    expect(await callApi("clients.names", {})).toEqual({ kind: "offline" });
  });

  it.each<[Exclude<Reply<unknown>, { kind: "ok" }>, RegExp]>([
    [{ kind: "offline" }, /still here/],
    [{ kind: "fault", isBusy: true, retryAfterMs: null }, /busy/],
    [{ kind: "fault", isBusy: false, retryAfterMs: null }, /went wrong/],
    [{ kind: "signedOut" }, /Sign in again/],
    [{ kind: "notFound" }, /not there any more/],
    [{ kind: "conflict", message: "Changed elsewhere." }, /^Changed elsewhere\.$/],
    [{ kind: "refused", message: "Look again.", problems: [] }, /^Look again\.$/],
  ])("is said: %j", (reply, words) => {
    expect(replySentence(reply)).toMatch(words);
  });

  it("of what is only read nothing is said to have been typed", () => {
    expect(replySentence({ kind: "offline" }, "read")).toBe("The server cannot be reached. Try again.");
    expect(replySentence({ kind: "fault", isBusy: true, retryAfterMs: null }, "read")).toBe(
      "The server is busy. Try again in a moment.",
    );
  });
});
