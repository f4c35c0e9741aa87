/** What a lift that nobody knows yet may be made of, guessed from the words of its name. */

import type { Catalogue, Implement } from "./exercise";
import { offerExercises } from "./finder";
import { IMPLEMENT_WORDS, ONE_SIDE } from "./finder-words";
import { ROWS } from "./rows";
import type { Row } from "./rows/definition";
import type { Laterality } from "./setup";
import { wordsOf } from "./words";

const ROW_BY_ID = new Map(ROWS.map((row) => [row.id, row]));
const PLAIN_ROW: Row = { id: "", m: "row", on: "dumbbell" };

interface GuessedExercise {
  readonly motion: Row["m"];
  readonly implement: Implement;
  readonly station: string | null;
  readonly laterality: Laterality;
  /** Against the family's lead lift. */
  readonly ratio: number;
  readonly setupSeconds: number | null;
  readonly fraction: number | null;
  readonly cableDegrees: number | null;
}

/**
 * A first form to put right, never a fact: the motion of the nearest known lift; the implement that the name says, else that
 * lift's, with its station; the sides that the name says, else its.
 */
export function guessExercise(catalogue: Catalogue, name: string): GuessedExercise {
  const words = wordsOf(name);
  const nearest = offerExercises(catalogue, name, { most: 12 })
    .map(({ id }) => ROW_BY_ID.get(id))
    .find((row) => row !== undefined);
  const row = nearest ?? PLAIN_ROW;
  const oneSided = words.some((word) => ONE_SIDE.has(word));
  const said = words.map((word) => IMPLEMENT_WORDS[word]?.[0]).find((one) => one !== undefined);
  const implement = said === "dumbbells" && (oneSided || row.on === "dumbbell") ? "dumbbell" : (said ?? row.on);
  const isSame = implement === row.on;
  const byBody = implement === "bodyweight" || implement === "straps";
  const machine = words.includes("machine") ? "machine" : "cable";
  return {
    motion: row.m,
    implement,
    station: isSame ? (row.at ?? null) : implement === "stack" ? machine : implement === "sled" ? "lever" : null,
    laterality: oneSided ? "eachSide" : words.includes("alternating") ? "alternating" : (row.side ?? "both"),
    ratio: row.ratio ?? 1,
    setupSeconds: isSame ? (row.setup ?? null) : null,
    fraction: byBody ? (row.fraction ?? 0.5) : null,
    cableDegrees: implement === "stack" && machine === "cable" ? (isSame ? (row.cable ?? null) : 90) : null,
  };
}
