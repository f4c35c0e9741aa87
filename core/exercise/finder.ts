/**
 * Finding an exercise by what a coach types (docs/handbook.md#exercises): whatever order the words stand in, with short forms and
 * slips, the implement or the muscle named beside the move, and words that are really set-up values read into the set-up of the
 * lift. What is not sure is offered and not read. Pure; the index of a catalogue is made once.
 */

import { entriesOf, entryAt, valueAt } from "../lists";
import type { Catalogue, Exercise } from "./exercise";
import { countsOf, foldName, indexOf, type NameIndex, readWords, sharedKey, sumsOf } from "./finder-index";
import { BESIDE, besideOf } from "./finder-words";
import { otherNamesOf } from "./other-names";
import type { RegionId } from "./regions";
import type { Laterality, SetupValue } from "./setup";
import { STAPLE, STAPLES } from "./staples";
import { wordsOf } from "./words";

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

interface Candidate extends FoundName {
  readonly score: number;
}

function candidates(words: readonly string[], index: NameIndex, usual: UsageCounts): Candidate[] {
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
function* havingAll(words: readonly string[], index: NameIndex): Generator<Exercise> {
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
function typedWords(text: string, index: NameIndex, isTyping: boolean) {
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
