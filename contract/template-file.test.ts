import { describe, expect, it } from "vitest";
import { printSession, SHIPPED_CATALOGUE } from "../core";
import { read } from "../core/testing/helpers";
import { phase } from "../core/testing/plans";
import type { TemplateLine } from "../views/views";
import { catalogueIn } from "./catalogue";
import { readTemplateFile, templateFileText } from "./template-file";

const document = read(
  "# Push\n\nA1 Bench press 3x8 @60kg rir2 r120\nA2 Chin-up 3x6 @BW+10kg\n\nB1 Dumbbell curl 2x12 ↘ 8 rir1",
);
const SESSION: TemplateLine = { id: "t", kind: "session", name: "Push", document };
const PLAN: TemplateLine = {
  ...{ id: "p", kind: "plan", name: "Block" },
  plan: {
    phases: [phase("build", 4)],
    days: [
      {
        id: "d",
        name: "Push",
        placed: { kind: "weekday", weekday: 0 },
        timeOfDay: null,
        lastWeek: null,
        base: document,
      },
    ],
    inTurn: null,
  },
};

describe("a template as a file", () => {
  it("comes in as it went out, without loads that were anybody's own", () => {
    const text = templateFileText(SESSION, SHIPPED_CATALOGUE);
    expect(text).not.toMatch(/"amount": "60"/);
    const found = readTemplateFile(text, SHIPPED_CATALOGUE);
    expect(found).toMatchObject({ ok: true, name: "Push", of: { kind: "session" } });
    if (!found.ok || found.of.kind !== "session") throw new Error("no session");
    expect(printSession(found.of.document, SHIPPED_CATALOGUE)).toContain("A1 Bench press 3x8 rir2");
    expect(templateFileText({ ...SESSION, document: found.of.document }, SHIPPED_CATALOGUE)).toBe(text);
  });

  it("is the sample that ships", async () => {
    await expect(templateFileText(SESSION, SHIPPED_CATALOGUE)).toMatchFileSnapshot(
      "../docs/formats/samples/template.json",
    );
  });

  it("of a plan too, with its phases and days", () => {
    const text = templateFileText(PLAN, SHIPPED_CATALOGUE);
    const found = readTemplateFile(text, SHIPPED_CATALOGUE);
    if (!found.ok || found.of.kind !== "planFile") throw new Error(JSON.stringify(found));
    expect(templateFileText({ ...PLAN, plan: found.of.plan } as TemplateLine, SHIPPED_CATALOGUE)).toBe(text);
  });

  it("an exercise that is not known here is found by its name, or keeps its place under it", () => {
    const own = { ...JSON.parse(templateFileText(SESSION, SHIPPED_CATALOGUE)) };
    const text = JSON.stringify(own).replaceAll('"bench-press"', '"own:1"').replaceAll('"dumbbell-curl"', '"own:2"');
    const file = {
      ...JSON.parse(text),
      exercises: { "own:1": "Benchpress", "own:2": "Boat carry", "chin-up": "Chin-up" },
    };
    const found = readTemplateFile(JSON.stringify(file), catalogueIn({ own: [], hidden: [], named: {} }));
    if (!found.ok || found.of.kind !== "session") throw new Error(JSON.stringify(found));
    expect(found.of.document.blocks.flatMap(({ slots }) => slots.map(({ exerciseId }) => exerciseId))).toEqual([
      "bench-press",
      "chin-up",
      "named:Boat carry",
    ]);
  });

  it.each([
    ["what is no JSON", "{", "This is no template: the file is not JSON."],
    ["another file", '{"format":"other"}', "This file is no template of a session or a plan."],
    [
      "a newer version",
      '{"format":"yarvex template","version":2}',
      "This template is of a newer kind than this program reads.",
    ],
    [
      "a damaged one",
      '{"format":"yarvex template","version":1,"kind":"plan","name":"x","plan":{}}',
      /^This template cannot be read: .*phases/,
    ],
    ["null", "null", "This file is no template of a session or a plan."],
  ])("%s is refused with a sentence", (_, text, why) => {
    expect(readTemplateFile(text, SHIPPED_CATALOGUE)).toEqual({
      ok: false,
      why: why instanceof RegExp ? expect.stringMatching(why) : why,
    });
  });
});
