import { clsx } from "clsx";
import type { WeeksModel, WeeksView } from "@/contract";
import { decimal, type Muscle, type TrainingAge, weeklySetBand } from "@/core";

/** Hard sets of each muscle by week against its band, and the minutes. */
export function Selvedge({ model, view }: { model: WeeksModel; view: WeeksView }) {
  const { trainingAge, priorities } = view.client;
  const totals = new Map<Muscle, number>();
  for (const { muscles } of model.columns)
    for (const [muscle, load] of Object.entries(muscles) as [Muscle, { hardSets: number }][])
      totals.set(muscle, (totals.get(muscle) ?? 0) + load.hardSets);
  const shown = [...totals]
    .filter(([, sets]) => sets >= model.columns.length)
    .sort((a, b) => b[1] - a[1])
    .slice(0, 9);
  return (
    <tbody>
      <tr>
        <th
          scope="rowgroup"
          className="sticky left-0 z-10 whitespace-nowrap border-b-2 border-thread bg-ground pt-3 pl-3 text-left"
        >
          Hard sets <span className="narrow font-normal">against the band</span>
        </th>
        <HeadGaps columns={model.columns} />
      </tr>
      {shown.map(([muscle]) => {
        const band = weeklySetBand(trainingAge as TrainingAge, priorities[muscle] ?? "normal");
        return (
          <tr key={muscle}>
            <th scope="row" className="sticky left-0 z-10 pl-3 bg-ground pr-2 text-left font-normal">
              {muscle} <span className="narrow text-xs text-quiet">{`${decimal(band.low)}–${decimal(band.high)}`}</span>
            </th>
            {model.columns.map(({ week, muscles, phase, isNow }) => {
              const sets = muscles[muscle]?.hardSets ?? 0;
              const isLight = phase.kind === "deload" || phase.kind === "test" || phase.kind === "peak";
              const isOff = !isLight && (sets < band.low || sets > band.high);
              return (
                <td
                  key={week}
                  className={clsx("border-x-2 px-0.5", isNow ? "border-x-madder" : "border-x-transparent")}
                >
                  <span className="flex items-center gap-1">
                    <BandBar
                      sets={sets}
                      low={band.low}
                      high={band.high}
                      isPast={!isNow && week < (model.columns.find((one) => one.isNow)?.week ?? 0)}
                    />
                    <span className={clsx("narrow text-xs", isOff && "font-bold text-weld")}>
                      {decimal(sets, 1)}
                      {isOff ? <span className="sr-only"> {sets < band.low ? "under" : "over"} the band</span> : null}
                    </span>
                  </span>
                </td>
              );
            })}
          </tr>
        );
      })}
      <tr>
        <th scope="row" className="sticky left-0 z-10 pl-3 bg-ground pr-2 pt-1 text-left font-normal">
          minutes
        </th>
        {model.columns.map(({ week, minutes, isNow }) => (
          <td
            key={week}
            className={clsx(
              "border-x-2 px-0.5",
              isNow ? "border-x-madder border-b-2 border-b-madder" : "border-x-transparent",
            )}
          >
            <span className="narrow text-xs">{minutes}</span>
          </td>
        ))}
      </tr>
    </tbody>
  );
}

/** The cells beside a heading over rows: empty, and the present week framed on. */
export const HeadGaps = ({ columns }: Pick<WeeksModel, "columns">) =>
  columns.map(({ week, isNow }) => (
    <td
      key={week}
      className={clsx("border-b-2 border-b-thread border-x-2", isNow ? "border-x-madder" : "border-x-transparent")}
    />
  ));

function BandBar({ sets, low, high, isPast }: { sets: number; low: number; high: number; isPast: boolean }) {
  const width = 44;
  const at = (count: number) => Math.min(1, count / (high * 1.2)) * width;
  return (
    <svg width={width} height={10} aria-hidden className="shrink-0">
      <rect x={at(low)} width={at(high) - at(low)} height={10} fill="var(--color-selvedge)" />
      <rect y={3} width={at(sets)} height={4} fill={isPast ? "var(--color-woad)" : "var(--color-indigo)"} />
    </svg>
  );
}
