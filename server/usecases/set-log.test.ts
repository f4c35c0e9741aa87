import Papa from "papaparse";
import { beforeAll, describe, expect, it } from "vitest";
import { SET_LOG_HEADINGS } from "../../core";
import { newId, type Scope } from "../db";
import { doneIn, openFloor, record, writeSession } from "../testing/floor";
import { hasDatabase, makeStudio, prepareDatabase, type TestStudio } from "../testing/studio";
import { streamSetLog } from "./set-log";

describe.runIf(hasDatabase)("the set log that goes out", () => {
  let studio: TestStudio;
  const read = async (scope: Scope, clientId: string | null) => {
    const parts = await streamSetLog(scope, clientId);
    if (parts === null) return null;
    let text = "";
    for await (const part of parts) text += part;
    return text;
  };
  const rowsOf = (text: string | null) =>
    Papa.parse<Record<string, string>>(text!.slice(1), { header: true, skipEmptyLines: true }).data;

  beforeAll(async () => {
    await prepareDatabase();
    studio = await makeStudio("Alder");
    for (const place of [0, 1] as const) {
      const sessionId = await writeSession(studio, `A1 Bench press 2x${8 + place} @60kg rir2`, "2026-11-20", place);
      const view = await openFloor(studio.coach, sessionId);
      await record(studio.coach, sessionId, [
        doneIn(view, 0, { note: "=HYPERLINK(1)" }),
        doneIn(view, 1, { failed: true }),
      ]);
    }
  });

  it("has a row a set of everybody, planned beside done, and no cell that is a formula", async () => {
    const text = await read(studio.coach, null);
    expect(text!.startsWith(`\uFEFF${SET_LOG_HEADINGS[0]},`)).toBe(true);
    expect(
      rowsOf(text).map((row) => [row.client, row["planned reps"], row.reps, row.load, row.unit, row.rir, row.notes]),
    ).toEqual([
      ["Alder 1", "8", "8", "60", "kg", "2", "'=HYPERLINK(1)"],
      ["Alder 1", "8", "8", "60", "kg", "0", ""],
      ["Alder 2", "9", "9", "60", "kg", "2", "'=HYPERLINK(1)"],
      ["Alder 2", "9", "9", "60", "kg", "0", ""],
    ]);
  });

  it("is one client's where one is named; a client's own is theirs, and nobody else's is there", async () => {
    const [one, other] = studio.clients;
    const whose = async (scope: Scope, clientId: string | null) =>
      new Set(rowsOf(await read(scope, clientId)).map((row) => row.client));
    expect(await whose(studio.coach, other.id)).toEqual(new Set(["Alder 2"]));
    expect(await whose(one.scope, null)).toEqual(new Set(["Alder 1"]));
    expect(await whose(one.scope, other.id)).toEqual(new Set(["Alder 1"]));
    expect(await read(studio.coach, newId())).toBeNull();
    expect(await read((await makeStudio("Bay")).coach, one.id)).toBeNull();
    expect(await read({ ...studio.coach, role: "coach", duty: "assistant" } as Scope, null)).toBeNull();
  });
});
