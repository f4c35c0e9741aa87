import { describe, expect, it } from "vitest";
import { POPULATION_RESERVE } from "../forecast";
import { firstOf } from "../lists";
import { event, shownSession } from "../testing/floor";
import { read } from "../testing/helpers";
import type { Weight } from "../units";
import { answersTo, type SetAnswers } from "./answers";
import { asPlanned } from "./as-planned";
import { blockRoundsOf } from "./block-rounds";
import { foldEvents, type PerformedSet } from "./events";
import { workContextOf } from "./shown";

interface First {
  readonly reps: number;
  readonly rir: number | null;
  readonly load?: Weight;
  readonly more?: Partial<PerformedSet>;
}

/** The answers after the first set of a session's first lift. */
function answersAfter(text: string, { reps, rir, load, more = {} }: First): SetAnswers | null {
  const shown = shownSession(read(text));
  const [round] = blockRoundsOf(shown.document, workContextOf(shown));
  const sets = asPlanned(round!, shown, null).map((set, index) =>
    index > 0
      ? set
      : { ...set, rir, ...more, segments: set.segments.map((part) => ({ ...part, reps, load: load ?? part.load })) },
  );
  const performed = foldEvents([event({ kind: "setsDone", sets })]);
  const rounds = blockRoundsOf(shown.document, workContextOf(shown), performed);
  const [move, ...others] = rounds[0]!.moves;
  const first = shown.loads[firstOf(move!.set.segments).id];
  return answersTo(
    {
      set: sets[0]!,
      move: move!,
      aimReps: first?.aimReps ?? null,
      isSearch: first?.kg == null,
      restSeconds: rounds[0]!.rest?.seconds ?? 120,
      askedBeforeSeconds: null,
      betweenSeconds: others.reduce((sum, { work }) => sum + work.seconds, 0),
    },
    rounds,
    performed,
    shown,
    { constants: POPULATION_RESERVE, curve: null },
  );
}
const kg = (amount: string): Weight => ({ amount, unit: "kg" });
const words = (answers: SetAnswers | null): string[] =>
  answers?.answers.map(
    ({ kind, load, reps, restSeconds }) =>
      `${kind} ${load.kg}${kind === "fewerReps" ? ` × ${reps}` : ""}${kind === "longerRest" ? `, rest ${restSeconds}` : ""}`,
  ) ?? [];

const BENCH = "A1 Bench press 5x5 @80kg rir2 r180";
const UNKNOWN = "A1 Bench press 3x8 rir2 r120";

describe("after a set on the floor", () => {
  it.each<[string, string, First, string[]]>([
    ["as it was asked: nothing", BENCH, { reps: 5, rir: 2 }, []],
    ["a rep short, nothing said: nothing", BENCH, { reps: 4, rir: null }, []],
    ["two reps short: lighter", BENCH, { reps: 3, rir: 0 }, ["lighter 72.5", "asPlanned 80"]],
    ["two reps short, nothing said: none was left", BENCH, { reps: 3, rir: null }, ["lighter 72.5", "asPlanned 80"]],
    ["all reps with two fewer left than asked: lighter", BENCH, { reps: 5, rir: 0 }, ["lighter 75", "asPlanned 80"]],
    ["two reps over with what was asked left: heavier", BENCH, { reps: 7, rir: 2 }, ["heavier 82.5", "asPlanned 80"]],
    ["two more left than asked: heavier", BENCH, { reps: 5, rir: 4 }, ["heavier 82.5", "asPlanned 80"]],
    ["more reps with less left is no light set", "A1 Bench press 5x5 @80kg rir3 r180", { reps: 7, rir: 1 }, []],
    [
      "short rests: longer ones are offered too",
      "A1 Dumbbell curl 3x10-12 @12kg rir1 r60",
      { reps: 8, rir: 0 },
      ["lighter 10", "longerRest 12, rest 120", "asPlanned 12"],
    ],
    [
      "a coarse kit: no step up that would not make the reps",
      "A1 Dumbbell curl 3x10-12 @12kg rir1 r60",
      { reps: 14, rir: 2 },
      [],
    ],
    [
      "a chin-up with a belt: what hangs comes off, and no help comes in",
      "A1 Chin-up 4x6 @BW+10kg rir1 r150",
      { reps: 3, rir: 0 },
      ["lighter 1.25", "asPlanned 10"],
    ],
    [
      "a chin-up of the body alone: fewer reps",
      "A1 Chin-up 4x8 @BW rir1 r120",
      { reps: 5, rir: 0 },
      ["fewerReps 0 × 3", "asPlanned 0"],
    ],
    [
      "push-ups: a longer rest",
      "A1 Push-up 3x15 @BW rir1 r60",
      { reps: 9, rir: 0 },
      ["longerRest 0, rest 120", "asPlanned 0"],
    ],
    [
      "a search, far too light: a third more",
      UNKNOWN,
      { reps: 8, rir: 4, load: kg("40") },
      ["heavier 52.5", "asPlanned 40"],
    ],
    ["a search, found: nothing", UNKNOWN, { reps: 8, rir: 1, load: kg("60") }, []],
    [
      "a search, too heavy: by the curve",
      UNKNOWN,
      { reps: 8, rir: 0, load: kg("60") },
      ["lighter 57.5", "asPlanned 60"],
    ],
    ["a search, nothing said: nothing to go by", UNKNOWN, { reps: 8, rir: null, load: kg("60") }, []],
    ["a pyramid's next step is the plan's own", "A1 Bench press 5,4,3 @80,85,90kg rir1 r180", { reps: 3, rir: 0 }, []],
    ["the last set: the rule answers next time", "A1 Bench press 1x5 @80kg rir2", { reps: 2, rir: 0 }, []],
    ["short of reps with more left: stopped early, and no weaker", BENCH, { reps: 3, rir: 4 }, []],
    ["a set that was not begun", BENCH, { reps: 0, rir: null }, []],
  ])("%s", (_, text, first, wanted) => {
    expect(words(answersAfter(text, first))).toEqual(wanted);
  });

  it("a failed rep counts as none left, whatever was said", () => {
    expect(answersAfter(BENCH, { reps: 5, rir: 2, more: { failed: true } })).toMatchObject({ cause: "short", rir: 0 });
  });

  it("heavier is never more than a tenth of body and load together, but in a search", () => {
    const over = answersAfter("A1 Back squat 3x5 @140kg rir0 r240", { reps: 12, rir: 0 });
    expect(over!.answers[0]!.load.kg).toBe(152.5);
  });

  it("in a superset the partner's work is rest too: more is expected after it than without it", () => {
    const alone = answersAfter("A1 Bench press 3x8 @60kg rir2 r30", { reps: 5, rir: 0 })!;
    const paired = answersAfter("A1 Bench press 3x8 @60kg rir2 h10\nA2 Chin-up 3x6 @BW rir2 r30", { reps: 5, rir: 0 })!;
    expect(paired.answers.at(-1)!.expectedReps).toBeGreaterThan(alone.answers.at(-1)!.expectedReps);
  });

  it("a longer rest says what it adds to the session, and makes more of the same load", () => {
    const { answers } = answersAfter("A1 Dumbbell curl 3x10-12 @12kg rir1 r60", { reps: 8, rir: 0 })!;
    const longer = answers.find(({ kind }) => kind === "longerRest")!;
    expect(longer.addsSeconds).toBe(120);
    expect(longer.expectedReps).toBeGreaterThan(answers.at(-1)!.expectedReps);
  });
});
