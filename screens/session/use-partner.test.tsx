// @vitest-environment happy-dom
import { act, renderHook } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { createStore } from "zustand/vanilla";
import type { SessionDocument } from "@/core";
import { read } from "@/core/testing/helpers";
import { computeSession, type SessionView } from "@/views";
import { testContext } from "@/views/testing/context";
import type { DeskState, DeskStore } from "./desk-state";
import { viewOf as deskView } from "./testing/view";
import { DeskContext } from "./use-desk";
import { usePartner } from "./use-partner";

const ask = vi.hoisted(() => vi.fn());
vi.mock("@/device/api", () => ({ callApi: ask, replySentence: ({ kind }: { kind: string }) => `(${kind})` }));

const MINE = read("A1 Plank 3x40s r30");
const THEIRS = read("A1 Plank 3x60s r30");

const viewOf = (document: SessionDocument, more: Partial<SessionView> = {}): SessionView =>
  deskView(document, {
    client: { ...testContext().client, name: "Tobias" },
    sessionId: "theirs",
    ...more,
  });

/** A desk whose session is trained together with another; with what it was told of its rests. */
function deskOf({ isTogether = true, save = "saved", document = MINE, locked = false } = {}) {
  const setRested = vi.fn();
  const computed = computeSession(document, testContext());
  const partner = isTogether ? { sessionId: "theirs", clientName: "Tobias" } : null;
  const view = { partner, client: { name: "Ines" } };
  const state = { view, locked, save: { kind: save }, document, computed, setRested } as unknown as DeskState;
  return { desk: createStore(() => state), setRested };
}
/** The partner, as a part of that desk has it. */
const partnerAt = (desk: DeskStore) =>
  renderHook(usePartner, { wrapper: ({ children }) => <DeskContext value={desk}>{children}</DeskContext> });
const shows = (view: SessionView) => ({ kind: "ok", value: view });
const edits = () => ask.mock.calls.filter(([name]) => name === "sessions.edit").map(([, input]) => input);
const turn = (ms = 0) => act(() => vi.advanceTimersByTimeAsync(ms));
const kept = () => localStorage.getItem("yarvex:desk:theirs");

beforeEach(() => {
  vi.useFakeTimers();
  localStorage.clear();
  ask.mockReset();
});
afterEach(() => vi.useRealTimers());

describe("the session that is trained together with the desk's", () => {
  it("is read, put into one time with it, and tells each what is really rested", async () => {
    ask.mockResolvedValue(shows(viewOf(THEIRS)));
    const { desk, setRested } = deskOf();
    const { result } = partnerAt(desk);
    expect(result.current).toBeNull();
    await turn();
    expect(ask).toHaveBeenCalledWith("sessions.show", { sessionId: "theirs" });
    // Three rounds of 40 s and 60 s in turn.
    expect(result.current!.joint.seconds).toBe(300);
    const blockOf = ({ blocks }: SessionDocument) => blocks[0]!.id;
    const told = setRested.mock.lastCall?.[0];
    expect(told).toEqual({ [blockOf(MINE)]: [60, 60, null] });
  });

  it("goes on alone once the other has begun, and that is said; not where this one has begun too", async () => {
    ask.mockResolvedValue(shows(viewOf(THEIRS)));
    const both = partnerAt(deskOf().desk);
    await turn();
    expect(both.result.current!.apart).toBeNull();
    ask.mockResolvedValue(shows(viewOf(THEIRS, { state: "started" })));
    const { result } = partnerAt(deskOf().desk);
    await turn();
    expect(result.current!.apart).toBe("Tobias's session has been started: what is changed here is Ines's alone.");
    const begun = partnerAt(deskOf({ locked: true }).desk);
    await turn();
    expect(begun.result.current!.apart).toBeNull();
  });

  it("is nobody's where the session is trained alone", async () => {
    const { desk, setRested } = deskOf({ isTogether: false });
    const { result } = partnerAt(desk);
    await turn();
    expect(result.current).toBeNull();
    expect(ask).not.toHaveBeenCalled();
    expect(setRested.mock.calls.every(([rests]) => rests === undefined)).toBe(true);
  });

  it("is read again when the desk has saved, for what is shared goes there by itself", async () => {
    ask.mockResolvedValue(shows(viewOf(THEIRS)));
    const first = deskOf();
    const { result } = partnerAt(first.desk);
    const save = (kind: "saved" | "saving") => act(() => first.desk.setState({ save: { kind } }));
    await turn();
    save("saving");
    await turn();
    expect(ask).toHaveBeenCalledTimes(1);
    const longer = read("A1 Plank 4x60s r30");
    ask.mockResolvedValue(shows(viewOf(longer, { revision: 5 })));
    save("saved");
    await turn();
    expect(result.current!.view.document).toEqual(longer);
    // An answer from before that one is not taken.
    ask.mockResolvedValue(shows(viewOf(THEIRS, { revision: 4 })));
    save("saving");
    save("saved");
    await turn();
    expect(result.current!.view.document).toEqual(longer);
  });
});

