import { describe, expect, it } from "vitest";
import type { SessionDocument } from "../session";
import { DEFAULT_SETTINGS } from "../settings";
import { blockRoundsShown, doneAsPlanned, event, performedPart, performedSet, shownSession } from "../testing/floor";
import { read } from "../testing/helpers";
import { weight } from "../units";
import { asPlanned } from "./as-planned";
import { nextBlockRound, stopReached } from "./block-rounds";
import { type FloorEvent, foldEvents, type PerformedSet, placeOf } from "./events";
import { placeSets } from "./performed";
import { projectSession } from "./projection";
import type { ShownSession } from "./shown";

const project = (events: readonly FloorEvent[], shown: Record<string, ShownSession>) =>
  projectSession("s", events, new Map(Object.entries(shown)));
const ofText = (text: string) => shownSession(read(text));
const slotOf = (document: SessionDocument, block = 0, slot = 0) => document.blocks[block]!.slots[slot]!;

describe("exposures of a session", () => {
  it("two slots of one lift both count: four sets, none lost", () => {
    const shown = ofText("A1 Bench press 2x5 @80kg rir2 r90\n\nB1 Bench press 2x8 @60kg rir2 r60");
    const { exposures, summary } = project(doneAsPlanned(shown), { h: shown });
    expect(exposures.map((one) => [one.slotId, one.lineage, one.exposure.sets.length])).toEqual([
      [slotOf(shown.document, 0).id, "bench-press", 2],
      [slotOf(shown.document, 1).id, "bench-press", 2],
    ]);
    expect(exposures.flatMap((one) => one.exposure.sets).map((set) => set.fresh)).toEqual([true, false, false, false]);
    expect(summary).toMatchObject({ sets: 4, plannedSets: 4, reps: 26, volumeLoadKg: 1760 });
  });

  it("a partial rep counts half: 320 kg of them are 160, and are shown apart", () => {
    const shown = ofText("Bench press 1x4 @40kg > 4 partials long @40kg");
    const { summary } = project(doneAsPlanned(shown), { h: shown });
    expect(summary).toMatchObject({ reps: 4, partialReps: 4, volumeLoadKg: 240 });
  });

  it("counts the reps that were done and not those planned, for each muscle too", () => {
    const shown = ofText("Bench press 3x12 @60kg rir2 r90");
    const three = (set: PerformedSet): PerformedSet => ({ ...set, segments: [{ ...set.segments[0]!, reps: 3 }] });
    const { summary } = project(doneAsPlanned(shown, three), { h: shown });
    expect(summary.reps).toBe(9);
    expect(summary.muscles.chest?.reps).toBe(9);
  });

  it("a lift that was added on the floor is planned from then on, and counts; taken back, it is not there", () => {
    const shown = ofText("Bench press 2x8 @60kg rir2 r90");
    const extra = read("Dumbbell curl 3x10 @9kg r60", "extra");
    const added = event({ kind: "liftsAdded", document: extra });
    const both = { ...shown, document: { ...shown.document, blocks: [...shown.document.blocks, ...extra.blocks] } };
    const log = [added, ...doneAsPlanned(both).slice(0, 4)];
    const { exposures, summary } = project(log, { h: shown });
    expect(exposures.map((one) => [one.lineage, one.exposure.sets.length])).toEqual([
      ["bench-press", 2],
      ["dumbbell-curl", 2],
    ]);
    expect(summary).toMatchObject({ sets: 4, plannedSets: 5 });
    const undone = event({ kind: "undone", eventId: added.id });
    expect(project([...log, undone], { h: shown }).summary).toMatchObject({ sets: 2, plannedSets: 2 });
  });

  it("a lift swapped in on the floor credits what was done and has its own exposure", () => {
    const shown = ofText("Bench press 3x8 @60kg rir2 r90");
    const slot = slotOf(shown.document);
    const swap = event({
      kind: "exerciseSwapped",
      slotId: slot.id,
      fromRound: 1,
      exerciseId: "chin-up",
      load: null,
      reason: "bench taken",
    });
    const swapped = (set: PerformedSet): PerformedSet =>
      set.round === 0 ? set : { ...set, segments: [performedPart({ exerciseId: "chin-up", load: null, reps: 6 })] };
    const { exposures, summary } = project([swap, ...doneAsPlanned(shown, swapped)], { h: shown });
    expect(exposures.map((one) => [one.lineage, one.exposure.sets.map((set) => set.reps)])).toEqual([
      ["bench-press", [8]],
      ["chin-up", [6, 6]],
    ]);
    expect([summary.muscles.chest!.hardSets, summary.muscles.back!.hardSets]).toEqual([1, 2]);
    expect(summary.volumeLoadKg).toBe(8 * 60 + 12 * 80);
  });

  it("a rep goal done as planned logs its whole total, in mini-sets", () => {
    const shown = ofText("Push-up 40total/20s");
    const { exposures, summary, performed } = project(doneAsPlanned(shown), { h: shown });
    expect(summary).toMatchObject({ reps: 40, sets: 1 });
    expect([...performed.sets.values()].map((set) => [set.ordinal, set.segments[0]!.reps])).toEqual([
      [0, 10],
      [1, 10],
      [2, 10],
      [3, 10],
    ]);
    expect(exposures[0]!.exposure.sets).toHaveLength(4);
  });

  it("a shared goal is half this client's, and a partner's sets are nobody's volume here", () => {
    const shown = ofText("Push-up 40total/20s shared");
    const slotId = slotOf(shown.document).id;
    const partner = event({ kind: "setsDone", sets: [performedSet({ slotId, whose: "partner", ordinal: 0 })] });
    expect(project([...doneAsPlanned(shown), partner], { h: shown }).summary.reps).toBe(20);
  });

  it("each set is read against the document it names: two devices, two shown documents, nothing vanishes", () => {
    const first = ofText("A1 Bench press 1x5 @80kg rir2\n\nB1 Chin-up 1x5 rir2");
    const [bench, chin] = first.document.blocks;
    const second = { ...first, document: { ...first.document, blocks: [chin!] } };
    const [benchDone, chinDone] = doneAsPlanned(first, undefined, "one");
    const events = [benchDone!, { ...chinDone!, shownHash: "two" }];
    const { exposures, summary } = project(events, { one: first, two: second });
    expect(exposures.map((one) => one.slotId)).toEqual([bench!.slots[0]!.id, chin!.slots[0]!.id]);
    expect(summary.sets).toBe(2);
  });

  it("a set added on the floor is trained, but was not asked for", () => {
    const shown = ofText("Bench press 2x5 @80kg rir2 r90");
    const slotId = slotOf(shown.document).id;
    const extra = event({ kind: "setsDone", sets: [performedSet({ slotId, round: 1, ordinal: 1, rir: 0 })] });
    const [{ exposure }] = project([...doneAsPlanned(shown), extra], { h: shown }).exposures as [never] as [
      { exposure: { plannedSets: number; sets: { asked: boolean }[] } },
    ];
    expect([exposure.plannedSets, exposure.sets.map((set) => set.asked)]).toEqual([2, [true, true, false]]);
  });

  it("rests as they were kept decide what is one chain", () => {
    const shown = ofText("Bench press 2x8 @60kg rir2 r90");
    const after = (seconds: number) => (set: PerformedSet) => ({
      ...set,
      restSeconds: set.round === 0 ? null : seconds,
    });
    const chest = (seconds: number) =>
      project(doneAsPlanned(shown, after(seconds)), { h: shown }).summary.hardSets.chest;
    expect([chest(90), chest(10)]).toEqual([2, 1.5]);
  });

  it("reps that were counted within a time are no measure of strength", () => {
    const shown = ofText("Kettlebell swing 2x30s @16kg rir2 r60");
    const counted = (set: PerformedSet) => ({ ...set, segments: [{ ...set.segments[0]!, reps: 18 }] });
    const [swing] = project(doneAsPlanned(shown, counted), { h: shown }).exposures;
    expect(swing!.exposure.sets.map(({ reps, totalReps, seconds }) => [reps, totalReps, seconds])).toEqual([
      [0, 0, 30],
      [0, 0, 30],
    ]);
  });

  it("sides apart are both counted, the weaker one speaks for progression", () => {
    const shown = ofText("Dumbbell row 1x10/side @20kg rir2");
    const uneven = (set: PerformedSet): PerformedSet => ({
      ...set,
      segments: [{ ...set.segments[0]!, reps: 10, rightReps: 8 }],
    });
    const { exposures, summary } = project(doneAsPlanned(shown, uneven), { h: shown });
    expect(summary).toMatchObject({ reps: 18, volumeLoadKg: 360 });
    expect(exposures[0]!.exposure.sets[0]).toMatchObject({ reps: 8, totalReps: 18 });
  });
});

