/** How a session will go: the client's own strength and recovery, performed set by set with the rests that are asked. */
import { type ShownContent, shownSession } from "../contract/shown";
import {
  allBlocks,
  curveKg,
  e1rmFactor,
  exerciseOrThrow,
  firstOf,
  NONE_ABOVE_REPS,
  POPULATION_RESERVE,
  populationCurve,
  type RepCurve,
  type ShownSession,
  SimulatedLifter,
  type SimulatedRun,
  type Slot,
  simulateRun,
} from "../core";
import type { FloorClient, FloorView } from "./views";

export interface Rehearsal extends SimulatedRun {
  /** Lifts whose sets end below the reps that were asked. */
  readonly short: readonly {
    readonly slotId: string;
    readonly name: string;
    /** "8, 8, 7, 6". */
    readonly reps: string;
    /** The low end of what was asked. */
    readonly asked: number;
  }[];
}

/**
 * A lifter as strong as the client's records say, on their curves and an ordinary day, who reports what is so. Of a lift that has no
 * record the load that is shown is taken to be right.
 */
function lifterLike(client: FloorClient | null, shown: ShownSession): SimulatedLifter {
  const { catalogue } = shown;
  const slots = allBlocks(shown.document).flatMap((block) => block.slots);
  const curves = slots.flatMap(({ lineage, exerciseId }): [string, RepCurve][] => {
    const curve = client?.strengths[lineage]?.curve;
    return curve ? [[exerciseId, curve]] : [];
  });
  const known = slots.flatMap((slot): [string, number][] => {
    const e1rmKg = client?.strengths[slot.lineage]?.e1rmKg ?? strengthShown(slot, shown);
    return e1rmKg === null ? [] : [[slot.exerciseId, e1rmKg]];
  });
  const familyKg = known.map(([exerciseId, kg]): [string, number] => {
    const { family, familyRatio } = exerciseOrThrow(catalogue, exerciseId);
    return [family, kg / familyRatio];
  });
  const lifter = new SimulatedLifter({
    seed: 1,
    familyKg: Object.fromEntries(familyKg),
    liftKg: Object.fromEntries(known),
    curves: Object.fromEntries(curves),
    weeklyGainPercent: 0,
    dayWobblePercent: 0,
    rirError: 0,
    adherence: 1,
    reserve: client?.constants ?? POPULATION_RESERVE,
  });
  lifter.startDay(0);
  return lifter;
}

/** What a lift's first working set asks of whoever makes it as it is asked, for one rep on the curve; null: it asks for no load. */
function strengthShown({ sets, exerciseId, setup }: Slot, shown: ShownSession): number | null {
  const { catalogue, loads, bodyMassKg, settings } = shown;
  const part = sets.find((set) => set?.role === "working")?.segments[0];
  const load = part && loads[part.id];
  if (!part || load?.kg == null || part.amount.kind !== "reps") return null;
  const kg = curveKg(exerciseOrThrow(catalogue, exerciseId), load.kg, bodyMassKg, settings, part.setup ?? setup);
  const rir = part.rir ? (part.rir.low + part.rir.high) / 2 : settings.assumed.rir;
  const reps = (load.aimReps ?? part.amount.reps.low) + rir;
  return kg === null ? null : kg * e1rmFactor(Math.min(NONE_ABOVE_REPS, reps), populationCurve(settings.e1rmFormula));
}

/** A session of the floor as it will go, from the copy that is shown there. */
export function rehearse({
  shown: content,
  client,
}: {
  shown: ShownContent;
  client?: FloorView["client"] | null;
}): Rehearsal {
  const shown = shownSession(content);
  const run = simulateRun(shown, content.ramps, lifterLike(client ?? null, shown));
  const short = allBlocks(shown.document).flatMap(({ slots }) =>
    slots.flatMap((slot): Rehearsal["short"] => {
      const sets = run.rounds.flatMap((round) => round.sets.filter(({ slotId }) => slotId === slot.id));
      const planned = slot.sets.find((set) => set !== null && set.role === "working");
      const amount = planned ? firstOf(planned.segments).amount : null;
      if (amount?.kind !== "reps" || planned?.stop.kind !== "segments") return [];
      const reps = sets.map(({ segments }) => segments[0]?.reps ?? 0);
      if (reps.every((one) => one >= amount.reps.low)) return [];
      const { name } = exerciseOrThrow(shown.catalogue, slot.exerciseId);
      return [{ slotId: slot.id, name, reps: reps.join(", "), asked: amount.reps.low }];
    }),
  );
  return { ...run, short };
}
