import { describe, expect, it } from "vitest";
import { type ClientLimit, SHIPPED_CATALOGUE, type Trainee, UNRESTRICTED } from "../exercise";
import { applyEdits, applyMethod, METHODS, printSession } from "../session";
import { DEFAULT_SETTINGS } from "../settings";
import { BOATHOUSE, read } from "../testing/helpers";
import { type CautionContext, cautionKey } from "./caution";
import type { CautionFoundBy } from "./kinds";
import { evaluateCautions, openBlocks } from "./rules";

const base: CautionContext = {
  catalogue: SHIPPED_CATALOGUE,
  settings: DEFAULT_SETTINGS,
  gym: BOATHOUSE,
  date: "2026-11-24",
  trainee: UNRESTRICTED,
  weeksTrained: 20,
  weeksAway: 0,
  answeredYes: [],
  intensity: () => null,
  hardTechniques: [],
  jumps: [],
  overBand: [],
  isDeload: false,
};
const who = (more: Partial<Trainee>): Partial<CautionContext> => ({ trainee: { ...UNRESTRICTED, ...more } });
const knee = (how: ClientLimit["how"]): ClientLimit => ({
  id: "k",
  what: { kind: "joint", joint: "knee" },
  how,
  range: "no deeper than a chair",
  side: "left",
  from: "2026-01-01",
  until: null,
  clearedBy: null,
});
const giant = (rest: number) =>
  `A1 Goblet squat 3x10 rir2 h8\nA2 Push-up 3x10 rir2 h8\nA3 Dumbbell row 3x10 rir2 h8\nA4 Lateral raise 3x10 rir2 r${rest}`;
const jump = {
  muscle: "chest" as const,
  measure: "hardSets" as const,
  planned: 20,
  usual: 10,
  ratio: 2,
  severity: "warn" as const,
  fromStart: false,
};

/** For every rule a session that trips it, and one that just does not. */
const CASES: Record<
  CautionFoundBy<"rule">,
  [trips: [string, Partial<CautionContext>?], spares: [string, Partial<CautionContext>?]]
