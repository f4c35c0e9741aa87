import { entryAt } from "./lists";

/** Levenshtein distance: the fewest insertions, deletions and replacements between two texts. */
export function editDistance(a: string, b: string): number {
  let previous = Array.from({ length: b.length + 1 }, (_, i) => i);
  for (let i = 1; i <= a.length; i++) {
    const current = [i];
    for (let j = 1; j <= b.length; j++) {
      const swap = entryAt(previous, j - 1) + (a[i - 1] === b[j - 1] ? 0 : 1);
      current.push(Math.min(entryAt(previous, j) + 1, entryAt(current, j - 1) + 1, swap));
    }
    previous = current;
  }
  return entryAt(previous, b.length);
}
