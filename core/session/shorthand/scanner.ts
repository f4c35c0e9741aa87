import type { WeightUnit } from "../../units";

/** A cursor over one line of shorthand. Columns are 1-based, in UTF-16 units of the text as typed. */
export interface ShorthandError {
  /** 1-based line of the text. */
  readonly line: number;
  /** 1-based column where reading stopped. */
  readonly column: number;
  readonly length: number;
  readonly found: string;
  readonly expected: string;
  /** What the writer probably meant, ready to paste; or null. */
  readonly suggestion: string | null;
}

/** What was expected and what stood there, as one sentence without its place. */
export const errorWords = ({ expected, found }: ShorthandError): string =>
  `${expected}${found ? `, not “${found}”` : ""}`;

/** Thrown inside the parser, caught for each line; never leaves `parse.ts`. */
export class ShorthandProblem extends Error {
  constructor(
    readonly at: number,
    readonly length: number,
    readonly expected: string,
    readonly suggestion: string | null = null,
  ) {
    super(expected);
  }
}

/** Same length as the input, so that columns stay true: typographic signs become the ones the grammar knows. */
export function normalise(text: string): string {
  return text
    .replace(/[×✕]/g, "x")
    .replace(/↘/g, ">")
    .replace(/[–—−‐‑]/g, "-")
    .replace(/[“”„]/g, '"')
    .replace(/[’‘]/g, "'")
    .replace(/[\u00a0\u2009\u202f\t]/g, " ");
}

/** A lift that nobody here knows yet: it keeps its place under its name; `offerExercises` has what it may mean. */
export interface UnknownName {
  /** 1-based line of the text. */
  readonly line: number;
  /** 1-based column of the name. */
  readonly column: number;
  readonly length: number;
  readonly name: string;
  /** Whether the writer marked it as a name that nobody knows yet: `"Quay hop"?`. */
  readonly isMarked: boolean;
}

/** What was read in another way than it may have been meant: said, never silent. */
export interface ShorthandNote {
  /** 1-based line of the text. */
  readonly line: number;
  readonly column: number;
  readonly length: number;
  readonly says: string;
}

export class Scanner {
  position = 0;
  /** Names on this line that nobody knows. */
  readonly unknown: Omit<UnknownName, "line">[] = [];
  readonly notes: Omit<ShorthandNote, "line">[] = [];

  constructor(
    readonly text: string,
    /** The unit of loads that stand without one, as cells show them; null: a load needs its unit. */
    readonly bareUnit: WeightUnit | null = null,
  ) {}

  skipSpaces(): void {
    while (this.text[this.position] === " ") this.position++;
  }

  get atEnd(): boolean {
    this.skipSpaces();
    return this.position >= this.text.length;
  }

  /** Reads a sticky pattern at the cursor (after spaces) or reads nothing. */
  eat(pattern: RegExp): RegExpExecArray | null {
    this.skipSpaces();
    return this.eatHere(pattern);
  }

  /** Like `eat`, but spaces count. */
  eatHere(pattern: RegExp): RegExpExecArray | null {
    pattern.lastIndex = this.position;
    const match = pattern.exec(this.text);
    if (match) this.position += match[0].length;
    return match;
  }

  peek(pattern: RegExp): RegExpExecArray | null {
    this.skipSpaces();
    pattern.lastIndex = this.position;
    return pattern.exec(this.text);
  }

  /** The word under the cursor, for error messages. */
  wordHere(): string {
    this.skipSpaces();
    return /\S{0,24}/y.exec(this.text.slice(this.position))?.[0] ?? "";
  }

  fail(expected: string, suggestion: string | null = null): never {
    this.skipSpaces();
    throw new ShorthandProblem(this.position, Math.max(1, this.wordHere().length), expected, suggestion);
  }

  /** Says how what was read from a place to the cursor is taken. */
  note(at: number, says: string): void {
    const start = at + (/^ */.exec(this.text.slice(at))?.[0].length ?? 0);
    this.notes.push({ column: start + 1, length: Math.max(1, this.position - start), says });
  }

  /** Points at the whole word at a place. */
  failWord(at: number, expected: string, suggestion: string | null = null): never {
    const start = at + (/^ */.exec(this.text.slice(at))?.[0].length ?? 0);
    const word = /^\S*/.exec(this.text.slice(start))?.[0] ?? "";
    this.failAt(start, word.length, expected, suggestion);
  }

  failAt(at: number, length: number, expected: string, suggestion: string | null = null): never {
    throw new ShorthandProblem(at, Math.max(1, length), expected, suggestion);
  }
}
