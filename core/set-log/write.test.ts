import fc from "fast-check";
import { expect, it } from "vitest";
import { findExercise, SHIPPED_CATALOGUE } from "../exercise";
import { EVENT_VERSION, type FloorEvent, foldEvents, placeSets, type ShownSession } from "../floor";
import { usualEquipment } from "../load";
import { DEFAULT_SETTINGS } from "../settings";
import { guessLayout } from "./columns";
import { readSetLog } from "./read";
import { daysOfLog, foldLogName, type LoggedLift, meaningOfName, type NameMeaning, sessionOfDay } from "./sessions";
import { SET_LOG_HEADINGS, setLogRows } from "./write";

const LIFTS = ["bench-press", "back-squat", "chin-up", "plank", "dumbbell-curl", "walking-lunge", "lat-pull-down"].map(
  (id) => SHIPPED_CATALOGUE.byId.get(id)!,
);
const counter = () => {
  let made = 0;
  return () => `id ${made++}`;
};

/** The rows of a day's sets as they go out. */
function written(lifts: readonly LoggedLift[], date: string) {
  const { document, done } = sessionOfDay({ title: "A day", lifts }, SHIPPED_CATALOGUE, counter());
  const shown: ShownSession = {
    ...{ date, purpose: "training", oneOff: [], document, catalogue: SHIPPED_CATALOGUE, settings: DEFAULT_SETTINGS },
    ...{ bodyMassKg: null, equipment: usualEquipment([], "kg"), loads: {} },
  };
  const event = { id: "e", version: EVENT_VERSION, sessionId: "s", atMs: 0, clocks: null, shownHash: "h" };
  const events = [{ ...event, body: { kind: "setsDone", sets: done } }] as unknown as FloorEvent[];
  return setLogRows(
    { clientName: "Ines Calder", date, title: "A day" },
    placeSets(foldEvents(events), new Map([["h", shown]])),
  );
}

const setOf = (isTimed: boolean, isOfBody: boolean) =>
  fc.record({
    reps: isTimed ? fc.constant(null) : fc.integer({ min: 1, max: 30 }),
    seconds: isTimed ? fc.integer({ min: 5, max: 300 }) : fc.constant(null),
    load: fc.option(
      fc.record({
        amount: fc.integer({ min: 1, max: 480 }).map((half) => String(half / 2)),
        unit: fc.constantFrom("kg" as const, "lb" as const),
      }),
      { freq: isOfBody ? 2 : 1000, nil: isOfBody ? null : { amount: "20", unit: "kg" as const } },
    ),
    sign: isOfBody ? fc.constantFrom(1 as const, -1 as const) : fc.constant(1 as const),
    rir: fc.option(fc.integer({ min: 0, max: 8 }).map((half) => half / 2)),
  });
const lift = fc.constantFrom(...LIFTS).chain((exercise) =>
  fc.record({
    exerciseId: fc.constant(exercise.id),
    setup: fc.constant([]),
    laterality: fc.constant(exercise.laterality),
    note: fc.constantFrom("", "felt light", "=1+1", 'two; words, "quoted"'),
    sets: fc.array(setOf(exercise.id === "plank", ["chin-up", "plank"].includes(exercise.id)), {
      minLength: 1,
      maxLength: 6,
    }),
  }),
);

it("a log that goes out comes in as it was: exercises, loads with their units, reps, seconds, reserves, notes", () => {
  fc.assert(
    fc.property(
      fc.uniqueArray(lift, { minLength: 1, maxLength: 5, selector: ({ exerciseId }) => exerciseId }),
      (drawn) => {
        // The body alone has no sign.
        const lifts = drawn.map(
          (one): LoggedLift => ({
            ...one,
            sets: one.sets.map((set) => ({ ...set, sign: set.load === null ? (1 as const) : set.sign })),
          }),
        );
        const rows = written(lifts, "2025-04-03").map((row) => SET_LOG_HEADINGS.map((heading) => row[heading]));
        const table = [[...SET_LOG_HEADINGS], ...rows];
        const layout = guessLayout(table, {
          isExercise: (text) => findExercise(SHIPPED_CATALOGUE, text) !== null,
          isClient: (text) => text === "Ines Calder",
        });
        const setup = {
          ...layout,
          dateOrder: "yearMonthDay",
          firstYear: 2025,
          unit: "kg",
          firstFigure: "sets",
          firstMonday: "2025-01-06",
        } as const;
        const { sets, problems } = readSetLog(table, setup);
        expect(problems).toEqual([]);
        const meanings = new Map<string, NameMeaning>(
          sets.map(({ exercise }) => [foldLogName(exercise), meaningOfName(SHIPPED_CATALOGUE, exercise)!]),
        );
        const [day, ...others] = daysOfLog(sets, meanings, SHIPPED_CATALOGUE).days;
        expect(others).toEqual([]);
        expect(day).toEqual({ client: "Ines Calder", date: "2025-04-03", title: "A day", lifts });
      },
    ),
    { numRuns: 150 },
  );
});

it("is the sample that ships", async () => {
  const set = (reps: number, amount: string, rir: number | null) =>
    ({ reps, seconds: null, load: { amount, unit: "kg" }, sign: 1, rir }) as const;
  const lift = { setup: [], laterality: "both", note: "" } as const;
  const rows = written(
    [
      {
        ...lift,
        exerciseId: "bench-press",
        note: "slow bar",
        sets: [set(8, "60", 2), set(8, "60", 1), set(7, "62.5", 0)],
      },
      { ...lift, exerciseId: "chin-up", sets: [{ ...set(6, "15", null), sign: -1 }] },
    ],
    "2025-04-03",
  );
  const table = [[...SET_LOG_HEADINGS], ...rows.map((row) => SET_LOG_HEADINGS.map((heading) => row[heading]))];
  await expect(`${table.map((row) => row.join(",")).join("\n")}\n`).toMatchFileSnapshot(
    "../../docs/formats/samples/set-log.csv",
  );
});

it("planned stands beside done", () => {
  const [row] = written(
    [
      {
        exerciseId: "bench-press",
        setup: [],
        laterality: "both",
        note: "",
        sets: [{ reps: 8, seconds: null, load: { amount: "60", unit: "kg" }, sign: 1, rir: 2 }],
      },
    ],
    "2025-04-03",
  );
  expect(row).toMatchObject({
    place: "A1",
    exercise: "Bench press",
    "planned reps": "8",
    reps: "8",
    load: "60",
    unit: "kg",
    rir: "2",
  });
});