describe("what is written of the partner at the desk", () => {
  const BENCH = read("A1 Bench press 3x6-8 @50kg rir2 r90");
  const place = { slotId: BENCH.blocks[0]!.slots[0]!.id, round: 0 };
  const loadOf = (document: SessionDocument) => document.blocks[0]!.slots[0]!.sets[0]!.segments[0]!.load;
  async function open(view = viewOf(BENCH)) {
    ask.mockImplementation(async (name: string) =>
      name === "sessions.show" ? shows(view) : { kind: "ok", value: { revision: 4, merged: null } },
    );
    const { desk } = deskOf({ document: BENCH });
    const hook = partnerAt(desk);
    await turn();
    return hook;
  }
  const write = (hook: Awaited<ReturnType<typeof open>>, typed: string): string | null => {
    let said: string | null = null;
    act(() => {
      said = hook.result.current!.write(place, typed);
    });
    return said;
  };

  it("load and effort are theirs, shown at once and saved half a second later on the revision that was read", async () => {
    const hook = await open();
    expect(write(hook, "6-8 @55kg rir1")).toBeNull();
    expect(loadOf(hook.result.current!.view.document)).toMatchObject({ weight: { amount: "55" } });
    expect(edits()).toEqual([]);
    await turn(600);
    expect(edits()).toMatchObject([{ sessionId: "theirs", revision: 3 }]);
    expect(kept()).toBeNull();
    expect(hook.result.current!.refusal).toBeNull();
  });

  it("what is shared is not written here, and neither is a session that has begun", async () => {
    const hook = await open();
    expect(write(hook, "5 @50kg rir2")).toContain("Only load and effort");
    expect(write(hook, "6-8 @")).toMatch(/\w/);
    const begun = await open(viewOf(BENCH, { state: "started" }));
    expect(write(begun, "6-8 @55kg")).toContain("has been started");
    await turn(600);
    expect(edits()).toEqual([]);
  });

  it("without a network it is kept on the device and said; the next desk that opens them together saves it", async () => {
    const hook = await open();
    ask.mockResolvedValue({ kind: "offline" });
    write(hook, "6-8 @55kg rir2");
    await turn(600);
    expect(hook.result.current!.refusal).toBe("Tobias's loads are kept on this device, and not saved yet. (offline)");
    expect(kept()).toContain("55");
    hook.unmount();
    ask.mockReset();
    const again = await open();
    expect(loadOf(again.result.current!.view.document)).toMatchObject({ weight: { amount: "55" } });
    await turn(600);
    expect(edits()).toHaveLength(1);
    expect(kept()).toBeNull();
  });

  it("what is refused is said as not saved", async () => {
    const hook = await open();
    ask.mockResolvedValue({ kind: "conflict" });
    write(hook, "6-8 @55kg rir2");
    await turn(600);
    expect(hook.result.current!.refusal).toBe("Tobias's loads are not saved. (conflict)");
  });

  it("a session of theirs that is read again while something waits keeps what waits on top", async () => {
    const hook = await open();
    ask.mockResolvedValue({ kind: "offline" });
    write(hook, "6-8 @55kg rir2");
    await turn(600);
    const longer = { ...BENCH, title: "Changed there" };
    ask.mockImplementation(async (name: string) =>
      name === "sessions.show" ? shows(viewOf(longer, { revision: 9 })) : { kind: "offline" },
    );
    hook.unmount();
    const { desk } = deskOf({ document: BENCH });
    const again = partnerAt(desk);
    await turn();
    expect(again.result.current!.view.document.title).toBe("Changed there");
    expect(loadOf(again.result.current!.view.document)).toMatchObject({ weight: { amount: "55" } });
  });
});
