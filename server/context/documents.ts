/** Stored documents, as this build reads them. */
import { isPresentPlan, readDocument, readPlan } from "../../contract";
import { type Catalogue, DOCUMENT_VERSION, type PlanDocument, type SessionDocument } from "../../core";
import type { PlanRow } from "../db/queries";

/**
 * A stored document in the present version. One of the present version was checked when it was written and is taken as it
 * is; an older one is brought up and checked. A broken one is our fault, never a person's.
 */
export function readStored(stored: SessionDocument, { catalogue }: { readonly catalogue: Catalogue }): SessionDocument {
  if (stored.version === DOCUMENT_VERSION) return stored;
  const read = readDocument(stored, catalogue);
  if (!read.ok) throw new Error(`a stored document is broken: ${read.problems[0]?.field} ${read.problems[0]?.message}`);
  return read.value;
}

/** The same of a stored plan. */
export function planOf(row: Pick<PlanRow, "document">): PlanDocument {
  if (isPresentPlan(row.document)) return row.document;
  const read = readPlan(row.document);
  if (!read.ok) throw new Error(`a stored plan is broken: ${read.problems[0]?.field} ${read.problems[0]?.message}`);
  return read.value;
}
