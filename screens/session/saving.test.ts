// @vitest-environment happy-dom
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { applyEdits, type Edit, EMPTY_DOCUMENT, type SessionDocument } from "@/core";
import { read } from "@/core/testing/helpers";
import { createSaver, keptWork, type SaveState, type Work } from "./saving";

const ask = vi.hoisted(() => vi.fn());
vi.mock("@/device/api", () => ({ callApi: ask, replySentence: ({ kind }: { kind: string }) => `(${kind})` }));

const BASE = read("A1 Bench press 3x8 @60kg r90\n\nB1 Barbell row 3x8 @50kg r90");
const VIEW = { sessionId: "s1", revision: 4, document: BASE, draftText: null };
const titled = (value: string): Edit => ({ kind: "setSession", field: "title", value });

/** A desk that saves what is edited on it. */
function open(view = VIEW) {
  const desk = {
    work: keptWork(view) ?? { document: view.document, draftText: null, unsaved: [] as readonly Edit[] },
    state: { kind: "saved" } as SaveState,
    notice: null as string | null,
  };
  const setWork = (change: (before: Work) => Work) => {
    desk.work = change(desk.work);
  };
  const saver = createSaver(view, {
    work: () => desk.work,
    setWork,
    onState: (state) => {
      desk.state = state;
    },
    onMerged: (_document, notice) => {
      desk.notice = notice;
    },
  });
  saver.start();
  const edit = (one: Edit) => {
    setWork((before) => {
      const edited = applyEdits(before.document, [one]);
      if (!edited.ok) throw new Error(edited.message);
      return { ...before, document: edited.document, unsaved: [...before.unsaved, one] };
    });
    saver.touch();
  };
  return { ...saver, desk, edit };
}
const wait = (ms: number) => vi.advanceTimersByTimeAsync(ms);
const kept = () => JSON.parse(localStorage.getItem("yarvex:desk:s1") ?? "null") as { unsaved: Edit[] } | null;
const saved = (revision: number, merged: object | null = null) => ({ kind: "ok", value: { revision, merged } });
const NOTHING_UNREAD = { draftText: null, unread: [] };
/** What each request brought, and the revision it was made on. */
const sent = () =>
  ask.mock.calls.map(([, { revision, edits }]) => [revision, edits.map((one: Edit & { value: string }) => one.value)]);

beforeEach(() => {
  vi.useFakeTimers();
  localStorage.clear();
  ask.mockReset();
});
afterEach(() => vi.useRealTimers());

