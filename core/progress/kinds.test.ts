/** Worked histories of each kind of rule, and what holds for all of them. */
import { describe, expect, it } from "vitest";
import { SHIPPED_CATALOGUE } from "../exercise";
import {
  buildableLoads,
  curveKg,
  type GymEquipment,
  liftRecord,
  type NextPrescription,
  populationCurve,
  prescribedFromCurve,
} from "../load";
import {
  allBlocks,
  allWorkingSets,
  applyEdits,
  type Exposure,
  type ProgressionRule,
  type RuleKind,
  restSecondsForTime,
  type SessionDocument,
} from "../session";
import { DEFAULT_SETTINGS } from "../settings";
import { BOATHOUSE, exposure, read } from "../testing/helpers";
import { ruleWeeks } from "../testing/rule-weeks";
import { addDays } from "../units";
import type { ProgressContext } from "./context";
import { newRule, nextPrescription, RULE_KINDS } from "./rules";

const TODAY = "2026-11-24";
const BODY_KG = 72;

interface Case {
  readonly text: string;
  /** Reps of each set, weekly, the last a week ago; a load beside them. */
  readonly log: readonly { readonly kg: number; readonly reps: readonly number[]; readonly more?: object }[];
  readonly rule: ProgressionRule;
  readonly e1rmKg?: number;
  readonly planWeek?: number;
  /** Weeks since the last day beside the usual one. */
  readonly away?: number;
  readonly gym?: Partial<GymEquipment>;
  readonly others?: Readonly<Record<string, readonly Exposure[]>>;
}

function contextFor(document: SessionDocument, more: Partial<Case>, exposures: readonly Exposure[]): ProgressContext {
  const slot = allBlocks(document)[0]!.slots[0]!;
  const exercise = SHIPPED_CATALOGUE.byId.get(slot.exerciseId)!;
  const record = liftRecord(exposures, DEFAULT_SETTINGS);
  return {
    exercise,
    loads: buildableLoads(exercise, { ...BOATHOUSE, ...more.gym }),
    settings: DEFAULT_SETTINGS,
    calendar: { date: TODAY, purpose: "training", planWeek: more.planWeek ?? null },
    e1rmKg: more.e1rmKg ?? record.e1rmKg,
    curve: populationCurve(DEFAULT_SETTINGS.e1rmFormula),
    toCurveKg: (kg) => curveKg(exercise, kg, BODY_KG, DEFAULT_SETTINGS, slot.setup),
    toPrescribedKg: (kg) => prescribedFromCurve(exercise, kg, BODY_KG, DEFAULT_SETTINGS, slot.setup),
    policy: "nearest",
    exposuresOf: (id) => more.others?.[id] ?? [],
  };
}

function daysOf({ text, log, away = 0 }: Case): Exposure[] {
  const slot = allBlocks(read(text))[0]!.slots[0]!;
  const targets = allWorkingSets(slot).map(({ segments }) =>
    segments[0]!.amount.kind === "reps" ? segments[0]!.amount.reps : null,
  );
  const exercise = SHIPPED_CATALOGUE.byId.get(slot.exerciseId)!;
  return log.map(({ kg, reps, more }, index) =>
    exposure(
      addDays(TODAY, -7 * (log.length - index + away)),
      reps.map((count, set) => ({
        loadKg: kg,
        curveKg: curveKg(exercise, kg, BODY_KG, DEFAULT_SETTINGS),
        reps: count,
        totalReps: count,
        target: targets[Math.min(set, targets.length - 1)] ?? null,
        ...more,
      })),
      Math.max(reps.length, targets.length > 0 && !("goal" in (more ?? {})) ? targets.length : 0),
    ),
  );
}

function asked(one: Case): { next: NextPrescription; document: SessionDocument } {
  const document = read(one.text);
  const block = allBlocks(document)[0]!;
  const exposures = daysOf(one);
  const next = nextPrescription(
    one.rule,
    { block, slot: block.slots[0]! },
    exposures,
    contextFor(document, one, exposures),
  )!;
  const edited = applyEdits(document, next.edits);
  if (!edited.ok) throw new Error(edited.message);
  return { next, document: edited.document };
}

