/**
 * Stands in for a mail service: each message is a file of the open mail format in a folder that only the owner reads. Whoever
 * runs Yarvex hands it on, or points a mail program there.
 */
import { createHash, randomBytes } from "node:crypto";
import { mkdirSync, readdirSync, rmSync, writeFileSync } from "node:fs";
import { join, relative } from "node:path";

/** Where letters wait. */
export const lettersFolder = (): string => process.env.YARVEX_OUTBOX ?? join(process.cwd(), ".yarvex", "outbox");

/** Where letters wait, as it may be said to anybody: nothing of this machine's own folders. */
export const lettersPlace = (): string => relative(process.cwd(), lettersFolder()).replace(/^\.\..*/, "its outbox");

/** Part of a file's name, by which a person's messages are found again without their address in it. */
export const markOf = (address: string): string => createHash("sha256").update(address).digest("hex").slice(0, 16);

export interface Message {
  readonly to: string;
  readonly subject: string;
  readonly text: string;
}

export function sendMail({ to, subject, text }: Message): void {
  const plain = (value: string) => value.replace(/[\r\n]+/g, " ");
  const lines = [
    `To: ${plain(to)}`,
    "From: Yarvex <no-reply@localhost>",
    `Subject: ${plain(subject)}`,
    `Date: ${new Date().toUTCString()}`,
    "MIME-Version: 1.0",
    "Content-Type: text/plain; charset=utf-8",
    "",
    text.replace(/\r?\n/g, "\r\n"),
    "",
  ];
  mkdirSync(lettersFolder(), { recursive: true, mode: 0o700 });
  const name = `${Date.now()}-${randomBytes(3).toString("hex")}-${markOf(to)}.eml`;
  writeFileSync(join(lettersFolder(), name), lines.join("\r\n"), { mode: 0o600 });
}

/** Takes away what was written to an address. */
export function forgetMail(address: string): void {
  let names: string[] = [];
  try {
    names = readdirSync(lettersFolder());
  } catch {
    return;
  }
  for (const name of names)
    if (name.endsWith(`-${markOf(address)}.eml`)) rmSync(join(lettersFolder(), name), { force: true });
}
