// @vitest-environment happy-dom
import { act, cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { FloorEvent, PerformedSet, SessionDocument } from "@/core";
import { doneAsPlanned, shownSession } from "@/core/testing/floor";
import { read } from "@/core/testing/helpers";
import { type ReviewView, reviewSession } from "@/views";
import { testContext } from "@/views/testing/context";
import { shownContent } from "@/views/testing/shown";
import { CorrectSet } from "./correct-set";

const [ask, refresh] = vi.hoisted(() => [vi.fn(), vi.fn()]);
vi.mock("@/device/api", () => ({
  callApi: ask,
  replySentence: ({ kind }: { kind: string }) => `(${kind})`,
  problemOf: ({ kind }: { kind: string }) => ({ field: "", message: `(${kind})` }),
}));
vi.mock("next/navigation", () => ({ useRouter: () => ({ refresh }) }));

beforeEach(() => {
  ask.mockReset();
  ask.mockResolvedValue({ kind: "ok", value: { accepted: [], refused: [] } });
  refresh.mockReset();
});
afterEach(cleanup);

/** The first set of a session that was done as planned, to be put right. */
function open(text: string, change: (set: PerformedSet) => PerformedSet = (set) => set) {
  const document: SessionDocument = read(text);
  const shown = shownContent(document);
  const events = doneAsPlanned(shownSession(document), change);
  const view: ReviewView = {
    ...{ context: testContext(), planned: null, title: "", state: "done", shown: { h: shown }, events, messages: [] },
  };
  const [lift] = reviewSession(view)!.lifts;
  render(<CorrectSet view={view} lift={lift!} done={lift!.sets[0]!.done[0]!} />);
  fireEvent.click(screen.getByRole("button", { name: "Correct this set" }));
}
const field = (name: string) => screen.getByLabelText<HTMLInputElement>(name, { selector: "input, select" });
const write = (name: string, value: string) => fireEvent.change(field(name), { target: { value } });
const keep = () => act(async () => fireEvent.click(screen.getByRole("button", { name: "Save the correction" })));
const sent = () => {
  const [what, { events }] = ask.mock.calls.at(-1) as [string, { events: FloorEvent[] }];
  const { body, shownHash } = events[0]!;
  if (body.kind !== "setCorrected") throw new Error(body.kind);
  return { what, shownHash, set: body.set };
};

describe("a set that is put right", () => {
  it("goes as one entry of the same log, against what was shown, and is read again", async () => {
    open("A1 Bench press 3x8 @60kg r90");
    expect([field("Load").value, field("Reps").value]).toEqual(["60 kg", "8"]);
    write("Load", "62,5");
    write("Reps", "7");
    write("Reps in reserve", "1");
    write("Form", "slipped");
    write("Pain, 0 to 10", "2");
    await keep();
    const { what, shownHash, set } = sent();
    expect([what, shownHash]).toEqual(["floor.record", "h"]);
    expect(set).toMatchObject({ round: 0, rir: 1, form: "slipped", pain: 2 });
    expect(set.segments[0]).toMatchObject({ load: { amount: "62.5", unit: "kg" }, sign: 1, reps: 7 });
    expect(refresh).toHaveBeenCalledTimes(1);
    expect(screen.queryByRole("dialog")).toBeNull();
  });

  it.each([
    ["Load", "heavy", "A weight such as 72.5, 135 lb or 0."],
    ["Load", "900", "Nobody lifts that much: is it a typing error?"],
    ["Reps", "7.5", "A whole number of reps."],
    ["Reps in reserve", "11", "A number from 0 to 10, or nothing."],
    ["Reps in reserve", "some", "A number from 0 to 10, or nothing."],
    ["Pain, 0 to 10", "", "A whole number from 0 to 10."],
  ])("%s “%s” is said to be wrong where it stands, and nothing is sent", async (name, value, says) => {
    open("A1 Bench press 3x8 @60kg r90");
    write(name, value);
    await keep();
    expect(screen.getByText(says)).toBeTruthy();
    expect(field(name).value).toBe(value);
    expect(ask).not.toHaveBeenCalled();
  });

  it("help is less than the body, nothing beside it is the body alone", async () => {
    open("A1 Chin-up 3x6 @BW+10kg r90");
    write("Load", "−15");
    await keep();
    expect(sent().set.segments[0]).toMatchObject({ load: { amount: "15" }, sign: -1 });
    cleanup();
    open("A1 Chin-up 3x6 @BW+10kg r90");
    write("Load", "0");
    await keep();
    expect(sent().set.segments[0]).toMatchObject({ load: null, sign: 1 });
  });

  it("what was timed is its seconds, a carry its metres, each side its own reps", async () => {
    open("A1 Plank 2x40s r60");
    expect(screen.queryByLabelText("Reps", { exact: true })).toBeNull();
    write("Seconds", "7201");
    await keep();
    expect(screen.getByText("Seconds, at most 7200.")).toBeTruthy();
    write("Seconds", "52.5");
    await keep();
    expect(sent().set.segments[0]).toMatchObject({ seconds: 52.5, metres: null });
    cleanup();
    open("A1 Farmer's carry 2x40m @24kg r60");
    write("Metres", "30");
    await keep();
    expect(sent().set.segments[0]).toMatchObject({ metres: 30 });
    cleanup();
    open("A1 Dumbbell row 2x10/side @20kg r60");
    write("Reps, right", "8");
    await keep();
    expect(sent().set.segments[0]).toMatchObject({ reps: 10, rightReps: 8 });
  });

  it("of a drop each part has its own figures", async () => {
    open("A1 Bench press 2x8 @60kg r90 > -20%x6");
    write("Part 2: Reps", "5");
    await keep();
    expect(sent().set.segments.map(({ reps }) => reps)).toEqual([8, 5]);
  });

  it("what is not accepted is said, with what was typed still there", async () => {
    ask.mockResolvedValueOnce({ kind: "ok", value: { accepted: [], refused: [{ because: "it is from tomorrow" }] } });
    open("A1 Bench press 3x8 @60kg r90");
    write("Reps", "6");
    await keep();
    expect(screen.getByText("Not accepted, because it is from tomorrow.")).toBeTruthy();
    ask.mockResolvedValueOnce({ kind: "offline" });
    await keep();
    expect(screen.getByText("(offline)")).toBeTruthy();
    expect([field("Reps").value, refresh.mock.calls.length]).toEqual(["6", 0]);
    await keep();
    expect(refresh).toHaveBeenCalledTimes(1);
  });
});
