import { describe, expect, it } from "vitest";
import { readinessState } from "./readiness";

describe("the readiness statement", () => {
  const on = (
    yes: Parameters<typeof readinessState>[0] extends infer S ? (S extends { yes: infer Y } ? Y : never) : never,
  ) => ({ date: "2026-11-01", yes });
  it("blocks until it is given, and on a blocking answer until clearance is recorded", () => {
    expect(readinessState(null, null)).toEqual({ kind: "missing" });
    expect(readinessState(on(["surgery"]), null)).toEqual({ kind: "blocked", because: ["surgery"] });
    expect(readinessState(on(["minor"]), null).kind).toBe("blocked");
    expect(readinessState(on(["surgery"]), { date: "2026-11-01", by: "a doctor" }).kind).toBe("ready");
  });
  it("an older clearance does not cover a newer statement", () => {
    expect(readinessState(on(["surgery"]), { date: "2026-10-31", by: "a doctor" }).kind).toBe("blocked");
  });
  it("long inactivity is no block but a light start", () => {
    expect(readinessState(on(["inactive"]), null)).toEqual({ kind: "ready", lightStart: true });
    expect(readinessState(on([]), null)).toEqual({ kind: "ready", lightStart: false });
  });
});
