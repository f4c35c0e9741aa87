/** Words that the glossary (docs/glossary.md) has retired do not come back: in code, comments, titles, sentences or guides. */
import { expect, it } from "vitest";
import { SOURCE_FOLDERS, sourceTexts } from "./sources";

/** What was said, and what is said now. What is stored keeps its name and is left out of the match. */
const RETIRED: readonly (readonly [retired: RegExp, now: string])[] = [
  [/\bsnags?\b|Snag/, "client alert"],
  [/selvedge/i, "weekly volume table"],
  [/\b(?:weft|warp|cloth|loom|knot|slub)s?\b/i, "line, bar, mark"],
  [/handover(?!Seconds\b|\|| ?\d)/i, "transition"],
  [/\blowering\b/i, "eccentric"],
  [/of help\b|(?:more|less) help\b/i, "assistance"],
  [/elbow flexors(?!")/, "biceps, on screen"],
  [/\b(?:boutsOf|Bout)\b/, "work interval"],
  [/\b(?:chainsOf|blockChains|isChainOver|nextChain)\b/, "round of a block"],
  [/\b(?:ImplementThread|threadsOf|threadKeyOf|grainOf)\b/, "implement loads, load increments"],
  [/\b(?:beServed|TakenBack|foretoldBy|goesBy|letterOf|letterSubject|shelves|KEEPS)\b/, "see the glossary"],
  [/\b(?:sendMail|lettersTo|ownLetters|askToFound|takeFounding)\b(?!\()/, "email, studio setup"],
  [/\bReadiness statement\b|\bNext move\b|\bGoes on by\b|\bFound a studio\b/, "see the screens' words in the glossary"],
];

it("no retired word is used", () => {
  const found = sourceTexts([...SOURCE_FOLDERS, "docs"], /\.(tsx?|css|md)$/)
    .filter(({ path }) => !/retired-words\.test\.ts$|glossary\.md$/.test(path))
    .flatMap(({ path, text }) =>
      text
        .split("\n")
        .flatMap((line, index) =>
          RETIRED.filter(([retired]) => retired.test(line)).map(
            ([retired, now]) => `${path}:${index + 1}: ${retired.exec(line)![0]} is now: ${now}`,
          ),
        ),
    );
  expect(found).toEqual([]);
});