const figures = ({ next }: { next: NextPrescription }) =>
  next.sets.map(({ loadKg, reps }) => `${loadKg}x${reps}`).join(" ");
const why = ({ next }: { next: NextPrescription }) => next.reasons.map(({ kind }) => kind);
const day = (kg: number, ...reps: number[]) => ({ kg, reps });
const rule = <K extends RuleKind>(kind: K, more: object = {}) => ({ ...newRule(kind), ...more }) as ProgressionRule;

describe("set by set", () => {
  const bench = { text: "Bench press 3x6-8 rir2", rule: rule("setBySet") };
  it.each([
    ["the set at its top goes up alone", [day(60, 8, 7, 6)], "62.5x6 60x8 60x7", "setRises"],
    ["one that fell short stays, the others gain a rep", [day(60, 7, 6, 5)], "60x8 60x7 60x6", "moreReps"],
    ["missed twice, it stays and gains nothing", [day(60, 7, 6, 5), day(60, 7, 6, 5)], "60x8 60x7 60x6", "moreReps"],
    ["all at the top: all up", [day(60, 8, 8, 8)], "62.5x6 62.5x6 62.5x6", "setRises"],
  ])("%s", (_words, log, sets, reason) => {
    const answer = asked({ ...bench, log });
    expect(figures(answer)).toBe(sets);
    expect(why(answer)[0]).toBe(reason);
  });
  it("at the top of the gym says so", () => {
    const answer = asked({ text: "Dumbbell press 2x8-10", rule: rule("setBySet"), log: [day(32, 10, 10)] });
    expect(why(answer)).toContain("topOfGym");
  });
});

describe("percent wave", () => {
  const squat = { text: "Back squat 3x5 rir2", e1rmKg: 130 };
  const wave = rule("percentWave", { percents: [[70], [75], [80]], maxKg: 100 });
  it.each([
    ["the first week", 0, "70x5 70x5 70x5"],
    ["the third", 2, "80x5 80x5 80x5"],
  ])("%s goes by its row", (_words, planWeek, sets) => {
    expect(figures(asked({ ...squat, rule: wave, planWeek, log: [day(75, 5, 5, 5)] }))).toBe(sets);
  });
  it("after a wave that was made the max is a step more", () => {
    const made = asked({
      ...squat,
      rule: wave,
      planWeek: 3,
      log: [day(70, 5, 5, 5), day(75, 5, 5, 5), day(80, 5, 5, 5)],
    });
    expect(made.next.reasons[0]).toMatchObject({ kind: "wave", week: 1, maxKg: 105, wavesMade: 1 });
    expect(made.next.sets[0]!.loadKg).toBe(72.5);
  });
  it("after one that was missed, or that had a week away, it is not", () => {
    const missed = [day(70, 5, 5, 5), day(75, 5, 5, 5), day(80, 5, 4, 3)];
    expect(asked({ ...squat, rule: wave, planWeek: 3, log: missed }).next.reasons[0]).toMatchObject({ maxKg: 100 });
    const away = [day(75, 5, 5, 5), day(80, 5, 5, 5)];
    expect(asked({ ...squat, rule: wave, planWeek: 3, log: away }).next.reasons[0]).toMatchObject({ maxKg: 100 });
  });
  it("without a max of its own it goes by nine tenths of the e1RM", () => {
    const own = rule("percentWave", { percents: [[80]] });
    expect(asked({ ...squat, rule: own, planWeek: 0, log: [day(100, 5, 5, 5)] }).next.sets[0]!.loadKg).toBe(92.5);
  });
});

