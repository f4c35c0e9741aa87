/** Work that is begun under keys: so many of one key at once, the others in the order in which they came. */
import pLimit, { type LimitFunction } from "p-limit";

/**
 * Under one key `atOnce` works run at a time, whether those before were done or failed; under other keys nothing waits for them.
 * Answers with what the work answers.
 */
export function turnsByKey(atOnce: number): <T>(key: string, work: () => Promise<T>) => Promise<T> {
  const limits = new Map<string, LimitFunction>();
  return async (key, work) => {
    const limit = limits.get(key) ?? pLimit(atOnce);
    limits.set(key, limit);
    try {
      return await limit(work);
    } finally {
      if (limit.activeCount + limit.pendingCount === 0 && limits.get(key) === limit) limits.delete(key);
    }
  };
}
