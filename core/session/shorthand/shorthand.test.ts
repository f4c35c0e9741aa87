import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { SHIPPED_CATALOGUE } from "../../exercise";
import { arbitrarySession } from "../../testing/arbitrary";
import { countingIds, read, withoutIds } from "../../testing/helpers";
import { allBlocks, slotLabels } from "../grammar";
import { validateDocument } from "../validate";
import { parseCell, parseSession } from "./parse";
import { printCell, printSession } from "./print";

const parse = (text: string) => parseSession(text, SHIPPED_CATALOGUE, countingIds());
const normal = (text: string) => printSession(read(text), SHIPPED_CATALOGUE);

describe("the normal form", () => {
  it.each([
    ["Bench press 4 x 8 @ 80 kg r 90", "A1 Bench press 4x8 @80kg r90"],
    ["bench 4×8 @80KG R90s", "A1 Bench press 4x8 @80kg r90"],
    ["Back squat 16,13,10,6–7 @RPE8 r2min", "A1 Back squat 16,13,10,6-7 @RIR2 r120"],
    ["Chin up 3 x to failure @BW-20kg", "A1 Chin-up 3xF @BW-20kg"],
    ["Chin-up 3x6 @BW+10kg t3110", "A1 Chin-up 3x6 @BW+10kg t3-1-1-0"],
    ["Deadlift 5x3 @60kg +5kg/round r180", "A1 Deadlift 5x3 @60kg +5kg/round r180"],
    ["Deadlift 3x5 @100,90,80%top", "A1 Deadlift 3x5 @100,90,80%top"],
    ["Barbell curls 3x10 @30kg r60 last: > -20%x8 > -20%x8", "A1 Barbell curl 3x10 @30kg r60 last: (> -20%x8)*2"],
    [
      "Dumbbell curl 3x10 > 8 partials long > hold 10s short",
      "A1 Dumbbell curl 3x10 > 8 partials long > hold 10s short",
    ],
    ["Leg extension 2x12 > pause 15s x4", "A1 Leg extension 2x12 > pause 15s x4"],
    ["Push-up 60 total/20s shared", "A1 Push-up 60total/20s shared"],
    ["Dumbbell row 3x10 rpartner", "A1 Dumbbell row 3x10/side rpartner"],
    ["Side plank 2x40s/side", "A1 Side plank 2x40s/side"],
    ["Cable row 3-4x10-12 r60-90", "A1 Seated cable row 3-4x10-12 r60-90"],
    ["Back squat 5x5 @75% ramp r150", "A1 Back squat 5x5 @75% ramp r150"],
    ["Back squat 5x5 ramp(40%x8, 60kgx5)", "A1 Back squat 5x5 ramp(40%x8, 60kgx5)"],
    ["Incline press [bench 30] 3x8 @60,62.5,65kg", "A1 Incline bench press [bench 30] 3x8 @60,62.5,65kg"],
    ["Bench press 3x5 @60kg &band red &chains 10kg", "A1 Bench press 3x5 @60kg &band red &chains 10kg"],
    ["Cable fly 3x10 t2..3-0-X-0 in 60s", "A1 Cable fly 3x10 t2..3-0-X-0 in 60s"],
    ["Push-up 2xF > as Push-up from the knees xF", 'A1 Push-up 2xF > as "Knee push-up" xF'],
    ["Bench press 3x8x60kg r90", "A1 Bench press 3x8 @60kg r90"],
    ["Bench press 3 × 8 × 62.5 kg", "A1 Bench press 3x8 @62.5kg"],
    ["Back squat 5x5x75%", "A1 Back squat 5x5 @75%"],
    ["Bench press 8x60kg", "A1 Bench press 1x8 @60kg"],
    // Sets, reps, load: also where two of them are doubles.
    ["Bench press 3x2x60kg", "A1 Bench press 3x2 @60kg"],
    ["Bench press 2x2x60kg", "A1 Bench press 2x2 @60kg"],
    ["Dumbbell bench press 3x8x2x22kg", "A1 Dumbbell bench press 3x8 @22kg"],
    ["Chin-up 3x6x+10kg", "A1 Chin-up 3x6 @BW+10kg"],
    ["Barbell row 3x10 @50kg last: > 40kgx8 > 30kgxF", "A1 Barbell row 3x10 @50kg last: > x8 @40kg > xF @30kg"],
    ["Barbell row 2x10x50kg ↘ 8x40kg", "A1 Barbell row 2x10 @50kg > x8 @40kg"],
  ])("prints %s as %s", (typed, printed) => {
    expect(normal(typed)).toBe(printed);
    expect(normal(printed)).toBe(printed);
  });

  it("joins lifts by label, by plus, and on one line", () => {
    const printed = "A1 Chin-up 4x6 h8\nA2 Half-kneeling press 4x8/side r75";
    expect(normal("B1 Chin-up 4x6 h8\nB2 Half-kneeling press 4x8 r75")).toBe(printed);
    expect(normal("Chin-up 4x6 h8\n+ Half-kneeling press 4x8 r75")).toBe(printed);
    expect(normal("Chin-up 4x6 h8 + Half-kneeling press 4x8 r75")).toBe(printed);
  });

  it("keeps the session's own lines and a finisher", () => {
    const text =
      "# Thursday\ncap 50min\ngym boathouse\nwarm-up 5min easy row; Band pull-apart 2x15; Hip circle 30s\n\nA1 Back squat 5x5 r150\n\nB: circuit, within 12min\nB1 Push-up 1x10\nB2 Goblet squat 1x12\n\nC: finisher\nC1 Plank 2x40s r30";
    expect(normal(text)).toBe(text);
  });
});

