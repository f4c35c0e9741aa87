/** A lift as it comes into a session: a line as it is typed, or a name alone with the sets that are usual for it. */
import { type Catalogue, type Exercise, exerciseOrThrow, isPlaceholder, type NameContext } from "../exercise";
import { decimal } from "../units";
import type { Block } from "./grammar";
import type { Exposure } from "./log";
import type { MakeId } from "./shorthand/finish-slot";
import { parseSession } from "./shorthand/parse";
import { errorWords } from "./shorthand/scanner";

/** Patterns that are walked with or held: asked for time. */
const BY_TIME: ReadonlySet<string> = new Set(["carry"]);

/**
 * The sets of a lift where nothing is said: as they were asked last time, else by what kind of lift it is. In the words of a line.
 */
export function usualSets(exercise: Exercise, last: Exposure | null): string {
  const asked =
    last?.sets.filter(({ working, target, seconds }) => working && target !== null && seconds === null) ?? [];
  const [first] = asked;
  if (first?.target) {
    const { low, high } = first.target;
    const rir = first.targetRir === null ? "" : ` rir${decimal(first.targetRir)}`;
    return `${asked.length}x${low === high ? low : `${low}-${high}`}${rir}`;
  }
  const held = last?.sets.filter(({ working, seconds }) => working && seconds !== null) ?? [];
  if (held[0]?.seconds) return `${held.length}x${decimal(held[0].seconds)}s`;
  if (isPlaceholder(exercise.id)) return "3x8-12";
  if (BY_TIME.has(exercise.pattern) || /\bplank\b|\bhold\b|\bhang\b/i.test(exercise.name)) return "3x30s";
  return exercise.joints === "multi" ? "3x6-10 rir2" : "3x10-15 rir2";
}

export interface NewLiftContext {
  /** The last time that a lift was done. */
  readonly lastOf: (lineage: string) => Exposure | null;
  /** What is usual here, and what the session trains already. */
  readonly context?: NameContext;
}

export type ReadLift =
  | { readonly ok: true; readonly blocks: readonly Block[] }
  | { readonly ok: false; readonly message: string };

/** A name alone, with its usual sets; or what is typed as on lines, one block or several. */
export function readNewLifts(
  typed: string,
  catalogue: Catalogue,
  makeId: MakeId,
  { lastOf, context = {} }: NewLiftContext,
): ReadLift {
  const parse = (text: string) => parseSession(text, catalogue, makeId, [], context);
  if (typed.trim() === "") return { ok: false, message: "Write the name of a lift." };
  const read = parse(typed);
  const [error] = read.errors;
  const { blocks, finisher } = read.document;
  if (!error && (blocks.length > 0 || finisher)) return { ok: true, blocks: finisher ? [...blocks, finisher] : blocks };
  // A name alone lacks nothing but its sets.
  const isOneLine = !typed.trim().includes("\n");
  const named = isOneLine ? parse(`${typed.trim()} 3x8`).document.blocks[0]?.slots[0] : null;
  if (named && error && error.column > typed.trim().length) {
    const exercise = exerciseOrThrow(catalogue, named.exerciseId);
    const whole = parse(`${typed.trim()} ${usualSets(exercise, lastOf(named.lineage))}`);
    if (whole.errors.length === 0) return { ok: true, blocks: whole.document.blocks };
  }
  if (!error) return { ok: false, message: "Write a lift with its sets, such as Bench press 4x8." };
  const line = isOneLine ? "" : `Line ${error.line}: `;
  return { ok: false, message: `${line}expected ${errorWords(error)}.` };
}
