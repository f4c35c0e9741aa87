"use client";
import { type ComponentType, useEffect, useState } from "react";

type Loader<P> = () => Promise<ComponentType<P>>;
const loaded = new Map<unknown, unknown>();

/**
 * A part of a screen that is fetched when it is first wanted; null until then. It stays once it was there, so that the focus has
 * somewhere to come back to. Where it cannot be fetched it is not wanted any more, and can be asked for again.
 */
export function useOnDemand<P>(
  load: Loader<P>,
  isWanted: boolean,
  setWanted: (wanted: boolean) => void,
): ComponentType<P> | null {
  const [part, setPart] = useState<ComponentType<P> | null>(null);
  useEffect(() => {
    if (!isWanted || part) return;
    const known = loaded.get(load);
    if (known) return setPart(() => known as ComponentType<P>);
    let isAwaited = true;
    load().then(
      (fetched) => {
        loaded.set(load, fetched);
        if (isAwaited) setPart(() => fetched);
      },
      () => isAwaited && setWanted(false),
    );
    return () => {
      isAwaited = false;
    };
  }, [isWanted, part, load, setWanted]);
  return part;
}
