/** Finding kept blocks and sessions by what they are made of: "giant sets for delts", "superset chest back", "drop set curl". */
import {
  allBlocks,
  blockNameWords,
  type Catalogue,
  exercisesIn,
  nameBlock,
  namedInText,
  type SessionDocument,
  type Settings,
  trainedRegions,
  wordsOf,
} from "../core";

/** Whether each word that is searched for is in its name, in the names of its structures and lifts, or a muscle that it trains. */
export function isOfStructure(
  search: string,
  { name, document }: { readonly name: string; readonly document: SessionDocument },
  { catalogue, settings }: { readonly catalogue: Catalogue; readonly settings: Settings },
): boolean {
  const lifts = exercisesIn(document, catalogue);
  const structures = allBlocks(document).map((block) => blockNameWords(nameBlock(block, catalogue, settings)));
  const words = new Set([name, document.title, ...structures, ...lifts.map((lift) => lift.name)].flatMap(wordsOf));
  const trained = trainedRegions(lifts);
  return wordsOf(search).every(
    (word) => words.has(word) || (namedInText(word)?.regions.some((region) => trained.has(region)) ?? false),
  );
}
