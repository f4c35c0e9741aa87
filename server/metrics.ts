/** Figures for who watches the server, in the text format of Prometheus. */
import { Counter, collectDefaultMetrics, Gauge, Histogram, Registry } from "prom-client";
import { keysOf } from "../core";
import { poolStates } from "./db";
import { COUNTED, countOf } from "./request";
import { workersWaiting } from "./workers";

export interface Metrics {
  /** All metrics in the text format of Prometheus. */
  readonly text: () => Promise<string>;
  readonly contentType: string;
  readonly answered: (
    request: { readonly method: string; readonly route: string; readonly status: number },
    seconds: number,
  ) => void;
}

/** The figures of one server. Counters start at nothing with the process. */
export function createMetrics(): Metrics {
  const registry = new Registry();
  collectDefaultMetrics({ register: registry });
  const seconds = new Histogram({
    name: "yarvex_request_seconds",
    help: "How long requests took, by route",
    labelNames: ["method", "route", "status"],
    buckets: [0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 5, 10],
    registers: [registry],
  });
  for (const what of keysOf(COUNTED))
    new Counter({
      name: `yarvex_${what.replace(/[A-Z]/g, (letter) => `_${letter.toLowerCase()}`)}_total`,
      help: COUNTED[what],
      registers: [registry],
      collect() {
        this.reset();
        this.inc(countOf(what));
      },
    });
  new Gauge({
    name: "yarvex_database_connections",
    help: "Connections to the database, by pool and what they do",
    labelNames: ["pool", "state"],
    registers: [registry],
    collect() {
      for (const { pool, open, idle, waiting } of poolStates()) {
        this.set({ pool, state: "busy" }, open - idle);
        this.set({ pool, state: "idle" }, idle);
        this.set({ pool, state: "waited for" }, waiting);
      }
    },
  });
  new Gauge({
    name: "yarvex_tasks_waiting",
    help: "Tasks of worker threads that wait for their turn",
    registers: [registry],
    collect() {
      this.set(workersWaiting());
    },
  });
  return {
    text: () => registry.metrics(),
    contentType: registry.contentType,
    answered: (labels, took) => seconds.observe({ ...labels, status: String(labels.status) }, took),
  };
}
