/** How well sets are foretold of simulated clients who follow another law than ours, beside one who knows all but the day. */
import { exerciseOrThrow, SHIPPED_CATALOGUE } from "../exercise";
import { type ForecastContext, fitReserve, forecastSession, partKey, seenOf, tirednessBefore } from "../forecast";
import { type LiftRecord, liftRecord } from "../load";
import type { Exposure, FurtherPart, LoggedSet } from "../session";
import { DEFAULT_SETTINGS } from "../settings";
import { expandSession, isWork, type Timeline, type WorkSpan } from "../time";
import { addDays, mean } from "../units";
import { read, TEST_CONTEXT } from "./helpers";
import { OtherLifter, type StoredReport } from "./other-lifter";

/** Two days a week: long and short rests, a drop set, a superset for one muscle. */
const DAYS = [
  "A1 Bench press 3x8 rir2 r150\n\nB1 Seated cable row 14,9,8,7 rir1 r60\n\nC1 Dumbbell curl 2x10 rir0 r90 last: > -20%xF > -20%xF",
  "A1 Dumbbell bench press 12,8,7 rir2 h10\nA2 Cable fly 12,9,8 rir1 r75\n\nB1 Leg press 14,10,8 rir1 r75\n\nC1 Lat pull-down 3x8 rir2 r120",
];

export const KINDS = ["first sets", "later sets, short rests", "drops", "supersets"] as const;
export type Kind = (typeof KINDS)[number];

export interface Score {
  readonly sets: number;
  /** Reps foretold above those seen, in the mean. */
  readonly bias: number;
  readonly error: number;
  /** The error of one who knows everything but the day's form and the error of what is said. */
  readonly oracleError: number;
  /** Share of sets inside the 80 % band, ties split. */
  readonly inside: number;
}

interface Foretold {
  readonly kind: Kind;
  readonly seen: number;
  readonly foretold: number;
  readonly oracle: number;
  readonly band: readonly [number, number];
}

export interface Trial {
  readonly clients: number;
  readonly weeks: number;
  /** Weeks from here on are scored. */
  readonly firstScored: number;
  /** Whether the forecast sees what went before; left out, it does. */
  readonly learns?: boolean;
}

export function forecastScores(trial: Trial): Record<Kind, Score> {
  const all: Foretold[] = [];
  for (let seed = 1; seed <= trial.clients; seed++) all.push(...foretellOf(seed, trial));
  return Object.fromEntries(
    KINDS.map((kind): [Kind, Score] => {
      const own = all.filter((one) => one.kind === kind);
      const off = (by: (one: Foretold) => number) => own.map(by);
      return [
        kind,
        {
          sets: own.length,
          bias: mean(off((one) => one.foretold - one.seen)),
          error: mean(off((one) => Math.abs(one.foretold - one.seen))),
          oracleError: mean(off((one) => Math.abs(one.oracle - one.seen))),
          inside: mean(off(({ seen, band: [low, high] }) => share(seen, low, high))),
        },
      ];
    }),
  ) as Record<Kind, Score>;
}

/** Reps are whole: of a figure that the edge of the band cuts, the part inside counts. */
const share = (seen: number, low: number, high: number): number =>
  Math.max(0, Math.min(seen + 0.5, high) - Math.max(seen - 0.5, low));

