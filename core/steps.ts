/** Work that stops between its pieces, so that whoever runs it decides whether others get a turn there. */
export type Steps<T> = Generator<void, T>;

/** Runs work to its end at once. */
export function runSteps<T>(steps: Steps<T>): T {
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}

/** Long enough to get on, short enough that nobody waits for it. */
const PIECE_MS = 6;

/** Runs work in pieces of a few milliseconds; `pause` lets the others have their turn. */
export async function runInPieces<T>(steps: Steps<T>, now: () => number, pause: () => Promise<void>): Promise<T> {
  let began = now();
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
    if (now() - began < PIECE_MS) continue;
    await pause();
    began = now();
  }
}
