import { describe, expect, it } from "vitest";
import { exerciseOrThrow, SHIPPED_CATALOGUE } from "../exercise";
import { countingIds, exposure, read } from "../testing/helpers";
import { applyEdits } from "./edits";
import { allBlocks, EMPTY_DOCUMENT, type SessionDocument, type Slot } from "./grammar";
import {
  repsByRound,
  writeCells,
  writeCues,
  writeRamp,
  writeRepsByRound,
  writeRoundRest,
  writeRounds,
  writeSetup,
  writeTempo,
  writeTransition,
  writeWarmUp,
} from "./in-place";
import { readNewLifts } from "./new-lift";
import type { Operation } from "./operation";
import { printSession } from "./shorthand/print";
import { applyTechnique, easierVariant, TECHNIQUE_IDS, type TechniqueId } from "./techniques";
import { validateDocument } from "./validate";

const ids = () => countingIds("n");
const slots = (document: SessionDocument): Slot[] => allBlocks(document).flatMap((block) => block.slots);
const printed = (document: SessionDocument) => printSession(document, SHIPPED_CATALOGUE);

/** The session as a line after an operation, or what it was refused with. */
function said(document: SessionDocument, operation: Operation): string {
  if (!operation.ok) return operation.message;
  const edited = applyEdits(document, operation.edits);
  if (!edited.ok) throw new Error(edited.message);
  expect(validateDocument(edited.document, SHIPPED_CATALOGUE)).toEqual([]);
  const back = applyEdits(edited.document, edited.inverse);
  expect(back.ok && back.document).toEqual(document);
  return printed(edited.document).trim();
}

const SINGLE = "A1 Bench press 4x8 rir2 r90";
const PAIR = "A1 Bench press 3x8 h10\nA2 Barbell row 3x8 r90";

