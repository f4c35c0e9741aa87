/** What a phase shifts in a session, against its base (docs/handbook.md#mesocycle): sets, loads, reps in reserve. */

import { foundIn } from "../lists";
import { setsMore } from "../progress";
import {
  allBlocks,
  applyEdits,
  type Block,
  type LoadRule,
  plannedRounds,
  type Segment,
  type SessionDocument,
  type Slot,
  type WorkSet,
} from "../session";
import { clamp } from "../units";
import type { PhaseShift, PlanPhase } from "./phase";

export const NO_SHIFT: PhaseShift = { setsPercent: 0, loadPercent: 0, rir: 0 };

/** What each kind of phase shifts when it is chosen; a coach changes it. A deload halves the sets and keeps the load or nearly. */
export const USUAL_SHIFT: Readonly<Record<PlanPhase["kind"], PhaseShift>> = {
  build: NO_SHIFT,
  heavier: { setsPercent: -20, loadPercent: 2.5, rir: -1 },
  hold: NO_SHIFT,
  deload: { setsPercent: -50, loadPercent: -5, rir: 2 },
  // Loads are cut by the rules after a break; sets and effort come back with the weeks.
  comeback: { setsPercent: -35, loadPercent: 0, rir: 1 },
  peak: { setsPercent: -40, loadPercent: 0, rir: 0 },
  test: { setsPercent: -60, loadPercent: 0, rir: -1 },
};

/** The most reserve that is asked for. */
const MOST_RIR = 8;

/** The session with the phase's shift; working sets alone are touched, and every lift keeps one. */
export function shifted(document: SessionDocument, shift: PhaseShift): SessionDocument {
  if (shift.setsPercent === 0 && shift.loadPercent === 0 && shift.rir === 0) return document;
  const blocks = (list: readonly Block[]) => list.map((block) => shiftedBlock(block, shift));
  const fewer: SessionDocument = {
    ...document,
    blocks: blocks(document.blocks),
    finisher: document.finisher && shiftedBlock(document.finisher, shift),
  };
  return shift.setsPercent > 0 ? withMoreSets(fewer, shift.setsPercent) : fewer;
}

const countAt = (sets: number, percent: number): number => Math.max(1, Math.round(sets * (1 + percent / 100)));

export function shiftedBlock(block: Block, shift: PhaseShift): Block {
  const slots = block.slots.map((slot): Slot => {
    const working = slot.sets.filter((set) => set?.role === "working").length;
    let left = shift.setsPercent < 0 ? countAt(working, shift.setsPercent) : working;
    const kept = slot.sets.map((set) => (set?.role === "working" && left-- <= 0 ? null : set));
    return { ...slot, sets: kept.map((set) => (set?.role === "working" ? shiftedSet(set, shift) : set)) };
  });
  const used = Math.max(...slots.map((slot) => slot.sets.findLastIndex((set) => set !== null) + 1), 1);
  const rounds = plannedRounds(block.rounds);
  // Rounds against the clock are as many as fit.
  if (rounds === null) {
    const moved = (set: WorkSet | null) => (set?.role === "working" ? shiftedSet(set, shift) : set);
    return { ...block, slots: block.slots.map((slot) => ({ ...slot, sets: slot.sets.map(moved) })) };
  }
  if (used >= rounds) return { ...block, slots };
  const { restAfterRound: rest } = block;
  return {
    ...block,
    rounds: { kind: "fixed", count: used },
    restAfterRound: rest?.kind === "list" ? { kind: "list", rests: rest.rests.slice(0, Math.max(1, used - 1)) } : rest,
    slots: slots.map((slot) => ({
      ...slot,
      sets: slot.sets.slice(0, used),
      restAfter:
        slot.restAfter?.kind === "list" ? { kind: "list", rests: slot.restAfter.rests.slice(0, used) } : slot.restAfter,
    })),
  };
}

function shiftedSet(set: WorkSet, shift: PhaseShift): WorkSet {
  const segments = set.segments.map((segment, index): Segment => {
    const moved = (rir: number) => clamp(rir + shift.rir, 0, MOST_RIR);
    const rir = segment.rir && { low: moved(segment.rir.low), high: moved(segment.rir.high) };
    return { ...segment, rir, load: index === 0 ? shiftedLoad(segment.load, shift.loadPercent) : segment.load };
  });
  return { ...set, segments };
}

/** A load that a rule or a percent gives moves; one that was written stays. */
function shiftedLoad(load: LoadRule, percent: number): LoadRule {
  if (percent === 0) return load;
  switch (load.kind) {
    case "unsaid":
      return { kind: "ofNext", percent };
    case "ofNext":
      return { kind: "ofNext", percent: load.percent + percent };
    case "percentOfMax":
      return { ...load, percent: load.percent * (1 + percent / 100) };
    default:
      return load;
  }
}

function withMoreSets(document: SessionDocument, percent: number): SessionDocument {
  let grown = document;
  for (const { id } of allBlocks(document)) {
    for (const slotId of foundIn(allBlocks(grown), (one) => one.id === id).slots.map((slot) => slot.id)) {
      const block = foundIn(allBlocks(grown), (one) => one.id === id);
      const slot = foundIn(block.slots, (one) => one.id === slotId);
      const working = slot.sets.filter((set) => set?.role === "working").length;
      const edited = applyEdits(grown, setsMore({ block, slot }, countAt(working, percent) - working));
      if (edited.ok) grown = edited.document;
    }
  }
  return grown;
}
