/** What may come next at a caret: completion data for an editor. Each offer, taken, leaves a text that reads further. */
import { type Catalogue, commonExercises, findExercise, offerExercises, type UsageCounts } from "../../exercise";
import type { WeightUnit } from "../../units";
import { nameEnd } from "./lift-name";
import { normalise } from "./scanner";

export interface Completion {
  /** What replaces the text from `from` to the caret. */
  readonly insert: string;
  readonly from: number;
  readonly means: string;
}

const LABEL = /^\s*(?:\+ |[A-Za-z]{1,2}\d{1,2}[).:]?\s+)*/;
const SESSION_LINES: readonly (readonly [string, string])[] = [
  ["# ", "the session's title"],
  ["cap 60min", "the session's cap"],
  ["warm-up 5min ", "easy work and drills"],
];
const SCHEMES: readonly (readonly [string, string])[] = [
  ["3x8", "sets × reps"],
  ["4x8-10", "sets × a range of reps"],
  ["12,10,8,6", "round by round"],
  ["3xF", "to failure"],
  ["3x40s", "timed"],
  ["60total", "a rep goal"],
];
const loads = (unit: WeightUnit): readonly (readonly [string, string])[] => [
  ["@RIR2", "the load for these reps with two in reserve"],
  [unit === "kg" ? "@80kg" : "@175lb", "a load"],
  ["@75%", "of the training max, else of e1RM"],
  ["@90%top", "of the lift's heaviest set"],
  ["@10RM", "a rep maximum"],
  ["@BW", "the body alone"],
  [unit === "kg" ? "@BW+10kg" : "@BW+25lb", "the body and a load"],
];
const LINKS: readonly (readonly [string, string])[] = [
  ["> -20%x8", "straight on at a cut load"],
  ["> pause 15s x4", "a short rest inside the set"],
  ["> 8 partials long", "partial reps"],
  ["> hold 10s short", "a hold"],
];

/**
 * At most twelve offers for a caret (an offset into the text), best first; `usual` says which lifts are usual here, `unit` what
 * loads are written in.
 */
export function completionsAt(
  text: string,
  caret: number,
  catalogue: Catalogue,
  { usual, unit = "kg" }: { readonly usual?: UsageCounts; readonly unit?: WeightUnit } = {},
): Completion[] {
  const lineStart = text.lastIndexOf("\n", caret - 1) + 1;
  const line = normalise(text.slice(lineStart, caret));
  const slot = line.slice(line.lastIndexOf(" + ") < 0 ? 0 : line.lastIndexOf(" + ") + 3);
  const body = slot.replace(LABEL, "");
  const names = () =>
    (body.trim() === ""
      ? commonExercises(catalogue, 12, usual)
      : offerExercises(catalogue, body.replaceAll('"', ""), { most: 12, isTyping: true, usual })
    ).map(({ name, pattern }) => ({ insert: `${name} `, from: caret - body.length, means: pattern }));
  const opening = line.trim() === "" ? offers(SESSION_LINES, "", caret) : [];
  const named = nameEnd(body);
  if (named === null) {
    if (!body.endsWith(" ") || !findExercise(catalogue, body.replaceAll('"', ""), { usual }))
      return [...names(), ...opening].slice(0, 12);
    // "Bench " may go on as a longer name: "Bench" alone is one too.
    return [...offers(SCHEMES, "", caret), ...names()].slice(0, 12);
  }
  const said = body.slice(named);
  const word = /\S*$/.exec(said)![0];
  return next(said.slice(0, said.length - word.length), word, caret, unit).slice(0, 12);
}

function offers(list: readonly (readonly [string, string])[], word: string, caret: number): Completion[] {
  return list
    .filter(([insert]) => insert.toLowerCase().startsWith(word.toLowerCase()) && insert !== word)
    .map(([insert, means]) => ({ insert, from: caret - word.length, means }));
}

/** Offers after a name, by what has been said already. */
function next(before: string, word: string, caret: number, unit: WeightUnit): Completion[] {
  const clause = /(?:last|first|rounds?)(?: \d+(?:-\d+)?)?:\s*([^:]*)$/i.exec(before);
  const inClause = clause !== null;
  const here = clause?.[1] ?? before;
  if (!inClause && !/\d+ ?x|\d,|\dtotal/i.test(before)) return offers(SCHEMES, word, caret);
  const list: (readonly [string, string])[] = [];
  if (!/@/.test(here)) list.push(...loads(unit));
  if (!/\b(rir|rpe) ?\d|@rir|@rpe/i.test(here)) list.push(["rir2", "reps in reserve"]);
  if (!/\bt[\dX?]/i.test(here)) list.push(["t3-1-1-0", "lower, pause, lift, pause"]);
  if (!inClause) {
    if (!/\br ?\d|rpartner/i.test(before)) list.push(["r90", "rest after each round"]);
    if (!/\bh ?\d/i.test(before)) list.push(["h8 + ", "transition to the next lift"]);
    if (!/ramp/i.test(before)) list.push(["ramp", "ramp sets before the first round"]);
    list.push(["last: ", "only in the last round"]);
  }
  list.push(...LINKS);
  return offers(list, word, caret);
}
