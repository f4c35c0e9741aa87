"use client";
import { useEffect, useEffectEvent, useRef } from "react";
import { Button } from "@/ui/button";

/** So far below the screen the next page of a list is asked for already. */
const AHEAD = "0px 0px 600px 0px";

/** The end of a list that has more: asked for when it comes into sight, or pressed. */
export function MoreButton({
  words,
  isBusy,
  error,
  onMore,
}: {
  readonly words: string;
  readonly isBusy: boolean;
  readonly error: Error | null;
  readonly onMore: () => void;
}) {
  const end = useRef<HTMLParagraphElement>(null);
  const hasFailed = error !== null;
  const more = useEffectEvent(onMore);
  useEffect(() => {
    // What failed is asked for again by whoever presses, not over and over.
    if (!end.current || isBusy || hasFailed) return;
    const observer = new IntersectionObserver(
      ([entry]) => {
        if (entry?.isIntersecting) more();
      },
      { rootMargin: AHEAD },
    );
    observer.observe(end.current);
    return () => observer.disconnect();
  }, [isBusy, hasFailed]);
  return (
    <p ref={end} className="mt-6">
      <Button disabled={isBusy} onClick={onMore}>
        {words}
      </Button>
      {error ? <span role="alert"> {error.message}</span> : null}
    </p>
  );
}
