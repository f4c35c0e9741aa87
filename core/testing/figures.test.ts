/** Figures that an independent check worked out by hand, each with its input. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { SHIPPED_CATALOGUE } from "../exercise";
import { effectiveKg, liftRecord, planPlates } from "../load";
import { loadSentence, planSentence } from "../sentences";
import { allBlocks, parseSession, validateDocument } from "../session";
import { DEFAULT_SETTINGS } from "../settings";
import { expandSession, isWork } from "../time";
import { weight } from "../units";
import { sessionVolume, totalSession } from "../volume";
import { arbitrarySession } from "./arbitrary";
import { BOATHOUSE, countingIds, read, resolve, TEST_CONTEXT, timelineOf } from "./helpers";

function totals(text: string, bodyMassKg: number | null = 80) {
  const { loads } = resolve(read(text), { bodyMassKg });
  return totalSession(timelineOf(text), { ...TEST_CONTEXT, effectiveKg: (id) => loads.get(id)?.effectiveKg ?? null });
}

describe("what moves a rep", () => {
  it.each([
    ["a pair of dumbbells used at once", "Dumbbell curl 3x10 @10kg", 600],
    ["used in turn, ten each", "Dumbbell curl 3x10/alt @10kg", 600],
    ["one side, then the other", "Lateral raise 3x10/side @4kg", 240],
    ["one side while the other holds", "Lateral raise 3x10/hold @4kg", 240],
    ["a pair that hangs while the legs take turns", "Forward lunge 3x10/alt @10kg", 1200],
    ["a pair that is held through a split squat", "Bulgarian split squat 3x10/side @10kg", 1200],
    ["one dumbbell, each side", "Dumbbell row 1x10/side @20kg", 400],
  ])("%s", (_, text, kg) => {
    expect(totals(text).volumeLoadKg).toBeCloseTo(kg, 6);
  });

  it("two stacks at once are both; one of them is one", () => {
    const fly = SHIPPED_CATALOGUE.byId.get("cable-fly")!;
    const at = (laterality: "both" | "eachSide") =>
      effectiveKg(fly, 10, { bodyMassKg: null, gym: BOATHOUSE, laterality }, DEFAULT_SETTINGS);
    expect([at("both"), at("eachSide")]).toEqual([20, 10]);
  });
});

describe("loads", () => {
  const kgs = (text: string, bodyMassKg: number | null = 80) => {
    const document = read(text);
    const { loads } = resolve(document, { bodyMassKg });
    return allBlocks(document).flatMap(({ slots }) =>
      slots.map(({ sets }) => sets.map((set) => loads.get(set!.segments[0]!.id)!.kg)),
    );
  };

  it("body mass on a bar is the measure of the load, never less than nothing", () => {
    expect(kgs("Bench press 1x8 @BW")).toEqual([[80]]);
    expect(kgs("Bench press 1x8 @BW-20kg")).toEqual([[60]]);
    expect(kgs("Back squat 1x5 @BW+20kg")).toEqual([[100]]);
    expect(kgs("Bench press 1x8 @BW", null)).toEqual([[null]]);
    const document = read("Bench press 1x8 @BW-20kg");
    const [reason] = resolve(document).loads.get(document.blocks[0]!.slots[0]!.sets[0]!.segments[0]!.id)!.reasons;
    expect(loadSentence(reason!, { catalogue: SHIPPED_CATALOGUE, labels: new Map(), unit: "kg" })).toBe(
      "The client’s body mass, 80 kg, minus 20 kg.",
    );
    // On a move of the body it stays what is added to it.
    expect(kgs("Dip 1x8 @BW-15kg")).toEqual([[-15]]);
  });

  it("half of a weighted chin-up is half of body and load, however it is written", () => {
    for (const text of ["Chin-up 2x5 @BW+20kg last: @50%top", "Chin-up 1x5 @BW+20kg > -50%x5"]) {
      const document = read(text);
      const { loads } = resolve(document, { bodyMassKg: 72 });
      const segments = document.blocks[0]!.slots[0]!.sets.flatMap((set) => set!.segments);
      expect(loads.get(segments.at(-1)!.id)!.reasons[0]).toMatchObject({ wantedKg: -26 });
    }
  });

  it("a falling sequence is rounded to nearest and never turned round; a step that is small beside the gym's is not forced", () => {
    const percent = [62, 58, 54, 52];
    const document = read(`Dumbbell curl 8,8,8,8 @${percent.join(",")}%`);
    const { loads } = resolve(document, { trainingMaxKg: () => 29 });
    const kg = document.blocks[0]!.slots[0]!.sets.map((set) => loads.get(set!.segments[0]!.id)!.kg);
    expect(kg).toEqual([18, 16, 16, 16]);
  });

  it("a rising sequence is rounded as a whole: its steps are kept where the gym has them", () => {
    const document = read("Dumbbell curl 12,10,8,6 @70,80,90,100%top");
    const record = { ...liftRecord([], DEFAULT_SETTINGS), e1rmKg: 20 };
    const { loads } = resolve(document, { recordOf: () => record });
    const kg = document.blocks[0]!.slots[0]!.sets.map((set) => loads.get(set!.segments[0]!.id)!.kg);
    expect(kg).toEqual([10, 12, 14, 16]);
  });

  it("what is written and not there is built as what comes nearest", () => {
    const built = (text: string, gym = BOATHOUSE) => {
      const document = read(text);
      const load = resolve(document, { gym }).loads.get(document.blocks[0]!.slots[0]!.sets[0]!.segments[0]!.id)!;
      return [load.weight, load.build?.kind, load.reasons.some((reason) => reason.kind === "rounded")];
    };
    expect(built("Kettlebell swing 1x10 @20kg")).toEqual([weight(16), "hand", true]);
    const pounds = {
      ...BOATHOUSE,
      unit: "lb" as const,
      bars: [{ name: "45 lb bar", weight: weight(45, "lb"), shape: "straight bar" as const }],
      plates: [45, 25, 10, 5, 2.5].map((amount) => ({ weight: weight(amount, "lb"), pairs: 3 })),
    };
    expect(built("Bench press 1x5 @100kg", pounds)).toEqual([weight(220, "lb"), "bar", true]);
  });

  it("a share of another lift follows it round by round", () => {
    const [first, second] = kgs("A1 Bench press 3x8 @60,70,80kg h10\nA2 Barbell row 3x8 @0.5A1 r60");
    expect([first, second]).toEqual([
      [60, 70, 80],
      [30, 35, 40],
    ]);
    // Where the other lift has other rounds, its heaviest set speaks.
    expect(kgs("A1 Bench press 2x8 @60kg,80kg\n\nB1 Barbell row 3x8 @=A1")[1]).toEqual([80, 80, 80]);
  });
});

describe("time and counts", () => {
  it("of any session at all are figures", () => {
    fc.assert(
      fc.property(arbitrarySession, (document) => {
        const timeline = expandSession(document, TEST_CONTEXT);
        const volume = sessionVolume(timeline, TEST_CONTEXT);
        for (const one of volume.exercises.values())
          for (const figure of [one.sets, one.reps, one.loweringSeconds]) expect(figure).toBeGreaterThanOrEqual(0);
        const { seconds, workSeconds, restSeconds, reps } = totalSession(timeline, TEST_CONTEXT);
        for (const figure of [seconds, workSeconds, restSeconds, reps]) expect(figure).toBeGreaterThanOrEqual(0);
        const exercises = new Set(
          timeline.blocks.flatMap(({ timeline: { spans } }) => spans.filter(isWork)).map((span) => span.exerciseId),
        );
        expect(volume.exercises.size).toBeLessThanOrEqual(exercises.size);
      }),
    );
  });

  it.each([
    ["help from a band", "Dip 1x10 > x6 @BW-25kg", 10],
    ["a dumbbell taken up after push-ups", "Push-up 1x10 > as Dumbbell bench press x8 @20kg", 6],
    ["push-ups after the bench", "Bench press 1x8 @60kg > as Push-up x10", 0],
    ["less on the belt", "Chin-up 1x6 @BW+20kg > x6 @BW+10kg", 8],
    ["the belt off", "Chin-up 1x6 @BW+20kg > x6 @BW", 0],
  ])("a change within a set takes the seconds of what is taken up: %s", (_, text, seconds) => {
    const rests = timelineOf(text).blocks[0]!.timeline.spans.flatMap((one) =>
      one.kind === "rest" ? [one.seconds] : [],
    );
    expect(rests).toEqual(seconds > 0 ? [seconds] : []);
  });

  it("a rep goal for each side changes sides in every mini-set", () => {
    const { spans } = timelineOf("Dumbbell row 30total/side @20kg").blocks[0]!.timeline;
    expect(spans.filter((span) => span.kind === "rest" && span.reason === "side change")).toHaveLength(3);
    expect(totals("Dumbbell row 30total/side @20kg").reps).toBe(60);
    expect(timelineOf("Lateral raise 20total/alt @6kg").blocks[0]!.timeline.spans).toMatchObject([
      { side: "alternating", reps: 20 },
      { reason: "mini-set" },
      { side: "alternating", reps: 20 },
    ]);
  });

  it("rounds within a time come to their work and rest; what does not fit is named", () => {
    const within = (text: string) => {
      const { seconds, workSeconds, restSeconds } = totals(text);
      expect(seconds).toBe(workSeconds + restSeconds);
      return [seconds, timelineOf(text).blocks[0]!.timeline.run.problem];
    };
    expect(within("A: within 8min\nA1 Push-up 1x20 h8\nA2 Bodyweight squat 1x20 r20")).toEqual([424, null]);
    expect(within("A: within 2min\nA1 Push-up 1x50 h8\nA2 Bodyweight squat 1x50")).toEqual([
      308,
      { kind: "roundTooLong", roundSeconds: 308, limitSeconds: 120 },
    ]);
    expect(within("A: within 30min\nA1 Push-up 1x5 r10")[1]).toMatchObject({ kind: "mostRounds" });
  });

  it("a time for the whole set is kept, also with a part to failure", () => {
    expect(totals("Leg extension 1x10 > xF in 60s").workSeconds).toBe(60);
    expect(totals("Leg extension 1xF in 45s").workSeconds).toBe(45);
    // Ten reps take thirty seconds; what is left is the open part's, with the reps that fit.
    const spans = timelineOf("Leg extension 1x10 t2-0-1-0 > xF in 60s").blocks[0]!.timeline.spans;
    const work = spans.flatMap((span) => (span.kind === "work" ? [[span.seconds, span.reps]] : []));
    expect(work).toEqual([
      [30, 10],
      [30, 10],
    ]);
  });

  it("a set is one plain set from its first hard part, wherever that stands", () => {
    const chest = (text: string) => totals(text).byMuscle.get("chest")!;
    expect(chest("Bench press 1x8 rir6 > -20%x8 rir1").plainHardSets).toBe(1);
    expect(chest("Bench press 3x8 rir1 > -20%x8 rir1").plainHardSets).toBe(3);
    expect(chest("Bench press 1x8 rir6 > -20%x8 rir6").plainHardSets).toBe(0);
    expect(chest("Push-up 36total/30s").plainHardSets).toBe(1);
    const { exercises } = sessionVolume(timelineOf("Bench press 1x8 rir6 > -20%x8 rir1"), TEST_CONTEXT);
    expect(exercises.get("bench-press")).toMatchObject({ sets: 1 });
  });

  it("the eccentric goes by the tempo in force, in every part; as fast as possible is a second", () => {
    const eccentric = (text: string) =>
      sessionVolume(timelineOf(text), TEST_CONTEXT).exercises.get("bench-press")!.loweringSeconds;
    expect(eccentric("Bench press 1x10 t5-0-1-0 > -20%x10")).toBe(100);
    expect(eccentric("Bench press 1x10 tX")).toBe(10);
    expect(eccentric("Bench press 1x10")).toBe(20);
    // A rep goal has more mini-sets than parts.
    expect(eccentric("Bench press 36total/20s t4-0-1-0")).toBe(144);
  });
});

it("a band that nobody described is assumed, and marked as that", () => {
  const document = read("Bench press 3x8 @60kg &band violet\n\nBack squat 3x5 @80kg &band red");
  const { loads } = resolve(document);
  const first = (place: number) => loads.get(document.blocks[place]!.slots[0]!.sets[0]!.segments[0]!.id)!;
  expect([first(0).assumed, first(1).assumed]).toEqual([true, false]);
  const said = first(0).reasons.map((reason) =>
    loadSentence(reason, { catalogue: SHIPPED_CATALOGUE, labels: new Map(), unit: "kg" }),
  );
  expect(said).toContain("No violet band is known here: 15 kg of pull are assumed.");
});

it("rep goals without end are refused where they are written", () => {
  const lines = Array.from({ length: 60 }, () => "Push-up 40x1000total").join("\n\n");
  const { errors, document } = parseSession(lines, SHIPPED_CATALOGUE, countingIds());
  expect(errors).toHaveLength(60);
  expect(errors[0]!.expected).toBe("rep goals of at most 6000 reps in a session");
  expect(validateDocument(document, SHIPPED_CATALOGUE)).toEqual([]);
  const sound = read("Push-up 5x1000total");
  const twice = { ...sound, blocks: [...sound.blocks, ...read("Dip 2x1000total", "b").blocks] };
  expect(validateDocument(twice, SHIPPED_CATALOGUE)).toMatchObject([{ place: "session" }]);
});

it("a plate plan of twenty rounds ends soon, and says where it was not proved", () => {
  const plates = [25, 20, 15, 10, 5, 2.5, 1.25, 1, 0.5].map((kg) => ({ weight: weight(kg), pairs: kg === 25 ? 4 : 2 }));
  const steps = Array.from({ length: 20 }, (_, index) => ({ key: `${index}`, totalKg: 40 + 5 * index, urgent: false }));
  const plan = planPlates(steps, 20, plates);
  expect(plan.looked).toBeLessThan(20_000);
  expect(plan.handled).toBeLessThanOrEqual(plan.naiveHandled);
  expect(plan.isExact).toBe(false);
  expect(planSentence({ ...plan, handled: 4, naiveHandled: 4 })).toContain("was not looked for to the end");
});

it.each([
  ["cap 1h", 3600],
  ["cap 50", 3000],
  ["cap 75min", 4500],
])("%s is %i seconds", (text, seconds) => {
  expect(read(`${text}\n\nPush-up 1x10`).capSeconds).toBe(seconds);
});

it("a cap of nothing is refused", () => {
  expect(parseSession("cap 0min\nPush-up 1x10", SHIPPED_CATALOGUE, countingIds()).errors).toHaveLength(1);
});

describe("chains of hard parts", () => {
  const triceps = (text: string) => totals(text).byMuscle.get("triceps")!.hardSets;

  it.each([
    ["a press, then a press-down", "A1 Bench press 1x8 rir1 h10\nA2 Triceps press-down 1x10 rir1", 1.25],
    ["the other way round", "A1 Triceps press-down 1x10 rir1 h10\nA2 Bench press 1x8 rir1", 1.25],
    [
      "three presses, then a press-down",
      "A1 Bench press 1x8 rir1 h10\nA2 Dumbbell bench press 1x8 rir1 h10\nA3 Push-up 1x12 rir1 h10\nA4 Triceps press-down 1x10 rir1",
      1.75,
    ],
    ["a drop of three", "Triceps press-down 1x10 rir1 > -20%x8 > -20%x8", 2],
    ["two direct lifts", "A1 Triceps press-down 1x10 rir1 h10\nA2 Skull crusher 1x10 rir1", 1.5],
    ["six parts are two at most", "Triceps press-down 1x10 rir1 (> -10%x6)*5", 2],
    ["with rest between, all whole", "A1 Bench press 1x8 rir1 h60\nA2 Triceps press-down 1x10 rir1", 1.5],
  ])("%s", (_, text, sets) => {
    expect(triceps(text)).toBe(sets);
  });

  it.each([
    ["3x8 with two drops each", "Barbell curl 3x8 rir1 (> -20%x8)*2", 6],
    ["a superset for the same muscle", "A1 Barbell curl 3x8 rir1 h10\nA2 Hammer curl 3x8 rir1 r90", 4.5],
  ])("one count in totals, jumps and coverage: %s", (_, text, sets) => {
    const { muscles, coverage } = sessionVolume(timelineOf(text), TEST_CONTEXT);
    expect(totals(text).byMuscle.get("elbow flexors")!.hardSets).toBe(sets);
    expect(muscles["elbow flexors"]!.hardSets).toBe(sets);
    const { lengthened, middle, shortened } = coverage.brachialis!;
    expect(lengthened + middle + shortened).toBeCloseTo(totals(text).byRegion.get("brachialis")!.hardSets, 9);
  });

  it("of what goes to failure its own parts are counted", () => {
    const failed = (text: string) =>
      sessionVolume(timelineOf(text), TEST_CONTEXT).muscles["elbow flexors"]!.failureSets;
    expect(failed("Barbell curl 3x8 rir1 last: > -20%x8 > -20%xF")).toBe(1);
    expect(failed("Barbell curl 2xF > -20%xF")).toBe(3);
    expect(failed("Barbell curl 3x8 rir1")).toBe(0);
  });

  it("what they are worth does not hang on their order", () => {
    const lift = fc.constantFrom("Bench press", "Triceps press-down", "Push-up", "Barbell curl", "Chin-up");
    fc.assert(
      fc.property(fc.array(lift, { minLength: 2, maxLength: 5 }), (names) => {
        const counted = (list: readonly string[]) => {
          const lines = list.map((name, i) => `A${i + 1} ${name} 1x8 rir1${i < list.length - 1 ? " h10" : ""}`);
          return [...totals(lines.join("\n")).byMuscle].map(([muscle, one]) => `${muscle} ${one.hardSets}`).sort();
        };
        expect(counted(names.toReversed())).toEqual(counted(names));
      }),
      { numRuns: 60 },
    );
  });
});

it("partial reps and holds cover the length that they are done at", () => {
  const quads = (text: string) => sessionVolume(timelineOf(text), TEST_CONTEXT).coverage.vasti!;
  expect(quads("Leg extension 3x10 rir1")).toMatchObject({ lengthened: 0 });
  expect(quads("Leg extension 3x10 partials long rir1")).toEqual({ lengthened: 3, middle: 0, shortened: 0 });
  expect(quads("Leg extension 3xhold 20s long rir1")).toEqual({ lengthened: 3, middle: 0, shortened: 0 });
});
