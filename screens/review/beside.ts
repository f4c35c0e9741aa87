import type { Muscle } from "@/core";
import type { LiftAcrossWeeks, Period } from "@/views";

/** What stands beside the weeks. */
export type Beside =
  | { readonly kind: "next" }
  | { readonly kind: "period"; readonly period: Period }
  | { readonly kind: "muscle"; readonly muscle: Muscle; readonly week: number }
  | { readonly kind: "week"; readonly week: number }
  | { readonly kind: "lift"; readonly key: string; readonly week: number };

export const BESIDE_NAMES: Readonly<Record<Beside["kind"], string>> = {
  next: "What next",
  period: "Weeks compared",
  muscle: "Made of",
  week: "A week by session",
  lift: "A lift’s day",
};

export const NEXT: Beside = { kind: "next" };

export const keyOfLift = ({ dayId, slot }: LiftAcrossWeeks): string => `${dayId} ${slot.id}`;
