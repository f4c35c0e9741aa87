/** What may come next at a caret: completion data for an editor. Each offer, taken, leaves a text that reads further. */
import type { Catalogue } from "../../exercise/exercise";
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
const LOADS: readonly (readonly [string, string])[] = [
  ["@RIR2", "the load for these reps with two in reserve"],
  ["@80kg", "a load"],
  ["@75%", "of the training max, else of e1RM"],
  ["@90%top", "of the lift's heaviest set"],
  ["@10RM", "a rep maximum"],
  ["@BW", "the body alone"],
  ["@BW+10kg", "the body and a load"],
];
const LINKS: readonly (readonly [string, string])[] = [
  ["> -20%x8", "straight on at a cut load"],
  ["> pause 15s x4", "a short rest inside the set"],
  ["> 8 partials long", "partial reps"],
  ["> hold 10s short", "a hold"],
];

/** At most twelve offers for a caret (an offset into the text), best first. */
export function completionsAt(text: string, caret: number, catalogue: Catalogue): Completion[] {
  const lineStart = text.lastIndexOf("\n", caret - 1) + 1;
  const line = normalise(text.slice(lineStart, caret));
  const slot = line.slice(line.lastIndexOf(" + ") < 0 ? 0 : line.lastIndexOf(" + ") + 3);
  const body = slot.replace(LABEL, "");
  const named = nameAt(body, catalogue);
  const opening = line.trim() === "" ? offers(SESSION_LINES, "", caret) : [];
  if (!named) return [...names(body, caret, catalogue), ...opening].slice(0, 12);
  const said = body.slice(named);
  const word = /\S*$/.exec(said)![0];
  const before = said.slice(0, said.length - word.length);
  // "Bench p" may go on as a longer name: "Bench" alone is one too.
  const longer = word === "" || /\d/.test(said) ? [] : names(body, caret, catalogue);
  return [...longer, ...next(before, word, caret)].slice(0, 12);
}

/** Where an exercise's name ends, when a whole name stands at the start and is followed by a space; else 0. */
function nameAt(body: string, catalogue: Catalogue): number {
  const folded = body.toLowerCase();
  let best = 0;
  for (const exercise of catalogue.list) {
    for (const name of [exercise.name, ...exercise.otherNames]) {
      const at = folded.startsWith(`${name.toLowerCase()} `)
        ? name.length
        : folded.startsWith(`"${name.toLowerCase()}" `)
          ? name.length + 2
          : 0;
      best = Math.max(best, at);
    }
  }
  return best;
}

function names(body: string, caret: number, catalogue: Catalogue): Completion[] {
  const typed = body.toLowerCase().replace(/^"/, "");
  const found = catalogue.list
    .map((exercise) => ({
      exercise,
      at: [exercise.name, ...exercise.otherNames]
        .map((name) => name.toLowerCase().indexOf(typed))
        .filter((at) => at >= 0),
    }))
    .filter(({ at }) => at.length > 0)
    .sort((a, b) => Math.min(...a.at) - Math.min(...b.at));
  return found.map(({ exercise }) => ({
    insert: `${exercise.name} `,
    from: caret - body.length,
    means: exercise.pattern,
  }));
}

function offers(list: readonly (readonly [string, string])[], word: string, caret: number): Completion[] {
  return list
    .filter(([insert]) => insert.toLowerCase().startsWith(word.toLowerCase()) && insert !== word)
    .map(([insert, means]) => ({ insert, from: caret - word.length, means }));
}

/** Offers after a name, by what has been said already. */
function next(before: string, word: string, caret: number): Completion[] {
  const clause = /(?:last|first|rounds?)(?: \d+(?:-\d+)?)?:\s*([^:]*)$/i.exec(before);
  const inClause = clause !== null;
  const here = clause?.[1] ?? before;
  if (!inClause && !/\d+ ?x|\d,|\dtotal/i.test(before)) return offers(SCHEMES, word, caret);
  const list: (readonly [string, string])[] = [];
  if (!/@/.test(here)) list.push(...LOADS);
  if (!/\b(rir|rpe) ?\d|@rir|@rpe/i.test(here)) list.push(["rir2", "reps in reserve"]);
  if (!/\bt[\dX?]/i.test(here)) list.push(["t3-1-1-0", "lower, pause, lift, pause"]);
  if (!inClause) {
    if (!/\br ?\d|rpartner/i.test(before)) list.push(["r90", "rest after each round"]);
    if (!/\bh ?\d/i.test(before)) list.push(["h8 + ", "handover to the next lift"]);
    if (!/ramp/i.test(before)) list.push(["ramp", "ramp sets before the first round"]);
    list.push(["last: ", "only in the last round"]);
  }
  list.push(...LINKS);
  return offers(list, word, caret);
}
