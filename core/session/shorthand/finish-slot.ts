/** Makes a slot of a lift's draft: with ids, labels bound and rests. */

import { entryAt, firstOf } from "../../lists";
import type { LoadRule, RestAmount, RoundRest, Segment, Slot, WorkSet } from "../grammar";
import type { DraftSet, DraftSlot } from "./draft";
import type { Scanner } from "./scanner";

/** Makes ids for what is new. Passed in, so that parsing is deterministic. */
export type MakeId = () => string;

export function bindLabel(rule: LoadRule, labels: Map<string, string>, scanner: Scanner): LoadRule {
  if (rule.kind !== "ofSlot" || !rule.slotId.startsWith("label:")) return rule;
  const label = rule.slotId.slice("label:".length);
  const slotId = labels.get(label);
  if (!slotId) {
    const at = Math.max(0, scanner.text.toUpperCase().indexOf(label));
    scanner.failAt(
      at,
      label.length,
      `the label of a lift in this session (${[...labels.keys()].slice(0, 6).join(", ")})`,
    );
  }
  return { ...rule, slotId };
}

export function roundRest(slot: DraftSlot, rounds: number, withinTime: boolean, scanner: Scanner): RoundRest {
  const rests = slot.rest!;
  if ("partnersLeastSeconds" in rests) return { kind: "partnersWork", leastSeconds: rests.partnersLeastSeconds };
  if (rests.length === 1) return { kind: "each", rest: firstOf(rests) };
  if (!withinTime && rests.length !== rounds - 1) {
    scanner.failWord(
      slot.restAt,
      `${rounds - 1} rests for ${rounds} rounds: none follows the last (${rests.length} are written)`,
    );
  }
  return { kind: "list", rests };
}

function slotRest(slot: DraftSlot, rounds: number, isLast: boolean): Slot["restAfter"] {
  if (isLast) return null;
  const rests: readonly RestAmount[] | null =
    slot.transition ?? (slot.rest && "partnersLeastSeconds" in slot.rest ? null : slot.rest);
  if (!rests) return null;
  if (rests.length === 1) return { kind: "each", rest: firstOf(rests) };
  const padded = Array.from({ length: rounds }, (_, i) => entryAt(rests, Math.min(i, rests.length - 1)));
  return { kind: "list", rests: padded };
}

export function finishSlot(
  draft: DraftSlot,
  id: string,
  rounds: number,
  withinTime: boolean,
  isLast: boolean,
  bind: (rule: LoadRule) => LoadRule,
  makeId: MakeId,
): Slot {
  const count = withinTime ? draft.sets.length : rounds;
  const sets = Array.from({ length: count }, (_, round) => {
    const set = draft.sets[round] ?? null;
    return set && finishSet(set, makeId, bind);
  });
  return {
    id,
    lineage: lineageOf(draft.exerciseId, draft.setup),
    exerciseId: draft.exerciseId,
    laterality: draft.laterality,
    setup: draft.setup,
    cues: draft.cues,
    ramp: draft.ramp,
    rule: null,
    sets,
    restAfter: slotRest(draft, rounds, isLast),
  };
}

/** Set-up values that fit the machine to the body, or that the load accounts for: they leave sets comparable. */
const COMPARABLE_ANYWAY: ReadonlySet<string> = new Set(["seat", "pin", "pad", "angle"]);

/** The lift whose record a new slot continues until a coach says otherwise: the exercise in the set-up that matters to it. */
export function lineageOf(exerciseId: string, setup: Slot["setup"]): string {
  const matters = setup.filter(({ name }) => !COMPARABLE_ANYWAY.has(name.toLowerCase()));
  const values = matters.map(({ name, value }) => `${name}=${value}`.toLowerCase()).sort();
  return values.length === 0 ? exerciseId : `${exerciseId}|${values.join("|")}`;
}

export function finishSet(draft: DraftSet, makeId: MakeId, bind: (rule: LoadRule) => LoadRule): WorkSet {
  const segments: Segment[] = draft.segments.map((segment) => ({ ...segment, id: makeId(), load: bind(segment.load) }));
  return { id: makeId(), role: draft.role, stop: draft.stop, segments };
}
