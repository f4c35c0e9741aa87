import { describe, expect, it } from "vitest";
import type { CautionId } from "../core";
import { canTurnOff, readCautions } from "./caution-groups";
import type { Caution } from "./cautions";

const caution = (rule: CautionId, place: string, more: Partial<Caution> = {}): Caution => ({
  rule,
  subject: "",
  place,
  words: `${rule} is said.`,
  slotId: null,
  severity: "warn",
  key: null,
  ...more,
});
const NOTHING = { quiet: { client: {}, studio: {} }, reasons: {} };
const lines = (groups: ReturnType<typeof readCautions>["open"]) =>
  groups.map(({ rule, places, cautions }) => `${rule} ${places.join(", ")} (${cautions.length})`);

describe("cautions as they are read", () => {
  it("one line a rule, with its places; the same fact of a lift once, in whatever rounds", () => {
    const { open } = readCautions(
      [
        caution("falls-short", "A1", { words: "two short" }),
        caution("stepLost", "B1, round 2"),
        caution("falls-short", "C1", { words: "four short" }),
        caution("stepLost", "B1, round 3"),
      ],
      NOTHING,
    );
    expect(lines(open)).toEqual(["falls-short A1, C1 (2)", "stepLost B1 (1)"]);
  });

  it("what may hurt comes before what is too much, and that before the rest; notes are apart", () => {
    const all = [
      caution("hole", "Coverage", { severity: "note" }),
      caution("grip-straps", "A1"),
      caution("falls-short", "A1"),
      caution("over-cap", "Time"),
      caution("limit-part", "C1"),
    ];
    const { open, notes } = readCautions(all, NOTHING);
    expect(open.map(({ rule }) => rule)).toEqual(["limit-part", "over-cap", "falls-short", "grip-straps"]);
    expect(notes.map(({ rule }) => rule)).toEqual(["hole"]);
  });

  it("a block stands alone and first, until a reason passes it", () => {
    const blocks = ["A1", "B1"].map((place) =>
      caution("press-needs-spotter", place, { severity: "block", key: `press-needs-spotter ${place}` }),
    );
    const all = [caution("grip-straps", "C1"), ...blocks];
    expect(readCautions(all, NOTHING).open.map(({ places }) => places)).toEqual([["A1"], ["B1"], ["C1"]]);
    const reasons = { "press-needs-spotter A1": "Pins are set" };
    const { open, passed } = readCautions(all, { ...NOTHING, reasons });
    expect([open, passed].map((groups) => groups.map(({ places }) => places))).toEqual([[["B1"], ["C1"]], [["A1"]]]);
  });

  it("what a coach switched off is kept apart with the reason, the client's before the studio's", () => {
    const quiet = {
      client: { hole: "Her aim is a press" },
      studio: { hole: "Nobody reads it", "grip-straps": "They know" },
    };
    const all = [
      caution("hole", "Coverage", { severity: "note" }),
      caution("grip-straps", "A1"),
      caution("jump", "B1"),
    ];
    const read = readCautions(all, { quiet, reasons: {} });
    expect([read.open.map(({ rule }) => rule), read.notes]).toEqual([["jump"], []]);
    expect(read.quiet.map(({ group, of, reason }) => [group.rule, of, reason])).toEqual([
      ["grip-straps", "studio", "They know"],
      ["hole", "client", "Her aim is a press"],
    ]);
  });

  it("what may hurt is said whatever was switched off", () => {
    const quiet = { client: { "limit-part": "Never mind" }, studio: {} };
    expect(readCautions([caution("limit-part", "A1")], { quiet, reasons: {} }).open).toHaveLength(1);
    expect([canTurnOff("limit-part"), canTurnOff("hole")]).toEqual([false, true]);
  });
});
