// @vitest-environment happy-dom
import { act, renderHook } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { afterPaint, useAfterPaint } from "./after-paint";

beforeEach(() => {
  vi.useFakeTimers();
});
afterEach(() => {
  vi.useRealTimers();
});

describe("after the frame", () => {
  it("what is done comes after what the frame draws, once", () => {
    const order: string[] = [];
    afterPaint(() => order.push("after"));
    requestAnimationFrame(() => order.push("drawn"));
    vi.advanceTimersByTime(1000);
    expect(order).toEqual(["drawn", "after"]);
  });

  it("what is called off is not done, before the frame as after it", () => {
    const work = vi.fn();
    afterPaint(work)();
    const callOff = afterPaint(work);
    requestAnimationFrame(callOff);
    vi.advanceTimersByTime(1000);
    expect(work).not.toHaveBeenCalled();
  });

  it("where no frame is drawn it is done all the same, once", () => {
    const frames: FrameRequestCallback[] = [];
    vi.stubGlobal("requestAnimationFrame", (frame: FrameRequestCallback) => frames.push(frame));
    const cancelled: number[] = [];
    vi.stubGlobal("cancelAnimationFrame", (id: number) => cancelled.push(id));
    const work = vi.fn();
    afterPaint(work);
    vi.advanceTimersByTime(1000);
    expect(work).toHaveBeenCalledTimes(1);
    expect(cancelled).toEqual([1]);
    vi.unstubAllGlobals();
  });
});

describe("a value after the frame", () => {
  const open = () => renderHook(({ value }) => useAfterPaint(value), { initialProps: { value: "bench press" } });
  const drawn = () => act(() => vi.advanceTimersByTimeAsync(40));

  it("is the one before until the frame with the new one is drawn", async () => {
    const { result, rerender } = open();
    expect(result.current).toBe("bench press");
    rerender({ value: "row" });
    expect(result.current).toBe("bench press");
    await drawn();
    expect(result.current).toBe("row");
  });

  it("skips what was passed over meanwhile, and comes back to what it never left", async () => {
    const { result, rerender } = open();
    const seen = new Set<string>();
    for (const value of ["row", "squat", "curl"]) {
      rerender({ value });
      seen.add(result.current);
    }
    expect([...seen]).toEqual(["bench press"]);
    await drawn();
    expect(result.current).toBe("curl");
    rerender({ value: "row" });
    rerender({ value: "curl" });
    await drawn();
    expect(result.current).toBe("curl");
  });
});
