// @vitest-environment happy-dom
import { beforeEach, describe, expect, it, onTestFinished, vi } from "vitest";
import { addBlocks, allBlocks, changeRounds, removeBlock, writeRoundRest } from "@/core";
import { countingIds, read } from "@/core/testing/helpers";
import type { SessionView } from "@/views";
import { steadyLog } from "@/views/testing/context";
import { createDesk } from "./desk-store";
import { viewOf } from "./testing/view";

const ask = vi.hoisted(() => vi.fn());
vi.mock("@/device/api", () => ({ callApi: ask, replySentence: ({ kind }: { kind: string }) => `(${kind})` }));

const TEXT = "A1 Bench press 3x8 @60kg r90\n\nB1 Barbell row 3x10 @50kg r60";
const open = (more: Partial<SessionView> = {}, text = TEXT) => {
  const view = viewOf(read(text), more);
  const store = createDesk(view);
  onTestFinished(store.getState().start());
  // What stands now, whenever it is looked at.
  return {
    get current() {
      return store.getState();
    },
  };
};
type Opened = ReturnType<typeof open>;
const lines = ({ current: desk }: Opened) => desk.print(desk.document).trim().split(/\n+/);
const blockAt = ({ current: { document } }: Opened, index: number) => allBlocks(document)[index]!;
const slotAt = (desk: Opened, index: number) => blockAt(desk, index).slots[0]!;
const loadOf = (desk: Opened, index: number) => {
  const { computed } = desk.current;
  return computed.resolved.loads.get(slotAt(desk, index).sets[0]!.segments[0]!.id)?.kg ?? null;
};

/** What was asked is answered. */
const settled = () => new Promise((done) => setTimeout(done));

beforeEach(() => {
  localStorage.clear();
  ask.mockReset();
  ask.mockReturnValue(new Promise(() => {}));
});

describe("steps of the desk", () => {
  it("go back to what stood when it was opened, and forth again", () => {
    const desk = open();
    desk.current.setCell({ slotId: slotAt(desk, 0).id, round: 1 }, "6", false);
    desk.current.operate(changeRounds(desk.current.document, blockAt(desk, 1).id, 4, countingIds("n")));
    const after = lines(desk);
    expect(after).toEqual(["A1 Bench press 8,6,8 @60kg r90", "B1 Barbell row 4x10 @50kg r60"]);
    desk.current.undo();
    desk.current.undo();
    expect(lines(desk)).toEqual(TEXT.split(/\n+/));
    expect(desk.current).toMatchObject({ past: [] });
    desk.current.redo();
    desk.current.redo();
    expect(lines(desk)).toEqual(after);
    expect(desk.current.future).toEqual([]);
  });

  it("what is done anew takes the place of what was undone", () => {
    const desk = open();
    desk.current.operate(removeBlock(desk.current.document, blockAt(desk, 1).id));
    desk.current.undo();
    desk.current.setCell({ slotId: slotAt(desk, 0).id, round: 0 }, "5", false);
    expect(desk.current.future).toEqual([]);
    expect(lines(desk)).toHaveLength(2);
  });

  it("two changes before the first is drawn both hold", () => {
    const desk = open();
    const { attempt, setCell } = desk.current;
    attempt(writeRoundRest(desk.current.document, blockAt(desk, 0).id, "120"));
    setCell({ slotId: slotAt(desk, 0).id, round: 0 }, "5", false);
    expect(lines(desk)[0]).toBe("A1 Bench press 5,8,8 @60kg r120");
  });

  it("what cannot be done says why, and changes nothing", () => {
    const desk = open();
    const problem = desk.current.attempt(writeRoundRest(desk.current.document, blockAt(desk, 0).id, "soon"));
    expect(problem).toMatch(/\w/);
    desk.current.operate({ ok: false, message: "Not like this." });
    expect(desk.current.refusal).toBe("Not like this.");
    expect(lines(desk)).toEqual(TEXT.split(/\n+/));
    desk.current.setCell({ slotId: slotAt(desk, 0).id, round: 0 }, "5", false);
    expect(desk.current.refusal).toBeNull();
  });

  it("a session that was started stays as it was shown", () => {
    const desk = open({ state: "started" });
    desk.current.setCell({ slotId: slotAt(desk, 0).id, round: 0 }, "5", false);
    expect(desk.current.attempt(removeBlock(desk.current.document, blockAt(desk, 0).id))).toContain("has been started");
    expect(lines(desk)).toEqual(TEXT.split(/\n+/));
    expect(desk.current).toMatchObject({ locked: true, past: [] });
  });
});

