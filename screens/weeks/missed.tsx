"use client";
import { useMemo } from "react";
import { catalogueIn } from "@/contract";
import { type MissedProposal, missedSessions } from "@/core";
import { newId } from "@/device/ids";
import { useDates } from "@/parts/region";
import { Button } from "@/ui/button";
import type { WeeksView } from "@/views";
import type { Weeks } from "./use-weeks";

const LIST = new Intl.ListFormat("en-GB");

/** Sessions that were not done, each with what may become of it; what is chosen is a change not kept yet. */
export function MissedSessions({ weeks, view }: { weeks: Weeks; view: WeeksView }) {
  const { longDate } = useDates();
  const { plan, change } = weeks;
  const missed = useMemo(
    () =>
      missedSessions(plan, {
        today: view.today,
        catalogue: catalogueIn(view.exercises),
        isDone: (dayId, week) =>
          view.sessions.some((one) => one.dayId === dayId && one.week === week && one.state !== "draft"),
        makeId: newId,
      }),
    [plan, view],
  );
  if (missed.length === 0) return null;
  const nameOf = (dayId: string) => plan.days.find(({ id }) => id === dayId)?.name || "the next session";
  const words = (proposal: MissedProposal): string => {
    switch (proposal.kind) {
      case "move":
        return proposal.to === view.today ? "Do it today" : `Move it to ${longDate(proposal.to)}`;
      case "merge":
        return `${LIST.format(proposal.lifts)} into ${nameOf(proposal.into.dayId)}, ${longDate(proposal.into.date)}`;
      case "drop":
        return "Leave it out";
    }
  };
  return (
    <section aria-label="Missed sessions" className="mx-3 mt-2 border-l-4 border-weld bg-weld-tint px-3 py-2">
      <ul className="flex flex-col gap-1.5">
        {missed.map(({ dayId, week, name, date, proposals }) => (
          <li key={`${dayId} ${week}`} className="flex flex-wrap items-center gap-2">
            <span>
              <span className="font-semibold">{name || "A session"}</span>, {longDate(date)}, was missed.
            </span>
            {proposals.map((proposal, place) => (
              <Button
                key={proposal.kind}
                kind={place === 0 ? "main" : "plain"}
                disabled={weeks.isBusy}
                onClick={() => change(proposal.edits)}
              >
                {words(proposal)}
              </Button>
            ))}
          </li>
        ))}
      </ul>
    </section>
  );
}