> = {
  "press-needs-spotter": [["Bench press 3x8 rir1"], ["Bench press 3x8 rir2"]],
  "squat-needs-pins": [["Back squat 3x5 rir1"], ["Back squat 3x5 rir2"]],
  "fixed-bar-failure": [["Squat, guided bar 3xF"], ["Squat, guided bar 3x8 rir1"]],
  "skilled-failure": [["Deadlift 3xF"], ["Deadlift 3x5 rir1"]],
  "alone-failure": [
    ["Floor press 3xF", who({ alone: true })],
    ["Floor press 3xF", who({ alone: false })],
  ],
  "novice-failure": [
    ["Push-up 3xF", who({ trainingAge: "novice" })],
    ["Lateral raise 3xF", who({ trainingAge: "novice" })],
  ],
  "first-set-failure": [["Dumbbell press 3xF"], ["Dumbbell press 3x8 last: F"]],
  "first-week-back": [
    ["Lateral raise 3xF", { weeksAway: 3 }],
    ["Lateral raise 3xF", { weeksAway: 2 }],
  ],
  "over-face": [["Dumbbell press 3x8 last: F"], ["Dumbbell press 3x8 rir1"]],
  "toward-face": [["Lying extension 3x8"], ["Cable press-down 3x8"]],
  "one-sided-bench": [["Dumbbell press, one arm 3x8/side"], ["Half-kneeling press 3x8/side"]],
  "bar-unloading": [["Barbell curl 1x8 @40kg > -20%x8"], ["Back squat 1x2 @100kg > x2 @100kg > x2 @100kg"]],
  "grip-straps": [["Deadlift 3x5"], ["Deadlift 3x8"]],
  "deep-shoulder": [["Dip 3x8 rir1"], ["Dip 3x8 rir3"]],
  "hold-after-failure": [["Dumbbell fly 1xF > hold 15s long"], ["Dumbbell fly 1xF > hold 15s short"]],
  "no-ramp": [["Back squat 3x5"], ["Back squat 3x5 ramp"]],
  "shared-grip": [["A1 Deadlift 3x5 h10\nA2 Chin-up 3x6"], ["A1 Leg press 3x5 h10\nA2 Chin-up 3x6"]],
  "tired-back": [["Good morning 4x8 rir2\n\nBack squat 5x3"], ["Back squat 5x3\n\nGood morning 4x8 rir2"]],
  "short-rest-heavy": [["Bench press 5x3 @90% r15"], ["Bench press 5x3 @90% r150"]],
  "over-band": [
    ["Chest press 3x10", { overBand: [{ muscle: "chest", hardSets: 27, high: 20 }] }],
    ["Chest press 3x10", { overBand: [] }],
  ],
  "giant-rest": [[giant(60)], [giant(90)]],
  "two-axial": [["A1 Front squat 3x5 h10\nA2 Overhead press 3x5"], ["A1 Front squat 3x5 h10\nA2 Chin-up 3x5"]],
  "hard-techniques": [
    [giant(120), { ...who({ trainingAge: "novice" }), weeksTrained: 7 }],
    [giant(120), { ...who({ trainingAge: "novice" }), weeksTrained: 8 }],
  ],
  "limit-avoid": [
    ["Leg extension 3x12", who({ limits: [knee("avoid")] })],
    ["Seated leg curl 3x12", who({ limits: [knee("avoid")] })],
  ],
  "limit-part": [
    ["Leg extension 3x12", who({ limits: [knee("part")] })],
    ["Leg extension 3x12 partials short", who({ limits: [knee("part")] })],
  ],
  "hurt-before": [
    ["Push-up 3x8", who({ pain: new Map([["push-up", { mean: 3, sets: 2 }]]) })],
    ["Push-up 3x8", who({ pain: new Map([["push-up", { mean: 2.9, sets: 2 }]]) })],
  ],
  "station-away": [
    ["Cable press-down 3x8", { gym: { ...BOATHOUSE, stations: [{ name: "cable", count: 0 }] } }],
    ["Cable press-down 3x8", { gym: { ...BOATHOUSE, stations: [{ name: "cable", count: 1 }] } }],
  ],
  "held-breath": [
    ["Back squat 3x5", { answeredYes: ["medicine"] }],
    ["Back squat 3x12 rir3", { answeredYes: ["medicine"] }],
  ],
  "pregnancy-supine": [
    ["Bench press 3x8", { answeredYes: ["pregnancy"] }],
    ["Overhead press 3x8", { answeredYes: ["pregnancy"] }],
  ],
  jump: [
    ["Bench press 3x8", { jumps: [jump] }],
    ["Bench press 3x8", { jumps: [] }],
  ],
};

const idsOf = ([text, more]: [string, Partial<CautionContext>?]) =>
  evaluateCautions(read(text), { ...base, ...more }).map((one) => one.ruleId);

