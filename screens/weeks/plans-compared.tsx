"use client";
import { useQuery } from "@tanstack/react-query";
import { useMemo } from "react";
import {
  decimal,
  keysOf,
  lineagesIn,
  type Muscle,
  muscleName,
  type PlanDocument,
  volumeWords,
  weeklySetBand,
} from "@/core";
import { apiQuery } from "@/device/query";
import { type LiftLog, planFigures, type WeeksView } from "@/views";

/** Another plan beside the one that is looked at: what each asks of a building week, and where the lifts would stand. */
export function PlansCompared({
  view,
  other,
}: {
  view: WeeksView;
  other: { readonly name: string; readonly document: PlanDocument };
}) {
  const plan = view.plan!.document;
  const more = useLifts(view, other.document);
  const [own, theirs] = useMemo(
    () => [
      planFigures(plan, view, true),
      planFigures(other.document, { ...view, lifts: [...view.lifts, ...more] }, false),
    ],
    [plan, view, other.document, more],
  );
  const { trainingAge, priorities } = view.client;
  const muscles = [...new Set([...keysOf(own.hardSets), ...keysOf(theirs.hardSets)])]
    .filter((muscle) => (own.hardSets[muscle] ?? 0) >= 1 || (theirs.hardSets[muscle] ?? 0) >= 1)
    .sort((a, b) => (theirs.hardSets[b] ?? 0) - (theirs.hardSets[a] ?? 0));
  const lifts = [...new Set([...own.ends.keys(), ...theirs.ends.keys()])];
  const isOff = (muscle: Muscle, sets: number) => {
    const band = weeklySetBand(muscle, trainingAge, priorities[muscle]);
    return sets < band.low || sets > band.high;
  };
  const setsCell = (muscle: Muscle, sets: number) => (
    <td className={isOff(muscle, sets) ? "text-right font-bold text-weld" : "text-right"}>{decimal(sets, 1)}</td>
  );
  return (
    <table className="mt-2 w-full text-left">
      <caption className="sr-only">
        {other.name} beside {plan.name}
      </caption>
      <thead className="text-quiet">
        <tr>
          <th scope="col" className="font-normal">
            a week that builds
          </th>
          <th scope="col" className="text-right font-normal">
            {other.name}
          </th>
          <th scope="col" className="text-right font-normal">
            {plan.name || "the plan"}
          </th>
        </tr>
      </thead>
      <tbody>
        <Row name="days" theirs={String(theirs.days)} own={String(own.days)} />
        <Row name="minutes" theirs={decimal(theirs.minutes, 0)} own={decimal(own.minutes, 0)} />
        <Row
          name="moved"
          theirs={volumeWords(theirs.volumeLoadKg, view.client.unit, 1)}
          own={volumeWords(own.volumeLoadKg, view.client.unit, 1)}
        />
        <Row name="weeks to come" theirs={String(theirs.weeks)} own={String(own.weeks)} />
        <tr>
          <th scope="rowgroup" colSpan={3} className="border-b-2 border-line pt-2">
            hard sets, coloured outside the band
          </th>
        </tr>
        {muscles.map((muscle) => (
          <tr key={muscle} className="border-b border-line">
            <th scope="row" className="font-normal">
              {muscleName(muscle)}
            </th>
            {setsCell(muscle, theirs.hardSets[muscle] ?? 0)}
            {setsCell(muscle, own.hardSets[muscle] ?? 0)}
          </tr>
        ))}
        <tr>
          <th scope="rowgroup" colSpan={3} className="border-b-2 border-line pt-2">
            its last building week, if all is made
          </th>
        </tr>
        {lifts.map((id) => (
          <Row
            key={id}
            name={(theirs.ends.get(id) ?? own.ends.get(id))!.exercise.name}
            theirs={theirs.ends.get(id)?.asked ?? "–"}
            own={own.ends.get(id)?.asked ?? "–"}
          />
        ))}
      </tbody>
    </table>
  );
}

const NONE: readonly LiftLog[] = [];

/** The records of lifts that the plan at hand does not have. */
function useLifts(view: WeeksView, document: PlanDocument): readonly LiftLog[] {
  const clientId = view.client.id;
  const { today, lifts: known } = view;
  const lineages = useMemo(() => {
    const here = new Set(known.map(({ lineage }) => lineage));
    return [...new Set(document.days.flatMap(({ base }) => lineagesIn(base)))].filter((id) => !here.has(id));
  }, [known, document]);
  const input = { clientId, until: today, lineages: lineages.slice(0, 60) };
  const { data } = useQuery({ ...apiQuery("lifts.read", input), enabled: lineages.length > 0 });
  return data?.lifts ?? NONE;
}

function Row({ name, theirs, own }: { name: string; theirs: string; own: string }) {
  return (
    <tr className="border-b border-line align-baseline">
      <th scope="row" className="font-normal">
        {name}
      </th>
      <td className="text-right">{theirs}</td>
      <td className="text-right text-quiet">{own}</td>
    </tr>
  );
}
