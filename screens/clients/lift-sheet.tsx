"use client";
import {
  curveSentence,
  decimal,
  e1rmFactor,
  isBodyweight,
  loadBand,
  massFigure,
  massWords,
  populationCurve,
  speakingSet,
  type WeightUnit,
} from "@/core";
import { useStrengths } from "@/device/strengths";
import { LineChart } from "@/parts/line-chart";
import { useDates } from "@/parts/region";
import { StrengthForm, Strengths } from "@/parts/strength-form";
import { BandChart } from "@/ui/band-chart";
import { PageLink } from "@/ui/page-link";
import { Sheet } from "@/ui/sheet";
import type { ClientView } from "@/views";
import type { KnownLift } from "./known-lift";

const REPS = [1, 2, 3, 4, 5, 6, 8, 10, 12, 15];

/** One lift whole: its curve against everyone's, best sets, every logged day, and strengths that a coach adds. */
export function LiftSheet({
  view,
  lift,
  coach,
  onClose,
}: {
  view: ClientView;
  lift: KnownLift;
  coach: boolean;
  onClose: () => void;
}) {
  const { record, exercise } = lift;
  const inUnit = (kg: number): number => Number(massFigure(kg, view.unit));
  return (
    <Sheet open onOpenChange={(open) => !open && onClose()} title={exercise.name}>
      <div className="flex flex-col gap-6">
        <LineChart
          empty="No set near enough to failure with its reserve logged."
          title="e1RM"
          unit={view.unit}
          width={416}
          band={record.bandKg && [inUnit(record.bandKg[0]), inUnit(record.bandKg[1])]}
          points={[
            ...record.estimates.map((estimate) => ({ date: estimate.date, value: inUnit(estimate.kg) })),
            ...record.strengths.map(({ date, kg, reps, source }) => ({
              date,
              value: inUnit(kg * e1rmFactor(reps, record.curve)),
              ring: source === "tested" ? ("tested" as const) : undefined,
            })),
          ].sort((a, b) => (a.date < b.date ? -1 : 1))}
        />
        <section>
          <p className="mb-2">{curveSentence(record)}</p>
          <Curve lift={lift} unit={view.unit} formula={view.settings.e1rmFormula} />
        </section>
        <Bests lift={lift} unit={view.unit} />
        {coach ? <AddMark view={view} lift={lift} /> : null}
        <Days lift={lift} unit={view.unit} coach={coach} />
      </div>
    </Sheet>
  );
}

function Curve({
  lift,
  unit,
  formula,
}: {
  lift: KnownLift;
  unit: WeightUnit;
  formula: ClientView["settings"]["e1rmFormula"];
}) {
  const { fullDate } = useDates();
  const inUnit = (kg: number): number => Number(massFigure(kg, unit));
  const { record } = lift;
  const { fitted } = record;
  if (!fitted || record.e1rmKg === null) return null;
  const everyone = populationCurve(formula);
  const curve = REPS.map((reps) => {
    const { kg, low, high } = loadBand(fitted, reps);
    return { x: reps, y: inUnit(kg), low: inUnit(low), high: inUnit(high) };
  });
  const seen = record.exposures.flatMap((exposure) => {
    const set = speakingSet(exposure, { e1rmFormula: formula, hardSetRir: 4 });
    return set?.curveKg && set.rir !== null
      ? [
          {
            x: set.reps + set.rir,
            y: inUnit(set.curveKg),
            name: `${fullDate(exposure.date)}: ${set.reps} × ${massFigure(set.loadKg, unit, 2)}`,
          },
        ]
      : [];
  });
  return (
    <>
      <BandChart
        title={`${isBodyweight(lift.exercise) ? "Load with the body" : "Load"}, ${unit}`}
        xName="effective reps"
        unit={unit}
        curve={curve}
        plain={REPS.map((reps) => inUnit(record.e1rmKg! / e1rmFactor(reps, everyone)))}
        seen={seen.slice(-12)}
      />
      <p className="text-quiet">
        Solid: {fitted.isOwn ? "this client's own curve" : "everyone's curve"}, in its 80 % band. Dashed: everyone's.
        Diamonds: the sets that spoke for a day.
      </p>
    </>
  );
}

