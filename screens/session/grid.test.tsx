// @vitest-environment happy-dom
import { act, cleanup, createEvent, fireEvent, screen, waitFor, within } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { addBlocks, writeRamp } from "@/core";
import { read } from "@/core/testing/helpers";
import { renderWithQueries } from "@/ui/testing/with-queries";
import type { SessionView } from "@/views";
import type { DeskState } from "./desk-state";
import { Grid } from "./grid";
import { viewOf } from "./testing/view";
import { DeskProvider, useWholeDesk } from "./use-desk";

vi.mock("@/device/api", () => ({
  ask: () => new Promise(() => {}),
  replySentence: () => "",
}));

// What is fetched first may take a while on a busy machine.

const TEXT = `A1 Bench press 3x8 @60kg r90

B1 Barbell row 3x10 @50kg h10
B2 Lateral raise 3x12 @8kg r60

C1 Front squat 2x5 @40kg r120`;

let desk: DeskState;
function Opened() {
  desk = useWholeDesk();
  return <Grid view={desk.view} partner={null} />;
}
const open = (more: Partial<SessionView> = {}) => {
  renderWithQueries(
    <DeskProvider view={viewOf(read(TEXT), more)}>
      <Opened />
    </DeskProvider>,
  );
  fireEvent.focus(grid());
};
const grid = () => screen.getByRole("grid");
/** What the session is now, line by line. */
const lines = () => desk.print(desk.document).trim().split(/\n+/);
const press = (...keys: (string | Parameters<typeof fireEvent.keyDown>[1])[]) => {
  for (const key of keys) fireEvent.keyDown(grid(), typeof key === "string" ? { key } : key);
};
const field = () => screen.getByRole<HTMLInputElement>("textbox", { name: /^Set, round/ });
const type = (text: string, key = "Enter") => {
  fireEvent.change(field(), { target: { value: text } });
  fireEvent.keyDown(field(), { key });
};
/** Where one is: the lift, counted from the top, and the round. */
const at = (): [number, number] => {
  const slots = desk.document.blocks.flatMap(({ slots }) => slots.map(({ id }) => id));
  return [slots.indexOf(desk.selection!.slotId) + 1, desk.selection!.round + 1];
};
const chosen = () =>
  within(grid())
    .getAllByRole("gridcell", { selected: true })
    .map(({ textContent }) => textContent);
const clip = (kind: "copy" | "paste", text = "") => {
  const kept = { text };
  const event = createEvent[kind](grid(), {
    clipboardData: {
      getData: () => kept.text,
      setData: (_: string, put: string) => Object.assign(kept, { text: put }),
    },
  });
  fireEvent(grid(), event);
  return kept.text;
};

beforeEach(() => localStorage.clear());
afterEach(cleanup);