function foretellOf(seed: number, { weeks, firstScored, learns = true }: Trial): Foretold[] {
  const lifter = new OtherLifter(seed);
  const oracle = new OtherLifter(seed);
  const plans = DAYS.map((text) => ({
    timeline: expandSession(read(text), TEST_CONTEXT),
    loads: new Map<string, number>(),
  }));
  const log = new Map<string, Exposure[]>();
  const found: Foretold[] = [];
  for (let week = 0; week < weeks; week++) {
    for (const [day, { timeline, loads }] of plans.entries()) {
      const date = addDays("2026-01-05", 7 * week + 3 * day);
      const spans = timeline.blocks.flatMap(({ timeline: block }) => block.spans.filter(isWork));
      for (const span of spans) {
        const known = loads.get(span.exerciseId);
        // The coach guesses well enough to begin with.
        if (known === undefined) {
          const reps = span.segment!.amount.kind === "reps" ? span.segment!.amount.reps.high : 10;
          const max = lifter.maximum(exerciseOrThrow(SHIPPED_CATALOGUE, span.exerciseId));
          loads.set(span.exerciseId, (0.97 * max) / (1 + (reps + 2) / 30));
        }
      }
      const kgOf = (span: WorkSpan) => loads.get(span.exerciseId)! * 0.8 ** span.segmentIndex;
      const ahead = run(oracle, week, true, timeline, kgOf);
      const works = week < firstScored ? [] : foretell(timeline, log, kgOf, learns);
      const done = run(lifter, week, false, timeline, kgOf);
      for (const work of works) {
        const { span } = work;
        const one = done.get(span)!;
        if (one.said.rir === null || work.possibleReps === null) continue;
        const { possible } = ahead.get(span)!;
        // On an ordinary day it would be made and told of, or fail.
        const typical = one.asked !== null && possible >= one.asked - 0.3 ? possible + lifter.bias : possible - 0.2;
        found.push({
          kind: kindOf(span, timeline),
          seen: one.said.reps + one.said.rir,
          foretold: work.possibleReps,
          oracle: Math.max(0, typical),
          band: work.bandReps!,
        });
      }
      keep(log, date, timeline, done, kgOf);
      for (const id of new Set(spans.map((span) => span.exerciseId))) {
        const sets = spans
          .filter((span) => span.exerciseId === id && span.segmentIndex === 0)
          .map((span) => done.get(span)!);
        const short = Math.max(...sets.map(({ asked, said }) => (asked ?? said.reps) - said.reps));
        loads.set(id, loads.get(id)! * (short > 1 ? 0.95 : short > 0 ? 0.98 : 1.01));
      }
    }
  }
  return found;
}

/** The day's forecast from the log before it. */
function foretell(
  timeline: Timeline,
  log: ReadonlyMap<string, Exposure[]>,
  kgOf: (span: WorkSpan) => number,
  learns: boolean,
) {
  const lifts = new Set(
    timeline.blocks.flatMap(({ timeline: { block } }) => block.slots.map((slot) => slot.exerciseId)),
  );
  const records = new Map(
    [...log].filter(([id]) => lifts.has(id)).map(([id, exposures]) => [id, liftRecord(exposures, DEFAULT_SETTINGS)]),
  );
  return forecastSession(timeline, contextOf(records, kgOf, timeline, learns)).work;
}

interface Done {
  readonly asked: number | null;
  readonly possible: number;
  readonly said: StoredReport;
}

function run(
  lifter: OtherLifter,
  week: number,
  typical: boolean,
  timeline: Timeline,
  kgOf: (span: WorkSpan) => number,
): Map<WorkSpan, Done> {
  lifter.startDay(week, typical);
  const done = new Map<WorkSpan, Done>();
  let clock = 0;
  for (const { startSeconds, timeline: block } of timeline.blocks) {
    lifter.rest(startSeconds - clock);
    for (const span of block.spans) {
      if (!isWork(span)) {
        lifter.rest(span.seconds);
        continue;
      }
      const { amount } = span.segment!;
      const asked = amount.kind === "reps" ? amount.reps.high : null;
      const one = lifter.perform(exerciseOrThrow(SHIPPED_CATALOGUE, span.exerciseId), kgOf(span), asked);
      done.set(span, {
        asked,
        possible: one.possible,
        said: typical ? { reps: 0, rir: null } : lifter.say(one, asked),
      });
    }
    clock = startSeconds + block.seconds;
  }
  return done;
}

