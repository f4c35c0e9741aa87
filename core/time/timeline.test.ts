import { describe, expect, it } from "vitest";
import { allBlocks } from "../session";
import { read, TEST_CONTEXT, timelineOf } from "../testing/helpers";
import { totalSession } from "../volume";
import { expandSession, expansionCount, isWork } from "./timeline";

const seconds = (text: string) => timelineOf(text).seconds;

describe("the handbook's worked examples", () => {
  it("1: straight sets with tempo", () => {
    expect(seconds("Bench press 4x8 t3-1-1-0 r90")).toBe(430);
  });

  it("2: a superset with transition", () => {
    expect(seconds("Chin-up 4x10 t2-0-1-0 h10 + Push-up 4x12 t2-0-1-1 r75")).toBe(577);
  });

  it("3: a giant set, with its reps", () => {
    const text =
      "A1 Cable fly 3x9 t2-0-1-0 h8\nA2 Cable row 3x9 t2-0-1-0 h8\nA3 Face pull 3x9 t2-0-1-0 h8\nA4 Push-up 3x9 t2-0-1-0 r120";
    expect(seconds(text)).toBe(636);
    const document = read(text);
    expect(totalSession(expandSession(document, TEST_CONTEXT), TEST_CONTEXT).reps).toBe(108);
  });

  it("4: each side", () => {
    expect(seconds("Dumbbell row 1x10/side t2-0-1-0")).toBe(65);
  });

  it("5: a timed set that cannot hold its reps, and where it fits", () => {
    const timeline = timelineOf("Leg extension 1x10 t2-0-1-0 > x10 > x10 in 60s");
    expect(timeline.seconds).toBe(60);
    expect(timeline.blocks[0]!.timeline.conflicts).toMatchObject([
      { statedSeconds: 60, neededSeconds: 90, fitsAtRepSeconds: 2, fitsAtReps: 6 },
    ]);
    expect(timelineOf("Leg extension 1x6 t2-0-1-0 > x6 > x6 in 60s").blocks[0]!.timeline.conflicts).toEqual([]);
  });
});

it("a tempo of no seconds is no way out of a conflict, and no figure is broken by it", () => {
  const conflict = timelineOf("Leg extension 1x10 t0-0-0-0 > hold 90s long in 60s").blocks[0]!.timeline.conflicts[0];
  expect(conflict).toMatchObject({ neededSeconds: 90, statedSeconds: 60, fitsAtReps: 0, fitsAtRepSeconds: 0 });
});

describe("the parts of time", () => {
  it.each([
    ["an untempoed rep counts 3 s", "Bench press 1x10", 30],
    ["X counts 1 s", "Bench press 1x10 t2-0-X-0", 30],
    ["half seconds count", "Bench press 1x10 t2.5-0-0.5-0", 30],
    ["a partial rep counts half", "Bench press 1x10 partials long t2-0-2-0", 20],
    ["alternating sides double the work without a change", "Walking lunge 1x10/alt", 60],
    ["a range is planned by its upper end", "Bench press 1x8-12", 36],
    ["a range of rest too", "Bench press 2x10 r60-90", 150],
    ["a list of rests", "Bench press 3x10 r60,120", 270],
    ["dumbbells change in 6 s", "Dumbbell curl 1x10 @14kg > -20%x10", 66],
    ["a pin changes in 4 s", "Leg extension 1x10 @50kg > -20%x10", 64],
    ["plates change in 8 s", "Barbell curl 1x10 @30kg > -20%x10", 68],
    ["the body changes in none", "Chin-up 1x5 > x5 @BW", 30],
    ["beside a written pause the longer counts", "Dumbbell curl 1x10 @14kg > pause 20s -20%x10", 80],
    ["a shorter pause gives way to the change", "Barbell curl 1x10 @30kg > pause 5s -20%x10", 68],
    ["a partner's work is the rest", "Bench press 3x10 rpartner", 150],
    ["a rep goal in mini-sets", "Push-up 30total/20s", 130],
    ["a ramp adds its reps and 45 s after each", "Back squat 1x5 ramp(50%x5, 75%x3)", 129],
    [
      "a warm-up counts minutes and drills",
      "warm-up 5min row; Band pull-apart 2x15; Hip circle 30s\nPush-up 1x10",
      450,
    ],
    ["between blocks the gap, or the set-up of new stations if longer", "Push-up 1x10\n\nBack squat 1x10", 120],
    ["a station's set-up is charged once", "Back squat 1x10\n\nPush-up 1x10\n\nFront squat 1x10", 150],
    ["rounds within a time: those that fit", "B: within 10min\nB1 Push-up 1x10", 590],
  ])("%s", (_, text, expected) => {
    expect(seconds(text)).toBe(expected);
  });

  it("marks what is assumed", () => {
    const [block] = timelineOf("Bench press 2x10").blocks;
    const rest = block!.timeline.spans.find((span) => span.kind === "rest");
    expect(rest).toMatchObject({ seconds: 90, assumed: true });
    expect(block!.timeline.spans.filter(isWork).every((span) => span.tempoAssumed)).toBe(true);
  });

  it("counts rounds within a time, and never more than fit", () => {
    const timeline = timelineOf("B: within 5min\nB1 Push-up 1x10 h10\nB2 Goblet squat 1x10 r20").blocks[0]!.timeline;
    expect(timeline.run.rounds).toHaveLength(3);
  });

  it("spans follow each other without gap or overlap", () => {
    const timeline = timelineOf(
      "A1 Back squat 3x5 ramp r120\n\nB1 Chin-up 3x6 h8\nB2 Half-kneeling press 3x8/side r75 last: > -20%xF",
    );
    for (const { timeline: block } of timeline.blocks) {
      let clock = 0;
      for (const span of block.spans) {
        expect(span.startSeconds).toBeCloseTo(clock, 9);
        clock += span.seconds;
      }
      expect(clock).toBeCloseTo(block.seconds, 9);
    }
  });

  it("an edit of one block expands that block again and nothing else", () => {
    const document = read("Bench press 4x8\n\nBack squat 5x5\n\nBarbell curl 3x10");
    expandSession(document, TEST_CONTEXT);
    const before = expansionCount();
    const [first, ...others] = allBlocks(document);
    const edited = { ...document, blocks: [{ ...first!, restAfterRound: null }, ...others] };
    // The context is put together anew for every keystroke; what counts is what it holds.
    expandSession(edited, { ...TEST_CONTEXT });
    expect(expansionCount() - before).toBe(1);
  });
});
