/** A lift that starts with a load in one week and goes on by its rule in the weeks after. */
import type { Catalogue } from "../exercise";
import type { MakeId } from "../session";
import { type PatchSpan, type PlanDocument, patchDayId, sessionOfWeek } from "./plan";
import { appended, applyPlanEdits, type PlanEdit } from "./plan-edits";
import { writeLift } from "./write-lift";

type StartedLift =
  | { readonly ok: true; readonly edits: readonly PlanEdit[] }
  | { readonly ok: false; readonly message: string };

/** A load as it is typed on a lift's line: "@70kg", "@ 155lb", "@BW+10kg". */
const LOAD = /\s*@\s*\S+/g;

/**
 * `typed`: the sets of a lift as on its line, with the load to start with: "4x5 @70kg rir2". Sets, reps and reserve hold from the
 * week on; the load is that week's alone, so that the weeks after go on from it by the lift's rule.
 */
export function startLift(
  plan: PlanDocument,
  at: { readonly dayId: string; readonly week: number; readonly slotId: string },
  typed: string,
  catalogue: Catalogue,
  makeId: MakeId,
): StartedLift {
  const { dayId, week, slotId } = at;
  const withoutLoad = typed.replace(LOAD, "");
  if (withoutLoad === typed) return { ok: false, message: "Write the load to start with, such as 4x5 @70kg rir2." };
  const edits: PlanEdit[] = [];
  let now = plan;
  const spans: readonly (readonly [string, PatchSpan])[] = [
    [withoutLoad, { kind: "fromWeek", week }],
    [typed, { kind: "onlyWeek", week }],
  ];
  for (const [text, span] of spans) {
    const session = sessionOfWeek(now, dayId, week);
    if (!session) return { ok: false, message: "That day is not in the plan any more." };
    const written = writeLift(session.document, slotId, text, catalogue, makeId);
    if (!written.ok) return written;
    if (written.edits.length === 0) continue;
    const patch = { id: makeId(), dayId: patchDayId(now, dayId, week, span), edits: written.edits, span, note: "" };
    const added = appended(now, "patches", [patch]);
    const applied = applyPlanEdits(now, added);
    if (!applied.ok) return { ok: false, message: applied.message };
    now = applied.plan;
    edits.push(...added);
  }
  return edits.length === 0 ? { ok: false, message: "That is what it says already." } : { ok: true, edits };
}