describe("a place of the session is written in", () => {
  type Write = (document: SessionDocument, typed: string) => Operation;
  const rest: Write = (d, typed) => writeRoundRest(d, d.blocks[0]!.id, typed);
  const rounds: Write = (d, typed) => writeRounds(d, d.blocks[0]!.id, typed, ids());
  const first = (write: (d: SessionDocument, id: string, typed: string) => Operation): Write => {
    return (d, typed) => write(d, slots(d)[0]!.id, typed);
  };
  const transition = first(writeTransition);
  const tempo = first(writeTempo);
  const setup = first(writeSetup);
  const cues = first(writeCues);

  it.each<[string, Write, string, string, string]>([
    ["a rest", rest, SINGLE, "120", "A1 Bench press 4x8 rir2 r120"],
    ["a rest with its sign and unit", rest, SINGLE, "r 75 s", "A1 Bench press 4x8 rir2 r75"],
    ["a rest by the clock", rest, SINGLE, "1:30", SINGLE],
    ["a range", rest, SINGLE, "30–45", "A1 Bench press 4x8 rir2 r30-45"],
    ["one for each round", rest, SINGLE, "60,60,120", "A1 Bench press 4x8 rir2 r60,60,120"],
    ["too few of them", rest, SINGLE, "60,120", "One rest, or 3 of them: one after each round but the last."],
    ["the partner's work", rest, SINGLE, "partner", "A1 Bench press 4x8 rir2 rpartner"],
    ["with a floor", rest, SINGLE, "partner 60", "A1 Bench press 4x8 rir2 rpartner/60"],
    ["nothing: as assumed", rest, SINGLE, " ", "A1 Bench press 4x8 rir2"],
    ["what is no rest", rest, SINGLE, "long", "Expected seconds of rest, such as 90 or 2min, not “long”."],
    ["rounds", rounds, SINGLE, "3", "A1 Bench press 3x8 rir2 r90"],
    ["rounds as they are said", rounds, PAIR, "4 rounds", "A1 Bench press 4x8 h10\nA2 Barbell row 4x8 r90"],
    ["optional rounds", rounds, SINGLE, "3-5", "A1 Bench press 3-5x8 rir2 r90"],
    ["the wrong way round", rounds, SINGLE, "5-3", "A range from low to high: 3-5."],
    ["as many as fit", rounds, PAIR, "within 8 min", "A: within 8min\nA1 Bench press 1x8 h10\nA2 Barbell row 1x8 r90"],
    ["and a number of them again", rounds, "A: within 8min\nA1 Bench press 1x8 r60", "3", "A1 Bench press 3x8 r60"],
    ["no number", rounds, SINGLE, "many", "Expected rounds, such as 4, 3-4 or within 10 min."],
    ["too many", rounds, SINGLE, "400", "A block has between 1 and 40 rounds."],
    ["a transition", transition, PAIR, "20", "A1 Bench press 3x8 r20\nA2 Barbell row 3x8 r90"],
    ["one a round", transition, PAIR, "5,10,15", "A1 Bench press 3x8 h5,10,15\nA2 Barbell row 3x8 r90"],
    ["too few", transition, PAIR, "5,10", "One transition, or 3 of them: one a round."],
    ["of a lift that is last", transition, SINGLE, "10", "After the last lift comes the rest of the round."],
    ["a tempo", tempo, SINGLE, "3-1-x-0", "A1 Bench press 4x8 rir2 t3-1-X-0 r90"],
    ["the eccentric alone", tempo, SINGLE, "t4", "A1 Bench press 4x8 rir2 t4 r90"],
    ["no tempo", tempo, "A1 Bench press 4x8 t3 r90", "", "A1 Bench press 4x8 r90"],
    [
      "what is no tempo",
      tempo,
      SINGLE,
      "slow",
      "Expected seconds to lower, pause, lift and pause, such as 3-1-1-0, not “slow”.",
    ],
    ["a set-up", setup, SINGLE, "bench 30, grip wide", "A1 Bench press [bench 30, grip wide] 4x8 rir2 r90"],
    ["none", setup, "A1 Bench press [bench 30] 4x8", "", "A1 Bench press 4x8"],
    ["cues", cues, SINGLE, "elbows in; bar path back", "A1 Bench press 4x8 rir2 r90 // elbows in; bar path back"],
  ])("%s", (_, write, before, typed, says) => {
    const document = read(before);
    expect(said(document, write(document, typed))).toBe(says);
  });

  it("the record goes with a set-up that matters, unless it was joined to another's by hand", () => {
    const lineageAfter = (document: SessionDocument) => {
      const written = setup(document, "bench 30, seat 4");
      const edited = written.ok && applyEdits(document, written.edits);
      return edited !== false && edited.ok ? slots(edited.document)[0]!.lineage : null;
    };
    const plain = read(SINGLE);
    expect(lineageAfter(plain)).toBe("bench-press|bench=30");
    const [block] = plain.blocks;
    const joined = { ...block!, slots: [{ ...block!.slots[0]!, lineage: "push-up" }] };
    expect(lineageAfter({ ...plain, blocks: [joined] })).toBe("push-up");
  });

  it.each([
    ["5 min easy row; Hip circle 2x10", "warm-up 5min easy row; Hip circle 2x10"],
    ["warm-up: 6min", "warm-up 6min"],
    ["", ""],
  ])("a warm-up: %j", (typed, line) => {
    const document = read("warm-up 3min skipping\n\nA1 Bench press 4x8 rir2 r90");
    const text = said(document, writeWarmUp(typed, SHIPPED_CATALOGUE, ids()));
    expect(text).toBe([line, SINGLE].filter(Boolean).join("\n\n"));
  });
  it("a warm-up that does not read is said", () => {
    const document = read(SINGLE);
    expect(said(document, writeWarmUp("Hip circle 2x", SHIPPED_CATALOGUE, ids()))).toMatch(/^Expected /);
    expect(said(document, writeWarmUp("5min row\nBench press 3x8", SHIPPED_CATALOGUE, ids()))).toMatch(/one line/);
  });

  it("a part that has gone by now", () => {
    const gone = "That part is not in the session any more.";
    for (const write of [writeRoundRest, writeTransition, writeTempo, writeSetup, writeCues])
      expect(said(EMPTY_DOCUMENT, write(EMPTY_DOCUMENT, "x", "90"))).toBe(gone);
  });
});