function contextOf(
  records: ReadonlyMap<string, LiftRecord>,
  kgOf: (span: WorkSpan) => number,
  timeline: Timeline,
  learns: boolean,
): ForecastContext {
  const { constants } = fitReserve([...records.values()]);
  const seen = seenOf(records, constants);
  const kg = new Map<string, number>();
  for (const { timeline: block } of timeline.blocks)
    for (const span of block.spans) if (isWork(span)) kg.set(span.segmentId, kgOf(span));
  return {
    catalogue: SHIPPED_CATALOGUE,
    settings: DEFAULT_SETTINGS,
    constants,
    loadKg: (segmentId) => kg.get(segmentId) ?? null,
    strengthOf: (_slot, exerciseId) => {
      const record = records.get(exerciseId);
      if (!record?.e1rmKg) return null;
      const { e1rmKg, curve, fitted } = record;
      return { e1rmKg, curve, fitted, seen: learns ? (seen.get(exerciseId) ?? null) : null };
    },
    aimReps: () => null,
  };
}

function kindOf(span: WorkSpan, timeline: Timeline): Kind {
  if (span.segmentIndex > 0) return "drops";
  const { block } = timeline.blocks.find(({ timeline: one }) => one.spans.includes(span))!.timeline;
  if (block.slots.length > 1) return "supersets";
  return span.round === 0 ? "first sets" : "later sets, short rests";
}

/** What was done goes into the log of each lift, as the projection writes it. */
function keep(
  log: Map<string, Exposure[]>,
  date: string,
  timeline: Timeline,
  done: ReadonlyMap<WorkSpan, Done>,
  kgOf: (span: WorkSpan) => number,
): void {
  const performed: Timeline = {
    ...timeline,
    blocks: timeline.blocks.map(({ startSeconds, timeline: block }) => ({
      startSeconds,
      timeline: {
        ...block,
        spans: block.spans.map((span) => {
          if (!isWork(span)) return span;
          const { reps, rir } = done.get(span)!.said;
          const segment = { ...span.segment!, rir: rir === null ? span.segment!.rir : { low: rir, high: rir } };
          return { ...span, reps, segment };
        }),
      },
    })),
  };
  const tiredness = tirednessBefore(performed, TEST_CONTEXT);
  const trained = new Set<string>();
  for (const { timeline: block } of timeline.blocks) {
    const alone = block.block.slots.length === 1;
    for (const slot of block.block.slots) {
      const own = block.spans.filter((span): span is WorkSpan => isWork(span) && span.slotId === slot.id);
      const isFresh = ![...trained].some((id) => sharesDirect(id, slot.exerciseId));
      const restSeconds = block.spans.find((span) => !isWork(span) && span.reason === "round")?.seconds ?? null;
      const sets = own
        .filter((span) => span.segmentIndex === 0)
        .map((span, round): LoggedSet => {
          const parts = own.filter((one) => one.setId === span.setId);
          const { said, asked } = done.get(span)!;
          const further = parts.slice(1).map(
            (part): FurtherPart => ({
              curveKg: kgOf(part),
              reps: done.get(part)!.said.reps,
              rir: done.get(part)!.said.rir,
              before: tiredness.get(partKey(part))!,
            }),
          );
          const failed = asked !== null && said.reps < asked;
          return {
            key: `${slot.id}:${round}:0`,
            round,
            asked: true,
            loadKg: kgOf(span),
            curveKg: kgOf(span),
            reps: said.reps,
            totalReps: said.reps,
            seconds: null,
            rir: further.length > 0 && !failed ? null : said.rir,
            form: "held",
            pain: 0,
            target: asked === null ? null : { low: asked, high: asked },
            targetRir: span.segment!.rir ? span.segment!.rir.low : null,
            working: true,
            restBeforeSeconds: round > 0 && alone ? restSeconds : null,
            fresh: round === 0 && isFresh,
            before: tiredness.get(partKey(span))!,
            ...(further.length > 0 ? { further } : {}),
          };
        });
      const exposures = log.get(slot.exerciseId) ?? [];
      exposures.push({ date, sessionId: date, slotId: slot.id, purpose: "training", plannedSets: sets.length, sets });
      log.set(slot.exerciseId, exposures);
      trained.add(slot.exerciseId);
    }
  }
}

function sharesDirect(a: string, b: string): boolean {
  const direct = (id: string) =>
    Object.entries(exerciseOrThrow(SHIPPED_CATALOGUE, id).shares).flatMap(([region, share]) =>
      share === 1 ? [region] : [],
    );
  return direct(a).some((region) => direct(b).includes(region));
}
