/** The letters that were written, as whoever gets them reads them. */
import { mkdtempSync, readdirSync, readFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { lettersFolder } from "../mail";

/** From here on letters go to a folder of the test's own. */
export function ownLetters(): void {
  process.env.YARVEX_OUTBOX = mkdtempSync(join(tmpdir(), "yarvex-outbox-"));
}

/** Every letter, or those to an address, the oldest first; none where nothing was ever written. */
export function lettersTo(address = ""): { readonly name: string; readonly text: string }[] {
  return readdirSync(lettersFolder())
    .sort()
    .map((name) => ({ name, text: readFileSync(join(lettersFolder(), name), "utf8") }))
    .filter(({ text }) => text.includes(`To: ${address}`));
}

/** The secret of the last letter to an address; throws where there is none. */
export function secretTo(address: string): string {
  const secret = /\?t=(\S+)/.exec(lettersTo(address).at(-1)?.text ?? "")?.[1];
  if (!secret) throw new Error(`no letter with a link went to ${address}`);
  return secret;
}
