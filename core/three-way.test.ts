import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { sameValue } from "./same";
import { mergeThree } from "./three-way";

interface Limit {
  readonly id: string;
  readonly what: string;
}
const knee = { id: "k", what: "knee" };
const shoulder = { id: "s", what: "shoulder" };

describe("two people's changes to one record", () => {
  it("to different things are both kept", () => {
    expect(mergeThree<readonly Limit[]>([], [knee], [shoulder])).toEqual({ merged: [shoulder, knee], conflicts: [] });
    expect(mergeThree({ a: 1, b: 1 }, { a: 2, b: 1 }, { a: 1, b: 3 })).toEqual({
      merged: { a: 2, b: 3 },
      conflicts: [],
    });
  });

  it("to the same thing are said, and the first stands", () => {
    expect(mergeThree({ a: { b: 1 } }, { a: { b: 2 } }, { a: { b: 3 } })).toEqual({
      merged: { a: { b: 3 } },
      conflicts: ["a.b"],
    });
    const [left, right] = [
      { ...knee, what: "left knee" },
      { ...knee, what: "right knee" },
    ];
    expect(mergeThree([knee], [left], [right])).toEqual({ merged: [right], conflicts: ["k.what"] });
  });

  it("to the same thing alike are no conflict", () => {
    expect(mergeThree([knee], [knee, shoulder], [knee, shoulder])).toEqual({ merged: [knee, shoulder], conflicts: [] });
  });

  it("taken away by one stays away; taken away by one and changed by the other is said", () => {
    expect(mergeThree([knee, shoulder], [shoulder], [knee, shoulder]).merged).toEqual([shoulder]);
    const changed = { ...knee, what: "left knee" };
    expect(mergeThree([knee], [], [changed])).toEqual({ merged: [changed], conflicts: ["k"] });
    expect(mergeThree([knee], [changed], [])).toEqual({ merged: [], conflicts: ["k"] });
  });

  it("of plain lists are the list's, as a whole", () => {
    expect(mergeThree({ cues: ["up"] }, { cues: ["up", "out"] }, { cues: ["down"] }).conflicts).toEqual(["cues"]);
  });

  it("keep an order that one of them chose", () => {
    expect(mergeThree([knee, shoulder], [shoulder, knee], [knee, shoulder]).merged).toEqual([shoulder, knee]);
  });

  const record = fc.record({
    name: fc.constantFrom("a", "b", "c"),
    figures: fc.record({ low: fc.nat(2), high: fc.nat(2) }),
    list: fc.uniqueArray(fc.record({ id: fc.constantFrom("k", "s", "e"), what: fc.constantFrom("x", "y") }), {
      selector: (one) => one.id,
    }),
  });

  it("are whole where only one changed anything, and lose nothing unsaid", () => {
    fc.assert(
      fc.property(record, record, record, (seen, wanted, now) => {
        expect(mergeThree(seen, wanted, seen).merged).toEqual(wanted);
        expect(mergeThree(seen, seen, now).merged).toEqual(now);
        const { merged, conflicts } = mergeThree(seen, wanted, now);
        for (const key of ["name", "figures"] as const)
          if (!sameValue(wanted[key], seen[key]) && !sameValue(merged[key], wanted[key]))
            // My change is not what stands: theirs is there too, or it is said.
            expect(!sameValue(now[key], seen[key]) || conflicts.some((path) => path.startsWith(key))).toBe(true);
        for (const { id } of wanted.list) {
          const had = seen.list.some((one) => one.id === id);
          if (!had) expect(merged.list.some((one) => one.id === id)).toBe(true);
        }
        // Who comes first does not decide what is kept where nothing clashes.
        if (conflicts.length === 0) {
          const other = mergeThree(seen, now, wanted);
          expect(other.conflicts).toEqual([]);
          expect(other.merged.name).toEqual(merged.name);
          expect(other.merged.figures).toEqual(merged.figures);
        }
      }),
    );
  });
});
