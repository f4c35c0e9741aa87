import { describe, expect, it } from "vitest";
import { DEFAULT_SETTINGS, SHIPPED_CATALOGUE } from "../core";
import { BOATHOUSE, read } from "../core/testing/helpers";
import { dayClashes } from "./day-clashes";

const gym = { ...BOATHOUSE, stations: [{ name: "rack", count: 1 }] };
const clashes = (sessions: readonly (readonly [string, number, string])[], racks = 1) =>
  dayClashes(
    sessions.map(([clientName, startMinute, text]) => ({ clientName, startMinute, document: read(text, clientName) })),
    {
      catalogue: SHIPPED_CATALOGUE,
      settings: DEFAULT_SETTINGS,
      gym: { ...gym, stations: [{ name: "rack", count: racks }] },
    },
  );
const SQUATS = "A1 Back squat 4x5 @80kg r180";
const PUSH_UPS = "A1 Push-up 4x10 r120";

describe("stations along a day's hours", () => {
  it("one rack that two squat in at once is said, with both and from when on", () => {
    const [clash, ...more] = clashes([
      ["Ana", 600, SQUATS],
      ["Bo", 605, SQUATS],
    ]);
    expect(clash).toMatchObject({ station: "rack", count: 1, clientNames: ["Ana", "Bo"], fromMinute: 605 });
    expect(clash!.toMinute).toBeGreaterThan(608);
    expect(more).toEqual([]);
  });

  it("nobody waits where there are two, where one comes after the other, or where only one squats", () => {
    const both = [
      ["Ana", 600, SQUATS],
      ["Bo", 605, SQUATS],
    ] as const;
    expect(clashes(both, 2)).toEqual([]);
    expect(clashes([both[0], ["Bo", 720, SQUATS]])).toEqual([]);
    expect(clashes([both[0], ["Bo", 600, PUSH_UPS]])).toEqual([]);
  });

  it("what comes first in a session counts: squats after push-ups are wanted when those are over", () => {
    const later = `${PUSH_UPS}\n\n${SQUATS.replace("A1", "B1")}`;
    expect(
      clashes([
        ["Ana", 600, later],
        ["Bo", 600, SQUATS],
      ]).every(({ fromMinute }) => fromMinute > 604),
    ).toBe(true);
  });
});
