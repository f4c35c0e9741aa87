/** What a module keeps between calls stands in one named place of it, which says what it is; a `let` beside the functions does not. */
import { expect, it } from "vitest";
import { sourceTexts } from "./sources";

it("no module has a variable of its own that is set anew", () => {
  const found = sourceTexts(
    ["app", "contract", "core", "device", "parts", "screens", "server", "ui", "views"],
    /\.tsx?$/,
  )
    .filter(({ path }) => !/\.test\.|\/testing\//.test(path))
    .flatMap(({ path, text }) => [...text.matchAll(/^(?:export )?let .*/gm)].map(([line]) => `${path}: ${line}`));
  expect(found).toEqual([]);
});
