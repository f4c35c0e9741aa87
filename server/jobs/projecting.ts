/**
 * Takes up what a server left behind: sessions whose log was stored and not projected, because the process that stored it
 * ended before. Every process runs this job; of two that find the same session one projects it and the other skips it.
 */
import { programScope, projectSession } from "../context/projecting";
import { askAccounts, isBusy } from "../db";
import { waitingProjections } from "../db/accounts";
import { logFault } from "../log";

/** Older than a running process leaves a log unprojected (its timer fires after 15 s at the latest). */
const LEFT_BEHIND_SECONDS = 20;
const EVERY_MS = 5_000;
const MOST_AT_ONCE = 50;

/** One pass over the sessions whose log waits to be projected, the longest waiting first; of one studio, or of all. */
export async function projectLeftBehind({
  olderThanSeconds = LEFT_BEHIND_SECONDS,
  inStudioOf = null,
}: {
  readonly olderThanSeconds?: number;
  readonly inStudioOf?: string | null;
} = {}): Promise<void> {
  const waiting = await askAccounts((tx) => waitingProjections(tx, olderThanSeconds, MOST_AT_ONCE));
  for (const { studioId, sessionId } of waiting) {
    if (inStudioOf !== null && studioId !== inStudioOf) continue;
    // One log that cannot be read leaves its session as it was, and no other.
    await projectSession(programScope(studioId), sessionId, "ifFree").catch((error) =>
      logFault("projecting a session", error),
    );
  }
}

/** Runs the job every few seconds until it is stopped. */
export function startProjecting(): { readonly stop: () => Promise<void> } {
  let isStopped = false;
  let turn: Promise<void> = Promise.resolve();
  const timer = setInterval(() => {
    turn = turn.then(async () => {
      if (isStopped) return;
      await projectLeftBehind().catch((error) => {
        if (!isBusy(error)) logFault("the projecting job", error);
      });
    });
  }, EVERY_MS).unref();
  return {
    stop: () => {
      isStopped = true;
      clearInterval(timer);
      return turn;
    },
  };
}
