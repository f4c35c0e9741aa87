import { describe, expect, it } from "vitest";
import { SHOWN_VERSION, type ShownContent } from "../contract/shown";
import { blockRoundsOf, type FloorEvent, foldEvents, isBlockRoundOver, runSteps, workContextOf } from "../core";
import { doneAsPlanned, event, shownSession as shownOf } from "../core/testing/floor";
import { exposure, read } from "../core/testing/helpers";
import { computeSession, forecastParameters } from "./compute";
import { fitAheadSteps, type SessionInProgress, secondsAhead, shortenedBy } from "./fit-ahead";
import { type FitFound, fitSession } from "./fit-time";
import { testContext } from "./testing/context";

const DOCUMENT = read(`A1 Back squat 4x5 @80kg rir2 r180

B1 Bench press 4x8 @60kg rir1 r120

C1 Barbell row 4x8 @60kg rir2 r120 last: > -20%x8

D1 Lateral raise 3x12 @8kg rir1 r75`);
const [squat, bench, row, raise] = DOCUMENT.blocks.map(({ id, slots }) => ({ blockId: id, slotId: slots[0]!.id }));

const sets = Array.from({ length: 4 }, () => ({ loadKg: 60, curveKg: 60, reps: 8, rir: 1 }));
const context = testContext({
  client: { ...testContext().client, priorities: { chest: "build", delts: "hold" } },
  lifts: [
    {
      lineage: "bench-press",
      exerciseId: "bench-press",
      exposures: [exposure("2026-11-17", sets)],
      strengths: [],
      trainingMaxKg: null,
    },
  ],
});
const shown = shownOf(DOCUMENT);
const content: ShownContent = {
  version: SHOWN_VERSION,
  engineVersion: 1,
  settings: shown.settings,
  date: shown.date,
  purpose: "training",
  oneOff: [],
  bodyMassKg: 80,
  equipment: shown.equipment,
  own: [],
  document: DOCUMENT,
  loads: shown.loads,
  ramps: {},
  inPart: {},
};
const client = { priorities: context.client.priorities, ...forecastParameters(context) };
const DONE = doneAsPlanned(shown);

function standing(events: readonly FloorEvent[], known: SessionInProgress["client"] = client): SessionInProgress {
  const performed = foldEvents(events);
  return { content, client: known, blockRounds: blockRoundsOf(DOCUMENT, workContextOf(shown), performed), performed };
}
const fitted = (state: SessionInProgress, minutes: number): FitFound => runSteps(fitAheadSteps(state, minutes * 60));
const wordsOf = ({ ways }: FitFound) =>
  ways.map(({ change }) => `${change.kind} ${"slotId" in change ? change.slotId : change.blockId}`);

describe("what is ahead on the floor, brought inside a time", () => {
  it("takes what the desk says of the same session, and prices a round of it as the desk does", () => {
    const computed = computeSession(DOCUMENT, context);
    const state = standing([]);
    expect(secondsAhead(state)).toBeCloseTo(computed.timeline.seconds, 6);
    let made = 0;
    const desk = fitSession(DOCUMENT, context, computed, 1800, () => `n${made++}`);
    const of = (found: FitFound, kind: string, blockId: string) =>
      found.ways.find(({ change }) => change.kind === kind && "blockId" in change && change.blockId === blockId)!;
    const floor = fitted(state, 30);
    for (const [kind, { blockId }] of [
      ["roundFewer", bench!],
      ["trimRest", bench!],
      ["trimRest", raise!],
    ] as const) {
      expect(of(floor, kind, blockId).savedSeconds).toBeCloseTo(of(desk, kind, blockId).savedSeconds, 6);
      expect(of(floor, kind, blockId).price.sets).toEqual(of(desk, kind, blockId).price.sets);
    }
    // Shorter rests cost reps where the lift's strength is known, as many as the desk foretells.
    const short = of(floor, "trimRest", bench!.blockId).price.repsShort;
    expect(short).toBeGreaterThan(0.5);
    expect(Math.abs(short - of(desk, "trimRest", bench!.blockId).price.repsShort)).toBeLessThan(0.75);
  });

  it("offers only what can be done in the middle of a session, and nothing of what is over", () => {
    const kinds = new Set(fitted(standing([]), 20).ways.map(({ change }) => change.kind));
    expect([...kinds].sort()).toEqual(["dropLift", "roundFewer", "trimRest"]);
    const later = fitted(standing(DONE.slice(0, 5)), 10);
    expect(wordsOf(later).join()).not.toContain(squat!.blockId);
    expect(wordsOf(later)).toContain(`roundFewer ${bench!.blockId}`);
  });

  it.each([40, 25, 12])(
    "a way that is taken leaves as much ahead as it said, for %d minutes, and one step brings it back",
    (minutes) => {
      const log = DONE.slice(0, 2);
      const state = standing(log);
      const found = fitted(state, minutes);
      const all = [...found.ways, ...(found.plan ? [found.plan] : [])];
      expect(all.length).toBeGreaterThan(4);
      for (const { operation, seconds } of all) {
        const body = shortenedBy(state, operation, minutes)!;
        const taken = event(body);
        const after = standing([...log, taken]);
        expect(secondsAhead(after)).toBeCloseTo(seconds, 6);
        for (const key of state.performed.sets.keys()) expect(after.performed.sets.has(key)).toBe(true);
        const back = standing([...log, taken, event({ kind: "undone", eventId: taken.id })]);
        expect(secondsAhead(back)).toBeCloseTo(secondsAhead(state), 6);
      }
      if (found.plan?.isEnough) expect(found.plan.seconds).toBeLessThanOrEqual(minutes * 60);
    },
  );

  it("leaves the last round out, or the one before it where the last is a special one", () => {
    const state = standing([]);
    const leftOut = (blockId: string) => {
      const way = fitted(state, 20).ways.find(
        ({ change }) => change.kind === "roundFewer" && change.blockId === blockId,
      )!;
      return shortenedBy(state, way.operation, 20)!.places.map(({ round }) => round);
    };
    expect(leftOut(bench!.blockId)).toEqual([3]);
    expect(leftOut(row!.blockId)).toEqual([2]);
  });

  it("keeps what is to be built: the cheapest minutes are of what is held", () => {
    const { ways } = fitted(standing(DONE.slice(0, 4)), 15);
    const place = (words: string) => wordsOf({ ways } as FitFound).indexOf(words);
    expect(place(`dropLift ${raise!.slotId}`)).toBeGreaterThanOrEqual(0);
    expect(place(`roundFewer ${raise!.blockId}`)).toBeLessThan(place(`roundFewer ${bench!.blockId}`));
    expect(wordsOf({ ways } as FitFound)).not.toContain(`dropLift ${bench!.slotId}`);
  });

  it("asks for nothing where it fits, has nothing for what is over, and goes without a client of an older build", () => {
    expect(fitted(standing([]), 90)).toMatchObject({ plan: null });
    expect(fitted(standing(DONE), 5)).toMatchObject({ ways: [], plan: null });
    expect(standing(DONE).blockRounds.every((blockRound) => isBlockRoundOver(blockRound, foldEvents(DONE)))).toBe(true);
    const plain = fitted(standing([], null), 20).ways.map(({ price }) => price.repsShort);
    expect(plain.every((short) => short === 0)).toBe(true);
  });
});
