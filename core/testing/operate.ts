/** Operations of a coach, for properties over any sequence of them. */
import { SHIPPED_CATALOGUE } from "../exercise";
import * as operations from "../index";
import {
  allBlocks,
  applyTechnique,
  type SessionDocument,
  TECHNIQUE_IDS,
  writeCells,
  writeCues,
  writeRoundRest,
  writeRounds,
  writeSetup,
  writeTempo,
  writeTransition,
  writeWarmUp,
} from "../session";
import { read } from "./helpers";

const ROUNDS = ["1", "4", "2-5", "within 6 min"];
const RESTS = ["90", "30-45", "", "partner", "60,90", "60,60,60"];
const CELLS = ["8 @60kg", "-", "F", "> -20%x8", "12 rir1 t3-0-1-0"];

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
      () => writeRounds(document, one.id, at(ROUNDS, c), makeId),
      () => writeRoundRest(document, one.id, at(RESTS, c)),
      () => writeTransition(document, slot.id, at(RESTS, c)),
      () => operations.liftToPlace(document, slot.id, c % (document.blocks.length + 1), makeId),
      () =>
        operations.copyBlocksFrom(
          document,
          read("Bench press 2x5\n\nZ: finisher\nZ1 Plank 1x60s", `${makeId()}-`),
          makeId,
        ),
      () => operations.replaceSession(document, read("Bench press 2x5", `${makeId()}-`), makeId),
      () => operations.asFinisher(document, one.id),
      () => operations.noFinisher(document),
      () => writeWarmUp(at(["5min easy row; Hip circle 2x10", ""], c), SHIPPED_CATALOGUE, makeId),
      () => writeTempo(document, slot.id, at(["3-1-1-0", "X", ""], c)),
      () => writeSetup(document, slot.id, at(["bench 30", "grip wide, seat 4", ""], c)),
      () => writeCues(document, slot.id, at(["elbows in; slow", ""], c)),
      () => writeCells(document, [{ slotId: slot.id, round, typed: at(CELLS, b) }], SHIPPED_CATALOGUE, makeId),
      () => applyTechnique(document, { slotId: slot.id, round }, at(TECHNIQUE_IDS, b), SHIPPED_CATALOGUE, makeId),
    ],
    kind,
  )();
}
