/** Small pure functions on lists. */

/** Groups in the order in which their keys are first met. */
export function groupBy<T, K>(list: Iterable<T>, keyOf: (one: T) => K): Map<K, T[]> {
  const groups = new Map<K, T[]>();
  for (const one of list) {
    const key = keyOf(one);
    const group = groups.get(key);
    if (group) group.push(one);
    else groups.set(key, [one]);
  }
  return groups;
}

/** The most entries of `from` that already stand in the order of `to`; the others are what moved. */
export function unmoved<T>(from: readonly T[], to: readonly T[]): Set<T> {
  const place = new Map(to.map((one, index) => [one, index]));
  const run = from.filter((one) => place.has(one)).map((one) => place.get(one)!);
  // The longest rising subsequence, by patience: the last place of the best run of each length, and where it came from.
  const ends: number[] = [];
  const before = new Map<number, number | null>();
  for (const next of run) {
    let at = ends.findIndex((end) => end > next);
    if (at < 0) at = ends.length;
    before.set(next, at > 0 ? ends[at - 1]! : null);
    ends[at] = next;
  }
  const kept = new Set<T>();
  for (let next: number | null | undefined = ends.at(-1); next !== null && next !== undefined; next = before.get(next))
    kept.add(to[next]!);
  return kept;
}

/** The keys of a record of known keys, with their type: a record made by a table of kinds has no others. */
export const keysOf = <K extends string>(record: Readonly<Partial<Record<K, unknown>>>): K[] =>
  Object.keys(record) as K[];

/** The entries of a record of known keys, with their types. */
export const entriesOf = <K extends string, V>(record: Readonly<Partial<Record<K, V>>>): [K, V][] =>
  Object.entries(record) as [K, V][];

/** A record of known keys, each with its value. */
export const recordOfKeys = <K extends string, V>(keys: readonly K[], value: (key: K) => V): Record<K, V> =>
  Object.fromEntries(keys.map((key) => [key, value(key)])) as Record<K, V>;

/** The same record with other values. */
export const mapValues = <K extends string, A, B>(
  record: Readonly<Record<K, A>>,
  change: (value: A, key: K) => B,
): Record<K, B> => recordOfKeys(keysOf(record), (key) => change(record[key], key));

/** What must be there and is not: a mistake of ours, said where it is made and not where it is felt. */
function missing(what: string): never {
  throw new RangeError(`${what} is not there`);
}

/** The entry of a list at an index that it is known to have; throws a RangeError where it has not. */
export const entryAt = <T>(list: ArrayLike<T>, index: number): T =>
  list[index] ?? missing(`Entry ${index} of ${list.length}`);

/** The first entry of a list that has one; throws a RangeError where it is empty. */
export const firstOf = <T>(list: ArrayLike<T>): T => list[0] ?? missing("The first entry");

/** The last entry of a list that has one; throws a RangeError where it is empty. */
export const lastOf = <T>(list: ArrayLike<T>): T => list[list.length - 1] ?? missing("The last entry");

/** The value of a key that a map is known to have; throws a RangeError where it has not. */
export const valueAt = <K, V>(map: ReadonlyMap<K, V>, key: K): V =>
  map.get(key) ?? missing(`The value of ${String(key)}`);

/** The first entry for which something holds, which it is known to do for one; throws a RangeError where it does for none. */
export const foundIn = <T>(list: readonly T[], holds: (one: T) => boolean): T =>
  list.find(holds) ?? missing("What was looked for");
