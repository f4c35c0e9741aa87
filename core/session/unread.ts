/**
 * A session's text may hold lines that do not read yet. At the desk they are pointed at; on the floor there is no time for
 * that, and nothing that was written down goes untrained.
 */
import { type Catalogue, trainedRegions } from "../exercise";
import { entryAt, firstOf } from "../lists";
import { sameValue } from "../same";
import type { Steps } from "../steps";
import { cutText } from "../text";
import { allBlocks, LIMITS, type NamedPlace, type SessionDocument, slotLabels } from "./grammar";
import { reconcile } from "./reconcile";
import type { MakeId } from "./shorthand/finish-slot";
import type { ExerciseLookup } from "./shorthand/lift-name";
import { exerciseLookup, exercisesIn, type ParsedSession, parseSessionSteps } from "./shorthand/parse";

export interface UnreadLine {
  /** 1-based. */
  readonly line: number;
  readonly text: string;
}

/** A line is read as written, then as each of its stand-ins; a line that another one's stand-in spoils needs a few more. */
const MOST_ROUNDS = 8;

/**
 * The session that a text asks for, to be trained now: each line that does not read stands as a lift known by its name
 * alone, with the sets and reps that can be made out. Ids are kept from the document that the text came from. In steps, a
 * line each; the cost grows with the number of lines.
 */
export function* trainableSteps(
  text: string,
  from: SessionDocument,
  catalogue: Catalogue,
  makeId: MakeId,
  places: readonly NamedPlace[] = [],
): Steps<{ readonly document: SessionDocument; readonly unread: readonly UnreadLine[] }> {
  const written = text.split(/\r?\n/);
  const lines = [...written];
  const tries = new Map<number, number>();
  // A name that the desk took for one of several lifts is that lift here too.
  const known = exercisesIn(from, catalogue);
  const usual = new Map(known.map(({ id }) => [id, 1]));
  const lookup = rememberedLookup(exerciseLookup(catalogue, { usual, trained: trainedRegions(known) }));
  // A line put right may let a later one be read, or show that it cannot be.
  for (let round = 1; ; round++) {
    const { document, errors } = yield* parseSessionSteps(lines, lookup, makeId, places);
    const found = new Set(errors.map(({ line }) => line - 1).filter((line) => line >= 0 && line < lines.length));
    for (const line of found) {
      const tried = tries.get(line) ?? 0;
      lines[line] = standIns(entryAt(written, line), line)[tried] ?? "";
      tries.set(line, tried + 1);
    }
    // What did read is kept by the parser in any case.
    if (found.size > 0 && round < MOST_ROUNDS) continue;
    const unread = [...tries.keys()].sort((a, b) => a - b);
    return {
      document: reconcile(from, document),
      unread: unread.map((line) => ({
        line: line + 1,
        text: cutText(entryAt(written, line).trim(), LIMITS.nameLength),
      })),
    };
  }
}

/** Each name is looked up once, however often its line is read. */
function rememberedLookup(lookup: ExerciseLookup): ExerciseLookup {
  // Not to be found is an answer too.
  const found = new Map<string, { readonly answer: ReturnType<ExerciseLookup["find"]> }>();
  const nearest = new Map<string, { readonly answer: string | null }>();
  const once = <T>(known: Map<string, { readonly answer: T }>, name: string, look: (name: string) => T): T => {
    const first = known.get(name) ?? { answer: look(name) };
    known.set(name, first);
    return first.answer;
  };
  return {
    ...lookup,
    find: (name) => once(found, name, lookup.find),
    nearest: (name) => once(nearest, name, lookup.nearest),
  };
}

/** The lines of a text that do not read, trimmed, each once, in their order. */
export function unreadLinesIn(text: string, errors: ParsedSession["errors"]): string[] {
  const lines = text.split(/\r?\n/);
  const found = errors.map(({ line }) => lines[line - 1]?.trim() ?? "").filter((line) => line !== "");
  return [...new Set(found)];
}

/**
 * The text of a session after an edit that was made beside its text: what stands now, with the lines that do not read where
 * they stood, below the same lift; null where every line reads. Takes the text before as it was typed and read, the document
 * before and after the edit, and the latter as it is printed.
 */
export function withUnreadLines(
  typed: string,
  { errors, lines: lineOf }: Pick<ParsedSession, "errors" | "lines">,
  before: SessionDocument,
  after: SessionDocument,
  printed: string,
): string | null {
  const lines = typed.split(/\r?\n/);
  const text = printed === "" ? [] : printed.split("\n");
  const [were, are] = [before, after].map((one) => allBlocks(one).flatMap(({ slots }) => slots));
  const labels = slotLabels(after);
  const placeOf = (slotId: string | undefined): number => {
    const label = labels.get(slotId ?? "");
    return label ? text.findIndex((line) => line.startsWith(`${label} `)) : -1;
  };
  let isAny = false;
  for (const line of [...new Set(errors.map((error) => error.line))].sort((a, b) => b - a)) {
    const unread = lines[line - 1];
    if (unread === undefined || unread.trim() === "") continue;
    const own = lineOf.indexOf(line);
    if (own >= 0) {
      // It reads but for its end: it stays as typed for as long as nothing of its lift is another.
      const at = placeOf(were![own]?.id);
      const isSame = sameValue(
        were![own],
        are!.find(({ id }) => id === were![own]?.id),
      );
      if (at < 0 || !isSame || !unread.trim().startsWith(firstOf(entryAt(text, at).split(" ")))) continue;
      text[at] = unread;
    } else {
      const above = lineOf
        .filter((one) => one < line)
        .sort((a, b) => a - b)
        .at(-1);
      const at = above === undefined ? -1 : placeOf(were![lineOf.lastIndexOf(above)]?.id);
      const isApart = above === undefined || lines.slice(above, line - 1).some((between) => between.trim() === "");
      if (above === undefined) text.unshift(unread, ...(SETTING.test(unread) || text.length === 0 ? [] : [""]));
      else if (at < 0) text.push(...(text.length > 0 ? [""] : []), unread);
      else text.splice(at + 1, 0, ...(isApart ? [""] : []), unread);
    }
    isAny = true;
  }
  return isAny ? text.join("\n") : null;
}

const SETTING = /^\s*(#|cap\b|warm-?up\b|gym\b|method\b|[A-Z]{1,2} ?:)/i;

/**
 * What the line may be trained as: the lift that its name is, with sets and reps alone, else one known by that name. Where
 * neither reads it is left out, and said; a line that sets something of the session or of a block has no stand-in.
 */
function standIns(line: string, index: number): string[] {
  if (SETTING.test(line) || index >= LIMITS.lines) return [];
  const [, label = "", rest = ""] =
    /^\s*([A-Z]{1,2}\d{1,2}[).:]?\s+)?(.*)$/i.exec(line.slice(0, LIMITS.lineLength)) ?? [];
  const words = firstOf(rest.split(/\d|@|>/)).replace(/["?+]/g, " ");
  const name = cutText(words.replace(/\s+/g, " ").trim(), 70);
  const scheme = /(\d{1,2})\s*[x×]\s*(\d{1,3})/i.exec(rest);
  const [sets, reps] = [Number(scheme?.[1] ?? 1), Number(scheme?.[2] ?? 0)];
  const asked = sets >= 1 && sets <= 40 && reps >= 1 ? `${sets}x${reps}` : "1xmax";
  return [`${label}${name} ${asked}`, `${label}"${name || `line ${index + 1}`}"? ${asked}`];
}
