// @vitest-environment happy-dom
import { act, cleanup, fireEvent, render, screen, within } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { read } from "@/core/testing/helpers";
import { Strip } from "./strip";
import { floorOf } from "./testing/floor";
import type { Measured } from "./work-parts";
import { WorkScreen } from "./work-screen";

const clock = vi.hoisted(() => ({ ms: 1_000_000 }));
vi.mock("@/device/clock", () => ({ nowMs: () => clock.ms }));

beforeEach(() => {
  vi.useFakeTimers();
});
afterEach(() => {
  cleanup();
  vi.useRealTimers();
});

const wait = (seconds: number) =>
  act(() => {
    clock.ms += seconds * 1000;
    vi.advanceTimersByTime(300);
  });
type Ramp = "open" | "done" | "skipped" | null;

/** A block's round in hand, begun unless it is said otherwise. */
function open(text: string, more: { isStarted?: boolean; ramp?: Ramp; restOver?: number | null; at?: number } = {}) {
  const { isStarted = true, ramp = null, restOver = null, at = 0 } = more;
  const document = read(text);
  const [slot] = document.blocks[0]!.slots;
  const step = (reps: number, kg: number) => ({
    reps,
    kg,
    words: `${kg} kg`,
    build: `${kg / 2 - 10} a side`,
    change: "",
  });
  const floor = floorOf(document, { ramps: { [slot!.id]: [step(8, 40), step(3, 60)] } as never });
  const on = { begin: vi.fn(), rampEnd: vi.fn(), done: vi.fn(), undo: vi.fn(), change: vi.fn() };
  render(
    <WorkScreen
      view={floor.view!}
      blockRound={floor.blockRounds[at]!}
      search={new Map()}
      isFirst={at === 0}
      {...{ isStarted, ramp, restOver }}
      canUndo={false}
      onBegin={on.begin}
      onRampEnd={on.rampEnd}
      onDone={on.done}
      onUndo={on.undo}
      onChange={on.change}
    />,
  );
  return on;
}
const inHand = () => screen.getByRole("region", { name: "In hand" });
const press = (name: string | RegExp) => fireEvent.click(screen.getByRole("button", { name }));
const measuredBy = (on: ReturnType<typeof open>) => [...(on.done.mock.calls[0]![0] as Measured).values()];

describe("the block's round in hand", () => {
  it("has beside the load whatever changes what hands do: bands, tempo in seconds, the other side", () => {
    open("A1 Bench press 2x8 @60kg &band red t3-1-1-0 rir2 r60");
    expect(inHand().textContent).toContain("with a red band");
    expect(inHand().textContent).toContain("lower 3 s, pause 1 s, lift 1 s");
    cleanup();
    open("A1 Dumbbell curl 2x8/hold @10kg r60");
    expect(inHand().textContent).toContain("the other side holds");
    cleanup();
    open("A1 Farmer carry 2x40m @24kg r60\n\nB1 Push-up 1xF");
    expect(inHand().textContent).toContain("40m");
    cleanup();
    open("A1 Push-up 2xF r60");
    expect(inHand().textContent).toContain("to failure");
  });

  it("stands large, with what it asks and what comes after it", () => {
    open("A1 Bench press [bench 30] 3x8 @60kg rir2 r90 // elbows in");
    expect(within(inHand()).getByRole("heading").textContent).toBe("Bench press");
    expect(inHand().textContent).toContain("8reps, leave 260kg");
    expect(inHand().textContent).toContain("bench 30 · elbows in");
    expect(screen.getByText("then rest 1:30")).toBeTruthy();
  });

  it("begins before anything is done, once", () => {
    const on = open("A1 Bench press 3x8 @60kg r90", { isStarted: false });
    press("Start");
    expect([on.begin.mock.calls.length, on.done.mock.calls.length]).toEqual([1, 0]);
  });

  it("a round goes move by move, and is done as one", () => {
    const on = open("A1 Bench press 3x8 @60kg h10\nA2 Chin-up 3x6 @BW r90");
    press("Next exercise");
    expect(within(inHand()).getByRole("heading").textContent).toBe("Chin-up");
    expect(screen.getByRole("button", { name: "Next exercise" }).hasAttribute("disabled")).toBe(true);
    press(/^Bench press/);
    expect(within(inHand()).getByRole("heading").textContent).toBe("Bench press");
    press("Round done");
    expect(measuredBy(on)).toEqual([]);
  });

  it("a drop is straight on, a side is a move of its own", () => {
    open("A1 Dumbbell row 2x10/side @20kg r60 last: > -20%x8", { at: 1 });
    const stops = screen.getAllByRole("listitem").map(({ textContent }) => textContent);
    expect(stops[0]).toContain("Dumbbell row left");
    expect(stops[1]).toMatch(/^left ?straight on|^left 8 × /);
    expect(stops[2]).toContain("right");
    expect(screen.getAllByRole("listitem")).toHaveLength(5);
  });

  it("rest that is over is said, and work can be begun", () => {
    const on = open("A1 Bench press 3x8 @60kg r90", { restOver: 12 });
    press("Begin rest 0:12 over");
    expect(on.begin).toHaveBeenCalledTimes(1);
  });
});

