/** A client's record: the lifts that are asked for, at most 26 exposures each, and every lift in one line. */

import {
  curveKg,
  type Exposure,
  type FeltSets,
  groupBy,
  latestBest,
  liftRecord,
  type StrengthMark,
  toKg,
  weeksUnchanged,
} from "../../core";
import type { KnownLift, LiftLog, LiftSummary } from "../../views";
import type { Transaction } from "../db";
import * as db from "../db/queries";
import type { StudioContext } from "./studio";

const MOST_EXPOSURES = 26;

export async function bodyMassKgOn(tx: Transaction, clientId: string, date: string): Promise<number | null> {
  const mass = await db.bodyMassOn(tx, clientId, date);
  return mass ? toKg(mass) : null;
}

interface RecordAsked {
  readonly clientId: string;
  /** The last day that counts. */
  readonly until: string;
  readonly lineages: readonly string[];
  /** A session whose own log is left out. */
  readonly without?: string;
}

/** The record of some lifts of a client, as their rules and curves read it. */
export async function liftsOf(tx: Transaction, asked: RecordAsked, studio: StudioContext): Promise<LiftLog[]> {
  const { clientId, until, without } = asked;
  const rows = await db.exposureRows(tx, clientId, asked.lineages, until, MOST_EXPOSURES);
  const marks = groupBy(
    (await db.markRows(tx, clientId, until)).filter((mark) => asked.lineages.includes(mark.lineage)),
    (mark) => mark.lineage,
  );
  const masses = marks.size > 0 ? await db.bodyMassRows(tx, clientId) : [];
  const bodyKgOn = (date: string): number | null => {
    const weighed = masses.find((mass) => mass.date <= date) ?? masses.at(-1);
    return weighed ? toKg(weighed) : null;
  };
  const trained = groupBy(
    rows.filter((row) => row.sessionId !== without),
    (row) => row.lineage,
  );
  return [...new Set(asked.lineages)].flatMap((lineage): LiftLog[] => {
    const own = trained.get(lineage) ?? [];
    const marked = marks.get(lineage) ?? [];
    const exerciseId = own.at(-1)?.exerciseId ?? marked.at(-1)?.exerciseId;
    if (exerciseId === undefined) return [];
    const exposures: Exposure[] = own.map((row) => row.exposure);
    return [{ lineage, exerciseId, exposures, ...marksOf(marked, bodyKgOn, studio) }];
  });
}

/** What was tested or is remembered, and the training max in force, in curve kg. */
function marksOf(
  marks: readonly db.MarkRow[],
  bodyKgOn: (date: string) => number | null,
  { catalogue, settings }: StudioContext,
): Pick<LiftLog, "strengths" | "trainingMaxKg"> {
  const strengths: StrengthMark[] = [];
  let trainingMaxKg: number | null = null;
  for (const mark of marks) {
    const exercise = catalogue.byId.get(mark.exerciseId);
    const kg = exercise ? curveKg(exercise, toKg(mark), bodyKgOn(mark.date), settings) : null;
    if (kg === null) continue;
    if (mark.kind === "training") trainingMaxKg = kg;
    else strengths.push({ date: mark.date, kg, reps: mark.reps, source: mark.kind });
  }
  return { strengths, trainingMaxKg };
}

/** Every lift of a client in one line; those found by another formula than the one in force are found anew. */
export async function knownLifts(
  tx: Transaction,
  studioId: string,
  clientId: string,
  studio: StudioContext,
): Promise<(KnownLift & { readonly felt: FeltSets | null })[]> {
  const rows = await db.liftSummaryRows(tx, clientId);
  const stale = rows.filter((row) => row.summary.formula !== studio.settings.e1rmFormula);
  if (stale.length > 0) {
    await summariseLifts(
      tx,
      studioId,
      clientId,
      stale.map((row) => row.lineage),
      studio,
    );
    return knownLifts(tx, studioId, clientId, studio);
  }
  return rows.map(({ lineage, exerciseId, lastDate, summary }) => ({
    lineage,
    exerciseId,
    lastDate,
    e1rmKg: summary.e1rmKg,
    felt: summary.felt,
  }));
}

const FOREVER = "9999-12-31";
const FELT_SETS = 8;

/** Writes the lines of some lifts anew from their record. */
export async function summariseLifts(
  tx: Transaction,
  studioId: string,
  clientId: string,
  lineages: readonly string[],
  studio: StudioContext,
): Promise<void> {
  const lifts = await liftsOf(tx, { clientId, until: FOREVER, lineages }, studio);
  for (const lineage of lineages) {
    const lift = lifts.find((one) => one.lineage === lineage);
    // A lift that is known by what somebody said of it counts for others, though it was never logged.
    const lastDate = lift?.exposures.at(-1)?.date ?? lift?.strengths.at(-1)?.date;
    if (!lift || lastDate === undefined) {
      await db.deleteLiftSummary(tx, clientId, lineage);
      continue;
    }
    const record = liftRecord(lift.exposures, studio.settings, lift.strengths);
    const summary: LiftSummary = {
      e1rmKg: record.e1rmKg,
      formula: studio.settings.e1rmFormula,
      felt: feltIn(lift.exposures),
      weeksUnchanged: weeksUnchanged(
        lift.exposures.filter(({ purpose }) => purpose === "training"),
        lastDate,
      ),
      bestOn: latestBest(record)?.date ?? null,
    };
    await db.putLiftSummary(tx, {
      studioId,
      clientId,
      lineage,
      exerciseId: lift.exerciseId,
      lastDate,
      summary,
    });
  }
}

function feltIn(exposures: readonly Exposure[]): FeltSets | null {
  const sets = exposures.flatMap((exposure) => exposure.sets).slice(-FELT_SETS);
  if (sets.length === 0) return null;
  const mean = sets.reduce((sum, set) => sum + set.pain, 0) / sets.length;
  return { mean, sets: sets.length, rough: sets.filter((set) => set.form !== "held").length / sets.length };
}

/** What was felt in the last sets of each exercise, over the lifts that are done with it. */
export function feltByExercise(
  known: readonly { readonly exerciseId: string; readonly felt: FeltSets | null }[],
): Record<string, FeltSets> {
  const felt: Record<string, FeltSets> = {};
  for (const [exerciseId, lifts] of groupBy(known, (lift) => lift.exerciseId)) {
    const told = lifts.flatMap((lift) => (lift.felt ? [lift.felt] : []));
    const sets = told.reduce((sum, one) => sum + one.sets, 0);
    if (sets === 0) continue;
    const mean = told.reduce((sum, one) => sum + one.mean * one.sets, 0) / sets;
    felt[exerciseId] = { mean, sets, rough: told.reduce((sum, one) => sum + (one.rough ?? 0) * one.sets, 0) / sets };
  }
  return felt;
}
