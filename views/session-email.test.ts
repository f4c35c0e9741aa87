import { describe, expect, it } from "vitest";
import { SHOWN_VERSION, type ShownContent } from "../contract/shown";
import { DEFAULT_REGION } from "../core";
import { shownSession } from "../core/testing/floor";
import { read } from "../core/testing/helpers";
import { emailOf } from "./session-email";

function email(text: string, more: Partial<ShownContent> = {}): string {
  const document = read(text);
  const { loads, ...shown } = shownSession(document);
  const slots = document.blocks.flatMap((block) => block.slots);
  const words = Object.fromEntries(
    Object.entries(loads).map(([id, load]) => {
      const slot = slots.find(({ sets }) => sets.some((set) => set?.segments.some((segment) => segment.id === id)))!;
      const plain = load.weight ? `${load.weight.amount} ${load.weight.unit}` : "body";
      const isBody = slot.exerciseId === "chin-up" && load.kg !== 0;
      return [id, { ...load, words: isBody ? `${load.sign < 0 ? "−" : "+"}${plain}` : plain }];
    }),
  );
  const { settings, date, bodyMassKg, equipment } = shown;
  const content: ShownContent = {
    ...{ version: SHOWN_VERSION, engineVersion: 1, settings, date, purpose: "training", oneOff: [], bodyMassKg },
    ...{ equipment, own: [], document, loads: words, ramps: {}, inPart: {}, ...more },
  };
  return emailOf(content, {
    client: "Marit Ask",
    studio: "The Boathouse",
    region: DEFAULT_REGION,
    link: "http://here/floor?s=1",
  }).text;
}
/** What it says of its lifts. */
const lifts = (text: string): string[] =>
  email(text)
    .split("\n")
    .filter((line) => /^ {3}/.test(line))
    .map((line) => line.trim());

describe("the email of a session", () => {
  it("greets, says day, title and minutes, the warm-up, where it is opened, what to do when it hurts, and from whom it is", () => {
    const text = email(
      "# Back and arms\nwarm-up 5min row; Band pull-apart 2x15\n\nA1 Barbell row 4x8 @60kg rir2 t3-1-1-0 r90",
    );
    const [greeting, what, warmUp, block, open, hurts, from] = text.split("\n\n");
    expect(greeting).toBe("Marit,");
    expect(what).toMatch(
      /^your session for Tuesday 24 November is ready: Back and arms\. It takes about \d+ minutes\.$/,
    );
    expect(warmUp).toBe("Warm-up: 5 min row, Band pull-apart 2 × 15");
    expect(block).toBe(
      "A. Straight sets, 4 rounds, rest 90 s between them\n   A1 Barbell row\n      8 reps with 60 kg; 2 left in reserve; tempo 3-1-1-0",
    );
    expect(open).toBe("Open it to train: http://here/floor?s=1");
    expect(hurts).toContain("stop that lift and say so");
    expect(from).toBe("The Boathouse");
  });

  it.each([
    ["Bench press 3x8-10 @60kg", ["8 to 10 reps with 60 kg"]],
    [
      "Bench press 10,8,6 @60,70,80kg",
      ["Round 1: 10 reps with 60 kg", "Round 2: 8 reps with 70 kg", "Round 3: 6 reps with 80 kg"],
    ],
    [
      "Bench press 2x8 @60kg last: > -20%x6",
      ["Round 1: 8 reps with 60 kg", "Round 2: 8 reps with 60 kg, then straight on 6 reps with 47.5 kg"],
    ],
    ["Bench press 1x5 @60kg > pause 15s x3", ["5 reps with 60 kg, then after 15 s 3 reps with 60 kg"]],
    ["Chin-up 2x5 @BW+10kg", ["5 reps with 10 kg added"]],
    ["Chin-up 2x5 @BW-15kg", ["5 reps with 15 kg of assistance"]],
    ["Push-up 2xF", ["as many reps as go, until none is left"]],
    ["Push-up 60total/20s", ["60 reps in as few sets as you need; 20 s between its sets"]],
    ["Front plank 2x30s", ["30 s"]],
    ["Side plank 1xhold 40s middle", ["40 s each side, held in the middle of the range"]],
    [
      "Leg curl 1x10 @40kg > 6 partials long",
      ["10 reps with 40 kg, then straight on 6 times with 40 kg, partial reps where the muscle is stretched"],
    ],
    ["Bench press 2x8 @60kg &band red", ["8 reps with 60 kg, with a red band"]],
    [
      "Bench press 2x8 @60kg last: [grip wide]",
      ["Round 1: 8 reps with 60 kg", "Round 2: 8 reps with 60 kg, grip wide"],
    ],
    [
      "Push-up 60total/20s shared",
      ["60 reps in as few sets as you need; 20 s between its sets; the goal is shared with the partner"],
    ],
    ["Dumbbell row 2x8/side @20kg", ["8 reps each side with 20 kg"]],
  ])("%s", (text, said) => {
    expect(lifts(text).slice(1)).toEqual(said);
  });

  it("of a load that nobody knows it says how it is found, and never to find it", () => {
    const written = "A1 Machine row 2x10 rir1 r90";
    const { sets } = read(written).blocks[0]!.slots[0]!;
    const unknown = {
      exerciseId: "machine-row",
      aimReps: null,
      nextKg: null,
      expectedReps: null,
      kg: null,
      weight: null,
    };
    const loads = Object.fromEntries(
      sets.map((set) => [
        set!.segments[0]!.id,
        { ...unknown, sign: 1 as const, words: "find the load", build: "", change: "" },
      ]),
    );
    const text = email(written, { loads });
    expect(text).toContain("10 reps: start light, add until 1 would be left");
    expect(text).not.toContain("find the load");
  });

  it("in a block of several lifts says what comes after each, and when", () => {
    const pair = "A1 Bench press 2x8 @60kg h10\nA2 Barbell row 2x8 @50kg r90";
    expect(lifts(pair)).toEqual([
      "A1 Bench press",
      "8 reps with 60 kg",
      "10 s, then A2",
      "A2 Barbell row",
      "8 reps with 50 kg",
    ]);
  });

  it("says set-up, ramp and cues in their places", () => {
    const written = "A1 Rear-foot-raised split squat 2x8/side @20kg [bench low] ramp // Knee over the toes";
    const slot = read(written).blocks[0]!.slots[0]!;
    const text = email(written, { ramps: { [slot.id]: [{ words: "2 × 10 kg", build: "", reps: 8 }] } });
    expect(text).toContain(
      "(bench low)\n      First: 8 with 2 × 10 kg\n      8 reps each side with 20 kg\n      Knee over the toes",
    );
  });

  it("says what a limit leaves of a lift, below its sets", () => {
    const written = "A1 Leg press 2x8 @100kg r90";
    const slot = read(written).blocks[0]!.slots[0]!;
    const text = email(written, { inPart: { [slot.id]: ["only in part: right knee, no deep bend"] } });
    expect(text).toContain("8 reps with 100 kg\n      Only in part: right knee, no deep bend");
  });
});
