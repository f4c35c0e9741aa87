import { createHmac } from "node:crypto";
import { beforeAll, describe, expect, it } from "vitest";
import type { HookEvent } from "../../views";
import { newId } from "../db";
import { doneIn, eventIn, openFloor, send } from "../testing/floor";
import { clock, hasDatabase, makeStudio, prepareDatabase, type TestStudio, value } from "../testing/studio";
import { executeUseCase } from "../usecases";
import { isOpenAddress, messageOf, tellDue } from "./webhooks";

type Message = ReturnType<typeof messageOf>;

it("only addresses of the open network are told", () => {
  const open = ["93.184.216.34", "2606:2800:220:1::1"];
  const closed = [
    "127.0.0.1",
    "10.1.2.3",
    "192.168.0.1",
    "172.16.0.9",
    "169.254.169.254",
    "0.0.0.0",
    "::1",
    "fd00::1",
    "fe80::1",
    "::ffff:127.0.0.1",
    "100.64.0.1",
  ];
  expect([open.every(isOpenAddress), closed.some(isOpenAddress)]).toEqual([true, false]);
});

it("what is told is signed by the time and the body, so that nobody else can tell it, nor the same again later", () => {
  const delivery = {
    ...{
      studio_id: "s",
      id: "d",
      url: "https://hooks.example/y",
      secret: "quiet",
      event: "pain" as const,
      attempts: 1,
    },
    ...{ payload: { pain: 6 }, created_at: "2026-12-02T11:00:00Z" },
  };
  const { body, headers } = messageOf(delivery, Date.parse("2026-12-02T11:00:05Z"));
  expect(JSON.parse(body)).toEqual({ id: "d", event: "pain", at: "2026-12-02T11:00:00.000Z", pain: 6 });
  const [, time, signature] = /^t=(\d+),v1=([0-9a-f]{64})$/.exec(headers["yarvex-signature"]!)!;
  expect(time).toBe("1796209205");
  expect(createHmac("sha256", "quiet").update(`${time}.${body}`).digest("hex")).toBe(signature);
});

describe.runIf(hasDatabase)("other programs are told", () => {
  let studio: TestStudio;
  const as = <K extends "hooks.list" | "hooks.remove">(name: K, input: Parameters<typeof executeUseCase<K>>[2]) =>
    executeUseCase(studio.coach, name, input, clock);
  const add = async (events: readonly HookEvent[]) => {
    const url = `https://${newId()}.example/hook`;
    value(await executeUseCase(studio.coach, "hooks.add", { url, events }, clock));
    return url;
  };
  /** One pass; what was told to an address, answered as is said. */
  const pass = async (url: string, answer: string, nowMs = Date.now()) => {
    const told: Message[] = [];
    await tellDue(async (message) => {
      if (message.url === url) told.push(message);
      return { isTaken: answer === "200", outcome: answer };
    }, nowMs);
    return told.map(({ body }) => JSON.parse(body) as Record<string, unknown>);
  };
  const logOf = async (url: string) =>
    value(await as("hooks.list", {})).hooks.find((hook) => hook.url === url)!.deliveries;

  beforeAll(async () => {
    await prepareDatabase();
    studio = await makeStudio("Willow");
  });

  it("of a client's message, of pain that stops a lift, and of a session that is done, each once", async () => {
    const [{ id: clientId, sessionId, scope }] = studio.clients;
    const url = await add(["message", "pain", "session.done"]);
    const other = await add(["message"]);
    value(await executeUseCase(studio.coach, "sessions.send", { sessionId }, clock));
    const message = { id: newId(), clientId, sessionId: null, text: "May I row?" };
    for (const _ of [1, 2]) value(await executeUseCase(scope, "messages.write", message, clock));
    value(await executeUseCase(studio.coach, "messages.write", { ...message, id: newId() }, clock));
    const view = await openFloor(scope, sessionId);
    const events = [
      doneIn(view, 0, { pain: 3 }),
      doneIn(view, 1, { pain: 6 }),
      eventIn(view, { kind: "ended", sessionRpe: 7, note: "" }),
    ];
    for (const _ of [1, 2]) value(await send(scope, sessionId, events));
    const told = await pass(url, "200");
    expect(told.map(({ event }) => event).sort()).toEqual(["message", "pain", "session.done"]);
    expect(told.find(({ event }) => event === "message")).toMatchObject({ messageId: message.id, clientId });
    expect(told.find(({ event }) => event === "pain")).toMatchObject({
      sessionId,
      clientId,
      pain: 6,
      exerciseId: "bench-press",
    });
    expect(await pass(url, "200")).toEqual([]);
    expect((await logOf(url)).map(({ isTaken, attempts, nextAtMs }) => [isTaken, attempts, nextAtMs])).toEqual(
      Array(3).fill([true, 1, null]),
    );
    expect(await logOf(other)).toHaveLength(1);
  });

  it("what is not taken is tried again, later each time, and given up in the end; its log says what came back", async () => {
    const [, { id: clientId, scope }] = studio.clients;
    const url = await add(["message"]);
    value(
      await executeUseCase(scope, "messages.write", { id: newId(), clientId, sessionId: null, text: "Hello" }, clock),
    );
    const waits: (number | null)[] = [];
    // Each pass is made as of a past so far back that the next is due at once.
    for (let tries = 1; tries <= 6; tries++) {
      const nowMs = Date.now() - 86_400_000;
      expect(await pass(url, "502", nowMs)).toHaveLength(1);
      const [line] = await logOf(url);
      waits.push(line!.nextAtMs === null ? null : Math.round((line!.nextAtMs - nowMs) / 60_000));
      expect(line).toMatchObject({ attempts: tries, isTaken: false, outcome: "502" });
    }
    expect(waits).toEqual([1, 5, 30, 120, 720, null]);
    expect(await pass(url, "502")).toEqual([]);
    const { hooks } = value(await as("hooks.list", {}));
    value(await as("hooks.remove", { hookId: hooks.find((hook) => hook.url === url)!.id }));
    expect(value(await as("hooks.list", {})).hooks.some((hook) => hook.url === url)).toBe(false);
  });
});
