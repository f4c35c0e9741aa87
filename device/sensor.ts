/**
 * Rep sensors: devices that count reps and time their phases. All have one interface, whatever brings their messages: a simulated
 * sensor, a WebSocket, or a Bluetooth characteristic. docs/sensor.md.
 */
import { messagesOfSet, readSensorBytes, readSensorLine, type SensorMessage } from "../contract/sensor";
import type { RepTimes } from "../core";

/** What a set asks, for a sensor that makes its reps up. */
export interface SetToCount {
  readonly reps: readonly RepTimes[];
}

export interface RepSensor {
  readonly name: string;
  /** Tells every message until the answer is called; `lost` is told why no more will come. */
  readonly listen: (tell: (message: SensorMessage) => void, lost: (why: string) => void) => () => void;
  /** The set in hand begins: the stand-in performs it, a real sensor sees it. */
  readonly begin?: (set: SetToCount) => void;
}

/** A pace that changes while a phase lasts is taken up after so long. */
const SLICE_MS = 100;

/** The stand-in: reps as they were made up for the set, `pace` times as fast as they would be; 0: they stand still. */
export function simulatedSensor(pace: () => number = () => 1): RepSensor {
  const listeners = new Set<(message: SensorMessage) => void>();
  const running: { timer: ReturnType<typeof setTimeout> | null } = { timer: null };
  const tell = (message: SensorMessage) => {
    for (const listener of listeners) listener(message);
  };
  const stop = () => {
    if (running.timer) clearTimeout(running.timer);
    running.timer = null;
  };
  const wait = (seconds: number, then: () => void): void => {
    if (seconds < 1e-6) {
      then();
      return;
    }
    const by = pace();
    const sliceMs = by > 0 ? Math.min(SLICE_MS, (seconds * 1000) / by) : SLICE_MS;
    running.timer = setTimeout(() => wait(seconds - (sliceMs / 1000) * by, then), sliceMs);
  };
  return {
    name: "Simulated sensor",
    listen: (listener) => {
      listeners.add(listener);
      return () => {
        listeners.delete(listener);
        if (listeners.size === 0) stop();
      };
    },
    begin: ({ reps }) => {
      stop();
      const steps = messagesOfSet(reps);
      const next = (at: number) => {
        const step = steps[at];
        if (!step) return;
        tell(step.message);
        wait(step.seconds, () => next(at + 1));
      };
      next(0);
    },
  };
}

/** A sensor, or a bridge to one, that sends a line of JSON for each message. */
export function webSocketSensor(url: string): RepSensor {
  return {
    name: new URL(url).host,
    listen: (tell, lost) => {
      const socket = new WebSocket(url);
      const state = { isOver: false };
      const end = (why: string) => {
        if (!state.isOver) lost(why);
        state.isOver = true;
      };
      socket.addEventListener("message", ({ data }) => {
        for (const line of String(data).split("\n")) {
          const message = line.trim() === "" ? null : readSensorLine(line);
          if (message) tell(message);
        }
      });
      socket.addEventListener("close", () => end("The sensor’s connection was closed."));
      socket.addEventListener("error", () => end("The sensor cannot be reached at that address."));
      return () => {
        state.isOver = true;
        socket.close();
      };
    },
  };
}

/** What is used of a Web Bluetooth characteristic, so that any of that shape will do. */
export interface NotifyingCharacteristic {
  readonly value?: DataView | undefined;
  startNotifications(): Promise<unknown>;
  stopNotifications(): Promise<unknown>;
  addEventListener(kind: "characteristicvaluechanged", listener: () => void): void;
  removeEventListener(kind: "characteristicvaluechanged", listener: () => void): void;
}

/** A sensor whose characteristic notifies of each message. */
export function bluetoothSensor(name: string, characteristic: NotifyingCharacteristic): RepSensor {
  return {
    name,
    listen: (tell, lost) => {
      const changed = () => {
        const message = characteristic.value ? readSensorBytes(characteristic.value) : null;
        if (message) tell(message);
      };
      characteristic.addEventListener("characteristicvaluechanged", changed);
      characteristic.startNotifications().catch(() => lost("The sensor does not notify."));
      return () => {
        characteristic.removeEventListener("characteristicvaluechanged", changed);
        void characteristic.stopNotifications().catch(() => undefined);
      };
    },
  };
}

/** The service and its characteristic under which a sensor of this shape is found. */
export const SENSOR_SERVICE = "5f3a0001-6a0e-4b6e-9a57-3c1d2b7f9e10";
export const SENSOR_CHARACTERISTIC = "5f3a0002-6a0e-4b6e-9a57-3c1d2b7f9e10";

interface BluetoothLike {
  requestDevice(options: { filters: { services: string[] }[] }): Promise<{
    name?: string;
    gatt?: {
      connect(): Promise<{
        getPrimaryService(id: string): Promise<{
          getCharacteristic(id: string): Promise<NotifyingCharacteristic>;
        }>;
      }>;
    };
  }>;
}

/** This browser's Bluetooth; null where it has none. */
export const bluetoothHere = (): BluetoothLike | null =>
  (navigator as Navigator & { readonly bluetooth?: BluetoothLike }).bluetooth ?? null;

/** Asks which sensor nearby it is, and connects to it; has to follow a tap. */
export async function connectBluetooth(bluetooth: BluetoothLike): Promise<RepSensor> {
  const device = await bluetooth.requestDevice({ filters: [{ services: [SENSOR_SERVICE] }] });
  const server = await device.gatt!.connect();
  const characteristic = await (await server.getPrimaryService(SENSOR_SERVICE)).getCharacteristic(
    SENSOR_CHARACTERISTIC,
  );
  return bluetoothSensor(device.name ?? "Sensor", characteristic);
}
