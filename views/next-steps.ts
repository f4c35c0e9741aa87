/** What to do next with a client's weeks, ranked, each with its reason and, where there is one, as changes of the plan. */

import { catalogueIn } from "../contract/catalogue";
import {
  addDays,
  allBlocks,
  appended,
  BUILDING,
  comingDays,
  type DeloadSigns,
  dayOfSlot,
  daysBetween,
  daysInWeek,
  deloadSigns,
  type Exercise,
  endDay,
  entriesOf,
  exerciseOrThrow,
  type FeltSession,
  firstOf,
  keysOf,
  type Muscle,
  mean,
  mondayOf,
  type PatchSpan,
  type PlanEdit,
  patchDayId,
  phaseOfWeek,
  planWeeks,
  putPhase,
  REGIONS,
  sessionOfWeek,
  setsMore,
  type Trend,
  weeklySetBand,
  weekOfDate,
} from "../core";
import type { LiftAcrossWeeks } from "./lifts-across";
import type { WeeksModel } from "./weeks";
import { projectContextOf, type WeeksView } from "./weeks-context";

export type NextStep =
  | {
      readonly kind: "fewSessions";
      readonly done: number;
      readonly planned: number;
      readonly edits: readonly PlanEdit[];
      readonly leaves: readonly string[];
    }
  /** Two of the three signs hold: a deload in the place of a week. */
  | { readonly kind: "deload"; readonly signs: DeloadSigns; readonly week: number; readonly edits: readonly PlanEdit[] }
  /** After weeks without a session: a week to come back in. */
  | { readonly kind: "comeback"; readonly weeksOff: number; readonly edits: readonly PlanEdit[] }
  | {
      readonly kind: "stalled";
      readonly lift: LiftAcrossWeeks;
      readonly way: StallRemedy;
      readonly edits: readonly PlanEdit[];
    }
  | {
      readonly kind: "underBand";
      readonly muscle: Muscle;
      readonly sets: number;
      readonly low: number;
      readonly high: number;
    }
  | { readonly kind: "moving"; readonly lift: LiftAcrossWeeks };

/** What is tried first where a lift stands still: sets where its muscle has few, less load where it ends at nothing, else another rule. */
type StallRemedy = "aSetMore" | "lighter" | "otherRule";

/** The weeks that adherence looks back on, and the share under which they are too many rather than the will too little. */
const ADHERENCE_WEEKS = 4;
const ADHERENCE = 0.7;
/** Weeks without a session after which a client comes back. */
const WEEKS_OFF = 2;
/** As many steps as are read in one look. */
const MOST_STEPS = 6;

/** The signs of a deload in what was done and said of the plan's sessions. */
export function signsOf(view: WeeksView, lifts: readonly LiftAcrossWeeks[]): DeloadSigns {
  const felt = view.sessions
    .flatMap(({ date, dayId, summary }): FeltSession[] =>
      summary
        ? [
            {
              date,
              dayId,
              sessionRpe: summary.sessionRpe,
              volumeLoadKg: summary.volumeLoadKg,
              // Summaries of before check-ins were asked have none.
              checkIn: summary.checkIn ?? null,
              pain: summary.pain ?? 0,
            },
          ]
        : [],
    )
    .sort((a, b) => (a.date < b.date ? -1 : 1));
  const plan = view.plan?.document;
  const shown = lifts.map(({ name, weeks }) => ({
    name,
    estimates: weeks.flatMap((one, week) =>
      one?.e1rmKg != null && plan && phaseOfWeek(plan, week)?.kind !== "deload" ? [one.e1rmKg] : [],
    ),
  }));
  return deloadSigns(shown, felt, view.today);
}

/** The first week that can still be changed as a whole. */
function comingWeek({ plan, today, sessions }: WeeksView): number | null {
  const now = plan && weekOfDate(plan.document, today);
  if (now == null) return null;
  return sessions.some(({ week, state }) => week === now && state !== "draft") ? now + 1 : now;
}

/** A way back in after weeks without a session; null where somebody trained, or the week is one already. */
function comeback(view: WeeksView, week: number, makeId: () => string): NextStep | null {
  const last = view.sessions
    .flatMap(({ state, date }) => (state === "done" ? [date] : []))
    .sort()
    .at(-1);
  const weeksOff = last ? Math.floor(daysBetween(last, view.today) / 7) : 0;
  if (weeksOff < WEEKS_OFF) return null;
  const edits = putPhase(view.plan!.document, week, "comeback", makeId);
  return edits && { kind: "comeback", weeksOff, edits };
}

