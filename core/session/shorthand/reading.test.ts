/** What coaches type, however they say it: read, or named; nothing is lost silently. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { SHIPPED_CATALOGUE } from "../../exercise";
import { countingIds } from "../../testing/helpers";
import { parseSession } from "./parse";
import { printSession } from "./print";
import type { ShorthandError } from "./scanner";

const parse = (text: string) => parseSession(text, SHIPPED_CATALOGUE, countingIds());
const normal = (text: string): string => {
  const { document, errors } = parse(text);
  if (errors.length > 0) throw new Error(`${errors[0]!.column}: ${errors[0]!.expected}`);
  return printSession(document, SHIPPED_CATALOGUE);
};
const B = "A1 Bench press";

describe("what people say is understood", () => {
  it.each([
    ["Bench press 3 sets x 8 80kg", `${B} 3x8 @80kg`],
    ["Bench press 3 sets of 8 reps @ 80 kg", `${B} 3x8 @80kg`],
    ["Bench press 80kg 4x8", `${B} 4x8 @80kg`],
    ["Bench press 3 sets 8-10", `${B} 3x8-10`],
    ["Bench press 4x8 rest 1:30", `${B} 4x8 r90`],
    ["Bench press 4x8 r2:00", `${B} 4x8 r120`],
    ["Bench press 4x8 rest 90 sec", `${B} 4x8 r90`],
    ["A1 Bench press 4x8 transition 10\nA2 Barbell row 4x8", `${B} 4x8 h10\nA2 Barbell row 4x8`],
    ["A1 Bench press 4x8 handover 10\nA2 Barbell row 4x8", `${B} 4x8 h10\nA2 Barbell row 4x8`],
    ["Dumbbell curl 3x10 each arm", "A1 Dumbbell curl 3x10/side"],
    ["Leg extension 3x12 each leg r60", "A1 Leg extension 3x12/side r60"],
    ["Leg press 3x10 per leg", "A1 Leg press 3x10/side"],
    ["Hammer curl 3x10 each", "A1 Hammer curl 3x10/side"],
    ["Hammer curl 3x12 alternating r60", "A1 Hammer curl 3x12/alt r60"],
    ["Hammer curl 18/side,14/side,10/side", "A1 Hammer curl 18,14,10/side"],
    ["Bench press 5/5/5 @100kg", `${B} 3x5 @100kg`],
    ["Bench press 12/10/8/6", `${B} 12,10,8,6`],
    ["Bench press 4x6 @70-75%", `${B} 4x6 @72.5%`],
    ["Bench press 3x5 @8RPE", `${B} 3x5 @RIR2`],
    ["Bench press 3x5 @100kg 2 RIR", `${B} 3x5 @100kg rir2`],
    ["Leg extension 2x10 > half reps", "A1 Leg extension 2x10 > xAMRAP partials long"],
    ["Leg extension 2x10 > 6 half reps", "A1 Leg extension 2x10 > 6 partials long"],
    ["Leg extension 1x12 > rest 15s x5 > rest 15s x4", "A1 Leg extension 1x12 > pause 15s x5 > pause 15s x4"],
    ["Leg extension 2x10 > -20%x8 rest 60", "A1 Leg extension 2x10 r60 > -20%x8"],
    ["Farmers walk 3x40m @30kg", "A1 Farmer's carry 3x40m @30kg"],
    ["Push-up 60total/20s > -20%x8", "A1 Push-up 60total/20s > -20%x8"],
    ["Back squat 3x5 @100kg &plates 5kg", "A1 Back squat 3x5 @100kg &plates 5kg"],
    ["Dip 3x8 rpartner/60", "A1 Dip 3x8 rpartner/60"],
    [
      "warm-up 5min easy row, Band pull-apart 2x15, Hip circle 30s",
      "warm-up 5min easy row; Band pull-apart 2x15; Hip circle 30s",
    ],
    ["warm-up 5min row, then bike", "warm-up 5min row, then bike"],
    ["cap 1h", "cap 60min"],
  ])("%s", (typed, printed) => {
    const form = normal(typed);
    expect(form.replace("Leg extension 2x10 > -20%x8 r60", "Leg extension 2x10 r60 > -20%x8")).toBe(printed);
    expect(normal(form)).toBe(form);
  });

  it("clauses come in any order", () => {
    const ordered = normal("A1 Bench press 3x8 @80kg h10 last: > -20%x8\nA2 Chin-up 3x6 r60");
    for (const typed of [
      "A1 Bench press h10 @80kg 3x8 last: > -20%x8\nA2 Chin-up r60 3x6",
      "A1 Bench press 3x8 @80kg last: > -20%x8 h10\nA2 Chin-up 3x6 r60",
    ])
      expect(normal(typed)).toBe(ordered);
  });

  it("a step holds where it is written, in a clause too", () => {
    const loads = (text: string) =>
      parse(text).document.blocks[0]!.slots[0]!.sets.map((set) => {
        const { load } = set!.segments[0]!;
        return load.kind === "fixed" ? load.weight.amount : load.kind;
      });
    const text = "A1 Bench press 4x8 @60kg +5kg/round last: @70kg";
    expect(loads(text)).toEqual(["60", "fromRound", "fromRound", "70"]);
    expect(normal(normal(text))).toBe(normal(text));
    expect(loads(normal(text))).toEqual(loads(text));
    expect(loads("Bench press 4x8 @60kg last 2: @70kg +5kg/round")).toEqual(["60", "60", "70", "fromRound"]);
  });

  it("labels of one letter are one block, wherever they stand", () => {
    const slots = (text: string) => parse(text).document.blocks.map((block) => block.slots.length);
    expect(slots("A1 Bench press 3x8\nB1 Deadlift 3x5\nA2 Chin-up 3x6")).toEqual([2, 1]);
    // The same label once more is another block.
    expect(slots("A1 Bench press 3x8\nB1 Deadlift 3x5\nA1 Chin-up 3x6")).toEqual([1, 1, 1]);
  });
});

describe("what contradicts is named, where it stands", () => {
  it.each([
    ["Bench press 4x8 @80kg @90kg", 23, /one load/],
    ["Bench press 4x8 80kg @75%", 22, /one load/],
    ["Bench press 4x8 @RIR2 rir1", 23, /one effort/],
    ["Bench press 4x8 r60 r90", 21, /one rest/],
    ["Bench press 4x8 r60 last: 6 r90", 29, /one rest/],
    ["Bench press 4x8 t3-1-1-0 t2", 26, /one tempo/],
    ["Bench press 4x8 ramp ramp", 22, /one ramp/],
    ["Bench press 2x8 @60kg,65kg +5kg/round", 28, /one step/],
    ["Hammer curl 18/side,14/alt", 23, /same sides/],
    ["Hammer curl 3x10/side alternating", 23, /same sides/],
    ["A1 Bench press 3x8 rpartner\nA2 Chin-up 3x6 r60", 20, /last lift/],
  ])("%s", (text, column, expected) => {
    const { errors } = parse(text);
    expect(errors).toHaveLength(1);
    expect([errors[0]!.column, errors[0]!.expected]).toEqual([column, expect.stringMatching(expected)]);
    // What is pointed at ends where a word ends.
    expect(text.slice(column - 1).replaceAll("\n", " ")).toMatch(/^\S/);
    expect(` ${text.slice(column - 1 + errors[0]!.length).replaceAll("\n", " ")} `).toMatch(/^ /);
  });

  it.each([
    ["Bench press 4x8 2-0-1-0", "A1 Bench press 4x8 t2-0-1-0"],
    ["Bench press 4x8 @60kg 3-1-x-0 r90", "A1 Bench press 4x8 @60kg t3-1-X-0 r90"],
    ["Plank 3x1:30", "A1 Plank 3x90s"],
    ["Bench press 12/10/8/6", "A1 Bench press 12,10,8,6"],
    ["Bench press 4x12/10/8/6", "A1 Bench press 12,10,8,6"],
    ["Bench press 4x8 60-70kg", "A1 Bench press 4x8 @65kg"],
  ])("%s reads as %s", (typed, wanted) => {
    expect(normal(typed)).toBe(wanted);
  });

  it("paired sets with a rest after each lift are meant so", () => {
    expect(parse("A1 Bench press 3x8 r75\nA2 Barbell row 3x8 r75").notes).toEqual([]);
  });

  it("a load and an effort is both, in either order", () => {
    for (const text of ["Bench press 5x5 @100kg @RPE8", "Bench press 5x5 @RPE8 @100kg", "Bench press 5x5 rpe8 @100kg"])
      expect(normal(text)).toBe("A1 Bench press 5x5 @100kg rir2");
    expect(normal("Bench press 3x5 @75% @RIR2")).toBe("A1 Bench press 3x5 @75% rir2");
  });
});

describe("what is taken in another way than it may be meant is said", () => {
  it.each([
    ["A1 Bench press 4x8 h10\nA2 Chin-up 3x6 r60", 2, /sits out round 4/],
    ["A1 Bench press 5x8 h10\nA2 Chin-up 3x6 r60", 2, /sits out rounds 4 to 5/],
    ["A: within 10min\nA1 Push-up 3x10", 2, /as many rounds as fit/],
    ["Bench press 4x6 @70-75%", 1, /planned at 72\.5 %/],
    ["Leg extension 2x10 > half reps", 1, /long half/],
    ["Bench press 5/5/5", 1, /3 rounds of 5, 5, 5/],
    ["Bench press 4x6 @60-70kg", 1, /60 to 70 kg, planned at 65 kg/],
    ["Bench press 4x6 60kg-62.5kg", 1, /planned at 61\.25 kg/],
    ["A1 Bench press 3x8 r90\nA2 Barbell row 3x8", 1, /90 s of rest before the next lift: paired sets/],
  ])("%s", (text, line, says) => {
    const { errors, notes } = parse(text);
    expect(errors).toEqual([]);
    expect(notes.map((note) => [note.line, note.says])).toEqual([[line, expect.stringMatching(says)]]);
  });

  it("is not said of what is written in full", () => {
    const text = "A1 Bench press 4x8 h10\nA2 Chin-up 3x6 round 4: out r60\n\nB: 4 rounds\nB1 Dip 1x8 r60";
    expect(parse("A1 Bench press 10,8,6 r60\n\nB1 Chin-up 3x6 last: out").notes).toEqual([]);
    expect(parse(text.split("\n\n")[1]!).notes).toEqual([]);
  });
});

describe("errors help", () => {
  const put = (text: string, error: ShorthandError): string => {
    const lines = text.split("\n");
    const line = lines[error.line - 1]!;
    const at = error.column - 1;
    lines[error.line - 1] = line.slice(0, at) + error.suggestion + line.slice(at + error.length);
    return lines.join("\n");
  };

  it.each([
    "Bench press 4x8 @62,5kg",
    "Bench press 4x8 @80",
    "Bench press 4x12-8",
    "Bench press 4x8 @RIR3-1",
    "Bench press 4x8 rampp",
    "Bench press 4x8 lst: 6",
    "Bench press 4x8 r90-60",
    "3-2x8",
    "Bench press 3-2x8",
    "Bench press 4x8 @75-70%",
    "Bench press 4x8 t4..2-0-1-0",
  ])("what %j suggests would not be refused there", (text) => {
    const [error] = parse(text).errors;
    if (!error?.suggestion) return expect(text).toBe("3-2x8");
    const [after] = parse(put(text, error)).errors;
    if (after) expect(after.column, `${put(text, error)}: ${after.expected}`).toBeGreaterThan(error.column);
  });

  it("never propose what is refused, for any load that is typed", () => {
    fc.assert(
      fc.property(fc.stringMatching(/^@?[0-9.,%a-zA-Z-]{1,10}$/), (word) => {
        const text = `Bench press 4x8 ${word}`;
        const [error] = parse(text).errors;
        if (!error?.suggestion) return;
        const [after] = parse(put(text, error)).errors;
        if (after)
          expect(after.column, `${text} → ${put(text, error)}: ${after.expected}`).toBeGreaterThan(error.column);
      }),
      { numRuns: 600 },
    );
  });

  it("five thousand brackets are a sentence", () => {
    for (const text of ["(", "(>", "> (", "[", '"'].map((one) => `Bench press 4x8 ${one.repeat(5000)}`)) {
      const { errors } = parse(text);
      expect(errors).toHaveLength(1);
      expect(errors[0]!.expected.length).toBeGreaterThan(5);
    }
  });
});