describe("what is timed", () => {
  it("is kept as it was stopped, or as it runs when the set is done", () => {
    const on = open("A1 Plank 2x40s r60");
    press(/tap to start the clock/);
    wait(31);
    expect(screen.getByRole("button", { name: /working; tap to stop/ }).textContent).toContain("0:31");
    wait(12);
    press(/time; tap to stop/);
    expect(screen.getByRole("button", { name: /stopped; tap to time it again/ }).textContent).toContain("0:43");
    press("Set done");
    expect(measuredBy(on)).toEqual([43]);
    cleanup();
    const running = open("A1 Plank 2x40s r60");
    press(/tap to start the clock/);
    wait(25);
    press("Set done");
    expect(measuredBy(running)).toEqual([25]);
  });

  it("of two sides is the shorter one", () => {
    const on = open("A1 Side plank 2x40s/side r60");
    press(/tap to start the clock/);
    wait(38);
    press("Next exercise");
    press(/tap to start the clock/);
    wait(29);
    press("Round done");
    expect(measuredBy(on)).toEqual([29]);
  });

  it("a tempo is paced from the tap on it, rep by rep", () => {
    const on = open("A1 Bench press 3x8 @60kg t3-1-1-0 r90");
    press("tap to pace");
    expect(on.begin).toHaveBeenCalledTimes(1);
    wait(1);
    expect(screen.getByRole("button", { name: "lower · rep 1" })).toBeTruthy();
    wait(2.5);
    expect(screen.getByRole("button", { name: "pause · rep 1" })).toBeTruthy();
    wait(2.5);
    expect(screen.getByRole("button", { name: "lower · rep 2" })).toBeTruthy();
  });
});

describe("a ramp", () => {
  it("is gone through set by set, or skipped, and is no work", () => {
    const on = open("A1 Bench press 3x8 @80kg r90", { ramp: "open" });
    expect(screen.getByText("Ramp up: Bench press")).toBeTruthy();
    expect(screen.getAllByRole("listitem").map(({ textContent }) => textContent)).toEqual([
      "8 × 4010 a side",
      "3 × 6020 a side",
    ]);
    press("Next");
    press("Ramp done");
    press("Skip the ramp");
    expect(on.rampEnd.mock.calls).toEqual([["done"], ["skipped"]]);
    expect(on.done).not.toHaveBeenCalled();
  });
});

describe("the strip of a session", () => {
  it("says how far it is, a bead a move", () => {
    const { blockRounds, performed } = floorOf(
      read("A1 Bench press 3x8 @60kg h10\nA2 Chin-up 3x6 r90\n\nB1 Plank 2x40s"),
    );
    render(<Strip blockRounds={blockRounds} performed={performed} current={blockRounds[0]!} resting={false} />);
    const strip = screen.getByRole("img", { name: "0 of 5 rounds done" });
    const fills = [...strip.querySelectorAll("rect")].map((bead) => bead.getAttribute("fill"));
    expect(fills).toHaveLength(8);
    expect(fills.filter((fill) => fill === "var(--floor-now)")).toHaveLength(2);
  });
});
