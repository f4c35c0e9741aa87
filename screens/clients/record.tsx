"use client";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useMemo, useState } from "react";
import { catalogueIn, type Input } from "@/contract";
import {
  basisSentence,
  E1RM_FORMULAS,
  type Exercise,
  type Exposure,
  e1rmFactor,
  exerciseOrThrow,
  isBodyweight,
  isTrainable,
  liftRecord,
  loadWordsIn,
  massFigure,
  massWords,
  suspectSentence,
  type WeightUnit,
} from "@/core";
import { callApi } from "@/device/api";
import { useApiMutation } from "@/device/query";
import { useStrengths } from "@/device/strengths";
import { LineChart } from "@/parts/line-chart";
import { useDates } from "@/parts/region";
import { AddStrength } from "@/parts/strength-form";
import { Button } from "@/ui/button";
import { chosen, optionsOf } from "@/ui/choice";
import { Notice } from "@/ui/notice";
import { Select } from "@/ui/select";
import type { ClientView } from "@/views";
import type { KnownLift } from "./known-lift";
import { LiftSheet } from "./lift-sheet";

/** The record: what cannot be right, then each lift's present e1RM with its band, its line over the weeks, the last sets. */
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
            <Link
              href={`/review/${suspect.sessionId}?set=${encodeURIComponent(suspect.key)}`}
              className="font-semibold underline underline-offset-2"
            >
              Correct it
            </Link>
          ) : null}
        </Notice>
      ))}
      <div className="grid grid-cols-[repeat(auto-fill,minmax(17rem,1fr))] gap-x-8 gap-y-6">
        {lifts.map((lift) => (
          <LiftCard key={lift.lineage} lift={lift} unit={view.unit} onOpen={() => setOpen(lift.lineage)} />
        ))}
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

function LiftCard({ lift, unit, onOpen }: { lift: KnownLift; unit: WeightUnit; onOpen: () => void }) {
  const { record, exercise } = lift;
  const last = lift.exposures.at(-1);
  const inUnit = (kg: number): number => Number(massFigure(kg, unit));
  const setup = lift.lineage.split("|").slice(1).join(", ");
  return (
    <div className="border-t-2 border-walnut pt-1.5">
      <div className="flex items-baseline justify-between gap-2">
        <h3 className="min-w-0 font-bold">
          <button type="button" onClick={onOpen} className="text-left underline-offset-2 hover:underline">
            {exercise.name}
            {setup ? <span className="font-normal text-quiet"> {setup.replaceAll("=", " ")}</span> : null}
          </button>
        </h3>
        {record.e1rmKg === null ? (
          <span className="text-quiet">no estimate</span>
        ) : (
          <span className="whitespace-nowrap">
            <span className="text-quiet">e1RM </span>
            <strong>{massWords(record.e1rmKg, unit)}</strong>
          </span>
        )}
      </div>
      <p className="text-quiet">
        {record.bandKg ? `${massFigure(record.bandKg[0], unit)} to ${massFigure(record.bandKg[1], unit)}, ` : ""}
        {exercise.implement === "bodyweight" ? "with the body" : basisSentence(exercise)}
        {record.fitted?.isOwn ? ", own curve" : ""}
      </p>
      <LineChart
        empty="No set near enough to failure with its reserve logged."
        title="e1RM"
        unit={unit}
        height={84}
        width={272}
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
      {last ? (
        <p>
          <span className="text-quiet">last </span>
          {last.sets.map((set) => set.reps).join(" ")} {lastLoad(exercise, last, unit)}
        </p>
      ) : null}
    </div>
  );
}