describe("falling reps", () => {
  const press = { text: "Bench press 3x6 rir2", rule: rule("fallingReps", { weeksEach: 2 }) };
  const log = [day(80, 6, 6, 6)];
  it.each([
    [0, 6],
    [1, 6],
    [2, 4],
    [4, 2],
    [9, 2],
  ])("week %d asks for %d", (planWeek, reps) => {
    const answer = asked({ ...press, planWeek, log, e1rmKg: 100 });
    expect(answer.next.sets.every((set) => set.reps === reps)).toBe(true);
    // The document asks for what the rule asks for.
    const amounts = allWorkingSets(answer.document.blocks[0]!.slots[0]!).map(({ segments }) => segments[0]!.amount);
    expect(amounts[0]).toEqual({ kind: "reps", reps: { low: reps, high: reps } });
  });
  it("the load comes from the curve, and never rises by more than the week allows", () => {
    expect(asked({ ...press, planWeek: 2, log, e1rmKg: 100 }).next.sets[0]!.loadKg).toBe(85);
    expect(why(asked({ ...press, planWeek: 4, log: [day(60, 6, 6, 6)], e1rmKg: 120 }))).toContain("bounded");
  });
  it("after pain it comes down", () => {
    const hurt = asked({ ...press, planWeek: 2, log: [{ ...day(80, 6, 6, 6), more: { pain: 5 } }] });
    expect([why(hurt), hurt.next.sets[0]!.loadKg]).toEqual([["pain"], 67.5]);
  });
});

describe("by reserve", () => {
  const press = { text: "Bench press 3x8 rir2", rule: rule("reserveSteered") };
  it.each([
    ["stronger than asked: up, a twentieth at most", 100, "steered"],
    ["much weaker: down by as much", 70, "steered"],
  ])("%s", (_words, e1rmKg, reason) => {
    const answer = asked({ ...press, log: [day(60, 8, 8, 8)], e1rmKg });
    expect(why(answer)).toEqual([reason]);
    expect(Math.abs(answer.next.sets[0]!.loadKg - 60)).toBeLessThanOrEqual(3);
    expect(Math.sign(answer.next.sets[0]!.loadKg - 60)).toBe(e1rmKg > 90 ? 1 : -1);
  });
  it("as strong as it was asked: it stays", () => {
    expect(asked({ ...press, log: [day(60, 8, 8, 8)], e1rmKg: 80 }).next.sets[0]!.loadKg).toBe(60);
  });
  it("of body and added load together", () => {
    const answer = asked({ text: "Chin-up 3x5 rir2", rule: press.rule, log: [day(10, 5, 5, 5)], e1rmKg: 110 });
    // A twentieth of 82 kg, not of 10.
    expect(answer.next.sets[0]!.loadKg).toBeCloseTo(13.75, 1);
  });
});

describe("two for two", () => {
  const curl = { text: "Barbell curl 3x8", rule: rule("twoForTwo") };
  it.each([
    ["twice two over: up", [day(30, 8, 8, 10), day(30, 8, 8, 10)], "32.5x8 32.5x8 32.5x8", "rise"],
    ["once: asked again", [day(30, 8, 8, 8), day(30, 8, 8, 10)], "30x8 30x8 30x8", "overTarget"],
    ["over at another load does not count", [day(27.5, 8, 8, 10), day(30, 8, 8, 10)], "30x8 30x8 30x8", "overTarget"],
    ["missed", [day(30, 8, 8, 10), day(30, 8, 8, 7)], "30x8 30x8 30x8", "repeat"],
  ])("%s", (_words, log, sets, reason) => {
    const answer = asked({ ...curl, log });
    expect([figures(answer), why(answer)[0]]).toEqual([sets, reason]);
  });
});

describe("rep goal", () => {
  const pull = { text: "Chin-up 30total/20s @BW", rule: rule("repGoal", { sets: 4 }) };
  it.each([
    ["in too many sets: again", [day(0, 8, 7, 6, 5, 4)], "goalInSets", 0],
    ["in few enough: load", [day(0, 10, 8, 7, 5)], "rise", 1],
    ["short of the total in few sets: again", [day(0, 10, 8)], "goalInSets", 0],
  ])("%s", (_words, log, reason, rises) => {
    const answer = asked({ ...pull, log: log.map((one) => ({ ...one, more: { goal: true } })) });
    expect(why(answer)[0]).toBe(reason);
    expect(Number(answer.next.sets[0]!.loadKg > 0)).toBe(rises);
  });
});

