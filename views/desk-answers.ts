/**
 * What the desk is told of a session beside its figures: cautions, what could stand in a lift's place or beside it, ways out
 * where a set falls short, ways to fit a time. Worked out off the page; questions and answers are plain data.
 */

import { catalogueIn } from "../contract/catalogue";
import {
  type LongerKind,
  type PairClass,
  partnersFor,
  type Remedies,
  remediesOf,
  type SessionDocument,
  shortSlots,
  substitutesFor,
} from "../core";
import { type Caution, cautionsOf } from "./cautions";
import { type ComputedSession, computeSession } from "./compute";
import { type FitFound, fillSession, fitSession, type TimedChange } from "./fit-time";
import { traineeOf } from "./judge";
import type { SessionContext } from "./views";

/** Each kind of question with what is asked. */
export interface DeskQuestions {
  readonly cautions: { readonly document: SessionDocument };
  /** Of a lift at its load; null where none is known. */
  readonly beside: { readonly exerciseId: string; readonly loadKg: number | null };
  readonly waysOut: { readonly document: SessionDocument; readonly slotId: string };
  readonly fit: { readonly document: SessionDocument; readonly capSeconds: number };
}

export interface DeskAnswers {
  readonly cautions: readonly Caution[];
  readonly beside: BesideLift;
  /** Null: the lift does not fall short. */
  readonly waysOut: Remedies | null;
  readonly fit: FitNews;
}

export type DeskQuestionKind = keyof DeskQuestions;

/** A lift's substitutes with the load carried over, and its best partners. */
interface BesideLift {
  readonly instead: readonly { readonly exerciseId: string; readonly kg: number | null }[];
  readonly pairs: readonly { readonly exerciseId: string; readonly kind: PairClass; readonly repsLost: number }[];
}

interface FitNews {
  readonly fit: FitFound;
  /** What fills the time; none where there is none left. */
  readonly fill: readonly TimedChange<LongerKind>[];
}

const SHOWN = 4;

/** How each kind of question is answered. */
export type DeskAnswering = {
  readonly [K in DeskQuestionKind]: (question: DeskQuestions[K], context: SessionContext) => DeskAnswers[K];
};

/** `newId` names what is new in the changes that are offered. */
export const deskAnswers = (newId: () => string): DeskAnswering => ({
  cautions: ({ document }, context) => cautionsOf(context, document, computeSession(document, context)),
  beside: ({ exerciseId, loadKg }, context) => besideLift(exerciseId, loadKg, context),
  waysOut: ({ document, slotId }, context) => waysOut(computeSession(document, context), slotId),
  fit: ({ document, capSeconds }, context) => {
    const computed = computeSession(document, context);
    const fit = fitSession(document, context, computed, capSeconds, newId);
    return { fit, fill: fit.overSeconds < 0 ? fillSession(document, context, computed, capSeconds, newId) : [] };
  },
});

function besideLift(exerciseId: string, loadKg: number | null, context: SessionContext): BesideLift {
  const { byId, list } = catalogueIn(context.exercises);
  const exercise = byId.get(exerciseId);
  if (!exercise) return { instead: [], pairs: [] };
  const { settings, bodyMassKg } = context;
  const around = { trainee: traineeOf(context), gym: context.gym.equipment };
  const policy = context.client.rounding;
  return {
    instead: substitutesFor(exercise, loadKg, list, { ...around, settings, bodyMassKg, policy }, SHOWN).map(
      ({ exercise: other, kg }) => ({ exerciseId: other.id, kg }),
    ),
    pairs: partnersFor(exercise, list, around, SHOWN).map(({ second, kind, repsLost }) => ({
      exerciseId: second.id,
      kind,
      repsLost: repsLost.second,
    })),
  };
}

/** The ways out of a lift that falls short of what is asked; null where it does not. */
export function waysOut(
  { timeline, forecast, forecastContext }: Pick<ComputedSession, "timeline" | "forecast" | "forecastContext">,
  slotId: string,
): Remedies | null {
  const short = shortSlots(timeline, forecast).find((one) => one.slotId === slotId);
  return short ? remediesOf(timeline, forecastContext, short) : null;
}