describe("errors point at the column and say what was expected", () => {
  it.each([
    ["Bench press 4x", 15, /reps after the x|sets and reps/, null],
    ["Bench press 4x8 @62,5kg", 17, /decimal point/, "@62.5kg"],
    ["A: stop below rir1\nA1 Bench press 4x8", 1, /a range of rounds/, null],
    ["Bench press 4x8 @65kg-60kg", 18, /a range from low to high/, "@60-65kg"],
    ["Bench press 3x12/10/8/6", 13, /one figure of reps for each of the 3 rounds/, "12/10/8/6"],
    ["Bench press 4x8 @80", 17, /unit/, "@80kg"],
    ["Bench press 4x8 @-80kg", 18, /0 or more/, null],
    ["Bench press 4x8 @5000kg", 18, /at most 1000 kg/, null],
    ["Bench press 4x99999", 15, /between 1 and 1000/, null],
    ["Bench press 99x8", 13, /between 1 and 40 sets/, null],
    ["Bench press 4x12-8", 15, /low to high/, "8-12"],
    ["Bench press 4x8 @80kg r60,60", 23, /3 rests for 4 rounds/, null],
    ["Bench press 4x8,8", 13, /one figure of reps/, "8,8"],
    ["Bench press 4x8 t3-1-1-0-2", 18, /at most four phases/, null],
    ["Bench press 4x8 @=C3", 19, /label of a lift/, null],
    ["Bench press 4x8 banana", 17, /end of the line/, null],
    ["Bench press 4x8 rampp", 17, /end of the line/, "ramp"],
    ["Bench press 4x8 lst: 6", 17, /end of the line/, "last:"],
    ["Bench press 3x8 round 5: 6", 17, /this lift has 3/, null],
  ])("%s", (text, column, expected, suggestion) => {
    const { errors } = parse(text);
    expect(errors).toHaveLength(1);
    expect(errors[0]).toMatchObject({ line: 1, column, suggestion });
    expect(errors[0]!.expected).toMatch(expected);
  });

  it("a block's line after its lifts is not lost in the next block", () => {
    expect(parse("A1 Bench press 2-4x8\nA: stop below rir1\n\nB1 Chin-up 2x6 @BW").errors).toMatchObject([
      { line: 2, column: 1, length: 2, expected: "what holds for block A above its first lift" },
    ]);
  });

  it("keeps the good lines of a text with bad ones", () => {
    const { document, errors } = parse("Back squat 5x5\n\nBench 4by8\n\nDeadlift 3x5");
    expect(errors).toHaveLength(1);
    expect(errors[0]!.line).toBe(3);
    expect(document.blocks.map((block) => block.slots[0]!.exerciseId)).toEqual(["back-squat", "deadlift"]);
  });

  it("one bad line breaks none of its neighbours: neither its block, nor a load that names it", () => {
    const { document, errors } = parse(
      "A1 Bench press 3x8 h10\nA2 Chin-up 3 of 8\nA3 Dip 3x8 @0.5A2 r60\n\nB1 Squat 3 by 5\nB2 Deadlift 3x5 h5",
    );
    expect(errors.map(({ line }) => line)).toEqual([2, 5]);
    expect(document.blocks.map(({ slots }) => slots.map(({ exerciseId }) => exerciseId))).toEqual([
      ["bench-press", "dip"],
      ["deadlift"],
    ]);
  });

  it("refuses an unbounded session with a sentence", () => {
    const { document, errors } = parse(Array.from({ length: 80 }, () => "Back squat 5x5").join("\n"));
    expect(document.blocks).toHaveLength(60);
    // Each line beyond is said, so that none is lost from a text that is kept.
    expect(errors.map(({ line }) => line)).toEqual(Array.from({ length: 20 }, (_, at) => 61 + at));
    expect(errors[0]!.expected).toMatch(/at most 60 blocks/);
  });

  it.each([
    [1_000, /a name of at most 200 characters/],
    [10_000, /a line of at most 2000 characters/],
  ])("names a name of %i characters without choking on it", (length, expected) => {
    expect(parse(`${"a".repeat(length)} 4x8`).errors[0]!.expected).toMatch(expected);
  });
});

