/** What an operation on a session comes to: edits, or the sentence why it cannot be done. */
import type { Edit } from "./edits";

export type Operation =
  | { readonly ok: true; readonly edits: readonly Edit[] }
  | { readonly ok: false; readonly message: string };

export const edits = (...list: Edit[]): Operation => ({ ok: true, edits: list });
export const no = (message: string): Operation => ({ ok: false, message });
export const NOT_THERE = no("That part is not in the session any more.");
