/** The beginning of a text, cut between characters and never within one. */
export function cutText(text: string, most: number): string {
  if (text.length <= most) return text;
  const end = /[\ud800-\udbff]/.test(text[most - 1] ?? "") ? most - 1 : most;
  return text.slice(0, end);
}

/** A text on one line: where it was broken there is a space. */
export const oneLine = (text: string): string => text.replace(/\s*[\r\n\t\u2028\u2029]+\s*/g, " ").trim();
