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

/** The four phases of a rep for a pacer, in order, with zero-length phases left out. */
export function tempoPhases(
  tempo: Tempo | null,
  settings: Settings,
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
  return all.filter((phase) => phase.seconds > 0);
}
