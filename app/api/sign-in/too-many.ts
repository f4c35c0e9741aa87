import type { Answer } from "../edge";

const waitWords = (seconds: number): string =>
  seconds < 90 ? `${seconds} seconds` : `${Math.ceil(seconds / 60)} minutes`;

/** The answer to one try too many, with how long to wait. */
export const tooManyTries = (seconds: number): Answer => ({
  status: 429,
  body: { message: `Too many tries. Wait ${waitWords(seconds)} and try again.` },
});
