/**
 * Two partners' sessions in one time: they work in turn at the same lifts, and one's work is the other's rest. docs/handbook.md#time:
 * of that and the written rest the longer counts. Both sessions have the same structure; loads, reps at a load and so seconds
 * are each one's own.
 */
import type { SetOwner } from "../session";
import type { BlockTimeline, Timeline } from "./timeline";

/** One partner's round, from the first lift to the last, with what was rested before it. */
export interface JointTurn {
  readonly whose: SetOwner;
  readonly blockId: string;
  readonly round: number;
  /** From the session's beginning. */
  readonly startSeconds: number;
  readonly seconds: number;
  /** Since this one's round before; null at the block's first. */
  readonly restedSeconds: number | null;
}

export interface JointSession {
  readonly turns: readonly JointTurn[];
  readonly seconds: number;
  /** By how much it is longer than the longer of the two alone. */
  readonly longerBySeconds: number;
}

const PARTNERS: readonly SetOwner[] = ["client", "partner"];

/** Rounds in turn, the client first; ramps are done in each other's rests, so the longer one counts, as of warm-ups and gaps. */
export function jointSession(own: Timeline, partner: Timeline): JointSession {
  const turns: JointTurn[] = [];
  let clock = Math.max(warmUpOf(own), warmUpOf(partner));
  const theirs = new Map(partner.blocks.map((one) => [one.timeline.block.id, one.timeline]));
  for (const [index, { timeline: mine }] of own.blocks.entries()) {
    if (index > 0) clock += Math.max(gapBefore(own, mine.block.id), gapBefore(partner, mine.block.id));
    const of = { client: mine, partner: theirs.get(mine.block.id) ?? null };
    clock += Math.max(rampOf(mine), of.partner ? rampOf(of.partner) : 0);
    clock = inTurn(of, clock, turns);
  }
  const seconds = clock;
  return { turns, seconds, longerBySeconds: seconds - Math.max(own.seconds, partner.seconds) };
}

/** Seconds that one of the two rests after each round of a block, by the block's id and the round; null after its last. */
export type RestsByRound = Readonly<Record<string, readonly (number | null)[]>>;

export function jointRests({ turns }: Pick<JointSession, "turns">, whose: SetOwner): RestsByRound {
  const rests: Record<string, (number | null)[]> = {};
  const before = new Map<string, number>();
  for (const turn of turns) {
    if (turn.whose !== whose) continue;
    const { blockId, round, restedSeconds } = turn;
    const list = rests[blockId] ?? [];
    rests[blockId] = list;
    const last = before.get(blockId);
    if (last !== undefined) list[last] = restedSeconds;
    while (list.length <= round) list.push(null);
    before.set(blockId, round);
  }
  return rests;
}

/** The rounds of one block in turn, from a moment on; when both are done. */
function inTurn(of: Readonly<Record<SetOwner, BlockTimeline | null>>, from: number, turns: JointTurn[]): number {
  const ended: Record<SetOwner, number | null> = { client: null, partner: null };
  const rest: Record<SetOwner, number> = { client: 0, partner: 0 };
  let free = from;
  const rounds = Math.max(...PARTNERS.map((whose) => of[whose]?.run.rounds.length ?? 0));
  for (let place = 0; place < rounds; place++) {
    for (const whose of PARTNERS) {
      const timeline = of[whose];
      const run = timeline?.run.rounds[place];
      if (!timeline || !run) continue;
      const before = ended[whose];
      const startSeconds = before === null ? free : Math.max(free, before + rest[whose]);
      turns.push({
        whose,
        blockId: timeline.block.id,
        round: run.round,
        startSeconds,
        seconds: run.seconds,
        restedSeconds: before === null ? null : startSeconds - before,
      });
      free = startSeconds + run.seconds;
      ended[whose] = free;
      rest[whose] = restOf(timeline, run.rest?.seconds ?? 0);
    }
  }
  return free;
}

/** What was written; where the partner's work is the rest, the least of it. */
const restOf = ({ block }: BlockTimeline, seconds: number): number =>
  block.restAfterRound?.kind === "partnersWork" ? (block.restAfterRound.leastSeconds ?? 0) : seconds;

const warmUpOf = ({ between }: Timeline): number => between.find(({ kind }) => kind === "warmUp")?.seconds ?? 0;

const gapBefore = ({ between }: Timeline, blockId: string): number =>
  between.find(({ kind, placeId }) => kind === "rest" && placeId === blockId)?.seconds ?? 0;

/** Seconds before the first round. */
function rampOf({ spans, seconds }: BlockTimeline): number {
  const first = spans.find((span) => span.kind === "work");
  return first?.startSeconds ?? (spans.length > 0 ? seconds : 0);
}
