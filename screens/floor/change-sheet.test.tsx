// @vitest-environment happy-dom
import { act, cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import { asPlanned, type FloorEvent, type FloorEventBody, type PerformedSet, signedKg } from "@/core";
import { doneAsPlanned, event, shownSession } from "@/core/testing/floor";
import { read } from "@/core/testing/helpers";
import { ChangeSheet } from "./change-sheet";
import { floorOf } from "./testing/floor";

afterEach(cleanup);

const DOCUMENT = read("A1 Bench press 3x8 @60kg h10\nA2 Barbell row 3x8 @50kg r90\n\nB1 Plank 2x40s r60");
const [A, B] = DOCUMENT.blocks;
const [BENCH, ROW] = A!.slots;

function open(events: readonly FloorEvent[] = [], justDone: readonly PerformedSet[] = []) {
  const [logged, onSets, onChanged, onTime] = [[] as FloorEventBody[], vi.fn(), vi.fn(), vi.fn()];
  const floor = floorOf(DOCUMENT, { events, logged });
  const props = {
    open: true,
    onOpenChange: () => {},
    floor,
    blockRound: floor.blockRound,
    justDone,
    onSets,
    onChanged,
    onTime,
  };
  render(<ChangeSheet {...props} />);
  return { logged, onSets, onChanged, onTime };
}
const offers = () => screen.getAllByRole("button").map(({ textContent }) => textContent);
const take = (name: string) => act(async () => fireEvent.click(screen.getByRole("button", { name })));
const place = (slotId: string, round: number) => ({ slotId, round, ordinal: 0, whose: "client" });

describe("what can be changed on the floor", () => {
  it("a round more or less of the block in hand, less time, or the end; each one entry", async () => {
    const { logged, onChanged, onTime } = open();
    expect(offers()).toEqual([
      "One more round of A",
      "Leave out A, round 1",
      "Leave out the rest of A",
      "Shorten session…",
      "End the session here",
      "Back",
    ]);
    await take("One more round of A");
    await take("Leave out A, round 1");
    expect(logged).toEqual([
      { kind: "roundAdded", blockId: A!.id },
      { kind: "setsSkipped", places: [place(BENCH!.id, 0), place(ROW!.id, 0)], reason: "" },
    ]);
    expect(onChanged).toHaveBeenCalledTimes(2);
    await take("Shorten session…");
    expect(onTime).toHaveBeenCalledTimes(1);
  });

  it("what is left out is what is not done yet", async () => {
    const done = doneAsPlanned(shownSession(DOCUMENT));
    const { logged } = open([event({ kind: "started" }), ...done.slice(0, 2)]);
    await take("Leave out the rest of A");
    await take("End the session here");
    expect(logged).toEqual([
      { kind: "setsSkipped", places: [place(BENCH!.id, 2), place(ROW!.id, 2)], reason: "" },
      {
        kind: "setsSkipped",
        places: [place(BENCH!.id, 2), place(ROW!.id, 2), ...[0, 1].map((round) => place(B!.slots[0]!.id, round))],
        reason: "",
      },
    ]);
  });

  it("of what was just done, that a lift went on as a drop: of one lift alone, to be put right before it is kept", async () => {
    const floor = floorOf(DOCUMENT);
    const justDone = asPlanned(floor.blockRounds[0]!, floor.shown!, null);
    const { onSets, onChanged, logged } = open([], justDone);
    expect(offers().slice(0, 2)).toEqual(["Bench press went on as a drop", "Barbell row went on as a drop"]);
    await take("Barbell row went on as a drop");
    const [[bench, row]] = onSets.mock.calls[0] as [PerformedSet[]];
    expect(bench).toBe(justDone[0]);
    expect(row!.segments.map((one) => [signedKg(one), one.reps])).toEqual([
      [50, 8],
      [40, 5],
    ]);
    expect([onChanged.mock.calls.length, logged]).toEqual([1, []]);
  });

  it("no drop of what is held for its seconds", () => {
    const floor = floorOf(DOCUMENT);
    const held = asPlanned(floor.blockRounds.at(-1)!, floor.shown!, null);
    open([], held);
    expect(offers().some((name) => name!.includes("drop"))).toBe(false);
  });
});
