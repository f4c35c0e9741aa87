import { describe, expect, it } from "vitest";
import { besideOthers, partsOf, readStudioFile, type StudioFile } from "./archive";

const id = (figure: number) => `0197f9a0-0000-7000-8000-${String(figure).padStart(12, "0")}`;
const text = (more: object = {}) =>
  JSON.stringify({ format: "yarvex studio", version: 1, of: "client", studio: { name: "Boathouse" }, ...more });
const FILE = readStudioFile(
  text({
    gyms: [
      { id: id(1), name: "Boathouse", clientId: null, isDefault: true },
      { id: id(2), name: "Kitchen", clientId: id(3), isDefault: false },
    ],
    clients: [{ id: id(3), name: "Ines Calder", gymId: id(1), coachId: id(9) }],
    ownExercises: [{ id: id(4), definition: { name: "Boat carry" } }],
    sessions: [
      {
        id: id(5),
        clientId: id(3),
        document: { gymId: id(2), blocks: [{ slots: [{ exerciseId: id(4), lineage: `${id(4)}|seat=2` }] }] },
      },
    ],
    bodyMasses: [{ clientId: id(3), date: "2026-11-24" }],
  }),
) as { ok: true; file: StudioFile };

describe("a studio's file on its way in", () => {
  it("beside others each thing has a new id wherever it is named; gyms and exercises of the same name are those here", () => {
    let made = 100;
    const here = {
      isEmpty: false,
      gyms: [{ id: id(50), name: "Boathouse" }],
      ownExercises: [{ id: id(60), name: "Boat carry" }],
    };
    const { tables } = besideOthers(FILE.file, here, () => id(made++));
    expect(tables).toMatchObject({
      gyms: [{ id: id(100), name: "Kitchen", clientId: id(101), isDefault: false }],
      clients: [{ id: id(101), gymId: id(50), coachId: null }],
      ownExercises: [],
      sessions: [
        {
          id: id(102),
          clientId: id(101),
          document: { gymId: id(100), blocks: [{ slots: [{ exerciseId: id(60), lineage: `${id(60)}|seat=2` }] }] },
        },
      ],
      bodyMasses: [{ clientId: id(101) }],
    });
  });

  it("is sent in parts that a request holds, gyms again after clients, and all of it", () => {
    expect([...partsOf(FILE.file)].map(({ table, rows }) => [table, rows.length])).toEqual([
      ["gyms", 2],
      ["clients", 1],
      ["gyms", 2],
      ["ownExercises", 1],
      ["bodyMasses", 1],
      ["sessions", 1],
    ]);
    const rows = Array.from({ length: 1_000 }, (_, at) => ({ id: id(at), text: "é".repeat(2_000) }));
    const parts = [...partsOf({ ...FILE.file, tables: { messages: rows } })];
    expect(parts.flatMap((part) => part.rows)).toEqual(rows);
    for (const part of parts) expect(new TextEncoder().encode(JSON.stringify(part)).length).toBeLessThan(950 * 1024);
  });

  it.each([
    ["cut short", text().slice(0, -5), "This file is damaged: it is not JSON to its end."],
    ["another", '{"format":"x"}', "This is no file of a studio or a client."],
    ["newer", text({ version: 2 }), "This file is of a newer kind than this program reads."],
    ["without rows", text({ clients: "all" }), "This file is damaged: clients holds no rows."],
  ])("a file that is %s is refused with a sentence", (_, content, why) => {
    expect(readStudioFile(content)).toEqual({ ok: false, why });
  });
});
