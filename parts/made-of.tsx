import { askedWords, madeOf, type WeeksModel, type WeeksView } from "@/contract";
import { decimal, type Muscle, type TrainingAge, weeklySetBand } from "@/core";
import { fullDate } from "@/ui/dates";

/** What a muscle's week is made of. */
export function MadeOfPanel({
  model,
  view,
  muscle,
  week,
}: {
  model: WeeksModel;
  view: WeeksView;
  muscle: Muscle;
  week: number;
}) {
  const column = model.columns.find((one) => one.week === week);
  if (!column) return <p className="text-quiet">This week is not in the plan any more.</p>;
  const load = column.muscles[muscle];
  const band = weeklySetBand(view.client.trainingAge as TrainingAge, view.client.priorities[muscle] ?? "normal");
  const lifts = madeOf(view, model, { muscle, week });
  return (
    <section className="flex flex-col gap-2">
      <header>
        <p className="narrow text-quiet">
          week {week + 1}, from {fullDate(column.monday)}
        </p>
        <h2 className="text-lg font-bold first-letter:uppercase">{muscle}</h2>
        <p>
          <strong>{decimal(load?.hardSets ?? 0, 1)} hard sets</strong>, band {decimal(band.low)} to {decimal(band.high)}
          {load ? (
            <>
              ; {Math.round(load.volumeLoadKg)} kg moved, {decimal(load.tensionSeconds / 60, 1)} min under tension
            </>
          ) : null}
        </p>
      </header>
      {lifts.length === 0 ? <p className="text-quiet">Nothing trains it in this week.</p> : null}
      <ul>
        {lifts.map(({ key, dayName, name, asked, share, state }) => (
          <li key={key} className="border-b border-thread py-1">
            <span className="font-semibold">{name}</span> <span className="narrow text-quiet">{dayName}</span>
            <span className="block">
              {askedWords(asked)} {state === "done" ? "done" : "planned"},{" "}
              {share === 1 ? "counts whole" : "counts half"}
            </span>
          </li>
        ))}
      </ul>
      <p className="text-quiet">
        Hard are sets within the reserve that counts; hard parts in one go (drops, two lifts for one muscle) count
        together, so that the sum can be less than the sets.
      </p>
    </section>
  );
}
