"use client";
import { type ComponentType, lazy, type ReactNode, Suspense, useEffect, useState } from "react";

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

/**
 * A part that is fetched when it is first drawn, with a boundary of its own: while it is on its way what is around it stays as it
 * is, where its focus is too. `fetch` brings it before: then it is there at once, for whoever types on.
 */
export function fetched<P extends object>(
  load: Loader<P>,
  meanwhile: ReactNode = null,
): ComponentType<P> & { readonly fetch: () => void } {
  let known: ComponentType<P> | null = null;
  let coming: Promise<ComponentType<P>> | null = null;
  const bring = (): Promise<ComponentType<P>> => {
    coming ??= load().then(
      (part) => {
        known = part;
        return part;
      },
      (error) => {
        coming = null;
        throw error;
      },
    );
    return coming;
  };
  // biome-ignore lint/correctness/noComponentHookFactories: it is made once a module, not once a drawing
  function Fetched(props: P) {
    const again = () => setPart(begin);
    const failed: ComponentType<P> = () => <Unreachable onAgain={again} />;
    // On the server nothing is known before: what is drawn there and what is woken here begin alike.
    const begin = (): ComponentType<P> =>
      (typeof window !== "undefined" && known) ||
      lazy(async (): Promise<{ default: ComponentType<P> }> => ({ default: await bring().catch(() => failed) }));
    const [Part, setPart] = useState<ComponentType<P>>(begin);
    return (
      <Suspense fallback={meanwhile}>
        <Part {...props} />
      </Suspense>
    );
  }
  return Object.assign(Fetched, { fetch: () => void bring().catch(() => undefined) });
}

const Unreachable = ({ onAgain }: { onAgain: () => void }) => (
  <p role="alert" className="border border-weld bg-weld-tint px-3 py-2">
    This part cannot be fetched: there is no network. What is written is kept.{" "}
    <button type="button" onClick={onAgain} className="min-h-6 font-semibold underline underline-offset-2">
      Try again
    </button>
  </p>
);
