// @vitest-environment happy-dom
import { act, cleanup, fireEvent, render, screen, within } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { SensorMessage } from "@/contract/sensor";
import type { ClientLimit } from "@/core";
import { read } from "@/core/testing/helpers";
import type { RepSensor } from "@/device/sensor";
import { Strip } from "./strip";
import { floorOf } from "./testing/floor";
import { SensorContext } from "./use-sensor";
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
function open(
  text: string,
  more: {
    isStarted?: boolean;
    ramp?: Ramp;
    restOver?: number | null;
    at?: number;
    sensor?: RepSensor;
    limits?: readonly ClientLimit[];
  } = {},
) {
  const { isStarted = true, ramp = null, restOver = null, at = 0, sensor = null, limits = [] } = more;
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
    <SensorContext value={{ sensor, choose: async () => null }}>
      <WorkScreen
        view={{ ...floor.view!, limits }}
        blockRound={floor.blockRounds[at]!}
        search={new Map()}
        restOff={new Map()}
        isFirst={at === 0}
        {...{ isStarted, ramp, restOver }}
        canUndo={false}
        onBegin={on.begin}
        onRampEnd={on.rampEnd}
        onDone={on.done}
        onUndo={on.undo}
        onChange={on.change}
      />
    </SensorContext>,
  );
  return on;
}
const inHand = () => screen.getByRole("region", { name: "In hand" });
const press = (name: string | RegExp) => fireEvent.click(screen.getByRole("button", { name }));
const measuredBy = (on: ReturnType<typeof open>) =>
  [...(on.done.mock.calls[0]![0] as Measured).values()].map(({ seconds }) => seconds);

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

  it("says what of the range a client's limit leaves out, of the exercises that it is about", () => {
    const knee: ClientLimit = {
      id: "knee",
      what: { kind: "joint", joint: "knee" },
      how: "part",
      range: "no deeper than a chair",
      side: "right",
      from: "2026-01-01",
      until: null,
      clearedBy: null,
    };
    open("A1 Back squat 2x8 @60kg r60", { limits: [knee] });
    expect(inHand().textContent).toContain("only in part: right knee, no deeper than a chair");
    cleanup();
    open("A1 Back squat 2x8 @60kg r60", { limits: [{ ...knee, how: "avoid" }] });
    expect(inHand().textContent).not.toContain("only in part");
    cleanup();
    open("A1 Bench press 2x8 @60kg r60", { limits: [knee] });
    expect(inHand().textContent).not.toContain("only in part");
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

  it("form and pain are said while it is worked at, and stand with what is done", () => {
    const on = open("Bench press 2x8 @60kg");
    press("Form");
    press("broke");
    fireEvent.keyDown(document.activeElement!, { key: "Escape" });
    press("Hurts");
    press("3");
    fireEvent.keyDown(document.activeElement!, { key: "Escape" });
    expect(screen.getByRole("button", { name: "Hurts" }).getAttribute("aria-pressed")).toBe("true");
    press("Set done");
    const felt = [...(on.done.mock.calls[0]![1] as Map<string, unknown>).values()];
    expect(felt).toEqual([{ form: "broke", pain: 3, painPlace: "" }]);
  });

  it("before the start nothing can have been felt", () => {
    open("Bench press 2x8 @60kg", { isStarted: false });
    expect(screen.queryByRole("button", { name: "Hurts" })).toBeNull();
  });

  it("rest that is over is said, and work can be begun", () => {
    const on = open("A1 Bench press 3x8 @60kg r90", { restOver: 12 });
    press("Start rest 0:12 over");
    expect(on.begin).toHaveBeenCalledTimes(1);
  });
});

describe("a rep sensor", () => {
  /** A sensor that says what it is told to, and how often it was listened to. */
  function sensorOf() {
    const heard: { tell: (message: SensorMessage) => void; lost: (why: string) => void }[] = [];
    const sensor: RepSensor = {
      name: "Bar end",
      listen: (tell, lost) => {
        heard.push({ tell, lost });
        return () => undefined;
      },
    };
    const say = (message: SensorMessage) => act(() => heard.at(-1)!.tell(message));
    return { sensor, say, heard };
  }
  const group = () => screen.getByRole("group", { name: "Reps counted" });
  const seconds = { lower: 2, bottom: 0, lift: 1.4, top: 0 };

  it("counts while it is done, with the phase and what the last lift took; what it counted goes into the set", () => {
    const { sensor, say } = sensorOf();
    const on = open("A1 Bench press 2x8 @60kg rir2 r60", { sensor });
    expect(group().textContent).toContain("waits for the first rep");
    say({ kind: "phase", rep: 1, phase: "lower" });
    expect(on.begin).toHaveBeenCalledTimes(1);
    expect(group().textContent).toContain("lower · 0 of 8 reps");
    say({ kind: "rep", rep: 1, seconds });
    expect(group().textContent).toContain("1 of 8 reps");
    expect(group().textContent).toContain("last lift 1.4 s");
    say({ kind: "end", rep: 7 });
    expect(group().textContent).toContain("counted: 7 of 8 reps");
    press("Set done");
    expect([...(on.done.mock.calls[0]![0] as Measured).values()]).toEqual([{ reps: 7 }]);
  });

  it("of a round with several exercises the next is in hand when one is counted to its end; sides are counted apart", () => {
    const { sensor, say } = sensorOf();
    const on = open("A1 Bench press 2x8 @60kg\nA2 Dumbbell row 2x8/side @20kg r60", { sensor });
    say({ kind: "end", rep: 8 });
    expect(inHand().textContent).toContain("Dumbbell row left");
    say({ kind: "end", rep: 8 });
    expect(inHand().textContent).toContain("Dumbbell row right");
    say({ kind: "end", rep: 6 });
    press("Round done");
    expect([...(on.done.mock.calls[0]![0] as Measured).values()]).toEqual([{ reps: 8 }, { reps: 8, rightReps: 6 }]);
  });

  it("that is lost says so, and is looked for again", () => {
    const { sensor, heard } = sensorOf();
    open("A1 Bench press 2x8 @60kg r60", { sensor });
    act(() => heard.at(-1)!.lost("The sensor’s connection was closed."));
    expect(screen.getByRole("alert").textContent).toContain("connection was closed");
    const before = heard.length;
    act(() => void vi.advanceTimersByTime(3_000));
    expect(heard.length).toBe(before + 1);
  });
});

describe("rests within a round", () => {
  const timer = () => screen.queryByRole("timer", { name: "Rest before this part" })?.textContent;

  it("between the parts of a rest-pause set count down from the part that was ended, and say when to go", () => {
    open("A1 Leg press 2x10 @100kg > pause 15s x2 r90");
    expect(timer()).toBeUndefined();
    press("Next part");
    expect(timer()).toBe("rest 0:15");
    wait(9);
    expect(timer()).toBe("rest 0:06");
    wait(6);
    expect(timer()).toBe("go");
  });

  it("a drop follows at once", () => {
    open("A1 Dumbbell curl 2x8 @10kg > -20%x6 r90");
    press("Next part");
    expect(timer()).toBeUndefined();
  });

  it("between the halves of a round it is a rest, from one exercise to the next the way there is none", () => {
    open("A1 Leg press 2x8 @100kg h60\nA2 Leg extension 2x10 @30kg r90");
    press("Next exercise");
    expect(timer()).toBe("rest 1:00");
    cleanup();
    open("A1 Leg press 2x8 @100kg h10\nA2 Leg extension 2x10 @30kg r90");
    press("Next exercise");
    expect(timer()).toBeUndefined();
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
    press("Other side");
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