describe("the grid by keyboard", () => {
  it("arrows rove over the sets and stay inside; the ends of a lift and of the session are one key away", () => {
    open();
    expect(at()).toEqual([1, 1]);
    press("ArrowRight", "ArrowDown");
    expect(at()).toEqual([2, 2]);
    press("End");
    expect(at()).toEqual([2, 3]);
    // The last lift has two rounds.
    press("ArrowDown", "ArrowDown");
    expect(at()).toEqual([4, 2]);
    press("ArrowDown", "ArrowRight");
    expect(at()).toEqual([4, 2]);
    press("PageUp", "Home", "ArrowUp", "ArrowLeft");
    expect(at()).toEqual([1, 1]);
    expect(grid().getAttribute("aria-activedescendant")).toBe(chosenId());
  });

  it("a figure writes over the set, Enter keeps it once and goes down, and the grid has the focus again", () => {
    open();
    press("6");
    expect(field().value).toBe("6");
    type("6");
    expect(lines()[0]).toBe("A1 Bench press 6,8,8 @60kg r90");
    expect(at()).toEqual([2, 1]);
    expect(document.activeElement).toBe(grid());
    expect(desk.past).toHaveLength(1);
    act(() => desk.undo());
    expect(lines()[0]).toBe("A1 Bench press 3x8 @60kg r90");
    expect(desk.past).toEqual([]);
  });

  it("Enter opens what stands there, F2 too; Escape leaves it as it was", () => {
    open();
    press("Enter");
    expect(field().value).toBe("8 @60kg");
    type("5 @70kg", "Escape");
    expect(screen.queryByRole("textbox", { name: /^Set, round/ })).toBeNull();
    press("F2");
    expect(field().value).toBe("8 @60kg");
    type("5 @70kg");
    expect(lines()[0]).toBe("A1 Bench press 5,8,8 @70,60,60kg r90");
  });

  it("what does not read stays in its cell with its sentence, and no other cell is written meanwhile", () => {
    open();
    press("8");
    type("8 @");
    expect(screen.getByRole("alert").textContent).toMatch(/^column 4: /);
    expect(field().value).toBe("8 @");
    expect(lines()[0]).toBe("A1 Bench press 3x8 @60kg r90");
    fireEvent.doubleClick(within(grid()).getAllByRole("gridcell", { name: /^10 ×/ })[0]!);
    expect(screen.getAllByRole("textbox", { name: /^Set, round/ })).toHaveLength(1);
    expect(field().value).toBe("8 @");
    type("8 @62.5kg");
    expect(lines()[0]).toBe("A1 Bench press 3x8 @62.5,60,60kg r90");
  });

  it("several are chosen with Shift, filled down and right, left out of their rounds, and Escape lets them go", () => {
    open();
    press("ArrowRight", { key: "ArrowDown", shiftKey: true });
    expect(chosen()).toEqual(["8 × 60", "10 × 50"]);
    press({ key: "d", ctrlKey: true });
    expect(lines()[1]).toBe("B1 Barbell row 10,8,10 @50,60,50kg h10");
    expect(screen.getByText("1 cell filled down")).toBeTruthy();
    press("Escape");
    expect(chosen()).toEqual(["8 × 60"]);
    press("Home", { key: "End", shiftKey: true }, "6");
    type("6 @40kg", "Enter");
    act(() => desk.undo());
    press({ key: "a", ctrlKey: true });
    expect(chosen()).toHaveLength(11);
    press("Delete");
    expect(screen.getByRole("status").textContent).toContain(
      "a lift sits out some rounds, not all; take it out instead",
    );
    expect(lines()).toEqual([asOpened()[0], "B1 Barbell row 10,8,10 @50,60,50kg h10", ...asOpened().slice(2)]);
    press("Escape", "PageUp", "Home", { key: "ArrowDown", shiftKey: true }, "Delete");
    expect(screen.getByText("2 cells left out of their rounds")).toBeTruthy();
    expect(within(grid()).getAllByText("skipped")).toHaveLength(2);
  });

  it("one cell alone is filled from what stands before it", () => {
    open();
    press("6");
    type("6");
    press("ArrowUp", "ArrowRight", { key: "r", ctrlKey: true });
    expect(lines()[0]).toBe("A1 Bench press 6,6,8 @60kg r90");
    // Nothing stands before the first.
    press("Home", { key: "r", ctrlKey: true });
    expect(lines()[0]).toBe("A1 Bench press 6,6,8 @60kg r90");
  });

  it("lifts are moved with Alt: out of their block, past another one, and whole blocks with Shift as well", () => {
    open();
    press({ key: "ArrowDown", altKey: true });
    expect(lines().map((line) => line.slice(0, 14))).toEqual([
      "A1 Barbell row",
      "A2 Lateral rai",
      "B1 Bench press",
      "C1 Front squat",
    ]);
    press("PageUp", "ArrowDown", { key: "ArrowUp", altKey: true });
    expect(lines().map((line) => line.slice(0, 14))).toEqual([
      "A1 Lateral rai",
      "A2 Barbell row",
      "B1 Bench press",
      "C1 Front squat",
    ]);
    press({ key: "ArrowDown", altKey: true, shiftKey: true });
    expect(lines().map((line) => line.slice(0, 14))).toEqual([
      "A1 Bench press",
      "B1 Lateral rai",
      "B2 Barbell row",
      "C1 Front squat",
    ]);
  });

  it("a session that was started is looked at, and not written", () => {
    open({ state: "started" });
    press("ArrowRight");
    expect(at()).toEqual([1, 2]);
    press("6", "Enter", "Delete", { key: "d", ctrlKey: true }, { key: "ArrowDown", altKey: true });
    clip("paste", "5\t5");
    expect(screen.queryByRole("textbox")).toBeNull();
    expect(lines()).toEqual(asOpened());
    expect(screen.queryByRole("button", { name: "+ Add a lift" })).toBeNull();
  });

  it("what is typed while the field to find a lift is on its way stands in it", async () => {
    open();
    press("+");
    for (const key of ["p", "u", "x", "Backspace", "l"]) press(key);
    const finder = await screen.findByRole<HTMLInputElement>("combobox", { name: "A lift to add" });
    expect(finder.value).toBe("pul");
    expect(lines()).toEqual(asOpened());
  });
});

