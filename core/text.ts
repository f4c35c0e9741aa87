/** The beginning of a text, cut between characters and never within one. */
export function cutText(text: string, most: number): string {
  if (text.length <= most) return text;
  const end = /[\ud800-\udbff]/.test(text[most - 1] ?? "") ? most - 1 : most;
  return text.slice(0, end);
}
