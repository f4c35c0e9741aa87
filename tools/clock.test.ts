import { describe, expect, it } from "vitest";
import { clockOffsetMs } from "./clock";

describe("the clock of a run", () => {
  it("is off the machine's by a constant, so that it starts at the instant that is named", () => {
    const now = Date.parse("2026-11-29T09:00:00Z");
    expect(clockOffsetMs("2026-12-02T12:00:00+01:00", now)).toBe(74 * 3_600_000);
    expect(clockOffsetMs("2026-11-29T09:00:00Z", now)).toBe(0);
  });

  it.each(["", "Wednesday", "2026-13-02T12:00"])("is refused with an example where it is no instant: %j", (text) => {
    expect(() => clockOffsetMs(text)).toThrow("such as 2026-12-02T12:00");
  });
});
