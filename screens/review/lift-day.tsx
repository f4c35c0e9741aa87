"use client";
import { catalogueIn } from "@/contract";
import { decimal, exerciseOrThrow, isBodyweight, massFigure, massWords } from "@/core";
import { useDates } from "@/parts/region";
import { PageLink } from "@/ui/page-link";
import type { LiftAcrossWeeks, WeeksReview, WeeksView } from "@/views";
import { keyOfLift } from "./beside";
import { gainWords, trendWords } from "./trend-words";

/** A lift's day, set by set: load and reps, what was asked, reserve and rest as they were kept. */
export function LiftDay({
  review,
  view,
  liftKey,
  week,
}: {
  review: WeeksReview;
  view: WeeksView;
  liftKey: string;
  week: number;
}) {
  const { fullDate } = useDates();
  const lift = review.lifts.find((one) => keyOfLift(one) === liftKey);
  const one = lift?.weeks[week];
  const log = view.lifts.find(({ lineage }) => lineage === lift?.slot.lineage);
  const exposure = log?.exposures.find(({ date }) => date === one?.cell.date);
  if (!lift || !one || !exposure) return <p className="text-quiet">Nothing was logged of it then.</p>;
  const asked = lift.restSeconds?.asked ?? null;
  return (
    <section className="flex flex-col gap-2">
      <header>
        <p className="text-quiet">
          week {week + 1}, {fullDate(one.cell.date)}
        </p>
        <h2 className="text-lg font-bold">{lift.name}</h2>
        <p>
          {gainWords(lift, view.client.unit)}
          {gainWords(lift, view.client.unit) ? "; " : ""}
          {trendWords(lift.trend)}.
        </p>
        {one.e1rmKg === null ? null : (
          <p>
            e1RM {massWords(one.e1rmKg, view.client.unit)} that day{one.isRecord ? ", the best until then" : ""}
          </p>
        )}
      </header>
      <table className="w-full text-left">
        <thead className="text-quiet">
          <tr>
            {["set", "done", "asked", "in reserve", "rest"].map((head) => (
              <th key={head} scope="col" className="font-normal">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {exposure.sets
            .filter(({ working }) => working)
            .map((set, index) => (
              <tr key={set.key} className="border-b border-line">
                <th scope="row" className="font-normal">
                  {index + 1}
                </th>
                <td className="font-bold">
                  {set.seconds === null ? set.reps : `${decimal(set.seconds)} s`} × {loadOf(set.loadKg, lift, view)}
                </td>
                <td>
                  {set.target === null
                    ? ""
                    : set.target.low === set.target.high
                      ? set.target.low
                      : `${set.target.low}–${set.target.high}`}
                  {set.askedKg === undefined ? "" : ` × ${loadOf(set.askedKg, lift, view)}`}
                </td>
                <td>
                  {set.rir === null ? "not said" : decimal(set.rir)}
                  {set.targetRir === null ? "" : ` of ${decimal(set.targetRir)}`}
                </td>
                <td>
                  {set.restBeforeSeconds === null
                    ? ""
                    : `${Math.round(set.restBeforeSeconds)}${asked === null ? "" : ` of ${asked}`} s`}
                </td>
              </tr>
            ))}
        </tbody>
      </table>
      <PageLink href={`/review/${exposure.sessionId}`} className="text-indigo underline underline-offset-2">
        The whole session
      </PageLink>
    </section>
  );
}

/** A load as it is loaded. */
export function loadOf(kg: number | null, lift: LiftAcrossWeeks, view: WeeksView): string {
  if (kg === null) return "?";
  const exercise = exerciseOrThrow(catalogueIn(view.exercises), lift.slot.exerciseId);
  if (!isBodyweight(exercise)) return massFigure(kg, view.client.unit, 2);
  return kg === 0 ? "body" : `${kg > 0 ? "+" : "−"}${massFigure(Math.abs(kg), view.client.unit, 2)}`;
}
