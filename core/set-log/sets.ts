/** Sets as coaches write them into a cell: "3x8x60", "8,8,7", "60x8, 62.5x6", "BW+10 x 5", "3x30s". */
import { decimal, MAX_WEIGHT_KG, toKg, type WeightUnit } from "../units";

/** A load as it was written: a figure and its unit, the body alone, or the body with something added or taken off. */
export interface WrittenLoad {
  readonly amount: string;
  /** Null: the cell does not say it. */
  readonly unit: WeightUnit | null;
  /** −1: assistance. */
  readonly sign: 1 | -1;
  /** Whether it was written beside the body. */
  readonly isOfBody: boolean;
}

export interface WrittenSet {
  /** Null for a time. */
  readonly reps: number | null;
  readonly seconds: number | null;
  /** Null: the cell does not say it. */
  readonly load: WrittenLoad | null;
  /** Reps in reserve; null: not said. */
  readonly rir: number | null;
}

/** What the first of two figures joined by x is, where the figures do not tell. */
export type FirstFigure = "sets" | "load";

export type SetsRead =
  | { readonly ok: true; readonly sets: readonly WrittenSet[] }
  | { readonly ok: false; readonly why: string };

const MOST_SETS = 40;
const MOST_REPS = 300;
const MOST_SECONDS = 7_200;
/** More sets than that of one lift are a load. */
const MOST_USUAL_SETS = 12;

const failed = (why: string): SetsRead => ({ ok: false, why });

/** The cell in lower case, with one spelling of the multiplication sign, of dashes and of the words for sets and reps. */
const plain = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[×✕*]/g, "x")
    .replace(/[–—−]/g, "-")
    .replace(/\s+/g, " ")
    .replace(/\b(sets? of|set)\b/g, "x")
    .replace(/\b(reps?|repetitions?)\b\.?/g, "")
    .trim();

/**
 * The sets of a cell. `first`: what the first of two joined figures is where 10x5 may be ten kilograms or ten sets; `hasLoad`: another
 * column says the load. Answers with the reason where it cannot be read.
 */
export function readSets(
  text: string,
  { first, hasLoad }: { readonly first: FirstFigure; readonly hasLoad: boolean },
): SetsRead {
  const cell = plain(text);
  if (cell === "") return failed("is empty");
  if (!/\d/.test(cell)) return failed("has no figure in it");
  if (/\d\s*%/.test(cell)) return failed("says a share of a maximum, and not what was lifted");
  const sets: WrittenSet[] = [];
  for (const group of groupsOf(cell)) {
    const read = readGroup(group, first, hasLoad);
    if (!read.ok) return read;
    sets.push(...read.sets);
  }
  return sets.length > MOST_SETS ? failed(`has ${sets.length} sets`) : { ok: true, sets };
}