describe("density", () => {
  const press = { text: "Dumbbell press 3x10 r75", rule: rule("density", { stepSeconds: 10, floorSeconds: 55 }) };
  const restOf = ({ document }: { document: SessionDocument }) => {
    const rest = document.blocks[0]!.restAfterRound;
    return rest?.kind === "each" ? restSecondsForTime(rest.rest) : null;
  };
  it.each([
    ["made once", [day(20, 10, 10, 10)], 65, 20],
    ["made twice: the floor", [day(20, 10, 10, 10), day(20, 10, 10, 10)], 55, 20],
    ["made at the floor: load, and the rest as written", Array(3).fill(day(20, 10, 10, 10)), 75, 22],
    ["missed: the rest as written", [day(20, 10, 10, 10), day(20, 10, 10, 9)], 75, 20],
  ])("%s", (_words, log, rest, kg) => {
    const answer = asked({ ...press, log });
    expect([restOf(answer), answer.next.sets[0]!.loadKg]).toEqual([rest, kg]);
  });
});

describe("bodyweight ladder", () => {
  const ladder = rule("bodyweightLadder", { lowMark: 5, highMark: 10 });
  const chin = { text: "Chin-up 3x5-10", rule: ladder };
  it.each([
    ["inside the marks: a rep more", [day(0, 8, 6, 5)], "0x9 0x6 0x5", "moreReps"],
    ["at the upper mark: added load", [day(0, 10, 10, 10)], "1.25x10 1.25x10 1.25x10", "rise"],
    ["under the lower mark: help", [day(0, 4, 3, 3)], "-15x5 -15x5 -15x5", "moreHelp"],
    ["with help at the upper mark: less assistance", [day(-15, 10, 10, 10)], "0x10 0x10 0x10", "rise"],
  ])("%s", (_words, log, sets, reason) => {
    const answer = asked({ ...chin, log, e1rmKg: 105 });
    expect(why(answer)[0]).toBe(reason);
    if (reason !== "rise") expect(figures(answer)).toBe(sets);
    else expect(answer.next.sets[0]!.loadKg).toBeGreaterThan(log[0]!.kg);
  });

  const push = { text: "Push-up, hands on a low box 3x5-10", rule: ladder };
  const idOf = ({ document }: { document: SessionDocument }) => document.blocks[0]!.slots[0]!.exerciseId;
  it("push-ups go from rung to rung, and on from where the client stands", () => {
    const up = asked({ ...push, log: [day(0, 10, 10, 10)] });
    expect([idOf(up), why(up)[0], up.next.sets[0]!.reps]).toEqual(["push-up", "rungUp", 5]);
    const floor = [
      exposure(addDays(TODAY, -3), [
        { loadKg: 0, reps: 7 },
        { loadKg: 0, reps: 6 },
        { loadKg: 0, reps: 6 },
      ]),
    ];
    const on = asked({ ...push, log: [day(0, 10, 10, 10)], others: { "push-up": floor } });
    expect([idOf(on), figures(on)]).toEqual(["push-up", "0x8 0x6 0x6"]);
    const short = [
      exposure(addDays(TODAY, -3), [
        { loadKg: 0, reps: 4 },
        { loadKg: 0, reps: 3 },
      ]),
    ];
    const down = asked({ ...push, log: [day(0, 10, 10, 10)], others: { "push-up": short } });
    expect([idOf(down), why(down)[0]]).toEqual(["push-up-hands-on-a-low-box", "rungDown"]);
  });
});

describe("slow eccentrics", () => {
  const curl = { text: "Dumbbell curl 3x8 t2-0-1-0", rule: rule("slowLowering", { mostSeconds: 4 }) };
  const eccentric = ({ document }: { document: SessionDocument }) => {
    const lower = allWorkingSets(document.blocks[0]!.slots[0]!)[0]!.segments[0]!.tempo?.lower;
    return lower?.kind === "seconds" ? lower.seconds.high : null;
  };
  it.each([
    ["made once", [day(12, 8, 8, 8)], 3, 12],
    ["made twice", Array(2).fill(day(12, 8, 8, 8)), 4, 12],
    ["made at the cap: load, and the tempo as written", Array(3).fill(day(12, 8, 8, 8)), 2, 14],
    ["missed: as written", [day(12, 8, 8, 8), day(12, 8, 8, 6)], 2, 12],
  ])("%s", (_words, log, seconds, kg) => {
    const answer = asked({ ...curl, log, e1rmKg: 22 });
    expect([eccentric(answer), answer.next.sets[0]!.loadKg]).toEqual([seconds, kg]);
  });
});

