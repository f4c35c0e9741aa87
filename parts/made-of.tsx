import { bandWords, decimal, type Muscle, massWords, muscleName, weeklySetBand } from "@/core";
import { useDates } from "@/parts/region";
import { askedWords, madeOf, type WeeksModel, type WeeksView } from "@/views";

/** What a muscle's week is made of. */
export function VolumeBreakdownPanel({
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
  const { fullDate } = useDates();
  const column = model.columns.find((one) => one.week === week);
  if (!column) return <p className="text-quiet">This week is not in the plan any more.</p>;
  const load = column.muscles[muscle];
  const band = weeklySetBand(muscle, view.client.trainingAge, view.client.priorities[muscle]);
  const days = madeOf(view, model, { muscle, week });
  return (
    <section className="flex flex-col gap-2">
      <header>
        <p className="text-quiet">
          week {week + 1}, from {fullDate(column.monday)}
        </p>
        <h2 className="text-lg font-bold first-letter:uppercase">{muscleName(muscle)}</h2>
        <p>
          <strong>{decimal(load?.hardSets ?? 0, 1)} hard sets</strong>, band {bandWords(band)}
          {load ? (
            <>
              ; {massWords(load.volumeLoadKg, view.client.unit, 0)} moved, {decimal(load.tensionSeconds / 60, 1)} min
              under tension
            </>
          ) : null}
        </p>
      </header>
      {days.length === 0 ? <p className="text-quiet">Nothing trains it in this week.</p> : null}
      {days.map(({ dayId, dayName, hardSets, plainSets, lifts }) => (
        <section key={dayId} aria-label={dayName || "A day"}>
          <h3 className="flex justify-between gap-2 border-b border-walnut font-semibold">
            {dayName || "A day"} <span>{decimal(hardSets, 1)} hard sets</span>
          </h3>
          <ul>
            {lifts.map(({ key, name, asked, share, state }) => (
              <li key={key} className="border-b border-line py-1">
                <span className="font-semibold">{name}</span>
                <span className="block">
                  {askedWords(asked, view.client.unit)} {state === "done" ? "done" : "planned"},{" "}
                  {decimal(share * asked.sets, 1)} of {asked.sets === 1 ? "1 set" : `${asked.sets} sets`}
                </span>
              </li>
            ))}
          </ul>
          {plainSets - hardSets > 0.05 ? (
            <p className="text-quiet">
              {decimal(plainSets - hardSets, 1)} fewer than its sets: easy ones, or several in one go.
            </p>
          ) : hardSets - plainSets > 0.05 ? (
            <p className="text-quiet">
              {decimal(hardSets - plainSets, 1)} more: hard parts beyond the first of a set count half.
            </p>
          ) : null}
        </section>
      ))}
      <p className="text-quiet">
        Direct work counts whole, indirect half. Hard are sets within the reserve that counts; hard parts in one go
        (drops, two lifts for one muscle) count the first whole and the others half, two at most.
      </p>
    </section>
  );
}
