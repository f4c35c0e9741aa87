"use client";
import { useState } from "react";
import { decimal, entriesOf, massFigure, muscleName, phaseWords } from "@/core";
import { SelectField } from "@/ui/field";
import { liftsInPeriods, type Period, periodBefore, periodSums, type WeeksReview, type WeeksView } from "@/views";

const spanWords = ({ from, until }: Period): string =>
  from === until ? `week ${from + 1}` : `weeks ${from + 1} to ${until + 1}`;

/** A period beside another: what was done in each, by week, and where the lifts stood. */
export function PeriodPanel({ review, view, period }: { review: WeeksReview; view: WeeksView; period: Period }) {
  const [against, setAgainst] = useState("before");
  const { unit } = view.client;
  const inUnit = (kg: number | null): number | null => (kg === null ? null : Number(massFigure(kg, unit)));
  const inVolume = (kg: number): number => (unit === "kg" ? kg / 1000 : Number(massFigure(kg, unit, 0)));
  const phases = phasesOf(view);
  const before =
    against === "before" ? periodBefore(period) : (phases.find(({ id }) => id === against)?.period ?? null);
  const here = periodSums(review.model, period);
  const there = before && periodSums(review.model, before);
  const lifts = liftsInPeriods(review.lifts, period, before);
  const muscles = entriesOf(here.hardSets)
    .sort((a, b) => b[1] - a[1])
    .slice(0, 8);
  return (
    <section className="flex flex-col gap-3">
      <h2 className="text-base font-bold first-letter:uppercase">{spanWords(period)}</h2>
      <SelectField label="Beside" value={against} onChange={(event) => setAgainst(event.target.value)}>
        <option value="before">
          {periodBefore(period)
            ? `the weeks before (${spanWords(periodBefore(period)!)})`
            : "nothing: the plan begins here"}
        </option>
        {phases.map(({ id, name, period: of }) => (
          <option key={id} value={id}>
            {name} ({spanWords(of)})
          </option>
        ))}
      </SelectField>
      <table className="w-full text-left">
        <thead className="text-quiet">
          <tr>
            <th scope="col" className="font-normal">
              a week
            </th>
            <th scope="col" className="text-right font-normal">
              {spanWords(period).replace(/^weeks? /, "")}
            </th>
            <th scope="col" className="text-right font-normal">
              {before ? spanWords(before).replace(/^weeks? /, "") : ""}
            </th>
            <th scope="col" className="text-right font-normal">
              <span className="sr-only">difference</span>
            </th>
          </tr>
        </thead>
        <tbody>
          <Row name="sessions" here={here.done / here.weeks} there={there && there.done / there.weeks} places={1} />
          <Row name="minutes" here={here.minutes} there={there?.minutes ?? null} />
          <Row
            name={`${unit === "kg" ? "t" : "lb"} moved`}
            here={inVolume(here.volumeLoadKg)}
            there={there && inVolume(there.volumeLoadKg)}
            places={unit === "kg" ? 1 : 0}
          />
          {here.load === null && !there?.load ? null : (
            <Row name="load as felt" here={here.load} there={there?.load ?? null} />
          )}
          <Heading words={`e1RM, ${unit}`} />
          {lifts.map(({ key, name, kg, beforeKg }) => (
            <Row key={key} name={name} here={inUnit(kg)} there={inUnit(beforeKg)} places={1} />
          ))}
          <Heading words="hard sets" />
          {muscles.map(([muscle, sets]) => (
            <Row
              key={muscle}
              name={muscleName(muscle)}
              here={sets}
              there={there && (there.hardSets[muscle] ?? 0)}
              places={1}
            />
          ))}
        </tbody>
      </table>
    </section>
  );
}

const Heading = ({ words }: { words: string }) => (
  <tr>
    <th scope="rowgroup" colSpan={4} className="border-b-2 border-line pt-2">
      {words}
    </th>
  </tr>
);

function Row({
  name,
  here,
  there,
  places = 0,
}: {
  name: string;
  here: number | null;
  there: number | null;
  places?: number;
}) {
  const words = (figure: number | null) => (figure === null ? "" : decimal(figure, places));
  const percent = here !== null && there ? (100 * (here - there)) / there : null;
  return (
    <tr className="border-b border-line align-baseline">
      <th scope="row" className="font-normal">
        {name}
      </th>
      <td className="text-right font-bold">{words(here)}</td>
      <td className="pl-2 text-right text-quiet">{words(there)}</td>
      <td className="whitespace-nowrap pl-2 text-right">
        {percent === null ? "" : `${percent < -0.5 ? "−" : "+"}${decimal(Math.abs(percent), 0)} %`}
      </td>
    </tr>
  );
}

function phasesOf({ plan }: WeeksView): { id: string; name: string; period: Period }[] {
  let first = 0;
  return (plan?.document.phases ?? []).map((phase) => {
    const period = { from: first, until: first + phase.weeks - 1 };
    first += phase.weeks;
    return { id: phase.id, name: phaseWords(phase), period };
  });
}