describe("saving at the desk", () => {
  it("is one request half a second after the last change; until then the device has it, after it no more", async () => {
    ask.mockResolvedValue(saved(5));
    const opened = open();
    opened.edit(titled("a"));
    await wait(300);
    opened.edit(titled("b"));
    await wait(300);
    expect(ask).not.toHaveBeenCalled();
    expect(kept()!.unsaved).toEqual([titled("a"), titled("b")]);
    await wait(300);
    expect(sent()).toEqual([[4, ["a", "b"]]]);
    expect(opened.desk.state.kind).toBe("saved");
    expect(opened.desk.work.unsaved).toEqual([]);
    expect(kept()).toBeNull();
  });

  it("what is changed while a request is slow goes in the next one, on the revision that came back", async () => {
    let answer: (reply: unknown) => void = () => {};
    ask.mockImplementationOnce(() => new Promise((resolve) => (answer = resolve))).mockResolvedValue(saved(6));
    const opened = open();
    opened.edit(titled("a"));
    await wait(600);
    opened.edit(titled("b"));
    await wait(2000);
    // One at a time.
    expect(sent()).toEqual([[4, ["a"]]]);
    expect(kept()!.unsaved.map((one) => (one as { value: string }).value)).toEqual(["a", "b"]);
    answer(saved(5));
    await wait(0);
    await wait(600);
    expect(sent()).toEqual([
      [4, ["a"]],
      [5, ["b"]],
    ]);
    expect(opened.desk.state.kind).toBe("saved");
    expect(opened.desk.work.document.title).toBe("b");
  });

  it("without a network it is kept, tried again every four seconds, and said", async () => {
    ask
      .mockResolvedValueOnce({ kind: "offline" })
      .mockResolvedValueOnce({ kind: "offline" })
      .mockResolvedValue(saved(5));
    const opened = open();
    opened.edit(titled("a"));
    await wait(600);
    expect(opened.desk.state).toEqual({ kind: "failed", message: "(offline)", final: false });
    await wait(4000);
    await wait(600);
    expect(ask).toHaveBeenCalledTimes(2);
    expect(kept()!.unsaved).toEqual([titled("a")]);
    await wait(4000);
    await wait(600);
    expect(opened.desk.state.kind).toBe("saved");
    expect(sent().at(-1)).toEqual([4, ["a"]]);
    expect(kept()).toBeNull();
  });

  it("what is refused is said, kept, and not tried again by itself", async () => {
    ask.mockResolvedValue({ kind: "refused" });
    const opened = open();
    opened.edit(titled("a"));
    await wait(30_000);
    expect(ask).toHaveBeenCalledTimes(1);
    expect(opened.desk.state).toMatchObject({ kind: "failed", final: true });
    expect(kept()!.unsaved).toEqual([titled("a")]);
  });

  it("a tab that was closed before it was saved: the next one has it on what the server has by then, and sends it", async () => {
    ask.mockResolvedValueOnce({ kind: "offline" }).mockResolvedValue(saved(9));
    const first = open();
    first.edit(titled("a"));
    await wait(600);
    first.stop();
    const changed: SessionDocument = { ...BASE, blocks: BASE.blocks.slice(0, 1) };
    const opened = open({ ...VIEW, revision: 8, document: changed });
    expect(opened.desk.work.document).toEqual({ ...changed, title: "a" });
    await wait(600);
    // On the revision that it was made on: what others did since is merged there.
    expect(sent().at(-1)).toEqual([4, ["a"]]);
    expect(kept()).toBeNull();
  });

  it("what others saved meanwhile is shown with what is not sent yet on top, and who did it where", async () => {
    const theirs = read("A1 Bench press 3x8 @60kg r90\n\nB1 Barbell row 5x5 @70kg r120");
    const others = { ...NOTHING_UNREAD, document: theirs, by: ["Mats"], blocks: [theirs.blocks[1]!.id], conflicts: [] };
    let answer: (reply: unknown) => void = () => {};
    ask.mockImplementationOnce(() => new Promise((resolve) => (answer = resolve))).mockResolvedValue(saved(7));
    const opened = open();
    opened.edit(titled("a"));
    await wait(600);
    opened.edit(titled("b"));
    answer(saved(6, others));
    await wait(0);
    expect(opened.desk.work.document).toEqual({ ...theirs, title: "b" });
    expect(opened.desk.notice).toBe("Mats changed block B at the same time: both changes are in it.");
    await wait(600);
    expect(sent().at(-1)).toEqual([6, ["b"]]);
  });

  it("a change that clashed is counted, and named by its block", async () => {
    const [block] = BASE.blocks;
    const mine: Edit = { kind: "setBlock", blockId: block!.id, field: "methodId", value: "density" };
    const conflicts = [{ mine, theirs: mine }];
    const merged = { ...NOTHING_UNREAD, document: BASE, by: ["Mats"], blocks: [block!.id], conflicts };
    ask.mockResolvedValue(saved(6, merged));
    const opened = open();
    opened.edit(mine);
    await wait(600);
    expect(opened.desk.notice).toBe(
      "Mats changed the same thing in block A first: 1 of your changes was not taken. Look it over.",
    );
    expect(opened.desk.work.document).toEqual(BASE);
  });

  it("a line that somebody else typed and that does not read yet is in the text, also below what was typed meanwhile", async () => {
    const others = { document: BASE, by: ["Mats"], blocks: [], conflicts: [], unread: ["D1 Wobble of sets"] };
    const saves = { ...others, draftText: "A1 Bench press 3x8 @60kg r90\n\nC1 Mine of sets\n\nD1 Wobble of sets" };
    let answer: (reply: unknown) => void = () => {};
    for (const typedOn of [null, "A1 Bench press 3x8 @60kg r90\n\nC1 Mine of set"]) {
      ask.mockImplementationOnce(() => new Promise((resolve) => (answer = resolve))).mockResolvedValue(saved(7));
      const opened = open();
      opened.desk.work = { ...opened.desk.work, draftText: "C1 Mine of sets" };
      opened.edit(titled("a"));
      await wait(600);
      if (typedOn) opened.desk.work = { ...opened.desk.work, draftText: typedOn };
      answer(saved(6, saves));
      await wait(0);
      expect(opened.desk.work.draftText).toBe(typedOn ? `${typedOn}\n\nD1 Wobble of sets` : saves.draftText);
      expect(opened.desk.notice).toBe(
        "Mats typed a line that does not read yet at the same time: “D1 Wobble of sets” is in the text too.",
      );
      opened.stop();
      await wait(5000);
    }
  });

  it("a session that is read again goes on from there, unless it is older than what is known", async () => {
    ask.mockResolvedValue(saved(6));
    const opened = open();
    opened.edit(titled("a"));
    await wait(600);
    expect(opened.readAgain({ sessionId: "s1", revision: 5 })).toBe(false);
    expect(opened.readAgain({ sessionId: "s1", revision: 8 })).toBe(true);
    opened.edit(titled("b"));
    await wait(600);
    expect(sent().at(-1)).toEqual([8, ["b"]]);
    // Another session's count is another.
    expect(opened.readAgain({ sessionId: "s2", revision: 1 })).toBe(true);
  });
});

describe("what was kept of a desk", () => {
  const keep = (of: object) => localStorage.setItem("yarvex:desk:s1", JSON.stringify(of));
  it.each([
    ["nothing", null],
    ["what says no more than the server has", { revision: 4, unsaved: [], draftText: null }],
    ["what is no record of it", { revision: 4 }],
  ])("%s changes nothing", (_, of) => {
    if (of) keep(of);
    expect(keptWork(VIEW)).toBeNull();
  });

  it("text that does not read yet comes back as it was typed", () => {
    keep({ revision: 4, unsaved: [], draftText: "A1 Bench pre" });
    expect(keptWork(VIEW)).toEqual({ document: BASE, draftText: "A1 Bench pre", unsaved: [] });
  });

  it("a change whose place has gone leaves the document, and stays to be sent and answered", () => {
    const lost: Edit = { kind: "setBlock", blockId: "gone", field: "methodId", value: "density" };
    keep({ revision: 4, unsaved: [lost], draftText: null });
    expect(keptWork({ ...VIEW, document: EMPTY_DOCUMENT })).toEqual({
      document: EMPTY_DOCUMENT,
      draftText: null,
      unsaved: [lost],
    });
  });
});