describe("a cell", () => {
  it("is one set without a count of rounds", () => {
    const read = parseCell("6 @RIR2 t2-0-1-1", SHIPPED_CATALOGUE, countingIds());
    expect("set" in read && read.set.segments[0]).toMatchObject({
      amount: { kind: "reps", reps: { low: 6, high: 6 } },
      rir: { low: 2, high: 2 },
    });
    const wrong = parseCell("6 @RIR2 4x8", SHIPPED_CATALOGUE, countingIds());
    expect("error" in wrong && wrong.error.column).toBe(9);
  });

  const FULL = "6-8 @60kg rir2 t3-1-1-0 > -20%x8";
  const written = (typed: string, into = FULL): string => {
    const document = parse(`A1 Bench press 1x5 @80kg\n\nB1 Dumbbell curl 1x${into}`).document;
    const labels = slotLabels(document);
    const before = document.blocks[1]!.slots[0]!.sets[0]!;
    const place = { before, labels, isFirstRound: true, unit: "lb" as const };
    const read = parseCell(typed, SHIPPED_CATALOGUE, countingIds(), place);
    return "error" in read ? `error at ${read.error.column}` : printCell(read.set, SHIPPED_CATALOGUE, labels);
  };
  it.each([
    ["10", "10 @60kg rir2 t3-1-1-0 > -20%x8"],
    ["@62.5kg", "6-8 @62.5kg rir2 t3-1-1-0 > -20%x8"],
    ["rir0", "6-8 @60kg rir0 t3-1-1-0 > -20%x8"],
    ["10 @50kg", "10 @50kg rir2 t3-1-1-0 > -20%x8"],
    ["t-", "6-8 @60kg rir2 > -20%x8"],
    ["rir-", "6-8 @60kg t3-1-1-0 > -20%x8"],
    ["@-", "6-8 rir2 t3-1-1-0 > -20%x8"],
    [">-", "6-8 @60kg rir2 t3-1-1-0"],
    ["> -30%xF", "6-8 @60kg rir2 t3-1-1-0 > -30%xF"],
    ["=10", "10"],
    ["= 8 @50kg", "8 @50kg"],
    ["@=A1", "6-8 @=A1 rir2 t3-1-1-0 > -20%x8"],
    ["@next-2%", "6-8 @next-2% rir2 t3-1-1-0 > -20%x8"],
    ["", "error at 1"],
    ["=", "error at 2"],
    ["4x8", "error at 4"],
    ["@=Z9", "error at 3"],
  ])("typed into a set, changes what it says and nothing else: %j", (typed, stands) => {
    expect(written(typed)).toBe(stands);
  });

  it.each([
    ["10 × 62.5", "10 @62.5kg"],
    ["10x62.5", "10 @62.5kg"],
    ["8 x 60 rir2", "8 @60kg rir2"],
    ["6-8 × 60", "6-8 @60kg"],
    ["8 × 2×22", "8 @22kg"],
    ["6 × +10", "6 @BW+10kg"],
    ["6 × −15", "6 @BW-15kg"],
    ["6 × body", "6 @BW"],
    ["F × 24", "F @24kg"],
    ["12 × 40 ↘ 9 × 32 ↘ F × 24", "12 @40kg > x9 @32kg > xF @24kg"],
    ["8 x 135lb", "8 @135lb"],
    ["8@60", "8 @60kg"],
    // Twelve kilos or twelve reps, a load or an effort: it is asked, and offered.
    ["10x12", "10 @12kg?"],
    ["8 @8", "@8kg?"],
    ["3x8 rir2", "error at 9"],
    ["10x40s", "error at 7"],
  ])("what cells show reads when it is typed: %j", (typed, stands) => {
    const place = { before: null, labels: new Map(), isFirstRound: true, unit: "kg" as const };
    const read = parseCell(typed, SHIPPED_CATALOGUE, countingIds(), place);
    if ("set" in read) expect(printCell(read.set, SHIPPED_CATALOGUE, place.labels)).toBe(stands);
    else expect(read.error.suggestion ? `${read.error.suggestion}?` : `error at ${read.error.column}`).toBe(stands);
  });

  it("read into itself is itself, whatever set it is", () => {
    fc.assert(
      fc.property(arbitrarySession, (document) => {
        const labels = slotLabels(document);
        for (const block of allBlocks(document))
          for (const slot of block.slots)
            for (const [round, before] of slot.sets.entries()) {
              if (!before) continue;
              const isFirstRound = slot.sets.findIndex((set) => set !== null) === round;
              const text = printCell(before, SHIPPED_CATALOGUE, labels);
              const again = parseCell(`=${text}`, SHIPPED_CATALOGUE, countingIds(), { before, labels, isFirstRound });
              expect("set" in again ? printCell(again.set, SHIPPED_CATALOGUE, labels) : again.error, text).toEqual(
                text,
              );
            }
      }),
      { numRuns: 25 },
    );
  });
});

