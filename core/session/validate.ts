/** What the types cannot say about a document: counts that must agree, references that must exist, limits. */
import { type Catalogue, isTrainable } from "../exercise";
import {
  allBlocks,
  type Block,
  LIMITS,
  plannedRounds,
  type SessionDocument,
  type Slot,
  slotLabels,
  type WorkSet,
} from "./grammar";

interface DocumentProblem {
  /** The id of the block, slot or set that is wrong; "session" for the whole. */
  readonly place: string;
  readonly message: string;
}

/** All problems of a document; empty when it is sound. Bounded work on any input that has the document's shape. */
export function validateDocument(document: SessionDocument, catalogue: Catalogue): DocumentProblem[] {
  const problems: DocumentProblem[] = [];
  const blocks = allBlocks(document);
  if (blocks.length > LIMITS.blocks)
    return [{ place: "session", message: `A session holds at most ${LIMITS.blocks} blocks.` }];
  if (document.title.length > LIMITS.nameLength) {
    problems.push({ place: "session", message: `A title holds at most ${LIMITS.nameLength} characters.` });
  }
  const labels = slotLabels(document);
  const ids = new Set<string>();
  const claim = (id: string) => {
    if (ids.has(id)) problems.push({ place: id, message: `The id ${id} is used twice.` });
    ids.add(id);
  };
  for (const block of blocks) {
    claim(block.id);
    problems.push(...blockProblems(block, catalogue, labels, claim));
  }
  if (goalReps(document) > LIMITS.goalReps)
    problems.push({ place: "session", message: `The rep goals of a session come to at most ${LIMITS.goalReps} reps.` });
  problems.push(...referenceProblems(document, labels));
  return problems;
}

/** What all rep goals come to. */
const goalReps = (document: SessionDocument): number =>
  allBlocks(document).reduce(
    (sum, { slots }) =>
      slots.reduce(
        (all, { sets }) =>
          sets.reduce((total, set) => total + (set?.stop.kind === "repTotal" ? set.stop.total : 0), all),
        sum,
      ),
    0,
  );

function blockProblems(
  block: Block,
  catalogue: Catalogue,
  labels: ReadonlyMap<string, string>,
  claim: (id: string) => void,
): DocumentProblem[] {
  const problems: DocumentProblem[] = [];
  const rounds = plannedRounds(block.rounds);
  if (block.slots.length === 0) problems.push({ place: block.id, message: "A block needs at least one lift." });
  if (block.slots.length > LIMITS.slots)
    return [{ place: block.id, message: `A block holds at most ${LIMITS.slots} lifts.` }];
  if (rounds !== null && (rounds < 1 || rounds > LIMITS.rounds)) {
    return [{ place: block.id, message: `A block has between 1 and ${LIMITS.rounds} rounds.` }];
  }
  const rests = block.restAfterRound;
  if (rounds !== null && rests?.kind === "list" && rests.rests.length !== rounds - 1) {
    problems.push({
      place: block.id,
      message: `${rounds} rounds have ${rounds - 1} rests between them, not ${rests.rests.length}.`,
    });
  }
  for (const slot of block.slots) {
    claim(slot.id);
    const label = labels.get(slot.id);
    if (!isTrainable(catalogue, slot.exerciseId))
      problems.push({ place: slot.id, message: `${label}: no exercise ${slot.exerciseId}.` });
    if (rounds !== null && slot.sets.length !== rounds) {
      problems.push({ place: slot.id, message: `${label} has ${slot.sets.length} sets for ${rounds} rounds.` });
    }
    if (slot.sets.length > LIMITS.rounds) return [{ place: slot.id, message: `${label} has too many sets.` }];
    if (slot.sets.every((set) => set === null))
      problems.push({ place: slot.id, message: `${label} sits out every round.` });
    problems.push(...setProblems(slot, catalogue, label ?? "", claim));
  }
  return problems;
}

function setProblems(slot: Slot, catalogue: Catalogue, label: string, claim: (id: string) => void): DocumentProblem[] {
  const problems: DocumentProblem[] = [];
  let before: WorkSet | null = null;
  slot.sets.forEach((set, round) => {
    if (!set) return;
    claim(set.id);
    const where = `${label}, round ${round + 1}`;
    if (set.segments.length === 0) problems.push({ place: set.id, message: `${where} has nothing to do in it.` });
    if (set.segments.length > LIMITS.segments)
      problems.push({ place: set.id, message: `${where} has more than ${LIMITS.segments} parts.` });
    set.segments.forEach((segment, index) => {
      claim(segment.id);
      if (segment.exerciseId && !isTrainable(catalogue, segment.exerciseId)) {
        problems.push({ place: set.id, message: `${where}: no exercise ${segment.exerciseId}.` });
      }
      if (segment.load.kind === "fromSegment" && index === 0) {
        problems.push({ place: set.id, message: `${where}: a cut needs a part before it.` });
      }
      if (segment.load.kind === "fromRound" && !before) {
        problems.push({ place: set.id, message: `${where}: a step needs a round before it.` });
      }
      if (segment.load.kind === "byEffort" && !segment.rir) {
        problems.push({ place: set.id, message: `${where}: a load by effort needs the reps in reserve.` });
      }
    });
    before = set;
  });
  return problems;
}

/** References to slots that are not there, and circles of "same load as". */
function referenceProblems(document: SessionDocument, labels: ReadonlyMap<string, string>): DocumentProblem[] {
  const problems: DocumentProblem[] = [];
  const targets = new Map<string, Set<string>>();
  for (const block of allBlocks(document)) {
    for (const slot of block.slots) {
      const to = new Set<string>();
      for (const set of slot.sets) {
        for (const segment of set?.segments ?? []) {
          if (segment.load.kind !== "ofSlot") continue;
          if (labels.has(segment.load.slotId)) to.add(segment.load.slotId);
          else
            problems.push({
              place: slot.id,
              message: `${labels.get(slot.id)} takes its load from a lift that is not in this session.`,
            });
        }
      }
      targets.set(slot.id, to);
    }
  }
  for (const start of targets.keys()) {
    if (reaches(start, start, targets)) {
      problems.push({
        place: start,
        message: `${labels.get(start)} takes its load from itself, by way of other lifts.`,
      });
    }
  }
  return problems;
}

function reaches(start: string, goal: string, targets: ReadonlyMap<string, ReadonlySet<string>>): boolean {
  const seen = new Set<string>();
  const open = [...(targets.get(start) ?? [])];
  for (let next = open.pop(); next !== undefined; next = open.pop()) {
    if (next === goal) return true;
    if (seen.has(next)) continue;
    seen.add(next);
    open.push(...(targets.get(next) ?? []));
  }
  return false;
}
