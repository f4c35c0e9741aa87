// @vitest-environment happy-dom
import { act, cleanup, fireEvent, render, screen, within } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import { asPlanned, type FloorEvent, type FloorEventBody, type PerformedSet, signedKg } from "@/core";
import { doneAsPlanned, event, shownSession } from "@/core/testing/floor";
import { read } from "@/core/testing/helpers";
import OptionsSheet from "./options-sheet";
import { floorOf } from "./testing/floor";

afterEach(cleanup);

const DOCUMENT = read("A1 Bench press 3x8 @60kg h10\nA2 Barbell row 3x8 @50kg r90\n\nB1 Plank 2x40s r60");
const [A, B] = DOCUMENT.blocks;
const [BENCH, ROW] = A!.slots;

const FLOOR_PRESS = {
  exerciseId: "floor-press",
  load: { weight: { amount: "55", unit: "kg" as const }, sign: 1 as const },
  words: "55 kg",
};

function open(events: readonly FloorEvent[] = [], justDone: readonly PerformedSet[] = []) {
  const [logged, onSets, onOpen, onTime] = [[] as FloorEventBody[], vi.fn(), vi.fn(), vi.fn()];
  const floor = floorOf(DOCUMENT, { events, logged, standIns: { [BENCH!.id]: [FLOOR_PRESS], [ROW!.id]: [] } });
  render(
    <OptionsSheet
      onOpenChange={onOpen}
      floor={floor}
      blockRound={floor.blockRound}
      justDone={justDone}
      onSets={onSets}
      onTime={onTime}
    />,
  );
  return { logged, onSets, onOpen, onTime };
}
const offers = () => screen.getAllByRole("button").map(({ textContent }) => textContent);
const take = (name: string | RegExp) => act(async () => fireEvent.click(screen.getByRole("button", { name })));
const place = (slotId: string, round: number) => ({ slotId, round, ordinal: 0, whose: "client" });

describe("what can be changed on the floor", () => {
  it("a round more or less of the block in hand, less time, or the end; each one entry", async () => {
    const { logged, onOpen, onTime } = open();
    await take("One more round of A");
    await take("Leave out A, round 1");
    await take("One more set of Barbell row");
    expect(logged).toEqual([
      { kind: "roundAdded", blockId: A!.id },
      { kind: "setsSkipped", places: [place(BENCH!.id, 0), place(ROW!.id, 0)], reason: "" },
      { kind: "setAdded", slotId: ROW!.id, round: 0 },
    ]);
    expect(onOpen.mock.calls).toEqual([[false], [false], [false]]);
    await take("Shorten session…");
    expect(onTime).toHaveBeenCalledTimes(1);
  });

  it("a pause is one entry too", async () => {
    const { logged } = open();
    await take(/^Pause the session/);
    expect(logged).toEqual([{ kind: "paused", resumed: false }]);
  });

  it("what is left out is what is not done yet", async () => {
    const done = doneAsPlanned(shownSession(DOCUMENT));
    const { logged } = open([event({ kind: "started" }), ...done.slice(0, 2)]);
    await take("Leave out the rest of A");
    await take(/^End the session here/);
    expect(logged).toEqual([
      { kind: "setsSkipped", places: [place(BENCH!.id, 2), place(ROW!.id, 2)], reason: "" },
      {
        kind: "setsSkipped",
        places: [place(BENCH!.id, 2), place(ROW!.id, 2), ...[0, 1].map((round) => place(B!.slots[0]!.id, round))],
        reason: "",
      },
    ]);
  });

  it("another exercise in a lift's place, its load carried over, from the round in hand on", async () => {
    const done = doneAsPlanned(shownSession(DOCUMENT));
    const { logged } = open([event({ kind: "started" }), ...done.slice(0, 1)]);
    await take(/^Another exercise/);
    expect(screen.getByText("Nothing here trains the same. Leave it out, or do another block first.")).toBeTruthy();
    await take("Floor press 55 kg");
    expect(logged).toEqual([
      {
        kind: "exerciseSwapped",
        slotId: BENCH!.id,
        fromRound: 1,
        exerciseId: "floor-press",
        load: FLOOR_PRESS.load,
        reason: "",
      },
    ]);
  });

  it("heavier or lighter from the round in hand on, by what the gym builds", async () => {
    const { logged } = open();
    await take("Heavier or lighter from here");
    const bench = within(screen.getByRole("region", { name: "Bench press" }));
    expect(bench.getAllByRole("button").map(({ textContent }) => textContent)).toEqual([
      "52.5 kg",
      "55 kg",
      "57.5 kg",
      "62.5 kg",
      "65 kg",
      "67.5 kg",
    ]);
    await act(async () => fireEvent.click(bench.getByRole("button", { name: "57.5 kg" })));
    const load = { weight: { amount: "57.5", unit: "kg" }, sign: 1 };
    expect(logged).toEqual([{ kind: "loadChanged", slotId: BENCH!.id, fromRound: 0, load }]);
  });

  it("another block first, and this one after it", async () => {
    const { logged } = open();
    await take(/^Another block first/);
    await take(/^B: Plank/);
    expect(logged).toEqual([{ kind: "orderChanged", blockIds: [B!.id, A!.id] }]);
  });

  it("a note of the exercise in hand; an empty one is none", async () => {
    const { logged } = open();
    await take(/^A note/);
    expect(screen.getByRole("button", { name: "Save the note" })).toHaveProperty("disabled", true);
    fireEvent.change(screen.getByRole("textbox"), { target: { value: " The bar is bent. " } });
    await take("Save the note");
    expect(logged).toEqual([{ kind: "note", slotId: BENCH!.id, text: "The bar is bent." }]);
  });

  it("warm-up sets that were skipped come back", async () => {
    const skipped = event({ kind: "rampOver", blockId: A!.id, skipped: true });
    const { logged } = open([skipped]);
    await take("Warm-up sets again");
    expect(logged).toEqual([{ kind: "undone", eventId: skipped.id }]);
  });

  it("of what was just done, that a lift went on as a drop: of one lift alone, to be put right before it is kept", async () => {
    const floor = floorOf(DOCUMENT);
    const justDone = asPlanned(floor.blockRounds[0]!, floor.shown!, null);
    const { onSets, onOpen, logged } = open([], justDone);
    expect(offers().slice(0, 2)).toEqual(["Bench press went on as a drop", "Barbell row went on as a drop"]);
    await take("Barbell row went on as a drop");
    const [[bench, row]] = onSets.mock.calls[0] as [PerformedSet[]];
    expect(bench).toBe(justDone[0]);
    expect(row!.segments.map((one) => [signedKg(one), one.reps])).toEqual([
      [50, 8],
      [40, 5],
    ]);
    expect([onOpen.mock.calls, logged]).toEqual([[[false]], []]);
  });

  it("no drop of what is held for its seconds", () => {
    const floor = floorOf(DOCUMENT);
    const held = asPlanned(floor.blockRounds.at(-1)!, floor.shown!, null);
    open([], held);
    expect(offers().some((name) => name!.includes("drop"))).toBe(false);
  });
});
