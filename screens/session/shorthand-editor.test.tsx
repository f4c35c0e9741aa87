// @vitest-environment happy-dom
import { EditorView } from "@codemirror/view";
import { act, cleanup, fireEvent, render, screen } from "@testing-library/react";
import { createRef } from "react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { EditorProblem } from "./editor-problems";
import { type EditorHandle, ShorthandEditor } from "./shorthand-editor";

const onText = vi.fn();
type Props = Partial<Parameters<typeof ShorthandEditor>[0]>;
const PROPS = {
  label: "The session in shorthand",
  describedBy: "errors",
  hint: "such as Bench press 3x8",
  text: "A1 Bench press 3x8 @60kg r90\n\nB1 Plank 3x40s",
  isLocked: false,
  problems: [],
  onText,
  offersAt: () => [],
};
const open = (props: Props = {}) => {
  const all = { ...PROPS, ...props };
  const { rerender } = render(<ShorthandEditor {...all} />);
  return (more: Props) => rerender(<ShorthandEditor {...all} {...more} />);
};
const field = () => screen.getByLabelText("The session in shorthand");
const view = () => EditorView.findFromDOM(field())!;
const text = () => view().state.doc.toString();
const caret = () => view().state.selection.main.head;
/** As a hand types it, at a place. */
const type = (insert: string, from: number, to = from) =>
  act(() =>
    view().dispatch({
      changes: { from, to, insert },
      selection: { anchor: from + insert.length },
      userEvent: "input.type",
    }),
  );
const wait = (ms = 400) => act(() => vi.advanceTimersByTimeAsync(ms));
const marked = (kind: string) => [...field().querySelectorAll(`.cm-is-${kind}`)].map(({ textContent }) => textContent);
const problem = (more: Partial<EditorProblem> = {}): EditorProblem => ({
  line: 1,
  column: 16,
  length: 3,
  says: "found 3y8, expected sets × reps",
  suggestion: null,
  kind: "error",
  ...more,
});
const says = () => [...field().querySelectorAll(".cm-problem-says")].map(({ textContent }) => textContent);

beforeEach(() => {
  vi.useFakeTimers();
  onText.mockReset();
});
afterEach(() => {
  cleanup();
  vi.useRealTimers();
});

describe("the text of a session", () => {
  it("tells its parts apart", () => {
    open();
    expect(marked("label")).toEqual(["A1", "B1"]);
    expect(marked("lift")).toEqual(["Bench press", "Plank"]);
    expect(marked("scheme")).toEqual(["3x8", "3x40s"]);
    expect(marked("load")).toEqual(["@60kg"]);
    expect(marked("rest")).toEqual(["r90"]);
  });

  it("what is typed is told once, and what comes from the desk is not told back", () => {
    const change = open();
    type("4", 15, 16);
    expect(onText.mock.calls).toEqual([["A1 Bench press 4x8 @60kg r90\n\nB1 Plank 3x40s"]]);
    change({ text: "A1 Bench press 4x8 @60kg r90\n\nB1 Plank 3x60s" });
    expect(text()).toBe("A1 Bench press 4x8 @60kg r90\n\nB1 Plank 3x60s");
    expect(onText).toHaveBeenCalledTimes(1);
  });

  it("a change from the desk leaves the caret where it is in the text", () => {
    const change = open();
    act(() => view().dispatch({ selection: { anchor: PROPS.text.length } }));
    change({ text: PROPS.text.replace("3x8", "4x10") });
    expect(caret()).toBe(PROPS.text.length + 1);
    act(() => view().dispatch({ selection: { anchor: 3 } }));
    change({ text: PROPS.text });
    expect(caret()).toBe(3);
  });

  it("of a session that was started nothing is written", () => {
    const change = open({ isLocked: true });
    expect(view().state.readOnly).toBe(true);
    change({ isLocked: false });
    expect(view().state.readOnly).toBe(false);
  });

  it("a place in it can be gone to, and a line that is gone is not", () => {
    const ref = createRef<EditorHandle>();
    open({ ref });
    const focus = vi.spyOn(view(), "focus").mockImplementation(() => {});
    act(() => ref.current!.goTo(3, 4));
    expect(caret()).toBe(PROPS.text.indexOf("Plank"));
    act(() => ref.current!.goTo(9, 1));
    expect(caret()).toBe(PROPS.text.indexOf("Plank"));
    act(() => ref.current!.goTo(3, 99));
    expect(caret()).toBe(PROPS.text.length);
    expect(focus).toHaveBeenCalledTimes(2);
  });
});

describe("what does not read", () => {
  it("is said below its line when the hand rests, and cleared at once", async () => {
    const change = open({ problems: [problem()] });
    expect(says()).toEqual([]);
    await wait();
    expect(says()).toHaveLength(1);
    expect(says()[0]).toContain("found 3y8, expected sets × reps");
    expect(field().querySelector(".cm-problem-error")!.textContent).toBe("3x8");
    change({ problems: [] });
    expect(says()).toEqual([]);
    expect(field().querySelector(".cm-problem-error")).toBeNull();
  });

  it("is not said while one types on", async () => {
    const change = open({ problems: [problem()] });
    await wait(200);
    change({ problems: [problem({ says: "found 3z8" })] });
    await wait(200);
    expect(says()).toEqual([]);
    await wait(200);
    expect(says()[0]).toContain("found 3z8");
  });

  it("what may have been meant is put in by a click", async () => {
    open({ problems: [problem({ suggestion: "3x8-10" })] });
    await wait();
    fireEvent.click(screen.getByRole("button", { name: /3x8-10/ }));
    expect(text()).toBe("A1 Bench press 3x8-10 @60kg r90\n\nB1 Plank 3x40s");
    expect(onText).toHaveBeenCalledWith(text());
  });

  it("what is only marked has no sentence; of what is beyond its line the sentence alone stands, and beyond the text nothing", async () => {
    open({ problems: [problem({ kind: "mark" })] });
    await wait();
    expect(says()).toEqual([]);
    expect(field().querySelector(".cm-problem-mark")!.textContent).toBe("3x8");
    cleanup();
    open({ problems: [problem({ line: 3, column: 40, says: "more is expected" }), problem({ line: 7 })] });
    await wait();
    expect(says()).toEqual(["more is expected"]);
    expect(field().querySelector(".cm-problem-error")).toBeNull();
  });
});

describe("what may come next", () => {
  const offersAt = vi.fn((typed: string, at: number) =>
    /pl$/.test(typed.slice(0, at))
      ? [
          { insert: "Plank ", from: at - 2, means: "trunk" },
          { insert: "Plate raise ", from: at - 2, means: "delts" },
        ]
      : [],
  );
  const offers = () =>
    [...document.querySelectorAll(".cm-tooltip-autocomplete li")].map(({ textContent }) => textContent);
  const press = (key: string) => fireEvent.keyDown(field(), { key, keyCode: { Tab: 9, Enter: 13, Escape: 27 }[key] });

  it("is offered with its meaning while one types, and Tab takes the first", async () => {
    open({ text: "C1 p", offersAt });
    type("l", 4);
    await wait();
    expect(offers()).toEqual(["Planktrunk", "Plate raisedelts"]);
    press("Tab");
    expect(text()).toBe("C1 Plank ");
    await wait();
    expect(offers()).toEqual([]);
  });

  it("Enter is a new line where none was chosen; Escape lets them go", async () => {
    open({ text: "C1 p", offersAt });
    type("l", 4);
    await wait();
    press("Escape");
    await wait();
    expect(offers()).toEqual([]);
    press("Enter");
    expect(text()).toBe("C1 pl\n");
  });
});
