// @vitest-environment happy-dom
import { act, renderHook } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { read } from "@/core/testing/helpers";
import { testContext } from "@/views/testing/context";
import type { Order, WorkerMessage } from "./answer-queue";
import { useAnswer, useWorkerAnswer } from "./use-answers";

/** A worker that hears orders and says what it is told to say. */
class WorkerDouble {
  static all: WorkerDouble[] = [];
  readonly orders: Order[] = [];
  isEnded = false;
  onmessage: (event: { data: WorkerMessage }) => void = () => {};
  onerror: (event: { preventDefault: () => void }) => void = () => {};
  constructor() {
    WorkerDouble.all.push(this);
  }
  postMessage(order: Order): void {
    this.orders.push(order);
  }
  terminate(): void {
    this.isEnded = true;
  }
  say(id: number, answer: unknown): void {
    act(() => this.onmessage({ data: { kind: "answer", id, answer } as WorkerMessage }));
  }
  get asked(): number[] {
    return this.orders.flatMap((order) => (order.kind === "ask" ? [order.id] : []));
  }
}

const document = read("A1 Bench press 3x8 @60kg r90");
const CONTEXT = testContext();
const first = { document, slotId: "a" };
const second = { document, slotId: "b" };

const open = (question: typeof first | null, context = CONTEXT) =>
  renderHook((now) => useAnswer(useWorkerAnswer(now.context), "waysOut", now.question), {
    initialProps: { question, context },
  });
/** The frame is drawn, and what is asked after it. */
const frame = () => act(() => vi.advanceTimersByTimeAsync(40));

beforeEach(() => {
  vi.useFakeTimers();
  WorkerDouble.all = [];
  vi.stubGlobal("Worker", WorkerDouble);
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

describe("what the desk asks off the page", () => {
  it("is working until the answer to just this question is there", async () => {
    const { result } = open(first);
    expect(result.current).toEqual({ kind: "working" });
    await frame();
    const [worker] = WorkerDouble.all;
    expect(worker!.orders).toMatchObject([{ kind: "context" }, { kind: "ask", of: "waysOut", question: first }]);
    worker!.say(worker!.asked[0]!, null);
    expect(result.current).toEqual({ kind: "answered", answer: null });
  });

  it("another question drops the one before it, and its late answer is nobody's", async () => {
    const { result, rerender } = open(first);
    await frame();
    const [worker] = WorkerDouble.all;
    const [one] = worker!.asked;
    rerender({ question: second, context: CONTEXT });
    expect(result.current).toEqual({ kind: "working" });
    expect(worker!.orders.at(-1)).toEqual({ kind: "drop", id: one });
    await frame();
    worker!.say(one!, "late");
    expect(result.current).toEqual({ kind: "working" });
    worker!.say(worker!.asked[1]!, "now");
    expect(result.current).toEqual({ kind: "answered", answer: "now" });
    // Back again, it is asked again: no earlier answer stands for it.
    rerender({ question: first, context: CONTEXT });
    expect(result.current).toEqual({ kind: "working" });
  });

  it("another context is told once, and all is asked anew in it; what was only recorded since asks nothing anew", async () => {
    const { result, rerender } = open(first);
    await frame();
    const [worker] = WorkerDouble.all;
    worker!.say(worker!.asked[0]!, "before");
    rerender({ question: first, context: { ...CONTEXT, reasons: { spotter: "He is there" } } });
    await frame();
    expect(result.current).toEqual({ kind: "answered", answer: "before" });
    expect(worker!.asked).toHaveLength(1);
    rerender({ question: first, context: { ...CONTEXT, bodyMassKg: 90 } });
    expect(result.current).toEqual({ kind: "working" });
    await frame();
    expect(worker!.orders.slice(-2)).toMatchObject([{ kind: "context", context: { bodyMassKg: 90 } }, { kind: "ask" }]);
    expect(WorkerDouble.all).toHaveLength(1);
  });

  it("a worker that breaks is said, and what is asked next gets another one, with the context", async () => {
    const { result, rerender } = open(first);
    await frame();
    const [worker] = WorkerDouble.all;
    act(() => worker!.onerror({ preventDefault: () => {} }));
    expect(result.current).toEqual({ kind: "failed" });
    expect(worker!.isEnded).toBe(true);
    rerender({ question: second, context: CONTEXT });
    await frame();
    expect(WorkerDouble.all).toHaveLength(2);
    expect(WorkerDouble.all[1]!.orders.map(({ kind }) => kind)).toEqual(["context", "ask"]);
  });

  it("nothing is asked where nothing is wanted, and the worker ends with the desk", async () => {
    const { result, unmount, rerender } = open(null);
    await frame();
    expect(WorkerDouble.all).toEqual([]);
    expect(result.current).toEqual({ kind: "working" });
    rerender({ question: first, context: CONTEXT });
    await frame();
    unmount();
    expect(WorkerDouble.all[0]!.isEnded).toBe(true);
  });
});
