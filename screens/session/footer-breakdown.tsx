"use client";
import {
  allBlocks,
  blockLetter,
  decimal,
  exerciseOrThrow,
  formatClock,
  hardSetsBySlot,
  type Muscle,
  massWords,
  type WeightUnit,
} from "@/core";
import { useDates } from "@/parts/region";
import { useWholeDesk } from "./use-desk";

/** Figures of the foot that open what they are made of. */
export type FootFigure = "sets" | "reps" | "kg" | "tension";

const isFigure = (of: FootFigure | Muscle): of is FootFigure => of in FIGURES;

/** What a figure of the foot is made of, lift by lift; a muscle's hard sets also day by day of its week. */
export function FooterBreakdown({ of }: { of: FootFigure | Muscle }) {
  const { longDate } = useDates();
  const { document, computed, view, catalogue, select } = useWholeDesk();
  const { totals, timeline, forecast } = computed;
  const figure = isFigure(of) ? FIGURES[of] : null;
  const hardSets = isFigure(of)
    ? null
    : hardSetsBySlot(
        timeline,
        {
          catalogue,
          settings: view.settings,
          expectedRir: (id) => forecast.bySegment.get(id)?.expectedRir ?? null,
        },
        of,
      );
  const lifts = allBlocks(document).flatMap((block, index) =>
    block.slots.flatMap((slot) => {
      const amounts = totals.bySlot.get(slot.id);
      const amount = figure ? (amounts ? figure.of(amounts) : 0) : (hardSets?.get(slot.id) ?? 0);
      return amount > 0.004
        ? [{ slot, letter: blockLetter(index), name: exerciseOrThrow(catalogue, slot.exerciseId).name, amount }]
        : [];
    }),
  );
  const words = (amount: number): string =>
    figure ? figure.words(amount, view.gym.equipment.unit) : decimal(amount, 1);
  const days = figure ? [] : view.week.days.filter(({ hardSets: own }) => (own[of] ?? 0) > 0);
  return (
    <div className="flex flex-col gap-2">
      <h2 className="font-bold first-letter:uppercase">{figure ? figure.title : `${of}, hard sets`}</h2>
      <ul aria-label="By lift">
        {lifts.map(({ slot, letter, name, amount }) => (
          <li key={slot.id} className="flex justify-between gap-3 border-t border-line py-0.5">
            <button
              type="button"
              className="min-h-6 text-left underline-offset-2 hover:underline"
              onClick={() => select({ slotId: slot.id, round: 0 })}
            >
              <span className="text-quiet">{letter}</span> {name}
            </button>
            <strong>{words(amount)}</strong>
          </li>
        ))}
      </ul>
      {lifts.length === 0 ? <p className="text-quiet">Nothing of this session.</p> : null}
      {of === "kg" && totals.unknownLoads > 0 ? (
        <p className="text-quiet">
          {totals.unknownLoads === 1 ? "One part has" : `${totals.unknownLoads} parts have`} no load yet and{" "}
          {totals.unknownLoads === 1 ? "counts" : "count"} nothing.
        </p>
      ) : null}
      {of === "reps" && totals.partialReps > 0 ? (
        <p className="text-quiet">Partial reps stand apart: {decimal(totals.partialReps)}.</p>
      ) : null}
      {of !== "tension" && allBlocks(document).some(({ rounds }) => rounds.kind === "range") ? (
        <p className="text-quiet">A round that may be left out counts half.</p>
      ) : null}
      {of === "tension" ? (
        <p className="text-quiet">
          {formatClock(totals.restSeconds)} of rest, {formatClock(totals.warmUpSeconds)} of warm-up beside it.
        </p>
      ) : null}
      {days.length > 0 ? (
        <section>
          <h3 className="font-semibold">Other days near it</h3>
          <ul>
            {days.map((day) => (
              <li key={day.date} className="flex justify-between gap-3 border-t border-line py-0.5">
                <span>{longDate(day.date)}</span>
                <strong>{decimal(day.hardSets[of] ?? 0, 1)}</strong>
              </li>
            ))}
          </ul>
        </section>
      ) : null}
    </div>
  );
}

interface Figure {
  readonly title: string;
  readonly of: (amounts: {
    readonly sets: number;
    readonly reps: number;
    readonly volumeLoadKg: number;
    readonly workSeconds: number;
  }) => number;
  readonly words: (amount: number, unit: WeightUnit) => string;
}

const FIGURES: Readonly<Record<FootFigure, Figure>> = {
  sets: { title: "Sets", of: ({ sets }) => sets, words: (sets) => decimal(sets) },
  reps: { title: "Reps", of: ({ reps }) => reps, words: (reps) => decimal(reps, 1) },
  kg: { title: "Moved", of: ({ volumeLoadKg }) => volumeLoadKg, words: (kg, unit) => massWords(kg, unit, 0) },
  tension: { title: "Under tension", of: ({ workSeconds }) => workSeconds, words: formatClock },
};
