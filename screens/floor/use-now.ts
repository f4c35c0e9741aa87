"use client";
import { useEffect, useRef, useState } from "react";
import { nowMs } from "@/device/clock";
import { playTone } from "./sound";

/** The time by the device clock, in milliseconds, four times a second while it matters. */
export function useNow(running: boolean): number {
  const [now, setNow] = useState(nowMs);
  useEffect(() => {
    if (!running) return;
    setNow(nowMs());
    const timer = setInterval(() => setNow(nowMs()), 250);
    return () => clearInterval(timer);
  }, [running]);
  return now;
}

/** Rest is over: a tone, a vibration, and the whole screen turned once. True while it is turned. */
export function useRestEnd(over: boolean): boolean {
  const [turned, setTurned] = useState(false);
  const was = useRef(over);
  useEffect(() => {
    const begins = over && !was.current;
    was.current = over;
    if (!begins) return;
    setTurned(true);
    navigator.vibrate?.([120, 80, 120]);
    playTone(880, 0.25);
    const timer = setTimeout(() => setTurned(false), 450);
    return () => {
      clearTimeout(timer);
      setTurned(false);
    };
  }, [over]);
  return turned;
}

/** Keeps the screen on where the device allows it; over plain http it does not. */
export function useWakeLock(): "held" | "none" {
  const [state, setState] = useState<"held" | "none">("held");
  useEffect(() => {
    if (!window.isSecureContext) {
      setState("none");
      return;
    }
    let sentinel: WakeLockSentinel | null = null;
    const take = async () => {
      if (document.visibilityState !== "visible") return;
      sentinel = (await navigator.wakeLock?.request("screen").catch(() => null)) ?? null;
    };
    void take();
    document.addEventListener("visibilitychange", take);
    return () => {
      document.removeEventListener("visibilitychange", take);
      void sentinel?.release();
    };
  }, []);
  return state;
}
