/**
 * The words of a catalogue's names, made once: which names have a word, how rare it is, what is a slip of it, and which names mean one
 * lift here and another there.
 */
import { editDistance } from "../edit-distance";
import { entriesOf, entryAt } from "../lists";
import { identityCache } from "../memo";
import type { Catalogue, Exercise } from "./exercise";
import { BESIDE } from "./finder-words";
import { otherNamesOf, SHARED_NAMES } from "./other-names";
import { isPlaceholder, placeholderName } from "./placeholder";
import { joinParts, KNOWN_PARTS, partsOf, wordsOf } from "./words";

interface Phrase {
  readonly words: readonly string[];
  readonly exercise: Exercise;
  readonly isName: boolean;
}

export interface NameIndex {
  readonly phrases: readonly Phrase[];
  /** The phrases in which a word stands, by their places. */
  readonly byWord: ReadonlyMap<string, readonly number[]>;
  /** Names as they are written, without regard to capitals, hyphens and spaces. */
  readonly exact: ReadonlyMap<string, Exercise>;
  /** Names that mean one lift here and another there, by their words in order, with the lifts. */
  readonly shared: ReadonlyMap<string, readonly Exercise[]>;
  /** Parts of the names, and those that stand for something beside them. */
  readonly parts: ReadonlySet<string>;
  /** Parts by their spellings with one letter left out. */
  readonly slips: ReadonlyMap<string, readonly string[]>;
  readonly weights: ReadonlyMap<string, number>;
  /** The weight of all words of each phrase, by its place. */
  readonly written: readonly number[];
  /** Words of the texts that were read last. */
  readonly remembered: Map<string, string[]>;
  /** One figure for each phrase, all nought between uses. */
  readonly sums: Float64Array;
}

const indexes = identityCache<NameIndex>();

export const foldName = (name: string): string =>
  name
    .toLowerCase()
    .replace(/[\s-]+/g, " ")
    .trim();

export const indexOf = (catalogue: Catalogue): NameIndex => indexes(catalogue, [], () => indexMade(catalogue));

function indexMade(catalogue: Catalogue): NameIndex {
  const phrases: Phrase[] = [];
  const exact = new Map<string, Exercise>();
  const parts = new Set<string>([...KNOWN_PARTS, ...BESIDE]);
  // A lift that was known by its name alone, and is known now, is still found by that name.
  for (const [id, exercise] of catalogue.byId) {
    // What a name became is found by itself, where it kept that name.
    if (isPlaceholder(id) && exact.has(foldName(placeholderName(id)))) continue;
    for (const [place, name] of (isPlaceholder(id)
      ? [placeholderName(id)]
      : [exercise.name, ...otherNamesOf(exercise)]
    ).entries()) {
      for (const part of partsOf(name)) parts.add(part);
      const words = wordsOf(name);
      if (words.length > 0) phrases.push({ words, exercise, isName: place === 0 });
      // A lift's own name is stronger than another's other name.
      if (place === 0 || !exact.has(foldName(name))) exact.set(foldName(name), exercise);
    }
  }
  const shared = new Map<string, readonly Exercise[]>();
  for (const [name, ids] of entriesOf(SHARED_NAMES))
    shared.set(
      sharedKey(wordsOf(name)),
      ids.flatMap((id) => catalogue.byId.get(id) ?? []),
    );
  const byWord = new Map<string, number[]>();
  for (const [place, { words }] of phrases.entries())
    for (const word of words) {
      const places = byWord.get(word);
      if (places) places.push(place);
      else byWord.set(word, [place]);
    }
  const weights = new Map([...byWord].map(([word, places]) => [word, 1 / Math.sqrt(places.length)]));
  const slips = new Map<string, string[]>();
  for (const part of parts)
    if (part.length >= 4)
      for (const spelling of [part, ...shorter(part)]) slips.set(spelling, [...(slips.get(spelling) ?? []), part]);
  const written = phrases.map(({ words }) => words.reduce((sum, word) => sum + (weights.get(word) ?? 0), 0));
  return {
    phrases,
    byWord,
    exact,
    shared,
    parts,
    slips,
    weights,
    written,
    remembered: new Map(),
    sums: new Float64Array(phrases.length),
  };
}

export const sharedKey = (words: readonly string[]): string => [...words].sort().join(" ");

const shorter = (word: string): string[] => Array.from(word, (_, i) => word.slice(0, i) + word.slice(i + 1));

/** A word that nobody uses, put right where one known word is a slip of the finger away. */
function putRight(word: string, index: NameIndex): string {
  if (index.parts.has(word) || word.length < 4 || word.length > 20 || /\d/.test(word)) return word;
  const near = new Map<string, number>();
  for (const spelling of [word, ...shorter(word)])
    for (const known of index.slips.get(spelling) ?? [])
      if (!near.has(known)) near.set(known, editDistance(word, known));
  const most = word.length >= 7 ? 2 : 1;
  // Two letters changed places: an edit distance of two that is one slip.
  const isSwap = (known: string) =>
    known.length === word.length && [...known].sort().join("") === [...word].sort().join("");
  // The first letter is seldom the one that slips, and of four letters one in another's place is another word: "winch" is no
  // "pinch", "quay" no "quad".
  const isOther = (known: string) => word.length === 4 && known.length === 4 && !isSwap(known);
  const fits = [...near].filter(
    ([known, distance]) =>
      (distance <= most || (distance === 2 && isSwap(known))) &&
      (known[0] === word[0] || word.length >= 7) &&
      !isOther(known),
  );
  fits.sort((a, b) => a[1] - b[1] || (index.byWord.get(b[0])?.length ?? 0) - (index.byWord.get(a[0])?.length ?? 0));
  return fits[0]?.[0] ?? word;
}

/** A word that nobody uses and that is two known ones written together: "legpress". */
function parted(word: string, { parts }: NameIndex): string[] {
  if (parts.has(word) || word.length > 20) return [word];
  for (let at = 3; at <= word.length - 3; at++)
    if (parts.has(word.slice(0, at)) && parts.has(word.slice(at))) return [word.slice(0, at), word.slice(at)];
  return [word];
}

/** For each phrase in which any of the words stands, the sum of their weights. */
export function sumsOf(
  words: readonly string[],
  index: NameIndex,
  weightOf: (word: string) => number,
): (readonly [place: number, sum: number])[] {
  const { sums } = index;
  const touched: number[] = [];
  for (const word of words) {
    const weight = weightOf(word);
    for (const place of index.byWord.get(word) ?? []) {
      if (sums[place] === 0) touched.push(place);
      sums[place]! += weight;
    }
  }
  return touched.map((place) => {
    const sum = entryAt(sums, place);
    sums[place] = 0;
    return [place, sum] as const;
  });
}

export const countsOf = (words: readonly string[], index: NameIndex) => sumsOf(words, index, () => 1);

const MOST_LETTERS = 120;

/** A name is read, and offered for, several times in a row. */
const MOST_REMEMBERED = 500;

export function readWords(text: string, index: NameIndex): string[] {
  if (text.length > MOST_LETTERS) return [];
  const known = index.remembered.get(text);
  if (known) return known;
  const words = joinParts(partsOf(text).flatMap((part) => parted(putRight(part, index), index)));
  if (index.remembered.size >= MOST_REMEMBERED) index.remembered.clear();
  index.remembered.set(text, words);
  return words;
}
