/**
 * How tired each performed part was begun: what other lifts had taken of the strength for its move, by everyone's constants, and
 * how long its own lift had rested. Goes by reps and reserve alone, so that it can be told of any session without knowing
 * anybody's strength; what the lift itself took is found later, by its loads.
 */
import { type Catalogue, type Exercise, exerciseOrThrow } from "../exercise";
import { valueAt } from "../lists";
import { populationCurve } from "../load";
import type { Tiredness } from "../session";
import type { Settings } from "../settings";
import { isWork, type Timeline, type WorkSpan } from "../time";
import { POPULATION_RESERVE, Reserve, type WorkedSide } from "./reserve";

/** Where a part belongs in what was performed. */
export const partKey = (span: Pick<WorkSpan, "setId" | "segmentIndex">): string => `${span.setId} ${span.segmentIndex}`;

/** Of each part of a performed timeline, by `partKey`. */
export function tirednessBefore(
  timeline: Timeline,
  { catalogue, settings }: { readonly catalogue: Catalogue; readonly settings: Settings },
): Map<string, Tiredness> {
  const curve = populationCurve(settings.e1rmFormula);
  const exercises = new Map<string, Exercise>();
  for (const { timeline: block } of timeline.blocks)
    for (const span of block.spans)
      if (isWork(span)) exercises.set(span.exerciseId, exerciseOrThrow(catalogue, span.exerciseId));
  // For each exercise the session as it would be without it.
  const without = new Map([...exercises.keys()].map((id) => [id, new Reserve(POPULATION_RESERVE)]));
  const restAll = (seconds: number, working: Exercise | null = null) => {
    for (const reserve of without.values()) reserve.rest(seconds, working);
  };
  const found = new Map<string, Tiredness>();
  const ended = new Map<string, number>();
  let clock = 0;
  for (const { startSeconds, timeline: block } of timeline.blocks) {
    restAll(startSeconds - clock);
    for (const span of block.spans) {
      if (!isWork(span)) {
        restAll(span.seconds);
        continue;
      }
      const move = valueAt(exercises, span.exerciseId);
      const side: WorkedSide = span.side === "left" || span.side === "right" ? span.side : "both";
      const ownKey = `${move.id} ${side}`;
      const at = startSeconds + span.startSeconds;
      const key = partKey(span);
      const others = 1 - valueAt(without, move.id).strength(move, side);
      const before = found.get(key);
      const last = ended.get(ownKey);
      if (!before || others > before.others)
        found.set(key, { others, afterSeconds: last === undefined ? null : at - last });
      restAll(span.seconds, move);
      ended.set(ownKey, at + span.seconds);
      const { segment } = span;
      if (!segment) continue;
      const reps = (span.side === "alternating" ? span.reps / 2 : span.reps) || span.seconds / 3;
      const rir = segment.rir ? (segment.rir.low + segment.rir.high) / 2 : settings.assumed.rir;
      for (const [id, reserve] of without)
        if (id !== move.id) reserve.performAsHard(move, side, reps * (segment.rom === "full" ? 1 : 0.5), rir, curve);
    }
    clock = startSeconds + block.seconds;
  }
  return found;
}
