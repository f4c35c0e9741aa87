import { beforeAll, describe, expect, it } from "vitest";
import { inStudio, newId } from "../db";
import { insertTemplate } from "../db/templates";
import { clock, documentOf, hasDatabase, makeStudio, prepareDatabase, type TestStudio, value } from "../testing/studio";
import { executeUseCase } from ".";

const DELTS = documentOf("A1 Lateral raise 3x12\nA2 Reverse fly 3x12\nA3 Front raise 3x12 r90");
const LEGS = documentOf("A1 Leg press 3x10 @100kg r120");

describe.runIf(hasDatabase)("kept blocks", () => {
  let studio: TestStudio;
  const found = async (search: string, after: { name: string; id: string } | null = null) => {
    const page = value(await executeUseCase(studio.coach, "templates.list", { kind: "block", search, after }, clock));
    return { names: page.templates.map(({ name }) => name), next: page.next };
  };

  beforeAll(async () => {
    await prepareDatabase();
    studio = await makeStudio("Kept blocks");
    await inStudio(studio.coach, async (tx) => {
      const keep = (name: string, document: typeof LEGS) =>
        insertTemplate(tx, { studioId: studio.coach.studioId, id: newId(), kind: "block", name, document });
      // More than are read at a time stand before those that are wanted.
      for (let count = 0; count < 230; count++) await keep(`Legs ${String(count).padStart(3, "0")}`, LEGS);
      for (let count = 0; count < 70; count++) await keep(`Round ${String(count).padStart(3, "0")}`, DELTS);
    });
  });

  it("are found by what they are made of, however many others are kept, a page at a time", async () => {
    const first = await found("delts lateral");
    expect(first.names).toHaveLength(60);
    expect(first.names[0]).toBe("Round 000");
    const second = await found("delts lateral", first.next);
    expect(second).toEqual({
      names: Array.from({ length: 10 }, (_, at) => `Round 0${60 + at}`),
      next: null,
    });
  });

  it("are found by name too, and by neither not at all", async () => {
    expect((await found("legs 22")).names).toEqual(Array.from({ length: 10 }, (_, at) => `Legs 22${at}`));
    expect((await found("calf raise")).names).toEqual([]);
  });
});
