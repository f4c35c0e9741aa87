import { decimal, sessionDay, sessionLoad, volumeWords } from "@/core";
import { useDates } from "@/parts/region";
import type { WeeksModel, WeeksView } from "@/views";

/** A week's figures by session: minutes, load, effort; and of a week that is over, how alike its days were. */
export function WeekSessions({
  model,
  view,
  week,
  isHeaded = false,
}: {
  model: WeeksModel;
  view: WeeksView;
  week: number;
  isHeaded?: boolean;
}) {
  const { longDate } = useDates();
  const column = model.columns.find((one) => one.week === week);
  const plan = view.plan?.document;
  if (!column || !plan) return null;
  const done = view.sessions
    .filter((one) => one.week === week && one.summary !== null)
    .sort((a, b) => (a.date < b.date ? -1 : 1));
  const { load } = column;
  return (
    <section className="flex flex-col gap-2">
      {isHeaded ? <h2 className="text-lg font-bold">Week {week + 1}</h2> : null}
      <p>
        {column.done} of {column.planned} sessions done, {column.minutes} minutes,{" "}
        {volumeWords(column.volumeLoadKg, view.client.unit, 1)}
        {!isHeaded && column.done < column.planned ? ", what is planned counted in" : ""}
      </p>
      <ul>
        {done.map(({ id, dayId, date, summary }) => (
          <li key={id} className="border-b border-line py-1">
            <a href={`/review/${id}`} className="font-semibold underline underline-offset-2">
              {sessionDay(plan, dayId, week)?.name || "A session"}
            </a>{" "}
            <span className="text-quiet">{longDate(date)}</span>
            <span className="block">
              {summary!.minutes} min, {volumeWords(summary!.volumeLoadKg, view.client.unit, 1)}
              {summary!.sessionRpe === null
                ? ", effort not said"
                : `, effort ${decimal(summary!.sessionRpe)} × ${summary!.minutes} min = ${Math.round(sessionLoad(summary!.sessionRpe, summary!.minutes)!)}`}
            </span>
          </li>
        ))}
      </ul>
      {load ? (
        <p>
          Load as felt {Math.round(load.sum)}
          {load.monotony === null
            ? ""
            : `; monotony ${decimal(load.monotony, 2)} (mean of the days ÷ their spread), strain ${Math.round(load.strain!)}`}
          .
        </p>
      ) : null}
    </section>
  );
}
