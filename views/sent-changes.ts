/** What changed between two copies of a session, in the words that its client reads. */
import { sameValue } from "../core";
import type { BlockInWords, LiftInWords } from "./session-email";

const liftsOf = (blocks: readonly BlockInWords[]): LiftInWords[] => blocks.flatMap(({ lifts }) => lifts);

const changedPart = (of: string, what: string, before: string, now: string): string[] =>
  before === now ? [] : [`${of} ${what} ${now || "none"}; before: ${before || "none"}`];

const wordsOf = ({ sets }: LiftInWords): string => sets.join("; ");

/** A line for each lift that is new, gone, or done otherwise, and for each block whose rounds or rests are others. */
export function sentChanges(before: readonly BlockInWords[], now: readonly BlockInWords[]): string[] {
  const old = new Map(liftsOf(before).map((lift) => [lift.slotId, lift]));
  const current = new Set(liftsOf(now).map(({ slotId }) => slotId));
  const lifts = liftsOf(now).flatMap((lift) => {
    const was = old.get(lift.slotId);
    if (!was) return [`${lift.label} ${lift.name} is new: ${wordsOf(lift)}`];
    if (was.name !== lift.name) return [`${lift.label} ${lift.name} in place of ${was.name}: ${wordsOf(lift)}`];
    const of = `${lift.label} ${lift.name}:`;
    return [
      ...(sameValue(was.sets, lift.sets) ? [] : [`${of} ${wordsOf(lift)}; before: ${wordsOf(was)}`]),
      ...changedPart(of, "set-up", was.setup, lift.setup),
      ...changedPart(of, "warm-up sets", was.ramp, lift.ramp),
      ...changedPart(of, "limit", was.limits.join("; "), lift.limits.join("; ")),
      ...changedPart(of, "note", was.cues.join("; "), lift.cues.join("; ")),
      ...changedPart(of, "after it", was.after, lift.after),
    ];
  });
  const gone = liftsOf(before).filter(({ slotId }) => !current.has(slotId));
  const slotOf = ({ lifts: [first] }: BlockInWords) => first?.slotId;
  const rounds = now.flatMap((block) => {
    const was = before.find((one) => slotOf(one) === slotOf(block));
    return was && was.rounds !== block.rounds ? [`${block.letter}: ${block.rounds}; before: ${was.rounds}`] : [];
  });
  return [...lifts, ...gone.map(({ name }) => `${name} is left out`), ...rounds];
}
