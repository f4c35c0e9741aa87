"use client";
import { useMemo } from "react";
import { type Dates, decimal, isBodyweight, massFigure, type Trend } from "@/core";
import { LineChart } from "@/parts/line-chart";
import { useDates } from "@/parts/region";
import { PageLink } from "@/ui/page-link";
import { type ClientView, type MyLift, myWeeks } from "@/views";

/** A client's weeks in plain words: how often, and where each lift goes. */
export function MyWeeks({ view }: { view: ClientView }) {
  const dates = useDates();
  const { weeks, lifts } = useMemo(() => myWeeks(view), [view]);
  const inUnit = (kg: number): number => Number(massFigure(kg, view.unit));
  const most = Math.max(1, ...weeks.map(({ done }) => done));
  const total = weeks.reduce((sum, { done }) => sum + done, 0);
  return (
    <main className="mx-auto flex max-w-2xl flex-col gap-6 px-5 py-6">
      <header className="flex flex-wrap items-baseline gap-3">
        <h1 className="text-xl font-bold">Your weeks</h1>
        <PageLink href="/me" className="ml-auto text-indigo underline underline-offset-2">
          Your sessions
        </PageLink>
      </header>
      <section>
        <h2 className="mb-2 text-lg font-bold">
          {total} {total === 1 ? "session" : "sessions"} in eight weeks
        </h2>
        <table className="w-full text-center">
          <caption className="sr-only">Sessions and minutes of each week</caption>
          <tbody>
            <tr className="align-bottom">
              {weeks.map(({ monday, done, minutes }) => (
                <td key={monday} className="px-0.5">
                  <span className="block text-xs">
                    {done}
                    <span className="sr-only"> sessions, {minutes} minutes</span>
                  </span>
                  <span
                    aria-hidden
                    className="mx-auto block w-8 bg-woad"
                    style={{ height: Math.max(2, (48 * done) / most) }}
                  />
                </td>
              ))}
            </tr>
            <tr>
              {weeks.map(({ monday }) => (
                <th key={monday} scope="col" className="text-xs font-normal text-quiet">
                  {dates.shortDate(monday)}
                </th>
              ))}
            </tr>
          </tbody>
        </table>
      </section>
      <section>
        <h2 className="mb-2 text-lg font-bold">Your lifts</h2>
        <p className="mb-3 text-quiet">
          The line is what you could lift once on that day, worked out from your sets; the pale band is how sure that
          is.
        </p>
        {lifts.length === 0 ? <p className="text-quiet">Two days of a lift show the first line.</p> : null}
        <ul className="flex flex-col gap-5">
          {lifts.map((lift) => (
            <li key={lift.lineage} className="border-t border-line pt-3">
              <h3 className="font-bold">{lift.exercise.name}</h3>
              <p>{liftWords(lift, dates)}</p>
              <LineChart
                title="Once"
                unit={isBodyweight(lift.exercise) ? `${view.unit} with your body` : view.unit}
                points={lift.points.map((point) => ({ ...point, value: inUnit(point.value) }))}
                band={lift.bandKg && [inUnit(lift.bandKg[0]), inUnit(lift.bandKg[1])]}
                height={110}
                width={340}
              />
            </li>
          ))}
        </ul>
      </section>
    </main>
  );
}

function liftWords({ trend, bestOn }: MyLift, { fullDate }: Dates): string {
  return `${trendWords(trend)} Your best day was ${fullDate(bestOn)}.`;
}

function trendWords(trend: Trend): string {
  switch (trend.kind) {
    case "tooEarly":
      return "Too early to say where it goes.";
    case "moving":
      return `It goes up, by about ${decimal(trend.percentAWeek, 1)} % a week.`;
    case "stalled":
      return "It has stood still for some weeks; your coach sees that too.";
    case "unsure":
      return "It moves too little to be sure of yet.";
  }
}
