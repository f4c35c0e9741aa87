// @vitest-environment happy-dom
import { act, cleanup, fireEvent, render, screen, waitFor, within } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import type { FloorEvent, FloorEventBody } from "@/core";
import { doneAsPlanned, event, shownSession } from "@/core/testing/floor";
import { read } from "@/core/testing/helpers";
import { type FloorOf, floorOf } from "./testing/floor";
import TimeSheet from "./time-sheet";
import type { Floor } from "./use-floor";

afterEach(cleanup);

const DOCUMENT = read(
  "A1 Back squat 3x5 @80kg rir2 r180\n\nB1 Bench press 4x8 @60kg rir2 r120\n\nC1 Lateral raise 4x15 @8kg rir1 r75",
);
const shown = shownSession(DOCUMENT);
const floorAfter = (events: readonly FloorEvent[], more: Partial<FloorOf> = {}) =>
  floorOf(DOCUMENT, { events, ...more });
async function open(floor: Floor, more: { justDone?: string; restLeft?: number } = {}) {
  const close = vi.fn();
  render(
    <TimeSheet onOpenChange={close} floor={floor} justDone={more.justDone ?? null} restLeft={more.restLeft ?? 0} />,
  );
  await settled();
  return close;
}
/** The ways are worked out between two frames, however long that takes. */
const settled = () => waitFor(() => expect(screen.queryByText(/^Working out/)).toBeNull(), { timeout: 20_000 });
const ahead = () => screen.getByText(/is ahead as planned/).textContent;
const ways = () => screen.getAllByRole("region").map((one) => one.getAttribute("aria-label"));
async function minutes(to: string) {
  for (let i = 0; i < 40 && !screen.queryByText(to); i++)
    fireEvent.click(screen.getByRole("button", { name: "5 minutes less" }));
  await settled();
}

describe("only so much time, on the floor", () => {
  it("begins with whole fives under what is planned, and steps by fives, never under five", async () => {
    await open(floorAfter([]));
    expect(ahead()).toMatch(/^2\d:\d\d is ahead as planned, \d:\d\d too much\.$/);
    const [planned] = /\d+/.exec(ahead()!)!;
    expect(screen.getByText(`${5 * Math.floor(Number(planned) / 5)} min`)).toBeTruthy();
    fireEvent.click(screen.getByRole("button", { name: "5 minutes more" }));
    expect(ahead()).toMatch(/: it fits\.$/);
    expect(screen.queryAllByRole("region")).toEqual([]);
    for (let i = 0; i < 10; i++) fireEvent.click(screen.getByRole("button", { name: "5 minutes less" }));
    expect(screen.getByText("5 min")).toBeTruthy();
  });

  it("offers all at once where no single way is enough, each by its lift, what it saves and what it costs", async () => {
    await open(floorAfter([]));
    await minutes("15 min");
    expect(ways()[0]).toBe("All of these");
    const all = within(screen.getByRole("region", { name: "All of these" }));
    expect(all.getAllByRole("listitem").length).toBeGreaterThan(1);
    const rests = screen.getByRole("region", { name: "120 s rest in A (Back squat)" });
    expect(rests.textContent).toContain("costs no hard set");
    expect(within(rests).getByRole("button", { name: "120 s rest in A (Back squat): saves 2:00" })).toBeTruthy();
  });

  it("a way that is taken is one entry with the minutes, the places and the rests, and closes the sheet", async () => {
    const logged: FloorEventBody[] = [];
    const close = await open(floorAfter([], { logged }));
    await minutes("20 min");
    await act(async () => fireEvent.click(screen.getByRole("button", { name: /^120 s rest in A/ })));
    const a = DOCUMENT.blocks[0]!.id;
    expect(logged).toEqual([{ kind: "shortened", minutes: 20, places: [], rests: [{ blockId: a, seconds: 120 }] }]);
    expect(close).toHaveBeenCalledWith(false);
    await act(async () => fireEvent.click(screen.getByRole("button", { name: /^Without C1 Lateral raise/ })));
    const slotId = DOCUMENT.blocks[2]!.slots[0]!.id;
    const places = [0, 1, 2, 3].map((round) => ({ slotId, round, ordinal: 0, whose: "client" }));
    expect(logged[1]).toEqual({ kind: "shortened", minutes: 20, places, rests: [] });
  });

  it("two taps within a moment are one: nothing is logged, and the sheet stays", async () => {
    const logged: FloorEventBody[] = [];
    const close = await open(floorAfter([], { logged, mayCommit: false }));
    await minutes("20 min");
    await act(async () => fireEvent.click(screen.getByRole("button", { name: /^120 s rest in A/ })));
    expect(logged).toEqual([]);
    expect(close).not.toHaveBeenCalled();
  });

  it("the round that was just done is not ahead, and the rest that runs is", async () => {
    const done = doneAsPlanned(shown);
    const seconds = (words: string | null) => {
      const [m, s] = /(\d+):(\d\d)/.exec(words!)!.slice(1).map(Number);
      return 60 * m! + s!;
    };
    await open(floorAfter([event({ kind: "started" })]));
    const whole = seconds(ahead());
    cleanup();
    const floor = floorAfter([event({ kind: "started" })]);
    await open(floor, { justDone: floor.blockRounds[0]!.key, restLeft: 100 });
    // A set of 15 s and its rest of 180 s are gone; 100 s of the rest are left.
    expect(whole - seconds(ahead())).toBe(95);
    cleanup();
    await open(floorAfter([event({ kind: "started" }), ...done.slice(0, 3)]));
    expect(ways().join()).not.toContain("Back squat");
  });

  it("what was cut before can be taken back, the last first, and not once it is", async () => {
    const cut = event({ kind: "shortened", minutes: 20, places: [], rests: [{ blockId: "x", seconds: 60 }] });
    const logged: FloorEventBody[] = [];
    const close = await open(floorAfter([cut], { logged }));
    await act(async () => fireEvent.click(screen.getByRole("button", { name: "Undo what was cut for 20 min" })));
    expect(logged).toEqual([{ kind: "undone", eventId: cut.id }]);
    expect(close).toHaveBeenCalledWith(false);
    cleanup();
    await open(floorAfter([cut, event({ kind: "undone", eventId: cut.id })]));
    expect(screen.queryByRole("button", { name: /^Undo what/ })).toBeNull();
  });
});
