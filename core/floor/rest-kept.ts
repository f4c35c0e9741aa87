/** How long a rest really was. */
import { LIMITS } from "../session";

interface RestTaken {
  readonly restStartedMs: number;
  /** When the work after it was seen to begin (a tap on the pacer, on a move, on the start); null: nobody said. */
  readonly workStartedMs: number | null;
  /** When that work was said to be done. */
  readonly doneMs: number;
  /** What that work is planned to take, in seconds. */
  readonly workSeconds: number;
  /** The rest that was asked for, in seconds. */
  readonly plannedSeconds: number;
}

/**
 * Seconds of rest as they were kept, overrun included. Where nobody said when work began, the time that it takes is taken off
 * the end, and the rest is at least what was asked for: the screen had counted that down. Null, not timed, where the clock went backward or the gap was a
 * break (two hours and more).
 */
export function restKept({
  restStartedMs,
  workStartedMs,
  doneMs,
  workSeconds,
  plannedSeconds,
}: RestTaken): number | null {
  if (doneMs < restStartedMs) return null;
  if (workStartedMs !== null && workStartedMs >= restStartedMs && workStartedMs <= doneMs)
    return restTimed(Math.round((workStartedMs - restStartedMs) / 1000));
  const gap = (doneMs - restStartedMs) / 1000;
  return restTimed(Math.round(Math.min(gap, Math.max(plannedSeconds, gap - workSeconds))));
}

/** A rest that was a quarter and more shorter or longer than it was asked for, in seconds. docs/handbook.md#floor. */
export interface RestOff {
  readonly askedSeconds: number;
  readonly keptSeconds: number;
}

const OFF_BY = 0.25;

/** Null where the rest was as it was asked, within a quarter, or nobody timed it. */
export const restOff = (askedSeconds: number | null, keptSeconds: number | null): RestOff | null =>
  askedSeconds !== null &&
  keptSeconds !== null &&
  askedSeconds > 0 &&
  Math.abs(keptSeconds - askedSeconds) >= OFF_BY * askedSeconds
    ? { askedSeconds, keptSeconds }
    : null;

/** A rest that no clock can have measured was not timed. */
export const restTimed = (seconds: number | null): number | null =>
  seconds !== null && seconds >= 0 && seconds <= LIMITS.seconds ? seconds : null;
