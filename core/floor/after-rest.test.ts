import { describe, expect, it } from "vitest";
import { POPULATION_RESERVE } from "../forecast";
import { event, shownSession } from "../testing/floor";
import { read } from "../testing/helpers";
import { expectedAfterRest } from "./after-rest";
import { answersTo } from "./answers";
import { asPlanned } from "./as-planned";
import { blockRoundsOf } from "./block-rounds";
import { type FloorEvent, foldEvents, type PerformedSet } from "./events";
import { restOff } from "./rest-kept";
import { workContextOf } from "./shown";

const EVERYBODY = { constants: POPULATION_RESERVE, curve: null };
const BENCH = "A1 Bench press 4x8 @60kg rir2 r120";

/** The first rounds of a session's first block, each with what its first lift did. */
function logged(text: string, sets: readonly Partial<PerformedSet & { readonly reps: number }>[]) {
  const shown = shownSession(read(text));
  const context = workContextOf(shown);
  const rounds = blockRoundsOf(shown.document, context);
  const events = sets.map(({ reps, ...more }, round): FloorEvent => {
    const planned = asPlanned(rounds[round]!, shown, more.restSeconds ?? null);
    const own = planned.map((set) => ({
      ...set,
      ...more,
      segments: set.segments.map((part) => ({ ...part, reps: reps ?? part.reps })),
    }));
    return event({ kind: "setsDone", sets: own });
  });
  const performed = foldEvents(events);
  return { shown, performed, rounds: blockRoundsOf(shown.document, context, performed) };
}

describe("a rest that was a quarter off", () => {
  it.each([
    ["half of it", 120, 60, true],
    ["a quarter under", 120, 90, true],
    ["a quarter over", 120, 150, true],
    ["less than a quarter under", 120, 91, false],
    ["as it was asked", 120, 120, false],
    ["not timed", 120, null, false],
    ["none was asked", null, 60, false],
  ])("%s", (_, asked, kept, isOff) => {
    expect(restOff(asked, kept) !== null).toBe(isOff);
  });
});

describe("the next set after a rest that was a quarter off", () => {
  const expected = (keptSeconds: number, reps = 8, rir: number | null = 2) => {
    const { shown, performed, rounds } = logged(BENCH, [{ reps, rir }]);
    const [move] = rounds[1]!.moves;
    const rest = { askedSeconds: 120, keptSeconds, betweenSeconds: 0 };
    return expectedAfterRest(
      { move: move!, round: 1, ordinal: 0, aimReps: null, ...rest },
      performed,
      shown,
      EVERYBODY,
    );
  };

  it("expects fewer reps of a short rest and more of a long one than of the rest that was asked", () => {
    const [short, long] = [expected(30)!, expected(300)!];
    expect(short.expectedReps).toBeLessThan(short.afterAskedRest - 1);
    expect(long.expectedReps).toBeGreaterThan(long.afterAskedRest);
    expect(short.afterAskedRest).toBe(long.afterAskedRest);
  });

  it("the shorter the rest, the fewer", () => {
    const reps = [15, 30, 60, 90].map((seconds) => expected(seconds)!.expectedReps);
    expect(reps).toEqual([...reps].sort((a, b) => a - b));
  });

  it("says nothing where the rest was as it was asked, or the lift was not done yet", () => {
    expect(expected(120)).toBeNull();
    const { shown, performed, rounds } = logged(BENCH, []);
    const next = { move: rounds[0]!.moves[0]!, round: 0, ordinal: 0, aimReps: null };
    const rest = { askedSeconds: 120, keptSeconds: 30, betweenSeconds: 0 };
    expect(expectedAfterRest({ ...next, ...rest }, performed, shown, EVERYBODY)).toBeNull();
  });
});

describe("a set that fell short after a short rest", () => {
  const answers = (kept: number | null, reps = 6) => {
    const { shown, performed, rounds } = logged(BENCH, [
      { reps: 8, rir: 2, restSeconds: null },
      { reps, rir: 0, restSeconds: kept },
    ]);
    const set = [...performed.sets.values()].at(-1)!;
    const asked = { aimReps: null, isSearch: false, restSeconds: 120, betweenSeconds: 0, askedBeforeSeconds: 120 };
    return answersTo({ set, move: rounds[1]!.moves[0]!, ...asked }, rounds, performed, shown, EVERYBODY)!;
  };
  const kinds = (kept: number | null, reps?: number) => answers(kept, reps).answers.map(({ kind }) => kind);

  it("is answered by the whole rest first, for the load was not too heavy", () => {
    expect(kinds(30, 8)[0]).toBe("asPlanned");
    expect(answers(30, 8).restOff).toEqual({ askedSeconds: 120, keptSeconds: 30 });
    expect(kinds(120, 8)[0]).toBe("lighter");
    expect(kinds(null, 8)[0]).toBe("lighter");
  });

  it("is answered by a lighter load all the same where a whole rest would not make it good", () => {
    expect(kinds(60, 3)[0]).toBe("lighter");
  });

  it("takes less off the load than the same set after the rest that was asked", () => {
    const [short, whole] = [30, 120].map((kept) => answers(kept).answers.find(({ kind }) => kind === "lighter")!);
    expect(short!.load.kg).toBeGreaterThan(whole!.load.kg);
  });
});