describe("the grid's clipboard", () => {
  it("gives cells as a spreadsheet has them, and takes them back elsewhere as one step", () => {
    open();
    press({ key: "ArrowRight", shiftKey: true }, { key: "ArrowDown", shiftKey: true });
    expect(clip("copy")).toBe("8 @60kg\t8 @60kg\n10 @50kg\t10 @50kg");
    press("Escape", "PageUp", "Home");
    clip("paste", "5 @80kg\t4 @85kg\n-");
    expect(lines().slice(0, 2)).toEqual(["A1 Bench press 5,4,8 @80,85,60kg r90", "B1 Barbell row -,10,10 @50kg h10"]);
    expect(screen.getByText("3 cells pasted")).toBeTruthy();
    act(() => desk.undo());
    expect(lines()).toEqual(asOpened());
  });

  it("says what would stand beyond the last round, and pastes nothing of what does not read", () => {
    open();
    press("End");
    clip("paste", "5\t5\t5");
    expect(screen.getByText("1 cell pasted; 2 cells beyond the last round left out")).toBeTruthy();
    clip("paste", "6\n7 @@");
    expect(lines()[1]).toBe("B1 Barbell row 3x10 @50kg h10");
  });

  it("lines of lifts come in as blocks after the one in hand", async () => {
    open();
    clip("paste", "Back squat 3x5 @80kg r150\nHammer curl 3x12 @10kg r60");
    await waitFor(() => expect(lines()).toHaveLength(6));
    expect(lines().map((line) => line.slice(0, 13))).toEqual([
      "A1 Bench pres",
      "B1 Back squat",
      "C1 Hammer cur",
      "D1 Barbell ro",
      "D2 Lateral ra",
      "E1 Front squa",
    ]);
  });
});

describe("places beside the cells", () => {
  it("rest, rounds, tempo and transition are written where they stand", () => {
    open();
    const write = (place: string, text: string) => {
      fireEvent.click(screen.getByRole("button", { name: `${place}, change` }));
      const written = screen.getByRole("textbox", { name: place });
      fireEvent.change(written, { target: { value: text } });
      fireEvent.keyDown(written, { key: "Enter" });
    };
    write("Rest after each round of block A", "120");
    write("Rounds of block A", "4");
    write("Tempo of Bench press", "3-1-1-0");
    write("Transition after Barbell row", "15");
    expect(lines()[0]).toBe("A1 Bench press 4x8 @60kg t3-1-1-0 r120");
    expect(lines()[1]).toBe("B1 Barbell row 3x10 @50kg h15");
  });
});

const chosenId = () => within(grid()).getAllByRole("gridcell", { selected: true })[0]!.id;
const asOpened = () => TEXT.split(/\n+/);

