import { describe, expect, it } from "vitest";
import { foldEvents } from "../core";
import { doneAsPlanned, event, shownSession } from "../core/testing/floor";
import { read } from "../core/testing/helpers";
import { doneByRound } from "./done-words";

const document = read("A1 Bench press 3x8 @60kg rir2 r90\n\nB1 Front plank 2x40s r45\n\nC1 Chin-up 2x5 @BW+10kg");
const all = doneAsPlanned(shownSession(document));
const slotIds = document.blocks.map(({ slots }) => slots[0]!.id);
const doneAfter = (count: number) =>
  doneByRound(document, foldEvents([event({ kind: "started" }), ...all.slice(0, count)]), {
    ...{ own: [], hidden: [], named: {} },
  });

describe("what was done of a session, by its lifts and rounds", () => {
  it("is nothing of a session that has only begun", () => {
    expect(doneAfter(0)).toEqual({});
  });

  it("says reps and load, and has a hole for each round that was not made yet", () => {
    expect(doneAfter(2)).toEqual({ [slotIds[0]!]: ["8 × 60", "8 × 60", null] });
  });

  it("of what is held says its seconds, of the body what is added to it", () => {
    const whole = doneAfter(all.length);
    expect(whole[slotIds[1]!]).toEqual(["40 s", "40 s"]);
    expect(whole[slotIds[2]!]).toEqual(["5 × +10", "5 × +10"]);
  });
});
