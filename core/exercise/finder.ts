/**
 * Finding an exercise by what a coach types (docs/handbook.md#exercises): whatever order the words stand in, with short forms and
 * slips, the implement or the muscle named beside the move, and words that are really set-up values read into the set-up of the
 * lift. What is not sure is offered and not read. Pure; the index of a catalogue is made once.
 */

import { editDistance } from "../edit-distance";
import { entriesOf, entryAt, valueAt } from "../lists";
import { identityCache } from "../memo";
import type { Catalogue, Exercise } from "./exercise";
import { BESIDE, besideOf } from "./finder-words";
import { otherNamesOf, SHARED_NAMES } from "./other-names";
import { isPlaceholder, placeholderName } from "./placeholder";
import type { RegionId } from "./regions";
import type { Laterality, SetupValue } from "./setup";
import { STAPLE, STAPLES } from "./staples";
import { joinParts, KNOWN_PARTS, partsOf, wordsOf } from "./words";

/** How often an exercise is used here, by its id: by the client most of all, then in the studio. */
export type UsageCounts = ReadonlyMap<string, number>;

/** What is known where a name is typed. */
export interface NameContext {
  readonly usual?: UsageCounts | undefined;
  /** The regions that the other lifts of the session train. */
  readonly trained?: ReadonlySet<RegionId> | undefined;
}

export interface FoundName {
  readonly exercise: Exercise;
  /** Where the name alone would fit several lifts: what decided which is meant; null: the name itself. */
  readonly decidedBy: "habit" | "session" | null;
  /** What the name said beside the lift: a grip, a bench's angle. */
  readonly setup: readonly SetupValue[];
  /** The sides, where the name said so. */
  readonly laterality: Laterality | null;
}

interface Phrase {
  readonly words: readonly string[];
  readonly exercise: Exercise;
  readonly isName: boolean;
}

