/** What a coach types for a lift of a week, read as the desk reads it, as edits of that week's session. */
import { type Catalogue, exerciseOrThrow } from "../exercise";
import {
  allBlocks,
  type Block,
  diffDocuments,
  type Edit,
  errorWords,
  LIMITS,
  type MakeId,
  parseSession,
  type SessionDocument,
  type Slot,
  type WorkSet,
} from "../session";

type WrittenLift =
  | { readonly ok: true; readonly edits: readonly Edit[] }
  | { readonly ok: false; readonly message: string };

/**
 * `typed`: the sets of a lift as on its line, without its name: "4x5 rir2", "5,5,3 @90kg". Warm-ups stay, ids stay where a set
 * stays; alone in its block the lift's rounds go with its sets, in a superset its partners keep theirs.
 */
export function writeLift(
  document: SessionDocument,
  slotId: string,
  typed: string,
  catalogue: Catalogue,
  makeId: MakeId,
): WrittenLift {
  const block = allBlocks(document).find((one) => one.slots.some((slot) => slot.id === slotId));
  const slot = block?.slots.find((one) => one.id === slotId);
  if (!block || !slot) return { ok: false, message: "This lift is not in that week's session any more." };
  if (typed.trim() === "") return { ok: false, message: "Write sets and reps, such as 4x5 rir2." };
  const name = exerciseOrThrow(catalogue, slot.exerciseId).name.replaceAll('"', "");
  const read = parseSession(`"${name}" ${typed}`, catalogue, makeId);
  const [error] = read.errors;
  const written = read.document.blocks[0]?.slots[0];
  if (error) return { ok: false, message: errorWords(error) };
  if (!written || read.document.blocks.length > 1) return { ok: false, message: "Write the sets of one lift." };
  const working = written.sets.filter((set) => set?.role === "working");
  if (working.length === 0) return { ok: false, message: "Write sets and reps, such as 4x5 rir2." };
  const warmUps = slot.sets.filter((set) => set?.role === "warmUp");
  const old = slot.sets.filter((set): set is WorkSet => set?.role === "working");
  const sets = [...warmUps, ...working.map((set, index) => withIds(set!, old[index]))];
  if (sets.length > LIMITS.rounds) return { ok: false, message: `A lift has at most ${LIMITS.rounds} sets.` };
  const changed = withSets(block, { ...slot, sets, ramp: written.ramp.kind === "none" ? slot.ramp : written.ramp });
  const put = (one: Block) => (one.id === block.id ? changed : one);
  const after: SessionDocument = {
    ...document,
    blocks: document.blocks.map(put),
    finisher: document.finisher && put(document.finisher),
  };
  return { ok: true, edits: diffDocuments(document, after) };
}

/** A set as it was written, in the place of an old one: the same set, changed. */
function withIds(set: WorkSet, old: WorkSet | undefined): WorkSet {
  if (!old) return set;
  return {
    ...set,
    id: old.id,
    segments: set.segments.map((segment, index) => {
      const before = old.segments[index];
      // What was not said again stays: the tempo, the reserve, what is hung on.
      return before
        ? { ...segment, id: before.id, tempo: segment.tempo ?? before.tempo, rir: segment.rir ?? before.rir }
        : segment;
    }),
  };
}

function withSets(block: Block, slot: Slot): Block {
  const slots = block.slots.map((one) => (one.id === slot.id ? slot : one));
  if (block.rounds.kind === "withinTime") return { ...block, slots };
  const count = Math.max(...slots.map(({ sets }) => sets.findLastIndex((set) => set !== null) + 1));
  const rests = block.restAfterRound;
  return {
    ...block,
    rounds: { kind: "fixed", count },
    restAfterRound:
      rests?.kind === "list" ? { kind: "list", rests: rests.rests.slice(0, Math.max(1, count - 1)) } : rests,
    slots: slots.map((one) => ({
      ...one,
      sets: Array.from({ length: count }, (_, index) => one.sets[index] ?? null),
      restAfter:
        one.restAfter?.kind === "list" ? { kind: "list", rests: one.restAfter.rests.slice(0, count) } : one.restAfter,
    })),
  };
}
