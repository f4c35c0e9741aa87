/** What a use case is: who may, what it takes, what it answers. One registry holds them all, so a test can walk them. */
import type { ApiName, Input, Output } from "../../contract";
import { mergeThree } from "../../core";
import { inStudio, isDeadlock, isRefusedWrite, readInStudio, type Scope, type Transaction } from "../db";
import { conflict, type Outcome, ok } from "../outcome";

export { conflict, notFound, type Outcome, ok, refused } from "../outcome";

export interface Clock {
  readonly nowMs: number;
}

export interface UseCase<K extends ApiName> {
  readonly name: K;
  readonly roles: readonly Scope["role"][];
  /**
   * Where it is run: what computes for long is run by a worker thread, so that the server goes on answering others; what grows with
   * a studio's clients, where there are many of them.
   */
  readonly where: "here" | "inWorker" | "inWorkerOfMany";
  readonly run: (scope: Scope, input: Input<K>, clock: Clock) => Promise<Outcome<Output<K>>>;
}

/** Ties a use case to its line in the contract. */
export const defineUseCase = <K extends ApiName>(
  name: K,
  roles: readonly Scope["role"][],
  run: UseCase<K>["run"],
  where: UseCase<K>["where"] = "here",
): UseCase<K> => ({ name, roles, run, where });

/** Carries an outcome that is no answer out of its transaction, which is rolled back. */
class Rollback extends Error {
  constructor(readonly outcome: Outcome<never>) {
    super(outcome.kind);
  }
}

/** Two transactions that hold what the other wants: one is ended by the database, and is done again from its beginning. */
const MOST_TRIES = 4;

/** A use case's work in one transaction. Anything but an answer takes back what was written before it was given. */
export async function answerIn<T>(scope: Scope, work: (tx: Transaction) => Promise<Outcome<T>>): Promise<Outcome<T>> {
  for (let tries = 1; ; tries++) {
    try {
      return await inStudio(scope, async (tx) => {
        const outcome = await work(tx);
        if (outcome.kind !== "ok") throw new Rollback(outcome);
        return outcome;
      });
    } catch (error) {
      if (error instanceof Rollback) return error.outcome;
      if (!isDeadlock(error) || tries === MOST_TRIES) throw error;
    }
  }
}

/**
 * The work of a use case that reads: in a transaction that cannot write, and may be asked of a standby. Where it finds something
 * derived to be brought up to date first, it is done again in one that can.
 */
export async function readIn<T>(scope: Scope, work: (tx: Transaction) => Promise<Outcome<T>>): Promise<Outcome<T>> {
  try {
    return await readInStudio(scope, work);
  } catch (error) {
    if (!isRefusedWrite(error)) throw error;
    return answerIn(scope, work);
  }
}

export interface Change<T> {
  readonly seen: T;
  readonly wanted: T;
}

/** What stands after a change, joined with what others changed since it was seen; or what clashes, said and nothing kept. */
export function joined<T>(what: string, { seen, wanted }: Change<T>, now: T): Outcome<T> {
  const { merged, conflicts } = mergeThree(seen, wanted, now);
  return conflicts.length === 0 ? ok(merged) : changedElsewhere(what);
}

export const changedElsewhere = (what: string): Outcome<never> =>
  conflict(`Somebody else changed ${what} meanwhile, to something else. Look again before you change it.`);
