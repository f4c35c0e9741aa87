import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";

/** The tones that were put on the sound's clock, and those that were stopped at once. */
const played: { hertz: number; at: number; stopped: boolean }[] = [];
let state = "suspended";

class FakeAudio {
  currentTime = 10;
  destination = {};
  get state() {
    return state;
  }
  resume = async () => {
    state = "running";
  };
  createGain = () => ({ gain: { setValueAtTime() {}, exponentialRampToValueAtTime() {} }, connect: () => {} });
  createOscillator = () => {
    const one = { hertz: 0, at: 0, stopped: false };
    played.push(one);
    return {
      frequency: {
        set value(hertz: number) {
          one.hertz = hertz;
        },
      },
      connect: () => ({ connect() {} }),
      start: (at: number) => {
        one.at = at;
      },
      stop: (at?: number) => {
        if (at === undefined) one.stopped = true;
      },
    };
  };
}

const PHASES = [
  { name: "lower", seconds: 3 },
  { name: "lift", seconds: 1 },
] as const;

describe("sound on the floor", () => {
  const taps: (() => void)[] = [];
  const kept = new Map<string, string>();
  beforeEach(() => {
    vi.resetModules();
    played.length = 0;
    taps.length = 0;
    kept.clear();
    state = "suspended";
    vi.stubGlobal("AudioContext", FakeAudio);
    vi.stubGlobal("window", { addEventListener: (_kind: string, tap: () => void) => taps.push(tap) });
    vi.stubGlobal("localStorage", { getItem: (key: string) => kept.get(key) ?? null });
  });
  afterEach(() => vi.unstubAllGlobals());

  it("waits for the first tap: a page may not sound before it", async () => {
    const { playTone, unlockSound } = await import("./sound");
    unlockSound();
    playTone(880, 0.2);
    expect(played).toEqual([]);
    taps[0]!();
    playTone(880, 0.2);
    expect(played).toMatchObject([{ hertz: 880, at: 10 }]);
  });

  it("paces each phase at its second, low while the load goes down and high while it goes up, until it is stopped", async () => {
    const { playPace, unlockSound } = await import("./sound");
    unlockSound();
    taps[0]!();
    const stop = playPace(PHASES);
    expect(played.slice(0, 4)).toMatchObject([
      { hertz: 330, at: 10 },
      { hertz: 660, at: 13 },
      { hertz: 330, at: 14 },
      { hertz: 660, at: 17 },
    ]);
    stop();
    expect(played.every(({ stopped }) => stopped)).toBe(true);
  });

  it("is silent where the device is muted", async () => {
    const { MUTE_KEY, playPace, playTone, unlockSound } = await import("./sound");
    kept.set(MUTE_KEY, "1");
    unlockSound();
    taps[0]!();
    playTone(880, 0.2);
    playPace(PHASES);
    expect(played).toEqual([]);
  });
});
