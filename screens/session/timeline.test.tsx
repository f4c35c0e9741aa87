// @vitest-environment happy-dom
import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { useState } from "react";
import { afterEach, describe, expect, it } from "vitest";
import type { SessionDocument } from "@/core";
import { read } from "@/core/testing/helpers";
import { computeSession } from "@/views";
import { testContext } from "@/views/testing/context";
import type { Selection } from "./desk-state";
import { Timeline } from "./timeline";
import { shownSeconds } from "./work-intervals";

afterEach(cleanup);

const SUPERSET = read("A1 Bench press 2x8 @60kg h10\nA2 Barbell row 2x8 @50kg r60\n\nB1 Plank 2x40s r30");

function Drawn({ document, capSeconds = null }: { document: SessionDocument; capSeconds?: number | null }) {
  const [selection, select] = useState<Selection | null>(null);
  const computed = computeSession(document, testContext());
  return (
    <Timeline
      document={document}
      computed={computed}
      capSeconds={capSeconds}
      shownSeconds={shownSeconds(null, computed.timeline.seconds, capSeconds)}
      selection={selection}
      onSelect={select}
    />
  );
}
const slider = () => screen.getByRole("slider");
const press = (...keys: string[]) => {
  for (const key of keys) fireEvent.keyDown(slider(), { key });
};
const says = () => slider().getAttribute("aria-valuetext");
const bars = () => [...slider().querySelectorAll<SVGGElement>("g.cursor-pointer")];
const widthOf = (bar: SVGGElement) => Number(/H([\d.]+)V/.exec(bar.querySelector("path")!.getAttribute("d")!)?.[1]);
const minutes = () => [...slider().querySelectorAll("svg text")].map(({ textContent }) => textContent);

describe("the timeline", () => {
  it("is stepped through in the order of doing, and tells each set", () => {
    render(<Drawn document={SUPERSET} />);
    expect(slider().getAttribute("aria-label")).toBe("Timeline: 5:16, 3 lifts in 2 blocks");
    expect(says()).toBe("no set is chosen");
    press("Home");
    expect(says()).toBe("A1 Bench press, round 1: 8 × 60, 0:00 to 0:24");
    press("ArrowRight");
    expect(says()).toBe("A2 Barbell row, round 1: 8 × 50, 0:34 to 0:58");
    press("ArrowRight");
    expect(says()).toMatch(/^A1 Bench press, round 2/);
    press("End");
    expect(says()).toMatch(/^B1 Plank, round 2: 40s, /);
    press("ArrowRight");
    expect(slider().getAttribute("aria-valuenow")).toBe("5");
    press("ArrowLeft", "ArrowLeft");
    expect(says()).toMatch(/^A2 Barbell row, round 2/);
  });

  it("a bar is as wide as its seconds, and one of them is chosen by a click", () => {
    render(<Drawn document={SUPERSET} />);
    const [bench, row, , , plank] = bars();
    expect(bars()).toHaveLength(6);
    expect(widthOf(bench!)).toBeCloseTo(widthOf(row!), 6);
    expect(widthOf(plank!) / widthOf(bench!)).toBeCloseTo(40 / 24, 6);
    fireEvent.click(row!);
    expect(says()).toMatch(/^A2 Barbell row, round 1/);
    // Its frame, and no other's.
    expect(bars().map((bar) => bar.querySelectorAll("rect").length)).toEqual([0, 1, 0, 0, 0, 0]);
  });

  it("tells what the pointer is over, and no more once it has left", () => {
    render(<Drawn document={SUPERSET} />);
    const [bench] = bars();
    fireEvent.pointerEnter(bench!);
    expect(screen.getByRole("tooltip").textContent).toBe("A1 Bench press, round 1: 8 × 60, 0:00 to 0:24");
    fireEvent.pointerLeave(bench!);
    expect(screen.queryByRole("tooltip")).toBeNull();
  });

  it("goes nearer by + and to the block in hand by Enter, and back to all of it", () => {
    render(<Drawn document={SUPERSET} />);
    const whole = widthOf(bars()[0]!);
    press("Home", "+");
    expect(widthOf(bars()[0]!) / whole).toBeCloseTo(1.25, 6);
    press("-");
    expect(widthOf(bars()[0]!)).toBeCloseTo(whole, 6);
    press("End", "Enter");
    // Two planks of 40 s with 30 s between, and ten seconds on each side.
    const all = shownSeconds(null, 316, null);
    expect(widthOf(bars()[0]!) / whole).toBeCloseTo(all / 130, 6);
    fireEvent.click(screen.getByRole("button", { name: "all of it" }));
    expect(widthOf(bars()[0]!)).toBeCloseTo(whole, 6);
  });

  it("the wheel is the page's, and the timeline's with Ctrl", () => {
    render(<Drawn document={SUPERSET} />);
    const whole = widthOf(bars()[0]!);
    const wheel = (ctrlKey: boolean) =>
      Object.assign(new Event("wheel", { bubbles: true, cancelable: true }), { deltaY: -40, clientX: 0, ctrlKey });
    expect(fireEvent(slider(), wheel(false))).toBe(true);
    expect(widthOf(bars()[0]!)).toBe(whole);
    expect(fireEvent(slider(), wheel(true))).toBe(false);
    expect(widthOf(bars()[0]!) / whole).toBeCloseTo(1.25, 6);
  });

  it("an edit moves what comes after it, and widens nothing else", () => {
    const { rerender } = render(<Drawn document={SUPERSET} />);
    const before = bars().map((bar) => [bar.getAttribute("transform"), widthOf(bar)]);
    const longer = read("A1 Bench press 2x10 @60kg h10\nA2 Barbell row 2x8 @50kg r60\n\nB1 Plank 2x40s r30");
    rerender(<Drawn document={longer} />);
    const after = bars().map((bar) => [bar.getAttribute("transform"), widthOf(bar)]);
    expect(after[0]![0]).toBe(before[0]![0]);
    expect(Number(after[0]![1]) / Number(before[0]![1])).toBeCloseTo(10 / 8, 6);
    expect(after[1]![0]).not.toBe(before[1]![0]);
    expect(after[1]![1]).toBe(before[1]![1]);
    // The next block is moved as a whole.
    expect(after[4]).toEqual(before[4]);
  });

  it("counts minutes, names each lift, and shows where the time ends", () => {
    render(<Drawn document={SUPERSET} capSeconds={900} />);
    expect(minutes()).toEqual(expect.arrayContaining(["0", "5", "10", "15", "A", "Bench press", "B", "Plank"]));
    expect(slider().querySelectorAll('rect[fill="var(--color-weld-tint)"]')).toHaveLength(1);
    press("0", "+", "+", "+", "+", "+", "+", "+", "+");
    expect(minutes()).toContain("0:30");
  });

  it("an empty session is a timeline without sets", () => {
    render(<Drawn document={read("")} />);
    press("ArrowRight", "Enter", "End");
    expect(says()).toBe("no set is chosen");
    expect(bars()).toEqual([]);
  });
});
