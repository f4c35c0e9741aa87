/** What a client's weeks have come to: each lift's load, e1RM and trend, what was kept of what was asked, and what comes next. */

import type { DeloadSigns } from "../core";
import { entryAt, massFigure, type WeightUnit } from "../core";
import { type LiftAcrossWeeks, liftsAcross } from "./lifts-across";
import { type NextStep, nextSteps, signsOf } from "./next-steps";
import { type WeeksModel, weeksDone } from "./weeks";
import type { WeeksView } from "./weeks-context";

/** What a block came to, measured in its test week: the best e1RM there beside that of the block's first two weeks. */
interface BlockMeasured {
  readonly week: number;
  readonly lifts: readonly { readonly name: string; readonly fromKg: number; readonly toKg: number }[];
}

export interface WeeksReview {
  readonly model: WeeksModel;
  readonly lifts: readonly LiftAcrossWeeks[];
  readonly next: readonly NextStep[];
  readonly signs: DeloadSigns;
  readonly measured: readonly BlockMeasured[];
  readonly done: number;
  readonly planned: number;
  readonly volumeLoadKg: number;
  readonly records: number;
}

/** What the review shows as rows, the first being their heads: a lift in a week each. */
export function weeksTable({ lifts, model }: WeeksReview, unit: WeightUnit): (string | number)[][] {
  const heads = [
    "lift",
    "week from",
    "done",
    "sets",
    "reps",
    `load ${unit}`,
    `e1RM ${unit}`,
    "best until then",
    "rest kept s",
    "reserve beyond asked",
  ];
  const rows = lifts.flatMap(({ name, weeks }) =>
    weeks.flatMap((one, week) => {
      if (!one) return [];
      const { cell, e1rmKg, isRecord } = one;
      const isDone = cell.state === "done";
      return [
        [
          name,
          entryAt(model.columns, week).monday,
          isDone ? "yes" : "no",
          isDone ? cell.sets : 0,
          cell.reps.map((reps) => reps ?? "").join(" "),
          cell.topKg === null ? "" : Number(massFigure(cell.topKg, unit, 3)),
          e1rmKg === null ? "" : Number(massFigure(e1rmKg, unit)),
          isRecord ? "yes" : "",
          one.restSeconds === null ? "" : Math.round(one.restSeconds),
          one.reserveOff === null ? "" : Math.round(one.reserveOff * 10) / 10,
        ],
      ];
    }),
  );
  return [heads, ...rows];
}

/** `makeId`: for the changes that are proposed. */
export function weeksReview(view: WeeksView, makeId: () => string): WeeksReview | null {
  if (!view.plan) return null;
  const model = weeksDone(view.plan.document, view);
  const lifts = liftsAcross(view, model);
  const done = view.sessions.filter(({ state }) => state === "done").length;
  const missed = view.sessions.filter(({ state, date }) => state === "draft" && date < view.today).length;
  const signs = signsOf(view, lifts);
  return {
    model,
    lifts,
    signs,
    measured: measuredBlocks(lifts, model),
    next: nextSteps(view, { model, lifts, signs }, makeId),
    done,
    planned: done + missed,
    volumeLoadKg: view.sessions.reduce((sum, { summary }) => sum + (summary?.volumeLoadKg ?? 0), 0),
    records: lifts.reduce((sum, { weeks }) => sum + weeks.filter((one) => one?.isRecord).length, 0),
  };
}

/** Weeks of a block that say where it began. */
const FIRST_WEEKS = 2;

/** Each test week that was trained, beside the beginning of the phases that led to it. */
function measuredBlocks(lifts: readonly LiftAcrossWeeks[], model: WeeksModel): BlockMeasured[] {
  const tests = model.columns.filter(({ phase, done }) => phase.kind === "test" && done > 0);
  return tests.flatMap(({ week }): BlockMeasured[] => {
    const before = model.columns.findLastIndex((column) => column.week < week && column.phase.kind === "test") + 1;
    const best = (lift: LiftAcrossWeeks, weeks: readonly number[]) =>
      Math.max(0, ...weeks.map((one) => lift.weeks[one]?.e1rmKg ?? 0));
    const found = lifts.flatMap((lift) => {
      const toKg = best(lift, [week]);
      const first = lift.weeks.findIndex((one, at) => at >= before && at < week && one?.e1rmKg != null);
      if (toKg === 0 || first < 0) return [];
      const fromKg = best(
        lift,
        Array.from({ length: FIRST_WEEKS }, (_, more) => first + more).filter((one) => one < week),
      );
      return [{ name: lift.name, fromKg, toKg }];
    });
    return found.length > 0 ? [{ week, lifts: found }] : [];
  });
}
