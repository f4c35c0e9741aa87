/** What holds for the whole studio: its settings, its exercises, its date. */
import { catalogueIn, NO_OWN_EXERCISES, regionOf, type StudioExercises, settingsOf } from "../../contract";
import { type Catalogue, dateIn, type Region, type Settings } from "../../core";
import type { DisabledRules } from "../../views";
import type { Transaction } from "../db";
import * as db from "../db/queries";

export interface StudioContext {
  readonly region: Region;
  readonly settings: Settings;
  readonly exercises: StudioExercises;
  readonly catalogue: Catalogue;
  /** Rules of caution that are switched off for everybody. */
  readonly quiet: DisabledRules;
}

/** Studios' exercises by what they hold, so that the same ones are the same object and their catalogue is made once. */
const shared = new Map<string, StudioExercises>();

function sharedExercises(exercises: StudioExercises): StudioExercises {
  const key = JSON.stringify(exercises);
  const known = shared.get(key);
  if (known) return known;
  if (shared.size >= 500) shared.clear();
  shared.set(key, exercises);
  return exercises;
}

export async function studioContext(tx: Transaction): Promise<StudioContext | null> {
  const studio = await db.studioRow(tx);
  if (!studio) return null;
  const own = (await db.ownExerciseRows(tx)).map((row) => row.definition);
  const hidden = Object.keys(studio.hiddenExercises).sort();
  const named = studio.namedLifts;
  const isPlain = own.length === 0 && hidden.length === 0 && Object.keys(named).length === 0;
  const exercises = isPlain ? NO_OWN_EXERCISES : sharedExercises({ own, hidden, named });
  return {
    region: regionOf(studio.timeZone, studio.region),
    settings: settingsOf(studio.settings),
    exercises,
    catalogue: catalogueIn(exercises),
    quiet: studio.quiet,
  };
}

/** As `studioContext`, where a scope without a studio cannot be. */
export async function studioOf(tx: Transaction): Promise<StudioContext> {
  const studio = await studioContext(tx);
  if (!studio) throw new Error("a scope names a studio that is not there");
  return studio;
}

/** The studio's date at an instant. */
export async function todayOf(tx: Transaction, nowMs: number): Promise<string> {
  return dateIn((await studioOf(tx)).region.timeZone, nowMs);
}
