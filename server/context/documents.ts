/** Stored documents, read once for each value. */
import { readDocument } from "../../contract";
import { allBlocks, type Catalogue, type SessionDocument } from "../../core";

/** A stored document in the present version. A broken one is our fault, never a person's. */
export function readStored(stored: unknown, { catalogue }: { readonly catalogue: Catalogue }): SessionDocument {
  const read = readDocument(stored, catalogue);
  if (!read.ok) throw new Error(`a stored document is broken: ${read.problems[0]?.field} ${read.problems[0]?.message}`);
  return read.value;
}

/** The lineages that a document's lifts continue. */
export const lineagesIn = (document: SessionDocument): string[] => [
  ...new Set(allBlocks(document).flatMap((block) => block.slots.map((slot) => slot.lineage))),
];
