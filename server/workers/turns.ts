/**
 * Work in turn: what is begun under one key waits for what was begun under it before, whether that was done or failed; under
 * other keys nothing waits for it. Answers with what the work answers.
 */
export function turnsByKey(): <T>(key: string, work: () => Promise<T>) => Promise<T> {
  /** By key the end of the last of its works. */
  const last = new Map<string, Promise<void>>();
  return (key, work) => {
    const running = (last.get(key) ?? Promise.resolve()).then(work);
    const end: Promise<void> = running.then(
      () => forget(),
      () => forget(),
    );
    const forget = () => {
      if (last.get(key) === end) last.delete(key);
    };
    last.set(key, end);
    return running;
  };
}