describe("several cells at once", () => {
  const write = (before: string, typed: readonly (readonly [slot: number, round: number, typed: string])[]) => {
    const document = read(before);
    const cells = typed.map(([slot, round, text]) => ({ slotId: slots(document)[slot]!.id, round, typed: text }));
    return said(document, writeCells(document, cells, SHIPPED_CATALOGUE, ids()));
  };
  it("whole sets, parts of sets, and rounds that are sat out", () => {
    expect(
      write(PAIR, [
        [0, 1, "6 @80kg"],
        [0, 2, "@85kg"],
        [1, 2, "-"],
      ]),
    ).toBe("A1 Bench press 8,6,8 h10 round 2: @80kg last: @85kg\nA2 Barbell row 8,8,- r90");
  });
  it("all or none: the first that does not read is said with its place", () => {
    const refused = write(PAIR, [
      [0, 0, "6"],
      [1, 1, "six"],
    ]);
    expect(refused).toMatch(/^A2, round 2: expected .+, not “six”\.$/);
    expect(
      write(
        SINGLE,
        [0, 1, 2, 3].map((round) => [0, round, "-"] as const),
      ),
    ).toBe("A1, round 4: a lift sits out some rounds, not all; take it out instead.");
  });
});

describe("a lift that comes in", () => {
  const last = exposure("2026-11-16", [
    { reps: 7, target: { low: 6, high: 8 }, targetRir: 1 },
    { reps: 6, target: { low: 6, high: 8 }, targetRir: 1 },
  ]);
  const lines = (typed: string, hasLog = false) => {
    const found = readNewLifts(typed, SHIPPED_CATALOGUE, ids(), { lastOf: () => (hasLog ? last : null) });
    return found.ok ? printed({ ...EMPTY_DOCUMENT, blocks: found.blocks }).trim() : found.message;
  };
  it.each([
    ["bench press", "A1 Bench press 3x6-10 rir2"],
    ["lateral raise", "A1 Lateral raise 3x10-15 rir2"],
    ["plank", "A1 Plank 3x30s"],
    ["Boat pull", 'A1 "Boat pull"? 3x8-12'],
    ["bench press 5x5 r120", "A1 Bench press 5x5 r120"],
    ["B1 bench press 3x8 h10\nB2 barbell row 3x8", "A1 Bench press 3x8 h10\nA2 Barbell row 3x8"],
  ])("%j", (typed, says) => {
    expect(lines(typed)).toBe(says);
  });
  it("with the sets of last time, where there was one", () => {
    expect(lines("bench press", true)).toBe("A1 Bench press 2x6-8 rir1");
    const held = exposure("2026-11-16", [{ seconds: 45, target: null }]);
    const found = readNewLifts("plank", SHIPPED_CATALOGUE, ids(), { lastOf: () => held });
    expect(found.ok && printed({ ...EMPTY_DOCUMENT, blocks: found.blocks }).trim()).toBe("A1 Plank 1x45s");
  });
  it("what does not read is said, and where", () => {
    expect(lines("")).toBe("Write the name of a lift.");
    expect(lines("bench press 4x")).toMatch(/^expected reps after the x/);
    expect(lines("bench press 3x8\nrow 3x")).toMatch(/^Line 2: expected reps/);
  });
});

describe("reps round by round", () => {
  it.each([
    ["12/10/8/6", ["12", "10", "8", "6"]],
    ["8-10, 6-8,F", ["8-10", "6-8", "F"]],
    ["8", null],
    ["8-10", null],
    ["8 @60,70kg", null],
  ])("%s is %j", (typed, reps) => {
    expect(repsByRound(typed)).toEqual(reps);
  });
  it("are written in as many rounds as there are figures, with the loads as they were", () => {
    const text = "A1 Bench press 3x8 @60kg r90\n\nB1 Chin-up 3x6 @BW r60";
    const document = read(text);
    const slotId = document.blocks[0]!.slots[0]!.id;
    const over = (reps: readonly string[]) => {
      return said(document, writeRepsByRound(document, slotId, reps, SHIPPED_CATALOGUE, ids())).split("\n")[0];
    };
    expect(over(["12", "10", "8", "6"])).toBe("A1 Bench press 12,10,8,6 @60kg r90");
    expect(over(["10", "F"])).toBe("A1 Bench press 10,F @60kg r90");
  });
});