describe("how long it took", () => {
  it("begins with the first move or ramp set, not when round one ends", () => {
    const shown = ofText("Bench press 2x10 t3-1-1-1 @60kg r60");
    const minute = 60_000;
    const [one, two] = doneAsPlanned(shown);
    const start = event({ kind: "started" }, { atMs: 0 });
    const events = [start, { ...one!, atMs: 6 * minute }, { ...two!, atMs: 8 * minute }];
    const end = event({ kind: "ended", sessionRpe: 7, note: "fine" }, { atMs: 10 * minute });
    expect(project([...events, end], { h: shown }).summary).toMatchObject({ minutes: 10, sessionRpe: 7, note: "fine" });
    // Without a start it began with the minute that the first set's work takes.
    expect(project([...events.slice(1), end], { h: shown }).summary.minutes).toBe(5);
  });

  it("leaves out what it was left open, be it a lunch or the years of a clock that was set wrong, and says how long", () => {
    const shown = ofText("Bench press 2x10 t3-1-1-1 @60kg r60");
    const now = Date.parse("2026-11-24T12:00:00Z");
    const minute = 60_000;
    const [one, two] = doneAsPlanned(shown);
    const sets = [
      { ...one!, atMs: now },
      { ...two!, atMs: now + 3 * minute },
    ];
    const of = (startMs: number, endMs: number) => {
      const start = event({ kind: "started" }, { atMs: startMs });
      const end = event({ kind: "ended", sessionRpe: null, note: "" }, { atMs: endMs });
      const { minutes, leftOpenMinutes } = project([start, ...sets, end], { h: shown }).summary;
      return [minutes, leftOpenMinutes];
    };
    expect(of(now - 5 * minute, now + 10 * minute)).toEqual([15, undefined]);
    expect(of(now - 5 * minute, now + 93 * minute)).toEqual([8, 90]);
    expect(of(0, now + 10 * minute)).toEqual([10, Math.round(now / minute)]);
    expect(of(now - 5 * minute, Date.parse("2099-01-01T00:00:00Z"))[0]).toBe(8);
  });

  it("keeps how the client came, the last word on it, and the worst pain", () => {
    const shown = ofText("Bench press 2x5 @60kg rir2 r90");
    const hurt = doneAsPlanned(shown, (set) => ({ ...set, pain: set.round === 1 ? 5 : 1 }));
    const well = event({ kind: "checkIn", checkIn: { sleep: "well", sore: [] } });
    const checkIn = { sleep: "badly", sore: [{ muscle: "chest", level: 1 }] } as const;
    const sore = event({ kind: "checkIn", checkIn });
    const { summary, state } = project([well, sore, ...hurt], { h: shown });
    expect(summary).toMatchObject({ checkIn, pain: 5 });
    expect(state).toBe("started");
    expect(project(hurt, { h: shown }).summary.checkIn).toBeNull();
    // Whoever only said how it is has not begun.
    expect(project([well], { h: shown }).state).toBe("draft");
  });

  it("is nothing for a log without sets, and the state follows what was said", () => {
    const shown = ofText("Bench press 2x10 @60kg");
    const started = event({ kind: "started" });
    // Begun with nothing kept it is a draft still; with a set kept, or left out, it is not.
    expect(project([started], { h: shown })).toMatchObject({ state: "draft", summary: { sets: 0, plannedSets: 2 } });
    const [done] = doneAsPlanned(shown);
    expect(project([started, done!], { h: shown }).state).toBe("started");
    expect(project([started, done!, event({ kind: "undone", eventId: done!.id })], { h: shown }).state).toBe("draft");
    const left = event({ kind: "setsSkipped", places: [placeOf(slotOf(shown.document).id, 0)], reason: "" });
    expect(project([left], { h: shown }).state).toBe("started");
  });
});