describe("the text of the desk", () => {
  it("is printed where it is looked at, and read as it is typed; ids stay", () => {
    const desk = open();
    const [bench, row] = [slotAt(desk, 0).id, slotAt(desk, 1).id];
    desk.current.setMode("text");
    expect(desk.current.text.trim()).toBe(TEXT);
    desk.current.setText(TEXT.replace("3x8", "4x8"));
    expect(lines(desk)[0]).toBe("A1 Bench press 4x8 @60kg r90");
    expect([slotAt(desk, 0).id, slotAt(desk, 1).id]).toEqual([bench, row]);
  });

  it("a line that does not read is kept as typed, said, and read once it does", () => {
    const desk = open();
    const row = slotAt(desk, 1).id;
    desk.current.setMode("text");
    const half = TEXT.replace("3x10 @50kg", "3x10 @");
    desk.current.setText(half);
    expect(desk.current.errors).toHaveLength(1);
    expect(desk.current).toMatchObject({ text: half, draftText: half });
    // Looked at as a grid meanwhile, and gone on with as text.
    desk.current.setMode("grid");
    desk.current.setMode("text");
    expect(desk.current.text).toBe(half);
    desk.current.setText(TEXT.replace("50kg", "55kg"));
    expect(desk.current).toMatchObject({ errors: [], draftText: null });
    expect(slotAt(desk, 1).id).toBe(row);
    expect(lines(desk)[1]).toBe("B1 Barbell row 3x10 @55kg r60");
  });

  it("what does not read stays where it was beside what is done in the grid, and its lift is the same one in the end", () => {
    const desk = open();
    const [bench, row] = [slotAt(desk, 0).id, slotAt(desk, 1).id];
    desk.current.setMode("text");
    const half = TEXT.replace("3x10 @50kg", "3x10 @");
    desk.current.setText(half);
    desk.current.setMode("grid");
    desk.current.setCell({ slotId: bench, round: 0 }, "10 × 62.5", false);
    const stands = half.replace("3x8 @60kg", "10,8,8 @62.5,60,60kg");
    expect(desk.current).toMatchObject({ draftText: stands, errors: [{ line: 3 }] });
    desk.current.setMode("text");
    expect(desk.current.text).toBe(stands);
    desk.current.setText(stands.replace("@ r60", "@55kg r60"));
    expect(desk.current).toMatchObject({ errors: [], draftText: null });
    expect([slotAt(desk, 0).id, slotAt(desk, 1).id]).toEqual([bench, row]);
    // Back over all of it.
    desk.current.undo();
    desk.current.undo();
    expect(desk.current).toMatchObject({ text: half, draftText: half });
  });

  it("opens on what was left half typed", () => {
    const desk = open({ draftText: "A1 Bench press 3x8 @" });
    expect(desk.current.mode).toBe("text");
    expect(desk.current.text).toBe("A1 Bench press 3x8 @");
    expect(desk.current.errors).toHaveLength(1);
  });

  it("a lift that nobody knows is said, and is no error", () => {
    const desk = open();
    desk.current.setMode("text");
    desk.current.setText("A1 Harbour crawl 3x8 r90");
    expect(desk.current.errors).toEqual([]);
    expect(desk.current.unknown).toMatchObject([{ name: "Harbour crawl" }]);
  });
});

describe("what is only looked at", () => {
  it("is computed beside the session, which stays as it is", () => {
    const desk = open();
    const other = read("A1 Bench press 6x8 @60kg r90");
    desk.current.setPreview(other);
    expect(desk.current.previewed!.totals.sets).toBe(6);
    expect(desk.current.computed.totals.sets).toBe(6);
    desk.current.setPreview(read("A1 Bench press 5x8 @60kg r90"));
    expect(desk.current.previewed!.totals.sets).toBe(5);
    expect(lines(desk)).toEqual(TEXT.split(/\n+/));
    desk.current.setPreview(null);
    expect(desk.current.previewed).toBeNull();
  });
});

describe("records of lifts that are written meanwhile", () => {
  const known = [{ lineage: "back-squat", exerciseId: "back-squat", e1rmKg: 110, days: 3, lastDate: "2026-11-17" }];
  const more = { known: known as unknown as SessionView["known"] };
  const reply = { kind: "ok", value: { lifts: [steadyLog("back-squat", 90)] } };

  it("are asked for once, and their loads come with them", async () => {
    ask.mockImplementation((name: string) => (name === "lifts.read" ? Promise.resolve(reply) : new Promise(() => {})));
    const desk = open(more);
    const squat = read("A1 Back squat 3x5 @RIR2 r150", "q").blocks;
    desk.current.operate(addBlocks(desk.current.document, squat, 2));
    await settled();
    expect(loadOf(desk, 2)).toBeGreaterThan(80);
    desk.current.operate(changeRounds(desk.current.document, blockAt(desk, 2).id, 4, countingIds("n")));
    await settled();
    const asked = ask.mock.calls.filter(([name]) => name === "lifts.read");
    expect(asked.map(([, { lineages }]) => lineages)).toEqual([["back-squat"]]);
  });

  it("a lift by its name alone comes with the sets of its last time", async () => {
    ask.mockImplementation((name: string) => (name === "lifts.read" ? Promise.resolve(reply) : new Promise(() => {})));
    const desk = open(more);
    const found = await desk.current.readLifts("back squat");
    if (!found.ok) throw new Error(found.message);
    expect(found.blocks[0]!.slots[0]!.sets).toHaveLength(1);
    // Nobody answers: the sets that are usual, and no load that was done.
    ask.mockResolvedValue({ kind: "offline" });
    const other = open(more);
    const alone = await other.current.readLifts("back squat");
    if (!alone.ok) throw new Error(alone.message);
    expect(alone.blocks[0]!.slots[0]!.sets).toHaveLength(3);
  });
});
