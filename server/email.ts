/**
 * Stands in for a mail service: each message is a file of the open mail format (RFC 5322) in a folder that only the owner
 * reads. Whoever runs Yarvex hands it on, or points a mail program there.
 */
import { createHash, randomBytes } from "node:crypto";
import { mkdirSync, readdirSync, rmSync, writeFileSync } from "node:fs";
import { join, relative } from "node:path";
import { createTransport } from "nodemailer";

/** Where emails wait. */
export const outboxFolder = (): string => process.env.YARVEX_OUTBOX ?? join(process.cwd(), ".yarvex", "outbox");

/** Where emails wait, as it may be said to anybody: nothing of this machine's own folders. */
export const outboxLocation = (): string => relative(process.cwd(), outboxFolder()).replace(/^\.\..*/, "its outbox");

/** Part of a file's name, by which a person's messages are found again without their address in it. */
export const markOf = (address: string): string => createHash("sha256").update(address).digest("hex").slice(0, 16);

interface Message {
  readonly to: string;
  readonly subject: string;
  readonly text: string;
}

const transport = createTransport({ streamTransport: true, buffer: true, newline: "windows" });

/** Writes a message into the outbox; rejects where the folder cannot be written. */
export async function sendEmail({ to, subject, text }: Message): Promise<void> {
  const { message } = await transport.sendMail({ from: "Yarvex <no-reply@localhost>", to, subject, text });
  mkdirSync(outboxFolder(), { recursive: true, mode: 0o700 });
  const name = `${Date.now()}-${randomBytes(3).toString("hex")}-${markOf(to)}.eml`;
  writeFileSync(join(outboxFolder(), name), message as Buffer, { mode: 0o600 });
}

/** Takes away what was written to an address. */
export function deleteEmailsTo(address: string): void {
  let names: string[] = [];
  try {
    names = readdirSync(outboxFolder());
  } catch {
    return;
  }
  for (const name of names)
    if (name.endsWith(`-${markOf(address)}.eml`)) rmSync(join(outboxFolder(), name), { force: true });
}
