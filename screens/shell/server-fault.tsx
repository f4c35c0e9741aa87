"use client";
import { Button } from "@/ui/button";

/** Something went wrong on the server. Nothing that was kept is lost; the mark finds it in the server's log. */
export function ServerFault({ mark, onAgain }: { mark: string; onAgain: () => void }) {
  return (
    <main className="flex min-h-dvh flex-col items-center justify-center gap-3 px-5 text-center">
      <svg viewBox="0 0 160 40" className="w-40" aria-hidden>
        <path
          d="M2 20c14-14 26-14 40 0s20 12 26 4M158 20c-14 14-26 14-40 0s-20-12-26-4"
          fill="none"
          stroke="var(--color-walnut)"
          strokeWidth={4}
          strokeLinecap="round"
        />
      </svg>
      <h1 className="text-xl font-bold">The server could not answer.</h1>
      <p className="max-w-md text-quiet">
        It may be busy or out of reach of its database. Nothing that was kept is lost, and what the floor logs waits on
        its device.
      </p>
      <div className="flex items-center gap-4">
        <Button kind="main" onClick={onAgain}>
          Try again
        </Button>
        <a href="/floor" className="text-indigo underline underline-offset-2">
          To the floor
        </a>
      </div>
      {mark ? <p className="text-quiet">Its mark in the server’s log: {mark}</p> : null}
    </main>
  );
}
