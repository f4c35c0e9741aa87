import { describe, expect, it } from "vitest";
import { expandSession, POPULATION_RESERVE, workContextOf } from "../core";
import { shownSession } from "../core/testing/floor";
import { read } from "../core/testing/helpers";
import { rehearse } from "./rehearsal";
import { shownContent } from "./testing/shown";

/** A session as somebody who lifts so much once does it. */
function rehearsed(text: string, e1rmKg: number) {
  const document = read(text);
  const [slot] = document.blocks[0]!.slots;
  const strengths = { [slot!.lineage]: { e1rmKg, curve: null } };
  const client = { priorities: {}, constants: POPULATION_RESERVE, strengths } as never;
  return { document, rehearsal: rehearse({ shown: shownContent(document), client }) };
}
const repsOf = ({ rehearsal }: ReturnType<typeof rehearsed>) =>
  rehearsal.rounds.flatMap(({ sets }) => sets.map(({ segments }) => segments[0]!.reps));

describe("a session that is rehearsed", () => {
  it("is done as it is asked by whoever is strong enough", () => {
    const strong = rehearsed("A1 Bench press 3x5 @60kg rir2 r180", 100);
    expect(repsOf(strong)).toEqual([5, 5, 5]);
    expect(strong.rehearsal.short).toEqual([]);
  });

  it("says which lifts fall short, with the reps of each set, for whoever is not", () => {
    const weak = rehearsed("A1 Bench press 4x10 @75kg r60", 100);
    const reps = repsOf(weak);
    expect(reps.at(-1)!).toBeLessThan(reps[0]!);
    expect(weak.rehearsal.short).toMatchObject([{ name: "Bench press", asked: 10, reps: reps.join(", ") }]);
  });

  it("longer rests bring more reps", () => {
    const sum = (rest: number) =>
      repsOf(rehearsed(`A1 Bench press 4x10 @75kg r${rest}`, 100)).reduce((total, one) => total + one, 0);
    expect(sum(180)).toBeGreaterThan(sum(45));
  });

  it("takes the time that the session is planned to take, but for the ways between its blocks", () => {
    const { document, rehearsal } = rehearsed("A1 Bench press 3x5 @60kg t3-0-1-0 rir2 r180\n\nB1 Push-up 2x8 r60", 100);
    const shown = shownSession(document);
    const planned = expandSession(document, workContextOf(shown)).seconds;
    expect(Math.abs(rehearsal.endSeconds - planned)).toBeLessThan(150);
  });

  it("gives every round its sets, one after the other, and is the same each time", () => {
    const { rehearsal } = rehearsed("A1 Bench press 2x8 @60kg h10\nA2 Chin-up 2x6 @BW r90\n\nB1 Plank 2x30s r60", 100);
    expect(rehearsal.rounds.map(({ sets }) => sets.length)).toEqual([2, 2, 1, 1]);
    const ends = rehearsal.rounds.map(({ doneSeconds }) => doneSeconds);
    expect(ends).toEqual([...ends].sort((a, b) => a - b));
    const again = rehearsed("A1 Bench press 2x8 @60kg h10\nA2 Chin-up 2x6 @BW r90\n\nB1 Plank 2x30s r60", 100);
    expect(repsOf(again)).toEqual(repsOf({ document: read("A1 Plank 1x5s"), rehearsal }));
  });
});
