/** A session that was written for somebody else, or for nobody: what of it holds for a client who starts from it. */
import { DEFAULT_SETTINGS } from "../settings";
import type { Block, LoadRule, Segment, SessionDocument, Slot } from "./grammar";

/**
 * The same lifts, sets and reps, in no gym, and no load in kg that was another's. What stood at such a load is asked with a
 * reserve, so that it is found anew from this client's record.
 */
export function documentForClient(document: SessionDocument): SessionDocument {
  return {
    ...document,
    gymId: null,
    blocks: document.blocks.map(blockForClient),
    finisher: document.finisher && blockForClient(document.finisher),
  };
}

function blockForClient(block: Block): Block {
  const slotFor = (slot: Slot): Slot => ({
    ...slot,
    sets: slot.sets.map((set) => set && { ...set, segments: set.segments.map(segmentFor) }),
  });
  return { ...block, slots: block.slots.map(slotFor) };
}

const isOthersOwn = (load: LoadRule): boolean =>
  load.kind === "fixed" || (load.kind === "bodyweight" && load.added !== null);

function segmentFor(segment: Segment): Segment {
  if (!isOthersOwn(segment.load)) return segment;
  const { rir } = DEFAULT_SETTINGS.assumed;
  return { ...segment, load: { kind: "unsaid" }, rir: segment.rir ?? { low: rir, high: rir } };
}
