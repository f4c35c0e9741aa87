/** What a client's weeks have come to: each lift's load, e1RM and trend, what was kept, and what to do next, ranked. */
import {
  addDays,
  allBlocks,
  appended,
  exerciseOrThrow,
  liftRecord,
  type Muscle,
  mean,
  mondayOf,
  type PatchSpan,
  type PlanDocument,
  type PlanEdit,
  purposeOfWeek,
  REGIONS,
  type RegionId,
  restSecondsForTime,
  type Slot,
  sessionOfWeek,
  setsMore,
  type TrainingAge,
  type Trend,
  trendOf,
  weeklySetBand,
} from "../core";
import { catalogueIn } from "./catalogue";
import type { LiftLog } from "./views";
import { type WeekCell, type WeekRow, type WeeksModel, type WeeksView, weeksModel } from "./weeks";

export interface ReviewedWeek {
  readonly cell: WeekCell;
  /** Of the day that speaks, in curve kg; null where none does. */
  readonly e1rmKg: number | null;
  /** The best until then. */
  readonly isRecord: boolean;
}

export interface LiftAcrossWeeks {
  readonly dayId: string;
  readonly slot: Slot;
  readonly name: string;
  readonly weeks: readonly (ReviewedWeek | null)[];
  readonly trend: Trend;
  readonly e1rmKg: number | null;
  /** What the load did from the first week that was done to the last, as it is loaded. */
  readonly gainedKg: number | null;
  /** Reps lost from the first set to the last, in the mean; null where nothing tells. */
  readonly dropOff: number | null;
  /** Seconds between its sets: kept in the mean of its last days, and asked; null where nobody measured or wrote them. */
  readonly restSeconds: { readonly kept: number; readonly asked: number | null } | null;
}

