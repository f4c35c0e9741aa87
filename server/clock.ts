/**
 * The server's time. `YARVEX_CLOCK_OFFSET_MS` puts it off the machine's by a constant: a demo or a journey as of another day
 * and hour. Every process that serves the same database is given the same offset.
 */
const offsetMs = (): number => {
  const offset = Number(process.env.YARVEX_CLOCK_OFFSET_MS ?? 0);
  return Number.isFinite(offset) ? offset : 0;
};

/** Milliseconds since 1970, as the server has it. */
export const serverNowMs = (): number => Date.now() + offsetMs();
