/** `YARVEX_CLOCK` names the instant at which a run's clock starts, such as 2026-12-02T12:00; left out: the machine's own. */
import { UserFacingError } from "./system";

/** The offset in milliseconds that starts the clock at an instant, without a zone in this machine's own. */
export function clockOffsetMs(startsAt: string, nowMs = Date.now()): number {
  const at = Date.parse(startsAt);
  if (!Number.isFinite(at))
    throw new UserFacingError(`YARVEX_CLOCK is an instant such as 2026-12-02T12:00, and not "${startsAt}".`);
  return at - nowMs;
}

/** This process and those that it starts from here on have a clock that started at an instant. */
export function setClock(startsAt: string): void {
  process.env.YARVEX_CLOCK_OFFSET_MS = String(clockOffsetMs(startsAt));
}
