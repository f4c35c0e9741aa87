/** The device's time (`DeviceClock` in core): read from both of its clocks, put right by every answer of the server. */
import { type DeviceClock, type DeviceClocks, FRESH_CLOCK, readClock, syncDeviceClock, timeOf } from "../core";
import { newId } from "./ids";

/** This page's life, in which its even clock runs. */
const PAGE = newId();
const KEY = "yarvex:clock";

/** The clock as it was read last, and when it was kept. */
const device: { clock: DeviceClock | null; keptMs: number } = { clock: null, keptMs: 0 };

const shelf = (): Storage | null => (typeof localStorage === "undefined" ? null : localStorage);

function known(): DeviceClock {
  if (device.clock) return device.clock;
  try {
    device.clock = { ...FRESH_CLOCK, ...(JSON.parse(shelf()?.getItem(KEY) ?? "{}") as Partial<DeviceClock>) };
  } catch {
    device.clock = FRESH_CLOCK;
  }
  if (typeof document !== "undefined") {
    document.addEventListener("visibilitychange", () => keep(read()));
    window.addEventListener("pagehide", () => keep(read()));
  }
  return device.clock;
}

function keep(next: DeviceClock): void {
  device.keptMs = performance.now();
  try {
    shelf()?.setItem(KEY, JSON.stringify(next));
  } catch {
    // Full or forbidden: the clock is put right again at the next answer.
  }
}

function read(): DeviceClock {
  const visible = typeof document !== "undefined" && document.visibilityState === "visible";
  const clock = readClock(known(), PAGE, { wallMs: Date.now(), steadyMs: performance.now(), visible });
  device.clock = clock;
  if (performance.now() - device.keptMs > 5_000) keep(clock);
  return clock;
}

/** A clock that runs faster than the device's, while a rehearsal is watched: from an instant on, so many times as fast. */
const rehearsed: { from: { readonly ms: number; readonly steadyMs: number; readonly pace: number } | null } = {
  from: null,
};

/** The time, in milliseconds since 1970. */
export function nowMs(): number {
  const { from } = rehearsed;
  return Math.round(from ? from.ms + (performance.now() - from.steadyMs) * from.pace : timeOf(read(), Date.now()));
}

/** Lets this page's clock run so many times as fast from now on; 0: it stands, null: it is the device's own again. */
export function setPace(pace: number | null): void {
  rehearsed.from = pace === null ? null : { ms: nowMs(), steadyMs: performance.now(), pace };
}

/** Both clocks as they stand, to be logged beside the time. */
export const clocksNow = (): DeviceClocks => ({ wallMs: Date.now(), page: PAGE, steadyMs: performance.now() });

/** The server said its time, in an answer that took so long. */
export function syncServerTime(serverMs: number, tookMs: number): void {
  device.clock = syncDeviceClock(read(), Date.now(), serverMs, tookMs);
  keep(device.clock);
}
