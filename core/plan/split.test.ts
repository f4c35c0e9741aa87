import { describe, expect, it } from "vitest";
import { SHIPPED_CATALOGUE, UNRESTRICTED } from "../exercise";
import { unfitness } from "../selection";
import { allBlocks, applyEdits, printSession, validateDocument } from "../session";
import { DEFAULT_SETTINGS } from "../settings";
import { BOATHOUSE, countingIds, read } from "../testing/helpers";
import { weeklySetBand } from "../volume";
import { proposeSplits, type SplitContext, splitShapes, usualWeekdays } from "./split";
import { writeLift } from "./write-lift";

const context = (more: Partial<SplitContext> = {}): SplitContext => ({
  catalogue: SHIPPED_CATALOGUE,
  settings: DEFAULT_SETTINGS,
  gym: BOATHOUSE,
  trainee: UNRESTRICTED,
  trainingAge: "intermediate",
  priorities: {},
  minutes: 60,
  ...more,
});
const propose = (days: number, more: Partial<SplitContext> = {}) => proposeSplits(days, context(more), countingIds());

describe("splits", () => {
  it.each([
    [1, ["whole"]],
    [2, ["whole", "upperLower", "pushPullLegsInTurn"]],
    [3, ["whole", "pushPullLegs", "paired", "upperLowerInTurn"]],
    [4, ["whole", "upperLower", "pushPullLegsInTurn"]],
    [5, ["upperLowerPlus", "pushPullLegsInTurn"]],
    [6, ["pushPullLegs", "paired"]],
  ])("%d days allow %j", (days, ids) => {
    expect(splitShapes(days).map(({ id }) => id)).toEqual(ids);
    expect(usualWeekdays(days)).toHaveLength(days);
    for (const { days: list, inTurnOver } of splitShapes(days)) expect(inTurnOver ?? list.length).toBe(days);
  });

  it("a weak point gets a day of its own from three days on", () => {
    expect(splitShapes(2, "delts").some(({ id }) => id === "weakPoint")).toBe(false);
    const [own] = splitShapes(4, "delts").find(({ id }) => id === "weakPoint")!.days;
    expect(own!.muscles[0]).toBe("delts");
  });

  it("are sessions that stand as they are: sound, inside the minutes, of lifts for this client here", () => {
    for (const days of [2, 3, 4, 6])
      for (const minutes of [30, 60])
        for (const { days: list } of propose(days, { minutes }))
          for (const day of list) {
            expect(validateDocument(day.document, SHIPPED_CATALOGUE)).toEqual([]);
            expect(day.minutes).toBeLessThanOrEqual(minutes);
            for (const { slots } of allBlocks(day.document))
              for (const { exerciseId } of slots)
                expect(
                  unfitness(SHIPPED_CATALOGUE.byId.get(exerciseId)!, UNRESTRICTED, BOATHOUSE),
                  exerciseId,
                ).toBeNull();
          }
  });

  it("in turn each session comes as often as the weeks go round", () => {
    const inTurn = (days: number) => propose(days).find(({ isInTurn }) => isInTurn)!;
    const chest = (days: number) => inTurn(days).muscles.find(({ muscle }) => muscle === "chest")!;
    // Upper-lower over three days: three times in two weeks, Monday to Friday and Friday to Wednesday.
    expect(inTurn(3)).toMatchObject({ weekdays: [0, 2, 4], days: [{ weekday: 0 }, { weekday: 2 }] });
    expect(chest(3)).toMatchObject({ days: 1.5, hoursBetween: 96 });
    // Push, pull, legs over two: twice in three weeks; legs have no weekday of their own.
    expect(inTurn(2).days.map(({ weekday }) => weekday)).toEqual([0, 3, null]);
    expect(chest(2).days).toBeCloseTo(2 / 3, 9);
    const once = inTurn(2).days[0]!;
    expect(allBlocks(once.document).length).toBeGreaterThan(1);
  });

  it("say for each muscle how often, how far apart, how much, and what lacks", () => {
    const [whole, upperLower] = propose(4);
    const chest = (one: typeof whole) => one!.muscles.find(({ muscle }) => muscle === "chest")!;
    expect(chest(whole).days).toBeGreaterThan(chest(upperLower).days);
    expect(chest(upperLower)).toMatchObject({ days: 2, hoursBetween: 72 });
    for (const { muscles, lacks } of propose(2, { minutes: 35 }))
      for (const { muscle, hardSets, verdict } of muscles) {
        expect(verdict === "under").toBe(hardSets < weeklySetBand(muscle, "intermediate").low);
        expect(lacks.includes(muscle)).toBe(verdict === "under");
      }
    // Half an hour twice a week lacks something; an hour four times a week less.
    expect(propose(2, { minutes: 30 })[0]!.lacks.length).toBeGreaterThan(propose(4)[0]!.lacks.length);
  });
});

describe("what is typed for a lift of a week", () => {
  const SESSION = read(
    "A1 Back squat 3x8 rir2 t3-0-1-0 r150\n\nB1 Bench press 3x8 rir2 h10\nB2 Dumbbell row 3x10 rir2 r90",
  );
  const slotOf = (index: number) => allBlocks(SESSION).flatMap(({ slots }) => slots)[index]!;
  const write = (index: number, typed: string) => {
    const written = writeLift(SESSION, slotOf(index).id, typed, SHIPPED_CATALOGUE, countingIds("new"));
    if (!written.ok) return written.message;
    const edited = applyEdits(SESSION, written.edits);
    return edited.ok ? printSession(edited.document, SHIPPED_CATALOGUE) : edited.message;
  };

  it("becomes its sets and rounds; tempo and reserve stay where they are not said", () => {
    expect(write(0, "5x5")).toContain("A1 Back squat 5x5 rir2 t3-0-1-0 r150");
    expect(write(0, "4x5 @90kg rir1")).toContain("A1 Back squat 4x5 @90kg rir1 t3-0-1-0 r150");
  });

  it("in a superset its partner keeps its sets", () => {
    const text = write(1, "4x6 rir2");
    expect(text).toContain("B1 Bench press 4x6 rir2");
    expect(text).toMatch(/B2 Dumbbell row (3x10|10,10,10,-)/);
  });

  it("sets that stay are the same sets", () => {
    const written = writeLift(SESSION, slotOf(0).id, "3x6", SHIPPED_CATALOGUE, countingIds("new"));
    expect(written.ok && written.edits.every(({ kind }) => kind === "setSegment")).toBe(true);
  });

  it.each([
    ["", "Write sets and reps, such as 4x5 rir2."],
    ["4x", /./],
    ["nothing", /./],
  ])("%j is answered with a sentence", (typed, message) => {
    const answer = write(0, typed);
    if (typeof message === "string") expect(answer).toBe(message);
    else expect(answer).not.toContain("A1 Back squat");
  });
});
