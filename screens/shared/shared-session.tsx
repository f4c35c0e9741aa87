"use client";
import { GENERAL_NOTICE } from "@/core";
import { useDates } from "@/parts/region";
import { SessionInWords } from "@/parts/session-in-words";
import { Button } from "@/ui/button";
import { Mark } from "@/ui/mark";
import type { SharedSession } from "@/views";

/** One session for somebody without an account, as it was sent; to be read on a phone, or printed. */
export function SharedSessionPage({ session }: { session: SharedSession }) {
  const { longDate } = useDates();
  const { studio, client, date, title, warmUp, blocks } = session;
  return (
    <main className="mx-auto flex max-w-2xl flex-col gap-4 px-5 py-6">
      <header className="flex items-center gap-3">
        <Mark />
        <p className="font-bold">{studio}</p>
        <Button className="ml-auto print:hidden" onClick={() => window.print()}>
          Print
        </Button>
      </header>
      <section className="border-t-4 border-indigo bg-surface px-4 py-3">
        <h1 className="mb-2 text-xl font-bold">
          {longDate(date)}: {title || "your session"}
        </h1>
        <p className="mb-2 text-quiet">For {client}</p>
        {warmUp ? <p className="mb-2">Warm-up: {warmUp}</p> : null}
        <SessionInWords blocks={blocks} />
      </section>
      <p className="text-quiet">If something hurts, stop that lift and say so. {GENERAL_NOTICE}</p>
    </main>
  );
}

export function NoSharedSession() {
  return (
    <main className="mx-auto max-w-xl px-5 py-10">
      <Mark />
      <h1 className="mt-4 mb-2 text-xl font-bold">This link opens nothing any more.</h1>
      <p>A link to a session is good for seven days, and can be removed before. Ask your coach for a new one.</p>
    </main>
  );
}
