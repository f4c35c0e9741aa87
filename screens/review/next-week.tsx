"use client";
import { useQuery } from "@tanstack/react-query";
import { useMemo, useState } from "react";
import { acceptNextWeek } from "@/device/accept-next-week";
import { apiQuery, useApiMutation } from "@/device/query";
import { useDates } from "@/parts/region";
import { Button, buttonClass } from "@/ui/button";
import { chosen } from "@/ui/choice";
import { PageLink } from "@/ui/page-link";
import { Select } from "@/ui/select";
import {
  askedWords,
  type NextChoice,
  type NextWeek,
  nextWeekOf,
  type ReviewedLift,
  type ReviewView,
  type WeeksView,
} from "@/views";
import { LoadLine } from "./load-line";
import { NextTime } from "./next-time";

const CHOICES: Readonly<Record<NextChoice, string>> = {
  asRuled: "as its rule says",
  again: "the same again",
  lighter: "5 % lighter",
  setFewer: "a set fewer",
};

/** What the session's rules ask of its next week, to accept as it is or lift by lift otherwise. */
export function NextWeekSection({
  view,
  planned,
  lifts,
}: {
  view: ReviewView;
  planned: NonNullable<ReviewView["planned"]>;
  lifts: readonly ReviewedLift[];
}) {
  const { longDate } = useDates();
  const [choices, setChoices] = useState<ReadonlyMap<string, NextChoice>>(new Map());
  const clientId = view.context.client.id;
  const { data, error } = useQuery(apiQuery("weeks.show", { clientId, planId: planned.planId }));
  const weeks = data?.view ?? null;
  const next = useMemo(() => weeks && nextWeekOf(weeks, planned), [weeks, planned]);
  const accept = useApiMutation((from: { readonly weeks: WeeksView; readonly next: NextWeek }) =>
    acceptNextWeek(from.weeks, from.next, choices),
  );
  if (!weeks) return error ? <p role="alert">{error.message}</p> : null;
  if (!next)
    return (
      <>
        <NextTime lifts={lifts} date={view.context.date} unit={view.context.gym.equipment.unit} />
        <p className="mt-2 text-quiet">The plan has no further session of this day.</p>
      </>
    );
  return (
    <section className="mt-7 flex flex-col gap-2" aria-labelledby="next-week">
      <h2 id="next-week" className="text-lg font-bold">
        {next.name || "This day"} again, {longDate(next.date)}
      </h2>
      <div className="relative max-w-6xl overflow-x-auto">
        <table className="w-full text-left">
          <thead className="text-quiet">
            <tr>
              <th scope="col" className="font-normal">
                lift
              </th>
              <th scope="col" className="font-normal">
                last
              </th>
              <th scope="col" className="font-normal">
                next
              </th>
              <th scope="col" className="font-normal">
                why
              </th>
              <th scope="col" className="font-normal">
                over the days
              </th>
              <th scope="col" className="font-normal">
                in that week
              </th>
            </tr>
          </thead>
          <tbody>
            {next.lifts.map((lift) => (
              <tr key={lift.slotId} className="border-b border-line align-baseline">
                <th scope="row" className="py-1 pr-4 font-semibold">
                  {lift.name}
                </th>
                <td className="pr-4 text-quiet">{lift.before ? askedWords(lift.before, next.unit) : "not yet"}</td>
                <td className="pr-4 font-bold text-indigo">{askedWords(lift.next, next.unit)}</td>
                <td className={`min-w-56 pr-4 ${lift.needs ? "font-semibold text-weld" : ""}`}>
                  {lift.needs ?? lift.why}
                </td>
                <td className="pr-4">
                  {lifts.map((own) =>
                    own.slot.id === lift.slotId ? (
                      <LoadLine key={own.slot.id} lift={own} date={view.context.date} unit={next.unit} />
                    ) : null,
                  )}
                </td>
                <td>
                  <Select
                    aria-label={`${lift.name}, week ${next.week + 1}`}
                    value={choices.get(lift.slotId) ?? "asRuled"}
                    disabled={accept.isSuccess}
                    onChange={chosen(CHOICES, (choice) => setChoices(new Map([...choices, [lift.slotId, choice]])))}
                  >
                    {lift.choices.map((choice) => (
                      <option key={choice} value={choice}>
                        {CHOICES[choice]}
                      </option>
                    ))}
                  </Select>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className="flex flex-wrap items-center gap-3">
        <strong>
          {next.moved === next.lifts.length
            ? "Every lift moves on"
            : `${next.moved} of ${next.lifts.length} lifts move on`}
          {next.need > 0 ? `, ${next.need} ${next.need === 1 ? "needs" : "need"} you` : ""}.
        </strong>
        {accept.data ? (
          <>
            <span role="status">Accepted: the session is a draft now.</span>
            <PageLink href={`/session/${accept.data.sessionId}`} className={buttonClass("plain")}>
              To the desk
            </PageLink>
          </>
        ) : (
          <Button kind="main" disabled={accept.isPending} onClick={() => accept.mutate({ weeks, next })}>
            Accept next week
          </Button>
        )}
        {next.isSent ? (
          <span className="text-quiet">It was sent: what you change is sent again at the desk.</span>
        ) : null}
      </p>
      {accept.error ? (
        <p role="alert" className="font-semibold">
          {accept.error.message}
        </p>
      ) : null}
    </section>
  );
}
