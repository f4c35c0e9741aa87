/** The folders of our own sources, for the checks that read all of them. */
import { readdirSync, readFileSync, statSync } from "node:fs";
import { join } from "node:path";
import { ROOT } from "./system";

export const SOURCE_FOLDERS = [
  "app",
  "bench",
  "contract",
  "core",
  "device",
  "e2e",
  "parts",
  "screens",
  "server",
  "tools",
  "ui",
  "views",
];

export interface SourceText {
  /** From the root of the project. */
  readonly path: string;
  readonly text: string;
}

/** Every file with one of these endings under some folders of the project; migrations are the database tool's own. */
export function sourceTexts(folders: readonly string[], ending: RegExp): SourceText[] {
  return folders.flatMap((folder) =>
    readdirSync(join(ROOT, folder)).flatMap((name): SourceText[] => {
      const path = `${folder}/${name}`;
      if (statSync(join(ROOT, path)).isDirectory()) return name === "migrations" ? [] : sourceTexts([path], ending);
      return ending.test(name) ? [{ path, text: readFileSync(join(ROOT, path), "utf8") }] : [];
    }),
  );
}
