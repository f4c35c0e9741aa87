/** Reads the name of a lift off a line: where it ends, what it means, and what becomes of one that nobody knows. */
import { type Laterality, placeholderId, type SetupValue } from "../../exercise";
import { LIMITS } from "../grammar";
import type { Scanner } from "./scanner";

/** A lift as it was named: with the sides and the set-up that its name says. */
interface NamedLift {
  readonly id: string;
  readonly laterality: Laterality;
  readonly setup: readonly SetupValue[];
  /** How a name that fits several lifts was taken; null: it fits one. */
  readonly says: string | null;
}

export interface ExerciseLookup {
  /** The exercise that a name means; null where it is not sure. */
  readonly find: (name: string) => NamedLift | null;
  /** The name nearest to one that is not known. */
  readonly nearest: (name: string) => string | null;
  /** Whether a name that is not known keeps its place as a lift known by its name alone, or is refused. */
  readonly keepsUnknown: boolean;
}

/** A figure within a name: `incline 45 dumbbell press`, `45 degree back extension`, `1 arm row`; not `5 sets`, `8 ramp`. */
const FIGURE_IN_NAME =
  /\d{1,2}(?:°| ?deg(?:rees?)?\b)?\s+(?!(?:x|sets?|reps?|rounds?|times|kg|lbs?|s|sec|seconds?|min|minutes?|total|partials?|each|per|hold|max|amrap|failure|ramp|last|first|only|out|in|alt|alternating|on|rir|rpe|tempo|rest|warm-?up|working|shared|of|by|at|with|to|as|pause|long|middle|short)\b)(?:db|bb|kb|[a-z]{3,})/iy;

/** On a lift's own line. */
export const NAME_END =
  /\s+(?=\d|-,|@|\[|&|>|\(|\/\/|\+(\s|$)|ramp\b|F(\s|,|\/|$)|AMRAP\b|x\d|[rth]\d|(?:rir|rpe|rest|tempo|handover|transition) ?\d|rest partner|rpartner|(?:last|first|rounds?)\b[^:]*:)|\s*$/iy;

/** Where the name at the start of a lift ends, once something is written after it; null while the name is all there is. */
export function nameEnd(text: string): number | null {
  for (let end = 0; end < text.length; end++) {
    const stop = endsName(text, end, NAME_END);
    if (stop !== null) return stop >= text.length ? null : stop;
  }
  return null;
}

/** Where what follows a name begins, if the name ends here; else null. */
function endsName(text: string, end: number, ends: RegExp): number | null {
  ends.lastIndex = end;
  const stop = ends.exec(text);
  if (!stop) return null;
  FIGURE_IN_NAME.lastIndex = end + stop[0].length;
  return FIGURE_IN_NAME.test(text) ? null : end + stop[0].length;
}

/** Reads a name up to what ends it. */
export function readLiftName(s: Scanner, lookup: ExerciseLookup, ends: RegExp): NamedLift {
  s.skipSpaces();
  const start = s.position;
  let name = s.eat(/"([^"]*)"/y)?.[1];
  const open = name !== undefined && s.eatHere(/\?/y) !== null;
  if (name === undefined) {
    if (s.peek(/"/y)) s.fail("a closing quote after the exercise's name");
    let end = start;
    while (end < s.text.length && endsName(s.text, end, ends) === null) end++;
    name = s.text.slice(start, end).trim();
    s.position = end;
  }
  if (name === "") s.failAt(start, 1, "the name of an exercise");
  if (name.length > LIMITS.nameLength)
    s.failAt(start, name.length, `a name of at most ${LIMITS.nameLength} characters`);
  const found = lookup.find(name);
  if (found) {
    if (found.says) s.note(start, found.says);
    return found;
  }
  if (!open && !lookup.keepsUnknown)
    s.failAt(
      start,
      name.length,
      'an exercise that this studio knows, or "a new name"? for one that is not known yet',
      lookup.nearest(name),
    );
  s.unknown.push({ column: start + 1, length: s.position - start, name, isMarked: open });
  return { id: placeholderId(name), laterality: "both", setup: [], says: null };
}

/** What is written in brackets, on top of what the name says. */
export const joinSetup = (named: readonly SetupValue[], written: readonly SetupValue[]): readonly SetupValue[] => [
  ...named.filter(({ name }) => written.every((one) => one.name.toLowerCase() !== name)),
  ...written,
];

/** Within a chain: what follows the name of the part's own lift. */
export const LINK_NAME_END = /\s+(?=x ?\d|x ?F\b|xAMRAP|\d|@|\[|&|>|\)|\/\/|F(\s|$)|AMRAP\b|hold\b|-\d)|\s*$/iy;
