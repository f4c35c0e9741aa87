import { describe, expect, it } from "vitest";
import { readEquipment } from "../contract";
import { EMPTY_DOCUMENT } from "../core";
import { BOATHOUSE, exposure, read } from "../core/testing/helpers";
import { changedPrescriptions, type Prescription, prescriptionsOf, type SessionContext } from "./";
import { testContext } from "./testing/context";

const document = read("A1 Dumbbell press 2x8 @24kg rir2\n\nB1 Bench press 1x5 @60kg rir2");
const inGym = (equipment: Partial<typeof BOATHOUSE>, more: Partial<SessionContext> = {}): Prescription[] =>
  prescriptionsOf(
    document,
    testContext({ ...more, gym: { id: "g", name: "Gym", equipment: { ...BOATHOUSE, ...equipment } } }),
  );
const without24 = BOATHOUSE.dumbbells.filter((one) => one.amount !== "24");

describe("what a session asks of a gym", () => {
  it("is a line a lift, with the loads of its working sets", () => {
    expect(inGym({}).map(({ label, loads }) => [label, ...loads.map(({ words }) => words)])).toEqual([
      ["A1", "2 × 24 kg", "2 × 24 kg"],
      ["B1", "60 kg"],
    ]);
    expect(prescriptionsOf(EMPTY_DOCUMENT, testContext())).toEqual([]);
  });

  it("says of a load that is not there why", () => {
    const [press] = inGym({ dumbbells: [] });
    expect(press!.loads.map(({ built, problem }) => [built, problem !== null])).toEqual([
      [false, true],
      [false, true],
    ]);
  });
});

describe("what other equipment breaks", () => {
  it("is nothing where the loads are the same", () => {
    expect(changedPrescriptions(inGym({}), inGym({}))).toEqual([]);
    expect(changedPrescriptions(inGym({}), inGym({ kettlebells: [] }))).toEqual([]);
  });

  it("is the lift whose loads differ, with both and how many", () => {
    const [broken, ...others] = changedPrescriptions(inGym({}), inGym({ dumbbells: without24 }));
    expect(others).toEqual([]);
    expect(broken).toMatchObject({ label: "A1", clientName: "Somebody", changed: 2, before: { kg: 24 } });
    expect(broken!.after).toMatchObject({ kg: 22, built: true });
  });

  it("is every lift that stands on a station that is out of order", () => {
    const stations = [{ name: "rack", count: 1 }];
    const at = (equipment: Partial<typeof BOATHOUSE>) =>
      prescriptionsOf(
        read("A1 Back squat 3x5 @60kg\n\nB1 Push-up 3x10 @BW"),
        testContext({ gym: { id: "g", name: "Gym", equipment: { ...BOATHOUSE, ...equipment } } }),
      );
    const lost = changedPrescriptions(at({ stations }), at({ stations: [{ name: "rack", count: 0 }] }));
    expect(lost.map(({ label, after }) => [label, after.built, after.problem])).toEqual([
      ["A1", false, "There is no rack here."],
    ]);
  });

  it("has what cannot be built at all before what is only rounded otherwise", () => {
    const record = {
      lineage: "dumbbell-bench-press",
      exerciseId: "dumbbell-bench-press",
      exposures: ["2026-11-10", "2026-11-17"].map((date) => exposure(date, [{ loadKg: 24, reps: 8, rir: 2 }])),
      strengths: [],
      trainingMaxKg: null,
    };
    const found = (equipment: Partial<typeof BOATHOUSE>) =>
      prescriptionsOf(
        read("A1 Dumbbell press 1x8 @RIR2\n\nB1 Bench press 1x5 @60kg rir2"),
        testContext({ lifts: [record], gym: { id: "g", name: "Gym", equipment: { ...BOATHOUSE, ...equipment } } }),
      );
    const lost = changedPrescriptions(found({}), found({ bars: [], dumbbells: without24 }));
    expect(lost.map(({ label, after }) => [label, after.built])).toEqual([
      ["B1", false],
      ["A1", true],
    ]);
  });
});

it("an older record's bars have their shape by what they are called", () => {
  const names = ["20 kg bar", "Angled bar", "curl bar", "frame", "safety squat bar", "log"];
  const stored = { unit: "kg", bars: names.map((name) => ({ name, weight: { amount: "10", unit: "kg" } })) };
  expect(readEquipment(stored).bars.map(({ shape }) => shape)).toEqual([
    "straight bar",
    "angled bar",
    "angled bar",
    "carrying frame",
    "safety bar",
    "parallel-grip bar",
  ]);
  const said = [{ name: "Angled bar", weight: { amount: "10", unit: "kg" }, shape: "straight bar" }];
  expect(readEquipment({ unit: "kg", bars: said }).bars).toEqual(said);
});
