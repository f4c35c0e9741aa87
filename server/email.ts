/**
 * Emails go to the SMTP server that YARVEX_SMTP_URL names. Without one a folder stands in for it: each message is a file of the
 * open mail format (RFC 5322) that only the owner reads, and whoever runs Yarvex hands it on, or points a mail program there.
 */
import { createHash, randomBytes } from "node:crypto";
import { mkdirSync, readdirSync, rmSync, writeFileSync } from "node:fs";
import { join, relative } from "node:path";
import { createTransport } from "nodemailer";
import type { EmailProblem } from "../views";
import { logFault } from "./log";
import { count } from "./request";

/** Where emails wait. */
export const outboxFolder = (): string => process.env.YARVEX_OUTBOX ?? join(process.cwd(), ".yarvex", "outbox");

/** Where emails wait, as it may be said to anybody: nothing of this machine's own folders. */
export const outboxLocation = (): string => relative(process.cwd(), outboxFolder()).replace(/^\.\..*/, "its outbox");

/** Whether emails leave this machine by themselves. */
export const sendsBySmtp = (): boolean => Boolean(process.env.YARVEX_SMTP_URL);

/** Part of a file's name, by which what is about a person is found again without their address or id in it. */
export const markOf = (about: string): string => createHash("sha256").update(about).digest("hex").slice(0, 16);

interface Message {
  readonly to: string;
  readonly subject: string;
  readonly text: string;
  /** Ids of whom and what it is about, with whom its file goes. */
  readonly about?: readonly string[];
}

const toFile = createTransport({ streamTransport: true, buffer: true, newline: "windows" });

/** For how long the mail server is waited for, a step at a time. */
const PATIENCE = { connectionTimeout: 8_000, greetingTimeout: 8_000, socketTimeout: 15_000 } as const;

/** Sends a message; what went wrong is written to the log without the address, and answered; null: it went. */
export async function sendEmail({ about = [], ...message }: Message): Promise<EmailProblem | null> {
  const mail = { from: process.env.YARVEX_MAIL_FROM ?? "Yarvex <no-reply@localhost>", ...message };
  try {
    const url = process.env.YARVEX_SMTP_URL;
    if (url) await createTransport({ url, ...PATIENCE }).sendMail(mail);
    else {
      const { message: content } = await toFile.sendMail(mail);
      const start = `${Date.now()}-${randomBytes(3).toString("hex")}`;
      writeToOutbox({ start, about: [message.to, ...about], kind: "eml" }, content as Buffer);
    }
    count("emails");
    return null;
  } catch (error) {
    const {
      responseCode = 0,
      command = "",
      code = "",
    } = error as { responseCode?: number; command?: string; code?: string };
    count("emailsNotSent");
    logFault("sending an email", new Error(`${code} ${command} ${responseCode}`.trim()));
    // A mail server answers 5xx where trying again is of no use; a refused sign-in is our own fault and not the address's.
    return responseCode >= 500 && code !== "EAUTH" ? "refused" : "notSent";
  }
}

interface OutboxFile {
  readonly start: string;
  readonly about: readonly string[];
  readonly kind: string;
}

/** Writes a file that only the owner reads; its name holds marks of what it is about. */
export function writeToOutbox({ start, about, kind }: OutboxFile, content: string | Buffer): void {
  mkdirSync(outboxFolder(), { recursive: true, mode: 0o700 });
  const name = `${[start, ...about.map(markOf)].join("-")}.${kind}`;
  writeFileSync(join(outboxFolder(), name), content, { mode: 0o600 });
}

/** Takes away what was written to any of these addresses, or about any of these ids. */
export function deleteOutboxFiles(about: readonly string[]): void {
  let names: string[] = [];
  try {
    names = readdirSync(outboxFolder());
  } catch {
    return;
  }
  const marks = about.map(markOf);
  for (const name of names)
    if (marks.some((mark) => name.includes(`-${mark}`))) rmSync(join(outboxFolder(), name), { force: true });
}
