import { describe, expect, it } from "vitest";
import { SHIPPED_CATALOGUE } from "../exercise";
import { blockNameWords } from "../sentences";
import { DEFAULT_SETTINGS } from "../settings";
import { countingIds, read } from "../testing/helpers";
import { applyEdits } from "./edits";
import { allBlocks, EMPTY_DOCUMENT, type SessionDocument } from "./grammar";
import { nameBlock } from "./names";
import { copyBlocksFrom } from "./operations";
import { parseSession } from "./shorthand/parse";
import { printSession } from "./shorthand/print";
import { STARTERS } from "./starters";
import { validateDocument } from "./validate";

const taken = (document: SessionDocument, other: SessionDocument): SessionDocument => {
  const operation = copyBlocksFrom(document, other, countingIds("t"));
  const edited = operation.ok && applyEdits(document, operation.edits);
  if (edited === false || !edited.ok) throw new Error("not taken");
  return edited.document;
};

describe("what a session can be started from", () => {
  it.each(STARTERS.map((one) => [one.name, one] as const))(
    "%s reads whole, and holds no load that is anybody's",
    (_, one) => {
      const found = parseSession(one.text, SHIPPED_CATALOGUE, countingIds());
      expect([found.errors, found.unknown, found.notes]).toEqual([[], [], []]);
      expect(validateDocument(found.document, SHIPPED_CATALOGUE)).toEqual([]);
      expect(allBlocks(found.document).length).toBe(one.kind === "block" ? 1 : allBlocks(found.document).length);
      expect(/@\d+ ?(kg|lb)/.test(one.text)).toBe(false);
    },
  );

  it.each([
    ["straight", "Straight sets"],
    ["superset", "Superset, opposing"],
    ["paired", "Paired sets, opposing"],
    ["tri-set", "Tri-set"],
    ["giant-set", "Giant set"],
    ["stretch-squeeze", "Superset, stretch and squeeze"],
    ["pre-exhaust", "Superset, pre-exhaust"],
    ["pyramid-up", "Rising pyramid"],
    ["pyramid-double", "Double pyramid"],
    ["back-off", "Back-off sets"],
    ["drop-set", "Straight sets, drop"],
    ["mechanical-drop", "Straight sets, mechanical drop"],
    ["rest-pause", "Straight sets, rest-pause"],
    ["partials-hold", "Straight sets, partials, hold"],
    ["rep-goal", "Rep goal"],
    ["timed", "Timed sets"],
  ])("%s is called %j", (id, words) => {
    const [block] = read(STARTERS.find((one) => one.id === id)!.text).blocks;
    expect(blockNameWords(nameBlock(block!, SHIPPED_CATALOGUE, DEFAULT_SETTINGS))).toBe(words);
  });
});

describe("a session that is taken over", () => {
  const other = read("# Lower\ncap 40min\n\nA1 Back squat 3x5 @90kg r150\n\nB1 Front squat 3x8 @0.8A1 r90", "o");

  it("has ids of its own, with loads that follow the copy; name and time where nothing was said", () => {
    const found = taken(EMPTY_DOCUMENT, other);
    expect(printSession(found, SHIPPED_CATALOGUE)).toBe(printSession(other, SHIPPED_CATALOGUE));
    const ids = (document: SessionDocument) => JSON.stringify(document).match(/"o\d+"/g) ?? [];
    expect([ids(found).length, ids(other).length > 0]).toEqual([0, true]);
    expect(validateDocument(found, SHIPPED_CATALOGUE)).toEqual([]);
  });

  it("twice, after what there is, and under the name it has", () => {
    const named = { ...read("# Mine\n\nA1 Bench press 3x8"), capSeconds: 1800 };
    const once = taken(named, other);
    const operation = copyBlocksFrom(once, other, countingIds("again"));
    const twice = operation.ok && applyEdits(once, operation.edits);
    if (twice === false || !twice.ok) throw new Error("not taken");
    expect([twice.document.title, twice.document.capSeconds, twice.document.blocks.length]).toEqual(["Mine", 1800, 5]);
    expect(validateDocument(twice.document, SHIPPED_CATALOGUE)).toEqual([]);
  });

  it("a second finisher comes before the first", () => {
    const ended = read("A1 Bench press 3x8\n\nZ: finisher\nZ1 Push-up 1xF", "e");
    const found = taken(ended, ended);
    expect([found.blocks.length, found.finisher?.id]).toEqual([3, ended.finisher?.id]);
    expect(taken(EMPTY_DOCUMENT, ended).finisher).not.toBeNull();
  });
});
