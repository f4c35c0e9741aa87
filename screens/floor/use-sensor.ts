"use client";
/** Which rep sensor counts on this device. */
import { createContext, useCallback, useContext, useEffect, useState } from "react";
import type { RepSensor } from "@/device/sensor";

export interface SensorHere {
  readonly sensor: RepSensor | null;
  readonly choose: (choice: SensorChoice) => Promise<string | null>;
}

export type SensorChoice =
  | { readonly kind: "none" }
  | { readonly kind: "simulated" }
  | { readonly kind: "socket"; readonly url: string }
  | { readonly kind: "bluetooth" };

const KEY = "yarvex:floor-sensor";

export const SensorContext = createContext<SensorHere>({ sensor: null, choose: async () => null });

export const useSensor = (): SensorHere => useContext(SensorContext);

/** Connects to what was chosen; throws where that cannot be. Whoever has no sensor reads nothing of them. */
async function sensorOf(choice: SensorChoice): Promise<RepSensor | null> {
  if (choice.kind === "none") return null;
  const { bluetoothHere, connectBluetooth, simulatedSensor, webSocketSensor } = await import("@/device/sensor");
  if (choice.kind === "simulated") return simulatedSensor();
  if (choice.kind === "socket") return webSocketSensor(choice.url);
  const bluetooth = bluetoothHere();
  return bluetooth && connectBluetooth(bluetooth);
}

/** The sensor that was chosen on this device, kept but for Bluetooth: that is asked for by a tap each time. */
export function useSensorChoice(): SensorHere {
  const [sensor, setSensor] = useState<RepSensor | null>(null);
  useEffect(() => {
    const known = async () => sensorOf(JSON.parse(localStorage.getItem(KEY) ?? '{"kind":"none"}') as SensorChoice);
    known().then(setSensor, () => localStorage.removeItem(KEY));
  }, []);
  const choose = useCallback(async (choice: SensorChoice): Promise<string | null> => {
    try {
      const connected = await sensorOf(choice);
      if (choice.kind === "bluetooth" && !connected) return "This browser has no Bluetooth.";
      setSensor(connected);
      localStorage.setItem(KEY, JSON.stringify(choice.kind === "bluetooth" ? { kind: "none" } : choice));
      return null;
    } catch {
      return choice.kind === "socket"
        ? "That is no address of a sensor: it begins with ws:// or wss://."
        : "No sensor was connected.";
    }
  }, []);
  return { sensor, choose };
}
