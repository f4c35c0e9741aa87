/** Tables from files that people have: separated values in any usual encoding, and workbooks. Bounded, and refused with a sentence. */
import { unzipSync } from "fflate";
import Papa from "papaparse";
import readWorkbook from "read-excel-file/universal";

export interface Sheet {
  readonly name: string;
  readonly rows: readonly (readonly string[])[];
}

/** A file that is not read, with what to do about it in its reader's words. */
export class UnreadableFile extends Error {
  constructor(message: string) {
    super(message);
    this.name = "UnreadableFile";
  }
}

export const MOST_FILE_BYTES = 60_000_000;
/** What a workbook may be once it is unpacked. */
const MOST_UNPACKED_BYTES = 300_000_000;
export const MOST_ROWS = 250_000;
export const MOST_COLUMNS = 500;

const beginsWith = (bytes: Uint8Array, ...signature: readonly number[]): boolean =>
  signature.every((byte, at) => bytes[at] === byte);

/** The sheets of a file; one, of separated values. Throws `UnreadableFile` where there is nothing to read in it. */
export async function readSheets(name: string, bytes: Uint8Array): Promise<Sheet[]> {
  if (bytes.length === 0) throw new UnreadableFile("This file is empty.");
  if (bytes.length > MOST_FILE_BYTES)
    throw new UnreadableFile(
      `This file has ${Math.round(bytes.length / 1e6)} MB; ${MOST_FILE_BYTES / 1e6} are the most. Split it, by year for example.`,
    );
  if (beginsWith(bytes, 0x50, 0x4b)) return workbookSheets(bytes);
  if (beginsWith(bytes, 0xd0, 0xcf, 0x11, 0xe0))
    throw new UnreadableFile("This is a workbook of the old kind (.xls). Save it as .xlsx or .csv, and choose that.");
  if (beginsWith(bytes, 0x25, 0x50, 0x44, 0x46))
    throw new UnreadableFile("This is a PDF; a log is read from .xlsx, .csv or .tsv.");
  const text = decodeText(bytes);
  if (hasControlSigns(text.slice(0, 4_000)))
    throw new UnreadableFile("This is no table: a log is read from .xlsx, .csv or .tsv, or from pasted cells.");
  return [{ name, rows: readTable(text) }];
}

/** Signs that stand in no text: the file is of some other kind. */
const hasControlSigns = (text: string): boolean => [...text].some((sign) => sign < "\t" || ("\r" < sign && sign < " "));

/** Text of any usual encoding: UTF-8 or UTF-16, else that of old spreadsheets. */
export function decodeText(bytes: Uint8Array): string {
  if (beginsWith(bytes, 0xff, 0xfe)) return new TextDecoder("utf-16le").decode(bytes);
  if (beginsWith(bytes, 0xfe, 0xff)) return new TextDecoder("utf-16be").decode(bytes);
  try {
    return new TextDecoder("utf-8", { fatal: true }).decode(bytes);
  } catch {
    return new TextDecoder("windows-1252").decode(bytes);
  }
}

const SEPARATORS = [",", ";", "\t", "|"] as const;

/** Rows of separated values; one that is separated otherwise than the rest is read by its own separator. */
export function readTable(text: string): string[][] {
  const rows: string[][] = [];
  let fault: string | null = null;
  Papa.parse<string[]>(text, {
    delimitersToGuess: [...SEPARATORS],
    step: ({ data }, parser) => {
      if (data.length > MOST_COLUMNS)
        fault = `A row of this table has ${data.length} columns; ${MOST_COLUMNS} are the most.`;
      else if (rows.length >= MOST_ROWS)
        fault = `This table has more than ${MOST_ROWS} rows. Split it, by year for example.`;
      if (fault) return parser.abort();
      rows.push(data.length === 1 ? byOwnSeparator(data[0]!) : data);
    },
  });
  if (fault) throw new UnreadableFile(fault);
  if (rows.at(-1)?.length === 1 && rows.at(-1)?.[0] === "") rows.pop();
  return rows;
}

/** A cell that holds a whole row of another separator, taken apart. */
function byOwnSeparator(cell: string): string[] {
  const separator = SEPARATORS.find((one) => one !== "|" && cell.split(one).length > 3);
  if (!separator) return [cell];
  return Papa.parse<string[]>(cell, { delimiter: separator }).data[0] ?? [cell];
}

async function workbookSheets(bytes: Uint8Array): Promise<Sheet[]> {
  let unpacked = 0;
  let isWorkbook = false;
  try {
    unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        unpacked += originalSize;
        isWorkbook ||= name.startsWith("xl/");
        return false;
      },
    });
  } catch {
    throw new UnreadableFile("This file is damaged: it cannot be unpacked.");
  }
  if (!isWorkbook)
    throw new UnreadableFile("This is an archive, and no workbook. Unpack it, and choose the .xlsx or .csv in it.");
  if (unpacked > MOST_UNPACKED_BYTES)
    throw new UnreadableFile(
      `This workbook unpacks to ${Math.round(unpacked / 1e6)} MB; ${MOST_UNPACKED_BYTES / 1e6} are the most.`,
    );
  let sheets: Awaited<ReturnType<typeof readWorkbook>>;
  try {
    sheets = await readWorkbook(bytes.slice().buffer);
  } catch {
    throw new UnreadableFile("This workbook cannot be read. Save it anew, or as .csv.");
  }
  return sheets.map(({ sheet, data }) => {
    if (data.length > MOST_ROWS)
      throw new UnreadableFile(`“${sheet}” has more than ${MOST_ROWS} rows. Split it, by year for example.`);
    return { name: sheet, rows: data.map((row) => row.slice(0, MOST_COLUMNS).map(cellText)) };
  });
}

/** A cell as text: a date as its day, a figure without the dust of binary fractions. */
function cellText(cell: unknown): string {
  if (cell === null || cell === undefined) return "";
  if (cell instanceof Date) return Number.isNaN(cell.getTime()) ? "" : cell.toISOString().slice(0, 10);
  if (typeof cell === "number") return String(Math.round(cell * 1e6) / 1e6);
  return String(cell);
}