interface Index {
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

const indexes = identityCache<Index>();

const foldName = (name: string): string =>
  name
    .toLowerCase()
    .replace(/[\s-]+/g, " ")
    .trim();

const indexOf = (catalogue: Catalogue): Index => indexes(catalogue, [], () => indexMade(catalogue));

function indexMade(catalogue: Catalogue): Index {
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

const sharedKey = (words: readonly string[]): string => [...words].sort().join(" ");

const shorter = (word: string): string[] => Array.from(word, (_, i) => word.slice(0, i) + word.slice(i + 1));

/** A word that nobody uses, put right where one known word is a slip of the finger away. */
function putRight(word: string, index: Index): string {
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

interface Candidate extends FoundName {
  readonly score: number;
}

/** For each phrase in which any of the words stands, the sum of their weights. */
function sumsOf(
  words: readonly string[],
  index: Index,
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

const countsOf = (words: readonly string[], index: Index) => sumsOf(words, index, () => 1);

function candidates(words: readonly string[], index: Index, usual: UsageCounts): Candidate[] {
  const best = new Map<string, Candidate>();
  for (const [place, count] of countsOf(words, index)) {
    const phrase = entryAt(index.phrases, place);
    if (count < phrase.words.length) continue;
    const { exercise } = phrase;
    const rest = words.filter((word) => !phrase.words.includes(word));
    const beside = besideOf(rest, exercise);
    if (!beside) continue;
    const score = 10 * count - beside.cost + (phrase.isName ? 0.2 : 0) + (usual.has(exercise.id) ? 0.1 : 0);
    const known = best.get(exercise.id);
    if (!known || score > known.score)
      best.set(exercise.id, {
        exercise,
        decidedBy: null,
        setup: beside.setup,
        laterality: beside.laterality,
        score,
      });
  }
  return [...best.values()].sort((a, b) => b.score - a.score);
}

/** Of lifts that a text may mean, the one that is usual here: used, and at least twice as often as any other. */
function usualOf(fits: Iterable<Exercise>, usual: UsageCounts): Exercise | null {
  const used = new Map<Exercise, number>();
  for (const exercise of fits) if (usual.has(exercise.id)) used.set(exercise, valueAt(usual, exercise.id));
  const [first, second] = [...used].sort((a, b) => b[1] - a[1]);
  return first && (!second || first[1] >= 2 * second[1]) ? first[0] : null;
}

/** The lifts whose names have all of the words, among others. */
function* havingAll(words: readonly string[], index: Index): Generator<Exercise> {
  for (const [place, count] of countsOf(words, index))
    if (count === words.length) yield entryAt(index.phrases, place).exercise;
}

/** Which of several lifts is meant: the one that trains what the session's others train, else the one that is usual here. */
function decide(
  fits: readonly FoundName[],
  { usual = NOTHING, trained }: NameContext,
  isAskedWhenAlone: boolean,
): FoundName | null {
  if (fits.length === 1 && !isAskedWhenAlone) return fits[0]!;
  const near = trained ? fits.filter(({ exercise }) => trainsAny(exercise, trained)) : [];
  if (near.length === 1) return { ...near[0]!, decidedBy: "session" };
  const left = near.length > 0 ? near : fits;
  const habit = usualOf(
    left.map(({ exercise }) => exercise),
    usual,
  );
  const meant = left.find(({ exercise }) => exercise === habit);
  return meant ? { ...meant, decidedBy: "habit" } : null;
}

/** Whether a lift trains directly what others train directly. */
const trainsAny = ({ shares }: Exercise, trained: ReadonlySet<RegionId>): boolean =>
  entriesOf(shares).some(([region, share]) => share === 1 && trained.has(region));

/** The regions that lifts train directly. */
export function trainedRegions(exercises: Iterable<Exercise>): ReadonlySet<RegionId> {
  const trained = new Set<RegionId>();
  for (const { shares } of exercises)
    for (const [region, share] of entriesOf(shares)) if (share === 1) trained.add(region);
  return trained;
}

const NOTHING: UsageCounts = new Map();

const MOST_LETTERS = 120;

/** The exercise that a name means, with what it says beside; null where it is not sure. */
export function findExercise(catalogue: Catalogue, text: string, context: NameContext = {}): FoundName | null {
  const { usual = NOTHING } = context;
  const index = indexOf(catalogue);
  const exact = index.exact.get(foldName(text));
  if (exact) return { ...PLAIN, exercise: exact };
  const words = readWords(text, index);
  if (words.length === 0) return null;
  const shared = index.shared.get(sharedKey(words));
  if (shared)
    return decide(
      shared.map((exercise) => ({ ...PLAIN, exercise })),
      context,
      true,
    );
  const found = candidates(words, index, usual);
  const [first] = found;
  if (first)
    return decide(
      found.filter(({ score }) => score === first.score),
      context,
      false,
    );
  const exercise = usual.size === 0 ? null : usualOf(havingAll(words, index), usual);
  return exercise && { ...PLAIN, exercise, decidedBy: "habit" };
}

/** A name that says nothing beside its lift. */
const PLAIN = { setup: [], laterality: null, decidedBy: null } as const;

/** The lifts of which a name means now one, now another; none where it is no such name. */
export const sharedName = (catalogue: Catalogue, text: string): readonly Exercise[] => {
  const index = indexOf(catalogue);
  return index.shared.get(sharedKey(readWords(text, index))) ?? [];
};

/** A name is read, and offered for, several times in a row. */
const MOST_REMEMBERED = 500;

function readWords(text: string, index: Index): string[] {
  if (text.length > MOST_LETTERS) return [];
  const known = index.remembered.get(text);
  if (known) return known;
  const words = joinParts(partsOf(text).map((part) => putRight(part, index)));
  if (index.remembered.size >= MOST_REMEMBERED) index.remembered.clear();
  index.remembered.set(text, words);
  return words;
}

/** What is usual here, then what is common everywhere: offered where nothing is said yet. */
export function commonExercises(catalogue: Catalogue, most: number, usual: UsageCounts = NOTHING): Exercise[] {
  const used = [...usual].sort((a, b) => b[1] - a[1]).map(([id]) => id);
  return [...new Set([...used, ...STAPLES])]
    .map((id) => catalogue.byId.get(id))
    .filter((exercise) => exercise !== undefined)
    .slice(0, most);
}

/** So many of the nearest are looked at closely. */
const SHORTLIST = 12;

/** A word that no name has says little, and takes nothing away from the others. */
const UNKNOWN_WEIGHT = 0.05;

/**
 * The exercises that a text comes nearest to, best first: by the words they share, then by what is usual here, then by how common
 * they are. While it is typed, the last word may be a beginning.
 */
export function offerExercises(
  catalogue: Catalogue,
  text: string,
  {
    most = 3,
    isTyping = false,
    ...context
  }: NameContext & { readonly most?: number; readonly isTyping?: boolean } = {},
): Exercise[] {
  const { usual = NOTHING } = context;
  const index = indexOf(catalogue);
  const { words, beginning, isBegun } = typedWords(text, index, isTyping);
  const weightOf = (word: string) => index.weights.get(word) ?? UNKNOWN_WEIGHT;
  const asked = words.reduce((sum, word) => sum + weightOf(word), 0);
  const begun = beginning
    ? [...index.byWord.keys()].filter((word) => word.startsWith(beginning) && !words.includes(word))
    : [];
  const isWhole = new Set(words);
  // Where the last word is one by itself, a longer one that begins so is less likely meant.
  const shared = sumsOf(
    [...words, ...begun],
    index,
    (word) => (isWhole.has(word) ? 1 : isBegun ? 0.8 : 0.4) * weightOf(word),
  );
  const standing = ({ id }: Exercise): number => {
    const used = usual.get(id) ?? 0;
    return 0.4 * (STAPLE.get(id) ?? 0) + (used > 0 ? 0.2 + 0.02 * Math.log(used) : 0);
  };
  // Words of what a lift is usually called say more than those of another name of it.
  const likeness = (place: number, sum: number) =>
    (2 * sum) / (asked + entryAt(index.written, place)) + (entryAt(index.phrases, place).isName ? 0.1 : 0);
  const nearest: { place: number; sum: number; score: number }[] = [];
  for (const [place, sum] of shared) {
    const score = likeness(place, sum) + standing(entryAt(index.phrases, place).exercise);
    if (nearest.length === SHORTLIST && score <= entryAt(nearest, SHORTLIST - 1).score) continue;
    let at = nearest.length;
    while (at > 0 && entryAt(nearest, at - 1).score < score) at--;
    nearest.splice(at, 0, { place, sum, score });
    if (nearest.length > SHORTLIST) nearest.pop();
  }
  const scores = new Map<Exercise, number>();
  for (const { place, sum } of nearest) {
    const phrase = entryAt(index.phrases, place);
    let fitting = sum;
    for (const word of words)
      if (!phrase.words.includes(word)) fitting += (besideOf([word], phrase.exercise) ? 0.6 : -0.3) * weightOf(word);
    const score = likeness(place, fitting) + standing(phrase.exercise);
    if (score > (scores.get(phrase.exercise) ?? 0.1)) scores.set(phrase.exercise, score);
  }
  const full = findExercise(catalogue, text, context)?.exercise;
  if (full) scores.set(full, 10);
  for (const exercise of sharedName(catalogue, text)) scores.set(exercise, (scores.get(exercise) ?? 0) + 5);
  return [...scores]
    .sort((a, b) => b[1] - a[1])
    .slice(0, most)
    .map(([exercise]) => exercise);
}

/** The words of a text; while it is typed, with the last one apart where it is but the beginning of one. */
function typedWords(text: string, index: Index, isTyping: boolean) {
  const beginning = isTyping && !text.endsWith(" ") ? wordsOf(text).at(-1) : undefined;
  const isBegun = beginning !== undefined && !index.byWord.has(beginning);
  const whole = isBegun ? text.slice(0, text.trimEnd().lastIndexOf(" ") + 1) : text;
  return { words: readWords(whole, index), beginning, isBegun };
}

/** Whether an exercise has every word that was typed, in one of its names or beside it; the last word may be a beginning. */
export function hasEveryWord(catalogue: Catalogue, text: string, exercise: Exercise): boolean {
  const index = indexOf(catalogue);
  const { words, beginning, isBegun } = typedWords(text, index, true);
  const names = [exercise.name, ...otherNamesOf(exercise)].map(wordsOf);
  const isMeant = (word: string, name: readonly string[]) => name.includes(word) || besideOf([word], exercise) !== null;
  const isBeginning = (start: string, name: readonly string[]) =>
    name.some((word) => word.startsWith(start)) ||
    [...BESIDE].some((word) => word.startsWith(start) && besideOf([word], exercise) !== null);
  return (
    (words.length > 0 || isBegun) &&
    (names.some((name) => words.every((word) => isMeant(word, name)) && (!isBegun || isBeginning(beginning!, name))) ||
      sharedName(catalogue, text).includes(exercise))
  );
}
