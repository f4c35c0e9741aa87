// @vitest-environment happy-dom
import { cleanup, fireEvent, render, screen, within } from "@testing-library/react";
import { useState } from "react";
import { afterEach, describe, expect, it, vi } from "vitest";
import {
  asPlanned,
  type BlockRound,
  buildableLoads,
  exerciseOrThrow,
  hasDropDone,
  type PerformedSet,
  withDropDone,
} from "@/core";
import { read } from "@/core/testing/helpers";
import type { Pending } from "@/device/store";
import { RestScreen } from "./rest-screen";
import { floorOf } from "./testing/floor";
import type { Floor } from "./use-floor";

afterEach(cleanup);

const SUPERSET = "A1 Bench press 3x8 @60kg rir2 h10\nA2 Chin-up 3x6 @BW+10kg r90\n\nB1 Plank 2x40s r60";

interface Asked {
  readonly floor: Floor;
  readonly blockRound: BlockRound;
  readonly next: BlockRound | null;
  readonly kept: boolean;
  readonly restLeft: number;
  readonly first: readonly PerformedSet[];
  readonly on: Record<"keep" | "takeBack" | "start" | "undo" | "change", () => void>;
}
function Resting({ floor, blockRound, next, kept, restLeft, first, on }: Asked) {
  const [sets, setSets] = useState(first);
  const pending: Pending = {
    ...{ sessionId: "s", chainKey: blockRound.key, restStartedMs: 0, kept, movedOn: false },
    ...{ workStartedMs: null, sets, before: null },
  };
  return (
    <RestScreen
      {...{ floor, blockRound, next, pending, restLeft }}
      ramped={false}
      stops={[]}
      onSets={setSets}
      onTakeBack={on.takeBack}
      onKeep={on.keep}
      onStart={on.start}
      onUndo={on.undo}
      onChange={on.change}
    />
  );
}

/** Rest after a round, as it stands on the device. */
function open(
  text: string,
  more: { round?: number; restLeft?: number; kept?: boolean; sets?: (sets: PerformedSet[]) => PerformedSet[] } = {},
) {
  const { round = 0, restLeft = 75, kept = false, sets: change = (sets) => sets } = more;
  const floor = floorOf(read(text));
  const blockRound = floor.blockRounds[round]!;
  const on = { keep: vi.fn(), takeBack: vi.fn(), start: vi.fn(), undo: vi.fn(), change: vi.fn() };
  const first = change(asPlanned(blockRound, floor.shown!, null));
  render(<Resting {...{ floor, blockRound, kept, restLeft, first, on }} next={floor.blockRounds[round + 1] ?? null} />);
  return on;
}
const press = (name: string | RegExp) => fireEvent.click(screen.getByRole("button", { name }));
const figure = (name: string) => screen.getByRole("group", { name }).querySelector("[aria-expanded]")!.textContent;
const keptSets = (on: ReturnType<typeof open>) => {
  press("Save set");
  return on.keep.mock.calls[0]![0] as PerformedSet[];
};

