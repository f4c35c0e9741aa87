/** The browser that journeys and measurements drive. */
import { existsSync } from "node:fs";
import { installDebian, UserFacingError } from "./system";

/** Debian packages to try, the first preferred: the headless shell draws no browser windows and so needs about a third less CPU. */
const PACKAGES = ["chromium-headless-shell", "chromium"] as const;

/** Where Chromium is; Debian's is installed where there is none. */
export function chromiumPath(): string {
  const asked = process.env.CHROMIUM;
  if (asked && !existsSync(asked))
    throw new UserFacingError(`Chromium was not found at ${asked}. Set CHROMIUM to its path.`);
  const known = asked ?? installed();
  if (known) return known;
  const [shell, whole] = PACKAGES;
  try {
    installDebian([shell], "Chromium");
  } catch (error) {
    if (!(error instanceof UserFacingError)) throw error;
    installDebian([whole], "Chromium");
  }
  const made = installed();
  if (!made) throw new UserFacingError("Chromium was not found. Set CHROMIUM to its path.");
  return made;
}

const installed = (): string | undefined => PACKAGES.map((name) => `/usr/bin/${name}`).find(existsSync);
