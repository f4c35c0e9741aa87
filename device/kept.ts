/** What a page keeps on the device until it is saved: read through its schema, so that what an earlier build left does no harm. */
import { check, type Schema } from "../contract";

/** What is kept under a key; null where there is nothing, or what is there is none of this. `read` brings older forms up to date. */
export function readKept<T>(
  key: string,
  schema: Schema<T>,
  read: (stored: unknown) => unknown = (stored) => stored,
): T | null {
  try {
    const found = check(schema, read(JSON.parse(localStorage.getItem(key) ?? "null")));
    return found.ok ? found.value : null;
  } catch {
    return null;
  }
}

/** Keeps a value; null forgets it. */
export function keep(key: string, value: unknown): void {
  if (value === null) localStorage.removeItem(key);
  else localStorage.setItem(key, JSON.stringify(value));
}
