/** What a browser is told with every answer: which scripts may run, and that the way here stays encrypted. */
import { createHash, randomBytes } from "node:crypto";
import { existsSync, readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";

/** Scripts that stand in pages which were made when the program was built, by what is in them. */
export function builtScripts(folder: string): string[] {
  if (!existsSync(folder)) return [];
  const pages = readdirSync(folder, { recursive: true, encoding: "utf8" }).filter((name) => name.endsWith(".html"));
  const hashes = pages.flatMap((name) =>
    [...readFileSync(join(folder, name), "utf8").matchAll(/<script(?![^>]*\ssrc=)[^>]*>([\s\S]*?)<\/script>/g)].map(
      ([, script]) => `'sha256-${createHash("sha256").update(script!).digest("base64")}'`,
    ),
  );
  return [...new Set(hashes)];
}

/** The page that may connect to a rep sensor, wherever it is: docs/sensor.md. */
const isFloor = (path: string): boolean => /^\/floor([/?]|$)/.test(path);

/** Runs our own files, the scripts that were built in, and those of this one answer. `path` is the page's, with what it asks. */
export function contentPolicy(nonce: string, built: readonly string[], path = "/"): string {
  return [
    "default-src 'self'",
    ["script-src 'self'", `'nonce-${nonce}'`, ...built].join(" "),
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data:",
    "font-src 'self'",
    isFloor(path) ? "connect-src 'self' ws: wss:" : "connect-src 'self'",
    "worker-src 'self'",
    "object-src 'none'",
    "frame-ancestors 'none'",
    "base-uri 'self'",
    "form-action 'self'",
  ].join("; ");
}

export const newNonce = (): string => randomBytes(16).toString("base64");

export const STRICT_TRANSPORT = "max-age=31536000";
