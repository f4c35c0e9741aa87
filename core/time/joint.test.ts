import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { read, TEST_CONTEXT } from "../testing/helpers";
import { type JointTurn, jointRests, jointSession } from "./joint";
import { expandSession, type Timeline } from "./timeline";

/** Two sessions of one structure: the same text read once, the partner's seconds by what is put in its place. */
function pair(text: string, theirs: (text: string) => string = (same) => same): [Timeline, Timeline] {
  return [expandSession(read(text), TEST_CONTEXT), expandSession(read(theirs(text)), TEST_CONTEXT)];
}
const starts = (turns: readonly JointTurn[], whose: JointTurn["whose"]): number[] =>
  turns.filter((turn) => turn.whose === whose).map(({ startSeconds }) => startSeconds);

describe("two in one time", () => {
  it("the written rest counts where it is longer than the partner's work", () => {
    const [own, partner] = pair("Plank 3x40s r90");
    const { turns, seconds, longerBySeconds } = jointSession(own, partner);
    expect(starts(turns, "client")).toEqual([0, 130, 260]);
    expect(starts(turns, "partner")).toEqual([40, 170, 300]);
    expect([seconds, longerBySeconds]).toEqual([340, 40]);
  });

  it("the partner's work counts where it is longer than the written rest", () => {
    const [own, partner] = pair("Plank 3x40s r30", (text) => text.replace("40s", "60s"));
    const { turns, seconds } = jointSession(own, partner);
    expect(starts(turns, "client")).toEqual([0, 100, 200]);
    expect(starts(turns, "partner")).toEqual([40, 140, 240]);
    expect(turns.map(({ restedSeconds }) => restedSeconds)).toEqual([null, null, 60, 40, 60, 40]);
    expect(seconds).toBe(300);
  });

  it("what each rests after a round is told by block and round", () => {
    const [own, partner] = pair("A1 Plank 3x40s r30\n\nB1 Hollow hold -,30s,30s r20", (text) =>
      text.replace("40s", "60s"),
    );
    const joint = jointSession(own, partner);
    const [a, b] = own.blocks.map(({ timeline }) => timeline.block.id);
    expect(jointRests(joint, "client")).toEqual({ [a!]: [60, 60, null], [b!]: [null, 30, null] });
    expect(jointRests(joint, "partner")).toEqual({ [a!]: [40, 40, null], [b!]: [null, 30, null] });
  });

  it("with the partner's work as the rest, they go in turn without a pause, but for the least that is written", () => {
    const [own, partner] = pair("Plank 3x40s rpartner");
    expect(jointSession(own, partner).seconds).toBe(240);
    const [rested, too] = pair("Plank 3x40s rpartner/60");
    expect(starts(jointSession(rested, too).turns, "client")).toEqual([0, 100, 200]);
  });

  it("a ramp, a warm-up and the way to the next block are gone together", () => {
    const [own, partner] = pair("warm-up 5min easy row\n\nPlank 1x40s\n\nHollow hold 1x30s");
    const { turns, seconds } = jointSession(own, partner);
    const gap = own.between.find(({ kind }) => kind === "rest")!.seconds;
    expect(turns.map(({ startSeconds }) => startSeconds)).toEqual([300, 340, 380 + gap, 410 + gap]);
    expect(seconds).toBe(440 + gap);
    const [ramped, withRamp] = pair("Back squat 1x5 @80kg ramp");
    expect(jointSession(ramped, withRamp).turns[0]!.startSeconds).toBe(
      ramped.blocks[0]!.timeline.spans.find(({ kind }) => kind === "work")!.startSeconds,
    );
  });

  it("nobody works while the other does, nobody rests less than is written, and it takes no less than either alone", () => {
    const seconds = fc.integer({ min: 10, max: 90 });
    fc.assert(
      fc.property(
        seconds,
        seconds,
        fc.integer({ min: 0, max: 150 }),
        fc.integer({ min: 1, max: 6 }),
        (a, b, rest, n) => {
          const [own, partner] = pair(`Plank ${n}x${a}s r${rest}\n\nHollow hold ${n}x${b}s r${rest}`, (text) =>
            text.replace(`${a}s`, `${b}s`),
          );
          const { turns, seconds: all, longerBySeconds } = jointSession(own, partner);
          let free = 0;
          for (const turn of turns) {
            expect(turn.startSeconds).toBeGreaterThanOrEqual(free);
            free = turn.startSeconds + turn.seconds;
            if (turn.restedSeconds !== null) expect(turn.restedSeconds).toBeGreaterThanOrEqual(rest);
          }
          expect(all).toBe(free);
          expect(longerBySeconds).toBeGreaterThan(0);
          expect(turns).toHaveLength(4 * n);
        },
      ),
      { numRuns: 60 },
    );
  });
});
