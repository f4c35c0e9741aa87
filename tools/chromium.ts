/** The browser that journeys and measurements drive. */
import { existsSync } from "node:fs";
import { found, installDebian, Plain } from "./system";

/** Where Chromium is; Debian's is installed where there is none. */
export function chromiumPath(): string {
  const known = process.env.CHROMIUM ?? "/usr/bin/chromium";
  if (!existsSync(known) && !found("chromium")) installDebian(["chromium"], "Chromium");
  if (!existsSync(known)) throw new Plain(`Chromium was not found at ${known}. Set CHROMIUM to its path.`);
  return known;
}
