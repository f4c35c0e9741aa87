/**
 * The signs of a deload (docs/handbook.md#mesocycle): two of three call for one. At least half of the lifts fell beyond their
 * own noise over three exposures; the session's effort rises at the same load; soreness at the check-in, or pain.
 */
import type { Muscle } from "../exercise";
import { entryAt, lastOf } from "../lists";
import { median } from "../load";
import { STOPPING_PAIN } from "../session";
import { daysBetween, mean } from "../units";

/** How the client came to a session: said in a tap at its start, or not at all. */
export interface CheckIn {
  readonly sleep: Sleep | null;
  readonly sore: readonly SoreMuscle[];
}

export type Sleep = "well" | "fair" | "badly";
interface SoreMuscle {
  readonly muscle: Muscle;
  /** 1 sore, 2 very sore. */
  readonly level: 1 | 2;
}

/** A session as the signs read it, oldest first. */
export interface FeltSession {
  readonly date: string;
  /** Sessions of one day of a plan are alike. */
  readonly dayId: string;
  readonly sessionRpe: number | null;
  readonly volumeLoadKg: number;
  readonly checkIn: CheckIn | null;
  /** The worst pain of a set, 0–10. */
  readonly pain: number;
}

export interface DeloadSigns {
  /** Of the lifts that can be read, those that fell. */
  readonly falling: { readonly lifts: readonly string[]; readonly of: number; readonly holds: boolean };
  /** Mean rise of the session's effort against the same day before, where the load rose by no more than a few percent. */
  readonly effort: { readonly rise: number | null; readonly holds: boolean };
  readonly soreness: { readonly sore: number; readonly painful: number; readonly of: number; readonly holds: boolean };
  readonly isCalled: boolean;
}

/** Exposures that a fall is seen over, and the fewest before them. */
const FALLING_OVER = 3;
const BEFORE = 3;
/** As many before them as are compared with. */
const MOST_BEFORE = 6;
/** A day's e1RM is never surer than this. */
const LEAST_NOISE = 0.012;
const EIGHTY_PERCENT_ONE_SIDED = 0.8416;
/** A rise of the session's effort that is more than a mood, and the load that counts as the same. */
const EFFORT_RISE = 1;
const SAME_LOAD = 1.03;
const EFFORT_DAYS = 3;
/** Days that soreness is looked back on. */
const SORE_DAYS = 14;

/**
 * Whether a lift fell: its last three days lie, in the mean, under the middle of those before by more than the noise of its days
 * explains in one of five, and the last of them is no way back up. Estimates oldest first, of training days alone.
 */
export function hasFallen(estimates: readonly number[]): boolean {
  const last = estimates.slice(-FALLING_OVER);
  const before = estimates.slice(0, -FALLING_OVER).slice(-MOST_BEFORE);
  if (before.length < BEFORE) return false;
  const usual = median(before);
  const steps = before.slice(1).map((kg, index) => Math.abs(kg - entryAt(before, index)));
  // Of two days that differ by noise alone the difference is √2 times as wide; 1.4826 makes a standard deviation of a median.
  const noise = Math.max(LEAST_NOISE * usual, (1.4826 * median(steps)) / Math.SQRT2);
  const sure = EIGHTY_PERCENT_ONE_SIDED * noise * Math.sqrt(1 / last.length + 1 / before.length);
  return usual - mean(last) > sure && lastOf(last) < usual - sure && last.every((kg) => kg < usual);
}

/** The signs as of a date; lifts by name with their e1RMs, both oldest first, deloads left out. */
export function deloadSigns(
  lifts: readonly { readonly name: string; readonly estimates: readonly number[] }[],
  sessions: readonly FeltSession[],
  today: string,
): DeloadSigns {
  const readable = lifts.filter(({ estimates }) => estimates.length >= FALLING_OVER + BEFORE);
  const falling = readable.filter(({ estimates }) => hasFallen(estimates)).map(({ name }) => name);
  const fallingHolds = readable.length > 0 && falling.length * 2 >= readable.length;
  const rise = effortRise(sessions);
  const effortHolds = rise !== null && rise >= EFFORT_RISE;
  const lately = sessions.filter(({ date }) => daysBetween(date, today) <= SORE_DAYS);
  const asked = lately.filter(({ checkIn }) => checkIn !== null);
  const sore = asked.filter(({ checkIn }) => isSore(checkIn!)).length;
  const painful = lately.filter(({ pain }) => pain >= STOPPING_PAIN).length;
  const sorenessHolds = (sore >= 2 && sore * 2 >= asked.length) || painful >= 2;
  return {
    falling: { lifts: falling, of: readable.length, holds: fallingHolds },
    effort: { rise, holds: effortHolds },
    soreness: { sore, painful, of: asked.length, holds: sorenessHolds },
    isCalled: [fallingHolds, effortHolds, sorenessHolds].filter(Boolean).length >= 2,
  };
}

/** Very sore somewhere, or sore in two places. */
const isSore = ({ sore }: CheckIn): boolean => sore.length >= 2 || sore.some(({ level }) => level === 2);

function effortRise(sessions: readonly FeltSession[]): number | null {
  const said = sessions.filter(({ sessionRpe, volumeLoadKg }) => sessionRpe !== null && volumeLoadKg > 0);
  const rises: number[] = [];
  const earlier = said.slice(0, -EFFORT_DAYS);
  for (const session of said.slice(-EFFORT_DAYS)) {
    const alike = earlier.filter(
      ({ dayId, volumeLoadKg }) => dayId === session.dayId && session.volumeLoadKg <= volumeLoadKg * SAME_LOAD,
    );
    const before = alike.slice(-EFFORT_DAYS);
    if (before.length > 0) rises.push(session.sessionRpe! - mean(before.map(({ sessionRpe }) => sessionRpe!)));
  }
  return rises.length < 2 ? null : mean(rises);
}