describe("round trips", () => {
  it("parse(print(x)) equals x but for ids, and print is a normal form", () => {
    fc.assert(
      fc.property(arbitrarySession, (document) => {
        expect(validateDocument(document, SHIPPED_CATALOGUE)).toEqual([]);
        const text = printSession(document, SHIPPED_CATALOGUE);
        const parsed = parse(text);
        expect(parsed.errors, text).toEqual([]);
        expect(withoutIds(parsed.document), text).toEqual(withoutIds(document));
        expect(printSession(parsed.document, SHIPPED_CATALOGUE)).toBe(text);
      }),
      { numRuns: 400 },
    );
  });

  it("never throws, whatever is typed", () => {
    const scraps = fc.constantFrom(
      "4x8",
      "@",
      "80kg",
      "> ",
      "-20%",
      "x8",
      "last:",
      "(",
      ")*2",
      "r",
      "90",
      "t3-1",
      "Bench press",
      "+",
      "A1",
      ",",
      '"',
      "[",
      "]",
      "&band",
      "//",
      "in 60s",
      "F",
      "\n",
      "B:",
      "within",
    );
    fc.assert(
      fc.property(
        fc.oneof(
          fc.string({ maxLength: 200 }),
          fc.array(scraps, { maxLength: 14 }).map((parts) => parts.join(" ")),
        ),
        (text) => {
          const { document, errors } = parse(text);
          expect(
            validateDocument(document, SHIPPED_CATALOGUE).filter((p) => !/itself|before it/.test(p.message)),
          ).toEqual([]);
          for (const error of errors) expect(error.column).toBeGreaterThan(0);
        },
      ),
      { numRuns: 1500 },
    );
  });
});
