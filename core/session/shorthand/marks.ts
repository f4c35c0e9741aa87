/** What the parts of a line of shorthand are, for an editor to tell them apart. It goes by form alone; what reads is the parser's word. */

export type MarkKind =
  | "title"
  | "setting"
  | "label"
  | "lift"
  | "scheme"
  | "load"
  | "effort"
  | "tempo"
  | "rest"
  | "link"
  | "rounds"
  | "setup"
  | "cue";

/** A stretch of a line, `from` inclusive and `to` exclusive, in UTF-16 units. */
export interface Mark {
  readonly from: number;
  readonly to: number;
  readonly kind: MarkKind;
}

const TITLE = /^\s*#.*$/;
const SETTING = /^\s*(?:cap|warm-?up|gym|method)\b:?/i;
const HEADER = /^\s*[A-Z]{1,2} ?:/i;
const LABEL = /\s*(?:\+ )?(?:[A-Z]{1,2}\d{1,2}[).:]?(?=\s)|\+(?=\s))/iy;

/** Forms of a line's parts after its lift, the longer before what begins like it. */
const PARTS: readonly (readonly [MarkKind, RegExp])[] = [
  ["cue", /\/\/.*$/y],
  ["setup", /\[[^\]]*\]?/y],
  ["rounds", /(?:last|first)(?: \d+)? ?:|rounds? \d+(?:-\d+)? ?:/iy],
  ["link", />/y],
  ["link", /pause\b ?\d*\S*/iy],
  ["load", /@\S*/y],
  ["load", /[+-]\d+(?:\.\d+)?(?:%|kg|lb)(?: ?\/ ?round)?/iy],
  ["load", /\d+(?:\.\d+)? ?(?:kg|lb)s?(?![a-wyz])/iy],
  ["load", /&[^@>[/]*/y],
  ["effort", /rir ?[\d?-]\S*|rpe ?\d\S*/iy],
  ["tempo", /t[\dx?][^\s]*/iy],
  ["rest", /(?:rest|r|handover|transition|h) ?(?:\d\S*|partner\S*)/iy],
  ["scheme", /\d+ ?total\S*|\d[\d.,x×/-]*(?:s|sec|min|m|F|AMRAP)?\b|x ?\d+\S*|(?:AMRAP|F)\b/y],
];

/** Where the lift's name ends and its figures begin: at a figure, a sign or a word of the language. */
const NAME_ENDS =
  /\s(?=(?:[@[>&(]|\/\/|(?:\d+ ?x|\d[\d,.-]*(?:\s|$|x|s\b|total)|AMRAP\b|F\b|ramp\b|rir ?\d|r\d|h\d|t\d-)))/i;

/** Marks of one line, in its order, none over another. */
export function marksOf(line: string): Mark[] {
  if (TITLE.test(line)) return [{ from: 0, to: line.length, kind: "title" }];
  const setting = SETTING.exec(line) ?? HEADER.exec(line);
  if (setting) return [{ from: 0, to: setting[0].length, kind: "setting" }];
  const marks: Mark[] = [];
  let at = 0;
  for (const part of partsOf(line)) {
    marks.push(...marksOfLift(line.slice(at, at + part), at));
    at += part;
  }
  return marks;
}

/** Lengths of the lifts that one line joins by " + ". */
function partsOf(line: string): number[] {
  const lengths: number[] = [];
  let from = 0;
  for (const found of line.matchAll(/ \+ (?=\S)/g)) {
    lengths.push(found.index - from);
    from = found.index;
  }
  return [...lengths, line.length - from];
}

function marksOfLift(text: string, offset: number): Mark[] {
  const marks: Mark[] = [];
  const put = (from: number, to: number, kind: MarkKind) => {
    if (to > from) marks.push({ from: offset + from, to: offset + to, kind });
  };
  LABEL.lastIndex = 0;
  const label = LABEL.exec(text)?.[0] ?? /^(?:\s*\+)?\s*/.exec(text)![0];
  put(label.length - label.trimStart().length, label.length, "label");
  const start = label.length + (/^\s*/.exec(text.slice(label.length))?.[0].length ?? 0);
  const rest = text.slice(start);
  const quoted = /^"[^"]*"?\??/.exec(rest)?.[0];
  const end = start + (quoted?.length ?? NAME_ENDS.exec(rest)?.index ?? rest.trimEnd().length);
  put(start, end, "lift");
  for (let at = end; at < text.length; ) {
    const isApart =
      at === 0 || /[\s,(]/.test(text[at - 1]!) || /[\s,()]/.test(text[at]!) || marks.at(-1)?.to === offset + at;
    const found = isApart
      ? PARTS.map(([kind, form]) => {
          form.lastIndex = at;
          const hit = form.exec(text);
          return hit && hit[0].length > 0 ? { kind, length: hit[0].length } : null;
        }).find((one) => one !== null)
      : undefined;
    if (found) put(at, at + found.length, found.kind);
    at += found?.length ?? 1;
  }
  return marks;
}
