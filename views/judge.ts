/** The coach's judgement on a session in its context: cautions, order, coverage, balance; one place for server and desk. */

import { catalogueIn } from "../contract/catalogue";
import {
  addBalance,
  addCoverage,
  addDays,
  addLoads,
  type BalanceNote,
  balanceNotes,
  balanceOf,
  type CautionContext,
  type CautionFound,
  type Coverage,
  type CoverageHole,
  coverageHoles,
  evaluateCautions,
  jumpsOf,
  keysOf,
  limitsOn,
  type Muscle,
  type MuscleLoads,
  mondayOf,
  type OrderAdvice,
  orderAdvice,
  REGIONS,
  type RegionId,
  type SessionDocument,
  sessionVolume,
  type Trainee,
  weeklySetBand,
} from "../core";
import type { ComputedSession } from "./compute";
import type { SessionContext } from "./views";

export function traineeOf(context: Pick<SessionContext, "client" | "date" | "pain" | "alone">): Trainee {
  return {
    trainingAge: context.client.trainingAge,
    limits: limitsOn(context.client.limits, context.date),
    pain: new Map(Object.entries(context.pain)),
    likes: new Set(context.client.likes),
    dislikes: new Set(context.client.dislikes),
    alone: context.alone,
  };
}

/** Weeks without a rep before this one, as far back as is looked; a beginner was not away. */
function weeksAwayBefore({ before, weeksTrained }: SessionContext["week"]): number {
  const last = before.findLastIndex((week) => Object.values(week).some(({ reps }) => reps > 0));
  return Math.min(before.length - 1 - last, weeksTrained);
}

interface Judgement {
  readonly cautions: readonly CautionFound[];
  readonly order: readonly OrderAdvice[];
  readonly coverage: Coverage;
  readonly holes: readonly CoverageHole[];
  readonly balance: readonly BalanceNote[];
}

/** Nobody asks a client with a bad knee for as much of the knee as of the hips, nor one with a bad shoulder for presses. */
function isAsked({ kind }: BalanceNote, { limits }: Trainee): boolean {
  const joints = limits.flatMap(({ what }) => (what.kind === "joint" ? [what.joint] : []));
  if (kind === "legs") return !joints.some((joint) => joint === "knee" || joint === "hip");
  return kind === "sides" || !joints.includes("shoulder");
}

/** A week this many times the upper end of a muscle's band is far over it. */
const FAR_OVER = 1.25;

/** Muscles that a week, in which a session has a part, takes far over their band. */
function farOverBand(
  week: MuscleLoads,
  own: MuscleLoads,
  { trainingAge, priorities }: SessionContext["client"],
): CautionContext["overBand"] {
  return keysOf(own).flatMap((muscle) => {
    const hardSets = week[muscle]?.hardSets ?? 0;
    const { high } = weeklySetBand(muscle, trainingAge, priorities[muscle]);
    return hardSets > FAR_OVER * high ? [{ muscle, hardSets, high }] : [];
  });
}

export function judgeSession(document: SessionDocument, context: SessionContext, computed: ComputedSession): Judgement {
  const catalogue = catalogueIn(context.exercises);
  const trainee = traineeOf(context);
  const gym = context.gym.equipment;
  const {
    exercises,
    muscles,
    coverage: own,
  } = sessionVolume(computed.timeline, {
    catalogue,
    settings: context.settings,
    expectedRir: (id) => computed.forecast.bySegment.get(id)?.expectedRir ?? null,
  });
  const week = addLoads(muscles, context.week.others);
  // A jump is said once for a muscle, by its gravest measure, and where this session has a part in it.
  const { trainingAge, priorities } = context.client;
  const priorityOf = (muscle: Muscle) => priorities[muscle] ?? "normal";
  const jumps = jumpsOf(week, context.week.before, trainingAge, priorityOf).filter(
    (jump, index, all) =>
      muscles[jump.muscle] !== undefined && all.findIndex((other) => other.muscle === jump.muscle) === index,
  );
  const cautionContext: CautionContext = {
    catalogue,
    settings: context.settings,
    gym,
    date: context.date,
    trainee,
    weeksTrained: context.week.weeksTrained,
    weeksAway: weeksAwayBefore(context.week),
    answeredYes: context.client.answeredYes,
    intensity: (id) => computed.resolved.loads.get(id)?.shareOfE1rm ?? null,
    hardTechniques: context.week.hardTechniques,
    jumps,
    overBand: farOverBand(week, muscles, context.client),
    isDeload: context.purpose === "deload",
  };
  // What is covered and balanced is a matter of the week: it is said once, in the last of its sessions that has a part in it.
  const weekEnds = addDays(mondayOf(context.date), 7);
  const later = context.week.days.filter(({ date }) => date > context.date && date < weekEnds);
  const isLast = (muscle: Muscle) => later.every(({ hardSets }) => !hardSets[muscle]);
  const coverage = addCoverage(own, context.week.coverage);
  const mine = (region: RegionId) => own[region] !== undefined && isLast(REGIONS[region].muscle);
  const balance = addBalance(balanceOf(exercises.values(), catalogue), context.week.balance);
  return {
    cautions: evaluateCautions(document, cautionContext),
    order: orderAdvice(document, catalogue, context.client.priorities),
    coverage,
    holes: coverageHoles(coverage, catalogue.list, trainee, gym).filter((hole) => mine(hole.region)),
    balance: later.length === 0 ? balanceNotes(balance).filter((one) => isAsked(one, trainee)) : [],
  };
}
