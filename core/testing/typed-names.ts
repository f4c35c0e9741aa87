/** Lists of names as people type them, each with what it should find: `names/*.txt`. */
import { readFileSync } from "node:fs";
import { join } from "node:path";
import { findExercise, offerExercises, SHIPPED_CATALOGUE } from "../exercise";

export interface TypedName {
  readonly typed: string;
  /** The names that are right; empty where it is to be offered and not read. */
  readonly wanted: readonly string[];
  /** Set-up that is to be read beside it, as "name value"; null where the list does not say. */
  readonly setup: string | null;
  /** Where it is not to be read: what is to be among the offers. */
  readonly offered: readonly string[];
}

export function readNames(list: "working" | "held-out" | "machines"): TypedName[] {
  const text = readFileSync(join(import.meta.dirname, "names", `${list}.txt`), "utf8");
  return text
    .split("\n")
    .filter((line) => line.trim() !== "" && !line.startsWith("#"))
    .map((line) => {
      const [typed = "", says = ""] = line.split(" | ");
      if (says.startsWith("?"))
        return {
          typed,
          wanted: [],
          setup: null,
          offered: says
            .slice(1)
            .split(",")
            .map((name) => name.trim())
            .filter(Boolean),
        };
      const setup = /\[(.*)\]/.exec(says)?.[1] ?? null;
      return {
        typed,
        wanted: says
          .replace(/\[.*\]/, "")
          .split(" / ")
          .map((name) => name.trim()),
        setup,
        offered: [],
      };
    });
}

export interface NameFigures {
  readonly names: number;
  /** Read at once as one that is right. */
  readonly read: number;
  /** Right among the first three offers, or read. */
  readonly offered: number;
  /** Read as something else, or read where it was to be offered. */
  readonly wrong: readonly string[];
  readonly missed: readonly string[];
}

/** How many of a list are read, offered, and read as something else. */
export function judgeNames(list: readonly TypedName[]): NameFigures {
  let [read, offered] = [0, 0];
  const wrong: string[] = [];
  const missed: string[] = [];
  for (const { typed, wanted, setup, offered: among } of list) {
    const found = findExercise(SHIPPED_CATALOGUE, typed);
    const offers = offerExercises(SHIPPED_CATALOGUE, typed).map(({ name }) => name);
    const beside = (found?.setup ?? []).map(({ name, value }) => `${name} ${value}`).join(", ");
    if (wanted.length === 0) {
      if (found) wrong.push(`${typed}: read as ${found.exercise.name}`);
      else read++;
      if (among.every((name) => offers.includes(name))) offered++;
      else missed.push(`${typed}: offers ${offers.join(", ")}`);
      continue;
    }
    const isRight = found !== null && wanted.includes(found.exercise.name);
    if (isRight && (setup === null || beside.includes(setup.replace(/^(\w+)$/, "$1")))) read++;
    else if (isRight) missed.push(`${typed}: beside it “${beside}”, not “${setup}”`);
    else if (found) wrong.push(`${typed}: read as ${found.exercise.name}`);
    else missed.push(`${typed}: offers ${offers.join(", ")}`);
    if (isRight || wanted.some((name) => offers.includes(name))) offered++;
  }
  return { names: list.length, read, offered, wrong, missed };
}
