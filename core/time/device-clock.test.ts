import { describe, expect, it } from "vitest";
import { type ClockReading, type DeviceClock, FRESH_CLOCK, readClock, syncDeviceClock, timeOf } from "./device-clock";

const HOUR = 3_600_000;
const T = Date.UTC(2026, 10, 24, 18);

const at = (wallMs: number, steadyMs: number, visible = true): ClockReading => ({ wallMs, steadyMs, visible });
const through = (readings: readonly ClockReading[], from: DeviceClock = FRESH_CLOCK, page = "p"): DeviceClock =>
  readings.reduce((clock, reading) => readClock(clock, page, reading), from);

describe("the time a device goes by", () => {
  it("is the wall clock less what it was off at the last contact", () => {
    const clock = syncDeviceClock(through([at(T + 8760 * HOUR, 0)]), T + 8760 * HOUR, T, 80);
    expect(Math.abs(timeOf(clock, T + 8760 * HOUR + 90_000) - (T + 90_000))).toBeLessThan(100);
  });

  it("is left alone by a network's own slowness", () => {
    const clock = syncDeviceClock(FRESH_CLOCK, T + 1_500, T, 300);
    expect(clock.offsetMs).toBe(0);
  });

  it.each([
    ["forward an hour", HOUR],
    ["forward a year", 8760 * HOUR],
    ["back an hour", -HOUR],
    ["back a year", -8760 * HOUR],
  ])("goes on evenly when the wall clock is set %s while the page is looked at", (_what, jump) => {
    const clock = through([at(T, 0), at(T + 250, 250), at(T + jump + 500, 500), at(T + jump + 60_500, 60_500)]);
    expect(timeOf(clock, T + jump + 60_500)).toBe(T + 60_500);
  });

  it("goes by the wall clock through a phone's sleep, in which the even clock stands still", () => {
    const clock = through([at(T, 0), at(T + 100, 100, false), at(T + 180_000, 120)]);
    expect(timeOf(clock, T + 180_000)).toBe(T + 180_000);
  });

  it("never runs backward, also over a page that was closed", () => {
    const before = through([at(T, 0), at(T + 60_000, 60_000)]);
    const after = readClock(before, "another", at(T - HOUR, 5));
    expect(timeOf(after, T - HOUR)).toBe(T + 60_000);
    expect(timeOf(after, T - HOUR + 30_000)).toBe(T + 90_000);
  });

  it("that jumped unseen is put right at the next contact", () => {
    const jumped = through([at(T, 0), at(T + 1_000, 1_000, false), at(T + 2 * HOUR, 1_200)]);
    expect(timeOf(jumped, T + 2 * HOUR)).toBe(T + 2 * HOUR);
    const heard = syncDeviceClock(jumped, T + 2 * HOUR, T + 30_000, 60);
    expect(Math.abs(timeOf(heard, T + 2 * HOUR) - (T + 30_000))).toBeLessThan(100);
  });

  it("runs as the true time does whatever is done to the wall clock while it is looked at", () => {
    let seed = 7;
    const random = () => {
      seed = (seed * 1_103_515_245 + 12_345) % 2 ** 31;
      return seed / 2 ** 31;
    };
    let wallOff = 0;
    let truth = 0;
    let clock = through([at(T, 0)]);
    for (let step = 0; step < 2_000; step++) {
      const waited = Math.round(random() * 4_000);
      truth += waited;
      if (random() < 0.1) wallOff += Math.round((random() < 0.5 ? -1 : 1) * (10_000 + random() * 1e9));
      clock = readClock(clock, "p", at(T + truth + wallOff, truth));
      expect(timeOf(clock, T + truth + wallOff)).toBe(T + truth);
    }
  });
});
