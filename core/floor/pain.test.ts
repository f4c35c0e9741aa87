import { describe, expect, it } from "vitest";
import { SHIPPED_CATALOGUE } from "../exercise";
import { event, performedPart, performedSet, shownSession } from "../testing/floor";
import { read } from "../testing/helpers";
import { blockRoundsOf } from "./block-rounds";
import { type FloorEventBody, foldEvents, placeOf } from "./events";
import { painStops, sparing } from "./pain";
import { workContextOf } from "./shown";

const DOCUMENT = read("A1 Bench press 3x8 @60kg rir2 h10\nA2 Barbell row 3x8 @50kg rir2 r90");
const [BENCH, ROW] = DOCUMENT.blocks[0]!.slots;

const hurting = (pain: number): FloorEventBody => ({
  kind: "setsDone",
  sets: [
    performedSet({ slotId: BENCH!.id, pain, painPlace: "right shoulder" }),
    performedSet({ slotId: ROW!.id, segments: [performedPart({ exerciseId: "barbell-row" })] }),
  ],
});
function stopsAfter(...bodies: readonly FloorEventBody[]) {
  const shown = shownSession(DOCUMENT);
  const performed = foldEvents(bodies.map((body) => event(body)));
  return painStops(blockRoundsOf(DOCUMENT, workContextOf(shown), performed), performed);
}

describe("pain on the floor", () => {
  it("stops its exercise from 4 of 10 on, never its partner", () => {
    expect(stopsAfter(hurting(3))).toEqual([]);
    expect(stopsAfter(hurting(4))).toEqual([
      { slotId: BENCH!.id, exerciseId: "bench-press", pain: 4, place: "right shoulder", round: 1 },
    ]);
  });

  it.each<[string, FloorEventBody]>([
    [
      "another exercise",
      { kind: "exerciseSwapped", slotId: BENCH!.id, fromRound: 1, exerciseId: "floor-press", load: null, reason: "" },
    ],
    ["leaving it out", { kind: "setsSkipped", places: [1, 2].map((round) => placeOf(BENCH!.id, round)), reason: "" }],
    [
      "going on knowingly",
      {
        kind: "advice",
        advice: { kind: "despitePain", slotId: BENCH!.id, round: 1, words: "", load: null, reps: null, rest: null },
        taken: false,
      },
    ],
    ["putting the set right", { kind: "setCorrected", set: performedSet({ slotId: BENCH!.id, pain: 0 }) }],
  ])("is answered by %s", (_, body) => {
    expect(stopsAfter(hurting(6), body)).toEqual([]);
  });

  it("is asked about again where one round alone was left out, and where it hurts again", () => {
    const one: FloorEventBody = { kind: "setsSkipped", places: [placeOf(BENCH!.id, 1)], reason: "" };
    expect(stopsAfter(hurting(6), one)).toMatchObject([{ round: 2 }]);
    const goOn: FloorEventBody = {
      kind: "advice",
      advice: { kind: "despitePain", slotId: BENCH!.id, round: 1, words: "", load: null, reps: null, rest: null },
      taken: false,
    };
    const again: FloorEventBody = {
      kind: "setsDone",
      sets: [performedSet({ slotId: BENCH!.id, round: 1, pain: 7 })],
    };
    expect(stopsAfter(hurting(6), goOn, again)).toMatchObject([{ pain: 7, round: 2 }]);
  });

  it("is spared by exercises that ask less of the joint, the kindest first; of a place that is not known, by any", () => {
    const exercise = (id: string) => SHIPPED_CATALOGUE.byId.get(id)!;
    const near = ["dip", "triceps-press-down", "floor-press"].map((id, index) => ({ id, distance: 2.6 - index }));
    const sparingOf = (place: string) =>
      sparing(near, ({ id }) => exercise(id), { exercise: exercise("bench-press"), place }).map(({ id }) => id);
    expect(sparingOf("right shoulder")).toEqual(["triceps-press-down", "floor-press"]);
    expect(sparingOf("wrist")).toEqual(["triceps-press-down"]);
    expect(sparingOf("somewhere")).toEqual(["dip", "triceps-press-down", "floor-press"]);
  });
});
