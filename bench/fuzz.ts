/** Arbitrary and mutated input for the parser and the document's check: never a crash, a hang or an unbounded session. */
import { readDocument } from "../contract";
import {
  allBlocks,
  DEFAULT_SETTINGS,
  expandSession,
  LIMITS,
  parseSession,
  printSession,
  SHIPPED_CATALOGUE,
  seededRandom,
} from "../core";
import { PLAN_TEXTS } from "./plan";

const SCRAPS = [
  "4x8",
  "@",
  "80kg",
  ">",
  "-20%",
  "x8",
  "last:",
  "(",
  ")*2",
  "r",
  "90",
  "t3-1-1-0",
  "Bench press",
  "+",
  "A1",
  ",",
  '"',
  "[",
  "]",
  "&band",
  "//",
  "in 60s",
  "F",
  "\n",
  "B:",
  "within",
  "99999999999",
  "round 2:",
  "only",
  "/side",
  "\u0000",
  "é",
  "٣x٨",
];

export interface FuzzResult {
  readonly cases: number;
  readonly slowestMs: number;
}

/** Mutates plan texts and documents with a seed; throws on the first broken promise. */
export function fuzz(cases: number, seed: number): FuzzResult {
  const random = seededRandom(seed);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
  let slowestMs = 0;
  for (let i = 0; i < cases; i++) {
    const started = performance.now();
    const text = mutateText(pick(PLAN_TEXTS), random, pick);
    let next = 0;
    const { document } = parseSession(text, SHIPPED_CATALOGUE, () => `f${next++}`);
    if (allBlocks(document).length > LIMITS.blocks) throw new Error(`too many blocks from ${JSON.stringify(text)}`);
    if (i % 10 === 0) {
      readDocument(mutateValue(JSON.parse(JSON.stringify(document)), random, pick));
      const checked = readDocument(JSON.parse(JSON.stringify(document)));
      if (checked.ok) {
        expandSession(checked.value, { catalogue: SHIPPED_CATALOGUE, settings: DEFAULT_SETTINGS });
        printSession(checked.value, SHIPPED_CATALOGUE);
      }
    }
    slowestMs = Math.max(slowestMs, performance.now() - started);
  }
  return { cases, slowestMs };
}

type Pick = <T>(list: readonly T[]) => T;

function mutateText(text: string, random: () => number, pick: Pick): string {
  const lines = text.split("\n");
  let line = pick(lines);
  const times = 1 + Math.floor(random() * 4);
  for (let i = 0; i < times; i++) {
    const at = Math.floor(random() * (line.length + 1));
    const cut = random() < 0.4 ? Math.floor(random() * 6) : 0;
    const scrap = random() < 0.6 ? pick(SCRAPS) : String.fromCharCode(32 + Math.floor(random() * 200));
    line = line.slice(0, at) + scrap + line.slice(at + cut);
  }
  return random() < 0.2 ? [...lines.slice(0, 6), line].join("\n") : line;
}

const VALUES = [null, -1, 0, 1e308, Number.NaN, "", "x".repeat(300), [], {}, true, { kind: "reps" }];

function mutateValue(value: unknown, random: () => number, pick: Pick): unknown {
  if (random() < 0.03) return pick(VALUES);
  if (Array.isArray(value)) return value.map((one) => mutateValue(one, random, pick));
  if (typeof value === "object" && value !== null)
    return Object.fromEntries(Object.entries(value).map(([key, one]) => [key, mutateValue(one, random, pick)]));
  return value;
}
