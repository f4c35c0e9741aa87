"use client";
import { useMemo } from "react";
import { catalogueIn } from "@/contract";
import { firstOf, lastOf, substituteAhead, type UnfitAhead, unfitAhead, unfitSentence } from "@/core";
import { newId } from "@/device/ids";
import { Button } from "@/ui/button";
import type { WeeksView } from "@/views";
import type { Weeks } from "./use-weeks";

/** Lifts of the coming weeks that a limit, a machine or the gym keeps away, each with what would do instead. */
export function UnfitLifts({ weeks, view }: { weeks: Weeks; view: WeeksView }) {
  const { plan, model, context, change } = weeks;
  const found = useMemo(
    () =>
      unfitAhead(model.sessions, {
        ...context,
        limits: view.client.limits,
        trainee: {
          trainingAge: view.client.trainingAge,
          likes: new Set(view.client.likes),
          dislikes: new Set(view.client.dislikes),
          pain: new Map(),
          alone: false,
        },
        catalogue: catalogueIn(view.exercises),
      }),
    [model.sessions, context, view],
  );
  if (found.length === 0) return null;
  return (
    <section aria-label="Cannot be done" className="mx-3 mt-2 border-l-4 border-walnut bg-surface px-3 py-2">
      <ul className="flex flex-col gap-1.5">
        {found.map((one) => (
          <li key={`${one.dayId} ${one.slotId} ${one.weeks[0]}`} className="flex flex-wrap items-center gap-2">
            <span>
              <span className="font-semibold">{one.exercise.name}</span>, {weeksWords(one.weeks)}:{" "}
              {unfitSentence(one.unfit)}
            </span>
            {one.substitute ? (
              <Button disabled={weeks.isBusy} onClick={() => change(substituteAhead(plan, one, newId))}>
                {one.substitute.name} then
              </Button>
            ) : (
              <span className="text-quiet">Nothing near it can be done there.</span>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** "week 4", "weeks 4 and 6", "weeks 4 to 9". */
function weeksWords(weeks: UnfitAhead["weeks"]): string {
  const [first, last] = [firstOf(weeks) + 1, lastOf(weeks) + 1];
  if (weeks.length === 1) return `week ${first}`;
  if (last - first === weeks.length - 1) return `weeks ${first} to ${last}`;
  return `weeks ${weeks.map((week) => week + 1).join(", ")}`;
}