/** A figure that goes on after a decimal comma, by what stands on both sides of it. */
const isDecimalComma = (before: string, after: string): boolean => {
  const endsInLoad = /(^|[\s+-])\d{1,3}$/.test(before) && !before.includes("x");
  if (endsInLoad && /^\d{1,2}\s*(kg|lbs?|#)?\s*x/.test(after)) return true;
  if (endsInLoad && /^\d{1,2}\s*(kg|lbs?|#)/.test(after)) return true;
  return /(x.*x|@)\s*\d{1,3}$/.test(before) && /^(5|25|75)\b/.test(after);
};

/** Parts of a cell that stand for themselves: "60x8, 62.5x6" has two, "60x8,8,7" one, "62,5x8" one. */
function groupsOf(cell: string): string[] {
  const groups: string[] = [];
  for (const part of cell.split(/[;\n|]|\bthen\b/)) {
    const pieces: string[] = [];
    for (const piece of part.split(",")) {
      const before = pieces.at(-1);
      if (before !== undefined && isDecimalComma(before, piece)) pieces[pieces.length - 1] = `${before}.${piece}`;
      else pieces.push(piece);
    }
    let group: string | null = null;
    for (const piece of pieces) {
      if (group === null) group = piece;
      else if (/[x@]/.test(group) && /[x@]/.test(piece)) {
        groups.push(group);
        group = piece;
      } else group += `,${piece}`;
    }
    if (group !== null) groups.push(group);
  }
  return groups.map((group) => group.trim()).filter((group) => group !== "");
}

const LOAD = /^([+-])?\s*(\d+(?:\.\d+)?)\s*(kgs?|lbs?|#)?$/;
const REPS = /^\d+(?:\s*[,/-]\s*\d+)*$/;
const TIME = /^(?:(\d+):(\d{2})|(\d+(?:\.\d+)?)\s*(s|secs?|seconds?|"|mins?|minutes?|'))$/;

const unitOf = (word: string | undefined): WeightUnit | null =>
  word === undefined ? null : word.startsWith("k") ? "kg" : "lb";

/** A load as written, "60", "62.5 kg", "+10", "bw", "bw-15"; null where it is none. */
export function readLoad(text: string): WrittenLoad | null {
  const cell = plain(text).replace(/(\d),(\d{1,2})(?!\d)/, "$1.$2");
  const body = /^(?:bw|bodyweight|body weight|body)\s*(.*)$/.exec(cell);
  const beside = body?.[1] ?? "";
  if (body && beside === "") return { amount: "0", unit: null, sign: 1, isOfBody: true };
  const [, sign, figure, unit] = LOAD.exec(body ? beside : cell) ?? [];
  if (figure === undefined || (body && sign === undefined)) return null;
  return {
    amount: decimal(Number(figure)),
    unit: unitOf(unit),
    sign: sign === "-" ? -1 : 1,
    isOfBody: body !== null || sign !== undefined,
  };
}

const secondsOf = (text: string): number | null => {
  const [, minutes, rest, figure, unit] = TIME.exec(text) ?? [];
  if (minutes !== undefined) return 60 * Number(minutes) + Number(rest);
  if (figure === undefined) return null;
  return Math.round(Number(figure) * (unit?.startsWith("m") || unit === "'" ? 60 : 1));
};

/** Reserve from what is said of effort: of ten how hard it was, or what was left. */
export const rirOfRpe = (rpe: number): number | null => (rpe >= 4 && rpe <= 10 ? 10 - rpe : null);

function readGroup(written: string, first: FirstFigure, hasLoad: boolean): SetsRead {
  let group = written;
  let rir: number | null = null;
  const take = (pattern: RegExp, value: (figure: number) => number | null) => {
    group = group.replace(pattern, (all, ...figures: (string | undefined)[]) => {
      const found = value(Number(figures.find((one) => typeof one === "string")));
      if (found === null) return all;
      rir = found;
      return " ";
    });
  };
  take(/@?\s*rir\s*(\d(?:\.\d)?)|@?\s*(\d(?:\.\d)?)\s*rir\b(?!\s*\d)/, (left) => left);
  take(/@?\s*rpe\s*(\d+(?:\.\d)?)|@?\s*(\d+(?:\.\d)?)\s*rpe\b(?!\s*\d)/, rirOfRpe);
  take(/\b(?:to )?fail(?:ed|ure)?\b|(?<=\d)\s*f\b/, () => 0);
  group = group.trim();
  const at = /^(.*?)@\s*(.+)$/.exec(group);
  let besideLoad: WrittenLoad | null = null;
  if (at) {
    const after = at[2]!.trim();
    const isEffort = /^\d+(\.5)?$/.test(after) && Number(after) <= 10 && (hasLoad || saysLoad(at[1]!.trim()));
    if (isEffort) rir = rirOfRpe(Number(after));
    else {
      besideLoad = readLoad(after);
      if (!besideLoad) return failed(`has “${after}” where a load is expected`);
    }
    group = at[1]!.trim();
  }
  const parts = group.split("x").map((part) => part.trim());
  const read = ofParts(parts, { first, hasLoad: hasLoad || besideLoad !== null });
  if (!read.ok) return read;
  const sets = read.sets.map((set) => ({ ...set, load: set.load ?? besideLoad, rir }));
  const wrong = sets.map(faultOf).find((fault) => fault !== null);
  return wrong ? failed(wrong) : { ok: true, sets };
}

/** Whether a load stands before its reps: "60kg x 8", "62.5x8", "100x5". */
const saysLoad = (group: string): boolean => {
  const parts = group.split("x").map((part) => part.trim());
  return parts.length === 3 || (parts.length === 2 && (isLoadAlone(parts[0]!) || Number(parts[0]) > MOST_USUAL_SETS));
};

/** A figure that can only be a load: with a unit, a decimal, or beside the body. */
const isLoadAlone = (part: string): boolean => !REPS.test(part) && readLoad(part) !== null && secondsOf(part) === null;

type Bare = Omit<WrittenSet, "rir">;
type BareRead = { readonly ok: true; readonly sets: readonly Bare[] } | { readonly ok: false; readonly why: string };

function ofParts(
  parts: readonly string[],
  context: { readonly first: FirstFigure; readonly hasLoad: boolean },
): BareRead {
  const [a = "", b = "", c = ""] = parts;
  if (parts.length === 1) {
    const loaded = /^((?:bw|body)?\s*[+-]?\s*\d*(?:\.\d+)?\s*(?:kgs?|lbs?|#)|bw|body)\s+(.+)$/.exec(a);
    return loaded ? withLoad(readLoad(loaded[1]!), loaded[2]!) : withLoad(null, a);
  }
  if (parts.length === 2) {
    if (isLoadAlone(a)) return withLoad(readLoad(a), b);
    if (isLoadAlone(b)) return withLoad(readLoad(b), a);
    if (secondsOf(b) !== null) return repeatedSets(Number(a), withLoad(null, b));
    const isLoadFirst =
      !context.hasLoad && (Number(a) > MOST_USUAL_SETS || (context.first === "load" && Number(a) > 0));
    if (isLoadFirst) return withLoad(readLoad(a), b);
    if (!context.hasLoad && Number(b) > 30) return withLoad(readLoad(b), a);
    const reps = repsOf(b);
    if (reps && reps.length > 1 && reps.length === Number(a)) return withLoad(null, b);
    return repeatedSets(Number(a), withLoad(null, b));
  }
  if (parts.length === 3) {
    const isLoadFirst =
      isLoadAlone(a) || (!isLoadAlone(c) && Number(a) > MOST_USUAL_SETS && Number(c) <= MOST_USUAL_SETS);
    return isLoadFirst
      ? repeatedSets(Number(c), withLoad(readLoad(a), b))
      : repeatedSets(Number(a), withLoad(readLoad(c), b), c);
  }
  return { ok: false, why: "has more than three figures joined by x" };
}

function repeatedSets(count: number, read: BareRead, load?: string): BareRead {
  if (!read.ok) return read;
  if (!Number.isInteger(count) || count < 1 || count > MOST_SETS)
    return { ok: false, why: "does not say how many sets" };
  if (load !== undefined && read.sets[0]?.load === null)
    return { ok: false, why: `has “${load}” where a load is expected` };
  return { ok: true, sets: Array.from({ length: count }, () => read.sets).flat() };
}

/** "8", "8,8,7", "8/8/7", "8-8-7": reps of one set after the other; null where it is none. */
function repsOf(text: string): number[] | null {
  if (!REPS.test(text)) return null;
  return text.split(/[,/-]/).map(Number);
}

function withLoad(load: WrittenLoad | null, text: string): BareRead {
  const seconds = secondsOf(text);
  if (seconds !== null) return { ok: true, sets: [{ reps: null, seconds, load }] };
  const reps = repsOf(text);
  if (!reps) return { ok: false, why: `has “${text}” where reps are expected` };
  if (/^\d+\s*-\s*\d+$/.test(text) && reps[1]! > reps[0]!)
    return { ok: false, why: `says a range, ${text}, and not what was done` };
  return { ok: true, sets: reps.map((count) => ({ reps: count, seconds: null, load })) };
}

function faultOf({ reps, seconds, load }: Bare): string | null {
  if (reps !== null && (reps < 1 || reps > MOST_REPS)) return `says ${reps} reps`;
  if (seconds !== null && (seconds < 1 || seconds > MOST_SECONDS)) return `says ${seconds} seconds`;
  if (load && toKg({ amount: load.amount, unit: load.unit ?? "kg" }) > MAX_WEIGHT_KG)
    return `says ${load.amount} ${load.unit ?? "kg"}, more than anybody lifts`;
  return null;
}

/** Which figure comes first in a column of cells, by those that tell: 60x8 is a load first, 3x8 next to 3x10x60 sets. */
export function firstFigureOf(cells: readonly string[]): FirstFigure {
  let loads = 0;
  let sets = 0;
  for (const text of cells)
    for (const group of groupsOf(plain(text))) {
      const parts = group.split("x").map((part) => part.trim());
      if (parts.length !== 2 || !/^\d+(\.\d+)?$/.test(parts[0]!)) continue;
      const figure = Number(parts[0]);
      if (figure > MOST_USUAL_SETS || !Number.isInteger(figure)) loads++;
      else if (figure <= 6) sets++;
    }
  return loads > sets ? "load" : "sets";
}
