/** `./yarvex sensor`: the rep sensor's stand-in behind a WebSocket, as a real one or a bridge to one would serve it. docs/sensor.md. */
import { once } from "node:events";
import type { AddressInfo } from "node:net";
import { type WebSocket, WebSocketServer } from "ws";
import { messagesOfSet, writeSensorLine } from "../contract/sensor";
import { repTimes, seededRandom } from "../core";

export interface SensorSet {
  readonly reps: number;
  /** Reps left when the load is put down. */
  readonly rir: number;
  /** How many times as fast as it would be. */
  readonly pace: number;
  /** Until the first rep, in seconds. */
  readonly afterSeconds: number;
}

const PHASES = [
  { name: "lower", seconds: 2 },
  { name: "lift", seconds: 1 },
] as const;

/** Serves the reps of a set to whoever connects, each time from the first; answers where, and how to end. */
export async function serveSensor(port: number, set: SensorSet) {
  const server = new WebSocketServer({ host: "127.0.0.1", port });
  await once(server, "listening");
  const timers = new Set<NodeJS.Timeout>();
  server.on("connection", (socket) => perform(socket, set, timers));
  return {
    url: `ws://127.0.0.1:${(server.address() as AddressInfo).port}`,
    stop: async () => {
      for (const timer of timers) clearTimeout(timer);
      for (const socket of server.clients) socket.terminate();
      await new Promise((done) => server.close(done));
    },
  };
}

function perform(socket: WebSocket, { reps, rir, pace, afterSeconds }: SensorSet, timers: Set<NodeJS.Timeout>): void {
  let at = afterSeconds;
  for (const { message, seconds } of messagesOfSet(repTimes(PHASES, reps, rir, seededRandom(reps)))) {
    const timer = setTimeout(
      () => {
        timers.delete(timer);
        if (socket.readyState === socket.OPEN) socket.send(writeSensorLine(message));
      },
      (at * 1000) / pace,
    );
    timers.add(timer);
    at += seconds;
  }
}
