import { strToU8, zipSync } from "fflate";
import { describe, expect, it } from "vitest";
import { decodeText, readSheets, readTable } from "./read-file";

const bytes = (text: string) => new TextEncoder().encode(text);
const refused = (name: string, content: Uint8Array) =>
  readSheets(name, content).then(
    () => "read",
    (error: Error) => error.message,
  );

describe("separated values", () => {
  it.each([
    ["commas", 'a,b,c\n1,"2,5",3'],
    ["semicolons", "a;b;c\r\n1;2,5;3\r\n"],
    ["tabs", "a\tb\tc\n1\t2,5\t3\n"],
  ])("%s", (_, text) => {
    expect(readTable(text)).toEqual([
      ["a", "b", "c"],
      ["1", "2,5", "3"],
    ]);
  });

  it("a row that is separated otherwise than the rest is read by its own separator", () => {
    expect(readTable("a;b;c;d\n1;2;3;4\n5,6,7,8\n9;10;11;12")[2]).toEqual(["5", "6", "7", "8"]);
  });

  it("text is read in any usual encoding", () => {
    const text = "Öl, naïve – ½";
    const utf16 = new Uint8Array([
      0xff,
      0xfe,
      ...[...text].flatMap((sign) => [sign.charCodeAt(0) & 255, sign.charCodeAt(0) >> 8]),
    ]);
    expect(decodeText(bytes(text))).toBe(text);
    expect(decodeText(bytes(`\uFEFF${text}`))).toBe(text);
    expect(decodeText(utf16)).toBe(text);
    expect(decodeText(new Uint8Array([0xd6, 0x6c]))).toBe("Öl");
  });
});

describe("what is no log is refused with what to do", () => {
  it.each([
    ["nothing", new Uint8Array(), "This file is empty."],
    ["200 MB", new Uint8Array(200_000_000), "This file has 200 MB; 60 are the most. Split it, by year for example."],
    ["a PDF", bytes("%PDF-1.7 …"), "This is a PDF; a log is read from .xlsx, .csv or .tsv."],
    [
      "an old workbook",
      new Uint8Array([0xd0, 0xcf, 0x11, 0xe0, 1, 2]),
      "This is a workbook of the old kind (.xls). Save it as .xlsx or .csv, and choose that.",
    ],
    [
      "a picture",
      new Uint8Array([0x89, 0x50, 0x4e, 0x47, 13, 10, 26, 10, 0]),
      "This is no table: a log is read from .xlsx, .csv or .tsv, or from pasted cells.",
    ],
    ["a million columns", bytes("1,".repeat(1_000_000)), "A row of this table has 1000001 columns; 500 are the most."],
    [
      "too many rows",
      bytes("1,2\n".repeat(250_001)),
      "This table has more than 250000 rows. Split it, by year for example.",
    ],
    [
      "an archive",
      zipSync({ "log.csv": strToU8("a,b") }),
      "This is an archive, and no workbook. Unpack it, and choose the .xlsx or .csv in it.",
    ],
    [
      "half a workbook",
      zipSync({ "xl/workbook.xml": strToU8("<workbook>".repeat(50)) }).slice(0, 60),
      "This file is damaged: it cannot be unpacked.",
    ],
    [
      "a workbook of nonsense",
      zipSync({ "xl/workbook.xml": strToU8("<nothing/>") }),
      "This workbook cannot be read. Save it anew, or as .csv.",
    ],
  ])("%s", async (_, content, message) => {
    expect(await refused("log", content)).toBe(message);
  });

  it("a workbook that says it unpacks to gigabytes is not unpacked", async () => {
    const bomb = zipSync({ "xl/worksheets/sheet1.xml": strToU8("<worksheet/>") });
    const view = new DataView(bomb.buffer, bomb.byteOffset, bomb.length);
    // The size once unpacked, in the archive's own list of what is in it.
    const entry = Array.from(bomb.keys()).find(
      (at) => at + 4 < bomb.length && view.getUint32(at, true) === 0x02014b50,
    )!;
    view.setUint32(entry + 24, 4_000_000_000, true);
    expect(await refused("log.xlsx", bomb)).toBe("This workbook unpacks to 4000 MB; 300 are the most.");
  });
});
