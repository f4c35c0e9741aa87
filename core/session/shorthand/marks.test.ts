import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { STARTERS } from "../starters";
import { type MarkKind, marksOf } from "./marks";

/** The marked stretches of one kind, as text. */
const said = (line: string, kind: MarkKind): string[] =>
  marksOf(line)
    .filter((mark) => mark.kind === kind)
    .map(({ from, to }) => line.slice(from, to));

describe("marks of a line", () => {
  it("tell a lift from its label, sets, load, effort, tempo and rest", () => {
    const line = "B2 Half-kneeling press 4x8 @14kg rir2 t3-1-1-0 r75 // ribs down";
    const kinds: [MarkKind, string[]][] = [
      ["label", ["B2"]],
      ["lift", ["Half-kneeling press"]],
      ["scheme", ["4x8"]],
      ["load", ["@14kg"]],
      ["effort", ["rir2"]],
      ["tempo", ["t3-1-1-0"]],
      ["rest", ["r75"]],
      ["cue", ["// ribs down"]],
    ];
    for (const [kind, texts] of kinds) expect(said(line, kind), kind).toEqual(texts);
  });

  it("find each lift that a line joins", () => {
    const line = "A1 Bench press 3x8 h10 + Barbell row 3x10 r90";
    expect(said(line, "lift")).toEqual(["Bench press", "Barbell row"]);
    expect(said(line, "rest")).toEqual(["h10", "r90"]);
  });

  it("tell what follows straight on, and in which rounds", () => {
    const line = "Dumbbell curl 3x10 rir1 r60 last: > -20%x8 > pause 15s x4";
    expect(said(line, "rounds")).toEqual(["last:"]);
    expect(said(line, "link")).toEqual([">", ">", "pause 15s"]);
    expect(said(line, "load")).toEqual(["-20%"]);
    expect(said("Barbell row 3x10 @50kg last: > 40kgx8 > 30 kg xF", "load")).toEqual(["@50kg", "40kg", "30 kg"]);
  });

  it("keep a set-up, and a name in quotes that has figures", () => {
    expect(said("Cable fly [pulley 12, bench 30] 3x12", "setup")).toEqual(["[pulley 12, bench 30]"]);
    expect(said('"Press 45 degrees" 3x8', "lift")).toEqual(['"Press 45 degrees"']);
  });

  it.each([
    ["# Thursday, lower and pull", "title"],
    ["cap 50min", "setting"],
    ["warm-up 5min easy row", "setting"],
    ["B: circuit, 3 rounds", "setting"],
  ] as const)("%s is a %s, and no lift", (line, kind) => {
    expect(said(line, kind)).toHaveLength(1);
    expect(said(line, "lift")).toEqual([]);
  });

  it("of every line of our own sessions name its lift and some figure of it", () => {
    const lines = STARTERS.flatMap(({ text }) => text.split("\n")).filter((line) => /^[A-Z]\d /.test(line));
    expect(lines.length).toBeGreaterThan(20);
    for (const line of lines) {
      expect(said(line, "lift")[0], line).toMatch(/^["A-Z]/);
      expect(said(line, "lift")[0], line).not.toMatch(/\d|@|\brir/);
      expect(said(line, "scheme").length, line).toBeGreaterThan(0);
    }
  });

  it("stay inside any text, in order and apart", () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 60, unit: fc.constantFrom(...'A1 x@>[]"/r+:kg%-,#t3F') }), (line) => {
        let end = 0;
        for (const { from, to } of marksOf(line)) {
          expect(from).toBeGreaterThanOrEqual(end);
          expect(to).toBeGreaterThan(from);
          end = to;
        }
        expect(end).toBeLessThanOrEqual(line.length);
      }),
      { numRuns: 500 },
    );
  });
});