describe("optional rounds", () => {
  const withStop = (stop: string) => ofText(`B: ${stop}\nB1 Bench press 2-4x8 @60kg rir2 r90`);
  const reps = (figures: readonly (readonly [number, number | null])[]) => (set: PerformedSet) => {
    const [count, rir] = figures[set.round] ?? [8, 2];
    return { ...set, rir, segments: [{ ...set.segments[0]!, reps: count }] };
  };

  it.each([
    [
      "stop below rir1",
      [
        [8, 2],
        [8, 1],
        [8, 0],
      ],
      2,
    ],
    [
      "stop below rir1",
      [
        [8, 0],
        [8, 0],
      ],
      1,
    ],
    [
      "stop below rir1",
      [
        [8, 0],
        [8, 2],
        [8, 2],
      ],
      null,
    ],
    [
      "stop below rir1",
      [
        [8, 2],
        [8, null],
        [8, null],
      ],
      null,
    ],
    [
      "stop reps down 20%",
      [
        [10, 2],
        [9, 2],
        [8, 2],
      ],
      2,
    ],
    [
      "stop reps down 20%",
      [
        [10, 2],
        [9, 2],
        [9, 2],
      ],
      null,
    ],
  ] as const)("%s ends after the round that reaches it", (stop, figures, ends) => {
    const shown = withStop(stop);
    const events = doneAsPlanned(shown, reps(figures)).slice(0, figures.length);
    const performed = foldEvents(events);
    expect(stopReached(shown.document.blocks[0]!, performed)?.afterRound ?? null).toBe(ends);
    const next = nextBlockRound(blockRoundsShown(shown), performed);
    expect(next?.round ?? null).toBe(ends === null ? figures.length : null);
  });

  it("left to the coach they are offered, and are never missed", () => {
    const shown = ofText("Bench press 2-3x8 @60kg rir2 r90");
    const { summary, performed } = project(doneAsPlanned(shown).slice(0, 2), { h: shown });
    expect(summary).toMatchObject({ sets: 2, plannedSets: 2 });
    expect(nextBlockRound(blockRoundsShown(shown), performed)).toMatchObject({ round: 2, isOptional: true });
  });
});

it("what the floor pre-fills answers the planned parts with the loads that were shown", () => {
  const shown = ofText("Bench press 1x8 @60kg rir1-2 > -20%xF");
  const [set] = asPlanned(blockRoundsShown(shown)[0]!, shown, 75);
  const planned = slotOf(shown.document).sets[0]!;
  expect(set).toMatchObject({
    plannedSetId: planned.id,
    restSeconds: 75,
    rir: null,
    segments: [
      { segmentId: planned.segments[0]!.id, load: weight(60), reps: 8 },
      { segmentId: planned.segments[1]!.id, load: weight("47.5"), reps: DEFAULT_SETTINGS.assumed.repsAfterDrop },
    ],
  });
  expect(placeSets(foldEvents([event({ kind: "setsDone", sets: [set!] })]), new Map([["h", shown]]))).toHaveLength(1);
});
