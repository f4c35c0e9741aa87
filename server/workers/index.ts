/**
 * Threads that run what computes for long, so that the server goes on answering everybody else meanwhile. One studio has one
 * thread at a time: who asks for much waits for themselves, and not for others.
 */
import { availableParallelism } from "node:os";
import { join } from "node:path";
import { Piscina } from "piscina";
import type { Scope } from "../db";
import type { Outcome } from "../outcome";
import { turnsByKey } from "../turns";

/** A use case to be run by a thread; its input has been checked and its scope authorised. */
export interface Task {
  readonly scope: Scope;
  readonly name: string;
  readonly input: unknown;
  readonly nowMs: number;
}

/** An outcome, or a fault in the parts that cross from one thread to another. */
export type TaskResult =
  | { readonly outcome: Outcome<unknown> }
  | { readonly fault: { readonly message: string; readonly code: string | null; readonly stack: string } };

/** A fault in a thread, with the database's code where it is one of the database's. */
class FaultInWorker extends Error {
  readonly code: string | null;

  constructor({ message, code, stack }: { message: string; code: string | null; stack: string }) {
    super(message);
    this.name = "FaultInWorker";
    this.code = code;
    this.stack = stack;
  }
}

const IDLE_MS = 60_000;
const MOST_MEGABYTES = 1_024;

interface Workers {
  readonly pool: Piscina<Task, TaskResult>;
  readonly inTurn: ReturnType<typeof turnsByKey>;
}

// One a process, also across the bundler's copies of this module.
const holder = globalThis as typeof globalThis & { yarvexWorkers?: Workers };

function workers(): Workers {
  holder.yarvexWorkers ??= {
    pool: new Piscina<Task, TaskResult>({
      // The sources themselves: a thread is no part of what is bundled.
      filename: join(process.cwd(), "server", "workers", "worker.ts"),
      execArgv: ["--import", "tsx"],
      minThreads: 1,
      maxThreads: Math.max(2, Math.min(4, availableParallelism())),
      idleTimeout: IDLE_MS,
      resourceLimits: { maxOldGenerationSizeMb: MOST_MEGABYTES },
    }),
    inTurn: turnsByKey(1),
  };
  return holder.yarvexWorkers;
}

/** The outcome of a use case that a thread runs once its studio's tasks before it are done. Throws the thread's fault. */
export async function runInWorker<T>(task: Task): Promise<Outcome<T>> {
  const { pool, inTurn } = workers();
  const result = await inTurn(task.scope.studioId, () => pool.run(task));
  if ("fault" in result) throw new FaultInWorker(result.fault);
  return result.outcome as Outcome<T>;
}

/** Tasks that wait for a thread; those that wait for their studio's turn are not among them. */
export const workersWaiting = (): number => holder.yarvexWorkers?.pool.queueSize ?? 0;

/** A server that has stood for so long is there to stay. */
const WARM_AFTER_MS = 20_000;

/** Starts a thread before it is asked for, which takes seconds to read the program; not while the server itself starts. Ended by `stop`. */
export function startWorkers(): { readonly stop: () => Promise<void> } {
  const timer = setTimeout(() => workers(), WARM_AFTER_MS).unref();
  return {
    stop: () => {
      clearTimeout(timer);
      return stopWorkers();
    },
  };
}

/** Ends the threads once what they run is done. */
export async function stopWorkers(): Promise<void> {
  const { yarvexWorkers } = holder;
  holder.yarvexWorkers = undefined;
  await yarvexWorkers?.pool.close();
}
