// @vitest-environment happy-dom
import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { type ComponentProps, useState } from "react";
import { afterEach, describe, expect, it, vi } from "vitest";
import { exposure, read } from "@/core/testing/helpers";
import { computeSession } from "@/views";
import { testContext } from "@/views/testing/context";
import { type CellActions, SetCell } from "./set-cell";

afterEach(cleanup);

type Props = ComponentProps<typeof SetCell>;

function cellOf(text: string, more: Partial<Props> = {}, context = testContext()) {
  const document = read(text);
  const computed = computeSession(document, context);
  const slot = computed.resolved.document.blocks[0]!.slots[0]!;
  const props: Props = {
    slot,
    round: 0,
    computed,
    selected: false,
    inRange: false,
    editing: null,
    optional: false,
    error: null,
    on: IDLE,
    ...more,
  };
  return props;
}
const IDLE: CellActions = { select: () => {}, edit: () => {}, write: () => {}, commit: () => {}, leave: () => {} };
/** The cell while it is written in. */
function Writing(own: Pick<CellActions, "commit" | "leave">) {
  const [text, setText] = useState("8@60");
  return <SetCell {...cellOf("Bench press 3x8 @60kg", { editing: text, on: { ...IDLE, write: setText, ...own } })} />;
}
const cell = () => screen.getByRole("gridcell");

describe("a set where its lift and its round cross", () => {
  it("of a session that has begun shows what was done, and what was asked and not done as a hole", () => {
    render(<SetCell {...cellOf("Bench press 3x8 @60kg rir2", { done: "7 × 60" })} />);
    expect(cell().textContent).toBe("done 7 × 60");
    expect(screen.getByTitle("asked 8 × 60")).toBeTruthy();
    cleanup();
    render(<SetCell {...cellOf("Bench press 3x8 @60kg rir2", { done: null })} />);
    expect(cell().textContent).toContain("8 × 60");
    expect(cell().className).toContain("border-dashed");
  });

  it.each([
    ["Bench press 3x8 @60kg rir2", {}, "8 × 602"],
    ["Bench press 3x8 @60kg rir1-2", {}, "8 × 601–2"],
    ["Bench press 3x8 @60kg", {}, "8 × 60"],
    ["Bench press 8,-,8 @60kg", { round: 1 }, "skipped"],
    ["Bench press 2x8 @60kg", { round: 2 }, ""],
    ["Bench press 2-3x8 @60kg rir2", { round: 2, optional: true }, "8 × 60, may be left out2"],
  ])("%s, %j reads %s", (text, more, words) => {
    render(<SetCell {...cellOf(text, more)} />);
    expect(cell().textContent).toBe(words);
  });

  it("says what is likely where a set falls short, and why", () => {
    const sets = [{ loadKg: 60, curveKg: 60, reps: 8, rir: 0 }];
    const lift = { lineage: "bench-press", exerciseId: "bench-press", strengths: [], trainingMaxKg: null };
    const context = testContext({ lifts: [{ ...lift, exposures: [exposure("2026-11-20", sets)] }] });
    render(<SetCell {...cellOf("Bench press 3x8 @70kg rir2 r60", {}, context)} />);
    expect(cell().textContent).toMatch(/^8 × 70→−\d/);
    expect(cell().querySelector("[title]")!.getAttribute("title")).toMatch(/\w/);
  });

  it("is chosen by a click, with Shift as one of several, and opened by two", () => {
    const [select, edit] = [vi.fn(), vi.fn()];
    const props = cellOf("Bench press 3x8 @60kg", { round: 1, on: { ...IDLE, select, edit } });
    render(<SetCell {...props} />);
    fireEvent.click(cell());
    fireEvent.click(cell(), { shiftKey: true });
    fireEvent.doubleClick(cell());
    const at = { slotId: props.slot.id, round: 1 };
    expect(select.mock.calls).toEqual([
      [at, false],
      [at, true],
    ]);
    expect(edit.mock.calls).toEqual([[at]]);
  });

  it("is drawn again where what it says is another, and stays where another set of its lift is", () => {
    const context = testContext();
    const before = cellOf("Bench press 3x8 @60kg", {}, context);
    const { rerender } = render(<SetCell {...before} />);
    const figure = () => cell().querySelector("span")!;
    // Whoever draws again puts back what was taken out by hand.
    figure().textContent = "taken out";
    const [, ...others] = before.slot.sets;
    const slot = { ...before.slot, sets: [before.slot.sets[0]!, null, ...others.slice(1)] };
    rerender(<SetCell {...before} slot={slot} />);
    expect(figure().textContent).toBe("taken out");
    const heavier = cellOf("Bench press 3x8 @70kg", {}, context);
    rerender(<SetCell {...heavier} />);
    expect(cell().textContent).toBe("8 × 70");
  });

  it("what is typed is its own: Enter goes on down, leaving keeps it, Escape leaves, and no key reaches the grid", () => {
    const [commit, leave, grid] = [vi.fn(), vi.fn(), vi.fn()];
    render(
      // biome-ignore lint/a11y/noStaticElementInteractions: stands for the grid
      <div onKeyDown={grid}>
        <Writing commit={commit} leave={leave} />
      </div>,
    );
    const field = screen.getByRole<HTMLInputElement>("textbox", { name: "Set, round 1" });
    expect(field.ownerDocument.activeElement).toBe(field);
    fireEvent.change(field, { target: { value: "10@62.5kg" } });
    expect(field.value).toBe("10@62.5kg");
    fireEvent.keyDown(field, { key: "Enter" });
    fireEvent.keyDown(field, { key: "Escape" });
    fireEvent.keyDown(field, { key: "ArrowDown" });
    fireEvent.blur(field);
    expect(commit.mock.calls).toEqual([["down"], ["stay"]]);
    expect(leave).toHaveBeenCalledTimes(1);
    expect(grid).not.toHaveBeenCalled();
  });

  it("unreadable text stays in it, with its column, what was found and what may be meant", () => {
    const error = { line: 1, column: 3, found: "“kgg”", expected: "a unit", suggestion: "8@60kg" };
    render(<SetCell {...cellOf("Bench press 3x8 @60kg", { editing: "8@60kgg", error: error as Props["error"] })} />);
    const field = screen.getByRole<HTMLInputElement>("textbox", { name: "Set, round 1" });
    expect(field.value).toBe("8@60kgg");
    expect(field.getAttribute("aria-invalid")).toBe("true");
    expect(screen.getByRole("alert").textContent).toBe("column 3: found “kgg”, expected a unit. Perhaps 8@60kg");
  });
});
