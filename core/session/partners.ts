/** Two sessions trained together: what of them is one, and what is each partner's own. */
import type { Catalogue } from "../exercise";
import type { WeightUnit } from "../units";
import { diffDocuments } from "./diff";
import { applyEdits, type Edit } from "./edits";
import type { SessionDocument } from "./grammar";
import { writeCells } from "./in-place";
import type { Operation } from "./operation";

/** Loads, efforts and what hangs beside a load are each partner's own, and so are name, gym and length; all else is shared. */
export function isShared(edit: Edit): boolean {
  if (edit.kind === "setSession") return false;
  if (edit.kind !== "setSegment") return true;
  return !["load", "rir", "beside"].includes(edit.field);
}

/** A partner's own cell as it is typed: their load and effort. What is shared is not changed here. */
export function writePartnerCell(
  document: SessionDocument,
  at: { readonly slotId: string; readonly round: number; readonly typed: string },
  catalogue: Catalogue,
  makeId: () => string,
  unit?: WeightUnit,
): Operation {
  const written = writeCells(document, [at], catalogue, makeId, unit);
  if (!written.ok) return written;
  const edited = applyEdits(document, written.edits);
  if (!edited.ok) return edited;
  const edits = diffDocuments(document, edited.document);
  return edits.some(isShared)
    ? {
        ok: false,
        message: "Only load and effort are the partner's own: reps, tempo and rests are written in the row above.",
      }
    : { ok: true, edits };
}
