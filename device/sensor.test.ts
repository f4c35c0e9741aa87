import { once } from "node:events";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { type WebSocket as ServerSocket, WebSocket, WebSocketServer } from "ws";
import { type SensorMessage, writeSensorBytes, writeSensorLine } from "../contract/sensor";
import { repTimes, seededRandom } from "../core";
import { serveSensor } from "../tools/sensor";
import {
  bluetoothSensor,
  connectBluetooth,
  type NotifyingCharacteristic,
  simulatedSensor,
  webSocketSensor,
} from "./sensor";

const PHASES = [
  { name: "lower", seconds: 2 },
  { name: "lift", seconds: 1 },
] as const;
const set = (reps: number) => ({ reps: repTimes(PHASES, reps, 2, seededRandom(3)) });
const isOf = (kind: SensorMessage["kind"]) => (message: SensorMessage) => message.kind === kind;

describe("the simulated sensor", () => {
  beforeEach(() => void vi.useFakeTimers());
  afterEach(() => void vi.useRealTimers());

  it("tells each phase as it begins, each rep as it is complete, and the end with how many there were", () => {
    const heard: SensorMessage[] = [];
    const sensor = simulatedSensor();
    sensor.listen((message) => heard.push(message), vi.fn());
    sensor.begin!(set(3));
    expect(heard).toEqual([{ kind: "phase", rep: 1, phase: "lower" }]);
    vi.advanceTimersByTime(60_000);
    expect(heard.filter(isOf("phase"))).toHaveLength(6);
    expect(heard.filter(isOf("rep")).map(({ rep }) => rep)).toEqual([1, 2, 3]);
    expect(heard.at(-1)).toEqual({ kind: "end", rep: 3 });
  });

  it("stands still while its pace is 0, and goes on from there", () => {
    const heard: SensorMessage[] = [];
    const at = { pace: 1 };
    const sensor = simulatedSensor(() => at.pace);
    sensor.listen((message) => heard.push(message), vi.fn());
    sensor.begin!(set(2));
    at.pace = 0;
    vi.advanceTimersByTime(600_000);
    expect(heard).toHaveLength(1);
    at.pace = 10;
    vi.advanceTimersByTime(2_000);
    expect(heard.at(-1)).toEqual({ kind: "end", rep: 2 });
  });

  it("goes as many times as fast as it is asked, and is silent when nobody listens any more", () => {
    const heard: SensorMessage[] = [];
    const sensor = simulatedSensor(() => 60);
    const leave = sensor.listen((message) => heard.push(message), vi.fn());
    sensor.begin!(set(4));
    vi.advanceTimersByTime(400);
    expect(heard.at(-1)).toEqual({ kind: "end", rep: 4 });
    const before = heard.length;
    sensor.begin!(set(4));
    leave();
    vi.advanceTimersByTime(400);
    expect(heard.length).toBe(before + 1);
  });
});

describe("a sensor behind a WebSocket", () => {
  // Node.js has none of its own yet; this one is of the same shape.
  beforeEach(() => void vi.stubGlobal("WebSocket", WebSocket));
  afterEach(() => void vi.unstubAllGlobals());

  it("is read from our own stand-in to the end of its set", async () => {
    const serving = await serveSensor(0, { reps: 3, rir: 1, pace: 200, afterSeconds: 0 });
    const heard: SensorMessage[] = [];
    const leave = webSocketSensor(serving.url).listen((message) => heard.push(message), vi.fn());
    await vi.waitFor(() => expect(heard.at(-1)).toEqual({ kind: "end", rep: 3 }), 5_000);
    expect(heard.filter(isOf("rep"))).toHaveLength(3);
    leave();
    await serving.stop();
  });

  it("several lines in one message are read each, what is none is passed over, and a lost connection is told", async () => {
    const server = new WebSocketServer({ host: "127.0.0.1", port: 0 });
    await once(server, "listening");
    const { port } = server.address() as { port: number };
    const heard: SensorMessage[] = [];
    const lost = vi.fn();
    const connected = once(server, "connection") as Promise<[ServerSocket]>;
    webSocketSensor(`ws://127.0.0.1:${port}`).listen((message) => heard.push(message), lost);
    const [socket] = await connected;
    const lines = [
      writeSensorLine({ kind: "phase", rep: 1, phase: "lift" }),
      "hello",
      writeSensorLine({ kind: "end", rep: 1 }),
    ];
    socket.send(lines.join("\n"));
    await vi.waitFor(() => expect(heard).toHaveLength(2), 20_000);
    socket.close();
    await vi.waitFor(() => expect(lost).toHaveBeenCalledTimes(1), 20_000);
    server.close();
  });

  it("an address that is none is refused before anything is connected", () => {
    expect(() => webSocketSensor("the one by the rack")).toThrow();
  });
});

describe("a sensor by Bluetooth", () => {
  class Characteristic extends EventTarget {
    value: DataView | undefined;
    startNotifications = vi.fn(async () => undefined);
    stopNotifications = vi.fn(async () => undefined);
    notify(message: SensorMessage) {
      this.value = writeSensorBytes(message);
      this.dispatchEvent(new Event("characteristicvaluechanged"));
    }
  }

  it("is found by its service, tells what its characteristic notifies of, and is quiet once it is left", async () => {
    const characteristic = new Characteristic();
    const getCharacteristic = vi.fn(async () => characteristic as unknown as NotifyingCharacteristic);
    const server = { getPrimaryService: async () => ({ getCharacteristic }) };
    const requestDevice = vi.fn(async () => ({ name: "Bar end", gatt: { connect: async () => server } }));
    const sensor = await connectBluetooth({ requestDevice });
    expect(sensor.name).toBe("Bar end");
    const heard: SensorMessage[] = [];
    const leave = sensor.listen((message) => heard.push(message), vi.fn());
    characteristic.notify({ kind: "end", rep: 5 });
    leave();
    characteristic.notify({ kind: "end", rep: 6 });
    expect(heard).toEqual([{ kind: "end", rep: 5 }]);
    expect(characteristic.stopNotifications).toHaveBeenCalled();
  });

  it("that does not notify says so", async () => {
    const characteristic = new Characteristic();
    characteristic.startNotifications.mockRejectedValue(new Error("no"));
    const lost = vi.fn();
    bluetoothSensor("Bar end", characteristic as unknown as NotifyingCharacteristic).listen(vi.fn(), lost);
    await vi.waitFor(() => expect(lost).toHaveBeenCalledWith("The sensor does not notify."), 20_000);
  });
});
