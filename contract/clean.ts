/** What comes from outside, before anything reads it: its depth limited, its texts such that every store can hold them. */

/** Objects and lists inside one another. A session is ten deep. */
export const MOST_DEPTH = 32;

/** How deep a JSON text nests, without parsing it. */
export function depthOf(json: string): number {
  let depth = 0;
  let most = 0;
  let quoted = false;
  for (let i = 0; i < json.length; i++) {
    const code = json.charCodeAt(i);
    if (quoted) {
      if (code === 92) i++;
      else if (code === 34) quoted = false;
    } else if (code === 34) quoted = true;
    else if (code === 123 || code === 91) most = Math.max(most, ++depth);
    else if (code === 125 || code === 93) depth--;
  }
  return most;
}

/** Control characters but for tab and new line, what a byte order leaves behind, and what turns the direction of all that follows. */
// biome-ignore lint/suspicious/noControlCharactersInRegex: these are what is taken out
const UNSEEN = /[\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f\u202a-\u202e\u2066-\u2069\ufeff\ufffe\uffff]/g;
const HALF = /[\ud800-\udfff]/;

/** A text without halves of characters and without what no keyboard writes. */
export function cleanText(text: string): string {
  const whole = HALF.test(text) ? text.toWellFormed() : text;
  return whole.replace(UNSEEN, "");
}

/** The same value with every text in it clean, its keys as well; the same object where nothing had to be done. */
export function cleanValue<T>(value: T): T {
  if (typeof value === "string") return cleanText(value) as T;
  if (value === null || typeof value !== "object") return value;
  if (Array.isArray(value)) {
    let changed = false;
    const cleaned = value.map((one) => {
      const next: unknown = cleanValue(one);
      changed ||= next !== one;
      return next;
    });
    return changed ? (cleaned as T) : value;
  }
  let changed = false;
  const entries = Object.entries(value).map(([key, one]): [string, unknown] => {
    const [name, next] = [cleanText(key), cleanValue(one)];
    changed ||= name !== key || next !== one;
    return [name, next];
  });
  return changed ? (Object.fromEntries(entries) as T) : value;
}
