/**
 * The time that a device goes by. A phone's wall clock can be set wrong, jump and run backward; its even clock stands still
 * while most phones sleep. What is logged takes its time from the wall clock less how far that was off when the server was
 * last heard. The even clock decides only where the wall clock jumps while the page is on the screen, or runs backward.
 */

/** Both clocks at one moment, in milliseconds. `steadyMs` runs from the page's opening and is comparable within one page. */
export interface ClockReading {
  readonly wallMs: number;
  readonly steadyMs: number;
  readonly visible: boolean;
}

export interface DeviceClock {
  /** What is taken off the wall clock to have the time, in milliseconds. */
  readonly offsetMs: number;
  /** The last reading, and the page that it was made in; null before the first. */
  readonly last: (ClockReading & { readonly page: string }) | null;
}

export const FRESH_CLOCK: DeviceClock = { offsetMs: 0, last: null };

/** A wall clock that differs from the even one by more than this within one look at the page was set. */
const JUMP_MS = 5_000;
/** The network is not this exact: a smaller difference from the server leaves the clock alone. */
const NEAR_MS = 2_000;

export const timeOf = (clock: DeviceClock, wallMs: number): number => wallMs - clock.offsetMs;

/** Takes a reading: where the wall clock was set since the last one, the offset takes the jump in and the time goes on evenly. */
export function readClock(clock: DeviceClock, page: string, reading: ClockReading): DeviceClock {
  const { last } = clock;
  const now = { ...reading, page };
  if (!last) return { ...clock, last: now };
  const wall = reading.wallMs - last.wallMs;
  // Another page's even clock says nothing of the time between.
  const steady = last.page === page ? Math.max(0, reading.steadyMs - last.steadyMs) : 0;
  const wasLookedAt = last.page === page && last.visible && reading.visible;
  const jumped = wall < 0 || (wasLookedAt && Math.abs(wall - steady) > JUMP_MS);
  return { offsetMs: jumped ? clock.offsetMs + wall - steady : clock.offsetMs, last: now };
}

/** Hears the server: its time, received after a question that took `tookMs` there and back. */
export function syncDeviceClock(clock: DeviceClock, wallMs: number, serverMs: number, tookMs: number): DeviceClock {
  const offsetMs = wallMs - tookMs / 2 - serverMs;
  return Math.abs(offsetMs - clock.offsetMs) > NEAR_MS + tookMs ? { ...clock, offsetMs } : clock;
}