describe("rest", () => {
  it("counts down, and up once it is over", () => {
    open(SUPERSET);
    expect(screen.getByRole("timer", { name: "Rest left" }).textContent).toBe("1:15");
    cleanup();
    open(SUPERSET, { restLeft: -8 });
    expect(screen.getByRole("timer").textContent).toBe("+0:08");
  });

  it("says what comes next; after the last round of a block there is none to count", () => {
    open(SUPERSET);
    expect(screen.getByText("then A, round 2")).toBeTruthy();
    expect(screen.getByText("Bench press 8 × 60 kg")).toBeTruthy();
    cleanup();
    open(SUPERSET, { round: 4 });
    expect(screen.getByText("Block done")).toBeTruthy();
    expect(screen.queryByRole("timer")).toBeNull();
  });

  it("what went as planned is kept with one tap, as it is shown", () => {
    const on = open(SUPERSET);
    const [bench, chin] = keptSets(on);
    expect(bench!.segments[0]).toMatchObject({ reps: 8, load: { amount: "60", unit: "kg" }, sign: 1 });
    expect(chin!.segments[0]).toMatchObject({ reps: 6, load: { amount: "10", unit: "kg" } });
    // Nothing is reported that nobody said.
    expect([bench!.rir, bench!.form, bench!.pain]).toEqual([null, "held", 0]);
  });

  it("of a set that lasts a time the reps are counted too; of a hold there are none", () => {
    const on = open("A1 Push-up 2x30s r60\nA2 Plank 2x40s r60");
    press("Push-up seconds, more");
    for (let i = 0; i < 3; i++) press("Push-up reps, more");
    expect(screen.queryByRole("group", { name: "Plank reps" })).toBeNull();
    const [push, plank] = keptSets(on);
    expect(push!.segments[0]).toMatchObject({ seconds: 35, reps: 3 });
    expect(plank!.segments[0]).toMatchObject({ seconds: 40, reps: 0 });
  });

  it("reps and loads go by steps, loads by what the gym can build, a belt down to help", () => {
    const on = open(SUPERSET);
    press("Bench press reps, less");
    press("Bench press load, more");
    expect([figure("Bench press reps"), figure("Bench press load")]).toEqual(["7", "62.5"]);
    for (let i = 0; i < 12; i++) press("Chin-up load, less");
    const [bench, chin] = keptSets(on);
    expect(bench!.segments[0]).toMatchObject({ reps: 7, load: { amount: "62.5" } });
    expect(chin!.segments[0]).toMatchObject({ load: { amount: "15" }, sign: -1 });
  });

  it("a figure that is tapped is typed; the first key replaces what stood there, and it counts without a word more", () => {
    const on = open(SUPERSET);
    press("Bench press load: 60, type it");
    for (const key of ["5", "7", ".", "5"]) press(key);
    press("Bench press reps: 8, type it");
    expect(screen.getByRole("button", { name: "." })).toHaveProperty("disabled", true);
    fireEvent.keyDown(window, { key: "1" });
    press("2");
    press("Remove the last digit");
    press("0");
    expect(keptSets(on)[0]!.segments[0]).toMatchObject({ reps: 10, load: { amount: "57.5", unit: "kg" } });
  });

  it("seconds and sides have steps of their own", () => {
    const on = open("A1 Plank 2x40s r60");
    press("Plank seconds, less");
    expect(figure("Plank seconds")).toBe("35 s");
    expect(keptSets(on)[0]!.segments[0]!.seconds).toBe(35);
    cleanup();
    const sided = open("A1 Dumbbell row 2x10/side @20kg r60");
    press("Dumbbell row reps, right, less");
    expect(keptSets(sided)[0]!.segments[0]).toMatchObject({ reps: 10, rightReps: 9 });
  });

  it("what was left is asked in the first and the last round, and can be said in the others", () => {
    const on = open(SUPERSET);
    fireEvent.click(screen.getAllByRole("button", { name: "2 in reserve" })[0]!);
    expect(screen.queryByRole("button", { name: "Reserve" })).toBeNull();
    expect(keptSets(on).map(({ rir }) => rir)).toEqual([2, null]);
    cleanup();
    open(SUPERSET, { round: 1 });
    expect(screen.queryAllByText("could have done more")).toHaveLength(0);
    press("Reserve");
    expect(screen.getAllByText("could have done more")).toHaveLength(2);
  });

  it("form and pain are a lift's; where it hurts is asked once it does", () => {
    const on = open(SUPERSET);
    press("Form");
    const bench = screen.getByRole("group", { name: "Bench press: form" });
    fireEvent.click(within(bench).getByRole("button", { name: "slipped" }));
    press("Hurts");
    expect(screen.queryByLabelText("Chin-up: where it hurts")).toBeNull();
    const pain = within(screen.getByRole("group", { name: "Chin-up: pain, 0 to 10" }));
    fireEvent.click(pain.getByRole("button", { name: "4" }));
    press("left elbow");
    expect(screen.getByRole("alert").textContent).toContain("Chin-up stops here");
    expect(keptSets(on).map(({ form, pain, painPlace }) => [form, pain, painPlace])).toEqual([
      ["slipped", 0, ""],
      ["held", 4, "left elbow"],
    ]);
  });

  it("a drop that nobody planned stands below its set, goes by steps, and off again", () => {
    const on = open("A1 Bench press 3x8 @60kg r90", {
      sets: ([bench]) => {
        const { shown } = floorOf(read("A1 Bench press 3x8 @60kg r90"));
        const loads = buildableLoads(exerciseOrThrow(shown!.catalogue, "bench-press"), shown!.equipment);
        return [withDropDone(bench!, loads)!];
      },
    });
    expect([figure("then reps"), figure("then load")]).toEqual(["5", "47.5"]);
    press("then reps, more");
    press("Save set");
    expect((on.keep.mock.calls[0]![0] as PerformedSet[])[0]!.segments.map(({ reps }) => reps)).toEqual([8, 6]);
    press("No drop after all");
    press("Save set");
    expect(hasDropDone((on.keep.mock.calls[1]![0] as PerformedSet[])[0]!)).toBe(false);
    expect(screen.queryByRole("button", { name: "No drop after all" })).toBeNull();
  });

  it("once it is kept it says so, and only the next round can be begun", () => {
    const on = open(SUPERSET, { kept: true });
    expect(screen.getByText(/^Saved: /).textContent).toBe("Saved: Bench press 8 × 60 kg; Chin-up 6 × +10 kg");
    expect(screen.queryByRole("button", { name: "Save set" })).toBeNull();
    press("Start now");
    expect(on.start).toHaveBeenCalledTimes(1);
    cleanup();
    const other = open(SUPERSET);
    press("Not done yet");
    press("Options");
    expect([other.takeBack.mock.calls.length, other.change.mock.calls.length]).toEqual([1, 1]);
  });
});
