import { describe, expect, it } from "vitest";
import { projectSession } from "../floor";
import { doneAsPlanned, shownSession } from "../testing/floor";
import { read } from "../testing/helpers";
import { weight } from "../units";
import { allBlocks, type SessionDocument } from "./grammar";
import { oneOffSlots, purposeOfSlot } from "./one-off";

const BASE = read("A1 Back squat 3x5 rir2 r150\nA2 Bench press 3x8 rir2\n\nB1 Leg curl 2x12 rir1 r60");
const [squat, bench, curl] = allBlocks(BASE).flatMap(({ slots }) => slots.map(({ id }) => id));
const withText = (text: string): SessionDocument => {
  const other = read(text);
  const ids = [squat, bench, curl];
  const blocks = other.blocks.map((block) => ({
    ...block,
    slots: block.slots.map((slot) => ({ ...slot, id: ids.shift() ?? slot.id })),
  }));
  return { ...other, blocks };
};

describe("what asks for something else that day alone", () => {
  it.each([
    [
      "a lighter load",
      "A1 Back squat 3x5 @next-10% rir2 r150\nA2 Bench press 3x8 rir2\n\nB1 Leg curl 2x12 rir1 r60",
      [squat],
    ],
    ["fewer sets", "A1 Back squat 3x5 rir2 r150\nA2 Bench press 3x8 rir2\n\nB1 Leg curl 1x12 rir1 r60", [curl]],
    [
      "other reps or effort",
      "A1 Back squat 3x5 rir2 r150\nA2 Bench press 3x6 rir4\n\nB1 Leg curl 2x12 rir1 r60",
      [bench],
    ],
    ["rests and tempo", "A1 Back squat 3x5 rir2 t3010 r90\nA2 Bench press 3x8 rir2\n\nB1 Leg curl 2x12 rir1 r30", []],
    [
      "another lift, which has a record of its own",
      "A1 Front squat 3x4 rir2 r150\nA2 Bench press 3x8 rir2\n\nB1 Leg curl 2x12 rir1 r60",
      [],
    ],
    [
      "a lift more",
      "A1 Back squat 3x5 rir2 r150\nA2 Bench press 3x8 rir2\n\nB1 Leg curl 2x12 rir1 r60\n\nC1 Chin-up 2x8",
      [],
    ],
  ])("%s", (_what, text, found) => {
    expect(oneOffSlots(withText(text), BASE)).toEqual(found);
  });

  it("without a plan it is a load that was cut against its rule", () => {
    expect(oneOffSlots(withText("A1 Back squat 3x5 @next-4%\nA2 Bench press 3x8"), null)).toEqual([squat]);
    expect(oneOffSlots(BASE, null)).toEqual([]);
  });

  it("is said in its record and leaves the day's other lifts as they are", () => {
    const shown = shownSession(read("A1 Bench press 2x5 @80kg rir2 r90\n\nB1 Chin-up 2x5 @BW rir2"));
    const [one] = allBlocks(shown.document).flatMap(({ slots }) => slots.map(({ id }) => id));
    const purposes = (more: Partial<typeof shown>) => {
      const session = { ...shown, ...more };
      return projectSession("s", doneAsPlanned(session), new Map([["h", session]])).exposures.map(
        ({ exposure }) => exposure.purpose,
      );
    };
    expect(purposes({ oneOff: [one!] })).toEqual(["oneOff", "training"]);
    // A deload is one whatever else was changed.
    expect(purposes({ oneOff: [one!], purpose: "deload" })).toEqual(["deload", "deload"]);
    expect(purposeOfSlot({ purpose: "test", oneOff: ["x"] }, "x")).toBe("test");
  });

  it("a set of which a share was asked for says from where its rule goes on", () => {
    const shown = shownSession(read("Bench press 1x5 @72kg rir2"));
    const [id] = Object.keys(shown.loads);
    const session = { ...shown, loads: { [id!]: { ...shown.loads[id!]!, nextKg: 80 } } };
    const asked = shown.loads[id!]!.kg!;
    const log = (kg: number) =>
      doneAsPlanned(session, (set) => ({
        ...set,
        segments: [{ ...set.segments[0]!, load: weight(kg) }],
      }));
    const set = (kg: number) => projectSession("s", log(kg), new Map([["h", session]])).exposures[0]!.exposure.sets[0]!;
    expect(set(asked)).toMatchObject({ askedKg: asked, ruledKg: 80 });
    expect(set(asked + 2.5)).toMatchObject({ askedKg: asked, loadKg: asked + 2.5, ruledKg: 82.5 });
  });
});