describe("a set more", () => {
  const row = { text: "A1 Barbell row 3x8 rir2\nA2 Push-up 3x8 rir2", rule: rule("setRamp", { mostSets: 5 }) };
  const setsIn = ({ document }: { document: SessionDocument }) => allWorkingSets(document.blocks[0]!.slots[0]!).length;
  it.each([
    ["made: one more", [day(60, 8, 8, 8)], 4, "setMore"],
    ["made with four: five", [day(60, 8, 8, 8), day(60, 8, 8, 8, 8)], 5, "setMore"],
    ["at the most: no more", [day(60, 8, 8, 8, 8, 8)], 5, "setsAtMost"],
    ["missed: as many as last time", [day(60, 8, 8, 8, 6)], 4, "repeat"],
  ])("%s", (_words, log, sets, reason) => {
    const answer = asked({ ...row, log });
    expect([setsIn(answer), why(answer)[0], answer.next.sets.length]).toEqual([sets, reason, sets]);
    // Its partner sits the new round out.
    const [, partner] = answer.document.blocks[0]!.slots;
    expect(allWorkingSets(partner!)).toHaveLength(3);
  });
});

describe("every kind of rule", () => {
  const TEXT: Partial<Record<RuleKind, string>> = {
    repGoal: "Chin-up 30total/20s @BW",
    bodyweightLadder: "Chin-up 3x5-10",
  };
  const plain = (kind: RuleKind) => TEXT[kind] ?? "Bench press 3x6-8 rir2 r90";

  it.each(RULE_KINDS.map((kind) => [kind]))(
    "%s is lighter after pain, the same after a week away, and lighter or fewer after more",
    (kind) => {
      const text = plain(kind);
      const kg = text.startsWith("Chin") ? 10 : 60;
      const made = { text, rule: rule(kind), e1rmKg: kind === "bodyweightLadder" || kind === "repGoal" ? 105 : 80 };
      const hurt = asked({ ...made, log: [{ ...day(kg, 8, 8, 8), more: { pain: 5 } }] });
      expect([why(hurt), hurt.next.sets.every((set) => set.loadKg < kg)]).toEqual([["pain"], true]);
      const week = asked({ ...made, log: [day(kg, 8, 8, 8)], away: 1 });
      expect([why(week), week.next.sets[0]!.loadKg]).toEqual([["timeOff"], kg]);
      const month = asked({ ...made, log: [day(kg, 8, 8, 8)], away: 4 });
      expect(why(month)).toEqual(["timeOff"]);
      const [first] = month.next.sets;
      expect(first!.loadKg < kg || first!.reps < 8).toBe(true);
    },
  );

  it("over 25,000 weeks of many lifts and gyms asks for what can be built, keeps its bounds, and answers the same again", () => {
    const { asked: answers, breaches } = ruleWeeks(25_000, 20261126);
    expect(answers).toBeGreaterThan(25_000);
    expect(breaches).toEqual([]);
  }, 180_000);

  it("a correction of an old set changes what follows, and nothing before it", () => {
    const document = read("Bench press 3x6-8 rir2 r90");
    const block = allBlocks(document)[0]!;
    const days = daysOf({
      text: "Bench press 3x6-8 rir2 r90",
      log: [day(60, 8, 8, 8), day(62.5, 6, 6, 6), day(62.5, 8, 8, 8), day(65, 6, 6, 6)],
      rule: rule("doubleProgression"),
    });
    const corrected = days.map((one, index) =>
      index === 2 ? { ...one, sets: one.sets.map((set) => ({ ...set, reps: 5, totalReps: 5 })) } : one,
    );
    const answers = (log: readonly Exposure[]) =>
      log.map((one, index) => {
        const before = contextFor(document, { e1rmKg: 80 }, log.slice(0, index + 1));
        const at = { ...before, calendar: { ...before.calendar, date: addDays(one.date, 7) } };
        return nextPrescription(
          rule("doubleProgression"),
          { block, slot: block.slots[0]! },
          log.slice(0, index + 1),
          at,
        );
      });
    const [plain, changed] = [answers(days), answers(corrected)];
    expect(changed.slice(0, 2)).toEqual(plain.slice(0, 2));
    expect(changed[2]).not.toEqual(plain[2]);
  });
});
