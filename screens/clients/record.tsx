"use client";
import { useRouter } from "next/navigation";
import { useMemo, useState } from "react";
import { catalogueIn, type Input } from "@/contract";
import {
  basisSentence,
  E1RM_FORMULAS,
  type Exercise,
  type Exposure,
  exerciseOrThrow,
  isBodyweight,
  isTrainable,
  liftRecord,
  loadWordsIn,
  massFigure,
  suspectSentence,
  type WeightUnit,
} from "@/core";
import { callApi } from "@/device/api";
import { useApiMutation } from "@/device/query";
import { useStrengths } from "@/device/strengths";
import { PlainLine } from "@/parts/plain-line";
import { useDates } from "@/parts/region";
import { AddStrength } from "@/parts/strength-form";
import { Button } from "@/ui/button";
import { chosen, optionsOf } from "@/ui/choice";
import { Notice } from "@/ui/notice";
import { PageLink } from "@/ui/page-link";
import { Select } from "@/ui/select";
import type { ClientView } from "@/views";
import type { KnownLift } from "./known-lift";
import { LiftSheet } from "./lift-sheet";

/** The record: what cannot be right, then a row for each lift: its present e1RM with its band, its line over the weeks, the last sets. */
export function Record({ view, coach }: { view: ClientView; coach: boolean }) {
  const { longDate } = useDates();
  const [open, setOpen] = useState<string | null>(null);
  const [isAdding, setAdding] = useState(false);
  const strengths = useStrengths(view.id);
  const lifts = useMemo(() => knownLifts(view), [view]);
  const suspects = lifts.flatMap((lift) => lift.record.suspects.map((suspect) => ({ lift, suspect })));
  if (lifts.length === 0) {
    return (
      <section>
        <h2 className="mb-1 font-bold">Record</h2>
        <p className="mb-3 text-quiet">No lift has been logged yet.</p>
        {coach ? <AddStrength view={view} actions={strengths} /> : null}
      </section>
    );
  }
  const opened = lifts.find((lift) => lift.lineage === open);
  return (
    <section>
      <div className="mb-2 flex flex-wrap items-baseline gap-3">
        <h2 className="font-bold">Record</h2>
        {coach ? <Formula view={view} /> : null}
        {coach ? (
          <Button className="ml-auto" aria-expanded={isAdding} onClick={() => setAdding(!isAdding)}>
            Add a strength
          </Button>
        ) : null}
      </div>
      {isAdding ? <AddStrength view={view} actions={strengths} /> : null}
      {suspects.map(({ lift, suspect }) => (
        <Notice key={suspect.sessionId + suspect.key} kind="warn" className="mb-3">
          <strong>{lift.exercise.name}</strong> {longDate(suspect.date)}: {suspectSentence(suspect, view.unit)}{" "}
          {coach ? (
            <PageLink
              href={`/review/${suspect.sessionId}?set=${encodeURIComponent(suspect.key)}`}
              className="font-semibold underline underline-offset-2"
            >
              Correct it
            </PageLink>
          ) : null}
        </Notice>
      ))}
      <div className="relative overflow-x-auto">
        <table className="w-full">
          <caption className="sr-only">
            Lifts, those done most often first; each opens with its curve, best sets and days
          </caption>
          <thead>
            <tr className="text-left text-quiet">
              <th scope="col" className="font-normal">
                lift
              </th>
              <th scope="col" className="pl-4 text-right font-normal">
                e1RM, {view.unit}
              </th>
              <th scope="col" className="pl-6 font-normal max-md:hidden">
                over the weeks
              </th>
              <th scope="col" className="pl-6 font-normal">
                last
              </th>
            </tr>
          </thead>
          <tbody>
            {lifts.map((lift) => (
              <LiftLine key={lift.lineage} lift={lift} unit={view.unit} onOpen={() => setOpen(lift.lineage)} />
            ))}
          </tbody>
        </table>
      </div>
      {opened ? <LiftSheet view={view} lift={opened} coach={coach} onClose={() => setOpen(null)} /> : null}
    </section>
  );
}

function knownLifts(view: ClientView): KnownLift[] {
  return view.lifts
    .flatMap((lift) => {
      const catalogue = catalogueIn(view.exercises);
      if (!isTrainable(catalogue, lift.exerciseId)) return [];
      const exercise = exerciseOrThrow(catalogue, lift.exerciseId);
      return [{ ...lift, exercise, record: liftRecord(lift.exposures, view.settings, lift.strengths) }];
    })
    .sort((a, b) => b.exposures.length - a.exposures.length || (b.record.e1rmKg ?? 0) - (a.record.e1rmKg ?? 0));
}

/** Which formula e1RM goes by; a house rule for everyone. */
function Formula({ view }: { view: ClientView }) {
  const router = useRouter();
  const change = useApiMutation(
    (settings: Input<"studio.changeSettings">) => callApi("studio.changeSettings", settings),
    () => router.refresh(),
  );
  return (
    <label className="text-quiet">
      e1RM by{" "}
      <Select
        value={view.settings.e1rmFormula}
        onChange={chosen(E1RM_FORMULAS, (e1rmFormula) => change.mutate({ e1rmFormula }))}
      >
        {optionsOf(E1RM_FORMULAS)}
      </Select>
      {change.error ? <span role="alert"> {change.error.message}</span> : null}
    </label>
  );
}

/** "× 72.5 kg", "× −5 kg"; nothing for the body alone. */
function lastLoad(exercise: Exercise, last: Exposure, unit: WeightUnit): string {
  const kg = Math.max(...last.sets.map((set) => set.loadKg));
  return isBodyweight(exercise) && kg === 0 ? "" : `× ${loadWordsIn(exercise, kg, unit)}`;
}

function LiftLine({ lift, unit, onOpen }: { lift: KnownLift; unit: WeightUnit; onOpen: () => void }) {
  const { shortDate } = useDates();
  const { record, exercise } = lift;
  const last = lift.exposures.at(-1);
  const setup = lift.lineage.split("|").slice(1).join(", ");
  return (
    <tr className="border-t border-line">
      <th scope="row" className="py-1 text-left font-normal">
        <button
          type="button"
          onClick={onOpen}
          className="min-h-8 text-left leading-tight underline-offset-2 hover:underline"
        >
          <span className="font-bold">{exercise.name}</span>
          {setup ? <span className="text-quiet"> {setup.replaceAll("=", " ")}</span> : null}
          <span className="block text-xs text-quiet">
            {exercise.implement === "bodyweight" ? "with the body" : basisSentence(exercise)}
            {record.fitted?.isOwn ? ", own curve" : ""}
          </span>
        </button>
      </th>
      <td className="pl-4 text-right whitespace-nowrap">
        {record.e1rmKg === null ? (
          <span className="text-quiet">no estimate</span>
        ) : (
          <strong>{massFigure(record.e1rmKg, unit)}</strong>
        )}
        {record.bandKg ? (
          <span className="block text-xs text-quiet">
            {massFigure(record.bandKg[0], unit)} to {massFigure(record.bandKg[1], unit)}
          </span>
        ) : null}
      </td>
      <td className="pl-6 max-md:hidden">
        <PlainLine points={record.estimates.map(({ date, kg }) => ({ date, value: kg }))} band={record.bandKg} />
      </td>
      <td className="pl-6">
        {last ? (
          <>
            <span className="whitespace-nowrap">
              {last.sets.map((set) => set.reps).join(" ")} {lastLoad(exercise, last, unit)}
            </span>
            <span className="block text-xs text-quiet">{shortDate(last.date)}</span>
          </>
        ) : null}
      </td>
    </tr>
  );
}