export type NextStep =
  | {
      readonly kind: "fewSessions";
      readonly done: number;
      readonly planned: number;
      readonly edits: readonly PlanEdit[];
      readonly leaves: readonly string[];
    }
  | {
      readonly kind: "stalled";
      readonly lift: LiftAcrossWeeks;
      readonly way: StalledWay;
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
export type StalledWay = "aSetMore" | "lighter" | "otherRule";

export interface WeeksReview {
  readonly model: WeeksModel;
  readonly lifts: readonly LiftAcrossWeeks[];
  readonly next: readonly NextStep[];
  readonly done: number;
  readonly planned: number;
  readonly volumeLoadKg: number;
  readonly records: number;
}

/** The weeks that adherence looks back on, and the share under which they are too many rather than the will too little. */
const ADHERENCE_WEEKS = 4;
const ADHERENCE = 0.7;
/** Days of a lift that speak for how it is done now. */
const DAYS_SPEAKING = 6;
/** As many steps as are read in one look. */
const MOST_STEPS = 6;

function restOf(
  { dayId, slot }: WeekRow,
  log: LiftLog | undefined,
  plan: PlanDocument,
): LiftAcrossWeeks["restSeconds"] {
  const kept = (log?.exposures ?? [])
    .slice(-DAYS_SPEAKING)
    .flatMap(({ sets }) => sets.flatMap((set) => (set.working ? (set.restBeforeSeconds ?? []) : [])));
  if (kept.length === 0) return null;
  const day = plan.days.find(({ id }) => id === dayId);
  const rest = day && allBlocks(day.base).find(({ slots }) => slots.some(({ id }) => id === slot.id))?.restAfterRound;
  return { kept: Math.round(mean(kept)), asked: rest?.kind === "each" ? restSecondsForTime(rest.rest) : null };
}

/** What the review shows as rows, the first being their heads: a lift in a week each. */
export function weeksTable({ lifts, model }: WeeksReview): (string | number)[][] {
  const heads = ["lift", "week from", "done", "sets", "reps", "load kg", "e1RM kg", "best until then"];
  const rows = lifts.flatMap(({ name, weeks }) =>
    weeks.flatMap((one, week) => {
      if (!one) return [];
      const { cell, e1rmKg, isRecord } = one;
      const isDone = cell.state === "done";
      return [
        [
          name,
          model.columns[week]!.monday,
          isDone ? "yes" : "no",
          isDone ? cell.sets : 0,
          cell.reps.map((reps) => reps ?? "").join(" "),
          cell.topKg ?? "",
          e1rmKg === null ? "" : Math.round(e1rmKg * 10) / 10,
          isRecord ? "yes" : "",
        ],
      ];
    }),
  );
  return [heads, ...rows];
}

/** `makeId`: for the changes that are proposed. */
export function weeksReview(view: WeeksView, makeId: () => string): WeeksReview | null {
  if (!view.plan) return null;
  const { document: plan } = view.plan;
  const model = weeksModel(plan, view);
  const lifts = model.days.flatMap(({ rows }) =>
    rows.map((row): LiftAcrossWeeks => {
      const log = view.lifts.find(({ lineage }) => lineage === row.slot.lineage);
      const record = log && liftRecord(log.exposures, view.settings, log.tested);
      const byDate = new Map(record?.estimates.map((one) => [one.date, one]) ?? []);
      let best = 0;
      const weeks = row.cells.map((cell): ReviewedWeek | null => {
        if (!cell || (cell.state !== "done" && cell.state !== "missed")) return null;
        const estimate = byDate.get(cell.date);
        const isRecord = best > 0 && Boolean(estimate?.setsRecord) && (estimate?.kg ?? 0) > best;
        if (estimate) best = Math.max(best, estimate.kg);
        return { cell, e1rmKg: estimate?.kg ?? null, isRecord };
      });
      const loads = weeks.flatMap((one) => (one?.cell.topKg == null ? [] : [one.cell.topKg]));
      const trained = record?.estimates.filter(({ date }) => !isDeload(date, view)) ?? [];
      const drops = (log?.exposures ?? []).slice(-DAYS_SPEAKING).flatMap(({ sets }) => {
        const working = sets.filter((set) => set.working);
        return working.length > 1 ? [working[0]!.reps - working.at(-1)!.reps] : [];
      });
      return {
        dayId: row.dayId,
        slot: row.slot,
        name: row.name,
        weeks,
        trend: trendOf(trained, view.client.trainingAge),
        e1rmKg: record?.e1rmKg ?? null,
        gainedKg: loads.length > 1 ? loads.at(-1)! - loads[0]! : null,
        dropOff: drops.length > 0 ? mean(drops) : null,
        restSeconds: restOf(row, log, plan),
      };
    }),
  );
  const done = view.sessions.filter(({ state }) => state === "done").length;
  const missed = view.sessions.filter(({ state, date }) => state === "draft" && date < view.today).length;
  return {
    model,
    lifts,
    next: nextSteps(view, model, lifts, makeId),
    done,
    planned: done + missed,
    volumeLoadKg: view.sessions.reduce((sum, { summary }) => sum + (summary?.volumeLoadKg ?? 0), 0),
    records: lifts.reduce((sum, { weeks }) => sum + weeks.filter((one) => one?.isRecord).length, 0),
  };
}

function isDeload(date: string, view: WeeksView): boolean {
  const session = view.sessions.find((one) => one.date === date);
  return session !== undefined && view.plan !== null && purposeOfWeek(view.plan.document, session.week) === "deload";
}

function nextSteps(
  view: WeeksView,
  model: WeeksModel,
  lifts: readonly LiftAcrossWeeks[],
  makeId: () => string,
): NextStep[] {
  const plan = view.plan!.document;
  const steps: NextStep[] = [];
  const from = addDays(view.today, -7 * ADHERENCE_WEEKS);
  const lately = view.sessions.filter(({ date, state }) => date >= from && (date < view.today || state === "done"));
  const kept = lately.filter(({ state }) => state === "done").length;
  if (lately.length >= 4 && kept / lately.length < ADHERENCE) {
    // Of the days the one that is kept least goes.
    const keptOf = (dayId: string) => lately.filter((one) => one.dayId === dayId && one.state === "done").length;
    const [least] = [...plan.days].sort((a, b) => keptOf(a.id) - keptOf(b.id));
    const isOne = plan.days.length > 1 && least;
    steps.push({
      kind: "fewSessions",
      done: kept,
      planned: lately.length,
      edits: isOne ? [{ kind: "remove", list: "days", id: least.id }] : [],
      leaves: plan.days.filter(({ id }) => id !== least?.id).map(({ name }) => name),
    });
  }
  for (const lift of lifts)
    if (lift.trend.kind === "stalled") {
      const way = wayFor(lift, view, model);
      const week = model.sessions.find(({ dayId }) => dayId === lift.dayId)?.week ?? null;
      steps.push({
        kind: "stalled",
        lift,
        way,
        edits: week === null ? [] : stalledEdits(lift, way, view, week, makeId),
      });
    }
  const whole = model.columns.filter(
    ({ done, planned, phase, monday }) =>
      done === planned && (phase.kind === "build" || phase.kind === "hold") && monday < mondayOf(view.today),
  );
  for (const muscle of Object.keys(whole.at(-1)?.muscles ?? {}) as Muscle[]) {
    const sets = mean(whole.slice(-3).map(({ muscles }) => muscles[muscle]?.hardSets ?? 0));
    const band = weeklySetBand(view.client.trainingAge as TrainingAge, view.client.priorities[muscle] ?? "normal");
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

function wayFor({ slot, weeks }: LiftAcrossWeeks, view: WeeksView, model: WeeksModel): StalledWay {
  const exercise = exerciseOrThrow(catalogueIn(view.exercises), slot.exerciseId);
  const last = view.lifts.find(({ lineage }) => lineage === slot.lineage)?.exposures.at(-1);
  const reserves = last?.sets.flatMap(({ rir, working }) => (working && rir !== null ? [rir] : [])) ?? [];
  if (reserves.length > 0 && mean(reserves) < 1) return "lighter";
  const week = weeks.findLastIndex((one) => one?.cell.state === "done");
  const muscles = model.columns[week]?.muscles ?? {};
  const few = (Object.entries(muscles) as [Muscle, { hardSets: number }][]).some(([muscle, { hardSets }]) => {
    const band = weeklySetBand(view.client.trainingAge as TrainingAge, view.client.priorities[muscle] ?? "normal");
    return trains(exercise.shares, muscle) && hardSets < band.low;
  });
  return few ? "aSetMore" : "otherRule";
}

const trains = (shares: Readonly<Record<string, number>>, muscle: Muscle): boolean =>
  Object.entries(shares).some(([region, share]) => share === 1 && REGIONS[region as RegionId].muscle === muscle);

function stalledEdits(
  { dayId, slot }: LiftAcrossWeeks,
  way: StalledWay,
  view: WeeksView,
  week: number,
  makeId: () => string,
): PlanEdit[] {
  const plan = view.plan!.document;
  if (way === "otherRule") {
    const value = { kind: "reserveSteered", mostPercent: 5 } as const;
    return [{ kind: "editDay", dayId, edits: [{ kind: "setSlot", slotId: slot.id, field: "rule", value }] }];
  }
  const document = sessionOfWeek(plan, dayId, week)?.document;
  const block = document && allBlocks(document).find(({ slots }) => slots.some(({ id }) => id === slot.id));
  const own = block?.slots.find(({ id }) => id === slot.id);
  if (!block || !own) return [];
  const edits =
    way === "aSetMore"
      ? setsMore({ block, slot: own }, 1)
      : own.sets.flatMap((set) => {
          const first = set?.role === "working" ? set.segments[0]! : null;
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
  const item = { id: makeId(), dayId, edits, span, note: "" };
  return appended(plan, "patches", [item]);
}
