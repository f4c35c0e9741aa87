"use client";
/**
 * Sound on the floor. A browser lets a page sound only after a tap: the first one anywhere opens the way. Muted by whoever
 * holds the device, and kept so.
 */

export const MUTE_KEY = "yarvex:floor-muted";

const sound: { context: AudioContext | null; isUnlocking: boolean } = { context: null, isUnlocking: false };

const isMuted = (): boolean => localStorage.getItem(MUTE_KEY) === "1";

/** The device's sound, begun by the first tap. */
export function unlockSound(): void {
  if (sound.isUnlocking || typeof AudioContext === "undefined") return;
  sound.isUnlocking = true;
  const unlock = () => {
    sound.context ??= new AudioContext();
    void sound.context.resume().catch(() => undefined);
  };
  window.addEventListener("pointerdown", unlock);
  window.addEventListener("keydown", unlock);
}

/** Seconds to fade a tone out: one that is cut off clicks. */
const FADE_SECONDS = 0.03;

function tone(context: AudioContext, hertz: number, at: number, seconds: number): OscillatorNode {
  const oscillator = context.createOscillator();
  const gain = context.createGain();
  oscillator.frequency.value = hertz;
  gain.gain.setValueAtTime(0.2, at);
  gain.gain.setValueAtTime(0.2, at + Math.max(0, seconds - FADE_SECONDS));
  gain.gain.exponentialRampToValueAtTime(0.001, at + seconds);
  oscillator.connect(gain).connect(context.destination);
  oscillator.start(at);
  oscillator.stop(at + seconds);
  return oscillator;
}

/** One tone now, where the device may sound. */
export function playTone(hertz: number, seconds: number): void {
  const { context } = sound;
  if (context?.state !== "running" || isMuted()) return;
  tone(context, hertz, context.currentTime, seconds);
}

interface PacePhase {
  readonly name: "lower" | "bottom" | "lift" | "top";
  readonly seconds: number;
}

/** Low while the load goes down, high while it goes up, short where it is held. */
const HERTZ: Readonly<Record<PacePhase["name"], number>> = { lower: 330, bottom: 440, lift: 660, top: 440 };
/** So many reps are put on the clock at once; nobody paces more. */
const MOST_REPS = 40;

/** Sounds each phase of rep after rep at its second, by the sound's own clock, until the answer is called. */
export function playPace(phases: readonly PacePhase[]): () => void {
  const { context } = sound;
  if (context?.state !== "running" || isMuted()) return () => undefined;
  const tones: OscillatorNode[] = [];
  let at = context.currentTime;
  for (let rep = 0; rep < MOST_REPS; rep++)
    for (const { name, seconds } of phases) {
      tones.push(tone(context, HERTZ[name], at, name === "lower" || name === "lift" ? 0.18 : 0.08));
      at += seconds;
    }
  return () => {
    for (const one of tones) one.stop();
  };
}
