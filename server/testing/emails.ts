/** The emails that were written, as whoever gets them reads them. */
import { mkdtempSync, readdirSync, readFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { type AddressObject, simpleParser } from "mailparser";
import { outboxFolder } from "../email";

/** Emails of this test file go to a folder of its own, by YARVEX_OUTBOX. */
export function ownOutbox(): void {
  process.env.YARVEX_OUTBOX = mkdtempSync(join(tmpdir(), "yarvex-outbox-"));
}

export interface WrittenEmail {
  /** The file's name. */
  readonly name: string;
  readonly to: string;
  readonly subject: string;
  readonly text: string;
}

/** Every email, or those to an address, the oldest first; none where nothing was ever written. */
export async function emailsTo(address = ""): Promise<WrittenEmail[]> {
  const all = readdirSync(outboxFolder())
    .filter((name) => name.endsWith(".eml"))
    .sort()
    .map(async (name) => {
      const { to, subject = "", text = "" } = await simpleParser(readFileSync(join(outboxFolder(), name)));
      return { name, to: (to as AddressObject).text, subject, text };
    });
  return (await Promise.all(all)).filter(({ to }) => to.startsWith(address));
}

/** The secret of the last email to an address; throws where there is none. */
export async function secretTo(address: string): Promise<string> {
  const secret = /\?t=(\S+)/.exec((await emailsTo(address)).at(-1)?.text ?? "")?.[1];
  if (!secret) throw new Error(`no email with a link went to ${address}`);
  return secret;
}
