/** What a session came to, right after its last set: planned against done, the sets that were a best, and what next time asks and why. */
import { shownSession } from "../contract/shown";
import {
  expandSession,
  firstOf,
  isBodyweight,
  latestBest,
  loadWordsIn,
  massWords,
  nextSentence,
  speakingSet,
  volumeWords,
  type WeightUnit,
  workContextOf,
} from "../core";
import { leftWords } from "./floor-answers";
import type { Review, ReviewedLift } from "./review";

export interface AfterSession {
  /** Sets, minutes and volume load, each as a short phrase. */
  readonly figures: readonly string[];
  readonly best: readonly { readonly name: string; readonly words: string }[];
  readonly next: readonly { readonly name: string; readonly words: string; readonly why: string }[];
}

/** `date` is the session's day. */
export function afterSession(
  { summary, lifts, shown }: Review,
  { date, unit }: { readonly date: string; readonly unit: WeightUnit },
): AfterSession {
  const { sets, plannedSets, minutes, volumeLoadKg } = summary;
  const plannedMinutes = Math.round(plannedSeconds(shown) / 60);
  const trained = lifts.filter(({ trainedToday }) => trainedToday);
  return {
    figures: [
      plannedSets === sets ? `all ${sets} sets` : `${sets} of ${plannedSets} sets`,
      `${minutes} min${plannedMinutes > 0 ? `, ${plannedMinutes} planned` : ""}`,
      ...(volumeLoadKg > 0 ? [`${volumeWords(volumeLoadKg, unit)} lifted in all`] : []),
    ],
    best: trained.flatMap((lift) => {
      const words = bestWords(lift, shown, { date, unit });
      return words === null ? [] : [{ name: lift.exercise.name, words }];
    }),
    next: trained.flatMap((lift) => {
      if (!lift.next) return [];
      const words = nextWords(lift, lift.next.sets, unit);
      return [{ name: lift.exercise.name, words, why: nextSentence(lift.next, unit) }];
    }),
  };
}

/** How long the session was meant to take when it was begun. */
function plannedSeconds(content: Review["shown"]): number {
  const shown = shownSession(content);
  const rampReps = ({ id }: { readonly id: string }) => content.ramps[id]?.map(({ reps }) => reps) ?? [];
  return expandSession(shown.document, { ...workContextOf(shown), rampReps }).seconds;
}

/** The set by which the lift's maximum is estimated higher than on any day before; null where it is not. */
function bestWords(
  { record, exercise, exposures }: ReviewedLift,
  { settings }: Review["shown"],
  { date, unit }: { readonly date: string; readonly unit: WeightUnit },
): string | null {
  const best = latestBest(record);
  if (best?.date !== date) return null;
  const today = exposures.findLast((one) => one.date === date);
  const set = today && speakingSet(today, settings);
  if (!set) return null;
  const done = `${set.reps} × ${loadWordsIn(exercise, set.loadKg, unit)}${set.rir === null ? "" : `, ${leftWords(set.rir)}`}`;
  // Of a move of the body the estimate counts the body too, and says nothing to whoever hangs plates on.
  if (isBodyweight(exercise)) return done;
  return `${done}: good for about ${massWords(best.kg, unit, 0)} once, ${massWords(best.beforeKg, unit, 0)} before`;
}

/** "5, 5, 5 × 82.5 kg", or set by set where loads differ. */
export function nextWords(
  lift: Pick<ReviewedLift, "exercise">,
  sets: readonly { readonly loadKg: number; readonly reps: number }[],
  unit: WeightUnit,
): string {
  const words = (kg: number) => loadWordsIn(lift.exercise, kg, unit);
  const same = sets.every((set) => set.loadKg === firstOf(sets).loadKg);
  if (same) return `${sets.map((set) => set.reps).join(", ")} × ${words(firstOf(sets).loadKg)}`;
  return sets.map((set) => `${set.reps} × ${words(set.loadKg)}`).join(", ");
}
