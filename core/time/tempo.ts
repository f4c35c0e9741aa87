import type { Exercise } from "../exercise";
import { entryAt } from "../lists";
import type { Segment, Tempo } from "../session";
import type { Settings } from "../settings";

/** Seconds of one rep: full range, in seconds for planning time (the upper end of ranged phases). */
export function repSeconds(tempo: Tempo | null, settings: Settings): number {
  if (!tempo) return settings.untempoedRepSeconds;
  return (
    phaseSeconds(tempo.lower, 2, settings) +
    phaseSeconds(tempo.pauseBottom, 0, settings) +
    phaseSeconds(tempo.lift, 1, settings) +
    phaseSeconds(tempo.pauseTop, 0, settings)
  );
}

export function phaseSeconds(phase: Tempo["lower"], unsaidSeconds: number, settings: Settings): number {
  if (phase === null) return unsaidSeconds;
  return phase.kind === "fast" ? settings.fastPhaseSeconds : phase.seconds.high;
}

/** The tempo in force for each segment of a set: its own, or that of the segment before. */
export function tempoInForce(segments: readonly Segment[], index: number): Tempo | null {
  for (let i = index; i >= 0; i--) {
    const tempo = entryAt(segments, i).tempo;
    if (tempo) return tempo;
  }
  return null;
}

/** Patterns whose reps begin with the eccentric: the load is held up before the first of them. */
const LOWERED_FIRST: ReadonlySet<string> = new Set(["squat", "lunge", "hinge", "horizontal push", "fly"]);
/** Of those patterns, what begins from the floor, from pins, or from a machine's stop. */
const LIFTED_ALL_THE_SAME =
  /^(?!.*(romanian|stiff)).*deadlift|rack-pull|block-pull|swing|pull-through|^pin-|step-up|chest-press$/;
/** Of the others, what begins at the top. */
const LOWERED_ALL_THE_SAME =
  /skull-crusher|pull-over|nordic|glute-ham|roll-out|sissy|back-extension|handstand|pike|overhead.*extension|bodyweight-triceps|bench-dip|step-down/;

/** Whether a rep of a move begins with its concentric: a curl, a row or a deadlift does, a squat or a bench press does not. */
export const beginsWithLift = ({ id, pattern }: Pick<Exercise, "id" | "pattern">): boolean =>
  LOWERED_FIRST.has(pattern) ? LIFTED_ALL_THE_SAME.test(id) : !LOWERED_ALL_THE_SAME.test(id);

/**
 * The four phases of a rep for a pacer, with zero-length phases left out, in the order in which the body does them:
 * `liftFirst` begins with the concentric.
 */
export function tempoPhases(
  tempo: Tempo | null,
  settings: Settings,
  liftFirst = false,
): { name: "lower" | "bottom" | "lift" | "top"; seconds: number }[] {
  const t = tempo;
  const all = [
    {
      name: "lower" as const,
      seconds: t ? phaseSeconds(t.lower, 2, settings) : settings.untempoedRepSeconds * (2 / 3),
    },
    { name: "bottom" as const, seconds: t ? phaseSeconds(t.pauseBottom, 0, settings) : 0 },
    { name: "lift" as const, seconds: t ? phaseSeconds(t.lift, 1, settings) : settings.untempoedRepSeconds / 3 },
    { name: "top" as const, seconds: t ? phaseSeconds(t.pauseTop, 0, settings) : 0 },
  ];
  const inOrder = liftFirst ? [...all.slice(2), ...all.slice(0, 2)] : all;
  return inOrder.filter((phase) => phase.seconds > 0);
}
