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