/** The heaviest load for at least so many reps, and the records. */
function Bests({ lift, unit }: { lift: KnownLift; unit: WeightUnit }) {
  const { fullDate } = useDates();
  const { record } = lift;
  const sets = record.exposures.flatMap((exposure) =>
    exposure.sets.filter((set) => set.working).map((set) => ({ ...set, date: exposure.date })),
  );
  const rows = [1, 3, 5, 8, 10, 12, 15].flatMap((reps) => {
    const best = sets
      .filter((set) => set.reps >= reps)
      .reduce<(typeof sets)[number] | null>((top, set) => (top && top.loadKg >= set.loadKg ? top : set), null);
    return best ? [{ reps, best }] : [];
  });
  const shown = rows.filter((row, index) => rows[index + 1]?.best.loadKg !== row.best.loadKg);
  if (shown.length === 0) return null;
  return (
    <section>
      <h3 className="mb-1 font-bold">Best sets</h3>
      <table className="w-full">
        <tbody>
          {shown.map(({ reps, best }) => (
            <tr key={reps} className="border-t border-line">
              <th scope="row" className="py-0.5 text-left font-normal text-quiet">
                {best.reps} reps
              </th>
              <td className="font-semibold">{massWords(best.loadKg, unit, 2)}</td>
              <td className="text-quiet">{best.rir === null ? "" : `${decimal(best.rir)} in reserve`}</td>
              <td className="text-right text-quiet">{fullDate(best.date)}</td>
            </tr>
          ))}
          {record.bestE1rm ? (
            <tr className="border-t border-line">
              <th scope="row" className="py-0.5 text-left font-normal text-quiet">
                best e1RM
              </th>
              <td className="font-semibold">{massWords(record.bestE1rm.kg, unit)}</td>
              <td className="text-quiet">{record.bestE1rm.quality === "weak" ? "weak" : ""}</td>
              <td className="text-right text-quiet">{fullDate(record.bestE1rm.date)}</td>
            </tr>
          ) : null}
        </tbody>
      </table>
    </section>
  );
}

function AddMark({ view, lift }: { view: ClientView; lift: KnownLift }) {
  const strengths = useStrengths(view.id);
  return (
    <section>
      <h3 className="mb-1 font-bold">Strengths beside the log</h3>
      <Strengths view={view} lineage={lift.lineage} actions={strengths} />
      {lift.trainingMaxKg !== null ? (
        <p className="text-quiet">Percentages go by a training max of {massWords(lift.trainingMaxKg, view.unit)}.</p>
      ) : null}
      <StrengthForm view={view} lift={lift} actions={strengths} />
    </section>
  );
}

function Days({ lift, unit, coach }: { lift: KnownLift; unit: WeightUnit; coach: boolean }) {
  const { fullDate } = useDates();
  const wrong = new Set(lift.record.suspects.map((one) => one.sessionId + one.key));
  return (
    <section>
      <h3 className="mb-1 font-bold">Days</h3>
      <ul>
        {lift.exposures.toReversed().map((exposure) => (
          <li
            key={exposure.sessionId + exposure.slotId}
            className="flex items-baseline gap-3 border-t border-line py-0.5"
          >
            <span className="w-20 shrink-0 text-quiet">{fullDate(exposure.date)}</span>
            <span className="min-w-0 flex-1">
              {exposure.sets.map((set, index) => (
                <span
                  key={set.key}
                  className={wrong.has(exposure.sessionId + set.key) ? "bg-weld-tint line-through" : ""}
                >
                  {set.seconds === null ? set.reps : `${decimal(set.seconds)} s`}
                  {set.loadKg === 0 ? "" : ` × ${massFigure(set.loadKg, unit, 2)}`}
                  {set.rir === null ? "" : <span className="text-quiet"> {decimal(set.rir)} in reserve</span>}
                  {index < exposure.sets.length - 1 ? ", " : ""}
                </span>
              ))}
            </span>
            {coach ? (
              <PageLink href={`/review/${exposure.sessionId}`} className="underline underline-offset-2">
                open
              </PageLink>
            ) : null}
          </li>
        ))}
      </ul>
    </section>
  );
}
