/** A session as the floor runs it: chains, each one round of a block, in order. */

import type { Settings } from "../settings";
import type { PerformedSession } from "./events";
import {
  allBlocks,
  type Block,
  blockLetter,
  plannedRounds,
  type RestAmount,
  restSecondsForTime,
  type SessionDocument,
  type Slot,
  setInRound,
  type WorkSet,
} from "./grammar";

export interface Move {
  readonly slot: Slot;
  readonly set: WorkSet;
  /** Seconds before the next move of the chain; 0 after the last. */
  readonly handoverSeconds: number;
}

export interface Chain {
  readonly key: string;
  readonly block: Block;
  readonly letter: string;
  readonly round: number;
  readonly rounds: number;
  readonly moves: readonly Move[];
  /** Rest after it; null when the block ends. */
  readonly restSeconds: number | null;
}

export function chainsOf(document: SessionDocument, settings: Settings): Chain[] {
  const chains: Chain[] = [];
  allBlocks(document).forEach((block, index) => {
    const rounds = plannedRounds(block.rounds) ?? Math.max(...block.slots.map((slot) => slot.sets.length));
    for (let round = 0; round < rounds; round++) {
      const present = block.slots.flatMap((slot) => {
        const set = setInRound(slot, round);
        return set ? [{ slot, set }] : [];
      });
      if (present.length === 0) continue;
      const moves = present.map((move, place) => ({
        ...move,
        handoverSeconds: place === present.length - 1 ? 0 : handover(move.slot, round, settings),
      }));
      chains.push({
        key: `${block.id}:${round}`,
        block,
        letter: blockLetter(index),
        round,
        rounds,
        moves,
        restSeconds: round === rounds - 1 ? null : roundRest(block, round, settings),
      });
    }
  });
  return chains;
}

function handover(slot: Slot, round: number, settings: Settings): number {
  if (!slot.restAfter) return settings.assumed.handoverSeconds;
  return restSecondsForTime(
    ofRound(slot.restAfter.kind === "each" ? [slot.restAfter.rest] : slot.restAfter.rests, round),
  );
}

function roundRest(block: Block, round: number, settings: Settings): number {
  const rest = block.restAfterRound;
  if (!rest || rest.kind === "partnersWork") return settings.assumed.roundRestSeconds;
  return restSecondsForTime(ofRound(rest.kind === "each" ? [rest.rest] : rest.rests, round));
}

const ofRound = (rests: readonly RestAmount[], round: number): RestAmount => rests[Math.min(round, rests.length - 1)]!;

/** Whether every set of a chain is done or skipped. */
export const isChainOver = (chain: Chain, performed: PerformedSession): boolean =>
  chain.moves.every(({ set }) => performed.sets.has(set.id) || performed.skipped.has(set.id));

/** The chain in hand: the first that is not over; null when the session is. */
export const nextChain = (chains: readonly Chain[], performed: PerformedSession): Chain | null =>
  chains.find((chain) => !isChainOver(chain, performed)) ?? null;
