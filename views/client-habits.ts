/** How a client trains, as it is changed: a part at a time, with all of it as it was seen. */
import type { Goal } from "../core";
import type { ClientView } from "./views";

export interface ClientHabits
  extends Pick<ClientView, "gymId" | "rounding" | "unit" | "days" | "likes" | "dislikes" | "groups" | "coachId"> {
  /** Those that wait for the next plan; a plan's own are changed in the plan. */
  readonly goals: readonly Goal[];
}

export const habitsOf = ({
  gymId,
  rounding,
  unit,
  days,
  likes,
  dislikes,
  groups,
  coachId,
  goals,
}: Pick<ClientView, keyof ClientHabits>): ClientHabits => ({
  gymId,
  rounding,
  unit,
  days,
  likes,
  dislikes,
  groups,
  coachId,
  goals: goals.flatMap(({ isOfPlan, ...goal }) => (isOfPlan ? [] : [goal])),
});
