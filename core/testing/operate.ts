/** Operations of a coach, for properties over any sequence of them. */
import { allBlocks, type SessionDocument } from "../session/grammar";
import * as operations from "../session/operations";
import { read } from "./helpers";

/** One operation, chosen and aimed by numbers. */
export function operationOf(
  document: SessionDocument,
  pick: readonly number[],
  makeId: () => string,
): operations.Operation {
  const at = <T>(list: readonly T[], n: number): T => list[n % list.length]!;
  const [kind, a, b, c] = pick as [number, number, number, number];
  const blocks = allBlocks(document);
  if (blocks.length === 0) return operations.addBlock(document, read("Bench press 2x5", `${makeId()}-`).blocks[0]!);
  const one = at(blocks, a);
  const slot = at(one.slots, b);
  const round = c % slot.sets.length;
  const set = slot.sets[round];
  const parts = set?.segments.length ?? 1;
  return at(
    [
      () => operations.removeBlock(document, one.id),
      () => operations.moveBlock(document, one.id, b % blocks.length),
      () => operations.duplicateBlock(document, one.id, makeId),
      () => operations.removeSlot(document, slot.id),
      () => operations.moveSlot(document, slot.id, at(blocks, c).id, 0),
      () => operations.duplicateSlot(document, slot.id, makeId),
      () => operations.pairBlocks(document, one.id, at(blocks, b).id, 10),
      () => operations.splitSlot(document, slot.id, makeId),
      () => operations.changeRounds(document, one.id, 1 + (c % 7), makeId),
      () => operations.removeRound(document, one.id, round),
      () => operations.duplicateRound(document, one.id, round, makeId),
      () => operations.moveRound(document, one.id, round, b % slot.sets.length),
      () => operations.toDropSet(document, slot.id, round, 1 + (c % 3), 20, makeId),
      () => operations.toPlainSet(document, slot.id, round),
      () => operations.removeSegment(document, slot.id, round, b % parts),
      () => operations.moveSegment(document, slot.id, round, b % parts, c % parts),
      () => operations.duplicateSegment(document, slot.id, round, b % parts, makeId),
      () => operations.scaleLoads(document, 0.9),
      () => operations.scaleRests(document, 1.2),
    ],
    kind,
  )();
}