describe("several cells that are chosen", () => {
  it("what is typed is written into each of them, and each keeps the rest of what it was", () => {
    open();
    press({ key: "ArrowDown", shiftKey: true }, { key: "ArrowRight", shiftKey: true });
    press("6");
    type("6");
    expect(lines().slice(0, 2)).toEqual(["A1 Bench press 6,6,8 @60kg r90", "B1 Barbell row 6,6,10 @50kg h10"]);
    expect(desk.past).toHaveLength(1);
  });

  it("one cell that is pasted fills them all", () => {
    open();
    press({ key: "ArrowRight", shiftKey: true }, { key: "ArrowRight", shiftKey: true });
    clip("paste", "5 @70kg");
    expect(lines()[0]).toBe("A1 Bench press 3x5 @70kg r90");
  });

  it("the choice ends where other lifts or rounds stand in the session, and Delete then leaves out one", () => {
    open();
    press({ key: "ArrowDown", shiftKey: true });
    expect(chosen()).toHaveLength(2);
    act(() => desk.operate(addBlocks(desk.document, read("A1 Plank 2x30s").blocks, 0)));
    expect(chosen()).toHaveLength(1);
    press("Delete");
    expect(screen.getByRole("status").textContent).toBe("1 cell left out of their rounds");
    // Taken back, there is nothing to say of it.
    act(() => desk.undo());
    expect(screen.getByRole("status").textContent).toBe("");
  });

  it("Tab keeps a cell and goes on to the right, with Shift to the left", () => {
    open();
    press("6");
    type("6", "Tab");
    expect(at()).toEqual([1, 2]);
    press("7");
    fireEvent.change(field(), { target: { value: "7" } });
    fireEvent.keyDown(field(), { key: "Tab", shiftKey: true });
    expect(at()).toEqual([1, 1]);
    expect(lines()[0]).toBe("A1 Bench press 6,7,8 @60kg r90");
  });
});

describe("reps round by round in one cell", () => {
  it("as many as there are rounds are written over them", () => {
    open();
    press("1");
    type("10/8/6");
    expect(lines()[0]).toBe("A1 Bench press 10,8,6 @60kg r90");
  });

  it("more than there are rounds ask for the others, and do nothing before", async () => {
    open();
    press("1");
    type("12/10/8/6");
    expect(lines()[0]).toBe("A1 Bench press 3x8 @60kg r90");
    expect(screen.getByRole("alertdialog", { name: "12, 10, 8, 6 is 4 rounds, and bench press has 3." })).toBeTruthy();
    fireEvent.click(screen.getByRole("button", { name: "Make it 4 rounds" }));
    expect(lines()[0]).toBe("A1 Bench press 12,10,8,6 @60kg r90");
    expect(screen.queryByRole("alertdialog")).toBeNull();
  });
});

describe("what a row says beside its cells", () => {
  it("the ramp before a lift stands under it, is changed there and left out there", async () => {
    open();
    const slotId = () => desk.document.blocks[0]!.slots[0]!.id;
    act(() => desk.operate(writeRamp(desk.document, slotId(), "auto")));
    const ramp = () => screen.getByRole("button", { name: "Ramp before Bench press, change" });
    expect(ramp().textContent).toMatch(/^first \d+ × /);
    const write = (text: string) => {
      fireEvent.click(ramp());
      const written = screen.getByRole("textbox", { name: "Ramp before Bench press" });
      fireEvent.change(written, { target: { value: text } });
      fireEvent.keyDown(written, { key: "Enter" });
    };
    write("60%x5");
    expect(lines()[0]).toBe("A1 Bench press 3x8 @60kg ramp(60%x5) r90");
    write("");
    expect(lines()[0]).toBe("A1 Bench press 3x8 @60kg r90");
  });

  it("grips and partial reps of a round, and chains of all rounds, stand in words", () => {
    renderWithQueries(
      <DeskProvider
        view={viewOf(
          read("A1 Bench press 3x8 @60kg &chains 20kg r90\n\nB1 Lat pull-down 3x10 @40kg r60 last: > 6 partials long"),
        )}
      >
        <Opened />
      </DeskProvider>,
    );
    expect(screen.getByText("with 20 kg of chains")).toBeTruthy();
    expect(screen.getByText("round 3: then partial reps where the muscle is stretched")).toBeTruthy();
  });
});
