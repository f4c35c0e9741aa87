"use client";
import type { ReactNode } from "react";
import { lowerFirst, sum } from "@/core";
import { PageLink } from "@/ui/page-link";
import { POPOVER, PopoverButton } from "@/ui/popover";
import type { TodayView } from "@/views";

/** What the last seven days came to: sessions done, lifts at their best, and messages that nobody has answered. */
export function TodayFooter({ view }: { view: TodayView }) {
  const done = sum(view.clients.map(({ lastWeek }) => lastWeek.done));
  const planned = sum(view.clients.map(({ lastWeek }) => lastWeek.planned));
  const best = view.clients.filter(({ bests }) => bests.length > 0);
  const bests = sum(best.map((client) => client.bests.length));
  const messages = view.needs.filter(({ need }) => need.rule === "message").length;
  if (planned + bests + messages === 0) return null;
  return (
    <footer className="sticky bottom-0 flex max-md:bottom-14 flex-wrap items-center gap-x-6 gap-y-1 bg-walnut px-4 py-2 text-onwalnut">
      <h2 className="sr-only">The last seven days</h2>
      {planned > 0 ? <Figure figure={`${done} of ${planned}`}>sessions done in seven days</Figure> : null}
      {bests > 0 ? (
        <PopoverButton
          button={{
            children: (
              <Figure figure={String(bests)}>{bests === 1 ? "lift at its best" : "lifts at their best"}</Figure>
            ),
            className: "rounded-[3px] px-1 underline decoration-dotted underline-offset-4 hover:bg-bark",
          }}
          label="Lifts at their best in seven days"
          side="top"
          className={POPOVER}
        >
          {() => (
            <>
              <p className="mb-2 font-bold">Better in the last seven days than ever before</p>
              <ul className="flex flex-col gap-1">
                {best.map(({ id, name, bests: lifts }) => (
                  <li key={id}>
                    <PageLink href={`/clients/${id}`} className="font-semibold hover:underline">
                      {name}
                    </PageLink>
                    : {lifts.map(lowerFirst).join(", ")}
                  </li>
                ))}
              </ul>
              <p className="mt-2 text-quiet">By the estimated one-rep maximum of the day’s best set.</p>
            </>
          )}
        </PopoverButton>
      ) : null}
      {messages > 0 ? (
        <Figure figure={String(messages)}>{messages === 1 ? "message to answer" : "messages to answer"}</Figure>
      ) : null}
    </footer>
  );
}

const Figure = ({ figure, children }: { figure: string; children: ReactNode }) => (
  <span className="whitespace-nowrap">
    <strong className="text-lg">{figure}</strong> <span className="text-onwalnut-quiet">{children}</span>
  </span>
);