describe("a ramp", () => {
  const ramped = (typed: string, text = "A1 Bench press 3x8 @60kg r90 ramp") => {
    const document = read(text);
    return said(document, writeRamp(document, slots(document)[0]!.id, typed));
  };
  it("is left out, made automatic, or written step by step; what does not read is said", () => {
    expect(ramped("")).toBe("A1 Bench press 3x8 @60kg r90");
    expect(ramped("none")).toBe("A1 Bench press 3x8 @60kg r90");
    expect(ramped("60%x5, 80%x3")).toBe("A1 Bench press 3x8 @60kg ramp(60%x5, 80%x3) r90");
    expect(ramped("20kgx8")).toBe("A1 Bench press 3x8 @60kg ramp(20kgx8) r90");
    expect(ramped("auto", "A1 Bench press 3x8 @60kg r90")).toBe("A1 Bench press 3x8 @60kg ramp r90");
    expect(ramped("60%")).toMatch(/^Expected a ramp step/);
  });
});

describe("techniques", () => {
  const make = (before: string, id: TechniqueId, round = 2, slot = 0) => {
    const document = read(before);
    const at = { slotId: slots(document)[slot]!.id, round };
    return said(document, applyTechnique(document, at, id, SHIPPED_CATALOGUE, ids()));
  };
  it.each<[TechniqueId, string]>([
    ["drop", "A1 Bench press 3x8 rir2 r90 last: > -20%x8"],
    ["doubleDrop", "A1 Bench press 3x8 rir2 r90 last: (> -20%x8)*2"],
    ["restPause", "A1 Bench press 3x8 rir2 r90 last: (> pause 15s x3)*2"],
    ["partials", "A1 Bench press 3x8 rir2 r90 last: > 4 partials long"],
    ["hold", "A1 Bench press 3x8 rir2 r90 last: > hold 10s short"],
    ["repGoal", "A1 Bench press 24total rir2 r90"],
    ["risingPyramid", "A1 Bench press 10,8,6 rir2 r90"],
    ["fallingPyramid", "A1 Bench press 6,8,10 rir2 r90"],
    ["doublePyramid", "A1 Bench press 10,8,6,8,10 rir2 r90"],
    ["backOff", "A1 Bench press 6,8,8 rir2 r90 last 2: @90%top"],
  ])("%s", (id, says) => {
    expect(make("A1 Bench press 3x8 rir2 r90", id)).toBe(says);
  });

  it("what is said once is not said again: a pyramid of a superset keeps its rounds, a rep goal wants the lift alone", () => {
    expect(make(PAIR, "risingPyramid")).toBe("A1 Bench press 10,8,6 h10\nA2 Barbell row 3x8 r90");
    expect(make(PAIR, "repGoal")).toBe("Rep goal wants one round here: split the lift off first.");
    expect(make("A: within 8min\nA1 Bench press 1x8", "backOff", 0)).toBe(
      "A block within a time has all its rounds alike.",
    );
    expect(make("A1 Bench press 8,-,8", "drop", 1)).toBe("The lift sits out that round.");
  });

  it("a mechanical drop goes on with an easier lift at the same station, or is refused", () => {
    expect(make("A1 Push-up 3x12", "mechanicalDrop")).toBe('A1 Push-up 3x12 last: > as "Knee push-up" xF');
    expect(make("A1 Barbell curl 3x12", "mechanicalDrop")).toBe("No easier variant of this lift is known here.");
    for (const exercise of SHIPPED_CATALOGUE.list) {
      const easier = easierVariant(exercise, SHIPPED_CATALOGUE);
      if (easier) expect([easier.family, easier.learning <= exercise.learning]).toEqual([exercise.family, true]);
    }
  });

  it("each is done to every lift there is, or says why not", () => {
    for (const exercise of SHIPPED_CATALOGUE.list) {
      const document = read("Bench press 3x8 r90");
      const [block] = document.blocks;
      const slot = { ...block!.slots[0]!, exerciseId: exercise.id, lineage: exercise.id };
      const of = { ...document, blocks: [{ ...block!, slots: [slot] }] };
      for (const id of TECHNIQUE_IDS) {
        const made = applyTechnique(of, { slotId: slot.id, round: 1 }, id, SHIPPED_CATALOGUE, ids());
        if (id === "mechanicalDrop") continue;
        expect([id, exerciseOrThrow(SHIPPED_CATALOGUE, exercise.id).name, made.ok]).toEqual([id, exercise.name, true]);
      }
    }
  });
});
