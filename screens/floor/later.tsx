"use client";
import { type ComponentType, useEffect, useState } from "react";

interface LaterPart<P> {
  readonly read: () => Promise<void>;
  readonly known: { Loaded: ComponentType<P> | null };
}

const reads: (() => Promise<void>)[] = [];

/**
 * A part of the floor that is read after the page itself: it makes the page no heavier. All of them are read once the page
 * rests, so that they are there when the network is not.
 */
export function later<P extends object>(load: () => Promise<{ readonly default: ComponentType<P> }>): LaterPart<P> {
  const known: LaterPart<P>["known"] = { Loaded: null };
  const read = async () => {
    known.Loaded ??= (await load()).default;
  };
  reads.push(read);
  return { read, known };
}

/** Draws a later part as soon as it is read; one that could not be read says so, and is tried again by a tap. */
export function Later<P extends object>({ part, props }: { part: LaterPart<P>; props: P }) {
  const { known, read } = part;
  const [state, setState] = useState<"reading" | "there" | "failed">(known.Loaded ? "there" : "reading");
  useEffect(() => {
    if (state !== "reading") return;
    let isCurrent = true;
    read().then(
      () => isCurrent && setState("there"),
      () => isCurrent && setState("failed"),
    );
    return () => {
      isCurrent = false;
    };
  }, [state, read]);
  const { Loaded } = known;
  if (Loaded && state === "there") return <Loaded {...props} />;
  if (state !== "failed") return <p className="text-lg">One moment…</p>;
  return (
    <button
      type="button"
      onClick={() => setState("reading")}
      className="min-h-[56px] rounded-lg border border-[var(--floor-warn)] px-3 text-lg"
    >
      This part is not on the device yet, and there is no network: try again
    </button>
  );
}

/** How long a page is left alone before its later parts are read. */
const REST_MS = 2_000;

/** Reads every later part once the page rests. */
export function readLaterParts(): () => void {
  const timer = setTimeout(() => void Promise.allSettled(reads.map((read) => read())), REST_MS);
  return () => clearTimeout(timer);
}