/** `makeId`: for the changes that are proposed. */
export function nextSteps(
  view: WeeksView,
  {
    model,
    lifts,
    signs,
  }: { readonly model: WeeksModel; readonly lifts: readonly LiftAcrossWeeks[]; readonly signs: DeloadSigns },
  makeId: () => string,
): NextStep[] {
  const plan = view.plan!.document;
  const steps: NextStep[] = [];
  const ahead = comingDays(plan, projectContextOf(view));
  const coming = comingWeek(view);
  const back = coming === null ? null : comeback(view, coming, makeId);
  if (back) steps.push(back);
  const deload = coming !== null && signs.isCalled && !back ? putPhase(plan, coming, "deload", makeId) : null;
  // A deload that has just been, or comes next, is not called for again.
  const isNear =
    coming !== null && [coming - 1, coming, coming + 1].some((week) => phaseOfWeek(plan, week)?.kind === "deload");
  if (deload && !isNear) steps.push({ kind: "deload", signs, week: coming!, edits: deload });
  const from = addDays(view.today, -7 * ADHERENCE_WEEKS);
  const lately = view.sessions.filter(({ date, state }) => date >= from && (date < view.today || state === "done"));
  const kept = lately.filter(({ state }) => state === "done").length;
  if (lately.length >= 4 && kept / lately.length < ADHERENCE) {
    // Of the days the one that is kept least goes.
    const keptOf = (dayId: string) => lately.filter((one) => one.dayId === dayId && one.state === "done").length;
    const days = daysInWeek(plan, coming ?? planWeeks(plan) - 1);
    const [least] = [...days].sort((a, b) => keptOf(a.id) - keptOf(b.id));
    const isOne = days.length > 1 && least;
    steps.push({
      kind: "fewSessions",
      done: kept,
      planned: lately.length,
      // Where sessions go in turn the session stays, and has a day fewer to stand on.
      edits: !isOne
        ? []
        : plan.inTurn === null
          ? endDay(plan, least.id, ahead.find(({ dayId }) => dayId === least.id)?.week ?? planWeeks(plan))
          : [{ kind: "set", list: "days", id: least.id, field: "placed", value: { kind: "inTurn" } }],
      leaves: days.filter(({ id }) => id !== least?.id).map(({ name }) => name),
    });
  }
  for (const lift of lifts)
    if (lift.trend.kind === "stalled") {
      const way = wayFor(lift, view, model);
      const week = ahead.find(({ dayId }) => dayId === lift.dayId)?.week ?? null;
      steps.push({
        kind: "stalled",
        lift,
        way,
        edits: week === null ? [] : stalledEdits(lift, way, view, week, makeId),
      });
    }
  const whole = model.columns.filter(
    ({ done, planned, phase, monday }) => done === planned && BUILDING.has(phase.kind) && monday < mondayOf(view.today),
  );
  for (const muscle of keysOf(whole.at(-1)?.muscles ?? {})) {
    const sets = mean(whole.slice(-3).map(({ muscles }) => muscles[muscle]?.hardSets ?? 0));
    const band = weeklySetBand(muscle, view.client.trainingAge, view.client.priorities[muscle]);
    // What is trained by the way, and is no aim of anybody's, needs no word.
    if (view.client.priorities[muscle] === "build" && sets < band.low)
      steps.push({ kind: "underBand", muscle, sets, ...band });
  }
  const moving = lifts
    .filter(({ trend }) => trend.kind === "moving")
    .sort((a, b) => slopeOf(b.trend) - slopeOf(a.trend));
  for (const lift of moving) steps.push({ kind: "moving", lift });
  return steps.slice(0, MOST_STEPS);
}

const slopeOf = (trend: Trend): number => (trend.kind === "tooEarly" ? 0 : trend.percentAWeek);

function wayFor({ slot, weeks }: LiftAcrossWeeks, view: WeeksView, model: WeeksModel): StallRemedy {
  const exercise = exerciseOrThrow(catalogueIn(view.exercises), slot.exerciseId);
  const last = view.lifts.find(({ lineage }) => lineage === slot.lineage)?.exposures.at(-1);
  const reserves = last?.sets.flatMap(({ rir, working }) => (working && rir !== null ? [rir] : [])) ?? [];
  if (reserves.length > 0 && mean(reserves) < 1) return "lighter";
  const week = weeks.findLastIndex((one) => one?.cell.state === "done");
  const muscles = model.columns[week]?.muscles ?? {};
  const few = entriesOf(muscles).some(([muscle, { hardSets }]) => {
    const band = weeklySetBand(muscle, view.client.trainingAge, view.client.priorities[muscle]);
    return trains(exercise.shares, muscle) && hardSets < band.low;
  });
  return few ? "aSetMore" : "otherRule";
}

const trains = (shares: Exercise["shares"], muscle: Muscle): boolean =>
  entriesOf(shares).some(([region, share]) => share === 1 && REGIONS[region].muscle === muscle);

function stalledEdits(
  { dayId, slot }: LiftAcrossWeeks,
  way: StallRemedy,
  view: WeeksView,
  week: number,
  makeId: () => string,
): PlanEdit[] {
  const plan = view.plan!.document;
  if (way === "otherRule") {
    const value = { kind: "reserveSteered", mostPercent: 5 } as const;
    return [
      {
        kind: "editDay",
        dayId: dayOfSlot(plan, slot.id)?.id ?? dayId,
        edits: [{ kind: "setSlot", slotId: slot.id, field: "rule", value }],
      },
    ];
  }
  const document = sessionOfWeek(plan, dayId, week)?.document;
  const block = document && allBlocks(document).find(({ slots }) => slots.some(({ id }) => id === slot.id));
  const own = block?.slots.find(({ id }) => id === slot.id);
  if (!block || !own) return [];
  const edits =
    way === "aSetMore"
      ? setsMore({ block, slot: own }, 1)
      : own.sets.flatMap((set) => {
          const first = set?.role === "working" ? firstOf(set.segments) : null;
          return first?.load.kind === "unsaid"
            ? [
                {
                  kind: "setSegment",
                  segmentId: first.id,
                  field: "load",
                  value: { kind: "ofNext", percent: -7.5 },
                } as const,
              ]
            : [];
        });
  const span: PatchSpan = way === "aSetMore" ? { kind: "fromWeek", week } : { kind: "onlyWeek", week };
  if (edits.length === 0) return [];
  const item = { id: makeId(), dayId: patchDayId(plan, dayId, week, span), edits, span, note: "" };
  return appended(plan, "patches", [item]);
}