describe("cautions", () => {
  it.each(Object.entries(CASES))("%s is tripped by one session and just not by another", (id, [trips, spares]) => {
    expect(idsOf(trips)).toContain(id);
    expect(idsOf(spares)).not.toContain(id);
  });

  it("say words with figures and a place, the gravest first", () => {
    const found = evaluateCautions(read("A1 Squat, guided bar 3xF\n\nB1 Dumbbell skull crusher 3x8 rir1"), base);
    expect(found[0]!.severity).toBe("block");
    for (const one of found) expect(one.words).toMatch(/^[A-Z0-9].*\.$/);
    expect(found.find((one) => one.ruleId === "over-face")!.slotId).not.toBeNull();
    const repeated = found.filter((one) => one.ruleId === "fixed-bar-failure");
    expect(repeated).toHaveLength(1);
  });

  it("caps hard techniques: twice a week, three days apart for a muscle, none in a deload", () => {
    const found = (more: Partial<CautionContext>) =>
      evaluateCautions(read(giant(120)), { ...base, ...more }).filter((one) => one.ruleId === "hard-techniques");
    expect(found({})).toEqual([]);
    expect(found({ isDeload: true })[0]!.severity).toBe("block");
    expect(found({ hardTechniques: [{ date: "2026-11-22", muscles: ["delts"] }] })[0]!.words).toContain(
      "again within three days",
    );
    expect(found({ hardTechniques: [{ date: "2026-11-20", muscles: ["delts"] }] })).toEqual([]);
    const two = [20, 19].map((day) => ({ date: `2026-11-${day}`, muscles: [] }));
    expect(found({ hardTechniques: two })[0]!.words).toContain("two a week is the most");
  });

  it("a block stays open until a reason is recorded for it", () => {
    const found = evaluateCautions(read("A1 Squat, guided bar 3xF"), base);
    const [open] = openBlocks(found, {});
    expect(open!.ruleId).toBe("fixed-bar-failure");
    expect(openBlocks(found, { [cautionKey(open!)]: "  " })).toHaveLength(1);
    expect(openBlocks(found, { [cautionKey(open!)]: "Two of us at the bar" })).toEqual([]);
  });
});

describe("methods", () => {
  it("are six, each with when, evidence and cautions", () => {
    expect(METHODS).toHaveLength(6);
    for (const method of METHODS)
      for (const words of [method.when, method.evidence, ...method.cautions]) expect(words.length).toBeGreaterThan(20);
  });

  it("change a block's defaults and say what they changed; what is special stays", () => {
    const document = read("A1 Bench press 3x10 rir3 r90 last: F\n\nB1 Dumbbell curl 2x10 > -20%x8 r60");
    const heavy = METHODS[0]!;
    const { operation, changes } = applyMethod(document, document.blocks[0]!.id, heavy);
    expect(changes).toEqual([
      { what: "reps", from: "10", to: "3–6" },
      { what: "rest", from: "90 s", to: "210 s" },
    ]);
    if (!operation.ok) throw new Error(operation.message);
    const edited = applyEdits(document, operation.edits);
    if (!edited.ok) throw new Error(edited.message);
    const text = printSession(edited.document, SHIPPED_CATALOGUE);
    expect(text).toContain("A1 Bench press 3-6,3-6,F rir3 r210");
    expect(text).toContain("B1 Dumbbell curl 2x10 > -20%x8 r60");
    const again = applyMethod(edited.document, document.blocks[0]!.id, heavy);
    expect(again.changes).toEqual([]);
    expect(again.operation).toEqual({ ok: true, edits: [] });
  });
});

it("drops under a bar wait for a beginner's ninth week", () => {
  const said = (weeksTrained: number, text = "Bench press 3x8 @40kg > -20%x8") =>
    evaluateCautions(read(text), { ...base, ...who({ trainingAge: "novice" }), weeksTrained }).some(({ words }) =>
      words.startsWith("Drops under a bar"),
    );
  expect([said(2), said(9), said(2, "Dumbbell curl 3x8 @8kg > -20%x8")]).toEqual([true, false, false]);
});

it("a note silences no block: failure on machines all through says the jump beside the first set", () => {
  const failed = {
    ...jump,
    measure: "failureSets" as const,
    planned: 22,
    usual: 2,
    ratio: 11,
    severity: "block" as const,
  };
  const document = read("Chest press 11xF r60");
  const found = evaluateCautions(document, { ...base, jumps: [failed] });
  expect(found.map(({ ruleId, severity }) => `${ruleId} ${severity}`)).toEqual([
    "jump block",
    "first-set-failure note",
  ]);
  // What is as grave has said it already.
  const said = evaluateCautions(document, { ...base, jumps: [{ ...failed, severity: "note" }] });
  expect(said.map(({ ruleId }) => ruleId)).toEqual(["first-set-failure"]);
});

it("says nothing of failure in a lift that nobody has described", () => {
  const document = read("Landmine thing 3xF");
  expect(evaluateCautions(document, base).filter(({ ruleId }) => ruleId === "skilled-failure")).toEqual([]);
});
